'use client';
import LinearProgress from '@mui/material/LinearProgress';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { daysWords } from '@/words/days';
import css from './days.module.css';
import type { Days } from './useDays';

/** How far the looking for days is, in a place that stays; and why there are none, or fewer. */
export function Looking({ days: { progress, problem } }: { readonly days: Days }) {
  return (
    <>
      <div className={css.looking}>
        {progress !== undefined && (
          <LinearProgress variant="determinate" value={100 * progress} aria-label={daysWords('looking')} />
        )}
      </div>
      {problem && <p className={clsx(kit.say, kit.bad)}>{problem}</p>}
    </>
  );
}
