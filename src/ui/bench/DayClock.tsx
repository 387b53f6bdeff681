'use client';
import clsx from 'clsx';
import { dayNowOf, type DayNow } from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useNow } from '@/ui/kit/useNow';
import { clockOf } from '@/words/dates';
import { dayWords, stretchOf } from '@/words/day';
import css from './DayClock.module.css';

const TICK_MS = 10_000;

/** The day of a print on open films: until when they are open, what there is time for, and when the last run must be begun. */
export function DayClock() {
  const { plan, sheet, progress } = usePrintDesk('plan', 'sheet', 'progress');
  const nowMs = useNow(TICK_MS, progress);
  const day = nowMs === undefined ? undefined : dayNowOf(plan, sheet, progress, nowMs);
  if (!day || nowMs === undefined || day.run >= plan.runs.length) return null;
  const next = progress.runs[day.run].tally.waiting[0];
  return (
    <section className={clsx(css.clock, kit.say, !inTime(day) && kit.bad)} aria-label={dayWords('clock.label')}>
      {day.minutesOpen < 0 ? (
        <p>{dayWords('clock.closed', { at: atClock(day.closesAtMs) })}</p>
      ) : (
        <>
          <p className={css.open}>
            <strong className={kit.num}>{dayWords('clock.open', { at: atClock(day.closesAtMs) })}</strong>
            <span className={kit.num}>{dayWords('clock.left', { time: stretchOf(day.minutesOpen) })}</span>
          </p>
          <p>
            {inTime(day)
              ? dayWords('clock.all', { sheets: day.sheets, time: stretchOf(day.minutesOpen - day.minutesWanted) })
              : dayWords('clock.some', { inTime: day.sheetsInTime, sheets: day.sheets })}
            {' · '}
            {dayWords('clock.pulls', { pulls: day.pullsLeft })}
          </p>
          <LastRun day={day} nowMs={nowMs} />
        </>
      )}
      {day.minutesOpen >= 0 && day.nextClosesAtMs !== undefined && day.nextClosesAtMs < nowMs && (
        <p className={kit.madder}>{dayWords('clock.next', { sheet: next, at: atClock(day.nextClosesAtMs) })}</p>
      )}
    </section>
  );
}

const atClock = (ms: number) => clockOf(new Date(ms).toISOString());
const inTime = ({ sheetsInTime, sheets }: DayNow) => sheetsInTime >= sheets;

/** When the last run must be begun for all sheets to come through it. */
function LastRun({ day: { latestBegins }, nowMs }: { readonly day: DayNow; readonly nowMs: number }) {
  const last = latestBegins.at(-1);
  if (last === undefined) return null;
  const at = atClock(nowMs + last * 60_000);
  return <p>{dayWords(last < 0 ? 'clock.lastLate' : 'clock.last', { at })}</p>;
}
