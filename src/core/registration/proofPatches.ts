import { eachChange } from '../geometry';
import { middle } from './findSheet';
import { DEG, fitWeighed, NO_MOTION, residualAt, type Motion, type WeighedMark } from './motion';
import type { Colours } from './proofColours';
import { addFilm, bitsAlong, forwardMove, linearMove, type LinearMove, type Proof, type States } from './proofRaster';

const COARSE = { patchPx: 24, reachMm: 6, count: 60, leastEdge: 8 };
const MAX_SHIFT_MM = 3.6,
  MAX_TURN_DEG = 1.4;
/** How far apart two looks must be for an edge between them to be worth measuring, in 8-bit levels. */
const LEAST_STEP = 14;
export interface Patch {
  readonly x: number;
  readonly y: number;
  readonly edge: number;
}

/** Patches with enough edge of run r alone: most edge first in each of a grid of places, so that they lie all over the image. */
export function patchesOf(
  proof: Proof,
  states: States,
  colours: Colours,
  r: number,
  sizePx: number,
  leastEdge: number,
  count: number,
): Patch[] {
  const { labelWidth: w, labelHeight: h, labels, bits } = proof;
  const across = Math.ceil((w + sizePx) / sizePx),
    down = Math.ceil((h + sizePx) / sizePx);
  const edge = new Float64Array(across * down),
    bit = 1 << r;
  const strength = edgeStrengths(states, colours, r);
  const half = sizePx >> 1;
  const add = (x: number, y: number, s1: number, s2: number) => {
    if ((s1 ^ s2) & bit)
      edge[Math.floor((y + half) / sizePx) * across + Math.floor((x + half) / sizePx)] +=
        (s1 ^ s2) === bit ? strength[s1 & ~bit] : 0.5 * strength[s1 & ~bit];
  };
  for (let x = 0; x <= w; x++) {
    const state = x < w ? bits[labels[x]] : 0,
      before = x > 0 ? bits[labels[x - 1]] : 0;
    add(x, 0, before, state);
    if (x === w) break;
    add(x, 0, 0, state);
    add(x, h, bits[labels[(h - 1) * w + x]], 0);
  }
  for (let y = 1; y < h; y++) {
    add(0, y, 0, bits[labels[y * w]]);
    add(w, y, bits[labels[(y + 1) * w - 1]], 0);
  }
  eachChange(proof.changes, (x, y, across, down) => {
    const i = y * w + x,
      state = bits[labels[i]];
    if (across && y > 0) add(x, y, bits[labels[i - 1]], state);
    if (down) add(x, y, bits[labels[i - w]], state);
  });
  const found = strongest(down, across, edge, leastEdge, sizePx, half, proof);
  const taken = new Map<number, number>(),
    perCell = Math.ceil(count / 12);
  return found
    .filter((patch) => {
      const n = taken.get(patch.cell) ?? 0;
      taken.set(patch.cell, n + 1);
      return n < perCell;
    })
    .slice(0, count);
}

/** Places with enough edge, most first. */
function strongest(
  down: number,
  across: number,
  edge: Float64Array<ArrayBuffer>,
  leastEdge: number,
  sizePx: number,
  half: number,
  proof: Proof,
) {
  const found: (Patch & { cell: number })[] = [];
  for (let v = 0; v < down; v++)
    for (let u = 0; u < across; u++) {
      const e = edge[v * across + u];
      if (e >= leastEdge)
        found.push({
          x: u * sizePx - half + proof.padPx,
          y: v * sizePx - half + proof.padPx,
          edge: e,
          cell: Math.floor((u / across) * 5) + 5 * Math.floor((v / down) * 5),
        });
    }
  found.sort((a, b) => b.edge - a.edge);
  return found;
}

/** For each set of other films, how well an edge of run r over it can be seen, 0–1. */
function edgeStrengths(states: States, colours: Colours, r: number): Float64Array {
  const out = new Float64Array(states.count);
  for (let s = 0; s < states.count; s++) {
    if (s & (1 << r)) continue;
    const step = Math.hypot(...[0, 1, 2].map((c) => colours[3 * (s | (1 << r)) + c] - colours[3 * s + c]));
    out[s] = Number.isNaN(step) || step < LEAST_STEP ? 0 : Math.min(1, step / 60);
  }
  return out;
}

