import type { DryLook } from '@/core/days';
import type { Dried, Plan } from '@/model';
import type { Overruling } from './bench/benchState';
import { lookAt } from './dryingOf';
import { dayNowOf } from './oneDay';
import type { PrintSheet } from './printSheet';
import { filmsKnown, type Progress } from './progress';

const HOUR_MS = 3_600_000;

/** What is to be said of the film a run is laid on, before its next sheet is pulled. */
export interface FilmBelow {
  /** Surely not dry yet; perhaps dry; closed already, where films are to be laid on open ones. */
  readonly is: 'too early' | 'perhaps' | 'too late';
  /** Where it dries: from when to when, ms. */
  readonly fromMs?: number;
  readonly byMs?: number;
  /** Since it was laid, h. */
  readonly hours: number;
  /** It was touched and was not dry yet, ISO. */
  readonly stillWetAt?: string;
  /** What was done about it: printed all the same. */
  readonly overruled?: Overruling;
}

/**
 * The film below as it is when the next sheet of a run is pulled; undefined where nothing is to be said: it is dry, as far as nine films in ten
 * are by then, or was seen to be; or sheets have taken the run already.
 */
export function filmBelowOf(
  plan: Plan,
  sheet: PrintSheet,
  progress: Progress,
  run: number,
  nowMs: number,
): FilmBelow | undefined {
  const overruled = progress.bench.overruled.findLast(({ runId }) => runId === plan.runs[run]?.id);
  if (plan.way.under === 'wet') {
    const day = dayNowOf(plan, sheet, progress, nowMs);
    if (!day || day.run !== run || day.nextClosesAtMs === undefined || day.nextClosesAtMs > nowMs) return undefined;
    return { is: 'too late', byMs: day.nextClosesAtMs, hours: (nowMs - day.firstAtMs) / HOUR_MS, overruled };
  }
  const below = progress.runs[run - 1],
    laidAt = below?.tally.pulled.at(-1)?.at;
  if (!laidAt || !below.dryFrom || !below.dryBy || progress.bench.drySeen.has(plan.runs[run - 1].id)) return undefined;
  if (progress.runs[run].tally.pulled.length > 0 && !overruled) return undefined;
  const fromMs = Date.parse(below.dryFrom),
    byMs = Date.parse(below.dryBy);
  if (nowMs >= byMs) return undefined;
  return {
    is: nowMs < fromMs ? 'too early' : 'perhaps',
    ...{ fromMs, byMs, overruled, hours: (nowMs - Date.parse(laidAt)) / HOUR_MS },
    stillWetAt: progress.bench.stillWet.get(plan.runs[run - 1].id),
  };
}

/** What touching the film of a run teaches now; undefined where nothing was pulled, or its films need no time. */
export function lookedAt(
  plan: Plan,
  { bench, runs }: Progress,
  run: number,
  nowMs: number,
  how: DryLook,
): Dried | undefined {
  const laidAt = runs[run]?.tally.pulled.at(-1)?.at;
  return laidAt ? lookAt(plan, run, filmsKnown(bench, laidAt), (nowMs - Date.parse(laidAt)) / HOUR_MS, how) : undefined;
}

/** Causes that tell of the film below: it was still wet, or it had closed. */
const TELLS: Readonly<Record<string, DryLook>> = { wetBelow: 'not yet', sealedFilm: 'before' };

/** What a cause that was found in a run teaches of how the film below dries. */
export function taughtByCause(plan: Plan, progress: Progress, run: number, causeId: string, nowMs: number) {
  const how = TELLS[causeId];
  return how && run > 0 ? lookedAt(plan, progress, run - 1, nowMs, how) : undefined;
}
