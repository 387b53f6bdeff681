import { deltaE2000, srgb8FromLabD50, type Lab } from '../colour';
import { randomStream } from '../random/random';
import { gradationOf } from './gradations';

const WIDTH = 300,
  HEIGHT = 200;

/** A picture and its flat areas: label 0 above, 1 below the line y = 120; what is to be seen at a place by `lookAt`. */
function drawn(
  lookAt: (x: number, y: number) => Lab,
  grain = 0,
  of: (x: number, y: number) => number = (_, y) => (y < 60 ? 0 : y < 120 ? 1 : 2),
) {
  const random = randomStream(7);
  const rgba = new Uint8ClampedArray(4 * WIDTH * HEIGHT),
    labels = new Uint8Array(WIDTH * HEIGHT);
  for (let y = 0, i = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++, i++) {
      const { rgb } = srgb8FromLabD50(lookAt(x, y));
      rgba.set([...rgb.map((v) => v + grain * (random() - 0.5)), 255], 4 * i);
      labels[i] = of(x, y);
    }
  return { raster: { width: WIDTH, height: HEIGHT, rgba }, map: { width: WIDTH, height: HEIGHT, labels } };
}
const mixed = (a: Lab, b: Lab, t: number): Lab =>
  [0, 1, 2].map((c) => a[c] + Math.min(1, Math.max(0, t)) * (b[c] - a[c])) as unknown as Lab;
const DUSK: Lab = [35, 8, -38],
  GLOW: Lab = [78, 12, 30],
  SEA: Lab = [40, -10, -10];
const FLAT: Lab[] = [mixed(DUSK, GLOW, 0.25), mixed(DUSK, GLOW, 0.75), SEA];

test('a sky that runs from dusk to glow is found with its line and both its ends, grain or none', () => {
  for (const grain of [0, 40]) {
    const { raster, map } = drawn((_, y) => (y < 120 ? mixed(DUSK, GLOW, y / 120) : SEA), grain);
    const found = gradationOf(raster, map, [0, 1], FLAT)!;
    expect(Math.abs(found.from.v * HEIGHT)).toBeLessThan(6);
    expect(Math.abs(found.to.v * HEIGHT - 120)).toBeLessThan(6);
    expect(Math.abs(found.from.u - found.to.u)).toBeLessThan(0.02);
    expect(deltaE2000(found.fromLabD50, DUSK)).toBeLessThan(2);
    expect(deltaE2000(found.toLabD50, GLOW)).toBeLessThan(2);
    // one fade is nearer to it than its two flat colours
    expect(found.fadeDeltaE).toBeLessThan(grain ? 3 : 0.7);
    expect(found.flatDeltaE).toBeGreaterThan(2 * found.fadeDeltaE);
  }
});

test('it begins at its darker end, and lies aslant where the picture does', () => {
  const { raster, map } = drawn(
    (x, y) => mixed(GLOW, DUSK, (x + y - 100) / 250),
    0,
    () => 0,
  );
  const { from, to, fromLabD50 } = gradationOf(raster, map, [0], FLAT)!;
  expect(Math.atan2((from.v - to.v) * HEIGHT, (from.u - to.u) * WIDTH) / Math.PI).toBeCloseTo(0.25, 1);
  expect(fromLabD50[0]).toBeLessThan(50);
});

test('two flat areas are two flat areas: a fade is far from them', () => {
  const { raster, map } = drawn((_, y) => (y < 60 ? DUSK : y < 120 ? GLOW : SEA));
  const found = gradationOf(raster, map, [0, 1], [DUSK, GLOW, SEA])!;
  expect(found.flatDeltaE).toBeLessThan(1);
  expect(found.fadeDeltaE).toBeGreaterThan(4);
});

test('an area of one colour has no line, one of a few pixels tells of none', () => {
  const { raster, map } = drawn(() => SEA);
  expect(gradationOf(raster, map, [2], FLAT)).toBeUndefined();
  const tiny = drawn(
    (_, y) => mixed(DUSK, GLOW, y / 10),
    0,
    (x, y) => (x < 10 && y < 10 ? 0 : 2),
  );
  expect(gradationOf(tiny.raster, tiny.map, [0], FLAT)).toBeUndefined();
});

test('the raster may be coarser than the map', () => {
  const { map } = drawn(() => SEA);
  const small = { width: 30, height: 20, rgba: new Uint8ClampedArray(4 * 30 * 20) };
  for (let y = 0; y < 20; y++)
    for (let x = 0; x < 30; x++)
      small.rgba.set([...srgb8FromLabD50(mixed(DUSK, GLOW, y / 12)).rgb, 255], 4 * (y * 30 + x));
  expect(gradationOf(small, map, [0, 1], FLAT)!.fadeDeltaE).toBeLessThan(4);
});
