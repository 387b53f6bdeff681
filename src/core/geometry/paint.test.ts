import fc from 'fast-check';
import {
  coarserCoverage,
  labelCoverage,
  labelOfCell,
  type LabelCoverage,
  packRgb,
  paintCoverage,
  paintEdges,
  paintLabels,
  paintRaster,
  type LabelMap,
} from './index';

const RED = packRgb(200, 30, 20);
const BLUE = packRgb(20, 40, 180);
const PAPER = packRgb(244, 240, 230);
const MADDER = packRgb(166, 58, 43);

/** 64 × 64, left half 0, right half 1. */
const halves: LabelMap = {
  width: 64,
  height: 64,
  labels: Uint8Array.from({ length: 64 * 64 }, (_, i) => (i % 64 < 32 ? 0 : 1)),
};
const view = { x: 0, y: 0, pxPerOut: 1, mirrored: false };

/** The share of each label in a cell. */
function sharesOf({ from, label, share, labelCount }: LabelCoverage, cell: number): number[] {
  const shares = new Array<number>(labelCount).fill(0);
  for (let i = from[cell]; i < from[cell + 1]; i++) shares[label[i]] = share[i];
  return shares;
}

/** A coverage from the shares of all labels, label after label. */
function coverageOf(shares: readonly number[], labelCount: number, cells: number): LabelCoverage {
  const there = Array.from({ length: cells }, (_, c) =>
    Array.from({ length: labelCount }, (_, l) => [l, shares[l * cells + c]]).filter(([, share]) => share > 0),
  );
  const from = [0];
  for (const entries of there) from.push(from.at(-1)! + entries.length);
  return {
    ...{ width: cells, height: 1, labelCount },
    from: Uint32Array.from(from),
    label: Uint16Array.from(there.flat(), ([label]) => label),
    share: Uint8Array.from(there.flat(), ([, share]) => share),
  };
}

test('colours pack as canvases want them', () => {
  expect(new Uint8Array(new Uint32Array([RED]).buffer)).toEqual(new Uint8Array([200, 30, 20, 255]));
});

test('gouge strokes lie only on the labels that have them', () => {
  const out = paintLabels(halves, [{ fill: RED }, { fill: PAPER, stroke: MADDER }], view, 64, 64, 0);
  const left = new Set<number>(),
    right = new Set<number>();
  out.forEach((colour, i) => (i % 64 < 32 ? left : right).add(colour));
  expect([...left]).toEqual([RED]);
  expect([...right].sort()).toEqual([PAPER, MADDER].sort());
});

test('strokes cover some of the ground and leave most of it', () => {
  const out = paintLabels(
    halves,
    [
      { fill: PAPER, stroke: MADDER },
      { fill: PAPER, stroke: MADDER },
    ],
    view,
    64,
    64,
    0,
  );
  const share = out.filter((c) => c === MADDER).length / out.length;
  expect(share).toBeGreaterThan(0.05);
  expect(share).toBeLessThan(0.4);
});

test('labels without a style are left as the ground', () => {
  const out = paintLabels(halves, [{ fill: RED }], view, 64, 1, PAPER);
  expect(out[0]).toBe(RED);
  expect(out[63]).toBe(PAPER);
});

test('a finer view draws each pixel as a square', () => {
  const out = paintLabels(
    halves,
    [{ fill: RED }, { fill: BLUE }],
    { x: 31, y: 0, pxPerOut: 0.25, mirrored: false },
    8,
    1,
    PAPER,
  );
  expect([...out]).toEqual([RED, RED, RED, RED, BLUE, BLUE, BLUE, BLUE]);
});

test('mirroring is about the middle of the map, not of the view', () => {
  const out = paintLabels(
    halves,
    [{ fill: RED }, { fill: BLUE }],
    { x: -4, y: 0, pxPerOut: 1, mirrored: true },
    72,
    1,
    PAPER,
  );
  expect([...out.slice(0, 4)]).toEqual([PAPER, PAPER, PAPER, PAPER]);
  expect(out[4]).toBe(BLUE);
  expect(out[67]).toBe(RED);
  expect(out[68]).toBe(PAPER);
});

test('a colour raster is drawn, averaged and mirrored alike', () => {
  const words = Uint32Array.from({ length: 64 * 64 }, (_, i) => (i % 64 < 32 ? RED : BLUE));
  const raster = { width: 64, height: 64, words };
  expect([...paintRaster(raster, { x: 30, y: 0, pxPerOut: 1, mirrored: false }, 4, 1, PAPER)]).toEqual([
    RED,
    RED,
    BLUE,
    BLUE,
  ]);
  expect([...paintRaster(raster, { x: 30, y: 0, pxPerOut: 1, mirrored: true }, 4, 1, PAPER)]).toEqual([
    BLUE,
    BLUE,
    RED,
    RED,
  ]);
  expect([...paintRaster(raster, { x: 62, y: 0, pxPerOut: 1, mirrored: false }, 3, 1, PAPER)]).toEqual([
    BLUE,
    BLUE,
    PAPER,
  ]);
  const [mixed] = paintRaster(raster, { x: 16, y: 0, pxPerOut: 32, mirrored: false }, 1, 1, PAPER);
  expect(mixed & 255).toBeGreaterThan(60);
  expect(mixed & 255).toBeLessThan(160);
});

