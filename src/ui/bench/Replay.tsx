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

/** The block as it was after each cut and each slip, one after another. */
export function Replay({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { plan, progress, urls } = usePrintDesk('plan', 'progress', 'urls');
  const { cutPictures } = progress.bench;
  const [at, setAt] = useState(0);
  const shown = cutPictures[Math.min(at, cutPictures.length - 1)];
  if (!shown) return null;
  const run = (runsOfCut(plan, shown.cutId)[0] ?? -1) + 1;
  const words = shown.what === 'slip' ? `a slip, before run ${run}` : `cut for run ${run}`;
  return (
    <Dialog open={open} onClose={onClose} maxWidth="md" fullWidth>
      <DialogTitle>The block, cut by cut</DialogTitle>
      <DialogContent>
        <figure className={kit.flush}>
          {/* a stored picture, not a page asset: the framework's own image element would resample it */}
          <img
            src={urls.blob(shown.sha)}
            alt={`The block, mirrored: ${words}`}
            className={clsx(kit.fullWidth, css.film)}
          />
          <figcaption className={clsx(kit.row, kit.between, kit.around8)}>
            <strong>{words}</strong>
            <span className={clsx(kit.note, kit.num)}>
              {new Date(shown.at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })} ·{' '}
              {Math.min(at, cutPictures.length - 1) + 1} of {cutPictures.length}
            </span>
          </figcaption>
        </figure>
        <p className={kit.note}>
          <span className={clsx(kit.swatch, kit.standing)} aria-hidden /> stands{' '}
          <span className={clsx(kit.swatch, kit.cutNow)} aria-hidden /> just cut{' '}
          <span className={clsx(kit.swatch, kit.cleared)} aria-hidden /> cleared before{' '}
          <span className={clsx(kit.swatch, kit.slip)} aria-hidden /> slip
        </p>
        {cutPictures.length > 1 && (
          <Slider
            value={at}
            min={0}
            max={cutPictures.length - 1}
            step={1}
            marks
            aria-label="Cut"
            onChange={(_, v) => setAt(v as number)}
          />
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
