import fc from 'fast-check';
import { deltaE2000, type Lab } from '../colour';
import { filmOnGround, groundOf, mixFilms, stackLooksLabD50, type LaidFilm, type OpacityKnown } from '../inks';
import { FADE_CURVES, filmAt, goneOver, goneOverAt, lookField, lookInField, type Fade, type FadingFilm } from './fades';

const PAPER: Lab = [95, 0, 3],
  ground = groundOf(PAPER, [18, 1, -2]);
const film = (labD50: Lab, opacity: OpacityKnown) => filmOnGround(ground, labD50, opacity);
const SIZE = { widthMm: 240, heightMm: 180 };

/** The plain reckoning: at every place the films as they lie there, by the definition of a fade. */
function plainLook(films: readonly FadingFilm[], xMm: number, yMm: number): Lab {
  const laid = films.map((one): LaidFilm => {
    const { fade } = one;
    if (!fade) return one;
    const [dx, dy] = [fade.toMm.xMm - fade.fromMm.xMm, fade.toMm.yMm - fade.fromMm.yMm];
    const along = ((xMm - fade.fromMm.xMm) * dx + (yMm - fade.fromMm.yMm) * dy) / (dx ** 2 + dy ** 2);
    const t = along < 0 ? 0 : along > 1 ? 1 : along;
    const over = fade.curve === 'slow' ? t ** 2 : fade.curve === 'fast' ? 1 - (1 - t) ** 2 : t;
    return fade.to
      ? { ...one, film: mixFilms([one.film, fade.to], [1 - over, over]) }
      : { ...one, weight: one.weight * (1 - over), present: 1 - over };
  });
  return stackLooksLabD50(ground, laid).at(-1)!;
}

/** The largest difference to it over a grid of places, ΔE00. */
function farthestOff(films: readonly FadingFilm[], every = 3): number {
  const field = lookField(ground, films)!;
  let worst = 0;
  for (let x = 0; x <= SIZE.widthMm; x += every)
    for (let y = 0; y <= SIZE.heightMm; y += every)
      worst = Math.max(worst, deltaE2000(plainLook(films, x, y), lookInField(field, films.length, { xMm: x, yMm: y })));
  return worst;
}

const place = fc.record({
  xMm: fc.double({ min: -40, max: 280, noNaN: true }),
  yMm: fc.double({ min: -40, max: 220, noNaN: true }),
});
const ink = fc
  .tuple(
    fc.double({ min: 18, max: 88, noNaN: true }),
    fc.double({ min: -45, max: 55, noNaN: true }),
    fc.double({ min: -45, max: 60, noNaN: true }),
    fc.double({ min: 0, max: 0.95, noNaN: true }),
  )
  .map(([l, a, b, opacity]) => film([l, a, b], opacity));
const fade = fc
  .record({ fromMm: place, toMm: place, curve: fc.constantFrom(...FADE_CURVES), to: fc.option(ink) })
  .filter(({ fromMm, toMm }) => Math.hypot(toMm.xMm - fromMm.xMm, toMm.yMm - fromMm.yMm) > 5);
const laid = fc.record({ film: ink, weight: fc.double({ min: 0.3, max: 2, noNaN: true }) });

test('before its line a fade is all of its ink, beyond it all of what it goes over to, and across it the same', () => {
  const one: Omit<Fade, 'to'> = { fromMm: { xMm: 20, yMm: 100 }, toMm: { xMm: 80, yMm: 100 }, curve: 'even' };
  expect(goneOverAt(one, { xMm: 0, yMm: 7 })).toBe(0);
  expect(goneOverAt(one, { xMm: 200, yMm: 7 })).toBe(1);
  expect(goneOverAt(one, { xMm: 50, yMm: 0 })).toBeCloseTo(goneOverAt(one, { xMm: 50, yMm: 180 }), 12);
  expect(goneOverAt(one, { xMm: 35, yMm: 12 })).toBeCloseTo(0.25, 12);
  expect(FADE_CURVES.map((curve) => goneOver(curve, 0.5))).toEqual([0.5, 0.25, 0.75]);
});

