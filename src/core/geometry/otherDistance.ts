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
}

/**
 * Squared distance of every pixel to the nearest pixel of another label, exact up to `capPx` (1…255). What lies outside the map counts
 * as the same. A part as wide as w pixels reaches about (w + 1)/2 in its middle.
 */
export function distancesToOther(map: LabelMap, capPx: number): OtherDistances {
  return distancesFromChanges(changesOfLabels(map), capPx);
}

/** The same for what is in a mask and what is not. */
export function distancesAcrossMask(mask: BitMask, capPx: number): OtherDistances {
  return distancesFromChanges(changesOfMask(mask), capPx);
}

/**
 * Rows from the bottom up, then from the top down, give each column's distance to its nearest change; along a row the lower envelope of
 * parabolas over them (Meijster, Roerdink & Hesselink 2000) stays within each run of like pixels. Blocks of 32 pixels with nothing
 * within reach are passed over, so even areas cost next to nothing.
 */
function distancesFromChanges(changes: Changes, capPx: number): OtherDistances {
  const { width, height, wordsPerRow, across, down } = changes;
  const cap = Math.max(1, Math.min(255, Math.ceil(capPx)));
  const below = distancesBelow(changes, cap);
  const squared = new Uint16Array(width * height).fill(cap * cap),
    near = new Uint8Array(wordsPerRow * height);
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
  return { width, height, squared, capPx: cap, near, wordsPerRow };
}

/** Distance of each pixel to the nearest change below it in its column, 0 for none nearer than the cap; filled only in blocks within reach. */
function distancesBelow({ width, height, wordsPerRow, down }: Changes, cap: number) {
  const column = new Uint8Array(width * height),
    inReach = new Uint8Array(wordsPerRow * height);
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
  return { column, inReach };
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

/** Lower envelopes along rows, one run of like pixels after the other. */
class RowSweep {
  /** Where the parabolas of the envelope stand, how high, and from which x each is the lowest. */
  private readonly at: Int32Array;
  private readonly high: Int32Array;
  private readonly from: Int32Array;
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
    this.from = new Int32Array(width + 2);
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
    if (start > 0) this.add(start - 1, 0, start, end);
    for (let k = start >> 5, last = (end - 1) >> 5; k <= last; k++) {
      if (inReach[k] === 0) continue;
      const to = Math.min(end, (k << 5) + 32);
      for (let x = Math.max(start, k << 5); x < to; x++) {
        const g = column[x];
        if (g !== 0) this.add(x, g, start, end);
      }
    }
    if (end < this.width) this.add(end, 0, start, end);
    if (this.top >= 0) this.write(y, start, end);
  }

  private add(u: number, g: number, start: number, end: number): void {
    const { at, high, from } = this;
    const h = g * g;
    let top = this.top;
    while (top >= 0) {
      const v = at[top],
        hv = high[top] * high[top],
        t = from[top],
        a = t - v,
        b = t - u;
      if (a * a + hv <= b * b + h) {
        const d = u - v,
          since = v + 1 + Math.floor((d * d + h - hv + 0.5) * this.half[d]);
        if (since < end) {
          at[++top] = u;
          high[top] = g;
          from[top] = since;
        }
        this.top = top;
        return;
      }
      top--;
    }
    at[0] = u;
    high[0] = g;
    from[0] = start;
    this.top = 0;
  }

  private write(y: number, start: number, end: number): void {
    const { at, high, from, reach, squared, near, top, width } = this;
    const row = y * width,
      blocks = y * ((width + 31) >>> 5);
    for (let k = 0; k <= top; k++) {
      const u = at[k],
        g = high[k],
        far = reach[g];
      const x0 = Math.max(from[k], u - far, start),
        x1 = Math.min(k < top ? from[k + 1] : end, u + far + 1);
      if (x0 >= x1) continue;
      for (let x = x0; x < x1; x++) squared[row + x] = (x - u) * (x - u) + g * g;
      for (let b = x0 >> 5; b <= (x1 - 1) >> 5; b++) near[blocks + b] = 1;
    }
  }
}
