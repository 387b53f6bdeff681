import { OUTSIDE, type LabelMap } from './raster';
import { simplifyStaircase } from './simplify';

/**
 * The edges of a label map: arcs run between nodes (corners where three or more edges meet) along the cracks between
 * pixels, each simplified once, so that neighbours and all nested areas share the very same edge.
 * Arc a has points `offset[a]` … `offset[a + 1]`, as x, y pairs in pixels, y down; a closed arc ends where it starts.
 */
export interface ArcMap {
  readonly width: number;
  readonly height: number;
  readonly count: number;
  readonly offset: Int32Array;
  readonly xy: Float32Array;
  /** Labels on the arc's two sides as it runs; 255 is outside the map. */
  readonly left: Uint8Array;
  readonly right: Uint8Array;
  /** Corner numbers, y × (width + 1) + x, of the two ends. */
  readonly startCorner: Int32Array;
  readonly endCorner: Int32Array;
  /** First and last step: 0 right, 1 down, 2 left, 3 up. */
  readonly firstStep: Uint8Array;
  readonly lastStep: Uint8Array;
}

const RIGHT_CRACK = 1, DOWN_CRACK = 2, RIGHT_SEEN = 4, DOWN_SEEN = 8;

/** All arcs of a map, simplified to within `tolerancePx` of the cracks (< 0.5 keeps neighbours apart). */
export function traceArcs(map: LabelMap, tolerancePx: number): ArcMap {
  const cracks = cracksOf(map);
  const tracer = new ArcTracer(map, cracks, tolerancePx);
  const corners = cracks.length;
  for (let v = 0; v < corners; v++) if (cracks[v] & 3 && tracer.isNode(v)) tracer.traceFromNode(v);
  for (let v = 0; v < corners; v++) if (cracks[v] & RIGHT_CRACK && !(cracks[v] & RIGHT_SEEN)) tracer.trace(v, 0);
  return tracer.result();
}

/** For each corner, whether an edge leads right and down from it. */
function cracksOf({ width, height, labels }: LabelMap): Uint8Array {
  const across = width + 1;
  const cracks = new Uint8Array(across * (height + 1));
  for (let x = 0; x < width; x++) cracks[x] = RIGHT_CRACK;
  for (let y = 0; y < height; y++) {
    const row = y * width;
    const at = y * across;
    cracks[at] |= DOWN_CRACK;
    let before = labels[row];
    for (let x = 1; x < width; x++) {
      const label = labels[row + x];
      if (label !== before) { cracks[at + x] |= DOWN_CRACK; before = label; }
    }
    cracks[at + width] |= DOWN_CRACK;
    if (y > 0) {
      const above = row - width;
      for (let x = 0; x < width; x++) if (labels[row + x] !== labels[above + x]) cracks[at + x] |= RIGHT_CRACK;
    }
  }
  const bottom = height * across;
  for (let x = 0; x < width; x++) cracks[bottom + x] |= RIGHT_CRACK;
  return cracks;
}

class ArcTracer {
  private readonly across: number;
  private readonly move: readonly number[];
  private corner = new Int32Array(1024);
  private xy = new Float32Array(1 << 16);
  private used = 0;
  private readonly offset: number[] = [0];
  private readonly left: number[] = [];
  private readonly right: number[] = [];
  private readonly start: number[] = [];
  private readonly end: number[] = [];
  private readonly first: number[] = [];
  private readonly last: number[] = [];

  constructor(private readonly map: LabelMap, private readonly cracks: Uint8Array, private readonly tolerancePx: number) {
    this.across = map.width + 1;
    this.move = [1, this.across, -1, -this.across];
  }

  /** Whether three or four edges meet here. At column 0, v − 1 is the row above's last corner, from which no edge leads right. */
  isNode(v: number): boolean {
    const { cracks, across } = this;
    const here = cracks[v];
    const leftward = cracks[v - 1] & 1;
    const upward = v < across ? 0 : (cracks[v - across] >> 1) & 1;
    return (here & 1) + ((here >> 1) & 1) + leftward + upward >= 3;
  }

