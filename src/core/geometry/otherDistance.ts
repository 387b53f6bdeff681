import { changesOfLabels, changesOfMask, type Changes } from './changes';
import type { BitMask } from './bitMask';
import type { PartMap } from './raster';

/** Distances of pixels to the nearest pixel that belongs to something else. */
export interface OtherDistances {
  readonly width: number;
  readonly height: number;
  /** Squared, in pixels between centres; `capPx`² from there on. */
  readonly squared: Uint16Array;
  readonly capPx: number;
  /** For each 32 pixels of a row (`wordsPerRow` of them) whether one is nearer than the cap. */
  readonly near: Uint8Array;
  readonly wordsPerRow: number;
  /** What was needed on the way, kept so that the next measure of a map of this size finds its room ready. */
  readonly below: ColumnsBelow;
}

interface ColumnsBelow {
  readonly left: Int32Array;
  readonly inReach: Uint8Array;
}

/**
 * Squared distance of every pixel to the nearest pixel of another label, exact up to `capPx` (1…127). What lies outside the map counts
 * as the same. A part as wide as w pixels reaches about (w + 1)/2 in its middle.
 */
export function distancesToOther(map: PartMap, capPx: number): OtherDistances {
  return distancesFromChanges(changesOfLabels(map), capPx);
}

/** The same for what is in a mask and what is not. `room`: distances of a map of this size that are needed no more; they are overwritten. */
export function distancesAcrossMask(mask: BitMask, capPx: number, room?: OtherDistances): OtherDistances {
  return distancesFromChanges(changesOfMask(mask), capPx, room);
}

function roomFor(width: number, height: number, wordsPerRow: number, room: OtherDistances | undefined) {
  if (room?.width === width && room.height === height) {
    room.near.fill(0);
    return { squared: room.squared, near: room.near, below: room.below };
  }
  const words = wordsPerRow * height;
  return {
    squared: new Uint16Array(width * height),
    near: new Uint8Array(words),
    below: { left: new Int32Array(words * FOURS), inReach: new Uint8Array(words) },
  };
}

/**
 * Rows from the bottom up, then from the top down, give each column's distance to its nearest change; along a row the lower envelope of
 * parabolas over them (Felzenszwalb & Huttenlocher 2012) stays within each run of like pixels. Blocks of 32 pixels with nothing
 * within reach are passed over, so even areas cost next to nothing. A column's distance is kept as what is left of the cap, a byte a
 * pixel and 0 for nothing within reach, so that four are worked on together.
 */
function distancesFromChanges(changes: Changes, capPx: number, room?: OtherDistances): OtherDistances {
  const { width, height, wordsPerRow, across, down } = changes;
  const cap = Math.max(1, Math.min(MOST_CAP_PX, Math.ceil(capPx)));
  const { squared, near, below } = roomFor(width, height, wordsPerRow, room);
  squared.fill(cap * cap);
  leftBelow(changes, cap, below);
  const above = new Int32Array(wordsPerRow * FOURS),
    aboveInReach = new Uint8Array(wordsPerRow),
    inReach = new Uint8Array(wordsPerRow),
    both = new Int32Array(wordsPerRow * FOURS),
    row = new RowSweep(width, cap, squared, near, new Uint8Array(both.buffer));
  for (let y = 0; y < height; y++) {
    const first = y * wordsPerRow;
    let any = false;
    for (let k = 0; k < wordsPerRow; k++) {
      const change = down[first + k];
      if (change !== 0 || aboveInReach[k] !== 0)
        aboveInReach[k] = onward(above, k * FOURS, above, k * FOURS, change, cap);
      inReach[k] = aboveInReach[k] | below.inReach[first + k];
      any ||= across[first + k] !== 0 || inReach[k] !== 0;
      if (inReach[k] !== 0) nearer(above, below, both, first + k, k);
    }
    if (any) row.sweep(y, across, inReach);
  }
  return { width, height, squared, capPx: cap, near, wordsPerRow, below };
}

/** Bytes of a word of pixels hold what is left of the cap, below 128. */
export const MOST_CAP_PX = 127;
/** Words of four pixels in a block of 32. */
const FOURS = 8;
/** The bytes of a word whose bits are set. */
const BYTES = Int32Array.from(
  { length: 16 },
  (_, bits) =>
    (bits & 1 ? 0xff : 0) | (bits & 2 ? 0xff00 : 0) | (bits & 4 ? 0xff0000 : 0) | (bits & 8 ? 0xff000000 : 0),
);

/**
 * One row on: what is left of the cap falls by one, and where the row has changed it begins anew. From the block at `i` to the one at `o`;
 * returns whether anything is left in it.
 */
function onward(from: Int32Array, i: number, to: Int32Array, o: number, change: number, cap: number): 0 | 1 {
  const start = Math.imul(cap - 1, 0x01010101);
  let any = 0;
  for (let j = 0; j < FOURS; j++) {
    const left = from[i + j],
      less = left - (((left + 0x7f7f7f7f) & 0x80808080) >>> 7),
      anew = BYTES[(change >>> (4 * j)) & 15];
    any |= to[o + j] = (less & ~anew) | (start & anew);
  }
  return any === 0 ? 0 : 1;
}

