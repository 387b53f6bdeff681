import { randomStream } from '../random/random';
import type { ColourCells } from './histogram';

const MAX_ROUNDS = 40;
/** Centres nearer than this in OKLab cannot be told apart by eye: one of them is dropped. */
const SAME_COLOUR = 0.012;

/** Centres of colour groups in OKLab (L, a, b one after the other), light to dark, and their number. */
export interface Palette {
  readonly count: number;
  readonly oklab: Float64Array;
}

/**
 * Weighted k-means on histogram cells (Lloyd 1982) started by k-means++ (Arthur & Vassilvitskii 2007) with a fixed
 * seed; deterministic. `count` 1–10; fewer come back when the picture holds fewer colours.
 */
export function findPalette(cells: ColourCells, count: number, seed = 1): Palette {
  const centres = bestStart(cells, Math.min(count, cells.cell.length), seed);
  const nearest = new Uint8Array(cells.cell.length);
  for (let round = 0; round < MAX_ROUNDS; round++) {
    assignCells(cells, centres, nearest);
    if (moveCentres(cells, centres, nearest) < 1e-5) break;
  }
  return lightToDark(withoutDoubles(centres, nearest));
}

/** Centres settled by Lloyd's rounds from where they are; the first `pinned` of them stay. */
export function refined(cells: ColourCells, start: Float64Array, pinned: number): Float64Array {
  const centres = start.slice(),
    nearest = new Uint8Array(cells.cell.length);
  for (let round = 0; round < MAX_ROUNDS; round++) {
    assignCells(cells, centres, nearest);
    const moved = moveCentres(cells, centres, nearest);
    centres.set(start.subarray(0, 3 * pinned));
    if (moved < 1e-5) break;
  }
  return centres;
}

/** Index of the nearest centre to an OKLab colour. */
export function nearestCentre(centres: Float64Array, L: number, a: number, b: number): number {
  let best = 0,
    bestDistance = Infinity;
  for (let k = 0; k < centres.length; k += 3) {
    const dL = L - centres[k],
      da = a - centres[k + 1],
      db = b - centres[k + 2];
    const distance = dL * dL + da * da + db * db;
    if (distance < bestDistance) {
      bestDistance = distance;
      best = k;
    }
  }
  return best / 3;
}

function assignCells(cells: ColourCells, centres: Float64Array, nearest: Uint8Array): void {
  const { oklab } = cells;
  for (let i = 0, j = 0; i < nearest.length; i++, j += 3)
    nearest[i] = nearestCentre(centres, oklab[j], oklab[j + 1], oklab[j + 2]);
}

/** Moves each centre to the mean of its cells; returns the farthest move (squared). */
function moveCentres(cells: ColourCells, centres: Float64Array, nearest: Uint8Array): number {
  const sums = new Float64Array((centres.length / 3) * 4);
  for (let i = 0, j = 0; i < nearest.length; i++, j += 3) {
    const at = nearest[i] * 4,
      w = cells.weight[i];
    sums[at] += w;
    sums[at + 1] += w * cells.oklab[j];
    sums[at + 2] += w * cells.oklab[j + 1];
    sums[at + 3] += w * cells.oklab[j + 2];
  }
  let farthest = 0;
  for (let k = 0; k < centres.length / 3; k++) {
    if (sums[4 * k] === 0) continue;
    let moved = 0;
    for (let d = 0; d < 3; d++) {
      const value = sums[4 * k + 1 + d] / sums[4 * k];
      moved += (value - centres[3 * k + d]) ** 2;
      centres[3 * k + d] = value;
    }
    farthest = Math.max(farthest, moved);
  }
  return farthest;
}

const STARTS = 8;

/** The best of several k-means runs on a coarser histogram: cheap, and seldom stuck in a poor grouping. */
function bestStart(cells: ColourCells, count: number, seed: number): Float64Array {
  const coarse = coarser(cells);
  const k = Math.min(count, coarse.cell.length);
  const nearest = new Uint8Array(coarse.cell.length);
  let best = startCentres(k === count ? coarse : cells, count, seed),
    least = Infinity;
  for (let start = 0; k === count && start < STARTS; start++) {
    const centres = startCentres(coarse, count, seed + start);
    for (let round = 0; round < MAX_ROUNDS; round++) {
      assignCells(coarse, centres, nearest);
      if (moveCentres(coarse, centres, nearest) < 1e-4) break;
    }
    const error = squaredError(coarse, centres);
    if (error < least) {
      least = error;
      best = centres;
    }
  }
  return best;
}

