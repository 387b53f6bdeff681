import fc from 'fast-check';
import { traceArcs, type LabelMap } from '../geometry';
import {
  BEYOND,
  boundariesOf,
  leastOverlap,
  NO_MOTION,
  paintMisprint,
  isWrong,
  simulateFit,
  type BoundaryKind,
  type FitTask,
  type Motion,
} from './index';

const MM = 0.1,
  WIDTH = 400,
  HEIGHT = 300;
const about = { xMm: 20, yMm: 15 };

/** A wavy shape of label 1 with a hole, in a field of label 0. */
function shape(finer = 1): LabelMap {
  const width = WIDTH * finer,
    height = HEIGHT * finer,
    labels = new Uint8Array(width * height);
  for (let v = 0; v < height; v++)
    for (let u = 0; u < width; u++) {
      const x = (u + 0.5) / finer - 200,
        y = (v + 0.5) / finer - 150,
        r = Math.hypot(x, y),
        angle = Math.atan2(y, x);
      labels[v * width + u] = r < 110 + 14 * Math.sin(3 * angle) && Math.hypot(x - 30, y) > 32 ? 1 : 0;
    }
  return { width, height, labels };
}
const map = shape(),
  boundaries = boundariesOf(traceArcs(map, 0.49), MM),
  fineMap = shape(3);

/** Every strip of films that neither side has counts as wrong. */
function kindsOf(inked: readonly (readonly boolean[])[], offsetMm = 0): BoundaryKind[] {
  const edges = inked.flatMap(([zero, one], run) =>
    zero === one ? [] : [{ run, covers: zero ? ('a' as const) : ('b' as const), offsetMm: zero ? offsetMm : 0 }],
  );
  const wrong = new Uint8Array(1 << edges.length).fill(1);
  wrong[edges.reduce((bits, e, i) => bits | (e.covers === 'a' ? 1 << i : 0), 0)] = 0;
  wrong[edges.reduce((bits, e, i) => bits | (e.covers === 'b' ? 1 << i : 0), 0)] = 0;
  if (offsetMm > 0) wrong[(1 << edges.length) - 1] = 0;
  return [
    { a: 0, b: 1, edges, wrong },
    { a: 0, b: BEYOND, edges: [], wrong: new Uint8Array(1) },
  ];
}

const butt = [
  [true, false],
  [false, true],
];
const task = (inked: readonly (readonly boolean[])[], more: Partial<FitTask> = {}): FitTask => ({
  boundaries,
  kinds: kindsOf(inked),
  runs: inked.length,
  spread: { shiftMm: 0.3, turnDeg: 0.1 },
  fixed: inked.map(() => NO_MOTION),
  about,
  sliverMm: 0,
  sheets: 400,
  seed: 3,
  ...more,
});

/** Area of films that neither side has, by drawing the sheet as it lies, away from the image's own edge. */
function rasterMm2(inked: readonly (readonly boolean[])[], motions: readonly Motion[]): number {
  const fine = MM / 3,
    view = { xMm: 2, yMm: 2, mmPerPx: fine, width: Math.round(36 / fine), height: Math.round(26 / fine) };
  const out = new Uint32Array(view.width * view.height);
  paintMisprint(
    { map: fineMap, mmPerPx: fine, film: inked.map((row) => row.map(Number)), motions },
    view,
    (films) => films + 1,
    out,
  );
  const planned = [0, 1].map((l) => inked.reduce((code, row, k) => code + (row[l] ? 2 ** k : 0), 0) + 1);
  return out.reduce((n, code) => n + (planned.includes(code) ? 0 : 1), 0) * fine * fine;
}

test.each([
  ['two blocks that meet', butt],
  [
    'a reduction, three films ending on one edge',
    [
      [false, true],
      [false, true],
      [false, true],
    ],
  ],
  [
    'two films against one',
    [
      [false, true],
      [true, false],
      [false, true],
    ],
  ],
])('%s: within 5 %% of the drawn sheet', (_, inked) => {
  const { typical, worstOfTen } = simulateFit(
    task(inked, {
      fixed: inked.map((__, k) =>
        k === 1 ? { ...NO_MOTION, dxMm: 0.3, dyMm: -0.2, growthX: 0.004, about } : NO_MOTION,
      ),
    }),
  );
  for (const sheet of [typical, worstOfTen]) {
    const drawn = rasterMm2(inked, sheet.motions);
    expect(drawn).toBeGreaterThan(5);
    expect(Math.abs(sheet.faultMm2 / drawn - 1)).toBeLessThan(0.05);
  }
  expect(worstOfTen.faultMm2).toBeGreaterThan(typical.faultMm2);
});

test('an overlap holds the sliver off: along a boundary with normal n a displacement d opens max(0, d·n − t)', () => {
  const shifted = (dxMm: number) => [NO_MOTION, { ...NO_MOTION, dxMm, about }];
  const still = { spread: { shiftMm: 0, turnDeg: 0 }, sheets: 1 };
  const open = (dx: number, t: number) =>
    simulateFit(task(butt, { ...still, fixed: shifted(dx), kinds: kindsOf(butt, t) })).typical.widestMm;
  expect(open(0.8, 0)).toBeGreaterThan(0.7);
  expect(open(0.8, 0.5)).toBeLessThan(0.31);
  expect(open(0.4, 0.5)).toBe(0);
});

