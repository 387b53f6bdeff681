import {
  emptyMask,
  eachRunOf,
  FAR,
  fillSpan,
  findIslands,
  invertMask,
  maskOfLabels,
  squaredDistancesToMask,
  type BitMask,
  type LabelMap,
  type PartMap,
} from '../geometry';
import { phrase } from '../units';

/** How the shape is cut out: beyond what prints (or, below 0, within it), how round its corners are, and what is too small to be cut. */
export interface DieShape {
  readonly offsetMm: number;
  /** No corner, outward or inward, is sharper than an arc of this radius. */
  readonly roundMm: number;
  /** Whether openings within the shape are cut out, too. */
  readonly openings: boolean;
  /** Pieces and openings smaller than this are left out. */
  readonly leastMm2: number;
}

export const DIE_OFFSET_MM = { minMm: -5, maxMm: 30, what: phrase('measure.shapeOffset') } as const;
export const DIE_ROUND_MM = { minMm: 0, maxMm: 10, what: phrase('measure.shapeRound') } as const;
export const DIE_LEAST_MM2 = { min: 0, max: 10_000, what: phrase('measure.shapeLeast') } as const;

export interface DieLine {
  /** 1 within the shape, 0 beside it. The image's top left pixel lies at (`padPx`, `padPx`). */
  readonly map: LabelMap;
  readonly padPx: number;
  /** Pieces the shape falls into. */
  readonly pieces: number;
  readonly openings: number;
  readonly areaPx: number;
  /** How far the shape reaches beyond the image on each side, pixels; negative within it. */
  readonly beyondPx: { readonly left: number; readonly top: number; readonly right: number; readonly bottom: number };
}

/**
 * The line along which a print is cut to the shape of what prints on it: all places nearer than the offset to a pixel of `inside` (exact Euclidean
 * distances), closed and opened by a disc (Serra 1982) so that a knife or a die can follow it, without what is too small. Undefined where nothing is left.
 * @param inside 1 for each label that belongs to the shape
 */
export function dieLine(map: PartMap, inside: Uint8Array, shape: DieShape, mmPerPx: number): DieLine | undefined {
  const px = (mm: number) => mm / mmPerPx;
  const padPx = Math.ceil(px(Math.max(0, shape.offsetMm) + 2 * shape.roundMm)) + 2;
  const offset = px(shape.offsetMm),
    round = px(shape.roundMm);
  const grown = grownBy(padded(maskOfLabels(map, inside), padPx), offset);
  // closed, then opened: both keep straight edges where they are
  const smooth = grownBy(grownBy(grownBy(grown, round), -2 * round), round);
  const kept = withoutSmall(smooth, shape, mmPerPx);
  return kept && { ...kept, padPx, beyondPx: beyondOf(kept.map, map, padPx) };
}

function padded(mask: BitMask, padPx: number): BitMask {
  const out = emptyMask(mask.width + 2 * padPx, mask.height + 2 * padPx);
  for (let y = 0; y < mask.height; y++)
    eachRunOf(mask, y, (from, to) => fillSpan(out, y + padPx, from + padPx, to + padPx));
  return out;
}

/** All within so many pixels of the mask; below 0 what is farther than that from all beside it. Distances count from the middles of pixels to the edge between them. */
function grownBy(mask: BitMask, byPx: number): BitMask {
  if (Math.abs(byPx) < 0.5) return mask;
  const { width, height } = mask;
  const out = emptyMask(width, height);
  const outwards = byPx > 0;
  const distances = squaredDistancesToMask(outwards ? mask : invertMask(mask));
  const limit = Math.abs(byPx) ** 2;
  for (let y = 0; y < height; y++) {
    const row = y * width;
    let from = -1;
    for (let x = 0; x <= width; x++) {
      const far = x < width ? distances[row + x] : FAR;
      const stays = x < width && (outwards ? far <= limit : far > limit);
      if (stays && from < 0) from = x;
      if (!stays && from >= 0) {
        fillSpan(out, y, from, x);
        from = -1;
      }
    }
  }
  return out;
}

/** The mask as a map of 0 and 1, without pieces and openings that are too small, or without any opening. */
function withoutSmall(
  mask: BitMask,
  { leastMm2, openings }: DieShape,
  mmPerPx: number,
): Omit<DieLine, 'padPx' | 'beyondPx'> | undefined {
  const { width, height } = mask;
  const labels = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) eachRunOf(mask, y, (from, to) => labels.fill(1, y * width + from, y * width + to));
  const least = leastMm2 / mmPerPx ** 2;
  // pieces first: an opening within one that is left out goes with it
  if (islandsKept(labels, { width, height }, 1, (area) => area >= least) === 0) return undefined;
  const holes = islandsKept(labels, { width, height }, 0, (area) => openings && area >= least);
  // a piece that lay in an opening is one with what is round it, now
  const pieces = islandsKept(labels, { width, height }, 1, () => true);
  let areaPx = 0;
  for (const label of labels) areaPx += label;
  return { map: { width, height, labels }, pieces, openings: holes, areaPx };
}

/** Turns islands of one label that are not kept into the other; what touches the rim is the ground beside the shape and stays. How many are kept. */
function islandsKept(
  labels: Uint8Array,
  size: { readonly width: number; readonly height: number },
  label: 0 | 1,
  keeps: (areaPx: number) => boolean,
): number {
  const islands = findIslands({ ...size, labels });
  if (!islands) return 0;
  const { rowOffset, stripEnd, stripIsland, islandLabel, islandAreaPx, islandCount } = islands;
  const outer = stripIsland[0];
  const turned = Array.from(
    { length: islandCount },
    (_, i) => islandLabel[i] === label && i !== outer && !keeps(islandAreaPx[i]),
  );
  let kept = 0;
  for (let i = 0; i < islandCount; i++) if (islandLabel[i] === label && i !== outer && !turned[i]) kept++;
  for (let y = 0; y < size.height; y++)
    for (let s = rowOffset[y], x = 0; s < rowOffset[y + 1]; x = stripEnd[s++])
      if (turned[stripIsland[s]]) labels.fill(1 - label, y * size.width + x, y * size.width + stripEnd[s]);
  return kept;
}

function beyondOf({ width, height, labels }: LabelMap, image: PartMap, padPx: number): DieLine['beyondPx'] {
  let [left, top, right, bottom] = [width, height, 0, 0];
  for (let y = 0; y < height; y++) {
    const row = labels.subarray(y * width, (y + 1) * width);
    const first = row.indexOf(1);
    if (first < 0) continue;
    top = Math.min(top, y);
    bottom = y + 1;
    left = Math.min(left, first);
    right = Math.max(right, row.lastIndexOf(1) + 1);
  }
  return {
    left: padPx - left,
    top: padPx - top,
    right: right - padPx - image.width,
    bottom: bottom - padPx - image.height,
  };
}
