import { packRgb, type ColourRaster } from '../geometry';
import { colourCells, findPalette, quantise } from './index';

/** A raster of blocks of flat colours, each with its share in pixels. */
function blocks(...colours: readonly (readonly [number, number, number, number])[]): ColourRaster {
  const total = colours.reduce((sum, c) => sum + c[3], 0);
  const words = new Uint32Array(total);
  let at = 0;
  for (const [r, g, b, count] of colours) {
    words.fill(packRgb(r, g, b), at, at + count);
    at += count;
  }
  return { width: total, height: 1, rgba: new Uint8ClampedArray(words.buffer) };
}

const THREE = blocks([250, 248, 240, 600], [200, 60, 40, 300], [20, 24, 40, 100]);

test('cells count every pixel once', () => {
  const cells = colourCells(THREE);
  expect(cells.cell.length).toBe(3);
  expect(cells.totalPx).toBe(1000);
  expect([...cells.weight].sort((a, b) => a - b)).toEqual([100, 300, 600]);
});

test('cells of a part count only that part', () => {
  expect(colourCells(THREE, (i) => i >= 900).totalPx).toBe(100);
});

test('flat black and white stay so', () => {
  const cells = colourCells(blocks([0, 0, 0, 10], [255, 255, 255, 10]));
  expect(cells.oklab[0]).toBeCloseTo(0, 6);
  expect(cells.oklab[3]).toBeCloseTo(1, 4);
});

test('as many flat colours as asked for are found exactly, light to dark', () => {
  const palette = findPalette(colourCells(THREE), 3);
  expect(palette.count).toBe(3);
  expect([0, 3, 6].map((i) => palette.oklab[i])).toEqual(
    [...[0, 3, 6].map((i) => palette.oklab[i])].sort((a, b) => b - a),
  );
});

test('colours that cannot be told apart are one', () => {
  expect(findPalette(colourCells(blocks([120, 120, 120, 500], [121, 121, 121, 500])), 5).count).toBe(1);
});

test('one colour asked for is the mean, weighted by area', () => {
  const [L] = findPalette(colourCells(THREE), 1).oklab;
  const cells = colourCells(THREE);
  let mean = 0;
  cells.weight.forEach((w, i) => {
    mean += (w * cells.oklab[3 * i]) / 1000;
  });
  expect(L).toBeCloseTo(mean, 9);
});

test('a small but far colour is not lost in a large one', () => {
  const raster = blocks([240, 235, 220, 9000], [236, 230, 214, 9000], [180, 40, 30, 120], [30, 40, 90, 120]);
  const palette = findPalette(colourCells(raster), 3);
  const labels = quantise(raster, colourCells(raster), palette.oklab);
  expect(new Set(labels.slice(18_000, 18_120))).not.toEqual(new Set(labels.slice(18_120)));
  expect(labels[0]).toBe(labels[9_500]);
});

test('the same picture gives the same palette, another seed may not', () => {
  const noisy = blocks(
    ...Array.from({ length: 300 }, (_, i) => [(i * 37) % 256, (i * 91) % 256, (i * 53) % 256, 5] as const),
  );
  const cells = colourCells(noisy);
  expect([...findPalette(cells, 6).oklab]).toEqual([...findPalette(cells, 6).oklab]);
  expect(findPalette(cells, 6, 99).count).toBe(6);
});

test('every pixel gets the label of its nearest centre', () => {
  const cells = colourCells(THREE);
  const labels = quantise(THREE, cells, findPalette(cells, 3).oklab);
  expect([labels[0], labels[700], labels[950]]).toEqual([0, 1, 2]);
});
