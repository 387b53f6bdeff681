import { ranged } from '../units';
import { normalDeviate, randomStream } from '../random/random';
import type { Boundaries } from './boundaries';
import {
  canShow,
  filmsAtA,
  isWrong,
  ORDERED_FILMS,
  pairStates,
  stripsByOrder,
  stripsWrong,
  widthsByOrder,
  widthsBySorting,
  type BoundaryKind,
  type StripsByOrder,
} from './edgeStrips';
import { DEG, motionAt, NO_MOTION, type Motion } from './motion';

/** One laying, 1σ: shift along each axis at the sheet's middle, and turn. */
export interface Spread {
  readonly shiftMm: number;
  readonly turnDeg: number;
  /** How well it is known, as degrees of freedom of its variance; left out where it is taken as given. */
  readonly degrees?: number;
}

export interface FitTask {
  readonly boundaries: Boundaries;
  readonly kinds: readonly BoundaryKind[];
  readonly runs: number;
  readonly spread: Spread;
  /** What every sheet has in each run: a block out of place, growth. In the image's own coordinates. */
  readonly fixed: readonly Motion[];
  /** The sheet's middle, in the image's own coordinates. */
  readonly about: { readonly xMm: number; readonly yMm: number };
  /** Strips no wider than this are not seen. */
  readonly sliverMm: number;
  readonly sheets: number;
  readonly seed: number;
}

export interface SheetCase {
  /** Of every run, on this sheet. */
  readonly motions: readonly Motion[];
  readonly faultMm2: number;
  readonly faultLengthMm: number;
  /** The widest fault, and the gathering of boundary where most of it can be seen, image coordinates. */
  readonly widestMm: number;
  readonly gathering: number;
  readonly at: { readonly xMm: number; readonly yMm: number };
}

export interface FitAnswer {
  /** Share of sheets on which a fault can be seen. */
  readonly share: number;
  /** The same for each kind of boundary. */
  readonly shareByKind: readonly number[];
  readonly lengthByKindMm: readonly number[];
  /** Mean area of visible strips on a sheet. */
  readonly meanFaultMm2: number;
  /** Share of sheets on which each gathering of boundary shows a fault. */
  readonly risk: Float32Array;
  readonly typical: SheetCase;
  readonly worstOfTen: SheetCase;
}

/** Start value: a strip wider than this is seen. */
export const SLIVER_MM = 0.25;
/** Shorter faults than this on a whole sheet are not counted. */
const LEAST_LENGTH_MM = 2;
export const FIT_SHEETS = 10_000;

/**
 * Thousands of sheets, each laid anew for every run: along a boundary a film's edge moves by the part of its run's displacement
 * that lies across the boundary; between the edges strips appear. A strip that is not planned, can be seen and is wider than the limit is a
 * fault. Cost: sheets × gatherings × films at the edge.
 */
