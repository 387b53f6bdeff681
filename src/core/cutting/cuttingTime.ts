import { ranged } from '../units';
import type { ArcMap } from '../geometry';
import type { BlockMaterial } from './materials';

/**
 * Length of the edges that are cut along, in metres: between what is cut now and what still stands. Where what is cut borders ground
 * cleared earlier, or the block's rim, there is no line to follow. Both sets are as of `labelSet`.
 */
export function cutEdgeM(arcs: ArcMap, cutNow: Uint8Array, standing: Uint8Array, mmPerPx: number): number {
  let px = 0;
  for (let a = 0; a < arcs.count; a++) {
    const [left, right] = [arcs.left[a], arcs.right[a]];
    if (!(cutNow[left] && standing[right]) && !(cutNow[right] && standing[left])) continue;
    for (let p = arcs.offset[a]; p < arcs.offset[a + 1] - 1; p++)
      px += Math.hypot(arcs.xy[2 * p + 2] - arcs.xy[2 * p], arcs.xy[2 * p + 3] - arcs.xy[2 * p + 1]);
  }
  return (px * mmPerPx) / 1000;
}

/** Hours to outline and clear a stage: start values of the material, times the pace learned from one's own log. */
export function cuttingHours(outlineM: number, clearedCm2: number, material: BlockMaterial, pace = 1): number {
  ranged('the edge to cut (m)', outlineM, 0);
  ranged('the area to clear (cm²)', clearedCm2, 0);
  ranged('the pace', pace, 0);
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
  for (const cut of cuts) {
    ranged('the time of a cut (min)', cut.tookMin, 0);
    ranged('the time said for a cut (h)', cut.saidHours, 0);
  }
  const took = cuts.reduce((sum, c) => sum + c.tookMin / 60, 0),
    said = cuts.reduce((sum, c) => sum + c.saidHours, 0);
  return (BELIEF_HOURS + took) / (BELIEF_HOURS + said);
}
