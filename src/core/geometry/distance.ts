import type { LabelMap } from './raster';

/**
 * Squared distance of every cell to the nearest cell of a set, exact, in cells (Felzenszwalb & Huttenlocher 2012): lower
 * envelopes of parabolas along columns, then along rows. Infinity everywhere when the set is empty.
 */
export function squaredDistances(inSet: (cell: number) => boolean, width: number, height: number): Float64Array {
  const out = new Float64Array(width * height);
  for (let i = 0; i < out.length; i++) out[i] = inSet(i) ? 0 : Infinity;
  const line = new Float64Array(Math.max(width, height));
  const scratch = {
    at: new Int32Array(line.length),
    from: new Float64Array(line.length + 1),
    value: new Float64Array(line.length),
  };
  for (let x = 0; x < width; x++) {
    for (let y = 0; y < height; y++) line[y] = out[y * width + x];
    envelope(line, height, scratch);
    for (let y = 0; y < height; y++) out[y * width + x] = scratch.value[y];
  }
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) line[x] = out[y * width + x];
    envelope(line, width, scratch);
    out.set(scratch.value.subarray(0, width), y * width);
  }
  return out;
}

/** min over j of (i − j)² + line[j], for all i, into `scratch.value`. */
function envelope(
  line: Float64Array,
  n: number,
  { at, from, value }: { at: Int32Array; from: Float64Array; value: Float64Array },
): void {
  let top = -1;
  for (let j = 0; j < n; j++) {
    if (line[j] === Infinity) continue;
    let start = -Infinity;
    while (top >= 0) {
      const k = at[top];
      start = (line[j] + j * j - line[k] - k * k) / (2 * (j - k));
      if (start > from[top]) break;
      top--;
      start = -Infinity;
    }
    at[++top] = j;
    from[top] = start;
  }
  if (top < 0) {
    value.fill(Infinity, 0, n);
    return;
  }
  for (let i = 0, p = 0; i < n; i++) {
    while (p < top && from[p + 1] < i) p++;
    value[i] = (i - at[p]) ** 2 + line[at[p]];
  }
}

/** Cells along the longer side of the grid on which gaps are measured. */
const GAP_GRID = 400;

/**
 * How far apart the areas of each pair of labels lie at least, in map pixels: `gaps[a * labelCount + b]`, 0 where they touch.
 * Measured between cells of a coarse grid less a cell's diagonal, so never more than the truth, and less by three cells at most.
 */
export function labelGapsPx(map: LabelMap, labelCount: number): Float64Array {
  const cellPx = Math.max(1, Math.ceil(Math.max(map.width, map.height) / GAP_GRID));
  const width = Math.ceil(map.width / cellPx),
    height = Math.ceil(map.height / cellPx);
  // 32 labels to a word, as many words a cell as there must be
  const words = Math.ceil(labelCount / 32);
  const present = new Uint32Array(width * height * words);
  for (let y = 0; y < map.height; y++) {
    const row = Math.floor(y / cellPx) * width;
    for (let x = 0; x < map.width; x++) {
      const label = map.labels[y * map.width + x];
      present[(row + Math.floor(x / cellPx)) * words + (label >> 5)] |= 1 << (label & 31);
    }
  }
  const gaps = new Float64Array(labelCount * labelCount).fill(Infinity);
  for (let a = 0; a < labelCount; a++) {
    const squared = squaredDistances(
      (cell) => (present[cell * words + (a >> 5)] & (1 << (a & 31))) !== 0,
      width,
      height,
    );
    const nearest = new Float64Array(labelCount).fill(Infinity);
    for (let cell = 0, w = 0; cell < squared.length; cell++) {
      for (let word = 0; word < words; word++, w++) {
        for (let bits = present[w]; bits !== 0; bits &= bits - 1) {
          const b = 32 * word + 31 - Math.clz32(bits & -bits);
          if (squared[cell] < nearest[b]) nearest[b] = squared[cell];
        }
      }
    }
    for (let b = 0; b < labelCount; b++)
      gaps[a * labelCount + b] = a === b ? 0 : Math.max(0, (Math.sqrt(nearest[b]) - Math.SQRT2) * cellPx);
  }
  return gaps;
}

/**
 * Length of the border between any two labels, px, `borders[a * n + b]` alike both ways: pixels whose neighbour has the other label, counted
 * along four directions (Cauchy–Crofton with lines a pixel apart; Legland, Kiêu and Devaux 2007). A straight border is told to 5 % at
 * any turn.
 */
export function labelBordersPx({ width, height, labels }: LabelMap, labelCount: number): Float64Array {
  const borders = new Float64Array(labelCount * labelCount);
  const straight = Math.PI / 8,
    slanting = Math.PI / 8 / Math.SQRT2;
  const cross = (a: number, b: number, px: number) => {
    if (a === b) return;
    borders[a * labelCount + b] += px;
    borders[b * labelCount + a] += px;
  };
  for (let y = 0; y < height; y++)
    for (let x = 0, i = y * width; x < width; x++, i++) {
      const label = labels[i];
      const right = x + 1 < width,
        below = y + 1 < height;
      if (right) cross(label, labels[i + 1], straight);
      if (!below) continue;
      cross(label, labels[i + width], straight);
      if (right) cross(label, labels[i + width + 1], slanting);
      if (x > 0) cross(label, labels[i + width - 1], slanting);
    }
  return borders;
}
