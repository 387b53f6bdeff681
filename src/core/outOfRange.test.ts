import { hexFromLabD50, wordForDifference } from './colour';
import { bridgedWidthMm, cuttingHours, keyImpressions, learnedPace, materialById, ridgeLimitMm } from './cutting';
import { dryingHours, learnedDrying } from './days';
import { groundOf, inkForRun } from './inks';
import { checkFlattenSettings, majorityFilter } from './picture';
import {
  fewestPieces,
  fitByEye,
  fitMotion,
  heightsOf,
  simulateFit,
  type FitTask,
  type HeightStack,
} from './registration';
import { forecastEdition, quantile, roman, sheetsToStart, startBelief, usualArtistProofs } from './sheets';
import { failure, OutOfRange, parseCount, parseLengthMm, parseNumber, type Outcome } from './units';

const lino = materialById('linoleum');
const stack: HeightStack = { blockMm: 3.2, backingMm: 19, paperMm: 0.2, packingMm: 1, pressGapMm: 23 };
const mark = { xMm: 1, yMm: 2, dxMm: 0.1, dyMm: 0 };
const fit: FitTask = {
  boundaries: { count: 0 } as FitTask['boundaries'],
  kinds: [],
  runs: 1,
  spread: { shiftMm: 0.1, turnDeg: 0.1 },
  fixed: [],
  about: { xMm: 0, yMm: 0 },
  sliverMm: 0.1,
  sheets: 10,
  seed: 1,
};
const map = { width: 2, height: 1, labels: Uint8Array.of(0, 1) };
const ask = (f: () => unknown) => {
  try {
    return f();
  } catch (error) {
    return error;
  }
};

/** Each formula with one of its numbers left open, and what of that number is still allowed. */
const FORMULAS: readonly (readonly [name: string, f: (value: number) => unknown, fine: number, least: number])[] = [
  ['ink: area', (v) => inkForRun({ standingCm2: v, sheets: 20 }), 120, 0],
  ['ink: sheets', (v) => inkForRun({ standingCm2: 120, sheets: v }), 20, 0],
  ['ink: impressions', (v) => inkForRun({ standingCm2: 120, sheets: 20, layings: v }), 1, 0],
  ['hours of cutting: edge', (v) => cuttingHours(v, 30, lino), 4, 0],
  ['hours of cutting: area', (v) => cuttingHours(4, v, lino), 30, 0],
  ['hours of cutting: pace', (v) => cuttingHours(4, 30, lino, v), 1.2, 0],
  ['pace: time taken', (v) => learnedPace([{ tookMin: v, saidHours: 1 }]), 70, 0],
  ['pace: time said', (v) => learnedPace([{ tookMin: 70, saidHours: v }]), 1, 0],
  ['ridge: angle', (v) => ridgeLimitMm(lino, v), 30, -360],
  ['roller: diameter', (v) => bridgedWidthMm({ diameterMm: v, soft: false, depthMm: 1 }), 60, 0],
  ['roller: depth', (v) => bridgedWidthMm({ diameterMm: 60, soft: false, depthMm: v }), 1.5, 0],
  ['key impressions: blocks', (v) => keyImpressions(v, 2), 4, 0],
  ['key impressions: spares', (v) => keyImpressions(4, v), 2, 0],
  ['drying: its medium', (v) => dryingHours({ mediumHours: v, filmsBelow: 1 }), 60, 0],
  ['drying: films', (v) => dryingHours({ mediumHours: 60, filmsBelow: v }), 2, 0],
  ['drying: warmth', (v) => dryingHours({ mediumHours: 60, filmsBelow: 1, temperatureC: v }), 18, -20],
  ['drying: damp', (v) => dryingHours({ mediumHours: 60, filmsBelow: 1, relativeHumidityPercent: v }), 55, 0],
  ['drying: weight', (v) => dryingHours({ mediumHours: 60, filmsBelow: 1, filmWeight: v }), 1, 0],
  ['drying: drier', (v) => dryingHours({ mediumHours: 60, filmsBelow: 1, drierPercent: v }), 2, 0],
  ['drying seen: said', (v) => learnedDrying([{ saidHours: v, seenHours: 50, how: 'now' }]), 60, 1 / 60],
  ['drying seen: seen', (v) => learnedDrying([{ saidHours: 60, seenHours: v, how: 'now' }]), 50, 1 / 60],
  ['heights: block', (v) => heightsOf({ ...stack, blockMm: v }), 3.2, 0],
  ['heights: packing', (v) => heightsOf({ ...stack, packingMm: v }), 1, 0],
  ['heights: press', (v) => heightsOf({ ...stack, pressGapMm: v }), 23, 0],
  ['motion by eye', (v) => fitByEye([{ ...mark, dxMm: v }]), 0.3, -Infinity],
  ['motion', (v) => fitMotion([mark, { ...mark, xMm: v }]), 90, -Infinity],
  ['shims', (v) => fewestPieces(v, [{ id: 'a', name: 'a', thicknessMm: 0.05 } as never]), 0.2, -Infinity],
  ['majority: radius', (v) => majorityFilter(map, v), 1, 0],
  ['artist’s proofs', (v) => usualArtistProofs(v), 20, 0],
  ['Roman numbers', (v) => roman(v), 14, 1],
  ['quantile', (v) => quantile(Float64Array.of(0.5, 0.5), v), 0.9, 0],
  ['difference in words', (v) => wordForDifference(v), 2, 0],
  ['colour as hex', (v) => hexFromLabD50([v, 0, 0]), 50, -1000],
  ['ground under a film', (v) => groundOf([95, v, 0], [12, 0, 0]), 1, -1000],
  ['fit: sheets', (v) => simulateFit({ ...fit, sheets: v }), 10, 1],
  ['fit: spread', (v) => simulateFit({ ...fit, spread: { shiftMm: v, turnDeg: 0 } }), 0.2, 0],
  ['fit: sliver', (v) => simulateFit({ ...fit, sliverMm: v }), 0.2, 0],
];