  traceFromNode(v: number): void {
    const { cracks, across } = this;
    if ((cracks[v] & (RIGHT_CRACK | RIGHT_SEEN)) === RIGHT_CRACK) this.trace(v, 0);
    if ((cracks[v] & (DOWN_CRACK | DOWN_SEEN)) === DOWN_CRACK) this.trace(v, 1);
    if ((cracks[v - 1] & (RIGHT_CRACK | RIGHT_SEEN)) === RIGHT_CRACK) this.trace(v, 2);
    if (v >= across && (cracks[v - across] & (DOWN_CRACK | DOWN_SEEN)) === DOWN_CRACK) this.trace(v, 3);
  }

  /** Follows edges from `start` until a node or the start again; only corners where the way turns are kept. */
  trace(start: number, firstStep: number): void {
    const { cracks, across, move } = this;
    this.sides(start, firstStep);
    let v = start, step = firstStep, turns = 0;
    this.putCorner(turns++, v);
    for (;;) {
      if (step === 0) cracks[v] |= RIGHT_SEEN;
      else if (step === 1) cracks[v] |= DOWN_SEEN;
      else if (step === 2) cracks[v - 1] |= RIGHT_SEEN;
      else cracks[v - across] |= DOWN_SEEN;
      v += move[step];
      if (v === start || this.isNode(v)) break;
      const next = this.nextStep(v, step);
      if (next !== step) { this.putCorner(turns++, v); step = next; }
    }
    this.putCorner(turns++, v);
    this.finish(start, v, firstStep, step, turns);
  }

  private nextStep(v: number, step: number): number {
    const { cracks } = this;
    if (step !== 2 && cracks[v] & RIGHT_CRACK) return 0;
    if (step !== 3 && cracks[v] & DOWN_CRACK) return 1;
    if (step !== 0 && cracks[v - 1] & RIGHT_CRACK) return 2;
    return 3;
  }

  private sides(v: number, step: number): void {
    const x = v % this.across, y = (v - x) / this.across;
    const at = (px: number, py: number) =>
      px < 0 || py < 0 || px >= this.map.width || py >= this.map.height ? OUTSIDE : this.map.labels[py * this.map.width + px];
    const [l, r] = step === 0 ? [at(x, y - 1), at(x, y)]
      : step === 1 ? [at(x, y), at(x - 1, y)]
      : step === 2 ? [at(x - 1, y), at(x - 1, y - 1)]
      : [at(x - 1, y - 1), at(x, y - 1)];
    this.left.push(l);
    this.right.push(r);
  }

  private putCorner(index: number, v: number): void {
    if (2 * index + 2 > this.corner.length) {
      const larger = new Int32Array(this.corner.length * 2);
      larger.set(this.corner);
      this.corner = larger;
    }
    const x = v % this.across;
    this.corner[2 * index] = x;
    this.corner[2 * index + 1] = (v - x) / this.across;
  }

  private finish(start: number, end: number, firstStep: number, lastStep: number, turns: number): void {
    if (this.used + 4 * turns > this.xy.length) {
      const larger = new Float32Array(Math.max(this.xy.length * 2, this.used + 4 * turns));
      larger.set(this.xy);
      this.xy = larger;
    }
    this.used = simplifyStaircase(this.corner, turns, this.tolerancePx, this.xy, this.used);
    this.offset.push(this.used / 2);
    this.start.push(start);
    this.end.push(end);
    this.first.push(firstStep);
    this.last.push(lastStep);
  }

  result(): ArcMap {
    return {
      width: this.map.width, height: this.map.height, count: this.left.length,
      offset: Int32Array.from(this.offset), xy: this.xy.subarray(0, this.used),
      left: Uint8Array.from(this.left), right: Uint8Array.from(this.right),
      startCorner: Int32Array.from(this.start), endCorner: Int32Array.from(this.end),
      firstStep: Uint8Array.from(this.first), lastStep: Uint8Array.from(this.last),
    };
  }
}
