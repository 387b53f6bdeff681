import {
  countPixels,
  eachStripOf,
  emptyMask,
  fillSpan,
  hasPixel,
  islandsOfMask,
  maskAnd,
  type BitMask,
} from '../geometry';
import { success, type Outcome } from '../units';
import { findCornerMarks, type FrameMm } from './cornerMarks';
import type { ScanPicture } from './findSheet';
import { straighten } from './straighten';

/** A drawing laid straight over the print as seen, a pixel for each of the picture's. */
export interface StraightDrawing {
  readonly width: number;
  readonly height: number;
  /** Of the paper as it is lit there, in each pixel's darkest channel: 255 as light as the paper, 0 black. A coloured pen counts as a dark one. */
  readonly light: Uint8Array;
  /** It was drawn as the block lies, and has been turned over. */
  readonly mirrored: boolean;
  readonly pxPerMm: number;
}

export interface TracingTask {
  readonly frame: FrameMm;
  readonly mmPerPx: number;
  /** What still stood, on the print as seen: it was printed pale on the tracing. */
  readonly known: BitMask;
  /** Whatever the marks say, it was drawn as the block lies, or not. */
  readonly mirrored?: boolean;
}

const EVEN_LIGHT = [0, 1, 2].map(() => [1, 0, 0, 0, 0, 0]);
/** Light and the tint of the known ground change slowly: they are measured on tiles of this size. */
const TILE_MM = 8;
/** A tile with fewer of its pixels on a ground says nothing of it. */
const LEAST_SHARE = 0.08;
/** Lines cover less than half of a tile; what is this share up from its darkest is ground. */
const GROUND_QUANTILE = 0.7;

/**
 * A photograph or scan of a drawn-on tracing, straightened by its corner marks, in even light, the pale known ground taken as paper. Failure
 * `tracing-marks` where the marks are not found.
 */
export function readTracing(
  scan: ScanPicture,
  task: TracingTask,
  done: (share: number) => void = () => undefined,
): Outcome<StraightDrawing> {
  const found = findCornerMarks(scan, task.frame);
  if (!found.ok) return found;
  done(0.35);
  const { toPicture, originMm, pxPerMm } = found.value;
  const mirrored = task.mirrored ?? found.value.mirrored;
  const { width, height } = task.known;
  const straight = straighten(
    scan,
    toPicture,
    EVEN_LIGHT,
    task.frame,
    {
      ...{ xMm: -originMm.xMm, yMm: -originMm.yMm },
      ...{ widthPx: width, heightPx: height, mmPerPx: task.mmPerPx, padPx: 0 },
    },
    (share) => done(0.35 + 0.35 * share),
  );
  const darkest = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const p = 3 * (y * width + (mirrored ? width - 1 - x : x));
      darkest[y * width + x] = Math.min(straight.rgb[p], straight.rgb[p + 1], straight.rgb[p + 2]);
    }
  const light = inEvenLight(darkest, task.mmPerPx, task.known);
  return success({ width, height, light, mirrored, pxPerMm });
}

/** Each pixel against the paper, or against the pale known ground, as it is lit there: light that falls off over the sheet is taken out. */
export function inEvenLight(grey: Uint8Array, mmPerPx: number, known: BitMask): Uint8Array {
  const { width, height } = known;
  const tilePx = Math.max(4, Math.round(TILE_MM / mmPerPx));
  const across = Math.ceil(width / tilePx),
    down = Math.ceil(height / tilePx);
  const grounds = [0, 1].map((on) => groundLevels(grey, known, on === 1, tilePx, across, down));
  const out = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    const v = Math.min(down - 1, Math.max(0, (y + 0.5) / tilePx - 0.5)),
      v0 = Math.min(down - 1, Math.floor(v)),
      v1 = Math.min(down - 1, v0 + 1);
    for (let x = 0; x < width; x++) {
      const u = Math.min(across - 1, Math.max(0, (x + 0.5) / tilePx - 0.5)),
        u0 = Math.min(across - 1, Math.floor(u)),
        u1 = Math.min(across - 1, u0 + 1);
      const level = grounds[hasPixel(known, x, y) ? 1 : 0];
      const top = level[v0 * across + u0] * (1 - u + u0) + level[v0 * across + u1] * (u - u0),
        foot = level[v1 * across + u0] * (1 - u + u0) + level[v1 * across + u1] * (u - u0);
      const paper = top * (1 - v + v0) + foot * (v - v0);
      out[y * width + x] = Math.min(255, Math.round((255 * grey[y * width + x]) / Math.max(12, paper)));
    }
  }
  return out;
}