test.each(FORMULAS)(
  '%s: what is no number or too small is refused by name, what is fine is not',
  (_, f, fine, least) => {
    for (const value of [NaN, Infinity, -Infinity, ...(least > -Infinity ? [least - 0.5] : [])]) {
      const refused = ask(() => f(value));
      expect(refused).toBeInstanceOf(OutOfRange);
      const { failure: told } = refused as OutOfRange;
      expect(told).toMatchObject({ ok: false, code: 'out-of-range' });
      expect(told.values.detail).toMatch(new RegExp(`^${String(value)} cannot be .+; it may be .+\\.$`));
    }
    const answer = ask(() => f(fine));
    expect(answer).not.toBeInstanceOf(Error);
    expect(JSON.stringify(answer)).not.toMatch(/NaN|^null$/);
  },
);

test('nothing to find a motion from, and too many things to group, are refused too', () => {
  expect(() => fitMotion([])).toThrow(OutOfRange);
  expect(() => majorityFilter({ ...map, labels: Uint8Array.of(0, 200) }, 1)).toThrow(/cannot be the largest label/);
});

const refusals: readonly (readonly [string, Outcome<unknown>])[] = [
  ['an edition', sheetsToStart({ edition: NaN } as never, 3, startBelief('some' as never))],
  ['an edition below nothing', sheetsToStart({ edition: -4 } as never, 3, startBelief('some' as never))],
  ['colours of a flat picture', checkFlattenSettings({ colourCount: NaN, radiusMm: 0, minIslandMm2: 0 })],
  ['smoothing', checkFlattenSettings({ colourCount: 4, radiusMm: NaN, minIslandMm2: 0 })],
  ['a typed length', parseLengthMm('NaN', 'mm', { minMm: 0, maxMm: 9, what: 'the width' })],
  ['a typed number', parseNumber('Infinity', { min: 0, max: 9, what: 'the share' })],
  ['a typed count', parseCount('1e3', { min: 0, max: 9, what: 'the sheets' })],
  ['a forecast', forecastEdition({ alive: NaN, runsLeft: [] } as never, 20, startBelief('some' as never))],
];
test.each(refusals)('%s that is no number comes back as a failure with a code', (_, answer) => {
  expect(answer.ok).toBe(false);
  expect(answer.ok ? failure('') : answer).toMatchObject({ code: expect.stringMatching(/.{3,}/) });
});
