import fc from 'fast-check';
import { KEPT, thinned } from './thinning';
import type { CopyReason } from '@/model';

const HOUR = 3_600_000;
const START = Date.parse('2026-01-05T00:00:00Z');
const copy = (hours: number, why: CopyReason = 'daily') => ({ at: new Date(START + hours * HOUR).toISOString(), why });

test('an hourly copy for a year leaves the last of eight hours, seven days and eight weeks', () => {
  const year = Array.from({ length: 365 * 24 }, (_, n) => copy(n));
  const kept = thinned(year);
  const newest = Date.parse(year.at(-1)!.at);
  const ages = kept.map(({ at }) => Math.round((newest - Date.parse(at)) / HOUR));
  expect(ages.slice(0, 8)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
  expect(kept.length).toBeLessThanOrEqual(KEPT.hours + KEPT.days + KEPT.weeks);
  expect(ages.at(-1)).toBeGreaterThan(7 * 7 * 24 - 8 * 24);
  expect(ages.at(-1)).toBeLessThan(8 * 7 * 24);
});

test('what was made before an upgrade or by wish stays beside, for some time', () => {
  const old = [copy(1, 'upgrade'), copy(1.2, 'asked')];
  const later = Array.from({ length: 2000 }, (_, n) => copy(24 + n));
  expect(thinned([...old, ...later])).toEqual(expect.arrayContaining(old));
  const many = Array.from({ length: 12 }, (_, n) => copy(n / 60, 'asked'));
  expect(thinned(many)).toHaveLength(KEPT.asked);
});

const copies = fc.array(
  fc.record({
    at: fc.integer({ min: -500, max: 20_000 }).map((hours) => copy(hours).at),
    why: fc.constantFrom<CopyReason>('start', 'daily', 'upgrade', 'asked'),
  }),
  { maxLength: 120 },
);

test('the newest always stays, thinning again changes nothing, and the present moment plays no part', () => {
  fc.assert(
    fc.property(copies, (all) => {
      const kept = thinned(all);
      const newest = all
        .map(({ at }) => at)
        .sort()
        .at(-1);
      const again = thinned(kept);
      return (
        (all.length === 0 ? kept.length === 0 : kept[0].at === newest) &&
        again.length === kept.length &&
        again.every((one, i) => one === kept[i])
      );
    }),
    { seed: 19, numRuns: 400 },
  );
});

test('copies taken one after the other, thinned each time, keep what thinning once would', () => {
  fc.assert(
    fc.property(copies, (all) => {
      const inTime = [...all].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
      let kept: typeof inTime = [];
      for (const one of inTime) kept = thinned([...kept, one]);
      const once = thinned(inTime).map(({ at }) => at);
      return once.every((at) => kept.some((one) => one.at === at));
    }),
    { seed: 20, numRuns: 200 },
  );
});
