import fc from 'fast-check';
import { labelSet, traceArcs } from '@/core/geometry';
import { emptyPlan, newSide, type BlockSide, type Plan } from '@/model';
import { pictureOf } from '@/testing/plans';
import { drawnSide, ringsMm, type Drawn } from './drawnSide';

const WIDTH = 120,
  HEIGHT = 80,
  PER_PX = 0.5;
const plain: Plan = { ...emptyPlan(), picture: { ...pictureOf(WIDTH, HEIGHT), raster: rasterOf(240, 160) } };
const kento: Plan = { ...plain, way: { ...plain.way, registration: 'kento' } };

function rasterOf(widthPx: number, heightPx: number) {
  return { sha: 'a'.repeat(64), widthPx, heightPx, mmPerPx: PER_PX };
}
const larger = (acrossPercent: number, downPercent: number): BlockSide => ({
  ...newSide('side', []),
  drawnLarger: { acrossPercent, downPercent },
});
const drawn = (plan: Plan, side?: BlockSide, mirrored = true): Drawn =>
  drawnSide({ plan, widthMm: WIDTH, heightMm: HEIGHT, mmPerPx: PER_PX }, side, mirrored);
const percent = fc.double({ min: -3, max: 3, noNaN: true });
const place = fc.tuple(fc.double({ min: 0, max: WIDTH, noNaN: true }), fc.double({ min: 0, max: HEIGHT, noNaN: true }));

test('for no side, and for one drawn as large, it is the print itself', () => {
  for (const side of [undefined, larger(0, 0)]) {
    const as = drawn(plain, side, false);
    expect([as.widthMm, as.heightMm, as.mmPerPx]).toEqual([WIDTH, HEIGHT, { xMm: PER_PX, yMm: PER_PX }]);
    expect(as.at(30, 20)).toEqual([30, 20]);
    expect(as.atPx(60, 40)).toEqual([30, 20]);
    expect(as.marks).toEqual({ lines: [], leftMm: 0, rightMm: 0, belowMm: 0 });
  }
});

test('every place keeps its share of the width and the height, and the mirror turns right and left alone', () => {
  fc.assert(
    fc.property(percent, percent, place, fc.boolean(), (across, down, [x, y], mirrored) => {
      const as = drawn(plain, larger(across, down), mirrored),
        [atX, atY] = as.at(x, y);
      expect((mirrored ? as.widthMm - atX : atX) / as.widthMm).toBeCloseTo(x / WIDTH, 9);
      expect(atY / as.heightMm).toBeCloseTo(y / HEIGHT, 9);
      expect(as.widthMm).toBeCloseTo(WIDTH * (1 + across / 100), 9);
      expect(as.heightMm).toBeCloseTo(HEIGHT * (1 + down / 100), 9);
      // the raster lies where the millimetres do
      const [pxX, pxY] = as.atPx(x / PER_PX, y / PER_PX);
      expect(pxX).toBeCloseTo(atX, 9);
      expect(pxY).toBeCloseTo(atY, 9);
      // lines are their places
      expect(as.lines([[x, y, 0, 0]])).toEqual([[atX, atY, ...as.at(0, 0)]]);
    }),
    { seed: 15 },
  );
});

test('marks for the paper grow with the image, and the room beside it is what they need', () => {
  const span = (as: Drawn) => {
    const xs = as.marks.lines.flatMap(([x1, , x2]) => [x1, x2]),
      ys = as.marks.lines.flatMap(([, y1, , y2]) => [y1, y2]);
    return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), below: Math.max(...ys) };
  };
  const [as, grown, seen] = [drawn(kento), drawn(kento, larger(1, 2)), drawn(kento, larger(1, 2), false)] as const;
  expect(as.marks.lines.length).toBeGreaterThanOrEqual(3);
  const [small, large] = [span(as), span(grown)];
  expect(large.right - large.left).toBeCloseTo((small.right - small.left) * 1.01, 6);
  expect(large.below - large.top).toBeCloseTo((small.below - small.top) * 1.02, 6);
  // what lies beyond the left edge of the block keeps its distance to it in the same measure
  expect(large.left).toBeCloseTo(small.left * 1.01, 6);
  expect(large.below).toBeCloseTo(small.below * 1.02, 6);
  for (const one of [as, grown, seen]) {
    const { left, right, below } = span(one);
    expect(left + one.marks.leftMm).toBeGreaterThan(0);
    expect(right).toBeLessThan(one.widthMm + one.marks.rightMm + 1e-9);
    expect(below).toBeLessThan(one.heightMm + one.marks.belowMm);
  }
  // mirrored marks are those seen from the print, turned over
  expect(span(seen).right).toBeCloseTo(grown.widthMm - large.left, 6);
});

test('outlines of a set reach as far as the picture is drawn', () => {
  const labels = new Uint8Array(240 * 160).map((_, i) => (i % 240 < 120 ? 1 : 0));
  const arcs = traceArcs({ width: 240, height: 160, labels }, 0.49);
  const as = drawn(plain, larger(2, -1), true);
  const [ring] = ringsMm(arcs, labelSet([1]), as);
  const xs = ring.filter((_, i) => i % 2 === 0),
    ys = ring.filter((_, i) => i % 2 === 1);
  // the left half of the picture is the right half of the block
  expect([Math.min(...xs), Math.max(...xs)].map((mm) => Number(mm.toFixed(6)))).toEqual([61.2, 122.4]);
  expect([Math.min(...ys), Math.max(...ys)].map((mm) => Number(mm.toFixed(6)))).toEqual([0, 79.2]);
});
