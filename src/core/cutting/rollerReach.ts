import { ranged } from '../units';
import { emptyMask, FAR, squaredDistancesToMask, type BitMask } from '../geometry';
import type { InkRoller } from './materials';

/** A soft roller sinks this much further (start value). */
const SOFT_SINKS_MM = 0.5;

/**
 * The widest opening a roller bridges without touching the floor: a rigid cylinder of radius R between two edges w apart sinks
 * R − √(R² − w²/4), which is the depth d at w = 2√(2Rd − d²). 0 when a soft roller reaches the floor of any opening.
 */
export function bridgedWidthMm({ diameterMm, soft, depthMm }: InkRoller): number {
  ranged('the diameter of a roller (mm)', diameterMm, 0);
  ranged('the depth of a cut (mm)', depthMm, 0);
  const radius = diameterMm / 2;
  const d = Math.min(radius, depthMm - (soft ? SOFT_SINKS_MM : 0));
  return d <= 0 ? 0 : 2 * Math.sqrt(2 * radius * d - d * d);
}

/** Distances to what stands, on a coarse grid: enough for rollers, quick to ask again and again. */
export interface OpenGround {
  readonly width: number;
  readonly height: number;
  readonly cellMm: number;
  /** Squared, in cells. */
  readonly squared: Int32Array;
}

/** Fine enough that what the grid cannot tell stays under a millimetre of width. */
const CELL_MM = 0.2;

/** A cell stands when anything in it stands: a roller rests on the thinnest ridge. */
export function openGround(standing: BitMask, mmPerPx: number): OpenGround {
  const cellPx = Math.max(1, Math.round(CELL_MM / mmPerPx));
  const width = Math.ceil(standing.width / cellPx),
    height = Math.ceil(standing.height / cellPx);
  const cells = emptyMask(width, height);
  for (let y = 0; y < standing.height; y++) {
    const row = y * standing.wordsPerRow,
      to = Math.floor(y / cellPx) * cells.wordsPerRow;
    for (let k = 0; k < standing.wordsPerRow; k++) {
      const word = standing.words[row + k];
      if (word === 0) continue;
      for (let b = 0; b < 32; b++) {
        if (!((word >>> b) & 1)) continue;
        const x = Math.floor((32 * k + b) / cellPx);
        cells.words[to + (x >>> 5)] |= 1 << (x & 31);
        b += cellPx - 1 - ((32 * k + b) % cellPx);
      }
    }
  }
  return { width, height, cellMm: cellPx * mmPerPx, squared: squaredDistancesToMask(cells) };
}

/**
 * How far from what stands a cell is safe, in cells. A cell stands for all points in it and so does what it is measured to: both may be
 * half a diagonal nearer or farther. Taken on the safe side: openings are flagged up to 0.9 mm of width early, never late.
 */
function safeCells(ground: OpenGround, roller: InkRoller): number {
  const reach = bridgedWidthMm(roller) / 2 / ground.cellMm;
  return Math.max(Math.min(reach, 1), reach - Math.SQRT2);
}

/** Cells the roller or the paper can touch between what stands: farther than half the bridged width from any of it. */
export function atRisk(ground: OpenGround, roller: InkRoller): BitMask {
  const reachCells = safeCells(ground, roller);
  const limit = reachCells * reachCells;
  const mask = emptyMask(ground.width, ground.height);
  for (let y = 0, i = 0; y < ground.height; y++)
    for (let x = 0; x < ground.width; x++, i++)
      if (ground.squared[i] > limit && ground.squared[i] < FAR)
        mask.words[y * mask.wordsPerRow + (x >>> 5)] |= 1 << (x & 31);
  return mask;
}

export interface Support {
  readonly xMm: number;
  readonly yMm: number;
}
const MAX_SUPPORTS = 60;

/**
 * Where supports could be left standing until later, so that the roller rests on them: the point farthest from all that stands,
 * again and again, until none is at risk. Each is a place, not yet a shape.
 */
export function supportsFor(
  ground: OpenGround,
  roller: InkRoller,
): { readonly supports: readonly Support[]; readonly enough: boolean } {
  const reach = safeCells(ground, roller);
  const { width, height } = ground;
  const left = ground.squared.slice();
  const supports: Support[] = [];
  // the largest of each row is kept, so that looking for the farthest cell costs the rows and not the cells
  const rowMost = new Int32Array(height);
  const look = (y: number) => {
    let most = 0;
    for (let i = y * width; i < (y + 1) * width; i++) if (left[i] > most && left[i] < FAR) most = left[i];
    rowMost[y] = most;
  };
  for (let y = 0; y < height; y++) look(y);
  for (;;) {
    let sy = -1,
      most = reach * reach;
    for (let y = 0; y < height; y++)
      if (rowMost[y] > most) {
        most = rowMost[y];
        sy = y;
      }
    if (sy < 0) return { supports, enough: true };
    if (supports.length === MAX_SUPPORTS || reach < 1) return { supports, enough: false };
    let sx = 0;
    while (left[sy * width + sx] !== most) sx++;
    supports.push({ xMm: (sx + 0.5) * ground.cellMm, yMm: (sy + 0.5) * ground.cellMm });
    // nothing lies farther from all that stands than this, so nothing farther from the support can come nearer
    const radius = Math.ceil(Math.sqrt(most));
    for (let y = Math.max(0, sy - radius); y <= Math.min(height - 1, sy + radius); y++) {
      for (let x = Math.max(0, sx - radius), i = y * width + x; x <= Math.min(width - 1, sx + radius); x++, i++) {
        const d = (x - sx) * (x - sx) + (y - sy) * (y - sy);
        if (d < left[i]) left[i] = d;
      }
      look(y);
    }
  }
}
