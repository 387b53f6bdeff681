import type { ArcMap } from '../geometry';

/** Where the image ends: what lies beyond is bare paper. */
export const BEYOND = 0xffff;

/**
 * The boundaries of a flat picture, gathered by the two labels, direction and place: what a displacement does along a boundary
 * depends on nothing else. All parallel lists; labels a < b; the normal points from a to b.
 */
export interface Boundaries {
  readonly count: number;
  readonly a: Uint16Array;
  readonly b: Uint16Array;
  readonly lengthMm: Float64Array;
  readonly xMm: Float64Array;
  readonly yMm: Float64Array;
  readonly nx: Float64Array;
  readonly ny: Float64Array;
  /** For each point of the arcs, the gathering its segment to the next point went to; −1 for none. */
  readonly ofSegment: Int32Array;
}

interface Gathering {
  readonly a: number;
  readonly b: number;
  length: number;
  x: number;
  y: number;
  nx: number;
  ny: number;
  into: Gathering | null;
}

const DIRECTIONS = 16,
  CELLS = 4;

/**
 * Gathers the edges of a label map (`mmPerPx` to a pixel) into 16 directions and 4 × 4 places, keeping mean place and direction of
 * each gathering. The `most` longest are kept apart; shorter ones join the nearest of their own two labels.
 */
export function boundariesOf(arcs: ArcMap, mmPerPx: number, most = 260): Boundaries {
  const { known, wide, high, segments } = gathered(arcs);
  const kept = longest(known, most, wide, high);
  const list = (of: (bin: Gathering) => number) => Float64Array.from(kept, of);
  const place = new Map(kept.map((bin, i) => [bin, i]));
  return {
    count: kept.length,
    a: Uint16Array.from(kept, (k) => k.a),
    b: Uint16Array.from(kept, (k) => k.b),
    lengthMm: list((k) => k.length * mmPerPx),
    xMm: list((k) => (k.x / k.length) * mmPerPx),
    yMm: list((k) => (k.y / k.length) * mmPerPx),
    nx: list((k) => k.nx / Math.hypot(k.nx, k.ny)),
    ny: list((k) => k.ny / Math.hypot(k.nx, k.ny)),
    ofSegment: Int32Array.from(segments, (bin) => (bin ? place.get(bin.into ?? bin)! : -1)),
  };
}

/** The longest gatherings; each shorter one joins the nearest of its own two labels. */
function longest(known: Map<number, Gathering>, most: number, wide: number, high: number) {
  const all = [...known.values()].sort((p, q) => q.length - p.length);
  const kept = all.slice(0, most);
  for (const bin of all.slice(most)) {
    let best: Gathering | undefined,
      least = Infinity;
    for (const to of kept) {
      if (to.a !== bin.a || to.b !== bin.b) continue;
      const off =
        Math.hypot(to.x / to.length - bin.x / bin.length, to.y / to.length - bin.y / bin.length) / (wide + high) +
        (1 - (to.nx * bin.nx + to.ny * bin.ny) / (to.length * bin.length));
      if (off < least) {
        least = off;
        best = to;
      }
    }
    if (!best) {
      kept.push(bin);
      continue;
    }
    bin.into = best;
    best.length += bin.length;
    best.x += bin.x;
    best.y += bin.y;
    best.nx += bin.nx;
    best.ny += bin.ny;
  }
  return kept;
}

/** Every edge put to its gathering by colours, direction and place. */
function gathered(arcs: ArcMap) {
  const known = new Map<number, Gathering>();
  const segments: (Gathering | undefined)[] = new Array<Gathering | undefined>(arcs.xy.length / 2);
  const wide = arcs.width / CELLS,
    high = arcs.height / CELLS;
  for (let arc = 0; arc < arcs.count; arc++) {
    const left = arcs.left[arc],
      right = arcs.right[arc];
    if (left === right) continue;
    const a = Math.min(left, right),
      b = Math.max(left, right),
      turn = left === a ? 1 : -1;
    for (let p = arcs.offset[arc]; p < arcs.offset[arc + 1] - 1; p++) {
      const x0 = arcs.xy[2 * p],
        y0 = arcs.xy[2 * p + 1],
        dx = arcs.xy[2 * p + 2] - x0,
        dy = arcs.xy[2 * p + 3] - y0;
      const length = Math.hypot(dx, dy);
      if (length === 0) continue;
      // y runs down: what is on the left of the way points to (dy, −dx), so from left to right is (−dy, dx)
      const nx = (-turn * dy) / length,
        ny = (turn * dx) / length;
      const direction = Math.floor((Math.atan2(ny, nx) / (2 * Math.PI) + 1) * DIRECTIONS) % DIRECTIONS;
      const x = x0 + dx / 2,
        y = y0 + dy / 2;
      const cell = Math.min(CELLS - 1, Math.floor(y / high)) * CELLS + Math.min(CELLS - 1, Math.floor(x / wide));
      const key = ((a * 65536 + b) * DIRECTIONS + direction) * CELLS * CELLS + cell;
      let bin = known.get(key);
      if (!bin) known.set(key, (bin = { a, b, length: 0, x: 0, y: 0, nx: 0, ny: 0, into: null }));
      segments[p] = bin;
      bin.length += length;
      bin.x += length * x;
      bin.y += length * y;
      bin.nx += length * nx;
      bin.ny += length * ny;
    }
  }
  return { known, wide, high, segments };
}
