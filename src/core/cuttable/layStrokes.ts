import type { BitMask, Box, LabelMap } from '../geometry';
import { hasPixel } from '../geometry';
import type { Likeness } from '../picture';
import { giveAway, pixelsOf } from './grow';
import { isKept, type Kept } from './mend';
import { cutOut, inWhole, layBack, type Patch } from './patch';
import type { Standing } from './standing';
import { bandOf, type LineFound } from './strokes';

/** A line is tried in pieces so long, so that a long one costs no square. */
const PIECE_PX = 64;
/** Where its middle is not free, a line may move aside. */
const ASIDE_PX = [0, 2, -2];

/** A thin line of the picture and what became of it. */
export interface LineTold extends LineFound {
  readonly laid: boolean;
  /** Of a line that was asked for: the pixels that must stay. */
  readonly covers?: readonly number[];
}

interface Means {
  readonly likeness: Likeness;
  readonly standing: Standing;
  readonly kept: Kept;
  /** Pixels that count more often. */
  readonly emphasised: BitMask;
  readonly emphasis: number;
  /** Lines that are laid whatever they cost. */
  readonly wanted?: (line: LineFound) => boolean;
  /** Hears of each stroke that stays: its colour and the pixels it covers. */
  readonly laid: (label: number, covers: readonly number[]) => void;
}

/**
 * Lays lines as strokes of the least width, the most telling first: each is tried where it lies and a little aside, the map round it opened
 * again, and it stays where the whole is then more like the picture. So a line never costs finer things beside it than it is worth.
 */
export function layStrokes(map: LabelMap, lines: readonly LineFound[], widthPx: number, means: Means): LineTold[] {
  return lines.map((line) => {
    const wanted = means.wanted?.(line) ?? false,
      covers = tryLine(map, line, widthPx, wanted, means);
    if (covers) means.laid(line.label, covers);
    return { ...line, laid: covers !== undefined, ...(wanted && { covers }) };
  });
}

function tryLine(map: LabelMap, line: LineFound, widthPx: number, wanted: boolean, means: Means): number[] | undefined {
  for (const aside of ASIDE_PX) {
    const covers = bandOf(line.pixels, map.width, map.height, widthPx, aside);
    const undo: Patch[] = [];
    let sum = 0;
    for (const box of boxesAlong(line.pixels, map.width, widthPx)) {
      const patch = cutOut(map, box, 4 * means.standing.widestPx);
      undo.push({ ...patch, labels: patch.labels.slice() });
      sum += layPiece(patch, covers, line.label, means);
      layBack(map, patch);
    }
    if (sum < 0 || wanted) return covers;
    for (const patch of undo.reverse()) layBack(map, patch);
  }
  return undefined;
}

/** Lays what of a stroke falls into a patch, opens it, and says what that costs. */
function layPiece(patch: Patch, covers: readonly number[], label: number, means: Means): number {
  const { likeness, standing, kept } = means;
  const before = patch.labels.slice();
  for (const i of covers) {
    const x = (i % patch.wholeWidth) - patch.originX,
      y = Math.floor(i / patch.wholeWidth) - patch.originY;
    if (x < 0 || y < 0 || x >= patch.width || y >= patch.height) continue;
    const at = y * patch.width + x;
    if (!isKept(patch, kept, at)) patch.labels[at] = label;
  }
  const left = standing.left(patch);
  giveAway(patch, likeness, kept ? pixelsOf(left).filter((i) => !isKept(patch, kept, i)) : pixelsOf(left));
  return weighedCost(patch, before, means);
}

/** What changes of a patch cost, pixels of lines counted more often. */
function weighedCost(patch: Patch, before: Uint8Array, { likeness, emphasised, emphasis }: Means): number {
  let sum = 0;
  for (let i = 0; i < before.length; i++) {
    const was = before[i],
      is = patch.labels[i];
    if (was === is) continue;
    const whole = inWhole(patch, i),
      row = likeness.rowOf(whole),
      x = whole % patch.wholeWidth;
    const weight = hasPixel(emphasised, x, (whole - x) / patch.wholeWidth) ? emphasis : 1;
    sum += weight * (likeness.table[row + is] - likeness.table[row + was]);
  }
  return sum;
}

function boxesAlong(pixels: Int32Array, width: number, widthPx: number): Box[] {
  const boxes: Box[] = [];
  for (let from = 0; from < pixels.length; from += PIECE_PX) {
    let x0 = Infinity,
      y0 = Infinity,
      x1 = 0,
      y1 = 0;
    for (const i of pixels.subarray(from, from + PIECE_PX)) {
      const x = i % width,
        y = (i - x) / width;
      x0 = Math.min(x0, x);
      y0 = Math.min(y0, y);
      x1 = Math.max(x1, x + 1);
      y1 = Math.max(y1, y + 1);
    }
    boxes.push({ x0: x0 - widthPx, y0: y0 - widthPx, x1: x1 + widthPx, y1: y1 + widthPx });
  }
  return boxes;
}
