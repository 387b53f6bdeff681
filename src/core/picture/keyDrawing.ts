import { emptyMask, fillOutlines, hasPixel, traceArcs, type LabelMap } from '../geometry';

/** A line of a key drawing: a stretch of edge between two colours, from one meeting of edges to the next, smoothed as a hand cuts it. */
export interface KeyPiece {
  /** The labels on its two sides, the smaller first. */
  readonly a: number;
  readonly b: number;
  /** x, y one after another, pixels; the first again at the end where it closes on itself. */
  readonly pointsPx: readonly number[];
  readonly lengthPx: number;
  /** Whether its beginning and its end run out free: no other chosen line goes on from there, and the picture does. */
  readonly free: readonly [boolean, boolean];
}

export interface KeyEdges {
  /** Pairs of labels whose common edges are drawn. */
  readonly pairs: readonly (readonly [number, number])[];
  /** How far along a line its points are evened, px; 0 follows the edge. */
  readonly smoothPx: number;
}

/** Followed closely: evening is what smooths it. */
const TRACE_PX = 0.49;
/** Points of a line lie so far apart. */
const STEP_PX = 1;

/** The pieces of the edges between chosen labels, in the order of the map. Cost: one tracing of the map. */
export function keyPieces(map: LabelMap, { pairs, smoothPx }: KeyEdges): KeyPiece[] {
  const chosen = new Set(pairs.map(([a, b]) => Math.min(a, b) * 256 + Math.max(a, b)));
  const arcs = traceArcs(map, TRACE_PX);
  const mine: number[] = [];
  const meets = new Map<number, number>();
  for (let arc = 0; arc < arcs.count; arc++) {
    const [a, b] = [arcs.left[arc], arcs.right[arc]];
    if (!chosen.has(Math.min(a, b) * 256 + Math.max(a, b))) continue;
    mine.push(arc);
    for (const corner of [arcs.startCorner[arc], arcs.endCorner[arc]]) meets.set(corner, (meets.get(corner) ?? 0) + 1);
  }
  const across = map.width + 1;
  const runsOut = (corner: number) => {
    const x = corner % across,
      y = Math.floor(corner / across);
    return meets.get(corner) === 1 && x > 0 && y > 0 && x < map.width && y < map.height;
  };
  return mine.map((arc) => {
    const points = Array.from(arcs.xy.subarray(2 * arcs.offset[arc], 2 * arcs.offset[arc + 1]));
    const closed = arcs.startCorner[arc] === arcs.endCorner[arc];
    const evened = smoothed(stepped(points), closed, smoothPx);
    return {
      a: Math.min(arcs.left[arc], arcs.right[arc]),
      b: Math.max(arcs.left[arc], arcs.right[arc]),
      pointsPx: evened,
      lengthPx: lengthOf(evened),
      free: [runsOut(arcs.startCorner[arc]), runsOut(arcs.endCorner[arc])],
    };
  });
}

export interface KeyStroke {
  readonly widthPx: number;
  /** A free end thins out over this much, to `TAPERED` of its width. */
  readonly taperPx: number;
}
const TAPERED = 0.4;

/** The map with the pieces drawn on it as `label`. */
export function drawnKey(
  { width, height, labels }: LabelMap,
  pieces: readonly KeyPiece[],
  { widthPx, taperPx }: KeyStroke,
  label: number,
): Uint8Array {
  const out = labels.slice();
  for (const { pointsPx, lengthPx, free } of pieces) {
    let along = 0;
    for (let p = 0; p < pointsPx.length; p += 2) {
      if (p > 0) along += Math.hypot(pointsPx[p] - pointsPx[p - 2], pointsPx[p + 1] - pointsPx[p - 1]);
      const thin = (isFree: boolean, from: number) => (isFree && taperPx > 0 ? Math.min(1, from / taperPx) : 1);
      const full = Math.min(thin(free[0], along), thin(free[1], lengthPx - along));
      stamp(pointsPx[p], pointsPx[p + 1], (widthPx / 2) * (TAPERED + (1 - TAPERED) * full));
    }
  }
  return out;

  /** Every pixel whose middle lies within `radius` of a corner point. */
  function stamp(cx: number, cy: number, radius: number): void {
    for (
      let y = Math.max(0, Math.ceil(cy - 0.5 - radius));
      y <= Math.min(height - 1, Math.floor(cy - 0.5 + radius));
      y++
    ) {
      const half = Math.sqrt(Math.max(0, radius * radius - (y + 0.5 - cy) ** 2));
      const from = Math.max(0, Math.ceil(cx - 0.5 - half)),
        to = Math.min(width - 1, Math.floor(cx - 0.5 + half));
      for (let x = from; x <= to; x++) out[y * width + x] = label;
    }
  }
}