test('the least overlap that brings the share under the wish; none when there is none', () => {
  const many = task(butt, { sliverMm: 0.25, sheets: 2000 });
  const mms = Array.from({ length: 41 }, (_, i) => i * 0.05);
  const found = leastOverlap(many, (mm) => kindsOf(butt, mm), mms, 0.05)!;
  expect(found.share).toBeLessThanOrEqual(0.05);
  expect(simulateFit({ ...many, kinds: kindsOf(butt, found.mm - 0.1) }).share).toBeGreaterThan(0.05);
  expect(found.mm).toBeGreaterThan(0.2);
  expect(leastOverlap(many, () => kindsOf(butt), mms, 0.05)).toBeUndefined();
});

test('the same seed gives the same sheets; a wider spread shows more; a film alone at its edge never shows', () => {
  const one = simulateFit(task(butt, { sliverMm: 0.25 })),
    again = simulateFit(task(butt, { sliverMm: 0.25 }));
  expect(again.share).toBe(one.share);
  expect(again.typical.motions).toEqual(one.typical.motions);
  expect(simulateFit(task(butt, { sliverMm: 0.25, spread: { shiftMm: 0.05, turnDeg: 0.01 } })).share).toBeLessThan(
    one.share,
  );
  expect(simulateFit(task([[false, true]])).share).toBe(0);
  expect(one.shareByKind).toEqual([one.share, 0]);
});

test('gathering keeps the length, whatever the number kept apart', () => {
  const total = (most: number) => boundariesOf(traceArcs(map, 0.49), MM, most).lengthMm.reduce((sum, v) => sum + v, 0);
  expect(total(8)).toBeCloseTo(total(600), 6);
});

test('unmoved, the drawn sheet is the picture', () => {
  const view = { xMm: 0, yMm: 0, mmPerPx: MM, width: WIDTH, height: HEIGHT },
    out = new Uint32Array(WIDTH * HEIGHT);
  paintMisprint(
    { map, mmPerPx: MM, film: butt.map((row) => row.map(Number)), motions: [NO_MOTION, NO_MOTION] },
    view,
    (films) => films,
    out,
  );
  expect(out.every((films, i) => films === 1 + map.labels[i])).toBe(true);
});

/** Strips found the plain way: a fine walk along the normal, asking each point which films lie there. */
function plainWidth(kind: BoundaryKind, places: readonly number[], limit: number): number {
  const step = 0.001,
    from = Math.min(...places) - 0.01,
    to = Math.max(...places) + 0.01;
  let width = 0,
    open = 0;
  for (let x = from; x < to; x += step) {
    const films = kind.edges.reduce(
      (bits, edge, i) => ((edge.covers === 'a' ? x < places[i] : x >= places[i]) ? bits | (1 << i) : bits),
      0,
    );
    if (isWrong(kind, films)) open += step;
    else {
      if (open > limit) width += open;
      open = 0;
    }
  }
  return width + (open > limit ? open : 0);
}

test('whatever films end on a line, and wherever they lie, the strips are those a plain walk finds', () => {
  const edge = fc.record({
    covers: fc.constantFrom('a' as const, 'b' as const),
    place: fc.integer({ min: -15, max: 15 }).map((n) => n / 10 + 0.0005),
  });
  fc.assert(
    fc.property(
      fc.array(edge, { minLength: 2, maxLength: 5 }),
      fc.integer({ min: 0, max: 2 ** 20 }),
      (edges, pattern) => {
        // no two edges on one place: which comes first would not matter to the eye, but to the walk
        fc.pre(new Set(edges.map((e) => e.place)).size === edges.length);
        const wrong = Uint8Array.from({ length: 1 << edges.length }, (_, films) =>
          (pattern >> (films % 20)) & 1 ? 1 : 0,
        );
        const side = (which: 'a' | 'b') =>
          edges.reduce((bits, e, i) => (e.covers === which ? bits | (1 << i) : bits), 0);
        wrong[side('a')] = 0;
        wrong[side('b')] = 0;
        const kind: BoundaryKind = {
          a: 0,
          b: 1,
          edges: edges.map((e, run) => ({ run, covers: e.covers, offsetMm: e.place })),
          wrong,
        };
        const upright = {
          count: 1,
          a: Uint16Array.of(0),
          b: Uint16Array.of(1),
          lengthMm: Float64Array.of(10),
          xMm: Float64Array.of(5),
          yMm: Float64Array.of(5),
          nx: Float64Array.of(1),
          ny: Float64Array.of(0),
          ofSegment: new Int32Array(0),
        };
        const found = simulateFit({
          boundaries: upright,
          kinds: [kind],
          runs: edges.length,
          spread: { shiftMm: 0, turnDeg: 0 },
          fixed: edges.map(() => NO_MOTION),
          about,
          sliverMm: 0.25,
          sheets: 1,
          seed: 1,
        });
        expect(found.typical.faultMm2 / 10).toBeCloseTo(
          plainWidth(
            kind,
            edges.map((e) => e.place),
            0.25,
          ),
          1,
        );
      },
    ),
    { seed: 17, numRuns: 200 },
  );
});
