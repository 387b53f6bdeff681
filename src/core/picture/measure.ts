import { findIslands, labelSet, maskOfLabels, thinnestWidthPx, type LabelMap } from '../geometry';

export interface FlatColourFigures {
  /** 0–1 of the picture. */
  readonly areaShare: number;
  readonly islandCount: number;
  /** Thinnest part in mm; `undefined` when nothing is thinner than the widest that was looked for. */
  readonly thinnestMm?: number;
}

/** Widths above this are no worry to anyone who cuts. */
export const THINNEST_SOUGHT_MM = 3;

/** Less than this much thin area is the points of strokes, not a line. */
export const THIN_AREA_MM2 = 0.3;

/** Area, islands and thinnest part of each flat colour. `progress` as in `flattenPicture`; undefined when stopped or too broken up. Thinnest parts cost most and can be left out. */
export function measureFlatColours(
  map: LabelMap,
  colourCount: number,
  mmPerPx: number,
  progress: (share: number) => boolean = () => true,
  withThinnest = true,
): FlatColourFigures[] | undefined {
  const islands = findIslands(map);
  if (!islands) return undefined;
  const area = new Float64Array(colourCount);
  const count = new Int32Array(colourCount);
  for (let i = 0; i < islands.islandCount; i++) {
    area[islands.islandLabel[i]] += islands.islandAreaPx[i];
    count[islands.islandLabel[i]]++;
  }
  const figures: FlatColourFigures[] = [];
  for (let label = 0; label < colourCount; label++) {
    if (!progress(label / colourCount)) return undefined;
    const thinnestPx = !withThinnest
      ? undefined
      : thinnestWidthPx(
          maskOfLabels(map, labelSet([label])),
          THINNEST_SOUGHT_MM / mmPerPx,
          THIN_AREA_MM2 / mmPerPx ** 2,
        );
    figures.push({
      areaShare: area[label] / map.labels.length,
      islandCount: count[label],
      thinnestMm: thinnestPx === undefined ? undefined : thinnestPx * mmPerPx,
    });
  }
  return figures;
}
