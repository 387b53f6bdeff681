import { mediumById } from '@/core/inks';
import type { Plan, Run } from '@/model';
import type { Timer } from './bench/sittings';
import { inksOfRun } from './lookups';
import { dayNowOf } from './oneDay';
import type { PrintSheet } from './printSheet';
import type { Progress } from './progress';

/** What a clock at the bench is about. */
export type TimerWhat = Timer['what'] | 'pack' | 'bath' | 'drying' | 'day';

/** A clock as it stands: set by hand, or following from what the log knows. */
export interface TimerNow {
  /** The same as long as it is the same clock. */
  readonly id: string;
  readonly what: TimerWhat;
  /** Named by hand; sheets, block or run it is about. */
  readonly values: Readonly<Record<string, string | number>>;
  readonly beganMs: number;
  readonly dueMs: number;
  readonly due: boolean;
  /** Set by hand: it ends by an act. */
  readonly timerId?: string;
}

const MINUTE_MS = 60_000;
/** Start values: damp sheets out of cover, a board in the water, before one looks. */
const PACK_OUT_MIN = 10,
  BATH_MIN = 20;
/** A film that dries longer than this is a matter of days, not of a clock at the bench. */
const DRYING_SHOWN_MS = 12 * 3_600_000;
/** A film that could be dry is asked after for so long. */
const DRYING_ASKED_MS = 24 * 3_600_000;
/** A day on open films that is over is told for so long. */
const DAY_ASKED_MS = 2 * 3_600_000;

/** Every clock that runs at a time, the one that is due first before the others. */
export function timersOf(plan: Plan, sheet: PrintSheet, progress: Progress, nowMs: number): TimerNow[] {
  const { bench } = progress;
  const clock = (
    what: TimerWhat,
    id: string,
    at: string,
    minutes: number,
    values: TimerNow['values'] = {},
    timerId?: string,
  ): TimerNow => {
    const beganMs = Date.parse(at),
      dueMs = beganMs + minutes * MINUTE_MS;
    return { id, what, values, beganMs, dueMs, due: dueMs <= nowMs, timerId };
  };
  const set = bench.timers.map(({ timerId, what, at, minutes, note }) =>
    clock(what, timerId, at, minutes, { note }, timerId),
  );
  const packs = bench.packs
    .filter(({ ended, outSince }) => !ended && outSince !== undefined)
    .map(({ packId, out, outSince }) =>
      clock('pack', `pack-${packId}-${outSince}`, outSince!, PACK_OUT_MIN, { sheets: out }),
    );
  const baths = [...bench.boards].flatMap(([blockId, { rests }]) =>
    rests?.how === 'in the water'
      ? [
          clock('bath', `bath-${blockId}-${rests.at}`, rests.at, BATH_MIN, {
            block: plan.blocks.find(({ id }) => id === blockId)?.name ?? '',
          }),
        ]
      : [],
  );
  const shown = [
    ...set,
    ...packs,
    ...baths,
    ...filmsDrying(plan, progress, nowMs),
    ...wetDay(plan, sheet, progress, nowMs),
  ];
  return shown.sort((a, b) => a.dueMs - b.dueMs);
}

/** The day of a print on open films, until its first film has been closed for as long as one might still stand there. */
function wetDay(plan: Plan, sheet: PrintSheet, progress: Progress, nowMs: number): TimerNow[] {
  const day = dayNowOf(plan, sheet, progress, nowMs);
  if (!day || progress.currentRun >= plan.runs.length || nowMs - day.closesAtMs > DAY_ASKED_MS) return [];
  const { firstAtMs: beganMs, closesAtMs: dueMs } = day;
  return [{ id: `day-${beganMs}`, what: 'day', values: {}, beganMs, dueMs, due: dueMs <= nowMs }];
}

/** The film that the next run waits for, on the day it may be dry, until it was seen to be. */
function filmsDrying(plan: Plan, { bench, runs, currentRun }: Progress, nowMs: number): TimerNow[] {
  const run = currentRun - 1,
    dryAt = runs[run]?.dryAt;
  if (!dryAt || bench.drySeen.has(plan.runs[run].id) || runs[currentRun]?.tally.pulled.length) return [];
  const dueMs = Date.parse(dryAt);
  if (dueMs - nowMs > DRYING_SHOWN_MS || nowMs - dueMs > DRYING_ASKED_MS) return [];
  const beganMs = Date.parse(runs[run].tally.pulled.at(-1)!.at);
  return [{ id: `drying-${run}`, what: 'drying', values: { run: run + 1 }, beganMs, dueMs, due: dueMs <= nowMs }];
}

/** Start value: ink on the slab is worked for half as long as its film stays open. */
const SLAB_SHARE = 0.5;
const RE_ROLL_MIN = 10,
  OWN_MIN = 15;

/** How long a clock of a kind is set for, where nothing else is said, min. */
export function usualMinutes(plan: Plan, run: Run | undefined, what: Timer['what']): number {
  if (what === 're-roll') return RE_ROLL_MIN;
  if (what === 'own' || !run) return OWN_MIN;
  const hours = inksOfRun(plan, run).map(({ mediumId }) => mediumById(mediumId).openHours);
  return Math.max(1, Math.round(60 * SLAB_SHARE * Math.min(...hours)));
}
