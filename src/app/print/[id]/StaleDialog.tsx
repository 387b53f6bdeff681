'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { wordsOfEdit } from '@/derived';
import { nameOfEdit } from '@/model';
import type { Stale } from '../../client/planEdits';

export function StaleDialog({
  stale,
  onLoad,
  onCopy,
}: {
  stale: Stale | undefined;
  onLoad: () => void;
  onCopy: () => void;
}) {
  return (
    <Dialog open={stale !== undefined} maxWidth="xs">
      <DialogTitle>Changed in another window</DialogTitle>
      <DialogContent>
        <p>
          This print was changed elsewhere while it was open here. Nothing of that was overwritten, and what you did
          here ({stale?.edits.map((edit) => `“${wordsOfEdit(nameOfEdit(edit))}”`).join(', ')}) is not lost: load the
          newer state, or keep yours as a print of its own.
        </p>
      </DialogContent>
      <DialogActions>
        <Button onClick={onCopy}>Keep mine as a copy</Button>
        <Button variant="contained" color="primary" onClick={onLoad}>
          Load the newer state
        </Button>
      </DialogActions>
    </Dialog>
  );
}
