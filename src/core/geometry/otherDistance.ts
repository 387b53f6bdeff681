import type { BitMask } from './bitMask';
import { labelWords, type LabelMap } from './raster';

/**
 * Squared distance of every pixel, in pixels between centres, to the nearest pixel of another label, exact up to `capPx`
 * (1…255) and `capPx`² beyond. What lies outside the map counts as the same. A part as wide as w pixels reaches about
 * (w + 1)/2 in its middle. Rows are swept up and down for the nearest change in each column; along the row only columns
 * that have one within reach are compared, so even areas cost next to nothing.
 */
export function distancesToOther(map: LabelMap, capPx: number): Uint16Array {
  const { width, height, labels } = map;
  const cap = Math.max(1, Math.min(255, Math.ceil(capPx)));
  const column = columnDistances(map, cap);
  const out = new Uint16Array(labels.length);
  const capSquared = cap * cap;
  const near = new Int32Array(width);
  const words = labelWords(map),
    columnWords = words && new Int32Array(column.buffer),
    full = Math.imul(cap, 0x01010101);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let start = 0; start < width;) {
      const label = labels[row + start];
      let end = start + 1,
        count = 0;
      if (column[row + start] < cap) near[count++] = start;
      const four = Math.imul(label, 0x01010101);
      while (end < width && labels[row + end] === label) {
        if (
          words &&
          ((row + end) & 3) === 0 &&
          words[(row + end) >> 2] === four &&
          columnWords![(row + end) >> 2] === full
        ) {
          end += 4;
          continue;
        }
        if (column[row + end] < cap) near[count++] = end;
        end++;
      }
      const left = start > 0 ? start - 1 : -cap - 1,
        right = end < width ? end : width + cap;
      if (count === 0) fillEnds(out, row, start, end, left, right, cap, capSquared);
      else sweep(out, column, row, start, end, left, right, near, count, cap, capSquared);
      start = end;
    }
  }
  return out;
}

function columnDistances(map: LabelMap, cap: number): Uint8Array {
  const { width, labels } = map;
  const out = new Uint8Array(labels.length).fill(cap);
  const words = labelWords(map),
    outWords = words && new Int32Array(out.buffer),
    across = width >> 2,
    full = Math.imul(cap, 0x01010101);
  for (let i = width; i < labels.length; i++) {
    // four alike above and nothing near there: nothing near here
    if (words && (i & 3) === 0) {
      const w = i >> 2;
      if (words[w] === words[w - across] && outWords![w - across] === full) {
        i += 3;
        continue;
      }
    }
    if (labels[i] !== labels[i - width]) out[i] = 1;
    else {
      const above = out[i - width];
      if (above < cap) out[i] = above + 1;
    }
  }
  for (let i = labels.length - width - 1; i >= 0; i--) {
    if (words && (i & 3) === 3) {
      const w = i >> 2;
      if (words[w] === words[w + across] && outWords![w + across] === full) {
        i -= 3;
        continue;
      }
    }
    if (labels[i] !== labels[i + width]) out[i] = 1;
    else {
      const below = out[i + width] + 1;
      if (below < out[i]) out[i] = below;
    }
  }
  return out;
}

/** A run of pixels with no change above or below within reach: only its ends matter. */
function fillEnds(
  out: Uint16Array,
  row: number,
  start: number,
  end: number,
  left: number,
  right: number,
  cap: number,
  capSquared: number,
): void {
  const from = Math.max(start, Math.min(end, left + cap)),
    to = Math.max(from, right - cap + 1);
  for (let x = start; x < from; x++) {
    const d = Math.min(x - left, right - x);
    out[row + x] = d * d;
  }
  out.fill(capSquared, row + from, row + Math.min(end, to));
  for (let x = Math.max(start, to); x < end; x++) {
    const d = Math.min(x - left, right - x);
    out[row + x] = Math.min(capSquared, d * d);
  }
}

