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
  /** Squared, in cells; `FAR` where nothing stands. */
  readonly squared: Int32Array;
  /** The largest and the least of them in each block of `BLOCK` × `BLOCK` cells, row by row. */
  readonly blockMost: Int32Array;
  readonly blockLeast: Int32Array;
}

/** Fine enough that what the grid cannot tell stays under a millimetre of width. */
const CELL_MM = 0.2;
/** Half as wide as a word of a mask. */
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
  return { width, height, cellMm: cellPx * mmPerPx, squared, ...blockBounds(width, height, squared) };
}

function blockBounds(width: number, height: number, squared: Int32Array) {
  const across = Math.ceil(width / BLOCK),
    blocks = across * Math.ceil(height / BLOCK);
  const blockMost = new Int32Array(blocks),
    blockLeast = new Int32Array(blocks).fill(FAR);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const block = (y >> 4) * across + (x >> 4),
        d = squared[i];
      if (d > blockMost[block]) blockMost[block] = d;
      if (d < blockLeast[block]) blockLeast[block] = d;
    }
  return { blockMost, blockLeast };
}

/** The cells of a block, right and lower edge exclusive. */
export function blockBox({ width, height }: { width: number; height: number }, block: number) {
  const across = Math.ceil(width / BLOCK),
    x0 = (block % across) * BLOCK,
    y0 = Math.floor(block / across) * BLOCK;
  return { x0, y0, x1: Math.min(width, x0 + BLOCK), y1: Math.min(height, y0 + BLOCK) };
}

/**
 * How far from what stands a cell is safe, in cells. A cell stands for all points in it and so does what it is measured to: both may be
 * half a diagonal nearer or farther. Taken on the safe side: openings are flagged up to 0.9 mm of width early, never late.
 */
function safeCells(ground: OpenGround, roller: InkRoller): number {
  const reach = bridgedWidthMm(roller) / 2 / ground.cellMm;
  return Math.max(Math.min(reach, 1), reach - Math.SQRT2);
}

/** From which squared distance on, in cells, the roller or the paper can touch the floor; nowhere when nothing stands at all. */
export function riskFrom(ground: OpenGround, roller: InkRoller): number {
  return safeCells(ground, roller) ** 2;
}

/** Cells the roller or the paper can touch between what stands: farther than half the bridged width from any of it. */
export function atRisk(ground: OpenGround, roller: InkRoller): BitMask {
  const { width, squared, blockMost, blockLeast } = ground;
  const limit = riskFrom(ground, roller);
  const mask = emptyMask(width, ground.height);
  for (let block = 0; block < blockMost.length; block++) {
    if (blockMost[block] <= limit || blockMost[block] === FAR) continue;
    const { x0, y0, x1, y1 } = blockBox(ground, block),
      all = blockLeast[block] > limit ? ((1 << (x1 - x0)) - 1) << (x0 & 31) : 0;
    for (let y = y0; y < y1; y++) {
      let bits = all;
      if (all === 0)
        for (let x = x0, i = y * width + x; x < x1; x++, i++) if (squared[i] > limit) bits |= 1 << (x & 31);
      // a block is half as wide as a word of the mask
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
  const limit = riskFrom(ground, roller),
    enoughReach = limit >= 1;
  const open = new OpenBlocks(ground, limit);
  const supports: Support[] = [];
  for (;;) {
    const place = open.farthest();
    if (!place) return { supports, enough: true };
    if (supports.length === MAX_SUPPORTS || !enoughReach) return { supports, enough: false };
    supports.push({ xMm: (place.x + 0.5) * ground.cellMm, yMm: (place.y + 0.5) * ground.cellMm });
    open.standAt(place.x, place.y);
  }
}

/** The blocks with a cell at risk, and how far their cells are from all that stands while supports are set. */
class OpenBlocks {
  private readonly block: Int32Array;
  private readonly most: Int32Array;
  /** Squared distances of the cells of each block, once a support has come near it; before that they are the ground's own. */
  private readonly left: Int32Array;
  private readonly touched: Uint8Array;

  constructor(
    private readonly ground: OpenGround,
    private readonly limit: number,
  ) {
    const { blockMost } = ground;
    this.block = Int32Array.from(blockMost.keys()).filter((b) => blockMost[b] > limit && blockMost[b] < FAR);
    this.most = this.block.map((b) => blockMost[b]);
    this.left = new Int32Array(this.block.length * BLOCK * BLOCK);
    this.touched = new Uint8Array(this.block.length);
  }

  /** The cell farthest from all that stands, while one is at risk. */
  farthest(): { x: number; y: number } | undefined {
    let found = -1,
      most = this.limit;
    for (let b = 0; b < this.most.length; b++)
      if (this.most[b] > most) {
        found = b;
        most = this.most[b];
      }
    if (found < 0) return undefined;
    const { x0, y0, x1, y1 } = blockBox(this.ground, this.block[found]);
    for (let y = y0; y < y1; y++) for (let x = x0; x < x1; x++) if (this.cell(found, x, y) === most) return { x, y };
    return undefined;
  }

  private cell(b: number, x: number, y: number): number {
    return this.touched[b]
      ? this.left[(b << 8) + ((y & 15) << 4) + (x & 15)]
      : this.ground.squared[y * this.ground.width + x];
  }

  /** Something stands at (x, y) now: no cell is farther from all that stands than from there. */
  standAt(x: number, y: number): void {
    const across = Math.ceil(this.ground.width / BLOCK);
    for (let b = 0; b < this.most.length; b++) {
      if (this.most[b] <= this.limit) continue;
      const x0 = (this.block[b] % across) * BLOCK,
        y0 = Math.floor(this.block[b] / across) * BLOCK;
      const dx = Math.max(0, x0 - x, x - (x0 + BLOCK - 1)),
        dy = Math.max(0, y0 - y, y - (y0 + BLOCK - 1));
      if (dx * dx + dy * dy < this.most[b]) this.lower(b, x, y);
    }
  }

  private lower(b: number, x: number, y: number): void {
    const { ground, left, touched } = this,
      { x0, y0, x1, y1 } = blockBox(ground, this.block[b]),
      fresh = touched[b] === 0;
    let most = 0;
    for (let v = y0; v < y1; v++)
      for (let u = x0, at = (b << 8) + ((v & 15) << 4), i = v * ground.width + x0; u < x1; u++, at++, i++) {
        const before = fresh ? ground.squared[i] : left[at],
          d = (u - x) * (u - x) + (v - y) * (v - y),
          now = d < before ? d : before;
        left[at] = now;
        if (now > most) most = now;
      }
    touched[b] = 1;
    this.most[b] = most;
  }
}
