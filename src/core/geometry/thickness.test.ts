import { countPixels, labelSet, maskOfLabels, thinnerThan, thinnestWidthPx, type BitMask } from './index';

const WIDTH = 300,
  HEIGHT = 200;

/** A mask of rectangles: x, y, width, height. */
function boxes(...list: readonly (readonly [number, number, number, number])[]): BitMask {
  const labels = new Uint8Array(WIDTH * HEIGHT);
  for (const [x, y, w, h] of list)
    for (let row = y; row < y + h; row++) labels.fill(1, row * WIDTH + x, row * WIDTH + x + w);
  return maskOfLabels({ width: WIDTH, height: HEIGHT, labels }, labelSet([1]));
}

test('the thinnest of several bars is told', () => {
  const mask = boxes([20, 20, 200, 40], [20, 80, 200, 6], [20, 120, 200, 11]);
  expect(thinnestWidthPx(mask, 30, 20)).toBe(6);
});

test('upright bars count as level ones do', () => {
  expect(thinnestWidthPx(boxes([20, 20, 7, 150], [60, 20, 60, 150]), 30, 20)).toBe(7);
});

test('nothing thin: undefined', () => {
  expect(thinnestWidthPx(boxes([20, 20, 200, 100]), 30, 20)).toBeUndefined();
});

test('an empty mask and a full one have nothing thin', () => {
  expect(thinnestWidthPx(boxes(), 30, 20)).toBeUndefined();
  expect(thinnestWidthPx(boxes([0, 0, WIDTH, HEIGHT]), 30, 20)).toBeUndefined();
});

test('too little thin area is a point, not a line', () => {
  const mask = boxes([20, 20, 200, 100], [220, 60, 8, 2]);
  expect(thinnestWidthPx(mask, 10, 50)).toBeUndefined();
  expect(thinnestWidthPx(mask, 10, 5)).toBe(2);
});

test('a strip along the edge of the map is not thinner for it', () => {
  const mask = boxes([0, 0, WIDTH, 4]);
  expect(countPixels(thinnerThan(mask, 9))).toBe(0);
});

test('a wedge is thin only towards its point', () => {
  const labels = new Uint8Array(WIDTH * HEIGHT);
  for (let x = 20; x < 280; x++) {
    const half = Math.round((x - 20) / 8);
    for (let y = 100 - half; y <= 100 + half; y++) labels[y * WIDTH + x] = 1;
  }
  const thin = thinnerThan(maskOfLabels({ width: WIDTH, height: HEIGHT, labels }, labelSet([1])), 13);
  const columns = new Set<number>();
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) if ((thin.words[y * thin.wordsPerRow + (x >>> 5)] >>> (x & 31)) & 1) columns.add(x);
  expect(Math.min(...columns)).toBeLessThan(30);
  expect(Math.max(...columns)).toBeLessThan(90);
  expect(Math.max(...columns)).toBeGreaterThan(45);
});
