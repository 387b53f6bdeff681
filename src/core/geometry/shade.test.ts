import fc from 'fast-check';
import { paintCoverage, labelCoverage } from './coverage';
import { paintLabels } from './paint';
import { FillsAt, packRgb, type Shade } from './shade';

/** Red rises from left to right over the middle half, green from top to bottom. */
const across: Shade = { axes: [{ alongU: 1, alongV: 0, at: [0.25, 0.75] }], rgb: [0, 40, 80, 200, 40, 80] };
const both: Shade = {
  axes: [
    { alongU: 1, alongV: 0, at: [0.25, 0.75] },
    { alongU: 0, alongV: 1, at: [0, 0.5, 1] },
  ],
  rgb: [0, 0, 0, 0, 100, 0, 0, 255, 0, 200, 0, 0, 200, 100, 0, 200, 255, 0],
};
const levels = (word: number) => [word & 255, (word >>> 8) & 255, (word >>> 16) & 255];
const at = (shade: Shade, u: number, v: number) => {
  const fills = new FillsAt([shade, 7], 0);
  fills.goTo(u, v);
  return levels(fills.wordOf(0));
};
const map = (width: number, height: number, of: (x: number, y: number) => number) => ({
  width,
  height,
  labels: Uint8Array.from({ length: width * height }, (_, i) => of(i % width, Math.floor(i / width))),
});

test('before its first and beyond its last step a shade stays what it is; between, it goes straight', () => {
  expect(at(across, 0.1, 0.9)).toEqual([0, 40, 80]);
  expect(at(across, 0.5, 0.2)).toEqual([100, 40, 80]);
  expect(at(across, 0.9, 0.5)).toEqual([200, 40, 80]);
});

test('in two directions it is the mean of the crossings round a place, whatever was asked before', () => {
  const fills = new FillsAt([both], 0);
  fc.assert(
    fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (u, v) => {
      const red = 200 * Math.min(1, Math.max(0, (u - 0.25) / 0.5)),
        green = v < 0.5 ? 200 * v : 100 + 310 * (v - 0.5);
      fills.goTo(u, v);
      const [r, g, b] = levels(fills.wordOf(0));
      expect([Math.abs(r - red) <= 0.51, Math.abs(g - green) <= 0.51, b]).toEqual([true, true, 0]);
    }),
    { seed: 4 },
  );
});

test('large and small pictures, whole or in part, show the same colour at the same place, and flat areas stay flat', () => {
  const picture = map(400, 300, (_, y) => (y < 150 ? 0 : 1));
  const flat = packRgb(9, 9, 9);
  const large = paintLabels(
    picture,
    [{ fill: across }, { fill: flat }],
    { x: 100, y: 0, pxPerOut: 1, mirrored: false },
    200,
    300,
    0,
  );
  const small = paintCoverage(labelCoverage(picture, 2, 40, 30), [across, flat]);
  for (const u of [0.3, 0.4, 0.6, 0.7]) {
    const [there] = levels(large[20 * 200 + Math.round(u * 400 - 100)]),
      [stamp] = levels(small[3 * 40 + Math.round(u * 40)]);
    expect(there).toBeCloseTo((200 * (u - 0.25)) / 0.5, -0.5);
    expect(Math.abs(stamp - there)).toBeLessThan(6);
  }
  expect(large[299 * 200]).toBe(flat);
});

test('in the mirror it runs the other way', () => {
  const picture = map(100, 10, () => 0);
  const paint = (mirrored: boolean) =>
    paintLabels(picture, [{ fill: across }], { x: 0, y: 0, pxPerOut: 1, mirrored }, 100, 10, 0);
  const [seen, block] = [paint(false), paint(true)];
  for (let x = 0; x < 100; x++) expect(block[99 - x]).toBe(seen[x]);
});