/** A drawing made on white or on plain paper: each pixel against what most of its lightest tenth is. */
export function againstPaper(grey: Uint8Array): Uint8Array {
  const counts = new Uint32Array(256);
  for (const value of grey) counts[value]++;
  let paper = 255;
  for (let above = counts[255]; above < grey.length / 20 && paper > 1; above += counts[paper]) paper--;
  return grey.map((value) => Math.min(255, Math.round((255 * value) / paper)));
}

/** Light falls off slowly: a tile this much darker than one near it is covered by the drawing, and its ground is not seen. */
const COVERED = 0.82,
  NEAR_TILES = 4;

/**
 * How light one ground is, tile by tile; tiles without it, or covered by the drawing, take the mean of their neighbours, from near to far.
 */
function groundLevels(
  grey: Uint8Array,
  known: BitMask,
  on: boolean,
  tilePx: number,
  across: number,
  down: number,
): Float64Array {
  const levels = new Float64Array(across * down);
  const counts = new Uint32Array(256);
  for (let t = 0; t < levels.length; t++) {
    const x0 = (t % across) * tilePx,
      y0 = Math.floor(t / across) * tilePx;
    const x1 = Math.min(known.width, x0 + tilePx),
      y1 = Math.min(known.height, y0 + tilePx);
    counts.fill(0);
    let n = 0;
    for (let y = y0; y < y1; y++)
      for (let x = x0; x < x1; x++)
        if (hasPixel(known, x, y) === on) {
          counts[grey[y * known.width + x]]++;
          n++;
        }
    if (n < LEAST_SHARE * (x1 - x0) * (y1 - y0)) continue;
    let level = 0;
    for (let below = counts[0]; below < GROUND_QUANTILE * n && level < 255; below += counts[level]) level++;
    levels[t] = level;
  }
  const seen = uncovered(levels, across, down);
  spread(seen, across, down);
  return seen;
}

function uncovered(levels: Float64Array, across: number, down: number): Float64Array {
  return levels.map((level, t) => {
    const x = t % across,
      y = Math.floor(t / across);
    let lightest = 0;
    for (let v = Math.max(0, y - NEAR_TILES); v <= Math.min(down - 1, y + NEAR_TILES); v++)
      for (let u = Math.max(0, x - NEAR_TILES); u <= Math.min(across - 1, x + NEAR_TILES); u++)
        lightest = Math.max(lightest, levels[v * across + u]);
    return level < COVERED * lightest ? 0 : level;
  });
}

function spread(levels: Float64Array, across: number, down: number): void {
  for (let round = 0; round < across + down && levels.some((v) => v === 0); round++) {
    const before = levels.slice();
    for (let t = 0; t < levels.length; t++) {
      if (before[t] !== 0) continue;
      const x = t % across,
        y = Math.floor(t / across);
      const near = [
        x > 0 ? before[t - 1] : 0,
        x < across - 1 ? before[t + 1] : 0,
        y > 0 ? before[t - across] : 0,
        y < down - 1 ? before[t + across] : 0,
      ].filter((v) => v > 0);
      if (near.length > 0) levels[t] = near.reduce((sum, v) => sum + v, 0) / near.length;
    }
  }
  // nowhere on the sheet: nothing is measured against it
  for (let t = 0; t < levels.length; t++) if (levels[t] === 0) levels[t] = 255;
}

/** How dark a line is at least, in per cent, and how small a mark of the pen may be. */
export const DARKNESS_PERCENT = { min: 10, max: 90 } as const;
export const USUAL_DARKNESS_PERCENT = 35;

/**
 * The drawn lines: what is at least so dark, within `within` (all where it is not given), marks smaller than `leastPx` pixels left out.
 * `rimPx` along the frame is left out, where its own line is printed.
 */
export function drawnLines(
  drawing: Pick<StraightDrawing, 'width' | 'height' | 'light'>,
  darknessPercent: number,
  leastPx: number,
  within?: BitMask,
  rimPx = 0,
): BitMask {
  const { width, height, light } = drawing;
  const limit = 255 * (1 - darknessPercent / 100);
  let lines = emptyMask(width, height);
  for (let y = rimPx; y < height - rimPx; y++)
    for (let x = rimPx, i = y * width + rimPx; x < width - rimPx; x++, i++)
      if (light[i] <= limit) lines.words[y * lines.wordsPerRow + (x >>> 5)] |= 1 << (x & 31);
  if (within) lines = maskAnd(lines, within);
  return leastPx <= 1 || countPixels(lines) === 0 ? lines : withoutSpecks(lines, leastPx);
}

function withoutSpecks(mask: BitMask, leastPx: number): BitMask {
  const islands = islandsOfMask(mask);
  const out = emptyMask(mask.width, mask.height);
  if (!islands) return mask;
  for (let island = 0; island < islands.islandCount; island++)
    if (islands.islandLabel[island] === 1 && islands.islandAreaPx[island] >= leastPx)
      eachStripOf(islands, island, (y, from, to) => fillSpan(out, y, from, to));
  return out;
}