/** The map with closed outlines filled as `label`: lines that were drawn elsewhere, as thick as they were drawn. */
export function filledKey(map: LabelMap, outlinesPx: readonly (readonly number[])[], label: number): Uint8Array {
  const mask = emptyMask(map.width, map.height),
    out = map.labels.slice();
  fillOutlines(mask, outlinesPx);
  for (let y = 0, i = 0; y < map.height; y++)
    for (let x = 0; x < map.width; x++, i++) if (hasPixel(mask, x, y)) out[i] = label;
  return out;
}

/** How thick lines with these outlines are, on the whole: twice what they cover by the length of their edges, in the unit of the points. */
export function thicknessOf(outlines: readonly (readonly number[])[]): number {
  let area = 0,
    length = 0;
  for (const ring of outlines)
    for (let p = 0, n = ring.length; p < n; p += 2) {
      const [x0, y0, x1, y1] = [ring[p], ring[p + 1], ring[(p + 2) % n], ring[(p + 3) % n]];
      area += (x0 * y1 - x1 * y0) / 2;
      length += Math.hypot(x1 - x0, y1 - y0);
    }
  return length > 0 ? (2 * Math.abs(area)) / length : 0;
}

/** The map without a label: each of its pixels becomes what lies nearest to it, ring by ring. Labels above it move down by one. */
export function withoutKey({ width, height, labels }: LabelMap, label: number): Uint8Array {
  const out = labels.slice();
  let ring: number[] = [];
  const around = (i: number) => [
    ...(i % width > 0 ? [i - 1] : []),
    ...(i % width < width - 1 ? [i + 1] : []),
    ...(i >= width ? [i - width] : []),
    ...(i < width * (height - 1) ? [i + width] : []),
  ];
  for (let i = 0; i < out.length; i++)
    if (out[i] === label && around(i).some((near) => labels[near] !== label)) ring.push(i);
  while (ring.length > 0) {
    const filled = ring.map((i) => out[around(i).find((near) => out[near] !== label)!]);
    ring.forEach((i, k) => (out[i] = filled[k]));
    const next = new Set<number>();
    for (const i of ring) for (const near of around(i)) if (out[near] === label) next.add(near);
    ring = [...next];
  }
  for (let i = 0; i < out.length; i++) if (out[i] > label) out[i]--;
  return out;
}

/** The same line with a point at least every step. */
function stepped(points: readonly number[]): number[] {
  const out = points.slice(0, 2);
  for (let p = 2; p < points.length; p += 2) {
    const [x0, y0, x1, y1] = [points[p - 2], points[p - 1], points[p], points[p + 1]];
    const steps = Math.max(1, Math.ceil(Math.hypot(x1 - x0, y1 - y0) / STEP_PX));
    for (let s = 1; s <= steps; s++) out.push(x0 + ((x1 - x0) * s) / steps, y0 + ((y1 - y0) * s) / steps);
  }
  return out;
}

/** Each point the mean of its neighbours within `reach`, fewer of them near the ends, which stay where they are: lines that met still meet. */
function smoothed(points: readonly number[], closed: boolean, reach: number): number[] {
  const n = points.length / 2,
    most = Math.floor(reach / STEP_PX);
  if (most < 1 || n < 3) return [...points];
  const ring = closed ? n - 1 : n;
  const at = (i: number, c: number) => points[2 * (closed ? ((i % ring) + ring) % ring : i) + c];
  const out: number[] = [];
  for (let i = 0; i < n; i++) {
    const wide = closed ? Math.min(most, Math.floor((ring - 1) / 2)) : Math.min(most, i, n - 1 - i);
    for (const c of [0, 1]) {
      let sum = 0;
      for (let k = -wide; k <= wide; k++) sum += at(i + k, c);
      out.push(sum / (2 * wide + 1));
    }
  }
  return out;
}

function lengthOf(points: readonly number[]): number {
  let length = 0;
  for (let p = 2; p < points.length; p += 2)
    length += Math.hypot(points[p] - points[p - 2], points[p + 1] - points[p - 1]);
  return length;
}