/** The sums for every displacement within reach, in whole pixels about a patch's base. */
interface Surface {
  readonly reach: number;
  readonly values: Float64Array;
}

/**
 * Correlates the evidence for the film in a patch of the scan with where the film should be, displaced by every lag about the
 * patch's base. The patch of the scan stays the same for all lags, so that they can be compared; the film's outline is looked up round it.
 */
function surfaceOf(
  proof: Proof,
  moves: readonly LinearMove[],
  colours: Colours,
  r: number,
  patch: Patch,
  size: number,
  reach: number,
  baseX: number,
  baseY: number,
): Surface {
  const prefix = evidenceOf(proof, moves, colours, r, patch.x + baseX, patch.y + baseY, size, 2 * reach);
  const bit = 1 << r,
    lags = 2 * reach + 1,
    values = new Float64Array(lags * lags);
  const { xx, xy, yx, yy } = moves[r],
    midX = patch.x + size / 2,
    midY = patch.y + size / 2,
    across = size + 1 + 4 * reach;
  // the base is the move at the patch's middle; what differs from it within the patch
  const within: LinearMove = { x: -xx * midX - xy * midY, y: -yx * midX - yy * midY, xx, xy, yx, yy };
  const film = new Uint32Array(size + 2 * reach);
  for (let v = -reach; v < size + reach; v++) {
    const firstLag = Math.max(-reach, -v),
      lastLag = Math.min(reach, size - 1 - v);
    film.fill(0);
    addFilm(proof, within, bit, patch.x - reach, patch.y + v, film.length, film);
    let from = Number.NaN;
    for (let u = -reach; u <= size + reach; u++) {
      const on = u < size + reach && film[u + reach] !== 0;
      if (on && Number.isNaN(from)) from = u;
      if (!on && !Number.isNaN(from)) {
        for (let ly = firstLag; ly <= lastLag; ly++) {
          // the sums run on beyond both ends of a row, so that no lag steps out of it
          const row = (v + ly) * across + reach,
            to = (ly + reach) * lags;
          for (let l = 0, a = row + from, b = row + u; l < lags; l++, a++, b++)
            values[to + l] += 2 * (prefix[b] - prefix[a]);
        }
        from = Number.NaN;
      }
    }
  }
  return { reach, values };
}

/**
 * Row by row the running sums of the evidence for run r's film in a square of the scan: `size` rows of `size` + 1, with `pad` more of the
 * same at both ends of each.
 */
function evidenceOf(
  proof: Proof,
  moves: readonly LinearMove[],
  colours: Colours,
  r: number,
  left: number,
  top: number,
  size: number,
  pad: number,
): Float64Array {
  const across = size + 1 + 2 * pad,
    prefix = new Float64Array(across * size),
    steps = stepsOf(colours, r),
    below = new Uint32Array(size),
    { rgb, width, height } = proof;
  const from = Math.max(0, -left),
    to = Math.min(size, width - left);
  for (let v = 0; v < size; v++) {
    const y = top + v,
      row = v * across + pad;
    let sum = 0;
    if (y >= 0 && y < height && from < to) bitsAlong(proof, moves, left + from, y, to - from, r, below);
    for (let u = 0; u < size; u++) {
      if (u >= from && u < to && y >= 0 && y < height) {
        const s = 5 * below[u - from],
          at = 3 * (y * width + left + u),
          step = steps[s + 4];
        if (step > LEAST_STEP * LEAST_STEP) {
          const w = 2 * (rgb[at] * steps[s] + rgb[at + 1] * steps[s + 1] + rgb[at + 2] * steps[s + 2] - steps[s + 3]);
          sum += (w > step ? step : w < -step ? -step : w) * 1e-3;
        }
      }
      prefix[row + u + 1] = sum;
    }
    prefix.fill(sum, row + size + 1, (v + 1) * across);
  }
  return prefix;
}

/**
 * For each set of films below run r, five numbers: the step d its film makes in the three channels, the middle of the two looks along d, and
 * the square of d.
 */
