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

export function canShow(kind: BoundaryKind): boolean {
  const n = kind.edges.length;
  if (n < 2) return false;
  if (n > ALL_ASKED_FILMS) return true;
  return Array.from({ length: 1 << n }, (_, films) => films).some((films) => isWrong(kind, films));
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
export function widthsBySorting(kind: BoundaryKind, { places, n, sheets, sliverMm, widths }: LaidEdges): number {
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
export const ORDERED_FILMS = 6;

/**
 * What is wrong, by the order of the edges: one bit for each pair of edges says which lies nearer to a, and the entry of these bits
 * names the first and the last edge of each run of wrong strips (three bits each, above a lowest bit that says it is known).
 */
export interface StripsByOrder {
  readonly known: Int32Array;
  readonly ask: (at: Float64Array) => number;
}

export function stripsByOrder(kind: BoundaryKind): StripsByOrder {
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
export function widthsByOrder(
  { known, ask }: StripsByOrder,
  { places, n, sheets, sliverMm, widths }: LaidEdges,
): number {
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
      const start = at[left & 7];
      let end = at[(left >>> 3) & 7];
      // edges that lie on one another do not part what is wrong on both their sides
      for (; left >>> 6 !== 0 && at[(left >>> 6) & 7] === end; left >>>= 6) end = at[(left >>> 9) & 7];
      if (end - start > sliverMm) width += end - start;
    }
    widths[s] = width;
    over += +(width > 0);
  }
  return over;
}

/** The films on a's side of all edges. */
export function filmsAtA(kind: BoundaryKind): number {
  return kind.edges.reduce((films, edge, e) => (edge.covers === 'a' ? films | (1 << e) : films), 0);
}

/** The strip's films when edge 0 lies nearer to a than edge 1, and the other way round. */
export function pairStates({ edges: [first, second] }: BoundaryKind): readonly [number, number] {
  return [
    (first.covers === 'b' ? 1 : 0) | (second.covers === 'a' ? 2 : 0),
    (first.covers === 'a' ? 1 : 0) | (second.covers === 'b' ? 2 : 0),
  ];
}

/** Sum of the widths of strips that are wrong and wider than the limit. `at`: places of the n edges along the normal; `first`: the films before them all. */
export function stripsWrong(
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
  let width = 0,
    start = NaN,
    end = NaN;
  for (let p = 0; p < n - 1; p++) {
    films ^= 1 << order[p];
    const from = at[order[p]],
      to = at[order[p + 1]];
    // between edges that lie on one another there is nothing, neither wrong nor right
    if (to <= from || !isWrong(kind, films)) continue;
    // strips side by side that are both wrong are seen as one
    if (from !== end) {
      if (end - start > limitMm) width += end - start;
      start = from;
    }
    end = to;
  }
  if (end - start > limitMm) width += end - start;
  return width;
}
