import fc from 'fast-check';
import { deltaE2000, labD50FromSrgb8, type Lab } from '../colour';
import {
  filmBand,
  filmOnGround,
  filmOver,
  groundOf,
  inkForRun,
  internalFromMeasured,
  labFromInternal,
  STARTER_CABINET,
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
    fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (r) => {
      // well above the floor exactly; near it light fades out instead of ending, and nothing comes out darker than the floor
      const back = measuredFromInternal(internalFromMeasured([r], 0.01), 0.01)[0];
      const least = Math.max(r, 0.01);
      expect(back).toBeGreaterThanOrEqual(least - 1e-12);
      expect(back - least).toBeLessThan(r > 0.06 ? 1e-4 : 2e-3);
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
  const none = inkForRun({ standingCm2: 0, sheets: 27 });
  const some = inkForRun({ standingCm2: 312, sheets: 27 });
  // (312 cm² × 28 × 8 µm = 6.989 ml; 589.0 cm² × 12 µm = 0.707 ml) × 1.1 × 1.1 g/ml
  expect(some.grams).toBeCloseTo(9.312, 2);
  expect(none.grams).toBeCloseTo(0.855, 2);
  expect(inkForRun({ standingCm2: 312, sheets: 27, layings: 2 }).millilitres).toBeGreaterThan(
    1.8 * (some.millilitres - none.millilitres),
  );
  expect(some.teaspoons).toBeCloseTo(some.millilitres / 4.93, 9);
});

describe('inks below the surface floor', () => {
  const paper: Lab = [96, 0, 3];
  const ground = groundOf(paper, [16, 0, 0]);
  const white = STARTER_CABINET.find((ink) => ink.role === 'white')!;
  const whiteFilm = filmOnGround(ground, white.labD50, white.contrastRatio);
  const black = new Float64Array(36).fill(0.01);
  /** Colours of an ink in mixtures and thin films, over paper and over black. */
  const looks = (labD50: Lab, ratio: number): Lab[] => {
    const film = filmOnGround(ground, labD50, ratio);
    return [0.002, 0.05, 0.5, 1].flatMap((share) =>
      [0.1, 1].flatMap((weight) =>
        [ground.internal, black].map((below) =>
          labFromInternal(ground, filmOver(mixFilms([film, whiteFilm], [share, 1 - share]), below, weight)),
        ),
      ),
    );
  };
  const most = (a: Lab[], b: Lab[]) => Math.max(...a.map((lab, i) => deltaE2000(lab, b[i])));

  test.each(STARTER_CABINET.map((ink) => [ink.name, ink] as const))(
    '%s: a little change of colour, ratio or share is a little change of the print',
    (_, { labD50: [l, a, b], contrastRatio }) => {
      const base = looks([l, a, b], contrastRatio);
      expect(most(base, looks([l + 0.1, a, b], contrastRatio))).toBeLessThan(1);
      expect(most(base, looks([l, a + 0.1, b], contrastRatio))).toBeLessThan(1);
      expect(most(base, looks([l, a, b + 0.1], contrastRatio))).toBeLessThan(1);
      for (const ratio of [0, 0.01, 0.1, 0.5, 0.9, 0.97])
        expect(most(looks([l, a, b], ratio), looks([l, a, b], ratio + 0.001))).toBeLessThan(1);
      const film = filmOnGround(ground, [l, a, b], contrastRatio);
      const mixed = (share: number) =>
        labFromInternal(ground, filmOver(mixFilms([film, whiteFilm], [share, 1 - share]), ground.internal));
      for (const share of [0, 0.0002, 0.001, 0.05])
        expect(deltaE2000(mixed(share), mixed(share + 0.0002))).toBeLessThan(1);
    },
  );
});
