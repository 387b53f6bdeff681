import { labelWords, OUTSIDE, type LabelMap } from './raster';
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

const RIGHT_CRACK = 1,
  DOWN_CRACK = 2,
  RIGHT_SEEN = 4,
  DOWN_SEEN = 8;

/** All arcs of a map, simplified to within `tolerancePx` of the cracks (< 0.5 keeps neighbours apart). */
export function traceArcs(map: LabelMap, tolerancePx: number): ArcMap {
  const cracks = cracksOf(map);
  const tracer = new ArcTracer(map, cracks, tolerancePx);
  eachEdgedCorner(cracks, (v) => tracer.traceFromNode(v));
  eachEdgedCorner(cracks, (v) => {
    if ((cracks[v] & (RIGHT_CRACK | RIGHT_SEEN)) === RIGHT_CRACK) tracer.trace(v, 0);
  });
  return tracer.result();
}

/** Corners from which an edge leads right or down, four bytes looked at together where none does. */
function eachEdgedCorner(cracks: Uint8Array, visit: (v: number) => void): void {
  const fours = new Int32Array(cracks.buffer, 0, cracks.length >> 2);
  for (let f = 0; f < fours.length; f++) {
    if (fours[f] === 0) continue;
    for (let v = 4 * f; v < 4 * f + 4; v++) if (cracks[v] & 3) visit(v);
  }
  for (let v = fours.length * 4; v < cracks.length; v++) if (cracks[v] & 3) visit(v);
}

const NODE = 4;
/**
 * Where an edge goes on: indexed by the edges that meet at a corner (bit 0 right, 1 down, 2 left, 3 up) × 4 + the step
 * that led there; `NODE` where more or fewer than two meet.
 */
const NEXT_STEP = Uint8Array.from({ length: 64 }, (_, i) => {
  const edges = i >> 2,
    back = ((i & 3) + 2) % 4;
  const ways = [0, 1, 2, 3].filter((step) => edges & (1 << step));
  return ways.length === 2 && ways.includes(back) ? ways.find((step) => step !== back)! : NODE;
});

/** For each corner, whether an edge leads right and down from it. */
function cracksOf(map: LabelMap): Uint8Array {
  const { width, height, labels } = map;
  const words = labelWords(map);
  const across = width + 1;
  const cracks = new Uint8Array(across * (height + 1));
  cracks.fill(RIGHT_CRACK, 0, width);
  for (let y = 0; y < height; y++) {
    const row = y * width,
      at = y * across;
    cracks[at] |= DOWN_CRACK;
    cracks[at + width] |= DOWN_CRACK;
    let before = labels[row];
    for (let x = 0; x < width;) {
      if (words && words[(row + x) >> 2] === Math.imul(before, 0x01010101)) {
        x += 4;
        continue;
      }
      for (const end = words ? x + 4 : width; x < end; x++) {
        const label = labels[row + x];
        if (label !== before) {
          cracks[at + x] |= DOWN_CRACK;
          before = label;
        }
      }
    }
    if (y > 0) rightCracks(labels, words, cracks, row, width, at);
  }
  cracks.fill(RIGHT_CRACK, height * across, height * across + width);
  return cracks;
}

/** Marks the edges between one row and the row above. */
function rightCracks(
  labels: Uint8Array,
  words: Int32Array | undefined,
  cracks: Uint8Array,
  row: number,
  width: number,
  at: number,
): void {
  const above = row - width;
  if (!words) {
    for (let x = 0; x < width; x++) if (labels[row + x] !== labels[above + x]) cracks[at + x] |= RIGHT_CRACK;
    return;
  }
  for (let x = 0; x < width; x += 4) {
    if (words[(row + x) >> 2] === words[(above + x) >> 2]) continue;
    for (let k = x; k < x + 4; k++) if (labels[row + k] !== labels[above + k]) cracks[at + k] |= RIGHT_CRACK;
  }
}

const EDGE_COUNT = Uint8Array.from(
  { length: 16 },
  (_, edges) => (edges & 1) + ((edges >> 1) & 1) + ((edges >> 2) & 1) + (edges >> 3),
);