function stepsOf(colours: Colours, r: number): Float64Array {
  const states = colours.length / 3,
    out = new Float64Array(5 * states);
  for (let s = 0; s < states; s++) {
    const a = 3 * s,
      b = 3 * (s | (1 << r));
    for (let c = 0; c < 3; c++) {
      const d = colours[b + c] - colours[a + c];
      out[5 * s + c] = d;
      out[5 * s + 3] += ((colours[a + c] + colours[b + c]) / 2) * d;
      out[5 * s + 4] += d * d;
    }
  }
  return out;
}

/** All patches of the coarse raster vote for one displacement and turn. */
export function vote(
  proof: Proof,
  states: States,
  motions: readonly Motion[],
  colours: Colours,
  r: number,
): Motion | undefined {
  const patches = patchesOf(proof, states, colours, r, COARSE.patchPx, COARSE.leastEdge, COARSE.count);
  if (patches.length < 3) return undefined;
  const still = motions.map((m, k) => linearMove(proof, k === r ? { ...NO_MOTION, about: m.about } : m));
  const reach = Math.round(COARSE.reachMm / proof.mmPerPx);
  const surfaces = patches.map((patch) => surfaceOf(proof, still, colours, r, patch, COARSE.patchPx, reach, 0, 0));
  const about = motions[r].about;
  const offsets = patches.map(
    (p) =>
      [
        proof.atXMm + (p.x + COARSE.patchPx / 2 - proof.padPx) * proof.mmPerPx - about.xMm,
        proof.atYMm + (p.y + COARSE.patchPx / 2 - proof.padPx) * proof.mmPerPx - about.yMm,
      ] as const,
  );
  const lags = 2 * reach + 1,
    shift = Math.ceil(MAX_SHIFT_MM / proof.mmPerPx);
  let best = -Infinity,
    found: Motion | undefined;
  for (let turn = -MAX_TURN_DEG; turn <= MAX_TURN_DEG + 1e-9; turn += 0.1) {
    const moved = offsets.map(
      ([x, y]) => [(-turn * DEG * y) / proof.mmPerPx, (turn * DEG * x) / proof.mmPerPx] as const,
    );
    for (let dy = -shift; dy <= shift; dy++)
      for (let dx = -shift; dx <= shift; dx++) {
        let sum = 0;
        for (let p = 0; p < patches.length; p++) {
          const lx = Math.round(dx + moved[p][0]) + reach,
            ly = Math.round(dy + moved[p][1]) + reach;
          if (lx >= 0 && ly >= 0 && lx < lags && ly < lags) sum += surfaces[p].values[ly * lags + lx];
        }
        if (sum > best) {
          best = sum;
          found = { ...NO_MOTION, dxMm: dx * proof.mmPerPx, dyMm: dy * proof.mmPerPx, rotationDeg: turn, about };
        }
      }
  }
  return found;
}

export interface RunFit {
  readonly motion: Motion;
  readonly covariance: readonly number[];
  readonly marks: readonly WeighedMark[];
  readonly say: readonly number[];
}

/** The peak of every patch on the fine raster, and the motion they agree on. */
export function measureRun(
  proof: Proof,
  patches: readonly Patch[],
  size: number,
  motions: readonly Motion[],
  colours: Colours,
  r: number,
  reachPx: number,
): RunFit | undefined {
  const moves = motions.map((m) => linearMove(proof, m));
  const marks: WeighedMark[] = [];
  for (const patch of patches) {
    const midX = patch.x + size / 2,
      midY = patch.y + size / 2;
    const [baseX, baseY] = forwardMove(proof, motions[r], midX - 0.5, midY - 0.5).map(Math.round);
    const surface = surfaceOf(proof, moves, colours, r, patch, size, reachPx, baseX, baseY);
    const peak = peakOf(surface);
    if (!peak) continue;
    marks.push({
      xMm: proof.atXMm + (midX - proof.padPx) * proof.mmPerPx,
      yMm: proof.atYMm + (midY - proof.padPx) * proof.mmPerPx,
      dxMm: (baseX + peak.x) * proof.mmPerPx,
      dyMm: (baseY + peak.y) * proof.mmPerPx,
      weight: peak.weight,
    });
  }
  return marks.length < 4 ? undefined : robustFit(marks);
}

