import { traceArcs, type ArcMap } from './arcs';
import { backwards, fit, LOOK, unit, type Vector } from './fitCubics';
import type { PartMap } from './raster';
import type { Ring } from './rings';

/**
 * The edges of a label map as smooth curves: of each arc one string of cubic Béziers, fitted once, so that neighbours and all nested areas
 * share the very same curve; and as polylines, where those are asked for. Segment s of arc a, `segmentOffset[a]` ≤ s < `segmentOffset[a + 1]`, goes from the end of the one before (or the
 * arc's start) with the control points and end in `segments[6 s …]`: x and y in turn, pixels.
 */
export interface CurveMap extends ArcMap {
  readonly segmentOffset: Int32Array;
  readonly segments: Float64Array;
  /** Where each arc starts. */
  readonly start: Float64Array;
}

/** How much the direction turns at a corner. */
const CORNER_COS = Math.cos((52 * Math.PI) / 180);
/** No two corners nearer than this. */
const CORNER_APART = 4;

/** How near the polylines keep that a curve map has besides. */
const POLYLINE_PX = 0.49;

/** All edges of a map as curves no farther than `tolerancePx` from the middles of its pixel edges; corners stay corners. */
export function curvesOf(map: PartMap, tolerancePx: number): CurveMap {
  const arcs = traceArcs(map, 0);
  const segments: number[] = [],
    segmentOffset = new Int32Array(arcs.count + 1),
    start = new Float64Array(2 * arcs.count);
  const meeting = new Map<number, number>();
  for (let a = 0; a < arcs.count; a++)
    for (const corner of [arcs.startCorner[a], arcs.endCorner[a]]) meeting.set(corner, (meeting.get(corner) ?? 0) + 1);
  for (let a = 0; a < arcs.count; a++) {
    segmentOffset[a] = segments.length / 6;
    const free = arcs.startCorner[a] === arcs.endCorner[a] && meeting.get(arcs.startCorner[a]) === 2;
    fitArc(arcs, a, free, tolerancePx, segments, start);
  }
  segmentOffset[arcs.count] = segments.length / 6;
  return { ...traceArcs(map, POLYLINE_PX), segmentOffset, segments: Float64Array.from(segments), start };
}

interface Samples {
  /** x and y in turn: the arc's ends, the middles of its steps, and its corners. */
  readonly xy: Float64Array;
  readonly count: number;
  /** Samples at which the curve may break; the first and the last are among them. */
  readonly breaks: readonly number[];
}

/** One arc as curves, appended to `segments`. A closed line without a node begins in the middle of its longest straight run. */
function fitArc(
  arcs: ArcMap,
  a: number,
  free: boolean,
  tolerance: number,
  segments: number[],
  start: Float64Array,
): void {
  const stairs = free ? fromLongestRun(arcs, a) : arcs.xy.subarray(2 * arcs.offset[a], 2 * arcs.offset[a + 1]);
  const samples = samplesOf(stairs),
    // a closed line that has corners begins at one, and needs no seam
    cornered = free && samples.breaks.length > 2,
    { xy, count, breaks } = cornered ? fromFirstCorner(samples) : samples;
  start[2 * a] = xy[0];
  start[2 * a + 1] = xy[1];
  // over the seam of a closed line it goes on in one direction
  const seam = Math.min(LOOK, (count - 1) >> 1),
    over = free
      ? unit(xy[2 * seam] - xy[2 * (count - 1 - seam)], xy[2 * seam + 1] - xy[2 * (count - 1 - seam) + 1])
      : undefined;
  for (let b = 0; b + 1 < breaks.length; b++) {
    const first = breaks[b],
      last = breaks[b + 1];
    fit(
      { xy, tolerance, segments },
      first,
      last,
      over && b === 0 ? over : undefined,
      over && b + 2 === breaks.length ? backwards(over) : undefined,
    );
  }
}

/** The same closed line from its first corner round to it again. */
function fromFirstCorner({ xy, count, breaks }: Samples): Samples {
  const by = breaks[1],
    out = new Float64Array(2 * count);
  // the seam is twice there, as first sample and as last: once is enough
  for (let k = 0; k < count; k++) {
    const from = by + k < count ? by + k : by + k - count + 1;
    out[2 * k] = xy[2 * from];
    out[2 * k + 1] = xy[2 * from + 1];
  }
  return { xy: out, count, breaks: [...breaks.slice(1, -1).map((at) => at - by), count - 1] };
}

/** The corners of a closed line's staircase from the middle of its longest run round to it again. */
function fromLongestRun({ offset, xy }: ArcMap, a: number): Float64Array {
  const from = offset[a],
    runs = offset[a + 1] - from - 1;
  let longest = 0,
    most = 0;
  for (let k = 0; k < runs; k++) {
    const p = 2 * (from + k),
      length = Math.abs(xy[p + 2] - xy[p]) + Math.abs(xy[p + 3] - xy[p + 1]);
    if (length > most) {
      most = length;
      longest = k;
    }
  }
  const out = new Float64Array(2 * (runs + 2)),
    at = 2 * (from + longest);
  out[0] = out[2 * runs + 2] = (xy[at] + xy[at + 2]) / 2;
  out[1] = out[2 * runs + 3] = (xy[at + 1] + xy[at + 3]) / 2;
  for (let k = 0; k < runs; k++) {
    const p = 2 * (from + ((longest + 1 + k) % runs));
    out[2 + 2 * k] = xy[p];
    out[3 + 2 * k] = xy[p + 1];
  }
  return out;
}

