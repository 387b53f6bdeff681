import { eachRunOf, type BitMask } from './bitMask';

/** Stands for “nothing there” among squared distances. */
export const FAR = 0x3fffffff;

/** A row that is farther than any map is high: no pixel of the mask in this column. */
const NO_ROW = 1 << 20;
/** Rows for which the nearest mask below is worked out together, so that it stays in the quick memory. */
const BAND = 32;

/**
 * Squared distance of every pixel to the nearest pixel of the mask, in pixels between centres, exact and without cap, row by row; `FAR`
 * where the mask is empty. The nearest in each column by two sweeps, then along rows lower envelopes of parabolas (Felzenszwalb &
 * Huttenlocher 2012), each opening between pixels of the mask by itself. Up to 30 000 pixels wide and high.
 */
export function squaredDistancesToMask(mask: BitMask): Int32Array {
  const { width, height } = mask;
  const out = new Int32Array(width * height);
  const under = firstRowsUnderBands(mask),
    above = new Int32Array(width).fill(-NO_ROW),
    below = new Int32Array(width * BAND),
    opening = new Opening(width, out);
  for (let band = 0; band * BAND < height; band++) {
    const first = band * BAND,
      last = Math.min(height, first + BAND);
    const next = under.subarray((band + 1) * width, (band + 2) * width);
    for (let y = last - 1; y >= first; y--) {
      eachRunOf(mask, y, (from, to) => next.fill(y, from, to));
      below.set(next, (y - first) * width);
    }
    for (let y = first; y < last; y++) {
      let start = 0;
      const rows = { above, below: below.subarray((y - first) * width, (y - first + 1) * width) };
      eachRunOf(mask, y, (from, to) => {
        above.fill(y, from, to);
        if (from > start) opening.fill(y, start, from, rows);
        start = to;
      });
      if (start < width) opening.fill(y, start, width, rows);
    }
  }
  return out;
}

/** For each band, and one past the last, the first row of each column's mask that lies under the band before it; `NO_ROW` for none. */
function firstRowsUnderBands(mask: BitMask): Int32Array {
  const { width, height } = mask;
  const bands = Math.ceil(height / BAND);
  const out = new Int32Array(width * (bands + 1)).fill(NO_ROW);
  for (let band = bands - 1; band > 0; band--) {
    const next = out.subarray(band * width, (band + 1) * width);
    next.set(out.subarray((band + 1) * width, (band + 2) * width));
    for (let y = Math.min(height, (band + 1) * BAND) - 1; y >= band * BAND; y--)
      eachRunOf(mask, y, (from, to) => next.fill(y, from, to));
  }
  return out;
}

/** The lower envelope over an opening of a row: a stretch with no pixel of the mask in it. */
class Opening {
  /** Where the parabolas of the envelope stand, how high, and after which x each is the lowest. */
  private readonly at: Int32Array;
  private readonly high: Int32Array;
  private readonly after: Float64Array;
  /** 1 / (2 d). */
  private readonly half: Float64Array;

  constructor(
    private readonly width: number,
    private readonly out: Int32Array,
  ) {
    this.at = new Int32Array(width + 2);
    this.high = new Int32Array(width + 2);
    this.after = new Float64Array(width + 2);
    this.half = Float64Array.from({ length: width + 2 }, (_, d) => 1 / (2 * d));
  }

  /** `rows`: the nearest rows of each column's mask, this one where a pixel of the mask bounds the opening. */
  fill(y: number, start: number, end: number, rows: { readonly above: Int32Array; readonly below: Int32Array }): void {
    const { at, high, after, half, out, width } = this,
      { above, below } = rows,
      row = y * width;
    let top = -1;
    for (let u = Math.max(0, start - 1), last = Math.min(width, end + 1); u < last; u++) {
      const up = y - above[u],
        down = below[u] - y,
        g = up < down ? up : down;
      if (g >= NO_ROW / 2) continue;
      const h = g * g;
      let meet = start - 1;
      for (; top >= 0; top--) {
        const v = at[top],
          d = u - v;
        // where the two parabolas cross; were it rounded, it would only be between equals
        meet = v + (d * d + h - high[top]) * half[d];
        if (meet > after[top]) break;
        meet = start - 1;
      }
      if (meet >= end - 1) continue;
      top++;
      at[top] = u;
      high[top] = h;
      after[top] = meet;
    }
    if (top < 0) out.fill(FAR, row + start, row + end);
    for (let k = top, stop = end; k >= 0; k--) {
      const u = at[k],
        h = high[k],
        from = Math.max(start, Math.floor(after[k]) + 1);
      for (let x = from; x < stop; x++) out[row + x] = (x - u) * (x - u) + h;
      if (from < stop) stop = from;
    }
  }
}
