'use client';
import Button from '@mui/material/Button';
import DialogActions from '@mui/material/DialogActions';
import { useRef } from 'react';
import { flushSync } from 'react-dom';
import { goToUnread } from './unread';

interface Props {
  readonly leave: string;
  readonly keep: string;
  readonly disabled?: boolean;
  readonly onLeave: () => void;
  readonly onKeep: () => void;
}

/**
 * The two ways out of a dialog: as if it had not been opened, or with what its fields say, once they can all be read. A field that is
 * being typed in is left only when the button is let go: what it then says of itself would move the button away from under the pointer.
 */
export function DialogEnds({ leave, keep, disabled = false, onLeave, onKeep }: Props) {
  const now = useRef(onKeep);
  now.current = onKeep;
  return (
    <DialogActions>
      <Button onClick={onLeave}>{leave}</Button>
      <Button
        variant="contained"
        color="primary"
        disabled={disabled}
        onMouseDown={(event) => event.preventDefault()}
        onClick={({ currentTarget }) => {
          const dialog = currentTarget.closest('[role="dialog"]'),
            typing = document.activeElement;
          if (typing instanceof HTMLInputElement && dialog?.contains(typing)) flushSync(() => typing.blur());
          if (!goToUnread(dialog)) now.current();
        }}
      >
        {keep}
      </Button>
    </DialogActions>
  );
}