/** Of a staircase by its corners. */
function samplesOf(corners: Float32Array | Float64Array): Samples {
  const to = corners.length / 2;
  const points: number[] = [corners[0], corners[1]];
  /** Places of the staircase's corners: the sample before each. */
  const bends: number[] = [];
  for (let p = 0; p + 1 < to; p++) {
    const x = corners[2 * p],
      y = corners[2 * p + 1],
      dx = corners[2 * p + 2] - x,
      dy = corners[2 * p + 3] - y,
      length = Math.max(Math.abs(dx), Math.abs(dy)),
      // along a long straight run not every pixel is asked
      count = length > 12 ? Math.ceil(length / 4) : length;
    for (let k = 0; k < count; k++) {
      const at = count > 1 ? 0.5 + ((length - 1) * k) / (count - 1) : length / 2;
      points.push(x + (dx * at) / length, y + (dy * at) / length);
    }
    if (p + 2 < to) bends.push(points.length / 2 - 1);
  }
  points.push(corners[2 * to - 2], corners[2 * to - 1]);
  const count = points.length / 2,
    xy = Float64Array.from(points);
  return withCorners(xy, count, cornersAmong(xy, count, bends), bends, corners);
}

/** Which bends of the staircase are corners of the shape: the direction before and after differs, most among its neighbours. */
function cornersAmong(xy: Float64Array, count: number, bends: readonly number[]): number[] {
  const turns = bends.map((before) => {
    const back = Math.max(0, before - LOOK + 1),
      ahead = Math.min(count - 1, before + LOOK);
    const one = unit(xy[2 * before] - xy[2 * back], xy[2 * before + 1] - xy[2 * back + 1]),
      other = unit(xy[2 * ahead] - xy[2 * before + 2], xy[2 * ahead + 1] - xy[2 * before + 3]);
    return one[0] * other[0] + one[1] * other[1];
  });
  const found: number[] = [];
  for (let k = 0; k < bends.length; k++) {
    if (turns[k] > CORNER_COS) continue;
    let sharpest = true;
    for (let j = k - 1; j >= 0 && bends[k] - bends[j] <= CORNER_APART; j--) if (turns[j] <= turns[k]) sharpest = false;
    for (let j = k + 1; j < bends.length && bends[j] - bends[k] <= CORNER_APART; j++)
      if (turns[j] < turns[k]) sharpest = false;
    if (sharpest) found.push(k);
  }
  return found;
}

/** The samples with the true corners put in between, and where the curve may break. */
function withCorners(
  xy: Float64Array,
  count: number,
  found: readonly number[],
  bends: readonly number[],
  corners: Float32Array | Float64Array,
): Samples {
  const out = new Float64Array(2 * (count + found.length)),
    breaks = [0];
  let at = 0,
    next = 0;
  for (let k = 0; k < count; k++) {
    out[2 * at] = xy[2 * k];
    out[2 * at + 1] = xy[2 * k + 1];
    at++;
    if (next < found.length && bends[found[next]] === k) {
      const corner = found[next] + 1;
      out[2 * at] = corners[2 * corner];
      out[2 * at + 1] = corners[2 * corner + 1];
      breaks.push(at++);
      next++;
    }
  }
  breaks.push(at - 1);
  return { xy: out, count: at, breaks };
}

/** Calls `begin` with where a ring starts and `curve` with each of its cubics in order: two control points and an end. */
export function eachCurveOf(
  map: CurveMap,
  ring: Ring,
  begin: (x: number, y: number) => void,
  curve: (x1: number, y1: number, x2: number, y2: number, x: number, y: number) => void,
): void {
  const { segments, segmentOffset, start } = map;
  const endOf = (s: number, arc: number): Vector =>
    s < segmentOffset[arc] ? [start[2 * arc], start[2 * arc + 1]] : [segments[6 * s + 4], segments[6 * s + 5]];
  ring.arcs.forEach((arc, k) => {
    const first = segmentOffset[arc],
      last = segmentOffset[arc + 1] - 1;
    if (!ring.reversed[k]) {
      if (k === 0) begin(start[2 * arc], start[2 * arc + 1]);
      for (let s = first; s <= last; s++)
        curve(
          segments[6 * s],
          segments[6 * s + 1],
          segments[6 * s + 2],
          segments[6 * s + 3],
          segments[6 * s + 4],
          segments[6 * s + 5],
        );
      return;
    }
    if (k === 0) begin(...endOf(last, arc));
    for (let s = last; s >= first; s--)
      curve(segments[6 * s + 2], segments[6 * s + 3], segments[6 * s], segments[6 * s + 1], ...endOf(s - 1, arc));
  });
}