test('coverage tells shares, and paints them as one mixed colour', () => {
  const coverage = labelCoverage(halves, 2, 3, 1);
  expect(sharesOf(coverage, 0)).toEqual([255, 0]);
  expect(sharesOf(coverage, 2)).toEqual([0, 255]);
  expect(sharesOf(coverage, 1)[0] + sharesOf(coverage, 1)[1]).toBeGreaterThanOrEqual(254);
  const [left, middle, right] = paintCoverage(coverage, [RED, BLUE]);
  expect(left).toBe(RED);
  expect(right).toBe(BLUE);
  expect(middle & 255).toBeLessThan(200);
  expect(middle & 255).toBeGreaterThan(20);
});

test('a small picture has gouge strokes too', () => {
  const coverage = labelCoverage(halves, 2, 32, 32);
  const out = paintCoverage(coverage, [PAPER, PAPER], [PAPER, MADDER]);
  const left = out.filter((_, i) => i % 32 < 15),
    right = out.filter((_, i) => i % 32 > 16);
  expect(left.every((c) => c === PAPER)).toBe(true);
  expect(right.some((c) => c === MADDER)).toBe(true);
  expect(right.some((c) => c === PAPER)).toBe(true);
});

test('the small picture is the plain weighted sum, whatever lies in a cell', () => {
  const shares = fc.array(fc.constantFrom<number>(0, 0, 0, 1, 60, 128, 255), { minLength: 24, maxLength: 24 });
  const colours = fc.array(fc.integer({ min: 0, max: 0xffffff }), { minLength: 4, maxLength: 4 });
  fc.assert(
    fc.property(shares, colours, (bytes, hexes) => {
      const coverage = coverageOf(bytes, 4, 6),
        fills = hexes.map((hex) => packRgb(hex >> 16, (hex >> 8) & 255, hex & 255));
      const words = paintCoverage(coverage, fills);
      for (let c = 0; c < 6; c++) {
        const there = [0, 1, 2, 3].map((l) => bytes[l * 6 + c]);
        const total = there.reduce((sum, s) => sum + s, 0);
        if (total === 0) {
          expect(words[c]).toBe(0);
          continue;
        }
        for (const shift of [0, 8, 16]) {
          const plain = there.reduce((sum, s, l) => sum + s * ((fills[l] >>> shift) & 255), 0) / total;
          expect(Math.abs(((words[c] >>> shift) & 255) - plain)).toBeLessThanOrEqual(0.5 + 1e-9);
        }
        expect(words[c] >>> 24).toBe(255);
      }
    }),
    { seed: 51 },
  );
});

test('a coarser small picture holds the mean shares, also when it does not come out even', () => {
  const map: LabelMap = {
    width: 96,
    height: 70,
    labels: Uint8Array.from({ length: 96 * 70 }, (_, i) => (i % 96 < 40 ? 0 : 1)),
  };
  const fine = labelCoverage(map, 2, 31, 22);
  const coarse = coarserCoverage(fine, 3);
  expect([coarse.width, coarse.height, coarse.labelCount]).toEqual([10, 7, 2]);
  for (let c = 0; c < 70; c++) {
    const [left, right] = sharesOf(coarse, c);
    expect(Math.abs(left + right - 255)).toBeLessThanOrEqual(1);
    // plainly: the mean over the nine cells it stands for
    const [x, y] = [c % 10, Math.floor(c / 10)];
    let mean = 0;
    for (let k = 0; k < 9; k++) mean += sharesOf(fine, (y * 3 + Math.floor(k / 3)) * 31 + x * 3 + (k % 3))[0] / 9;
    expect(Math.abs(left - mean)).toBeLessThanOrEqual(0.5 + 1e-9);
  }
  expect(labelOfCell(coarse, 0)).toBe(0);
  expect(labelOfCell(coarse, 9)).toBe(1);
  expect(coarserCoverage(labelCoverage(map, 2, 2, 1), 3)).toMatchObject({ width: 1, height: 1 });
});

test('edges between labels are drawn as lines one drawn pixel wide, also mirrored and coarser', () => {
  const map = { width: 40, height: 20, labels: Uint8Array.from({ length: 800 }, (_, i) => (i % 40 < 10 ? 0 : 1)) };
  const lined = (
    view: { x: number; y: number; pxPerOut: number; mirrored: boolean },
    width: number,
    height: number,
  ) => {
    const out = new Uint32Array(width * height);
    paintEdges(map, view, out, width, height, 7);
    return [...Array(width).keys()].filter((x) => out[2 * width + x] === 7);
  };
  expect(lined({ x: 0, y: 0, pxPerOut: 1, mirrored: false }, 40, 20)).toEqual([9]);
  expect(lined({ x: 0, y: 0, pxPerOut: 1, mirrored: true }, 40, 20)).toEqual([29]);
  expect(lined({ x: 0, y: 0, pxPerOut: 2, mirrored: false }, 20, 10)).toEqual([4]);
  expect(lined({ x: 100, y: 0, pxPerOut: 1, mirrored: false }, 40, 20)).toEqual([]);
});
