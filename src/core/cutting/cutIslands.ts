import { findIslands, type IslandMap, type PartMap } from '../geometry';

/** One part to be cut away at a stage, for ticking off. */
export interface CutIsland {
  /** First pixel of the island in reading order: its lasting name while the picture's shapes stay. */
  readonly key: number;
  readonly areaMm2: number;
  /** Middle of its widest strip, on the printed image. */
  readonly xMm: number;
  readonly yMm: number;
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
    });
  }
  return { islands: islands.sort((a, b) => b.areaMm2 - a.areaMm2 || a.key - b.key), strips };
}
