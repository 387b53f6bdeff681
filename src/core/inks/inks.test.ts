import fc from 'fast-check';
import { deltaE2000, labD50FromSrgb8, type Lab } from '../colour';
import {
  filmBand,
  filmOnGround,
  filmOver,
  groundOf,
  inkForRun,
  internalFromMeasured,
  measuredFromInternal,
  mixFilms,
  stackLooksLabD50,
  type Film,
} from './index';

const positive = fc.double({ min: 0, max: 50, noNaN: true });
const share = fc.double({ min: 0, max: 1, noNaN: true });

describe('film limits', () => {
  test('no film: the ground', () =>
    fc.assert(fc.property(share, (ground) => expect(Math.abs(filmBand(0, 0, ground) - ground)).toBeLessThan(1e-12))));
  test('no scattering: Beer’s law', () =>
    fc.assert(
      fc.property(positive, share, (x, ground) => {
        expect(Math.abs(filmBand(x, 0, ground) - ground * Math.exp(-2 * x))).toBeLessThan(1e-12);
      }),
    ));
  test('no absorption: Y/(1+Y) over black', () =>
    fc.assert(fc.property(positive, (y) => expect(Math.abs(filmBand(0, y, 0) - y / (1 + y))).toBeLessThan(1e-12))));
  test('very thick: R∞ whatever lies below', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 5, noNaN: true }),
        fc.double({ min: 0.05, max: 5, noNaN: true }),
        share,
        (k, s, ground) => {
          const rInfinity = 1 + k / s - Math.sqrt((k / s) ** 2 + (2 * k) / s);
          expect(Math.abs(filmBand(k * 2000, s * 2000, ground) - rInfinity)).toBeLessThan(1e-9);
        },
      ),
    ));
  test('a film split in two equals the whole', () =>
    fc.assert(
      fc.property(positive, positive, share, fc.double({ min: 0.01, max: 0.99, noNaN: true }), (x, y, ground, part) => {
        const split = filmBand(x * (1 - part), y * (1 - part), filmBand(x * part, y * part, ground));
        expect(Math.abs(split - filmBand(x, y, ground))).toBeLessThan(1e-12);
      }),
    ));
  test('always a reflectance', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1e6, noNaN: true }),
        fc.double({ min: 0, max: 1e6, noNaN: true }),
        share,
        (x, y, ground) => {
          const r = filmBand(x, y, ground);
          expect(r >= 0 && r <= 1 + 1e-12).toBe(true);
        },
      ),
    ));
});

test('the surface correction undoes itself', () =>
  fc.assert(
    fc.property(fc.double({ min: 0.02, max: 1, noNaN: true }), (r) => {
      expect(measuredFromInternal(internalFromMeasured([r], 0.01), 0.01)[0]).toBeCloseTo(r, 10);
    }),
  ));

test('a half-and-half mix of one ink with itself is that ink', () => {
  const ink = { kh: [0.4, 1.2], sh: [0.3, 0.2] };
  const mixed = mixFilms([ink, ink], [0.5, 0.5]);
  expect(Array.from(filmOver(mixed, [0.8, 0.5]))).toEqual(Array.from(filmOver(ink, [0.8, 0.5])));
});

const PAPER: Lab = [95, 0, 4];
const lab = (hex: number): Lab => labD50FromSrgb8([hex >> 16, (hex >> 8) & 255, hex & 255]);
const ground = groundOf(PAPER, lab(0x20232f));
const looksOf = (...films: Film[]) =>
  stackLooksLabD50(
    ground,
    films.map((film) => ({ film, weight: 1 })),
  );

test('an ink alone on paper has its wanted colour, whatever its opacity', () => {
  for (const hex of [0xead08c, 0xa65b48, 0x4d5a78, 0x20232f, 0xcf3324]) {
    for (const opacity of ['opaque', 'half', 'transparent'] as const) {
      const [, look] = looksOf(filmOnGround(ground, lab(hex), opacity));
      expect(deltaE2000(look, lab(hex))).toBeLessThan(1);
    }
  }
});

test('over a dark film a light ink covers the better the more opaque it is, and a dark one always does', () => {
  const under = filmOnGround(ground, lab(0x20232f), 'opaque');
  const off = (hex: number, opacity: 'opaque' | 'half' | 'transparent') =>
    deltaE2000(looksOf(under, filmOnGround(ground, lab(hex), opacity))[2], lab(hex));
  expect(off(0xead08c, 'opaque')).toBeLessThan(off(0xead08c, 'half'));
  expect(off(0xead08c, 'half')).toBeLessThan(off(0xead08c, 'transparent'));
  expect(off(0xead08c, 'transparent')).toBeGreaterThan(40);
  const straw = filmOnGround(ground, lab(0xead08c), 'half');
  const darkOverLight = looksOf(straw, filmOnGround(ground, lab(0x20232f), 'opaque'))[2];
  expect(deltaE2000(darkOverLight, lab(0x20232f))).toBeLessThan(3);
});

test('ink for a run grows with area and sheets, and never falls below what roller and slab hold', () => {
  const none = inkForRun(0, 27);
  const some = inkForRun(312, 27);
  // (312 cm² × 27 × 8 µm = 6.739 ml; 635.6 cm² × 15 µm = 0.953 ml) ÷ 0.9 × 1.1 g/ml
  expect(some.grams).toBeCloseTo(9.402, 2);
  expect(none.grams).toBeCloseTo(1.165, 2);
  expect(inkForRun(312, 27, 2).millilitres).toBeGreaterThan(1.8 * (some.millilitres - none.millilitres));
  expect(some.teaspoons).toBeCloseTo(some.millilitres / 4.93, 9);
});
