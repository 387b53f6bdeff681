import { labelSet } from '../geometry';
import { clockPlace, cutIslandsOf, inCuttingOrder, toolsForPiece } from './index';

const size = { widthMm: 100, heightMm: 60 };

test.each<[number, number, number, boolean]>([
  [50, 30, 0, false],
  [50, 2, 12, true],
  [98, 30, 3, true],
  [75, 30, 3, false],
  [50, 58, 6, true],
  [2, 30, 9, true],
  [75, 55, 5, true],
  [20, 5, 11, true],
])('%d, %d mm lies at %d o’clock', (xMm, yMm, hour, byTheEdge) => {
  expect(clockPlace({ xMm, yMm }, size)).toEqual({ hour, byTheEdge });
});

/** Squares of cut ground, in pixels of half a millimetre. */
const map = (...squares: [number, number, number][]) => {
  const [width, height] = [200, 120];
  const labels = new Uint8Array(width * height);
  squares.forEach(([x, y, side], i) => {
    for (let row = y; row < y + side; row++) labels.fill(1 + i, row * width + x, row * width + x + side);
  });
  return { width, height, labels };
};

test('pieces know their colour, span and width', () => {
  const { islands } = cutIslandsOf(map([20, 20, 20], [120, 60, 8]), labelSet([1, 2]), 0.5);
  expect(islands.map(({ label }) => label)).toEqual([1, 2]);
  expect(islands[0].boxMm).toEqual({ x0: 10, y0: 10, x1: 20, y1: 20 });
  expect(islands[0].areaMm2).toBe(100);
  expect(Math.abs(islands[0].widthMm - 10)).toBeLessThanOrEqual(1);
  expect(Math.abs(islands[1].widthMm - 4)).toBeLessThanOrEqual(1);
});

test('the order goes from the middle outwards, round the clock, and leaves out the smallest', () => {
  const { islands } = cutIslandsOf(
    map([96, 56, 8], [96, 4, 8], [170, 56, 8], [140, 56, 8], [4, 56, 8], [60, 90, 3]),
    labelSet([1, 2, 3, 4, 5, 6]),
    0.5,
  );
  const order = inCuttingOrder(islands, size, 5);
  expect(order.map(({ label }) => label)).toEqual([1, 2, 4, 3, 5]);
});

test('tools: the narrowest for the outline, the widest that fits to clear; none for what no tool enters', () => {
  expect(toolsForPiece({ widthMm: 4 }, [0.5, 1, 3, 6])).toEqual({ outlineMm: 0.5, clearMm: 3 });
  expect(toolsForPiece({ widthMm: 0.3 }, [0.5, 1])).toBeUndefined();
});