/** `near`: columns of the run with a change above or below within reach. Both sides are walked outwards, so that what is found bounds how far to look. */
function sweep(
  out: Uint16Array,
  column: Uint8Array,
  row: number,
  start: number,
  end: number,
  left: number,
  right: number,
  near: Int32Array,
  count: number,
  cap: number,
  capSquared: number,
): void {
  let k = 0;
  for (let x = start; x < end; x++) {
    while (k < count && near[k] < x) k++;
    const toLeft = x - left,
      toRight = right - x;
    const side = toLeft < toRight ? toLeft : toRight;
    let best = side < cap ? side * side : capSquared;
    const own = column[row + x];
    if (own * own < best) best = own * own;
    for (let r = k; r < count; r++) {
      const dx = near[r] - x,
        dd = dx * dx;
      if (dd + 1 >= best) break;
      const g = column[row + near[r]],
        sum = dd + g * g;
      if (sum < best) best = sum;
    }
    for (let l = k - 1; l >= 0; l--) {
      const dx = x - near[l],
        dd = dx * dx;
      if (dd + 1 >= best) break;
      const g = column[row + near[l]],
        sum = dd + g * g;
      if (sum < best) best = sum;
    }
    out[row + x] = best;
  }
}

/**
 * Squared distance of every pixel to the nearest pixel of the mask, exact and without cap, row by row; `FAR` where the
 * mask is empty. Columns by two sweeps, rows by lower envelopes in whole numbers (Meijster, Roerdink & Hesselink 2000).
 */
export function squaredDistancesToMask(mask: BitMask): Int32Array {
  const { width, height } = mask;
  const out = alongColumns(mask);
  const at = new Int32Array(width),
    from = new Int32Array(width),
    line = new Int32Array(width);
  const none = width + height,
    nothing = none * none;
  for (let y = 0; y < height; y++) {
    const row = y * width;
    let any = false;
    for (let x = 0; x < width; x++) {
      const d = out[row + x];
      if (d !== 0) any = true;
      line[x] = d >= none ? nothing : d * d;
    }
    if (!any) continue;
    let top = lowerEnvelope(line, at, from);
    for (let x = width - 1; x >= 0; x--) {
      const dx = x - at[top],
        d = dx * dx + line[at[top]];
      out[row + x] = d >= nothing ? FAR : d;
      if (x === from[top]) top--;
    }
  }
  return out;
}

/** Distance of every pixel to the mask within its own column; width plus height where the column has none. */
function alongColumns({ width, height, words, wordsPerRow }: BitMask): Int32Array {
  const out = new Int32Array(width * height);
  const none = width + height;
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let k = 0; k < wordsPerRow; k++) {
      const word = words[y * wordsPerRow + k],
        from = row + 32 * k,
        to = Math.min(row + width, from + 32);
      if (word === 0) {
        for (let i = from; i < to; i++) out[i] = y === 0 ? none : out[i - width] + 1;
        continue;
      }
      for (let i = from, b = 0; i < to; i++, b++) out[i] = (word >>> b) & 1 ? 0 : y === 0 ? none : out[i - width] + 1;
    }
  }
  for (let i = width * (height - 1) - 1; i >= 0; i--) {
    const below = out[i + width] + 1;
    if (below < out[i]) out[i] = below;
  }
  return out;
}

/**
 * The parabolas (x − v)² + line[v] that are lowest somewhere: `at` which, `from` since which x. Returns the index of the last.
 */
function lowerEnvelope(line: Int32Array, at: Int32Array, from: Int32Array): number {
  const width = line.length;
  let top = 0;
  at[0] = 0;
  from[0] = 0;
  for (let u = 1; u < width; u++) {
    const height2 = line[u];
    let start = 0;
    while (top >= 0) {
      const v = at[top],
        t = from[top],
        a = t - v,
        b = t - u;
      if (a * a + line[v] <= b * b + height2) {
        start = 1 + (((u * u - v * v + height2 - line[v]) / (2 * (u - v))) | 0);
        break;
      }
      top--;
    }
    if (top < 0) {
      top = 0;
      at[0] = u;
      from[0] = 0;
    } else if (start < width) {
      top++;
      at[top] = u;
      from[top] = start;
    }
  }
  return top;
}

/** Stands for “nothing there” among squared distances. */
export const FAR = 0x3fffffff;