class ArcTracer {
  private readonly across: number;
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

  constructor(
    private readonly map: LabelMap,
    private readonly cracks: Uint8Array,
    private readonly tolerancePx: number,
  ) {
    this.across = map.width + 1;
  }

  /** Edges that meet at a corner: bit 0 right, 1 down, 2 left, 3 up. From column −1 no edge leads right, so v − 1 is safe. */
  private edgesAt(v: number): number {
    const { cracks, across } = this;
    const here = cracks[v] & 3;
    return here | ((cracks[v - 1] & 1) << 2) | (v < across ? 0 : (cracks[v - across] & 2) << 2);
  }

  /** Traces what leaves a corner where three or four edges meet. */
  traceFromNode(v: number): void {
    const { cracks, across } = this;
    const edges = this.edgesAt(v);
    if (EDGE_COUNT[edges] < 3) return;
    if ((cracks[v] & (RIGHT_CRACK | RIGHT_SEEN)) === RIGHT_CRACK) this.trace(v, 0);
    if ((cracks[v] & (DOWN_CRACK | DOWN_SEEN)) === DOWN_CRACK) this.trace(v, 1);
    if ((cracks[v - 1] & (RIGHT_CRACK | RIGHT_SEEN)) === RIGHT_CRACK) this.trace(v, 2);
    if (v >= across && (cracks[v - across] & (DOWN_CRACK | DOWN_SEEN)) === DOWN_CRACK) this.trace(v, 3);
  }

  /** Follows edges from `start` until a node or the start again; only corners where the way turns are kept. */
  trace(start: number, firstStep: number): void {
    const { cracks, across } = this;
    this.sides(start, firstStep);
    let v = start,
      step = firstStep,
      turns = 0;
    let x = start % across,
      y = (start - x) / across;
    this.putCorner(turns++, x, y);
    for (;;) {
      if (step === 0) {
        cracks[v] |= RIGHT_SEEN;
        v++;
        x++;
      } else if (step === 1) {
        cracks[v] |= DOWN_SEEN;
        v += across;
        y++;
      } else if (step === 2) {
        v--;
        x--;
        cracks[v] |= RIGHT_SEEN;
      } else {
        v -= across;
        y--;
        cracks[v] |= DOWN_SEEN;
      }
      if (v === start) break;
      const next = NEXT_STEP[(this.edgesAt(v) << 2) | step];
      if (next === NODE) break;
      if (next !== step) {
        this.putCorner(turns++, x, y);
        step = next;
      }
    }
    this.putCorner(turns++, x, y);
    this.finish(start, v, firstStep, step, turns);
  }

  private sides(v: number, step: number): void {
    const x = v % this.across,
      y = (v - x) / this.across;
    const at = (px: number, py: number) =>
      px < 0 || py < 0 || px >= this.map.width || py >= this.map.height
        ? OUTSIDE
        : this.map.labels[py * this.map.width + px];
    const [l, r] =
      step === 0
        ? [at(x, y - 1), at(x, y)]
        : step === 1
          ? [at(x, y), at(x - 1, y)]
          : step === 2
            ? [at(x - 1, y), at(x - 1, y - 1)]
            : [at(x - 1, y - 1), at(x, y - 1)];
    this.left.push(l);
    this.right.push(r);
  }

  private putCorner(index: number, x: number, y: number): void {
    if (2 * index + 2 > this.corner.length) {
      const larger = new Int32Array(this.corner.length * 2);
      larger.set(this.corner);
      this.corner = larger;
    }
    this.corner[2 * index] = x;
    this.corner[2 * index + 1] = y;
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
      width: this.map.width,
      height: this.map.height,
      count: this.left.length,
      offset: Int32Array.from(this.offset),
      xy: this.xy.subarray(0, this.used),
      left: Uint8Array.from(this.left),
      right: Uint8Array.from(this.right),
      startCorner: Int32Array.from(this.start),
      endCorner: Int32Array.from(this.end),
      firstStep: Uint8Array.from(this.first),
      lastStep: Uint8Array.from(this.last),
    };
  }
}