export function simulateFit(task: FitTask): FitAnswer {
  const { boundaries, kinds, sheets } = task;
  ranged('the number of sheets', sheets, 1, 1e6);
  ranged('the spread of laying (mm)', task.spread.shiftMm, 0);
  ranged('the spread of turning (°)', task.spread.turnDeg, 0);
  ranged('the widest sliver nobody sees (mm)', task.sliverMm, 0);
  const layings = layingsOf(task);
  const kindOf = new Map(kinds.map((kind, k) => [kind.a * 65536 + kind.b, k]));
  const area = new Float64Array(sheets),
    length = new Float64Array(sheets);
  const byKind = kinds.map(() => new Float64Array(sheets)),
    risk = new Float32Array(boundaries.count);
  const lengthByKindMm = kinds.map(() => 0),
    shows = kinds.map(canShow),
    strips = kinds.map((kind) =>
      kind.edges.length > 2 && kind.edges.length <= ORDERED_FILMS ? stripsByOrder(kind) : undefined,
    );
  for (let i = 0; i < boundaries.count; i++) {
    const k = kindOf.get(boundaries.a[i] * 65536 + boundaries.b[i]);
    if (k === undefined) continue;
    lengthByKindMm[k] += boundaries.lengthMm[i];
    if (!shows[k]) continue;
    const { widths, over } = alongBoundary(task, layings, kinds[k], i, strips[k]);
    const mm = boundaries.lengthMm[i],
      own = byKind[k];
    for (let s = 0; s < sheets; s++) {
      if (widths[s] === 0) continue;
      area[s] += widths[s] * mm;
      length[s] += mm;
      own[s] += mm;
    }
    risk[i] = over / sheets;
  }
  const seen = (lengths: Float64Array) => lengths.reduce((n, mm) => n + (mm >= LEAST_LENGTH_MM ? 1 : 0), 0) / sheets;
  const order = Array.from(area.keys()).sort((p, q) => area[p] - area[q]);
  const caseOf = (sheet: number): SheetCase => ({
    motions: motionsOf(task, layings, sheet),
    faultMm2: area[sheet],
    faultLengthMm: length[sheet],
    ...widestOn(task, layings, kindOf, sheet),
  });
  return {
    share: seen(length),
    shareByKind: byKind.map(seen),
    lengthByKindMm,
    risk,
    meanFaultMm2: area.reduce((sum, v) => sum + v, 0) / sheets,
    typical: caseOf(order[Math.floor((sheets - 1) * 0.5)]),
    worstOfTen: caseOf(order[Math.floor((sheets - 1) * 0.9)]),
  };
}

/**
 * A spread measured on few sheets may be wider than it looks: each simulated sheet is laid with one that it may well be, so that shares
 * and advice carry what is not known. √(ν ÷ χ²), the χ² after Wilson & Hilferty 1931.
 */
function uncertainty(sheets: number, seed: number, degrees: number | undefined): Float32Array | undefined {
  if (degrees === undefined || degrees > 400) return undefined;
  const random = randomStream(seed + 104_729),
    k = 2 / (9 * degrees);
  return Float32Array.from(
    { length: sheets },
    () => Math.max(0.05, 1 - k + Math.sqrt(k) * normalDeviate(random)) ** -1.5,
  );
}

/** The motions of all runs on all sheets: shift x, shift y and turn (rad), run by run. */
type Layings = readonly (readonly [Float32Array, Float32Array, Float32Array])[];

function layingsOf({ runs, sheets, seed, spread }: FitTask): Layings {
  const widen = uncertainty(sheets, seed, spread.degrees);
  return Array.from({ length: runs }, (_, run) => {
    const random = randomStream(seed + 7919 * run);
    const deviates = (sigma: number) =>
      Float32Array.from({ length: sheets }, (__, s) => sigma * normalDeviate(random) * (widen ? widen[s] : 1));
    return [deviates(spread.shiftMm), deviates(spread.shiftMm), deviates(spread.turnDeg * DEG)] as const;
  });
}

const sums = { widths: new Float32Array(0), places: new Float64Array(0) };

/** Sum of the widths of visible strips at gathering i on every sheet, 0 where none, and on how many sheets there are any. */
function alongBoundary(
  task: FitTask,
  layings: Layings,
  kind: BoundaryKind,
  i: number,
  strips: StripsByOrder | undefined,
): { widths: Float32Array; over: number } {
  const { sheets, sliverMm } = task,
    n = kind.edges.length;
  const { coefficients, rest } = edgeCoefficients(task, kind, i);
  if (sums.widths.length !== sheets) sums.widths = new Float32Array(sheets);
  const { widths } = sums;
  let over = 0;
  if (n === 2) {
    const [[x0, y0, t0], [x1, y1, t1]] = kind.edges.map((edge) => layings[edge.run]);
    const [nx, ny, nt] = coefficients,
      away = rest[1] - rest[0];
    const [firstNear, secondNear] = pairStates(kind);
    const wrongFirst = isWrong(kind, firstNear),
      wrongSecond = isWrong(kind, secondNear);
    for (let s = 0; s < sheets; s++) {
      const d = away + nx * (x1[s] - x0[s]) + ny * (y1[s] - y0[s]) + nt * (t1[s] - t0[s]);
      const width = d > sliverMm && wrongFirst ? d : -d > sliverMm && wrongSecond ? -d : 0;
      widths[s] = width;
      if (width > 0) over++;
    }
    return { widths, over };
  }
  // edge by edge over all sheets first: plain loops over long arrays are what the machine does best
  if (sums.places.length < n * sheets) sums.places = new Float64Array(n * sheets);
  const { places } = sums,
    [cx, cy, ct] = coefficients;
  kind.edges.forEach((edge, e) => {
    const [dx, dy, turn] = layings[edge.run],
      start = rest[e],
      to = e * sheets;
    for (let s = 0; s < sheets; s++) places[to + s] = start + cx * dx[s] + cy * dy[s] + ct * turn[s];
  });
  const laid = { places, n, sheets, sliverMm, widths };
  over = strips ? widthsByOrder(strips, laid) : widthsBySorting(kind, laid);
  return { widths, over };
}