/** What is left of the cap towards the nearest change below, for blocks of each row; filled only where there is any. */
function leftBelow({ height, wordsPerRow, down }: Changes, cap: number, { left, inReach }: ColumnsBelow): void {
  inReach.fill(0);
  for (let w = (height - 1) * wordsPerRow - 1; w >= 0; w--) {
    const change = down[w + wordsPerRow],
      under = w + wordsPerRow;
    if (change === 0 && inReach[under] === 0) continue;
    // a block with nothing in reach holds what was left there by an earlier measure
    if (inReach[under] === 0) left.fill(0, under * FOURS, (under + 1) * FOURS);
    inReach[w] = onward(left, under * FOURS, left, w * FOURS, change, cap);
  }
}

/** Byte by byte the larger of what is left above and below, for block k. `w`: that block among all rows. */
function nearer(above: Int32Array, below: ColumnsBelow, both: Int32Array, w: number, k: number): void {
  const under = below.inReach[w] !== 0;
  for (let j = 0; j < FOURS; j++) {
    const a = above[k * FOURS + j],
      b = under ? below.left[w * FOURS + j] : 0;
    const larger = Math.imul((((a | 0x80808080) - b) & 0x80808080) >>> 7, 0xff);
    both[k * FOURS + j] = (a & larger) | (b & ~larger);
  }
}

/** Lower envelopes of parabolas along rows, one run of like pixels after the other. */
class RowSweep {
  /** Where the parabolas of the envelope stand, how high, and after which x each is the lowest. */
  private readonly at: Int32Array;
  private readonly high: Int32Array;
  private readonly after: Float64Array;
  private top = -1;
  /** How far from a column with this distance a pixel can be and still be nearer than the cap. */
  private readonly reach: Int32Array;
  /** 1 / (2 d). */
  private readonly half: Float64Array;

  constructor(
    private readonly width: number,
    private readonly cap: number,
    private readonly squared: Uint16Array,
    private readonly near: Uint8Array,
    /** What is left of the cap in each column. */
    private readonly left: Uint8Array,
  ) {
    this.at = new Int32Array(width + 2);
    this.high = new Int32Array(width + 2);
    this.after = new Float64Array(width + 2);
    this.reach = Int32Array.from({ length: cap }, (_, g) => Math.ceil(Math.sqrt(cap * cap - g * g)) - 1);
    this.half = Float64Array.from({ length: width + 2 }, (_, d) => 1 / (2 * d));
  }

  sweep(y: number, across: Int32Array, inReach: Uint8Array): void {
    const { width } = this,
      wordsPerRow = inReach.length;
    let start = 0;
    for (let k = 0; k < wordsPerRow; k++)
      for (let bits = across[y * wordsPerRow + k]; bits !== 0; bits &= bits - 1) {
        const x = (k << 5) + 31 - Math.clz32(bits & -bits);
        this.run(y, start, x, inReach);
        start = x;
      }
    this.run(y, start, width, inReach);
  }

  private run(y: number, start: number, end: number, inReach: Uint8Array): void {
    this.top = -1;
    if (start > 0) this.add(start - 1, 0, end);
    for (let k = start >> 5, last = (end - 1) >> 5; k <= last; k++)
      if (inReach[k] !== 0) this.addColumns(Math.max(start, k << 5), Math.min(end, (k << 5) + 32), end);
    if (end < this.width) this.add(end, 0, end);
    if (this.top >= 0) this.write(y, start, end);
  }

  private addColumns(first: number, last: number, end: number): void {
    const { left, cap } = this;
    for (let u = first; u < last; u++) if (left[u] !== 0) this.add(u, cap - left[u], end);
  }

  /** Adds column u, whose nearest change is g away, to a run that ends at `end`. */
  private add(u: number, g: number, end: number): void {
    const { at, high, after, half } = this;
    let top = this.top,
      meet = -1;
    for (; top >= 0; top--) {
      const v = at[top],
        d = u - v;
      // where the two parabolas cross; were it rounded, it would only be between equals
      meet = v + (d * d + g * g - high[top] * high[top]) * half[d];
      if (meet > after[top]) break;
      meet = -1;
    }
    if (meet < end - 1) {
      top++;
      at[top] = u;
      high[top] = g;
      after[top] = meet;
    }
    this.top = top;
  }

  private write(y: number, start: number, end: number): void {
    const { at, high, after, reach, squared, near, width } = this;
    const row = y * width,
      blocks = y * ((width + 31) >>> 5);
    for (let k = this.top, stop = end; k >= 0; k--) {
      const u = at[k],
        g = high[k],
        from = Math.max(start, Math.floor(after[k]) + 1),
        x0 = Math.max(from, u - reach[g]),
        x1 = Math.min(stop, u + reach[g] + 1);
      if (from < stop) stop = from;
      if (x0 >= x1) continue;
      for (let x = x0; x < x1; x++) squared[row + x] = (x - u) * (x - u) + g * g;
      for (let b = x0 >> 5; b <= (x1 - 1) >> 5; b++) near[blocks + b] = 1;
    }
  }
}
