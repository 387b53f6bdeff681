import fc from 'fast-check';
import { labD50FromSrgb8, spectrumFromLabD50 } from '../colour';
import { OBSERVER_WEIGHTS } from '../colour/observerWeights';
import { CONTRAST_RATIO, filmFromSolid, filmOver } from './index';

const LUMINANCE = OBSERVER_WEIGHTS.D50[1];
const spectrum = (hex: number) => spectrumFromLabD50(labD50FromSrgb8([hex >> 16, (hex >> 8) & 255, hex & 255]));
const PAPER = spectrum(0xf4efe2);
const BLACK = new Float64Array(36);
const INKS = [0xead08c, 0xdd9c55, 0xa65b48, 0x4d5a78, 0x20232f, 0x4f8f3d];

function luminance(reflectance: ArrayLike<number>): number {
  let y = 0;
  for (let i = 0; i < 36; i++) y += LUMINANCE[i] * reflectance[i];
  return y;
}

function contrast(film: ReturnType<typeof filmFromSolid>): number {
  return luminance(filmOver(film, BLACK)) / luminance(filmOver(film, PAPER));
}

test('the words rise in hiding', () => {
  expect(CONTRAST_RATIO.transparent).toBeLessThan(CONTRAST_RATIO.half);
  expect(CONTRAST_RATIO.half).toBeLessThan(CONTRAST_RATIO.opaque);
});

test.each(INKS)('ink %d over the paper gives its solid, at every contrast ratio', (hex) => {
  const solid = spectrum(hex);
  for (const ratio of [0, 0.2, 0.55, 0.94]) {
    const over = filmOver(filmFromSolid(PAPER, solid, ratio, LUMINANCE), PAPER);
    for (let i = 0; i < 36; i++) {
      const reachable = ratio === 0 ? Math.min(solid[i], PAPER[i]) : solid[i];
      if (solid[i] <= PAPER[i]) expect(Math.abs(over[i] - reachable)).toBeLessThan(2e-3);
    }
  }
});

test.each([0xead08c, 0xdd9c55, 0xa65b48])('a light or middling ink %d has the contrast ratio asked for', (hex) => {
  for (const ratio of [0.2, 0.55, 0.94]) {
    expect(contrast(filmFromSolid(PAPER, spectrum(hex), ratio, LUMINANCE))).toBeCloseTo(ratio, 2);
  }
});

test('a transparent film does not scatter, and adds nothing over black', () => {
  const film = filmFromSolid(PAPER, spectrum(0x4d5a78), 0, LUMINANCE);
  expect(Math.max(...Array.from(film.sh))).toBe(0);
  expect(luminance(filmOver(film, BLACK))).toBe(0);
});

test('absorption and scattering are never negative and always finite', () => {
  fc.assert(
    fc.property(fc.constantFrom(...INKS), fc.double({ min: 0, max: 0.99, noNaN: true }), (hex, ratio) => {
      const film = filmFromSolid(PAPER, spectrum(hex), ratio, LUMINANCE);
      for (const values of [film.kh, film.sh]) {
        for (const v of Array.from(values))
          if (!(v >= 0 && Number.isFinite(v))) throw new Error(`${v} for ${hex} at ${ratio}`);
      }
    }),
    { numRuns: 40 },
  );
});

test('more weight of one film hides more', () => {
  const film = filmFromSolid(PAPER, spectrum(0xead08c), 0.55, LUMINANCE);
  const overBlack = [0.5, 1, 2, 4].map((weight) => luminance(filmOver(film, BLACK, weight)));
  expect(overBlack).toEqual([...overBlack].sort((a, b) => a - b));
});