/** What shift x, shift y and turn of a run do across gathering i, and where each edge lies without them. */
function edgeCoefficients({ boundaries: b, about, fixed }: FitTask, kind: BoundaryKind, i: number) {
  const nx = b.nx[i],
    ny = b.ny[i],
    x = b.xMm[i],
    y = b.yMm[i];
  const coefficients = [nx, ny, -nx * (y - about.yMm) + ny * (x - about.xMm)] as const;
  const rest = kind.edges.map(({ run, offsetMm }) => {
    const [dx, dy] = motionAt(fixed[run] ?? NO_MOTION, x, y);
    return offsetMm + nx * dx + ny * dy;
  });
  return { coefficients, rest };
}

function motionsOf({ fixed, about }: FitTask, layings: Layings, sheet: number): Motion[] {
  return layings.map(([dx, dy, turn], run) => {
    const base = fixed[run] ?? NO_MOTION;
    const [bx, by] = motionAt(base, about.xMm, about.yMm);
    return {
      ...base,
      dxMm: bx + dx[sheet],
      dyMm: by + dy[sheet],
      rotationDeg: base.rotationDeg + turn[sheet] / DEG,
      about,
    };
  });
}

function widestOn(task: FitTask, layings: Layings, kindOf: ReadonlyMap<number, number>, sheet: number) {
  const { boundaries: b, kinds } = task;
  let widestMm = 0,
    best = 0,
    gathering = -1,
    at = { xMm: task.about.xMm, yMm: task.about.yMm };
  for (let i = 0; i < b.count; i++) {
    const k = kindOf.get(b.a[i] * 65536 + b.b[i]);
    if (k === undefined || kinds[k].edges.length < 2) continue;
    const { coefficients: c, rest } = edgeCoefficients(task, kinds[k], i);
    const places = Float64Array.from(
      rest,
      (r, e) => r + [0, 1, 2].reduce((sum, p) => sum + c[p] * layings[kinds[k].edges[e].run][p][sheet], 0),
    );
    const width = stripsWrong(
      kinds[k],
      filmsAtA(kinds[k]),
      places,
      new Int32Array(rest.length),
      rest.length,
      task.sliverMm,
    );
    widestMm = Math.max(widestMm, width);
    const seen = width * Math.min(20, b.lengthMm[i]);
    if (seen > best) {
      best = seen;
      gathering = i;
      at = { xMm: b.xMm[i], yMm: b.yMm[i] };
    }
  }
  return { widestMm, gathering, at };
}

/**
 * The least overlap (or choke) of a rising list that brings the share of sheets with a visible fault to the wish; `undefined` when none
 * does. `kindsAt` gives the boundaries with that overlap.
 */
export function leastOverlap(
  task: FitTask,
  kindsAt: (mm: number) => readonly BoundaryKind[],
  overlapsMm: readonly number[],
  wish: number,
): { readonly mm: number; readonly share: number } | undefined {
  let low = 0,
    high = overlapsMm.length;
  let found: { mm: number; share: number } | undefined;
  while (low < high) {
    const mid = (low + high) >> 1;
    const { share } = simulateFit({ ...task, kinds: kindsAt(overlapsMm[mid]) });
    if (share <= wish) {
      found = { mm: overlapsMm[mid], share };
      high = mid;
    } else low = mid + 1;
  }
  return found;
}
