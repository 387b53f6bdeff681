import { ranged } from '../units';
import { normalDeviate, randomStream } from '../random/random';
import type { Boundaries } from './boundaries';
import { DEG, motionAt, NO_MOTION, type Motion } from './motion';

/** A film that ends along a boundary between labels a and b. `offsetMm` from the drawn line towards b: traps and chokes. */
export interface FilmEdge {
  readonly run: number;
  readonly covers: 'a' | 'b';
  readonly offsetMm: number;
}

/** What films end between two labels, and which sets of them, lying in a strip, would look wrong. */
export interface BoundaryKind {
  readonly a: number;
  readonly b: number;
  readonly edges: readonly FilmEdge[];
  /**
   * For each set of these films (bit i is edge i): 1 where a strip that has just them is not planned and can be seen. A table, or a
   * function asked for the sets that occur: with many films at an edge few of them do.
   */
  readonly wrong: Uint8Array | WrongStrips;
}
export type WrongStrips = (films: number) => 0 | 1;

/** Whether a strip with just these films of the boundary would be a fault. */
export function isWrong(kind: BoundaryKind, films: number): boolean {
  return (typeof kind.wrong === 'function' ? kind.wrong(films) : kind.wrong[films]) === 1;
}

/** Above so many films a table of all sets is not kept. */
const TABLE_FILMS = 16;

/** Asks once for each set of `films` films, when it first occurs. */
export function askedOnce(films: number, ask: WrongStrips): WrongStrips {
  if (films > TABLE_FILMS) {
    const known = new Map<number, 0 | 1>();
    return (set) => {
      const before = known.get(set);
      if (before !== undefined) return before;
      const answer = ask(set);
      known.set(set, answer);
      return answer;
    };
  }
  const known = new Uint8Array(1 << films);
  return (set) => {
    if (known[set] === 0) known[set] = 1 + ask(set);
    return (known[set] - 1) as 0 | 1;
  };
}

/** Below so many films every strip is asked, to leave out boundaries where nothing can go wrong. */
const ALL_ASKED_FILMS = 3;

function canShow(kind: BoundaryKind): boolean {
  const n = kind.edges.length;
  if (n < 2) return false;
  if (n > ALL_ASKED_FILMS) return true;
  return Array.from({ length: 1 << n }, (_, films) => films).some((films) => isWrong(kind, films));
}

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
  const kindOf = new Map(kinds.map((kind, k) => [kind.a * 256 + kind.b, k]));
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
    const k = kindOf.get(boundaries.a[i] * 256 + boundaries.b[i]);
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

/** The edges at a gathering, one after the other, each on all sheets; `widths` takes the width of what is wrong on each. */
interface LaidEdges {
  readonly places: Float64Array;
  readonly n: number;
  readonly sheets: number;
  readonly sliverMm: number;
  readonly widths: Float32Array;
}

/** Works out the widths, sheet by sheet. Returns on how many there is any. */
function widthsBySorting(kind: BoundaryKind, { places, n, sheets, sliverMm, widths }: LaidEdges): number {
  const at = new Float64Array(n),
    order = new Int32Array(n),
    first = filmsAtA(kind);
  let over = 0;
  for (let s = 0; s < sheets; s++) {
    for (let e = 0; e < n; e++) at[e] = places[e * sheets + s];
    const width = stripsWrong(kind, first, at, order, n, sliverMm);
    widths[s] = width;
    if (width > 0) over++;
  }
  return over;
}

/** Up to so many films what is wrong is kept for every order their edges can come in. */
const ORDERED_FILMS = 6;

/**
 * What is wrong, by the order of the edges: one bit for each pair of edges says which lies nearer to a, and the entry of these bits
 * names the first and the last edge of each run of wrong strips (three bits each, above a lowest bit that says it is known).
 */
interface StripsByOrder {
  readonly known: Int32Array;
  readonly ask: (at: Float64Array) => number;
}

function stripsByOrder(kind: BoundaryKind): StripsByOrder {
  const n = kind.edges.length,
    first = filmsAtA(kind);
  const ask = (at: Float64Array): number => {
    const order = Array.from(at.keys()).sort((p, q) => at[p] - at[q] || p - q);
    let films = first,
      start = -1,
      runs = 1,
      shift = 1;
    for (let p = 0; p < n; p++) {
      films ^= 1 << order[p];
      const wrong = p < n - 1 && isWrong(kind, films);
      if (wrong && start < 0) start = order[p];
      else if (!wrong && start >= 0) {
        runs |= (start | (order[p] << 3)) << shift;
        shift += 6;
        start = -1;
      }
    }
    return runs;
  };
  return { known: new Int32Array(1 << ((n * (n - 1)) / 2)), ask };
}

/** As `widthsBySorting`, with no choice in the inner loop that the machine could guess wrong. */
function widthsByOrder({ known, ask }: StripsByOrder, { places, n, sheets, sliverMm, widths }: LaidEdges): number {
  const at = new Float64Array(n);
  let over = 0;
  for (let s = 0; s < sheets; s++) {
    for (let e = 0, p = s; e < n; e++, p += sheets) at[e] = places[p];
    let order = 0;
    for (let j = 1, bit = 0; j < n; j++)
      for (let i = 0, place = at[j]; i < j; i++, bit++) order |= +(place < at[i]) << bit;
    let runs = known[order];
    if (runs === 0) runs = known[order] = ask(at);
    let width = 0;
    for (let left = runs >>> 1; left !== 0; left >>>= 6) {
      const strip = at[(left >>> 3) & 7] - at[left & 7];
      if (strip > sliverMm) width += strip;
    }
    widths[s] = width;
    over += +(width > 0);
  }
  return over;
}

/** The films on a's side of all edges. */
function filmsAtA(kind: BoundaryKind): number {
  return kind.edges.reduce((films, edge, e) => (edge.covers === 'a' ? films | (1 << e) : films), 0);
}

/** The strip's films when edge 0 lies nearer to a than edge 1, and the other way round. */
function pairStates({ edges: [first, second] }: BoundaryKind): readonly [number, number] {
  return [
    (first.covers === 'b' ? 1 : 0) | (second.covers === 'a' ? 2 : 0),
    (first.covers === 'a' ? 1 : 0) | (second.covers === 'b' ? 2 : 0),
  ];
}

/** Sum of the widths of strips that are wrong and wider than the limit. `at`: places of the n edges along the normal; `first`: the films before them all. */
function stripsWrong(
  kind: BoundaryKind,
  first: number,
  at: Float64Array,
  order: Int32Array,
  n: number,
  limitMm: number,
): number {
  let films = first;
  for (let e = 0; e < n; e++) {
    const place = at[e];
    let p = e;
    while (p > 0 && at[order[p - 1]] > place) {
      order[p] = order[p - 1];
      p--;
    }
    order[p] = e;
  }
  let width = 0;
  for (let p = 0; p < n - 1; p++) {
    films ^= 1 << order[p];
    const gap = at[order[p + 1]] - at[order[p]];
    if (gap > 0 && isWrong(kind, films)) {
      // strips side by side that are both wrong are seen as one
      let end = p + 1,
        next = films ^ (1 << order[p + 1]);
      while (end < n - 1 && isWrong(kind, next)) {
        end++;
        next ^= 1 << order[end];
      }
      const whole = at[order[end]] - at[order[p]];
      if (whole > limitMm) width += whole;
      for (let q = p + 1; q < end; q++) films ^= 1 << order[q];
      p = end - 1;
    }
  }
  return width;
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
    const k = kindOf.get(b.a[i] * 256 + b.b[i]);
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
