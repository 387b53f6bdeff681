import fc from 'fast-check';
import {
  aliveAfterRuns,
  forecastEdition,
  meanCount,
  outlook,
  quantile,
  sheetsToStart,
  startBelief,
  survivorsOfRun,
  type LossBelief,
} from './index';
import type { Outcome } from '../units';

const belief: LossBelief = [{ probability: 1, runs: [{ lost: 0.8, kept: 19.2 }] }];
const value = <T>(outcome: Outcome<T>): T => {
  if (!outcome.ok) throw new Error(outcome.code);
  return outcome.value;
};
const forecast = (...task: Parameters<typeof forecastEdition>) => value(forecastEdition(...task));
const start = (...task: Parameters<typeof sheetsToStart>) => value(sheetsToStart(...task));
const wish = (edition: number, wishToBeSure = 0.9) => ({ edition, proofsToKeep: 0, testSheets: 0, wishToBeSure });

/** The chance by summing every way the runs can go: slow and plain. */
function plainChance(sheets: number, runs: number, wanted: number): number {
  if (runs === 0) return sheets >= wanted ? 1 : 0;
  const survivors = survivorsOfRun(sheets, belief[0].runs[0]);
  let chance = 0;
  for (let j = 0; j <= sheets; j++) chance += survivors[j] * plainChance(j, runs - 1, wanted);
  return chance;
}

test('the forecast equals summing every way the later runs can go', () => {
  for (const [sheets, runs, wanted] of [
    [6, 2, 5],
    [8, 3, 6],
    [5, 1, 5],
    [7, 3, 7],
  ]) {
    const found = forecast(
      { run: 0, keptInRun: 0, lostInRun: 0, waiting: sheets, runsAfterThis: runs - 1 },
      wanted,
      belief,
    );
    expect(found.chance).toBeCloseTo(plainChance(sheets, runs, wanted), 10);
  }
});

test('the forecast is a distribution, and its mean is what is expected', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 30 }),
      fc.integer({ min: 0, max: 5 }),
      fc.integer({ min: 0, max: 30 }),
      fc.integer({ min: 0, max: 5 }),
      (keptInRun, lostInRun, waiting, runsAfterThis) => {
        const { curve, expected, chance } = forecast(
          { run: 0, keptInRun, lostInRun, waiting, runsAfterThis },
          10,
          belief,
        );
        const total = curve.reduce((sum, p) => sum + p.probability, 0);
        expect(total).toBeGreaterThan(0.99);
        expect(total).toBeLessThan(1 + 1e-9);
        expect(expected).toBeLessThanOrEqual(keptInRun + waiting + 1e-9);
        expect(chance).toBeGreaterThanOrEqual(0);
        expect(chance).toBeLessThanOrEqual(1);
      },
    ),
    { numRuns: 60 },
  );
});

test('losing what may still be lost leaves it likelier than not, one more does not', () => {
  const standing = { run: 0, keptInRun: 0, lostInRun: 0, waiting: 30, runsAfterThis: 2 };
  const { mayStillLose } = forecast(standing, 22, belief);
  const after = (lost: number) =>
    forecast({ run: 0, keptInRun: 30 - lost, lostInRun: lost, waiting: 0, runsAfterThis: 2 }, 22, belief).chance;
  expect(mayStillLose).toBeGreaterThan(0);
  expect(after(mayStillLose)).toBeGreaterThan(0.5);
  expect(after(mayStillLose + 1)).toBeLessThanOrEqual(0.5);
});

test('more wished for, surer, more runs, or a less practised hand: more sheets', () => {
  const counted = (edition: number, sure: number, runs: number, who: 'new' | 'practised' | 'workshop') =>
    start(wish(edition, sure), runs, startBelief(who)).counted;
  expect(counted(30, 0.9, 4, 'practised')).toBeGreaterThan(counted(20, 0.9, 4, 'practised'));
  expect(counted(20, 0.95, 4, 'practised')).toBeGreaterThanOrEqual(counted(20, 0.8, 4, 'practised'));
  expect(counted(20, 0.9, 6, 'practised')).toBeGreaterThan(counted(20, 0.9, 2, 'practised'));
  expect(counted(20, 0.9, 4, 'new')).toBeGreaterThan(counted(20, 0.9, 4, 'workshop'));
});

test('a wish that cannot be met says so', () => {
  const hopeless = start(wish(400, 0.99), 12, [{ probability: 1, runs: [{ lost: 6, kept: 4 }] }]);
  expect(hopeless.reached).toBe(false);
  expect(hopeless.chance).toBeLessThan(0.99);
});

test('the band alive narrows around the median and never rises', () => {
  const { alive } = outlook(30, 5, belief);
  expect(alive.length).toBe(6);
  alive.forEach((band, run) => {
    expect(band.low).toBeLessThanOrEqual(band.median);
    expect(band.median).toBeLessThanOrEqual(band.high);
    if (run > 0) expect(band.median).toBeLessThanOrEqual(alive[run - 1].median);
  });
});

test('the chance curve falls from certain', () => {
  const { curve } = outlook(30, 5, belief);
  for (let i = 1; i < curve.length; i++) expect(curve[i].atLeast).toBeLessThanOrEqual(curve[i - 1].atLeast + 1e-12);
  expect(curve[0].atLeast).toBeGreaterThan(0.99);
});

test('quantiles and means of a known distribution', () => {
  const even = new Float64Array([0.25, 0.25, 0.25, 0.25]);
  expect([0.1, 0.25, 0.5, 0.9].map((share) => quantile(even, share))).toEqual([0, 0, 1, 3]);
  expect(meanCount(even)).toBe(1.5);
  expect(meanCount(aliveAfterRuns(20, 1, [{ probability: 1, runs: [{ lost: 1, kept: 3 }] }])[1])).toBeCloseTo(15, 9);
});
