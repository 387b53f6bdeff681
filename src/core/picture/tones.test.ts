import { labD50FromOklab, type Lab } from '../colour';
import type { ColourRaster } from '../geometry';
import { randomStream } from '../random/random';
import { colourCells, findPalette, FIRST_TONES, flattenSteps, quantise } from './index';
import { findTones, litFromSide, quantiseByCells } from './tones';

/** A grey ramp from left to right, warm above and cool below. */
function ramp(width = 256, height = 120): ColourRaster {
  const random = randomStream(2),
    rgba = new Uint8ClampedArray(4 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const v = 20 + (215 * x) / width + 4 * (random() - 0.5),
        warm = y < height / 2;
      rgba.set([warm ? v + 18 : v - 18, v, warm ? v - 25 : v + 25, 255], 4 * (y * width + x));
    }
  return { width, height, rgba };
}
const picture = ramp();
const cells = colourCells(picture);
const share = (labels: Uint8Array, wanted: (x: number, y: number, label: number) => boolean) => {
  let count = 0;
  for (let i = 0; i < labels.length; i++) if (wanted(i % 256, Math.floor(i / 256), labels[i])) count++;
  return count / labels.length;
};
const labelsOf = (settings: Partial<typeof FIRST_TONES>, count = 4) => {
  const tones = findTones(cells, count, { ...FIRST_TONES, ...settings });
  return { tones, labels: quantiseByCells(picture, cells, tones.toneOfCell) };
};

test('by whole colours and with no edge moved the tones are those of the palette', () => {
  const { tones, labels } = labelsOf({}),
    palette = findPalette(cells, 4),
    plain = quantise(picture, cells, palette.oklab);
  expect(tones.count).toBe(palette.count);
  expect(share(labels, (x, y, label) => label === plain[y * 256 + x])).toBeGreaterThan(0.98);
});

test('by light alone the warm and the cool half fall apart at the same places', () => {
  const { labels } = labelsOf({ groupBy: 'light' });
  let apart = 0;
  for (let x = 0; x < 256; x++) if (labels[20 * 256 + x] !== labels[100 * 256 + x]) apart++;
  expect(apart).toBeLessThan(40);
});

test('by hue two tones are the warm and the cool half', () => {
  const { labels } = labelsOf({ groupBy: 'hue' }, 2);
  const upper = share(labels, (_x, y, label) => y < 60 && label === labels[20 * 256 + 128]),
    lower = share(labels, (_x, y, label) => y >= 60 && label === labels[20 * 256 + 128]);
  expect(upper).toBeGreaterThan(0.4);
  expect(lower).toBeLessThan(0.1);
});

test('an edge moved to the darker tone gives the lighter one more, to the lighter less, and no other edge moves', () => {
  const area = (edges: number[], tone: number) =>
    share(labelsOf({ groupBy: 'light', edges }).labels, (_x, _y, label) => label === tone);
  const before = [0, 1, 2, 3].map((tone) => area([], tone));
  expect(area([0, 0.6, 0], 1)).toBeGreaterThan(before[1] + 0.03);
  expect(area([0, -0.6, 0], 1)).toBeLessThan(before[1] - 0.03);
  for (const edges of [
    [0, 0.6, 0],
    [0, -0.6, 0],
  ]) {
    expect(area(edges, 0)).toBeCloseTo(before[0], 6);
    expect(area(edges, 3)).toBeCloseTo(before[3], 6);
  }
});

test('an edge moved all the way leaves a tone that has only what lies beyond its neighbour', () => {
  const { tones } = labelsOf({ groupBy: 'light', edges: [1, 1, 1] });
  expect(tones.count).toBeGreaterThanOrEqual(2);
  for (let k = 1; k < tones.count; k++) expect(tones.oklab[3 * k]).toBeLessThan(tones.oklab[3 * k - 3]);
});

test('a colour pointed at is a tone to the point, and its neighbours make room', () => {
  const wanted: Lab = [48, 12, 16];
  const { tones } = labelsOf({ picked: [wanted] });
  const labs = Array.from({ length: tones.count }, (_, k) =>
    labD50FromOklab(tones.oklab[3 * k], tones.oklab[3 * k + 1], tones.oklab[3 * k + 2]),
  );
  expect(Math.min(...labs.map((lab) => Math.hypot(...lab.map((v, d) => v - wanted[d]))))).toBeLessThan(1);
  expect(tones.count).toBe(4);
});

test('light from one side: lighter there, darker beyond, and level where it is not asked for', () => {
  const flat: ColourRaster = { width: 90, height: 60, rgba: new Uint8ClampedArray(4 * 90 * 60).fill(128) };
  const at = (raster: ColourRaster, x: number, y: number) => raster.rgba[4 * (y * 90 + x)];
  const left = litFromSide(flat, { fromDeg: 0, strength: 0.8 });
  expect(at(left, 5, 30)).toBeGreaterThan(150);
  expect(at(left, 84, 30)).toBeLessThan(100);
  expect(at(left, 5, 5)).toBe(at(left, 5, 55));
  const below = litFromSide(flat, { fromDeg: 90, strength: 0.8 });
  expect(at(below, 40, 55)).toBeGreaterThan(at(below, 40, 5) + 40);
  const none = litFromSide(flat, { fromDeg: 0, strength: 0 });
  expect(Math.abs(at(none, 5, 30) - 128)).toBeLessThanOrEqual(1);
});

test('a flattening with tones of its own is as deterministic as one without, and light to dark', () => {
  const settings = {
    ...{ colourCount: 4, radiusMm: 0, minIslandMm2: 0 },
    tones: { ...FIRST_TONES, groupBy: 'light' as const, side: { fromDeg: 180, strength: 0.5 }, edges: [0.2] },
  };
  const [one, other] = [0, 1].map(() => flattenSteps(picture, 0.1, settings));
  if (!one.ok || !other.ok) throw new Error('not flattened');
  expect(Buffer.compare(one.value.merged, other.value.merged)).toBe(0);
  const lights = one.value.coloursLabD50.map(([L]) => L);
  expect(lights).toEqual([...lights].sort((a, b) => b - a));
});
