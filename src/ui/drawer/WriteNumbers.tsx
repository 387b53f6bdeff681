'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { longDayOf, shortDayOf } from '@/words/dates';
import { drawerWords } from '@/words/drawer';
import { usePrintDesk } from '../kit/printContext';
import css from './NumberingView.module.css';
import type { Numbering } from './useNumbering';

/** The act of giving numbers, and what was changed of them since, with the reasons. */
export function WriteNumbers({ given, write, changed, setReasonOpen, letGo, changes }: Numbering) {
  const {
    progress: { bench },
  } = usePrintDesk('progress');
  return (
    <section>
      {!given && (
        <Button variant="contained" color="primary" fullWidth className={css.write} onClick={() => void write('')}>
          {drawerWords('numbering.giveThese')}
        </Button>
      )}
      {given && !changed && (
        <p className={clsx(kit.say, kit.good)}>
          {drawerWords('numbering.onRecord', { day: longDayOf(bench.numberings.at(-1)!.at) })}
        </p>
      )}
      {given && changed && (
        <>
          <p className={clsx(kit.say, kit.wait, kit.below8)}>{drawerWords('numbering.differs')}</p>
          <div className={kit.row}>
            <Button color="error" onClick={() => setReasonOpen(true)}>
              {drawerWords('numbering.change')}
            </Button>
            <Button onClick={letGo}>{drawerWords('numbering.leave')}</Button>
          </div>
        </>
      )}
      {changes.length > 0 && (
        <ul className={css.changes} aria-label={drawerWords('numbering.changes')}>
          {changes.map((marks, i) => (
            <li key={bench.numberings[i + 1].at}>
              <b>{shortDayOf(bench.numberings[i + 1].at)}</b> {bench.numberings[i + 1].reason}
              <span className={kit.note}>
                {' '}
                {marks.length === 0
                  ? drawerWords('numbering.onlyTheKind')
                  : marks
                      .slice(0, MOST_SHOWN)
                      .map(({ name, before, after }) =>
                        drawerWords('numbering.wasIs', { print: name, before: before || '–', after: after || '–' }),
                      )
                      .join(', ')}
                {marks.length > MOST_SHOWN && drawerWords('numbering.andMore', { more: marks.length - MOST_SHOWN })}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** Changes of one numbering that are said one by one. */
const MOST_SHOWN = 6;

export function ReasonDialog({ reasonOpen, setReasonOpen, reason, setReason, write }: Numbering) {
  return (
    <Dialog open={reasonOpen} onClose={() => setReasonOpen(false)} maxWidth="xs" fullWidth>
      <DialogTitle>{drawerWords('numbering.ask.title')}</DialogTitle>
      <DialogContent>
        <p className={kit.below14}>{drawerWords('numbering.ask.says')}</p>
        <TextField
          autoFocus
          fullWidth
          label={drawerWords('numbering.ask.reason')}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={() => setReasonOpen(false)}>{drawerWords('numbering.leave')}</Button>
        <Button variant="contained" color="error" disabled={!reason.trim()} onClick={() => void write(reason.trim())}>
          {drawerWords('numbering.change')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
