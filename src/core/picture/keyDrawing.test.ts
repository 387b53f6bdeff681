import fc from 'fast-check';
import { drawnKey, filledKey, keyPieces, thicknessOf, withoutKey, type KeyPiece } from './keyDrawing';

const map = (width: number, height: number, of: (x: number, y: number) => number) => ({
  width,
  height,
  labels: Uint8Array.from({ length: width * height }, (_, i) => of(i % width, Math.floor(i / width))),
});
/** Left 0, right 1, and a disc of 2 across their edge. */
const scene = map(120, 80, (x, y) => (Math.hypot(x - 60, y - 40) < 20 ? 2 : x < 60 ? 0 : 1));
const ALL = [
  [0, 1],
  [0, 2],
  [1, 2],
] as const;
const plain = { pairs: ALL, smoothPx: 0 };
const KEY = 9;

/** Distance of a pixel's middle to the points of the pieces. */
const offOf = (pieces: readonly KeyPiece[], x: number, y: number) =>
  Math.min(
    ...pieces.flatMap(({ pointsPx }) =>
      Array.from({ length: pointsPx.length / 2 }, (_, p) =>
        Math.hypot(pointsPx[2 * p] - x - 0.5, pointsPx[2 * p + 1] - y - 0.5),
      ),
    ),
  );

test('the edges of chosen pairs come piece by piece, from meeting to meeting', () => {
  const pieces = keyPieces(scene, plain);
  expect(pieces.map(({ a, b }) => [a, b]).sort()).toEqual([
    [0, 1],
    [0, 1],
    [0, 2],
    [1, 2],
  ]);
  // two straight pieces of 20 px to the disc, two half circles of about 63
  const lengths = pieces.map(({ lengthPx }) => Math.round(lengthPx)).sort((p, q) => p - q);
  expect(lengths.slice(0, 2).every((length) => Math.abs(length - 20) <= 2)).toBe(true);
  expect(lengths.slice(2).every((length) => length > 60)).toBe(true);
  expect(keyPieces(scene, { ...plain, pairs: [[2, 0]] }).map(({ a, b }) => [a, b])).toEqual([[0, 2]]);
});

test('an end runs out free where no chosen line goes on and the picture does', () => {
  const straight = keyPieces(scene, { ...plain, pairs: [[0, 1]] });
  // each begins at the rim and ends at the disc, whose own edge is not drawn
  expect(straight.map(({ free }) => free.filter(Boolean).length)).toEqual([1, 1]);
  expect(keyPieces(scene, plain).every(({ free }) => !free.includes(true))).toBe(true);
});

test('a line is as wide as it is said to be, everywhere along the edge and nowhere else', () => {
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 12 }), (widthPx) => {
      const pieces = keyPieces(scene, plain);
      const drawn = drawnKey(scene, pieces, { widthPx, taperPx: 0 }, KEY);
      for (let y = 0; y < scene.height; y += 3)
        for (let x = 0; x < scene.width; x += 3) {
          const off = offOf(pieces, x, y),
            isKey = drawn[y * scene.width + x] === KEY;
          if (off < widthPx / 2 - 0.01) expect(isKey).toBe(true);
          if (off > widthPx / 2 + 0.01) expect(isKey).toBe(false);
          if (!isKey) expect(drawn[y * scene.width + x]).toBe(scene.labels[y * scene.width + x]);
        }
    }),
    { numRuns: 8, seed: 2 },
  );
});

test('smoothing takes the teeth out of an edge and leaves its ends where they meet', () => {
  const slant = map(160, 100, (x, y) => (y > 20 + x * 0.3 + 3 * ((x >> 2) % 2) ? 0 : 1));
  const [rough] = keyPieces(slant, { pairs: [[0, 1]], smoothPx: 0 }),
    [smooth] = keyPieces(slant, { pairs: [[0, 1]], smoothPx: 8 });
  expect(smooth.pointsPx.slice(0, 2)).toEqual(rough.pointsPx.slice(0, 2));
  expect(smooth.pointsPx.slice(-2)).toEqual(rough.pointsPx.slice(-2));
  const bends = ({ pointsPx: p }: KeyPiece) => {
    let sum = 0;
    for (let i = 4; i < p.length; i += 2)
      sum += Math.abs(
        Math.atan2(p[i + 1] - p[i - 1], p[i] - p[i - 2]) - Math.atan2(p[i - 1] - p[i - 3], p[i - 2] - p[i - 4]),
      );
    return sum;
  };
  expect(bends(smooth)).toBeLessThan(bends(rough) / 4);
});

test('a free end thins out, a met one does not', () => {
  const pieces = keyPieces(scene, { ...plain, pairs: [[0, 1]] });
  const count = (taperPx: number) =>
    drawnKey(scene, pieces, { widthPx: 8, taperPx }, KEY).reduce((n, label) => n + Number(label === KEY), 0);
  expect(count(15)).toBeLessThan(count(0) - 20);
  const met = keyPieces(scene, plain);
  const all = (taperPx: number) => drawnKey(scene, met, { widthPx: 8, taperPx }, KEY);
  expect(all(15)).toEqual(all(0));
});

test('taken away, what lay under it comes back to within half its width, and labels above it move down', () => {
  const drawn = drawnKey(scene, keyPieces(scene, plain), { widthPx: 6, taperPx: 0 }, 3);
  const back = withoutKey({ ...scene, labels: drawn }, 3);
  let off = 0;
  for (let i = 0; i < back.length; i++) if (back[i] !== scene.labels[i]) off++;
  expect(back.includes(3)).toBe(false);
  // ring by ring from both sides: the edge is where it was, give or take a pixel
  expect(off).toBeLessThan(180);
  const shifted = map(9, 3, (x) => (x < 3 ? 0 : x < 6 ? 1 : 2));
  expect([...new Set(withoutKey(shifted, 1))].sort()).toEqual([0, 1]);
});

test('lines drawn elsewhere are filled as they are, holes and all, and their thickness is told', () => {
  const box = (x0: number, y0: number, x1: number, y1: number) => [x0, y0, x1, y0, x1, y1, x0, y1],
    hole = (x0: number, y0: number, x1: number, y1: number) => [x0, y0, x0, y1, x1, y1, x1, y0];
  const frame = [box(20, 20, 100, 60), hole(24, 24, 96, 56)];
  const filled = filledKey(scene, frame, KEY);
  expect(filled.reduce((n, label) => n + Number(label === KEY), 0)).toBe(80 * 40 - 72 * 32);
  expect(filled[40 * 120 + 60]).toBe(scene.labels[40 * 120 + 60]);
  // a frame four wide: its two outlines are as long as four times its sides
  expect(thicknessOf(frame)).toBeCloseTo(4, 1);
  expect(thicknessOf([box(0, 0, 100, 2)])).toBeCloseTo(2, 0);
  expect(thicknessOf([])).toBe(0);
});
