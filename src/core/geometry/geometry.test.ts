import fc from 'fast-check';
import { randomStream } from '../random/random';
import {
  areaOfRingsPx,
  countPixels,
  dilateDisc,
  eachPointOf,
  eachStripOf,
  erodeDisc,
  findIslands,
  hasPixel,
  islandAt,
  labelCounts,
  OUTSIDE,
  labelCoverage,
  labelSet,
  maskOfLabels,
  nestedMasks,
  openDisc,
  thinnestWidthPx,
  packRgb,
  paintCoverage,
  paintLabels,
  ringsOf,
  thinnerThan,
  traceArcs,
  type ArcMap,
  type LabelMap,
} from './index';

/** Blobs of a few labels: random seeds spread by copying neighbours, so that there are shapes, holes and corner contacts. */
function randomMap(seed: number, width: number, height: number, labelCount: number): LabelMap {
  const random = randomStream(seed);
  const labels = Uint8Array.from({ length: width * height }, () => Math.floor(random() * labelCount));
  for (let i = 1; i < labels.length; i++)
    if (random() < 0.7) labels[i] = labels[random() < 0.5 || i < width ? i - 1 : i - width];
  return { width, height, labels };
}
const maps = fc
  .record({
    seed: fc.nat(),
    width: fc.integer({ min: 1, max: 70 }),
    height: fc.integer({ min: 1, max: 30 }),
    count: fc.integer({ min: 1, max: 6 }),
  })
  .map(({ seed, width, height, count }) => randomMap(seed, width, height, count));

describe('bit masks and discs', () => {
  test('a mask holds just the pixels of its labels', () =>
    fc.assert(
      fc.property(maps, (map) => {
        const mask = maskOfLabels(map, labelSet([1, 3]));
        let count = 0;
        map.labels.forEach((label, i) => {
          const inside = label === 1 || label === 3;
          if (inside) count++;
          if (hasPixel(mask, i % map.width, Math.floor(i / map.width)) !== inside) throw new Error(`pixel ${i}`);
        });
        expect(countPixels(mask)).toBe(count);
      }),
    ));

  test('nested masks nest and count what the labels count', () =>
    fc.assert(
      fc.property(maps, (map) => {
        const rank = Uint8Array.from({ length: 256 }, (_, label) => Math.min(label, 5));
        const masks = nestedMasks(map, rank, 5);
        const counts = labelCounts(map);
        masks.forEach((mask, i) => {
          expect(countPixels(mask)).toBe(counts.slice(i + 1).reduce((sum, c) => sum + c, 0));
          if (i > 0) mask.words.forEach((word, w) => expect(word & ~masks[i - 1].words[w]).toBe(0));
        });
      }),
    ));

  /** The definition: the set of offsets of a disc with the given diameter, middle on a pixel or on a corner. */
  const discOffsets = (diameter: number) => {
    const shift = diameter % 2 === 0 ? 0.5 : 0;
    const offsets: [number, number][] = [];
    for (let dy = -diameter; dy <= diameter; dy++)
      for (let dx = -diameter; dx <= diameter; dx++)
        if ((dx - shift) ** 2 + (dy - shift) ** 2 <= (diameter / 2) ** 2 + 1e-9) offsets.push([dx, dy]);
    return offsets;
  };

  test('erosion and opening equal their plain definition', () =>
    fc.assert(
      fc.property(maps, fc.integer({ min: 1, max: 9 }), (map, diameter) => {
        const mask = maskOfLabels(map, labelSet([0, 2]));
        const at = (x: number, y: number) =>
          x < 0 || y < 0 || x >= map.width || y >= map.height || hasPixel(mask, x, y);
        const offsets = discOffsets(diameter);
        const eroded = erodeDisc(mask, diameter);
        const opened = openDisc(mask, diameter);
        for (let y = 0; y < map.height; y++) {
          for (let x = 0; x < map.width; x++) {
            const fits = (px: number, py: number) => offsets.every(([dx, dy]) => at(px + dx, py + dy));
            if (hasPixel(eroded, x, y) !== fits(x, y)) throw new Error(`erosion at ${x}, ${y}`);
            const reached = offsets.some(([dx, dy]) => fits(x - dx, y - dy));
            if (hasPixel(opened, x, y) !== reached) throw new Error(`opening at ${x}, ${y}`);
          }
        }
      }),
      { numRuns: 60 },
    ));

  test('a frame line near the rim is as thin as it is, and no wide tool reaches a groove there', () => {
    const map = { width: 300, height: 200, labels: new Uint8Array(60_000) };
    for (let y = 8; y < 192; y++)
      for (let x = 8; x < 292; x++) map.labels[300 * y + x] = Math.min(x, 299 - x, y, 199 - y) < 11 ? 1 : 0;
    const line = maskOfLabels(map, labelSet([1]));
    expect(thinnestWidthPx(line, 40, 20)).toBe(3);
    expect(countPixels(openDisc(line, 10))).toBe(0);
  });

  test.each([3, 4, 5, 6, 7])('a strip %d pixels wide is thin for the next wider disc only', (wide) => {
    const labels = new Uint8Array(60 * 40);
    for (let y = 10; y < 10 + wide; y++) labels.fill(1, y * 60 + 5, y * 60 + 55);
    const strip = maskOfLabels({ width: 60, height: 40, labels }, labelSet([1]));
    expect(countPixels(thinnerThan(strip, wide))).toBe(0);
    expect(countPixels(thinnerThan(strip, wide + 1))).toBeGreaterThan(0);
  });

  test('the corners of a square are not thin, and dilation never loses a pixel', () => {
    const labels = new Uint8Array(60 * 60);
    for (let y = 10; y < 50; y++) labels.fill(1, y * 60 + 10, y * 60 + 50);
    const square = maskOfLabels({ width: 60, height: 60, labels }, labelSet([1]));
    expect(countPixels(thinnerThan(square, 9))).toBe(0);
    expect(countPixels(dilateDisc(square, 5))).toBeGreaterThan(1600);
  });
});

