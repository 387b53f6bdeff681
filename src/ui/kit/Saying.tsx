'use client';
import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import { frameWords } from '@/words/frame';

export interface Said {
  readonly message: string;
  readonly act?: { readonly words: string; readonly take: () => void };
}

/** What was said last, with one act that may answer it. */
export function Saying({ said, onClose }: { said: Said | undefined; onClose: () => void }) {
  return (
    <Snackbar
      open={said !== undefined}
      message={said?.message}
      autoHideDuration={12_000}
      onClose={(_, reason) => reason !== 'clickaway' && onClose()}
      anchorOrigin={{ vertical: 'top', horizontal: 'center' }}
      action={
        <>
          {said?.act && (
            <Button
              color="inherit"
              variant="text"
              onClick={() => {
                said.act!.take();
                onClose();
              }}
            >
              {said.act.words}
            </Button>
          )}
          <Button color="inherit" variant="text" onClick={onClose}>
            {frameWords('close')}
          </Button>
        </>
      }
    />
  );
}
