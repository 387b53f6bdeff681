import { eachPointOf, ringsOf, type ArcMap } from '../geometry';
import type { BlockMaterial } from './materials';

/** Length of the outlines of the labels in `set`, in metres. */
export function outlineLengthM(arcs: ArcMap, set: Uint8Array, mmPerPx: number): number {
  let px = 0;
  for (const ring of ringsOf(arcs, set)) {
    let firstX = 0,
      firstY = 0,
      lastX = 0,
      lastY = 0,
      seen = false;
    eachPointOf(arcs, ring, (x, y) => {
      if (seen) px += Math.hypot(x - lastX, y - lastY);
      else {
        firstX = x;
        firstY = y;
        seen = true;
      }
      lastX = x;
      lastY = y;
    });
    px += Math.hypot(firstX - lastX, firstY - lastY);
  }
  return (px * mmPerPx) / 1000;
}

/** Hours to outline and clear a stage: start values of the material, times the pace learned from one's own log. */
export function cuttingHours(outlineM: number, clearedCm2: number, material: BlockMaterial, pace = 1): number {
  return (outlineM / material.outlineMPerH + clearedCm2 / material.clearingCm2PerH) * pace;
}

/** One cut whose time was written down, and what the start values had said for it. */
export interface TimedCut {
  readonly tookMin: number;
  readonly saidHours: number;
}

/** The start values weigh as much as this many hours of cutting. */
const BELIEF_HOURS = 3;

/** How much slower (above 1) or quicker than the start values a hand is, by the cuts it has timed. */
export function learnedPace(cuts: readonly TimedCut[]): number {
  const took = cuts.reduce((sum, c) => sum + c.tookMin / 60, 0),
    said = cuts.reduce((sum, c) => sum + c.saidHours, 0);
  return (BELIEF_HOURS + took) / (BELIEF_HOURS + said);
}
