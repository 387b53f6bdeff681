import type { CopyReason } from '@/model';

export interface CopyMoment {
  /** ISO, universal time. */
  readonly at: string;
  readonly why: CopyReason;
}

/** How many hours, days and weeks in which there are copies keep their last one; of some reasons so many stay whenever they were made. */
export const KEPT = { hours: 8, days: 7, weeks: 8, upgrade: 3, asked: 10 } as const;

const HOUR_MS = 3_600_000,
  DAY_MS = 24 * HOUR_MS,
  WEEK_MS = 7 * DAY_MS;
const LENGTHS = [
  [HOUR_MS, KEPT.hours],
  [DAY_MS, KEPT.days],
  [WEEK_MS, KEPT.weeks],
] as const;

/**
 * Which of these copies stay: the newest of each of the last hours, days and weeks in which there is one, and the last ones before an upgrade
 * or by wish. Only their own moments count, never the present one: a clock that was wrong drops nothing.
 */
export function thinned<T extends CopyMoment>(copies: readonly T[]): T[] {
  const newest = [...copies].sort((a, b) => Date.parse(b.at) - Date.parse(a.at));
  const kept = new Set<T>(newest.slice(0, 1));
  for (const [lengthMs, most] of LENGTHS) {
    const seen = new Set<number>();
    for (const copy of newest) {
      const bucket = Math.floor(Date.parse(copy.at) / lengthMs);
      if (seen.has(bucket)) continue;
      if (seen.size === most) break;
      seen.add(bucket);
      kept.add(copy);
    }
  }
  for (const why of ['upgrade', 'asked'] as const)
    newest
      .filter((copy) => copy.why === why)
      .slice(0, KEPT[why])
      .forEach((copy) => kept.add(copy));
  return newest.filter((copy) => kept.has(copy));
}