/** Islands by flood fill, the plain way. */
function floodIslands(map: LabelMap): { count: number; of: Int32Array } {
  const of = new Int32Array(map.labels.length).fill(-1);
  let count = 0;
  for (let start = 0; start < of.length; start++) {
    if (of[start] >= 0) continue;
    const queue = [start];
    of[start] = count;
    for (let q = queue.pop(); q !== undefined; q = queue.pop()) {
      const x = q % map.width;
      for (const next of [x > 0 ? q - 1 : -1, x < map.width - 1 ? q + 1 : -1, q - map.width, q + map.width]) {
        if (next >= 0 && next < of.length && of[next] < 0 && map.labels[next] === map.labels[q]) {
          of[next] = count;
          queue.push(next);
        }
      }
    }
    count++;
  }
  return { count, of };
}

test('islands tile the map and equal a flood fill', () =>
  fc.assert(
    fc.property(maps, (map) => {
      const islands = findIslands(map)!;
      const plain = floodIslands(map);
      expect(islands.islandCount).toBe(plain.count);
      expect(islands.islandAreaPx.reduce((a, b) => a + b, 0)).toBe(map.width * map.height);
      for (let i = 0; i < map.labels.length; i++)
        if (islandAt(islands, i % map.width, Math.floor(i / map.width)) !== plain.of[i]) throw new Error(`pixel ${i}`);
      let painted = 0;
      eachStripOf(islands, 0, (_, from, to) => {
        painted += to - from;
      });
      expect(painted).toBe(islands.islandAreaPx[0]);
    }),
  ));

/** Crossings of a ray to the right, even-odd. */
function inside(polygons: number[][][], x: number, y: number): boolean {
  let odd = false;
  for (const p of polygons)
    for (let i = 0, j = p.length - 1; i < p.length; j = i++) {
      if (p[i][1] > y !== p[j][1] > y && x < ((p[j][0] - p[i][0]) * (y - p[i][1])) / (p[j][1] - p[i][1]) + p[i][0])
        odd = !odd;
    }
  return odd;
}

