'use client';
import Button from '@mui/material/Button';
import DialogActions from '@mui/material/DialogActions';
import { goToUnread } from './unread';

interface Props {
  readonly leave: string;
  readonly keep: string;
  readonly disabled?: boolean;
  readonly onLeave: () => void;
  readonly onKeep: () => void;
}

/** The two ways out of a dialog: as if it had not been opened, or with what its fields say, once they can all be read. */
export function DialogEnds({ leave, keep, disabled = false, onLeave, onKeep }: Props) {
  return (
    <DialogActions>
      <Button onClick={onLeave}>{leave}</Button>
      <Button
        variant="contained"
        color="primary"
        disabled={disabled}
        onClick={({ currentTarget }) => {
          if (!goToUnread(currentTarget.closest('[role="dialog"]'))) onKeep();
        }}
      >
        {keep}
      </Button>
    </DialogActions>
  );
}
