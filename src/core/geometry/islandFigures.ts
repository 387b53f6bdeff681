import { distancesToOther, type OtherDistances } from './otherDistance';
import { eachStripOf, findIslands, islandAt, type IslandMap } from './islands';
import { hasPixel, type BitMask } from './bitMask';
import type { PartMap } from './raster';

/** Left, top, right and bottom edges in pixels, right and bottom exclusive. */
export interface Box {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
}

export interface IslandNeighbour {
  readonly island: number;
  readonly borderPx: number;
}

/** The islands that share an edge with one, and for how many pixel edges, longest first. Costs the rows it spans. */
export function neighboursOf(islands: IslandMap, island: number): IslandNeighbour[] {
  const { rowOffset, stripEnd, stripIsland } = islands;
  const border = new Map<number, number>();
  const add = (other: number, px: number) => {
    if (other !== island && px > 0) border.set(other, (border.get(other) ?? 0) + px);
  };
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
  return [...border]
    .map(([i, borderPx]) => ({ island: i, borderPx }))
    .sort((a, b) => b.borderPx - a.borderPx || a.island - b.island);
}

export function boxOf(islands: IslandMap, island: number): Box {
  let x0 = islands.width,
    x1 = 0,
    y0 = islands.height,
    y1 = 0;
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

/** The middle lines of all parts narrower than `limitPx`: pixel by pixel, with the width there. */
export interface MiddleLines {
  /** Pixel (y × width + x), rising. */
  readonly pixel: Int32Array;
  readonly widthPx: Float32Array;
}

/**
 * Pixels from which the distance to another part falls on both sides, across or down; a pair of equals in the middle counts as one of
 * them. Half of `limitPx` must lie below the cap of the distances. The diagonals of square corners and bumps on the edge of wider parts
 * are not among them. Widths are exact for upright and level parts, within a pixel for slanted ones. `parts` is the map the distances
 * were measured in.
 */
export function middleLines(parts: PartMap | BitMask, distances: OtherDistances, limitPx: number): MiddleLines {
  const { width, height, squared, near, wordsPerRow } = distances;
  const same = sameOf(parts);
  let pixel = new Int32Array(1024),
    widthPx = new Float32Array(1024),
    count = 0;
  const largest = ((limitPx + 1) / 2) ** 2;
  for (let y = 0; y < height; y++) {
    for (let k = 0; k < wordsPerRow; k++) {
      if (near[y * wordsPerRow + k] === 0) continue;
      const end = Math.min(width, (k << 5) + 32);
      for (let x = k << 5, i = y * width + x; x < end; x++, i++) {
        const d = squared[i];
        if (d > largest) continue;
        if (d > 1 && onSlope(squared, i, width, d)) continue;
        const across = x > 0 && x < width - 1 ? peak(same, distances, x, y, 1, 0) : 0;
        const down = y > 0 && y < height - 1 ? peak(same, distances, x, y, 0, 1) : 0;
        if (across === 0 && down === 0) continue;
        const px = 2 * Math.sqrt(d) - (across === 2 || down === 2 ? 0 : 1);
        if (px >= limitPx || juts(same, distances, x, y, d)) continue;
        if (count === pixel.length) {
          pixel = larger(pixel, new Int32Array(2 * count));
          widthPx = larger(widthPx, new Float32Array(2 * count));
        }
        pixel[count] = i;
        widthPx[count++] = px;
      }
    }
  }
  return { pixel: pixel.slice(0, count), widthPx: widthPx.slice(0, count) };
}

/** Most pixels: the distance rises over them both across and down, which is told at a look. */
function onSlope(squared: Uint16Array, i: number, width: number, d: number): boolean {
  return !((squared[i - 1] < d && squared[i + 1] <= d) || (squared[i - width] < d && squared[i + width] <= d));
}

/** Whether two pixels belong to the same label, or both are in a mask or both are not. */
type Same = (ax: number, ay: number, bx: number, by: number) => boolean;

function sameOf(parts: PartMap | BitMask): Same {
  if ('labels' in parts) {
    const { labels, width } = parts;
    return (ax, ay, bx, by) => labels[ay * width + ax] === labels[by * width + bx];
  }
  return (ax, ay, bx, by) => hasPixel(parts, ax, ay) === hasPixel(parts, bx, by);
}

const DIAGONAL = 0.71;
const EIGHT = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
  [DIAGONAL, DIAGONAL],
  [-DIAGONAL, DIAGONAL],
  [DIAGONAL, -DIAGONAL],
  [-DIAGONAL, -DIAGONAL],
] as const;

/** Steps in eight directions by a pixel and a half more than each distance, by its square: x and y in turn. */
const STEPS_PAST = new Map<number, Int32Array>();

export function stepsPast(d: number): Int32Array {
  let steps = STEPS_PAST.get(d);
  if (!steps) {
    const away = Math.sqrt(d) + 1.5;
    steps = Int32Array.from(EIGHT.flatMap(([ux, uy]) => [Math.round(away * ux), Math.round(away * uy)]));
    STEPS_PAST.set(d, steps);
  }
  return steps;
}

/** A bump on the edge of something wide, not a line: within its own width and a pixel the same part reaches clearly further in. */
function juts(same: Same, { width, height, squared }: OtherDistances, x: number, y: number, d: number): boolean {
  const wide = (Math.sqrt(d) + 1) ** 2,
    steps = stepsPast(d);
  for (let s = 0; s < steps.length; s += 2) {
    const nx = x + steps[s],
      ny = y + steps[s + 1];
    if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue;
    if (squared[ny * width + nx] >= wide && same(nx, ny, x, y)) return true;
  }
  return false;
}

