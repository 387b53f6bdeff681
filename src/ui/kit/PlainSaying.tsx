import Button from '@mui/material/Button';
import clsx from 'clsx';
import { kit } from './styles';
import type { Said } from './Saying';
import css from './PlainSaying.module.css';
import { frameWords } from '@/words/frame';

/** What was said last, where the usual form of it could not be fetched: the server may be away just when there is something to say. */
export function PlainSaying({ said, onClose }: { said: Said | undefined; onClose: () => void }) {
  return (
    said && (
      <div className={clsx(kit.row, css.said)} role="alert">
        <span>{said.message}</span>
        {said.act && (
          <Button
            onClick={() => {
              said.act!.take();
              onClose();
            }}
          >
            {said.act.words}
          </Button>
        )}
        <Button onClick={onClose}>{frameWords('close')}</Button>
      </div>
    )
  );
}
