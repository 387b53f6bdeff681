'use client';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import clsx from 'clsx';
import { useRef } from 'react';
import { sheetOfPrint } from '@/core/sheets';
import { EDITION_ROUND } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { usePhotographs } from '@/ui/kit/usePhotograph';
import { lookOverWords } from '@/words/lookOver';
import css from './lookOver.module.css';
import type { LookingOver } from './useLookOver';

/** Photographs of finished prints: files from the chosen print on, in the order of the table, or the simulated camera for all that have none. */
export function TakePictures({ shown, chosen, roundId, all }: LookingOver) {
  const { plan } = usePrintDesk('plan');
  const { row, problems, take, stop } = usePhotographs(plan.runs.length - 1);
  const input = useRef<HTMLInputElement>(null);
  if (roundId !== EDITION_ROUND) return null;
  const last = plan.runs.at(-1)?.id;
  const finished = (some: typeof shown) => some.filter(({ printed }) => printed === plan.runs.length);
  const sheetsOf = (some: typeof shown) => [...new Set(some.map(({ name }) => sheetOfPrint(name).sheet))];
  const without = sheetsOf(finished(all).filter(({ photograph }) => photograph?.runId !== last));
  const fromChosen = sheetsOf(
    finished(
      shown.slice(
        Math.max(
          0,
          shown.findIndex(({ name }) => name === chosen?.name),
        ),
      ),
    ),
  );
  if (row)
    return (
      <div role="status" className={css.taking}>
        <span>{lookOverWords('taking', { sheet: row.sheet, done: row.done, of: row.of })}</span>
        <LinearProgress variant="determinate" value={(100 * row.done) / row.of} aria-label={lookOverWords('take')} />
        <Button onClick={stop}>{lookOverWords('stop')}</Button>
      </div>
    );
  return (
    <div className={kit.row}>
      {problems.map((why) => (
        <p key={why} className={clsx(kit.say, kit.bad)} role="alert">
          {why}
        </p>
      ))}
      <Button disabled={fromChosen.length === 0} onClick={() => input.current?.click()}>
        {lookOverWords('fromHere', { print: chosen?.name ?? '' })}
      </Button>
      <input
        ref={input}
        type="file"
        accept="image/*"
        multiple
        hidden
        aria-label={lookOverWords('files')}
        onChange={(e) => {
          const files = [...(e.target.files ?? [])];
          e.target.value = '';
          void take(fromChosen.slice(0, files.length), (place) => files[place]);
        }}
      />
      <Button disabled={without.length === 0} onClick={() => void take(without)}>
        {lookOverWords('simulated', { sheets: without.length })}
      </Button>
    </div>
  );
}
