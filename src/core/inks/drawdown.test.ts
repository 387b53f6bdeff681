import fc from 'fast-check';
import { drawdownError, filmBand, filmFromDrawdown, UNUSABLE, wordsForQuality } from './index';
import type { BandQuality } from './drawdown';

const PAPER = 0.82;
const BLACK = 0.015;

function drawdownOf(x: number, y: number, paper = PAPER, black = BLACK) {
  return filmFromDrawdown({
    overPaper: [filmBand(x, y, paper)],
    paper: [paper],
    overBlack: [filmBand(x, y, black)],
    black: [black],
  });
}

test('absorption and scattering come back from the two readings', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.01, max: 1.5, noNaN: true }),
      fc.double({ min: 0.02, max: 1.5, noNaN: true }),
      (x, y) => {
        const { kh, sh } = drawdownOf(x, y);
        expect(kh[0]).toBeCloseTo(x, 4);
        expect(sh[0]).toBeCloseTo(y, 4);
      },
    ),
    { seed: 6 },
  );
});

test('the film explains its own readings', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 3, noNaN: true }), fc.double({ min: 0, max: 3, noNaN: true }), (x, y) => {
      const readings = {
        overPaper: [filmBand(x, y, PAPER)],
        paper: [PAPER],
        overBlack: [filmBand(x, y, BLACK)],
        black: [BLACK],
      };
      expect(drawdownError(filmFromDrawdown(readings), readings)).toBeLessThan(1e-3);
    }),
    { seed: 7 },
  );
});

describe('what a band cannot tell is said, never thrown', () => {
  test('opaque: the ratio of absorption to scattering stays', () => {
    const { kh, sh, quality } = drawdownOf(30, 60);
    expect(quality).toEqual(['opaque']);
    expect(kh[0] / sh[0]).toBeCloseTo(0.5, 3);
  });
  test('clear: Beer’s law', () => {
    const { kh, sh, quality } = drawdownOf(0.7, 0);
    expect(quality).toEqual(['clear']);
    expect([kh[0], sh[0]]).toEqual([expect.closeTo(0.7, 6), expect.closeTo(0, 6)]);
  });
  test('no absorption: scattering alone', () => {
    const { kh, sh, quality } = drawdownOf(0, 0.8);
    expect(quality).toEqual(['no absorption']);
    expect([kh[0], sh[0]]).toEqual([0, expect.closeTo(0.8, 5)]);
  });
  test('contradicting readings and like grounds', () => {
    expect(filmFromDrawdown({ overPaper: [0.3], paper: [0.8], overBlack: [0.5], black: [0.02] }).quality).toEqual([
      'unreadable',
    ]);
    expect(filmFromDrawdown({ overPaper: [0.3], paper: [0.4], overBlack: [0.3], black: [0.4] }).quality).toEqual([
      'unreadable',
    ]);
    expect(filmFromDrawdown({ overPaper: [NaN], paper: [0.8], overBlack: [0.5], black: [0.02] }).quality).toEqual([
      'unreadable',
    ]);
  });
  test('any readings at all give finite films', () => {
    const reading = fc.double({ min: -0.1, max: 1.1, noNaN: true });
    fc.assert(
      fc.property(reading, reading, reading, reading, (overPaper, paper, overBlack, black) => {
        const film = filmFromDrawdown({
          overPaper: [overPaper],
          paper: [paper],
          overBlack: [overBlack],
          black: [black],
        });
        expect(Number.isFinite(film.kh[0]) && Number.isFinite(film.sh[0]) && film.kh[0] >= 0 && film.sh[0] >= 0).toBe(
          true,
        );
      }),
      { seed: 8, numRuns: 500 },
    );
  });
});

test('the quality is told by what most bands tell', () => {
  const told = (...quality: BandQuality[]) => wordsForQuality(quality);
  expect(told(...Array<BandQuality>(36).fill('good')).code).toBe('drawdown.goodAbsorptionAndScattering');
  expect(told(...Array<BandQuality>(36).fill('opaque')).code).toBe('drawdown.opaqueTheBlackDoes');
  expect(told(...Array<BandQuality>(36).fill('clear')).code).toBe('drawdown.transparentNoScatteringWas');
  expect(told(...Array<BandQuality>(36).fill('unreadable')).code).toBe(UNUSABLE);
  const fair = told(...Array<BandQuality>(20).fill('good'), ...Array<BandQuality>(16).fill('no absorption'));
  expect(fair.values).toEqual({ good: 20, bands: 36 });
});