function larger<T extends Int32Array<ArrayBuffer> | Float32Array<ArrayBuffer>>(old: T, to: T): T {
  to.set(old);
  return to;
}

/**
 * 1 for a single pixel the distance falls from on both sides, 2 for the first of two equals, 0 else. Another part is distance 0; only a
 * pixel at distance 1 can have one beside it.
 */
function peak(
  same: Same,
  { width, height, squared }: OtherDistances,
  x: number,
  y: number,
  stepX: number,
  stepY: number,
): 0 | 1 | 2 {
  const at = y * width + x,
    step = stepY * width + stepX,
    d = squared[at];
  if (squared[at - step] >= d && (d > 1 || same(x, y, x - stepX, y - stepY))) return 0;
  const after = squared[at + step];
  if (after < d || (d === 1 && !same(x, y, x + stepX, y + stepY))) return 1;
  const x2 = x + 2 * stepX,
    y2 = y + 2 * stepY;
  if (after > d || x2 >= width || y2 >= height) return 0;
  return squared[at + 2 * step] < d || (d === 1 && !same(x, y, x2, y2)) ? 2 : 0;
}

/**
 * Measures all islands at once from the distances to other parts. A pixel of a middle line counts
 * for the area of its cross-section; the thinnest width is the one below which `leastAreaPx` lie, so that the points of tapering
 * strokes do not count. `middle`: the middle lines, where they are known already.
 */
export function islandFigures(
  parts: PartMap | BitMask,
  islands: IslandMap,
  distances: OtherDistances,
  leastAreaPx: number,
  middle: MiddleLines = middleLines(parts, distances, 2 * distances.capPx - 1),
): IslandFigures {
  const { width, height, islandCount, rowOffset, stripEnd, stripIsland } = islands;
  const bins = 2 * distances.capPx;
  const histogram = new Float32Array(islandCount * bins);
  const widest = new Uint16Array(islandCount),
    strip = new Int32Array(islandCount);
  const innerX = new Int32Array(islandCount),
    innerY = new Int32Array(islandCount);
  const widestPx = new Float32Array(islandCount);
  for (let y = 0, m = 0; y < height; y++) {
    let start = 0;
    const row = y * width;
    for (let s = rowOffset[y]; s < rowOffset[y + 1]; s++) {
      const island = stripIsland[s],
        end = stripEnd[s];
      if (end - start > strip[island]) {
        strip[island] = end - start;
        innerX[island] = (start + end) >> 1;
        innerY[island] = y;
      }
      widest[island] = farthest(distances, y, start, end, widest[island]);
      for (; m < middle.pixel.length && middle.pixel[m] < row + end; m++) {
        const px = middle.widthPx[m];
        histogram[island * bins + Math.round(px)] += px;
        if (px > widestPx[island]) widestPx[island] = px;
      }
      start = end;
    }
  }
  const thinnestPx = new Float32Array(islandCount);
  for (let i = 0; i < islandCount; i++) {
    widestPx[i] = Math.max(1, widestPx[i], Math.round(2 * Math.sqrt(widest[i]) - 1));
    const enough = Math.min(leastAreaPx, islands.islandAreaPx[i] / 2);
    let below = 0,
      px = 0;
    while (px < bins - 1 && (below += histogram[i * bins + px]) < enough) px++;
    thinnestPx[i] = Math.min(widestPx[i], Math.max(1, px));
  }
  return { innerX, innerY, thinnestPx, widestPx };
}

/** The largest squared distance of a strip, and not less than `least`. */
function farthest(distances: OtherDistances, y: number, start: number, end: number, least: number): number {
  const { width, squared, near, wordsPerRow, capPx } = distances;
  const most = capPx * capPx;
  let far = least;
  for (let k = start >> 5; k << 5 < end && far < most; k++) {
    if (near[y * wordsPerRow + k] === 0) return most;
    const row = y * width,
      to = Math.min(end, (k << 5) + 32);
    for (let i = row + Math.max(start, k << 5); i < row + to; i++) if (squared[i] > far) far = squared[i];
  }
  return far;
}

/** Thinnest width of one island, as `islandFigures` has it, from the part of the map around it: costs its box, not the map. */
export function thinnestOfIsland(
  map: PartMap,
  islands: IslandMap,
  island: number,
  capPx: number,
  leastAreaPx: number,
): number {
  const box = boxOf(islands, island),
    pad = capPx + 1;
  const x0 = Math.max(0, box.x0 - pad),
    y0 = Math.max(0, box.y0 - pad),
    x1 = Math.min(map.width, box.x1 + pad),
    y1 = Math.min(map.height, box.y1 + pad);
  const part: PartMap = { width: x1 - x0, height: y1 - y0, labels: map.labels.slice(0, (x1 - x0) * (y1 - y0)) };
  for (let y = y0; y < y1; y++)
    part.labels.set(map.labels.subarray(y * map.width + x0, y * map.width + x1), (y - y0) * part.width);
  const parts = findIslands(part)!;
  const first = islands.islandFirstPx[island];
  const same = islandAt(parts, (first % map.width) - x0, Math.floor(first / map.width) - y0);
  return islandFigures(part, parts, distancesToOther(part, capPx), leastAreaPx).thinnestPx[same];
}
