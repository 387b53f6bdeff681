import { eachPointOf, ringsOf, type ArcMap } from '../geometry';
import type { BlockMaterial } from './materials';

/** Length of the outlines of the labels in `set`, in metres. */
export function outlineLengthM(arcs: ArcMap, set: Uint8Array, mmPerPx: number): number {
  let px = 0;
  for (const ring of ringsOf(arcs, set)) {
    let firstX = 0, firstY = 0, lastX = 0, lastY = 0, seen = false;
    eachPointOf(arcs, ring, (x, y) => {
      if (seen) px += Math.hypot(x - lastX, y - lastY); else { firstX = x; firstY = y; seen = true; }
      lastX = x;
      lastY = y;
    });
    px += Math.hypot(firstX - lastX, firstY - lastY);
  }
  return (px * mmPerPx) / 1000;
}

/** Hours to outline and clear a stage; start values of the material. */
export function cuttingHours(outlineM: number, clearedCm2: number, material: BlockMaterial): number {
  return outlineM / material.outlineMPerH + clearedCm2 / material.clearingCm2PerH;
}
