'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { Fragment } from 'react';
import type { ViewName } from './views';

const EVERYWHERE: readonly (readonly [string, string])[] = [
  ['← →', 'step along the run line'],
  ['?', 'this sheet'],
  ['Tab', 'to the next thing that can be used'],
];
const PICTURE_KEYS: readonly (readonly [string, string])[] = [
  ['+ −', 'zoom, with the picture in focus'],
  ['0', 'show all'],
  ['← → ↑ ↓', 'point with the cross; Enter picks there'],
  ['Shift ← → ↑ ↓', 'pan'],
];
const DESK_KEYS: readonly (readonly [string, string])[] = [
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
];
const OF_VIEW: Record<ViewName, readonly (readonly [string, string])[]> = {
  picture: [
    ['S', 'picture, flat colours, or both with the divider'],
    ['N, Shift N', 'the next or former island, in reading order'],
    ['1 … 9', 'give the chosen island to that colour'],
    ['F', 'the drawn line is done'],
    ['Backspace', 'take the last point back'],
    ['Esc', 'let the island go'],
    ...PICTURE_KEYS,
    ...DESK_KEYS,
  ],
  runs: [
    ['Alt ← →', 'move the chosen run earlier or later'],
    ['← → on a slider', 'turn the ink; the sheet follows'],
    ...PICTURE_KEYS,
    ...DESK_KEYS,
  ],
  inks: [['↑ ↓', 'to the next ink, with the list in focus'], ...DESK_KEYS],
  rehearse: [
    ['Space', 'cut the chosen part, or leave it'],
    ['N, Shift N', 'to the next or former part'],
    ['P', 'print the run'],
    ...PICTURE_KEYS,
  ],
  block: [['M', 'mirrored for the block, or as printed'], ...PICTURE_KEYS, ...DESK_KEYS],
  register: [...PICTURE_KEYS, ...DESK_KEYS],
  proof: [['Tab', 'to the next mark or field']],
  sheets: DESK_KEYS,
  cut: [
    ['Space', 'tick off the chosen part'],
    ['↑ ↓', 'to the next part in the list'],
    ['M', 'mirrored for the block, or as printed'],
    ...PICTURE_KEYS,
  ],
  pull: [
    ['Space', 'log the pull (the pedal does the same)'],
    ['1 … 9, 0, A, B, C', 'a fault; again to take it off'],
    ['X', 'set the sheet aside'],
    ['N', 'a note'],
    ['Z', 'take the last pull back'],
  ],
  ledger: [],
  numbering: [['Alt ↑ ↓', 'move the chosen sheet in the order']],
};

export function KeysSheet({ open, view, onClose }: { open: boolean; view: ViewName; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} maxWidth="xs" fullWidth>
      <DialogTitle>Keys on this view</DialogTitle>
      <DialogContent>
        <div className="keys-table">
          {[...OF_VIEW[view], ...EVERYWHERE].map(([key, what]) => (
            <Fragment key={key}>
              <span>
                <kbd>{key}</kbd>
              </span>
              <span>{what}</span>
            </Fragment>
          ))}
        </div>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
