'use client';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { useState } from 'react';
import { usualMinutes } from '@/derived';
import { TIMER_MINUTES, TIMERS } from '@/model';
import { Choice } from '@/ui/kit/Choice';
import { DialogEnds } from '@/ui/kit/DialogEnds';
import { NumberField } from '@/ui/kit/fields';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useLog } from '@/ui/kit/useLog';
import { todayWords } from '@/words/today';

/** A clock is set: for what, for how long, and what it is called. */
export function TimerDialog({ onClose }: { readonly onClose: () => void }) {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const [what, setWhat] = useState<(typeof TIMERS)[number]>('re-roll');
  const [typed, setTyped] = useState<number>();
  const [note, setNote] = useState('');
  const log = useLog();
  const minutes = typed ?? usualMinutes(plan, plan.runs[progress.currentRun], what);
  const start = async () => {
    const timerId = `timer-${Date.now().toString(36)}`;
    if (await log({ kind: 'timer-set', timerId, what, minutes, note: note.trim() })) onClose();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth>
      <DialogTitle>{todayWords('timer.dialog')}</DialogTitle>
      <DialogContent>
        <Choice
          label={todayWords('timer.about')}
          value={what}
          options={TIMERS.map((one) => [one, todayWords(`timer.what.${one}`)] as const)}
          className={kit.above8}
          onChange={(chosen) => {
            setWhat(chosen);
            setTyped(undefined);
          }}
        />
        <div className={clsx(kit.fields, kit.above12, kit.atTop)}>
          <NumberField
            key={what}
            label={todayWords('timer.minutes')}
            value={minutes}
            range={TIMER_MINUTES}
            onChange={setTyped}
          />
          <TextField
            fullWidth
            label={todayWords('timer.note')}
            value={note}
            onChange={({ target }) => setNote(target.value.slice(0, 60))}
          />
        </div>
        <p className={kit.note}>{todayWords('timer.goesOn')}</p>
      </DialogContent>
      <DialogEnds
        leave={todayWords('timer.leave')}
        keep={todayWords('timer.start')}
        onLeave={onClose}
        onKeep={() => void start()}
      />
    </Dialog>
  );
}
