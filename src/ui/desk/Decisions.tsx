'use client';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { useState, type FormEvent } from 'react';
import { MOST_WHY } from '@/model';
import { recordedAt } from '@/words/dates';
import { wordsOfEdit } from '@/words/history';
import { runsWords } from '@/words/runs';
import { kit } from '@/ui/kit/styles';
import { usePrintDesk } from '../kit/printContext';

/** Why things were done, in one's own words: the reason of what was done last is noted here, those before are read. */
export function Decisions() {
  const { plan, undoLabel, selectedRun, change } = usePrintDesk('plan', 'undoLabel', 'selectedRun', 'change');
  const [why, setWhy] = useState('');
  const run = plan.runs[selectedRun - 1];
  const about = undoLabel === null || undoLabel === 'decision-noted' ? undefined : undoLabel;
  const note = async (event: FormEvent) => {
    event.preventDefault();
    const words = why.trim();
    if (!words) return;
    const decision = { edit: about ?? '', runId: run?.id ?? null, why: words, at: new Date().toISOString() };
    const done = await change({ kind: 'decision-noted', decision });
    if (done.ok) setWhy('');
  };
  return (
    <section aria-label={runsWords('decisions.title')}>
      <h3>{runsWords('decisions.title')}</h3>
      <form className={clsx(kit.row, kit.gap8, kit.above8)} onSubmit={(event) => void note(event)}>
        <TextField
          fullWidth
          label={runsWords('decisions.why', {
            about: about === undefined ? 'none' : 'some',
            edit: about === undefined ? '' : wordsOfEdit(about),
            run: selectedRun,
          })}
          value={why}
          onChange={(event) => setWhy(event.target.value)}
          slotProps={{ htmlInput: { maxLength: MOST_WHY }, inputLabel: { shrink: true } }}
        />
        <Button type="submit" disabled={why.trim() === ''}>
          {runsWords('decisions.keep')}
        </Button>
      </form>
      <ul className={clsx(kit.watch, kit.above6)}>
        {[...plan.decisions].reverse().map((one) => (
          <li key={`${one.at} ${one.why}`}>
            <strong>{one.why}</strong>
            <span className={clsx(kit.note, kit.block)}>
              {runsWords('decisions.line', {
                about: one.edit === '' ? 'none' : 'some',
                edit: one.edit === '' ? '' : wordsOfEdit(one.edit),
                run: plan.runs.findIndex(({ id }) => id === one.runId) + 1,
                at: recordedAt(one.at),
              })}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
