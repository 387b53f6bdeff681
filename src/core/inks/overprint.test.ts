import fc from 'fast-check';
import { deltaE2000, labD50FromSrgb8, type Lab } from '../colour';
import {
  contrastRatio,
  filmOnGround,
  filmOver,
  filmReaching,
  filmWeightReaching,
  gradationLooksLabD50,
  groundOf,
  internalOnGround,
  labFromInternal,
  ladderPercent,
  MAX_SOFTENER_PERCENT,
  overprintLabD50,
  stackLooksLabD50,
} from './index';

const PAPER: Lab = [94.5, 0.3, 4.2];
const BLACK: Lab = [16, 0, 0];
const YELLOW: Lab = [86, -6, 82];
const BLUE: Lab = [36, -18, -47];
const RED: Lab = [47, 62, 40];
const ground = groundOf(PAPER, BLACK);
const solid = fc
  .tuple(fc.integer({ min: 30, max: 245 }), fc.integer({ min: 30, max: 245 }), fc.integer({ min: 30, max: 245 }))
  .map((rgb): Lab => labD50FromSrgb8(rgb));

describe('overprints of transparent inks', () => {
  test('nothing printed is the paper, one ink is its solid', () => {
    expect(overprintLabD50({ paperLabD50: PAPER, solidsLabD50: [], darkestSolidLabD50: BLACK, under: 'dry' })).toEqual(
      PAPER,
    );
    for (const one of [YELLOW, BLUE, RED]) {
      const seen = overprintLabD50({
        paperLabD50: PAPER,
        solidsLabD50: [one],
        darkestSolidLabD50: BLACK,
        under: 'wet',
      });
      expect(deltaE2000(seen, one)).toBeLessThan(1);
    }
  });

  test('yellow and blue make green, red and blue a dark violet', () => {
    const [, a1, b1] = overprintLabD50({
      paperLabD50: PAPER,
      solidsLabD50: [YELLOW, BLUE],
      darkestSolidLabD50: BLACK,
      under: 'dry',
    });
    expect(a1).toBeLessThan(-20);
    expect(b1).toBeGreaterThan(0);
    const [l2, a2] = overprintLabD50({
      paperLabD50: PAPER,
      solidsLabD50: [RED, BLUE],
      darkestSolidLabD50: BLACK,
      under: 'dry',
    });
    expect(l2).toBeLessThan(30);
    expect(a2).toBeGreaterThan(0);
  });

  test('dry films do not mind their order; wet ones take less of the later film', () => {
    const both = (solidsLabD50: Lab[], under: 'dry' | 'wet') =>
      overprintLabD50({ paperLabD50: PAPER, solidsLabD50, darkestSolidLabD50: BLACK, under });
    expect(deltaE2000(both([YELLOW, BLUE], 'dry'), both([BLUE, YELLOW], 'dry'))).toBeLessThan(1e-6);
    expect(both([YELLOW, BLUE], 'wet')[0]).toBeGreaterThan(both([YELLOW, BLUE], 'dry')[0]);
  });

  test('another film never makes it lighter', () => {
    fc.assert(
      fc.property(solid, solid, (a, b) => {
        const one = overprintLabD50({ paperLabD50: PAPER, solidsLabD50: [a], darkestSolidLabD50: BLACK, under: 'dry' });
        const two = overprintLabD50({
          paperLabD50: PAPER,
          solidsLabD50: [a, b],
          darkestSolidLabD50: BLACK,
          under: 'dry',
        });
        expect(two[0]).toBeLessThanOrEqual(one[0] + 1e-9);
      }),
      { numRuns: 40, seed: 3 },
    );
  });

  test('a paper darker than every ink still gives numbers', () => {
    const seen = overprintLabD50({
      paperLabD50: [30, 0, 0],
      solidsLabD50: [YELLOW, BLUE],
      darkestSolidLabD50: YELLOW,
      under: 'wet',
    });
    expect(seen.every(Number.isFinite)).toBe(true);
  });
});

describe('film weight', () => {
  const film = filmOnGround(ground, RED, 'half');

  test('a run printed twice is a film of twice the weight', () => {
    const twice = stackLooksLabD50(ground, [
      { film, weight: 1 },
      { film, weight: 1 },
    ])[2];
    const heavy = stackLooksLabD50(ground, [{ film, weight: 2 }])[1];
    expect(deltaE2000(twice, heavy)).toBeLessThan(1e-6);
  });

  test('the weight is found again from what is seen', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.2, max: 3, noNaN: true }), (weight) => {
        const seen = filmOver(film, ground.internal, weight);
        expect(filmWeightReaching(film, ground.internal, seen)).toBeCloseTo(weight, 2);
      }),
      { numRuns: 25, seed: 4 },
    );
  });
});

test('the film that explains a reading takes the ground to that reading', () => {
  fc.assert(
    fc.property(
      solid,
      solid,
      fc.constantFrom('opaque' as const, 'half' as const, 'transparent' as const),
      (below, reached, opacity) => {
        const planned = filmOnGround(ground, RED, opacity);
        const from = internalOnGround(ground, below),
          to = internalOnGround(ground, reached);
        const film = filmReaching(planned, from, to);
        expect(deltaE2000(labFromInternal(ground, filmOver(film, from)), labFromInternal(ground, to))).toBeLessThan(
          0.5,
        );
      },
    ),
    { numRuns: 40, seed: 5 },
  );
});

test('the contrast ratio of a film is what it was made with', () => {
  for (const ratio of [0.2, 0.55, 0.9])
    expect(contrastRatio(filmOnGround(ground, YELLOW, ratio), ground.internal)).toBeCloseTo(ratio, 2);
});

test('a gradation begins with one ink, ends with the other and runs evenly between', () => {
  const from = filmOnGround(ground, YELLOW, 'half'),
    to = filmOnGround(ground, RED, 'half');
  const looks = gradationLooksLabD50(ground, ground.internal, from, to, 9);
  expect(looks).toHaveLength(9);
  expect(deltaE2000(looks[0], YELLOW)).toBeLessThan(1);
  expect(deltaE2000(looks[8], RED)).toBeLessThan(1);
  for (let i = 1; i < 9; i++) expect(looks[i][0]).toBeLessThan(looks[i - 1][0]);
});

test('the tack ladder rises and stops at its limit', () => {
  const ladder = Array.from({ length: 12 }, (_, films) => ladderPercent(films));
  expect(ladder.slice(0, 4)).toEqual([0, 2, 4, 6]);
  expect(Math.max(...ladder)).toBe(MAX_SOFTENER_PERCENT);
  expect(ladder.every((v, i) => i === 0 || v >= ladder[i - 1])).toBe(true);
});
