'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Slider from '@mui/material/Slider';
import { useState } from 'react';
import { runsOfCut } from '@/derived';
import { usePrintDesk } from '../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './Replay.module.css';
import { cutWords } from '@/words/cut';
import { recordedAt } from '@/words/dates';

/** The block as it was after each cut and each slip, one after another. */
export function Replay({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { plan, progress, urls } = usePrintDesk('plan', 'progress', 'urls');
  const { cutPictures } = progress.bench;
  const [at, setAt] = useState(0);
  const shown = cutPictures[Math.min(at, cutPictures.length - 1)];
  if (!shown) return null;
  const run = (runsOfCut(plan, shown.cutId)[0] ?? -1) + 1;
  const words = cutWords(shown.what === 'slip' ? 'film.slip' : 'film.cut', { run });
  return (
    <Dialog open={open} onClose={onClose} maxWidth="md" fullWidth>
      <DialogTitle>{cutWords('film.title')}</DialogTitle>
      <DialogContent>
        <figure className={kit.flush}>
          {/* a stored picture, not a page asset: the framework's own image element would resample it */}
          <img
            src={urls.blob(shown.sha)}
            alt={cutWords('film.alt', { what: words })}
            className={clsx(kit.fullWidth, css.film)}
          />
          <figcaption className={clsx(kit.row, kit.between, kit.around8)}>
            <strong>{words}</strong>
            <span className={clsx(kit.note, kit.num)}>
              {cutWords('film.at', {
                moment: recordedAt(shown.at),
                at: Math.min(at, cutPictures.length - 1) + 1,
                of: cutPictures.length,
              })}
            </span>
          </figcaption>
        </figure>
        <p className={kit.note}>
          <span className={clsx(kit.swatch, kit.standing)} aria-hidden /> {cutWords('film.stands')}{' '}
          <span className={clsx(kit.swatch, kit.cutNow)} aria-hidden /> {cutWords('film.justCut')}{' '}
          <span className={clsx(kit.swatch, kit.cleared)} aria-hidden /> {cutWords('film.cleared')}{' '}
          <span className={clsx(kit.swatch, kit.slip)} aria-hidden /> {cutWords('film.slipKey')}
        </p>
        {cutPictures.length > 1 && (
          <Slider
            value={at}
            min={0}
            max={cutPictures.length - 1}
            step={1}
            marks
            aria-label={cutWords('film.slider')}
            onChange={(_, v) => setAt(v as number)}
          />
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{cutWords('film.close')}</Button>
      </DialogActions>
    </Dialog>
  );
}
