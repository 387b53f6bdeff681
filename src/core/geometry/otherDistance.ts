import { hasPixel, type BitMask } from './bitMask';
import type { LabelMap } from './raster';

/**
 * Squared distance of every pixel, in pixels between centres, to the nearest pixel of another label, exact up to `capPx`
 * (1…255) and `capPx`² beyond. What lies outside the map counts as the same. A part as wide as w pixels reaches about
 * (w + 1)/2 in its middle. Rows are swept up and down for the nearest change in each column; along the row only columns
 * that have one within reach are compared, so even areas cost next to nothing.
 */
export function distancesToOther(map: LabelMap, capPx: number): Uint16Array {
  const { width, height, labels } = map;
  const cap = Math.max(1, Math.min(255, Math.ceil(capPx)));
  const column = columnDistances(labels, width, cap);
  const out = new Uint16Array(labels.length);
  const capSquared = cap * cap;
  const near = new Int32Array(width);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let start = 0; start < width;) {
      const label = labels[row + start];
      let end = start + 1, count = 0;
      if (column[row + start] < cap) near[count++] = start;
      while (end < width && labels[row + end] === label) {
        if (column[row + end] < cap) near[count++] = end;
        end++;
      }
      const left = start > 0 ? start - 1 : -cap - 1, right = end < width ? end : width + cap;
      if (count === 0) fillEnds(out, row, start, end, left, right, cap, capSquared);
      else sweep(out, column, row, start, end, left, right, near, count, cap, capSquared);
      start = end;
    }
  }
  return out;
}

function columnDistances(labels: Uint8Array, width: number, cap: number): Uint8Array {
  const out = new Uint8Array(labels.length).fill(cap);
  for (let i = width; i < labels.length; i++) {
    if (labels[i] !== labels[i - width]) out[i] = 1;
    else { const above = out[i - width]; if (above < cap) out[i] = above + 1; }
  }
  for (let i = labels.length - width - 1; i >= 0; i--) {
    if (labels[i] !== labels[i + width]) out[i] = 1;
    else { const below = out[i + width] + 1; if (below < out[i]) out[i] = below; }
  }
  return out;
}

/** A run of pixels with no change above or below within reach: only its ends matter. */
function fillEnds(out: Uint16Array, row: number, start: number, end: number, left: number, right: number, cap: number, capSquared: number): void {
  const from = Math.max(start, Math.min(end, left + cap)), to = Math.max(from, right - cap + 1);
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

function sweep(out: Uint16Array, column: Uint8Array, row: number, start: number, end: number, left: number, right: number, near: Int32Array, count: number, cap: number, capSquared: number): void {
  let first = 0;
  for (let x = start; x < end; x++) {
    const side = Math.min(x - left, right - x);
    let best = side < cap ? side * side : capSquared;
    const own = column[row + x];
    if (own * own < best) best = own * own;
    while (first < count && near[first] < x - cap) first++;
    if (first < count && near[first] <= x + cap && best > 1) {
      // outwards from x, so that what is already found bounds how far to look
      let k = first;
      while (k < count && near[k] < x) k++;
      for (let r = k; r < count; r++) {
        const dx = near[r] - x, dd = dx * dx;
        if (dd >= best) break;
        const g = column[row + near[r]], sum = dd + g * g;
        if (sum < best) best = sum;
      }
      for (let l = k - 1; l >= first; l--) {
        const dx = x - near[l], dd = dx * dx;
        if (dd >= best) break;
        const g = column[row + near[l]], sum = dd + g * g;
        if (sum < best) best = sum;
      }
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
  const out = new Int32Array(width * height);
  const none = width + height;
  for (let x = 0; x < width; x++) out[x] = hasPixel(mask, x, 0) ? 0 : none;
  for (let y = 1; y < height; y++) {
    for (let x = 0, i = y * width; x < width; x++, i++) out[i] = hasPixel(mask, x, y) ? 0 : Math.min(none, out[i - width] + 1);
  }
  for (let i = width * (height - 1) - 1; i >= 0; i--) { const below = out[i + width] + 1; if (below < out[i]) out[i] = below; }
  const at = new Int32Array(width), from = new Int32Array(width), line = new Int32Array(width);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let x = 0; x < width; x++) line[x] = out[row + x] * out[row + x];
    let top = 0;
    at[0] = 0;
    from[0] = 0;
    for (let u = 1; u < width; u++) {
      let start = 0;
      while (top >= 0) {
        const v = at[top], t = from[top];
        if ((t - v) * (t - v) + line[v] <= (t - u) * (t - u) + line[u]) { start = 1 + Math.floor((u * u - v * v + line[u] - line[v]) / (2 * (u - v))); break; }
        top--;
      }
      if (top < 0) { top = 0; at[0] = u; from[0] = 0; } else if (start < width) { top++; at[top] = u; from[top] = start; }
    }
    for (let x = width - 1; x >= 0; x--) {
      const v = at[top];
      const d = (x - v) * (x - v) + line[v];
      out[row + x] = d >= none * none ? FAR : d;
      if (x === from[top]) top--;
    }
  }
  return out;
}

/** Stands for “nothing there” among squared distances. */
export const FAR = 0x3fffffff;
