import { changesOfLabels } from './changes';
import { OUTSIDE, type PartMap } from './raster';
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
  /** Labels on the arc's two sides as it runs; `OUTSIDE` beyond the map. */
  readonly left: Uint16Array;
  readonly right: Uint16Array;
  /** Corner numbers, y × (width + 1) + x, of the two ends. */
  readonly startCorner: Int32Array;
  readonly endCorner: Int32Array;
  /** First and last step: 0 right, 1 down, 2 left, 3 up. */
  readonly firstStep: Uint8Array;
  readonly lastStep: Uint8Array;
}

/** All arcs of a map, simplified to within `tolerancePx` of the cracks (< 0.5 keeps neighbours apart). */
export function traceArcs(map: PartMap, tolerancePx: number): ArcMap {
  const cracks = cracksOf(map);
  const tracer = new ArcTracer(map, cracks, tolerancePx);
  eachNode(cracks, (x, y) => tracer.traceFromNode(x, y));
  // what is left over are closed lines, each with an edge that leads right
  eachBit(
    cracks,
    (w) => cracks.right[w] & ~cracks.rightSeen[w],
    (x, y) => {
      if (!bitAt(cracks.rightSeen, cracks, x, y)) tracer.trace(x, y, 0);
    },
  );
  return tracer.result();
}

/** The edges between pixels at their corners, a bit for each of the (width + 1) × (height + 1): whether one leads right or down from it. */
interface Cracks {
  readonly width: number;
  readonly height: number;
  readonly wordsPerRow: number;
  readonly right: Int32Array;
  readonly down: Int32Array;
  /** Those already part of an arc. */
  readonly rightSeen: Int32Array;
  readonly downSeen: Int32Array;
}

function cracksOf(map: PartMap): Cracks {
  const { width, height } = map;
  const changes = changesOfLabels(map);
  const wordsPerRow = (width + 32) >>> 5,
    words = wordsPerRow * (height + 1);
  const right = new Int32Array(words),
    down = new Int32Array(words);
  for (let y = 0; y < height; y++) {
    const from = y * changes.wordsPerRow,
      to = y * wordsPerRow;
    right.set(changes.down.subarray(from, from + changes.wordsPerRow), to);
    down.set(changes.across.subarray(from, from + changes.wordsPerRow), to);
    down[to] |= 1;
    down[to + (width >> 5)] |= 1 << (width & 31);
  }
  for (let x = 0; x < width; x++) {
    right[x >> 5] |= 1 << (x & 31);
    right[height * wordsPerRow + (x >> 5)] |= 1 << (x & 31);
  }
  return {
    ...{ width: width + 1, height: height + 1, wordsPerRow, right, down },
    ...{ rightSeen: new Int32Array(words), downSeen: new Int32Array(words) },
  };
}

function bitAt(bits: Int32Array, { wordsPerRow }: Cracks, x: number, y: number): number {
  return (bits[y * wordsPerRow + (x >> 5)] >>> (x & 31)) & 1;
}

/** Calls `visit(x, y)` for each bit of the words that `wordAt` gives, in reading order. */
function eachBit(
  { height, wordsPerRow }: Cracks,
  wordAt: (w: number) => number,
  visit: (x: number, y: number) => void,
): void {
  for (let y = 0, w = 0; y < height; y++)
    for (let k = 0; k < wordsPerRow; k++, w++)
      for (let bits = wordAt(w); bits !== 0; bits &= bits - 1) visit((k << 5) + 31 - Math.clz32(bits & -bits), y);
}

/** Corners where three or four edges meet. */
function eachNode(cracks: Cracks, visit: (x: number, y: number) => void): void {
  const { wordsPerRow, right, down } = cracks;
  const nodesAt = (w: number) => {
    const toRight = right[w],
      toDown = down[w],
      toLeft = (toRight << 1) | (w % wordsPerRow === 0 ? 0 : right[w - 1] >>> 31),
      toUp = w < wordsPerRow ? 0 : down[w - wordsPerRow];
    return (toRight & toDown & (toLeft | toUp)) | (toLeft & toUp & (toRight | toDown));
  };
  eachBit(cracks, nodesAt, visit);
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

class ArcTracer {
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
    private readonly map: PartMap,
    private readonly cracks: Cracks,
    private readonly tolerancePx: number,
  ) {}

  /** Edges that meet at a corner: bit 0 right, 1 down, 2 left, 3 up. */
  private edgesAt(x: number, y: number): number {
    const { right, down, wordsPerRow } = this.cracks;
    const w = y * wordsPerRow + (x >> 5),
      bit = x & 31;
    const left = bit > 0 ? right[w] >>> (bit - 1) : x > 0 ? right[w - 1] >>> 31 : 0,
      up = y > 0 ? down[w - wordsPerRow] >>> bit : 0;
    return ((right[w] >>> bit) & 1) | (((down[w] >>> bit) & 1) << 1) | ((left & 1) << 2) | ((up & 1) << 3);
  }

  /** Traces what leaves a corner where three or four edges meet. */
  traceFromNode(x: number, y: number): void {
    const { cracks } = this,
      { rightSeen, downSeen } = cracks;
    const edges = this.edgesAt(x, y);
    if (edges & 1 && !bitAt(rightSeen, cracks, x, y)) this.trace(x, y, 0);
    if (edges & 2 && !bitAt(downSeen, cracks, x, y)) this.trace(x, y, 1);
    if (edges & 4 && !bitAt(rightSeen, cracks, x - 1, y)) this.trace(x, y, 2);
    if (edges & 8 && !bitAt(downSeen, cracks, x, y - 1)) this.trace(x, y, 3);
  }

  /** Follows edges from a corner until a node or the start again; only corners where the way turns are kept. */
  trace(startX: number, startY: number, firstStep: number): void {
    const { rightSeen, downSeen, wordsPerRow } = this.cracks;
    this.sides(startX, startY, firstStep);
    let x = startX,
      y = startY,
      step = firstStep,
      turns = 0;
    this.putCorner(turns++, x, y);
    for (;;) {
      if (step === 0) {
        rightSeen[y * wordsPerRow + (x >> 5)] |= 1 << (x & 31);
        x++;
      } else if (step === 1) {
        downSeen[y * wordsPerRow + (x >> 5)] |= 1 << (x & 31);
        y++;
      } else if (step === 2) {
        x--;
        rightSeen[y * wordsPerRow + (x >> 5)] |= 1 << (x & 31);
      } else {
        y--;
        downSeen[y * wordsPerRow + (x >> 5)] |= 1 << (x & 31);
      }
      if (x === startX && y === startY) break;
      const next = NEXT_STEP[(this.edgesAt(x, y) << 2) | step];
      if (next === NODE) break;
      if (next !== step) {
        this.putCorner(turns++, x, y);
        step = next;
      }
    }
    this.putCorner(turns++, x, y);
    const across = this.map.width + 1;
    this.finish(startY * across + startX, y * across + x, firstStep, step, turns);
  }

  private sides(x: number, y: number, step: number): void {
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
      left: Uint16Array.from(this.left),
      right: Uint16Array.from(this.right),
      startCorner: Int32Array.from(this.start),
      endCorner: Int32Array.from(this.end),
      firstStep: Uint8Array.from(this.first),
      lastStep: Uint8Array.from(this.last),
    };
  }
}