/** Cells of four bits a channel, each the weighted mean of what it holds. */
function coarser(cells: ColourCells): ColourCells {
  const place = new Int32Array(4096).fill(-1);
  const found: number[] = [];
  const sums: number[] = [];
  for (let i = 0; i < cells.cell.length; i++) {
    const c = cells.cell[i];
    const key = ((c >> 14) << 8) | (((c >> 8) & 15) << 4) | ((c >> 2) & 15);
    if (place[key] < 0) {
      place[key] = found.length;
      found.push(key);
      sums.push(0, 0, 0, 0);
    }
    const at = 4 * place[key],
      w = cells.weight[i];
    sums[at] += w;
    for (let d = 0; d < 3; d++) sums[at + 1 + d] += w * cells.oklab[3 * i + d];
  }
  return {
    cell: Int32Array.from(found),
    totalPx: cells.totalPx,
    weight: Float64Array.from(found, (_, i) => sums[4 * i]),
    oklab: Float64Array.from(
      { length: 3 * found.length },
      (_, j) => sums[4 * Math.floor(j / 3) + 1 + (j % 3)] / sums[4 * Math.floor(j / 3)],
    ),
  };
}

function squaredError(cells: ColourCells, centres: Float64Array): number {
  let error = 0;
  for (let i = 0, j = 0; i < cells.weight.length; i++, j += 3) {
    const k = 3 * nearestCentre(centres, cells.oklab[j], cells.oklab[j + 1], cells.oklab[j + 2]);
    for (let d = 0; d < 3; d++) error += cells.weight[i] * (cells.oklab[j + d] - centres[k + d]) ** 2;
  }
  return error;
}

function startCentres(cells: ColourCells, count: number, seed: number): Float64Array {
  const random = randomStream(seed);
  const centres = new Float64Array(3 * count);
  const distance = new Float64Array(cells.cell.length).fill(Infinity);
  let chosen = pick(cells.weight, random());
  for (let k = 0; k < count; k++) {
    const [L, a, b] = cells.oklab.subarray(3 * chosen, 3 * chosen + 3);
    centres.set([L, a, b], 3 * k);
    for (let i = 0, j = 0; i < distance.length; i++, j += 3) {
      const d = (cells.oklab[j] - L) ** 2 + (cells.oklab[j + 1] - a) ** 2 + (cells.oklab[j + 2] - b) ** 2;
      if (d < distance[i]) distance[i] = d;
    }
    chosen = pick(
      distance.map((d, i) => d * cells.weight[i]),
      random(),
    );
  }
  return centres;
}

function pick(weights: Float64Array, at: number): number {
  let total = 0;
  for (const w of weights) total += w;
  let left = at * total;
  for (let i = 0; i < weights.length; i++) {
    left -= weights[i];
    if (left < 0) return i;
  }
  return weights.length - 1;
}

function withoutDoubles(centres: Float64Array, nearest: Uint8Array): Float64Array {
  const used = new Set(nearest);
  const kept: number[] = [];
  for (let k = 0; k < centres.length / 3; k++) {
    if (!used.has(k)) continue;
    const double = kept.some(
      (other) => Math.hypot(...[0, 1, 2].map((d) => centres[3 * k + d] - centres[3 * other + d])) < SAME_COLOUR,
    );
    if (!double) kept.push(k);
  }
  return Float64Array.from(kept.flatMap((k) => Array.from(centres.subarray(3 * k, 3 * k + 3))));
}

function lightToDark(centres: Float64Array): Palette {
  const order = Array.from({ length: centres.length / 3 }, (_, k) => k).sort((a, b) => centres[3 * b] - centres[3 * a]);
  return {
    count: order.length,
    oklab: Float64Array.from(order.flatMap((k) => Array.from(centres.subarray(3 * k, 3 * k + 3)))),
  };
}
