import { findIslands, squaredDistances, type IslandMap, type PartMap } from '../geometry';

/** One part to be cut away at a stage, for ticking off. */
export interface CutIsland {
  /** First pixel of the island in reading order: its lasting name while the picture's shapes stay. */
  readonly key: number;
  readonly areaMm2: number;
  /** Middle of its widest strip, on the printed image. */
  readonly xMm: number;
  readonly yMm: number;
  /** The label there. */
  readonly label: number;
  /** Width of the widest tool that would fit somewhere in it, to half a millimetre or so. */
  readonly widthMm: number;
  /** What it spans on the printed image, mm. */
  readonly boxMm: { readonly x0: number; readonly y0: number; readonly x1: number; readonly y1: number };
}

/** The 4-connected parts of the labels flagged in `cutNow` (as of `labelSet`), largest first, with the strip map for painting and hit tests. */
export function cutIslandsOf(
  map: PartMap,
  cutNow: Uint8Array,
  mmPerPx: number,
): { islands: CutIsland[]; strips: IslandMap | undefined } {
  const strips = findIslands({
    width: map.width,
    height: map.height,
    labels: Uint8Array.from(map.labels, (label) => cutNow[label]),
  });
  if (!strips) return { islands: [], strips };
  const widest = new Int32Array(strips.islandCount);
  const x = new Float64Array(strips.islandCount),
    y = new Float64Array(strips.islandCount);
  const box = boxesOf(strips, map);
  const reach = reachesOf(strips, map, cutNow);
  for (let row = 0; row < map.height; row++) {
    let start = 0;
    for (let s = strips.rowOffset[row]; s < strips.rowOffset[row + 1]; s++) {
      const island = strips.stripIsland[s],
        length = strips.stripEnd[s] - start;
      if (length > widest[island]) {
        widest[island] = length;
        x[island] = start + length / 2;
        y[island] = row + 0.5;
      }
      start = strips.stripEnd[s];
    }
  }
  const islands: CutIsland[] = [];
  for (let i = 0; i < strips.islandCount; i++) {
    if (strips.islandLabel[i] !== 1) continue;
    islands.push({
      key: strips.islandFirstPx[i],
      areaMm2: strips.islandAreaPx[i] * mmPerPx ** 2,
      xMm: x[i] * mmPerPx,
      yMm: y[i] * mmPerPx,
      label: map.labels[Math.floor(y[i]) * map.width + Math.floor(x[i])],
      widthMm: 2 * reach[i] * mmPerPx,
      boxMm: {
        x0: box[4 * i] * mmPerPx,
        y0: box[4 * i + 1] * mmPerPx,
        x1: box[4 * i + 2] * mmPerPx,
        y1: box[4 * i + 3] * mmPerPx,
      },
    });
  }
  return { islands: islands.sort((a, b) => b.areaMm2 - a.areaMm2 || a.key - b.key), strips };
}

/** What each island spans, px: x0, y0, x1, y1. */
function boxesOf(strips: IslandMap, { width, height }: PartMap): Float64Array {
  const box = new Float64Array(4 * strips.islandCount);
  for (let i = 0; i < strips.islandCount; i++) box.set([width, height, 0, 0], 4 * i);
  for (let row = 0; row < height; row++) {
    let start = 0;
    for (let s = strips.rowOffset[row]; s < strips.rowOffset[row + 1]; s++) {
      const at = 4 * strips.stripIsland[s];
      box[at] = Math.min(box[at], start);
      box[at + 1] = Math.min(box[at + 1], row);
      box[at + 2] = Math.max(box[at + 2], strips.stripEnd[s]);
      box[at + 3] = row + 1;
      start = strips.stripEnd[s];
    }
  }
  return box;
}

/** Cells along the longer side of the grid on which the widths of pieces are measured. */
const WIDTH_GRID = 1000;

/** How far, in pixels, the point of each island that is deepest inside lies from what is not cut now. */
function reachesOf(strips: IslandMap, map: PartMap, cutNow: Uint8Array): Float64Array {
  const cell = Math.max(1, Math.ceil(Math.max(map.width, map.height) / WIDTH_GRID));
  const across = Math.ceil(map.width / cell),
    down = Math.ceil(map.height / cell);
  const middle = (i: number, most: number) => Math.min(most - 1, Math.floor((i + 0.5) * cell));
  const stays = (c: number) =>
    !cutNow[map.labels[middle(Math.floor(c / across), map.height) * map.width + middle(c % across, map.width)]];
  const squared = squaredDistances(stays, across, down);
  const reach = new Float64Array(strips.islandCount);
  for (let cy = 0; cy < down; cy++) {
    const row = middle(cy, map.height);
    let s = strips.rowOffset[row];
    for (let cx = 0; cx < across; cx++) {
      while (strips.stripEnd[s] <= middle(cx, map.width)) s++;
      const island = strips.stripIsland[s];
      // the rim of the block is no edge to cut along: a piece of all of it is as wide as the block
      const far = Math.min(Math.sqrt(squared[cy * across + cx]), Math.max(across, down) / 2) * cell;
      if (far > reach[island]) reach[island] = far;
    }
  }
  return reach;
}
