'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import type { CautionPlace } from '@/core/cautions';
import { cautionsOf } from '@/derived';
import { usePrintDesk } from './printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { frameWords } from '@/words/frame';
import { rich } from '@/ui/kit/rich';
import { cautionWords } from '@/words/cautions';

/** Cautions where the choice is made: one quiet line, the whole behind it. */
export function Cautions({ place }: { place: CautionPlace }) {
  const [open, setOpen] = useState(false);
  const cautions = cautionsOf(usePrintDesk('plan').plan, place);
  return (
    <p className={kit.note}>
      {rich(
        frameWords.rich('cautions.care', {
          what: cautions
            .slice(0, 3)
            .map((c) => cautionWords(`title.${c.id}`).toLowerCase())
            .join(', '),
          link: (words) => (
            <button type="button" className={kit.link} onClick={() => setOpen(true)}>
              {words}
            </button>
          ),
        }),
      )}
      <Dialog open={open} onClose={() => setOpen(false)} maxWidth="sm">
        <DialogTitle>{frameWords('cautions.title')}</DialogTitle>
        <DialogContent>
          {cautions.map((c) => (
            <section key={c.id} className={kit.below12}>
              <h3>{cautionWords(`title.${c.id}`)}</h3>
              <p>
                {cautionWords(`hazard.${c.id}`)} {cautionWords(`care.${c.id}`)}
              </p>
            </section>
          ))}
          <p className={clsx(kit.say, kit.bad)}>{cautionWords('deferTo')}</p>
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setOpen(false)}>{frameWords('close')}</Button>
        </DialogActions>
      </Dialog>
    </p>
  );
}
