import type { Box, LabelMap } from '../geometry';

/** A part of the map, or all of it, on its own: `originX` and `originY` are where it lies in the whole, which is `wholeWidth` wide. */
export interface Patch extends LabelMap {
  readonly originX: number;
  readonly originY: number;
  readonly wholeWidth: number;
}

/** Stands for “no colour yet” while pixels are given away. */
export const NOBODY = 255;

export function wholePatch(map: LabelMap): Patch {
  return { ...map, originX: 0, originY: 0, wholeWidth: map.width };
}

/** A box of the whole, grown by `px` as far as there is map, as a copy. */
export function cutOut(map: LabelMap, box: Box, px: number): Patch {
  const x0 = Math.max(0, Math.floor(box.x0) - px),
    y0 = Math.max(0, Math.floor(box.y0) - px),
    x1 = Math.min(map.width, Math.ceil(box.x1) + px),
    y1 = Math.min(map.height, Math.ceil(box.y1) + px);
  const width = x1 - x0,
    height = y1 - y0,
    labels = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    labels.set(map.labels.subarray((y + y0) * map.width + x0, (y + y0) * map.width + x1), y * width);
  return { width, height, labels, originX: x0, originY: y0, wholeWidth: map.width };
}

/** Lays a part back where it was cut out. */
export function layBack(map: LabelMap, patch: Patch): void {
  for (let y = 0; y < patch.height; y++)
    map.labels.set(
      patch.labels.subarray(y * patch.width, (y + 1) * patch.width),
      (y + patch.originY) * map.width + patch.originX,
    );
}

/** The pixel of the whole that pixel i of a part is. */
export function inWhole(patch: Patch, i: number): number {
  const x = i % patch.width;
  return ((i - x) / patch.width + patch.originY) * patch.wholeWidth + x + patch.originX;
}
