'use client';
import clsx from 'clsx';
import type { DryLook } from '@/core/days';
import { filmBelowOf, lookedAt, type FilmBelow as Below } from '@/derived';
import { betweenDays, momentOf } from '@/words/dates';
import { dayWords } from '@/words/day';
import { kit } from '@/ui/kit/styles';
import { usePrintDesk } from '../kit/printContext';
import { useLog } from '../kit/useLog';
import { useNow } from '../kit/useNow';
import css from './FilmBelow.module.css';

const TICK_MS = 60_000;
const LOOKS = { now: 'below.dryNow', before: 'below.dryBefore', 'not yet': 'below.notYet' } as const;

/** What is to be said of the film the next sheet is laid on: not dry yet, or closed; what one sees teaches, and one may print all the same. */
export function FilmBelow({ index, next }: { readonly index: number; readonly next: string | undefined }) {
  const { plan, sheet, progress } = usePrintDesk('plan', 'sheet', 'progress');
  const log = useLog();
  const nowMs = useNow(TICK_MS, progress);
  const below = nowMs === undefined ? undefined : filmBelowOf(plan, sheet, progress, index, nowMs);
  if (!below || nowMs === undefined) return null;
  const { is, overruled } = below;
  const look = (how: DryLook) => {
    const dried = lookedAt(plan, progress, index - 1, nowMs, how);
    void log({ kind: 'dry-seen', runId: plan.runs[index - 1].id, sheet: '', note: '', ...(dried && { dried }) });
  };
  return (
    <section
      className={clsx(css.below, overruled && css.over)}
      aria-label={dayWords('below.label')}
      data-testid="film-below"
    >
      <p role={overruled ? undefined : 'alert'}>
        <strong>{dayWords(`below.is.${is}`, { run: index })}</strong>{' '}
        {overruled
          ? dayWords('below.overruled', { at: momentOf(overruled.at), hours: Math.round(overruled.hours) })
          : whenOf(below)}
      </p>
      {is !== 'too late' && (
        <div
          className={css.looks}
          role="group"
          aria-label={dayWords('below.teaches')}
          title={dayWords('below.teaches')}
        >
          {(Object.keys(LOOKS) as DryLook[]).map((how) => (
            <button key={how} type="button" className={clsx(css.look, kit.pressIn)} onClick={() => look(how)}>
              {dayWords(LOOKS[how])}
            </button>
          ))}
        </div>
      )}
      {!overruled && next && (
        <button
          type="button"
          className={clsx(css.look, css.same, kit.pressIn)}
          onClick={() =>
            void log({
              ...{ kind: 'overruled', runId: plan.runs[index].id, sheet: next },
              ...{ what: is === 'too late' ? 'too late' : 'too early', hours: below.hours },
            })
          }
        >
          {dayWords('below.allTheSame')}
        </button>
      )}
    </section>
  );
}

function whenOf({ is, fromMs, byMs, stillWetAt }: Below): string {
  const iso = (ms: number | undefined) => new Date(ms ?? 0).toISOString();
  if (is === 'too late') return dayWords('below.closed', { by: momentOf(iso(byMs)) });
  const dries = dayWords('below.dries', spanOf(iso(fromMs), iso(byMs)));
  return stillWetAt ? `${dayWords('below.stillWet', { at: momentOf(stillWetAt) })} ${dries}` : dries;
}

/** Within one day the hours tell, over several the days do. */
function spanOf(from: string, by: string) {
  const oneDay = betweenDays(from, from) === betweenDays(by, by);
  return oneDay
    ? { from: momentOf(from), by: momentOf(by) }
    : { from: betweenDays(from, from), by: betweenDays(by, by) };
}
