import fc from 'fast-check';
import { countPixels, hasPixel } from './bitMask';
import { findIslands, islandAt } from './islands';
import { pieceMapOf, piecesOf, seamMask, type SeamRule } from './seams';

const W = 24,
  H = 16;
const mapOf = (labels: ArrayLike<number>, width = W, height = H) => ({
  ...{ width, height },
  labels: Uint8Array.from(labels),
});
const rule = (part: Partial<SeamRule> = {}): SeamRule => ({
  standing: [0, 1, 2, 3],
  whole: [],
  heldIn: [],
  leastPx: 0,
  ...part,
});

/** Blobs of four labels: discs over discs. */
const blobs = fc
  .array(
    fc.record({
      ...{ x: fc.integer({ min: 0, max: W - 1 }), y: fc.integer({ min: 0, max: H - 1 }) },
      ...{ r: fc.integer({ min: 1, max: 6 }), label: fc.integer({ min: 0, max: 3 }) },
    }),
    { minLength: 1, maxLength: 9 },
  )
  .map((discs) =>
    mapOf(
      Array.from({ length: W * H }, (_, i) =>
        discs.reduce(
          (own, { x, y, r, label }) => (((i % W) - x) ** 2 + (Math.floor(i / W) - y) ** 2 <= r * r ? label : own),
          0,
        ),
      ),
    ),
  );

describe('pieces along seams', () => {
  let failures = 0;
  afterAll(() => expect(failures).toBe(0));

  test('tile the block less what the saw takes: every pixel is in one piece, in the seam or not', () => {
    fc.assert(
      fc.property(blobs, fc.integer({ min: 1, max: 5 }), (map, saw) => {
        const islands = findIslands(map)!,
          pieces = piecesOf(islands, rule());
        const parts = pieceMapOf(islands, pieces),
          seam = seamMask(islands, pieces, saw);
        let inPieces = 0;
        for (let y = 0; y < H; y++)
          for (let x = 0; x < W; x++) {
            inPieces += Number(!hasPixel(seam, x, y));
            if (parts.labels[y * W + x] !== pieces.ofIsland[islandAt(islands, x, y)]) failures++;
          }
        if (inPieces + countPixels(seam) !== W * H) failures++;
        // no pixel of the seam is farther from an edge between pieces than half the saw, none nearer is left out
        for (let y = 0; y < H; y++)
          for (let x = 0; x < W; x++) {
            const near = distanceToSeam(parts.labels, x, y);
            if (hasPixel(seam, x, y) && near > saw / 2 + 0.75) failures++;
            if (!hasPixel(seam, x, y) && near < saw / 2 - 0.75) failures++;
          }
      }),
      { numRuns: 60, seed: 1115 },
    );
  });

  test('each piece is connected, and there are no more of them than islands', () => {
    fc.assert(
      fc.property(blobs, fc.constantFrom<readonly number[]>([0, 1, 2, 3], [1, 2], [2]), (map, standing) => {
        const islands = findIslands(map)!,
          pieces = piecesOf(islands, rule({ standing }));
        const connected = findIslands(pieceMapOf(islands, pieces))!;
        if (connected.islandCount !== pieces.count || pieces.count > islands.islandCount) failures++;
      }),
      { numRuns: 100, seed: 1116 },
    );
  });
});

/** How far the middle of a pixel is from the nearest edge between two pieces. */
function distanceToSeam(pieces: ArrayLike<number>, x: number, y: number): number {
  let least = Infinity;
  const take = (ax: number, ay: number, bx: number, by: number) => {
    const px = Math.max(ax, Math.min(bx, x + 0.5)),
      py = Math.max(ay, Math.min(by, y + 0.5));
    least = Math.min(least, Math.hypot(x + 0.5 - px, y + 0.5 - py));
  };
  for (let v = 0; v < H; v++)
    for (let u = 0; u < W; u++) {
      if (u + 1 < W && pieces[v * W + u] !== pieces[v * W + u + 1]) take(u + 1, v, u + 1, v + 1);
      if (v + 1 < H && pieces[v * W + u] !== pieces[(v + 1) * W + u]) take(u, v + 1, u + 1, v + 1);
    }
  return least;
}

describe('what stays together', () => {
  /** Three bands, with a speck of label 3 in the first. */
  const banded = mapOf(
    Array.from({ length: W * H }, (_, i) => {
      const x = i % W,
        y = Math.floor(i / W);
      if (x === 3 && y === 4) return 3;
      return x < 8 ? 0 : x < 16 ? 1 : 2;
    }),
  );
  const islands = findIslands(banded)!;
  const at = (pieces: { readonly ofIsland: Int32Array }, x: number, y: number) =>
    pieces.ofIsland[islandAt(islands, x, y)];

  test('every edge between standing labels is sawn unless the pair is kept whole', () => {
    expect(piecesOf(islands, rule()).count).toBe(4);
    const whole = piecesOf(islands, rule({ whole: [[1, 0]] }));
    expect(whole.count).toBe(3);
    expect(at(whole, 0, 0)).toBe(at(whole, 10, 0));
    expect(at(whole, 20, 0)).not.toBe(at(whole, 10, 0));
  });

  test('an island that is held in goes with the neighbour it borders longest', () => {
    const held = piecesOf(islands, rule({ heldIn: [{ x: 3.5, y: 4.5, label: 3 }] }));
    expect(held.count).toBe(3);
    expect(at(held, 3, 4)).toBe(at(held, 0, 0));
    const lost = piecesOf(islands, rule({ heldIn: [{ x: 3.5, y: 4.5, label: 1 }] }));
    expect(lost.count).toBe(4);
  });

  test('islands smaller than asked stay in theirs', () => {
    expect(piecesOf(islands, rule({ leastPx: 2 })).count).toBe(3);
    expect(piecesOf(islands, rule({ leastPx: 1 })).count).toBe(4);
    expect(piecesOf(islands, rule({ leastPx: 1e9 })).count).toBe(1);
  });

  test('cleared ground belongs to the piece it borders longest, also through other cleared ground', () => {
    const cleared = piecesOf(islands, rule({ standing: [1] }));
    expect(cleared.count).toBe(1);
    const beside = piecesOf(islands, rule({ standing: [1, 2] }));
    expect(at(beside, 0, 0)).toBe(at(beside, 10, 0));
    expect(at(beside, 3, 4)).toBe(at(beside, 10, 0));
    expect(beside.count).toBe(2);
  });

  test('a block of one colour is one piece without a seam', () => {
    const plain = findIslands(mapOf(new Array(W * H).fill(2)))!,
      pieces = piecesOf(plain, rule());
    expect(pieces.count).toBe(1);
    expect(countPixels(seamMask(plain, pieces, 4))).toBe(0);
  });

  test('the strip of the saw is as wide as the saw on an upright seam', () => {
    const pieces = piecesOf(islands, rule({ whole: [[0, 1]], heldIn: [{ x: 3.5, y: 4.5, label: 3 }] }));
    for (const width of [1, 2, 3, 4, 6]) expect(countPixels(seamMask(islands, pieces, width))).toBe(width * H);
  });
});
