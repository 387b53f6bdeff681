import { countPixels, findIslands, hasPixel, invertMask, maskOfLabels, thinnerThan, thinnestWidthPx, type BitMask, type LabelMap } from '../geometry';
import { THIN_AREA_MM2 } from '../picture';

/** A spot on the printed image (not mirrored) where something is too thin. */
export interface ThinPlace {
  readonly xMm: number;
  readonly yMm: number;
  /** Larger side of the spot's bounding box. */
  readonly lengthMm: number;
  readonly areaMm2: number;
}

export interface StageCheck {
  readonly standingCm2: number;
  /** 0–1 of the block's face. */
  readonly standingShare: number;
  readonly thinRidges: readonly ThinPlace[];
  readonly narrowGaps: readonly ThinPlace[];
  /** Widths found, mm; undefined when nothing is thinner than three limits. */
  readonly thinnestRidgeMm?: number;
  readonly narrowestGapMm?: number;
}

/** Spots are listed largest first, no more than this many. */
export const MAX_PLACES = 300;

/**
 * Looks over one cut state of a block: `standing` flags the labels that still print (256 entries).
 * Ridges are standing parts thinner than `ridgeMm`, gaps are cleared parts narrower than `gapMm`.
 */
export function checkStage(map: LabelMap, standing: Uint8Array, mmPerPx: number, ridgeMm: number, gapMm: number): StageCheck {
  const ridges = maskOfLabels(map, standing);
  const gaps = invertMask(ridges);
  const standingPx = countPixels(ridges);
  return {
    standingCm2: (standingPx * mmPerPx ** 2) / 100,
    standingShare: standingPx / map.labels.length,
    thinRidges: placesOf(thinnerThan(ridges, ridgeMm / mmPerPx), mmPerPx),
    narrowGaps: placesOf(thinnerThan(gaps, gapMm / mmPerPx), mmPerPx),
    thinnestRidgeMm: inMm(thinnestWidthPx(ridges, (3 * ridgeMm) / mmPerPx, THIN_AREA_MM2 / mmPerPx ** 2), mmPerPx),
    narrowestGapMm: inMm(thinnestWidthPx(gaps, (3 * gapMm) / mmPerPx, THIN_AREA_MM2 / mmPerPx ** 2), mmPerPx),
  };
}

function inMm(px: number | undefined, mmPerPx: number): number | undefined {
  return px === undefined ? undefined : px * mmPerPx;
}

/** Smaller spots are the points of strokes and the pixel grid, not lines that could break or fill. */
const SPECK_MM2 = 0.2;

function placesOf(mask: BitMask, mmPerPx: number): ThinPlace[] {
  if (mask.words.every((word) => word === 0)) return [];
  const { width, height } = mask;
  const labels = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) if (hasPixel(mask, x, y)) labels[y * width + x] = 1;
  const islands = findIslands({ width, height, labels });
  if (!islands) return [];
  const boxes = new Map<number, { x0: number; x1: number; y0: number; y1: number }>();
  for (let y = 0; y < height; y++) {
    let start = 0;
    for (let s = islands.rowOffset[y]; s < islands.rowOffset[y + 1]; s++) {
      const island = islands.stripIsland[s], end = islands.stripEnd[s];
      if (islands.islandLabel[island] === 1) {
        const box = boxes.get(island);
        if (box) { box.x0 = Math.min(box.x0, start); box.x1 = Math.max(box.x1, end); box.y1 = y + 1; }
        else boxes.set(island, { x0: start, x1: end, y0: y, y1: y + 1 });
      }
      start = end;
    }
  }
  return [...boxes]
    .map(([island, b]) => ({
      xMm: ((b.x0 + b.x1) / 2) * mmPerPx,
      yMm: ((b.y0 + b.y1) / 2) * mmPerPx,
      lengthMm: Math.max(b.x1 - b.x0, b.y1 - b.y0) * mmPerPx,
      areaMm2: islands.islandAreaPx[island] * mmPerPx ** 2,
    }))
    .filter((place) => place.areaMm2 >= SPECK_MM2)
    .sort((a, b) => b.areaMm2 - a.areaMm2)
    .slice(0, MAX_PLACES);
}