test('a film that ran out is not there: not as a colour, and not for the film that comes over it', () => {
  const wet = groundOf(PAPER, [18, 1, -2], 'wet'),
    laying = { open: true, onOpen: 0.5, onDry: 0.5 };
  const under: FadingFilm = {
    ...{ film: film([50, 40, 30], 'transparent'), weight: 1, laying },
    fade: { fromMm: { xMm: 0, yMm: 0 }, toMm: { xMm: 100, yMm: 0 }, curve: 'even', to: null },
  };
  const over: LaidFilm = { film: film([40, 0, -40], 'transparent'), weight: 1, laying };
  const look = (x: number) => stackLooksLabD50(wet, [filmAt(under, { xMm: x, yMm: 0 }), over]).at(-1)!;
  const alone = stackLooksLabD50(wet, [over]).at(-1)!;
  expect(deltaE2000(look(100), alone)).toBeLessThan(1e-9);
  // and it comes there without a jump
  expect(deltaE2000(look(99.9), alone)).toBeLessThan(0.1);
  expect(deltaE2000(look(0), alone)).toBeGreaterThan(5);
});

test('one fade in any ink, under and over others: nowhere 0.3 off the plain reckoning, with no more than 17 steps', () => {
  let misses = 0,
    most = 0;
  fc.assert(
    fc.property(laid, fade, fc.array(laid, { maxLength: 3 }), fc.nat(3), (own, fades, others, at) => {
      const films: FadingFilm[] = [...others];
      films.splice(Math.min(at, films.length), 0, { ...own, fade: fades });
      const field = lookField(ground, films)!;
      expect(field.axes[0].atMm.length).toBeLessThanOrEqual(17);
      const off = farthestOff(films, 7);
      most = Math.max(most, off);
      if (off > 0.3) misses++;
    }),
    { numRuns: 120, seed: 15 },
  );
  expect([misses, most < 0.3]).toEqual([0, true]);
});

test('the steepest of all, a full opaque black running into opaque white or out to nothing, is followed as well', () => {
  const black = film([10, 0, 0], 'opaque'),
    white = film([94, 0, 2], 'opaque');
  const line = { fromMm: { xMm: 10, yMm: 90 }, toMm: { xMm: 200, yMm: 90 } };
  for (const curve of FADE_CURVES)
    for (const [own, to] of [
      [black, white],
      [white, black],
      [black, null],
    ] as const)
      expect(farthestOff([{ film: own, weight: 2, fade: { ...line, curve, to } }], 1)).toBeLessThan(0.3);
});

test('fades along one line in both senses share their steps; those across one another meet at all crossings', () => {
  const sky: FadingFilm = {
    ...{ film: film([35, 5, -40], 0.3), weight: 1 },
    fade: { fromMm: { xMm: 0, yMm: 10 }, toMm: { xMm: 0, yMm: 120 }, curve: 'fast', to: null },
  };
  const glow: FadingFilm = {
    ...{ film: film([70, 25, 45], 0.2), weight: 1 },
    fade: { fromMm: { xMm: 3, yMm: 150 }, toMm: { xMm: 3, yMm: 60 }, curve: 'even', to: film([80, 5, 20], 0.5) },
  };
  const side: FadingFilm = {
    ...{ film: film([25, 0, 0], 0.6), weight: 0.8 },
    fade: { fromMm: { xMm: 200, yMm: 10 }, toMm: { xMm: 90, yMm: 40 }, curve: 'slow', to: null },
  };
  const along = lookField(ground, [sky, glow])!;
  expect(along.axes).toHaveLength(1);
  expect(farthestOff([sky, glow])).toBeLessThan(0.3);
  expect(lookField(ground, [sky, side, glow])!.axes).toHaveLength(2);
  expect(farthestOff([sky, side, glow])).toBeLessThan(0.3);
});

test('films that do not fade have no field: they look the same everywhere', () => {
  expect(lookField(ground, [{ film: film([50, 0, 0], 0.5), weight: 1 }])).toBeUndefined();
});