/** The summit of a surface to a fraction of a pixel, with its curvature as weight; none when it lies at the rim. */
function peakOf({ reach, values }: Surface): { x: number; y: number; weight: [number, number, number] } | undefined {
  const lags = 2 * reach + 1;
  let top = 0;
  for (let i = 1; i < values.length; i++) if (values[i] > values[top]) top = i;
  const tx = top % lags,
    ty = (top - tx) / lags;
  if (tx === 0 || ty === 0 || tx === lags - 1 || ty === lags - 1) return undefined;
  const at = (dx: number, dy: number) => values[(ty + dy) * lags + tx + dx];
  const gx = (at(1, 0) - at(-1, 0)) / 2,
    gy = (at(0, 1) - at(0, -1)) / 2;
  const hxx = 2 * at(0, 0) - at(1, 0) - at(-1, 0),
    hyy = 2 * at(0, 0) - at(0, 1) - at(0, -1),
    hxy = -(at(1, 1) - at(1, -1) - at(-1, 1) + at(-1, -1)) / 4;
  const half = (hxx + hyy) / 2,
    root = Math.hypot((hxx - hyy) / 2, hxy),
    most = half + root;
  if (most <= 0) return undefined;
  const least = half - root < 0.12 * most ? 0 : half - root;
  // unit vector of the direction that is told best
  const angle = Math.atan2(2 * hxy, hxx - hyy) / 2,
    ux = Math.cos(angle),
    uy = Math.sin(angle);
  const alongMost = clamp((gx * ux + gy * uy) / most),
    alongLeast = least > 0 ? clamp((-gx * uy + gy * ux) / least) : 0;
  return {
    x: tx - reach + alongMost * ux - alongLeast * uy,
    y: ty - reach + alongMost * uy + alongLeast * ux,
    weight: [most * ux * ux + least * uy * uy, (most - least) * ux * uy, most * uy * uy + least * ux * ux],
  };
}

/** Least squares in which patches that contradict the rest lose their say (Tukey's biweight; Beaton & Tukey 1974). */
function robustFit(marks: readonly WeighedMark[]): RunFit {
  const size = middle(marks.map(({ weight: [xx, , yy] }) => xx + yy));
  const scaled = marks.map((mark) => ({
    ...mark,
    weight: mark.weight.map((w) => w / size) as unknown as [number, number, number],
  }));
  let say = scaled.map(() => 1),
    fit = fitWeighed(scaled),
    scale = 1;
  for (let round = 0; round < 12; round++) {
    const off = scaled.map((mark) => offBy(fit.motion, mark));
    scale = Math.max(0.01, 1.4826 * middle(off));
    const limit = round === 0 ? 8 * scale : 4.685 * scale;
    say = off.map((e) => (e >= limit ? 0 : (1 - (e / limit) ** 2) ** 2));
    if (say.filter((s) => s > 0.1).length < 4) break;
    fit = fitWeighed(
      scaled.map((mark, i) => ({
        ...mark,
        weight: mark.weight.map((w) => w * say[i]) as unknown as [number, number, number],
      })),
    );
  }
  const kept = say.reduce((sum, s) => sum + s, 0);
  const variance =
    scaled.reduce((sum, mark, i) => sum + say[i] * offBy(fit.motion, mark) ** 2, 0) / Math.max(1, 2 * kept - 5);
  // straight edges tell nothing along themselves: only what a patch can tell counts as left over
  return {
    motion: { ...fit.motion, residualMm: Math.sqrt(variance) },
    covariance: fit.covariance.map((c) => c * Math.max(variance, 1e-5)),
    marks,
    say,
  };
}

/** Distance a mark is off, counted only in the directions it can tell. */
function offBy(motion: Motion, mark: WeighedMark): number {
  const [rx, ry] = residualAt(motion, mark),
    [xx, xy, yy] = mark.weight;
  return Math.sqrt(Math.max(0, (xx * rx * rx + 2 * xy * rx * ry + yy * ry * ry) / (xx + yy)));
}

function clamp(v: number): number {
  return Math.max(-1, Math.min(1, v));
}
