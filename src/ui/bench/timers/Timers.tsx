'use client';
import clsx from 'clsx';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { lookedAt, type TimerNow } from '@/derived';
import { fetched } from '@/ui/kit/fetched';
import { outsideDialogs, useKeys } from '@/ui/kit/keys';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useLog } from '@/ui/kit/useLog';
import { todayWords } from '@/words/today';
import { TouchLock } from './TouchLock';
import { useTimers } from './useTimers';
import css from './timers.module.css';

const TimerDialog = dynamic(
  fetched(() => import('./TimerDialog').then((m) => m.TimerDialog)),
  { ssr: false },
);

/** The clocks at the bench in one row: large, the one that is due first. A touch on one that is due quiets it. */
export function Timers() {
  const { timers, due, nowMs, end } = useTimers();
  const [setting, set] = useState(false);
  useKeys('t', todayWords('timer.quietKey'), () => due && void end(due), outsideDialogs);
  return (
    <div className={css.row} role="group" aria-label={todayWords('timer.label')}>
      {nowMs !== undefined &&
        timers.map((timer) => <Clock key={timer.id} timer={timer} nowMs={nowMs} onEnd={() => void end(timer)} />)}
      <button type="button" className={clsx(css.set, kit.pressIn)} onClick={() => set(true)}>
        {todayWords('timer.set')}
      </button>
      <TouchLock />
      {setting && <TimerDialog onClose={() => set(false)} />}
    </div>
  );
}

const pad = (n: number) => String(n).padStart(2, '0');

/** A stretch as a clock shows it: 4:05, or 1:04:05. */
export function clockFigure(ms: number): string {
  const seconds = Math.max(0, Math.round(ms / 1000)),
    hours = Math.floor(seconds / 3600),
    minutes = Math.floor(seconds / 60) % 60;
  return hours > 0 ? `${hours}:${pad(minutes)}:${pad(seconds % 60)}` : `${minutes}:${pad(seconds % 60)}`;
}

export function timerName({ what, values }: TimerNow): string {
  return values.note ? String(values.note) : todayWords(`timer.what.${what}`, values as never);
}

interface ClockProps {
  readonly timer: TimerNow;
  readonly nowMs: number;
  readonly onEnd: () => void;
}

function Clock({ timer, nowMs, onEnd }: ClockProps) {
  const { due, dueMs, what } = timer,
    name = timerName(timer);
  return (
    <span className={clsx(css.clock, due && css.due)} data-testid="timer">
      <button
        type="button"
        className={kit.pressIn}
        onClick={onEnd}
        aria-label={todayWords('timer.ends', { what: name })}
      >
        <strong className={kit.num}>
          {due
            ? nowMs - dueMs < 60_000
              ? todayWords('timer.due')
              : todayWords('timer.over', { time: clockFigure(nowMs - dueMs) })
            : clockFigure(dueMs - nowMs)}
        </strong>
        <small>{name}</small>
      </button>
      {due && what === 'drying' && <DryNow timer={timer} onEnd={onEnd} />}
      {due && (
        <span role="alert" className={kit.visuallyHidden}>
          {name}
        </span>
      )}
    </span>
  );
}

/** A film that may be dry is asked after: what is seen teaches. */
function DryNow({ timer, onEnd }: { readonly timer: TimerNow; readonly onEnd: () => void }) {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const log = useLog();
  const run = Number(timer.values.run) - 1,
    runId = plan.runs[run]?.id;
  return (
    <button
      type="button"
      className={kit.pressIn}
      onClick={() => {
        onEnd();
        const dried = lookedAt(plan, progress, run, Date.now(), 'now');
        if (runId) void log({ kind: 'dry-seen', runId, sheet: '', note: '', ...(dried && { dried }) });
      }}
    >
      {todayWords('timer.dryNow')}
    </button>
  );
}
