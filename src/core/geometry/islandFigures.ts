import { eachStripOf, type IslandMap } from './islands';

/** Left, top, right and bottom edges in pixels, right and bottom exclusive. */
export interface Box { readonly x0: number; readonly y0: number; readonly x1: number; readonly y1: number }

export interface IslandNeighbour { readonly island: number; readonly borderPx: number }

/** The islands that share an edge with one, and for how many pixel edges, longest first. Costs the rows it spans. */
export function neighboursOf(islands: IslandMap, island: number): IslandNeighbour[] {
  const { rowOffset, stripEnd, stripIsland } = islands;
  const border = new Map<number, number>();
  const add = (other: number, px: number) => { if (other !== island && px > 0) border.set(other, (border.get(other) ?? 0) + px); };
  const touching = (y: number, from: number, to: number) => {
    if (y < 0 || y >= islands.height) return;
    let start = 0;
    for (let s = rowOffset[y]; s < rowOffset[y + 1] && start < to; s++) {
      add(stripIsland[s], Math.min(to, stripEnd[s]) - Math.max(from, start));
      start = stripEnd[s];
    }
  };
  eachStripOf(islands, island, (y, from, to) => {
    touching(y - 1, from, to);
    touching(y + 1, from, to);
    if (from > 0) touching(y, from - 1, from);
    if (to < islands.width) touching(y, to, to + 1);
  });
  return [...border].map(([i, borderPx]) => ({ island: i, borderPx })).sort((a, b) => b.borderPx - a.borderPx || a.island - b.island);
}

export function boxOf(islands: IslandMap, island: number): Box {
  let x0 = islands.width, x1 = 0, y0 = islands.height, y1 = 0;
  eachStripOf(islands, island, (y, from, to) => {
    x0 = Math.min(x0, from);
    x1 = Math.max(x1, to);
    y0 = Math.min(y0, y);
    y1 = y + 1;
  });
  return { x0, y0, x1, y1 };
}

/** Figures of every island at once. Widths are in pixels, known up to `2 × capPx − 1`. */
export interface IslandFigures {
  /** Middle of the widest strip: a pixel inside. */
  readonly innerX: Int32Array;
  readonly innerY: Int32Array;
  /** Width of the thinnest part that is more than the point of a stroke. */
  readonly thinnestPx: Float32Array;
  /** Diameter of the widest disc that fits, up to the cap. */
  readonly widestPx: Float32Array;
}

/**
 * Measures all islands in one pass over the distances to other labels (`distancesToOther` with `capPx`). The width is read on
 * the middle lines: pixels (or pairs of them) from which the distance falls to both sides; the diagonals of square corners are not
 * among them. Each counts for the area of its own cross-section, and
 * the thinnest width is the one below which `leastAreaPx` lie.
 */
export function islandFigures(islands: IslandMap, distances: Uint16Array, capPx: number, leastAreaPx: number): IslandFigures {
  const { width, height, islandCount, rowOffset, stripEnd, stripIsland } = islands;
  const bins = 2 * capPx;
  const histogram = new Float32Array(islandCount * bins);
  const widest = new Uint16Array(islandCount), strip = new Int32Array(islandCount);
  const innerX = new Int32Array(islandCount), innerY = new Int32Array(islandCount);
  const widthOf = Uint8Array.from({ length: capPx * capPx + 1 }, (_, d) => Math.min(bins - 1, Math.round(2 * Math.sqrt(d) - 1)));
  for (let y = 0; y < height; y++) {
    let start = 0;
    const row = y * width;
    for (let s = rowOffset[y]; s < rowOffset[y + 1]; s++) {
      const island = stripIsland[s], end = stripEnd[s];
      if (end - start > strip[island]) {
        strip[island] = end - start;
        innerX[island] = (start + end) >> 1;
        innerY[island] = y;
      }
      for (let x = start; x < end; x++) {
        const d = distances[row + x];
        if (d > widest[island]) widest[island] = d;
        if (d >= capPx * capPx) continue;
        const at = row + x;
        if (!(x > start && x < end - 1 ? peaks(distances, at, 1, d, x + 2 < end) : end - start === 1) && !(y > 0 && y < height - 1 && peaks(distances, at, width, d, y + 2 < height))) continue;
        const px = widthOf[d];
        histogram[island * bins + px] += Math.max(1, px);
      }
      start = end;
    }
  }
  const thinnestPx = new Float32Array(islandCount), widestPx = new Float32Array(islandCount);
  for (let i = 0; i < islandCount; i++) {
    widestPx[i] = Math.max(1, Math.round(2 * Math.sqrt(widest[i]) - 1));
    const enough = Math.min(leastAreaPx, islands.islandAreaPx[i] / 2);
    let below = 0, px = 0;
    while (px < bins - 1 && (below += histogram[i * bins + px]) < enough) px++;
    thinnestPx[i] = Math.min(widestPx[i], Math.max(1, px));
  }
  return { innerX, innerY, thinnestPx, widestPx };
}

/** Whether the distance falls on both sides of a pixel in one direction; two equal ones in the middle count once. */
function peaks(distances: Uint16Array, at: number, step: number, d: number, further: boolean): boolean {
  if (distances[at - step] >= d) return false;
  const next = distances[at + step];
  return next < d || (further && next === d && distances[at + 2 * step] < d);
}
