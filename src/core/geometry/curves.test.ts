import fc from 'fast-check';
import { randomStream } from '../random/random';
import { traceArcs } from './arcs';
import { curvesOf, eachCurveOf, type CurveMap } from './curves';
import { labelSet, type LabelMap } from './raster';
import { ringsOf, type Ring } from './rings';

type Point = readonly [number, number];

/** Blobs of a few labels, some round, some with square corners. */
function blobs(seed: number, width: number, height: number, count: number): LabelMap {
  const random = randomStream(seed),
    labels = new Uint8Array(width * height);
  for (let k = 0; k < count; k++) {
    const label = Math.floor(random() * 4),
      cx = random() * width,
      cy = random() * height,
      r = 4 + random() * 30,
      round = random() < 0.7,
      wave = random() * 0.3;
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const dx = x + 0.5 - cx,
          dy = y + 0.5 - cy,
          edge = r * (1 + wave * Math.sin(5 * Math.atan2(dy, dx)));
        if (round ? dx * dx + dy * dy < edge * edge : Math.abs(dx) < r && Math.abs(dy) < 0.6 * r)
          labels[y * width + x] = label;
      }
  }
  return { width, height, labels };
}

function flattened(map: CurveMap, ring: Ring, steps = 12): Point[] {
  const points: Point[] = [];
  eachCurveOf(
    map,
    ring,
    (x, y) => points.push([x, y]),
    (x1, y1, x2, y2, x, y) => {
      const [x0, y0] = points[points.length - 1];
      for (let k = 1; k <= steps; k++) {
        const t = k / steps,
          s = 1 - t;
        points.push([
          s ** 3 * x0 + 3 * t * s * s * x1 + 3 * t * t * s * x2 + t ** 3 * x,
          s ** 3 * y0 + 3 * t * s * s * y1 + 3 * t * t * s * y2 + t ** 3 * y,
        ]);
      }
    },
  );
  return points;
}

function offPolyline([x, y]: Point, line: readonly Point[]): number {
  let least = Infinity;
  for (let k = 0; k + 1 < line.length; k++) {
    const [ax, ay] = line[k],
      dx = line[k + 1][0] - ax,
      dy = line[k + 1][1] - ay,
      t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
    least = Math.min(least, Math.hypot(ax + t * dx - x, ay + t * dy - y));
  }
  return least;
}

const maps = fc.record({
  seed: fc.nat(1_000_000),
  width: fc.integer({ min: 20, max: 120 }),
  height: fc.integer({ min: 20, max: 90 }),
  count: fc.integer({ min: 0, max: 12 }),
});

test('curves stay within their tolerance of the middles of pixel edges, both ways', () =>
  fc.assert(
    fc.property(maps, ({ seed, width, height, count }) => {
      const map = blobs(seed, width, height, count),
        curves = curvesOf(map, 0.8),
        stairs = traceArcs(map, 0);
      for (let label = 0; label < 4; label++)
        for (const ring of ringsOf(curves, labelSet([label]))) {
          const line = flattened(curves, ring),
            middles: Point[] = [];
          for (const arc of ring.arcs)
            for (let p = stairs.offset[arc]; p + 1 < stairs.offset[arc + 1]; p++) {
              const x = stairs.xy[2 * p],
                y = stairs.xy[2 * p + 1],
                dx = stairs.xy[2 * p + 2] - x,
                dy = stairs.xy[2 * p + 3] - y,
                length = Math.abs(dx) + Math.abs(dy);
              for (let s = 0.5; s < length; s++) middles.push([x + (dx * s) / length, y + (dy * s) / length]);
            }
          for (const middle of middles) expect(offPolyline(middle, line)).toBeLessThanOrEqual(0.9);
          const staircase = [...middles, middles[0]];
          for (const point of line) expect(offPolyline(point, staircase)).toBeLessThanOrEqual(1.5);
        }
    }),
    { numRuns: 15 },
  ));

test('rings close, and two neighbours run along the very same curve', () =>
  fc.assert(
    fc.property(maps, ({ seed, width, height, count }) => {
      const curves = curvesOf(blobs(seed, width, height, count), 0.8);
      const seen = new Map<string, number>();
      for (let label = 0; label < 4; label++)
        for (const ring of ringsOf(curves, labelSet([label]))) {
          const line = flattened(curves, ring, 1);
          expect(Math.hypot(line[0][0] - line[line.length - 1][0], line[0][1] - line[line.length - 1][1])).toBeLessThan(
            1e-9,
          );
          for (const [x, y] of line.slice(1)) {
            const key = `${x}/${y}`;
            seen.set(key, (seen.get(key) ?? 0) + 1);
          }
        }
      // a knot inside the map is one of two areas, or more where they meet; only the rim is one area's alone
      for (const [key, times] of seen) {
        const [x, y] = key.split('/').map(Number);
        const onRim = x <= 1.31 || y <= 1.31 || x >= width - 1.31 || y >= height - 1.31;
        if (!onRim) expect(times).toBeGreaterThanOrEqual(2);
      }
    }),
    { numRuns: 25 },
  ));

test('a square keeps its corners to the point, a circle has none', () => {
  const width = 100,
    labels = new Uint8Array(width * width);
  for (let y = 20; y < 70; y++) labels.fill(1, y * width + 30, y * width + 80);
  const square = curvesOf({ width, height: width, labels }, 0.8);
  const [ring] = ringsOf(square, labelSet([1]));
  const knots = flattened(square, ring, 1).slice(1);
  expect(knots).toHaveLength(4);
  expect(knots.map(String).sort()).toEqual(['30,20', '30,70', '80,20', '80,70']);
  for (let y = 0; y < width; y++)
    for (let x = 0; x < width; x++) labels[y * width + x] = Math.hypot(x - 49.5, y - 49.5) < 35 ? 1 : 0;
  const disc = curvesOf({ width, height: width, labels }, 0.8),
    round = flattened(disc, ringsOf(disc, labelSet([1]))[0], 24);
  for (const [x, y] of round) expect(Math.abs(Math.hypot(x - 50, y - 50) - 35)).toBeLessThan(1.1);
  // nowhere does it turn more than a little from one of its short chords to the next
  for (let k = 1; k + 1 < round.length; k++) {
    const a = Math.atan2(round[k][1] - round[k - 1][1], round[k][0] - round[k - 1][0]),
      b = Math.atan2(round[k + 1][1] - round[k][1], round[k + 1][0] - round[k][0]);
    expect(Math.abs(Math.atan2(Math.sin(b - a), Math.cos(b - a)))).toBeLessThan(0.25);
  }
});

test('far fewer points than a polyline has', () => {
  const map = blobs(77, 600, 400, 40),
    curves = curvesOf(map, 0.8),
    polyline = traceArcs(map, 0.49);
  const knots = curves.segments.length / 6;
  expect(knots).toBeLessThan((polyline.offset[polyline.count] - polyline.count) / 2.4);
});
