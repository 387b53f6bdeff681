import { changesOfLabels, changesOfMask, type Changes } from './changes';
import type { BitMask } from './bitMask';
import type { LabelMap } from './raster';

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
  readonly column: Uint8Array;
  readonly inReach: Uint8Array;
}

/**
 * Squared distance of every pixel to the nearest pixel of another label, exact up to `capPx` (1…255). What lies outside the map counts
 * as the same. A part as wide as w pixels reaches about (w + 1)/2 in its middle.
 */
export function distancesToOther(map: LabelMap, capPx: number): OtherDistances {
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
    below: { column: new Uint8Array(width * height), inReach: new Uint8Array(words) },
  };
}

/**
 * Rows from the bottom up, then from the top down, give each column's distance to its nearest change; along a row the lower envelope of
 * parabolas over them (Felzenszwalb & Huttenlocher 2012) stays within each run of like pixels. Blocks of 32 pixels with nothing
 * within reach are passed over, so even areas cost next to nothing.
 */
function distancesFromChanges(changes: Changes, capPx: number, room?: OtherDistances): OtherDistances {
  const { width, height, wordsPerRow, across, down } = changes;
  const cap = Math.max(1, Math.min(255, Math.ceil(capPx)));
  const { squared, near, below } = roomFor(width, height, wordsPerRow, room);
  squared.fill(cap * cap);
  distancesBelow(changes, cap, below);
  const above = new ColumnsAbove(width, wordsPerRow, cap),
    column = new Uint8Array(wordsPerRow << 5),
    inReach = new Uint8Array(wordsPerRow),
    row = new RowSweep(width, cap, squared, near);
  for (let y = 0; y < height; y++) {
    const first = y * wordsPerRow;
    above.next(down, first);
    let any = false;
    for (let k = 0; k < wordsPerRow; k++) {
      const up = above.inReach[k] !== 0,
        under = below.inReach[first + k] !== 0;
      inReach[k] = up || under ? 1 : 0;
      any ||= across[first + k] !== 0 || inReach[k] !== 0;
      if (inReach[k] === 0) continue;
      const from = k << 5,
        end = Math.min(width, from + 32);
      for (let x = from, i = y * width + from; x < end; x++, i++) {
        const a = up ? above.column[x] : 0,
          b = under ? below.column[i] : 0;
        column[x] = a === 0 ? b : b === 0 || a < b ? a : b;
      }
    }
    if (any) row.sweep(y, across, column, inReach);
  }
  return { width, height, squared, capPx: cap, near, wordsPerRow, below };
}

/** Distance of each pixel to the nearest change below it in its column, 0 for none nearer than the cap; filled only in blocks within reach. */
function distancesBelow(
  { width, height, wordsPerRow, down }: Changes,
  cap: number,
  { column, inReach }: ColumnsBelow,
): void {
  inReach.fill(0);
  for (let y = height - 2; y >= 0; y--)
    for (let k = 0; k < wordsPerRow; k++) {
      const w = y * wordsPerRow + k,
        change = down[w + wordsPerRow],
        was = inReach[w + wordsPerRow];
      if (change === 0 && was === 0) continue;
      const from = y * width + (k << 5),
        count = Math.min(32, width - (k << 5));
      let any = 0;
      for (let b = 0, i = from; b < count; b++, i++) {
        let d = 1;
        if (((change >>> b) & 1) === 0) {
          const under = was === 0 ? 0 : column[i + width];
          d = under === 0 || under + 1 >= cap ? 0 : under + 1;
        }
        column[i] = d;
        any |= d;
      }
      inReach[w] = any === 0 ? 0 : 1;
    }
  if (cap === 1) inReach.fill(0);
}

/** The same for the change above, row by row from the top. */
class ColumnsAbove {
  readonly column: Uint8Array;
  readonly inReach: Uint8Array;

  constructor(
    private readonly width: number,
    private readonly wordsPerRow: number,
    private readonly cap: number,
  ) {
    this.column = new Uint8Array(width);
    this.inReach = new Uint8Array(wordsPerRow);
  }

  /** On to the next row, whose changes from the one above begin at `first`. */
  next(down: Int32Array, first: number): void {
    const { column, inReach, cap, width } = this;
    if (cap === 1) return;
    for (let k = 0; k < this.wordsPerRow; k++) {
      const change = down[first + k],
        was = inReach[k];
      if (change === 0 && was === 0) continue;
      const from = k << 5,
        end = Math.min(width, from + 32);
      let any = 0;
      for (let x = from; x < end; x++) {
        let d = 1;
        if (((change >>> (x & 31)) & 1) === 0) {
          const over = was === 0 ? 0 : column[x];
          d = over === 0 || over + 1 >= cap ? 0 : over + 1;
        }
        column[x] = d;
        any |= d;
      }
      inReach[k] = any === 0 ? 0 : 1;
    }
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
    cap: number,
    private readonly squared: Uint16Array,
    private readonly near: Uint8Array,
  ) {
    this.at = new Int32Array(width + 2);
    this.high = new Int32Array(width + 2);
    this.after = new Float64Array(width + 2);
    this.reach = Int32Array.from({ length: cap }, (_, g) => Math.ceil(Math.sqrt(cap * cap - g * g)) - 1);
    this.half = Float64Array.from({ length: width + 2 }, (_, d) => 1 / (2 * d));
  }

  sweep(y: number, across: Int32Array, column: Uint8Array, inReach: Uint8Array): void {
    const { width } = this,
      wordsPerRow = inReach.length;
    let start = 0;
    for (let k = 0; k < wordsPerRow; k++)
      for (let bits = across[y * wordsPerRow + k]; bits !== 0; bits &= bits - 1) {
        const x = (k << 5) + 31 - Math.clz32(bits & -bits);
        this.run(y, start, x, column, inReach);
        start = x;
      }
    this.run(y, start, width, column, inReach);
  }

  private run(y: number, start: number, end: number, column: Uint8Array, inReach: Uint8Array): void {
    this.top = -1;
    if (start > 0) this.add(start - 1, start, 0, end);
    for (let k = start >> 5, last = (end - 1) >> 5; k <= last; k++)
      if (inReach[k] !== 0) this.add(Math.max(start, k << 5), Math.min(end, (k << 5) + 32), column, end);
    if (end < this.width) this.add(end, end + 1, 0, end);
    if (this.top >= 0) this.write(y, start, end);
  }

  /** Adds the columns from `first` to before `last`, each with its own distance (0 for none) or all at 0, to a run that ends at `end`. */
  private add(first: number, last: number, column: Uint8Array | 0, end: number): void {
    const { at, high, after, half } = this;
    let top = this.top;
    for (let u = first; u < last; u++) {
      const g = column === 0 ? 0 : column[u];
      if (g === 0 && column !== 0) continue;
      let meet = -1;
      for (; top >= 0; top--) {
        const v = at[top],
          d = u - v;
        // where the two parabolas cross; were it rounded, it would only be between equals
        meet = v + (d * d + g * g - high[top] * high[top]) * half[d];
        if (meet > after[top]) break;
        meet = -1;
      }
      if (meet >= end - 1) continue;
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
