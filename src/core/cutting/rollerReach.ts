import { ranged } from '../units';
import { eachRunOf, emptyMask, FAR, fillSpan, squaredDistancesToMask, type BitMask } from '../geometry';
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
  /** The largest of them in each block of `BLOCK` × `BLOCK` cells that is not `FAR`, row by row. */
  readonly blockMost: Int32Array;
}

/** Fine enough that what the grid cannot tell stays under a millimetre of width. */
const CELL_MM = 0.2;
const BLOCK = 16;

/** A cell stands when anything in it stands: a roller rests on the thinnest ridge. */
export function openGround(standing: BitMask, mmPerPx: number): OpenGround {
  const cellPx = Math.max(1, Math.round(CELL_MM / mmPerPx));
  const width = Math.ceil(standing.width / cellPx),
    height = Math.ceil(standing.height / cellPx);
  const cells = emptyMask(width, height),
    rows = emptyMask(standing.width, 1);
  for (let y = 0; y < height; y++) {
    rows.words.fill(0);
    for (let r = y * cellPx; r < Math.min(standing.height, (y + 1) * cellPx); r++)
      for (let k = 0; k < standing.wordsPerRow; k++) rows.words[k] |= standing.words[r * standing.wordsPerRow + k];
    eachRunOf(rows, 0, (from, to) => fillSpan(cells, y, Math.floor(from / cellPx), Math.ceil(to / cellPx)));
  }
  const squared = squaredDistancesToMask(cells);
  const ground = { width, height, cellMm: cellPx * mmPerPx, squared, blockMost: new Int32Array(blocksOf(width, height)) };
  for (let block = 0; block < ground.blockMost.length; block++)
    ground.blockMost[block] = mostOfBlock(ground, squared, block);
  return ground;
}

const blocksOf = (width: number, height: number) => Math.ceil(width / BLOCK) * Math.ceil(height / BLOCK);

function blockBox({ width, height }: { width: number; height: number }, block: number) {
  const across = Math.ceil(width / BLOCK),
    x0 = (block % across) * BLOCK,
    y0 = Math.floor(block / across) * BLOCK;
  return { x0, y0, x1: Math.min(width, x0 + BLOCK), y1: Math.min(height, y0 + BLOCK) };
}

function mostOfBlock(ground: { width: number; height: number }, squared: Int32Array, block: number): number {
  const { x0, y0, x1, y1 } = blockBox(ground, block);
  let most = 0;
  for (let y = y0; y < y1; y++)
    for (let i = y * ground.width + x0; i < y * ground.width + x1; i++)
      if (squared[i] > most && squared[i] < FAR) most = squared[i];
  return most;
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
  const { width, squared, blockMost } = ground;
  const reachCells = safeCells(ground, roller);
  const limit = reachCells * reachCells;
  const mask = emptyMask(width, ground.height);
  for (let block = 0; block < blockMost.length; block++) {
    if (blockMost[block] <= limit) continue;
    const { x0, y0, x1, y1 } = blockBox(ground, block);
    for (let y = y0; y < y1; y++) {
      let bits = 0;
      for (let x = x0, i = y * width + x; x < x1; x++, i++)
        if (squared[i] > limit && squared[i] < FAR) bits |= 1 << (x & 31);
      // a block is as wide as half a word of the mask
      mask.words[y * mask.wordsPerRow + (x0 >>> 5)] |= bits;
    }
  }
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
  const reach = safeCells(ground, roller),
    limit = reach * reach;
  const { width, cellMm } = ground;
  const left = ground.squared.slice(),
    blockMost = ground.blockMost.slice();
  const supports: Support[] = [];
  for (;;) {
    let farthest = 0;
    for (let block = 1; block < blockMost.length; block++) if (blockMost[block] > blockMost[farthest]) farthest = block;
    const most = blockMost[farthest];
    if (most <= limit) return { supports, enough: true };
    if (supports.length === MAX_SUPPORTS || reach < 1) return { supports, enough: false };
    const at = placeOf(ground, left, farthest, most);
    const sx = at % width,
      sy = Math.floor(at / width);
    supports.push({ xMm: (sx + 0.5) * cellMm, yMm: (sy + 0.5) * cellMm });
    for (let block = 0; block < blockMost.length; block++) {
      if (blockMost[block] <= limit) continue;
      const box = blockBox(ground, block),
        dx = Math.max(0, box.x0 - sx, sx - (box.x1 - 1)),
        dy = Math.max(0, box.y0 - sy, sy - (box.y1 - 1));
      // nothing in this block is farther from all that stands than it is from the support
      if (dx * dx + dy * dy >= blockMost[block]) continue;
      let mostLeft = 0;
      for (let y = box.y0; y < box.y1; y++)
        for (let x = box.x0, i = y * width + x; x < box.x1; x++, i++) {
          const far = left[i],
            d = (x - sx) * (x - sx) + (y - sy) * (y - sy);
          if (d < far) left[i] = d;
          if (mostLeft < d && mostLeft < far) mostLeft = d < far ? d : far;
        }
      blockMost[block] = mostLeft;
    }
  }
}

function placeOf(ground: OpenGround, squared: Int32Array, block: number, value: number): number {
  const { x0, y0, x1, y1 } = blockBox(ground, block);
  for (let y = y0; y < y1; y++)
    for (let i = y * ground.width + x0; i < y * ground.width + x1; i++) if (squared[i] === value) return i;
  throw new Error('a block’s largest distance is in the block');
}