describe('edges', () => {
  const polygonsOf = (map: LabelMap, tolerance: number, set: Uint8Array) => {
    const arcs = traceArcs(map, tolerance);
    return ringsOf(arcs, set).map((ring) => {
      const points: number[][] = [];
      eachPointOf(arcs, ring, (x, y) => points.push([x, y]));
      return points;
    });
  };

  test('unsimplified outlines enclose exactly the pixels of the set, holes and corner contacts included', () =>
    fc.assert(
      fc.property(maps, (map) => {
        const set = labelSet([0, 2, 5]);
        const polygons = polygonsOf(map, 0, set);
        for (let i = 0; i < map.labels.length; i++)
          if (inside(polygons, (i % map.width) + 0.5, Math.floor(i / map.width) + 0.5) !== (set[map.labels[i]] === 1))
            throw new Error(`pixel ${i}`);
        const arcs = traceArcs(map, 0);
        const pixels = map.labels.reduce((sum, label) => sum + set[label], 0);
        expect(areaOfRingsPx(arcs, ringsOf(arcs, set))).toBeCloseTo(pixels, 6);
      }),
    ));

  test('no middle of a pixel edge lies farther than the tolerance from the simplified edge', () =>
    fc.assert(
      fc.property(maps, fc.constantFrom(0.3, 0.49), (map, tolerance) => {
        const exact = traceArcs(map, 0);
        const simple = traceArcs(map, tolerance);
        expect(simple.count).toBe(exact.count);
        for (let a = 0; a < exact.count; a++) {
          for (const [x, y] of pixelEdgeMiddles(exact, a)) {
            let nearest = Infinity;
            for (let q = simple.offset[a]; q < simple.offset[a + 1] - 1; q++) {
              nearest = Math.min(nearest, distanceToSegment(x, y, simple.xy.subarray(2 * q, 2 * q + 4)));
            }
            if (nearest > tolerance + 1e-4) throw new Error(`${x}, ${y} lies ${nearest} px off`);
          }
        }
      }),
      { numRuns: 200 },
    ));

  test('a slanted edge of 150 steps becomes a few lines', () => {
    const labels = new Uint8Array(90 * 90);
    for (let y = 0; y < 90; y++) labels.fill(1, y * 90, y * 90 + Math.round(10 + y * 0.7));
    const arcs = traceArcs({ width: 90, height: 90, labels }, 0.49);
    const between = Array.from({ length: arcs.count }, (_, a) => a).filter(
      (a) => arcs.left[a] !== OUTSIDE && arcs.right[a] !== OUTSIDE,
    );
    expect(between.length).toBe(1);
    expect(arcs.offset[between[0] + 1] - arcs.offset[between[0]]).toBeLessThanOrEqual(16);
  });
});

function pixelEdgeMiddles(arcs: ArcMap, a: number): number[][] {
  const middles: number[][] = [];
  for (let p = arcs.offset[a]; p < arcs.offset[a + 1] - 1; p++) {
    const [x0, y0, x1, y1] = arcs.xy.subarray(2 * p, 2 * p + 4);
    const length = Math.abs(x1 - x0) + Math.abs(y1 - y0);
    for (let t = 0.5; t < length; t++) middles.push([x0 + ((x1 - x0) * t) / length, y0 + ((y1 - y0) * t) / length]);
  }
  return middles;
}

function distanceToSegment(x: number, y: number, s: Float32Array): number {
  const dx = s[2] - s[0],
    dy = s[3] - s[1];
  const t =
    dx === 0 && dy === 0 ? 0 : Math.min(1, Math.max(0, ((x - s[0]) * dx + (y - s[1]) * dy) / (dx * dx + dy * dy)));
  return Math.hypot(x - s[0] - t * dx, y - s[1] - t * dy);
}

describe('painting', () => {
  const red = packRgb(200, 0, 0),
    blue = packRgb(0, 0, 200),
    paper = packRgb(250, 250, 240);
  const map: LabelMap = { width: 4, height: 2, labels: Uint8Array.from([0, 0, 1, 1, 0, 0, 1, 1]) };
  test('one to one, mirrored, and beyond the edge', () => {
    const styles = [{ fill: red }, { fill: blue }];
    expect(Array.from(paintLabels(map, styles, { x: 0, y: 0, pxPerOut: 1, mirrored: false }, 4, 1, paper))).toEqual([
      red,
      red,
      blue,
      blue,
    ]);
    expect(Array.from(paintLabels(map, styles, { x: 0, y: 0, pxPerOut: 1, mirrored: true }, 4, 1, paper))).toEqual([
      blue,
      blue,
      red,
      red,
    ]);
    expect(Array.from(paintLabels(map, styles, { x: 3, y: 0, pxPerOut: 1, mirrored: false }, 2, 1, paper))).toEqual([
      blue,
      paper,
    ]);
  });
  test('a coarse view averages', () => {
    const [mixed] = paintLabels(
      map,
      [{ fill: red }, { fill: blue }],
      { x: 0, y: 0, pxPerOut: 4, mirrored: false },
      1,
      1,
      paper,
    );
    expect(mixed & 255).toBeGreaterThan(90);
    expect((mixed >>> 16) & 255).toBeGreaterThan(90);
  });
  test('coverage sums to one in each cell and paints the same mix', () =>
    fc.assert(
      fc.property(maps, (some) => {
        const w = Math.max(1, some.width >> 2),
          h = Math.max(1, some.height >> 2);
        const coverage = labelCoverage(some, 6, w, h);
        for (let c = 0; c < w * h; c++) {
          let sum = 0;
          for (let i = coverage.from[c]; i < coverage.from[c + 1]; i++) sum += coverage.share[i];
          if (Math.abs(sum - 255) > 3) throw new Error(`cell ${c} sums to ${sum}`);
        }
        expect(new Set(paintCoverage(coverage, Array(6).fill(red)))).toEqual(new Set([red]));
      }),
    ));
});
