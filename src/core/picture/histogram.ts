import { oklabFromSrgb8 } from '../colour';
import type { ColourRaster } from '../geometry';

/** Six bits a channel: 262 144 cells of sRGB. */
export const CELL_COUNT = 1 << 18;

/** Occupied cells of the colour histogram with their weights and OKLab colours (L, a, b one after the other). */
export interface ColourCells {
  readonly cell: Int32Array;
  readonly weight: Float64Array;
  readonly oklab: Float64Array;
  readonly totalPx: number;
}

/** Cell of a pixel given as the 32-bit word 0xAABBGGRR. */
export function cellOfWord(word: number): number {
  return ((word & 0xfc) << 10) | ((word >>> 4) & 0xfc0) | ((word >>> 18) & 0x3f);
}

/** Whole pixels as 32-bit words; copies only when the bytes are not aligned. */
export function wordsOf(raster: ColourRaster): Uint32Array {
  const { rgba } = raster;
  if (rgba.byteOffset % 4 === 0) return new Uint32Array(rgba.buffer as ArrayBuffer, rgba.byteOffset, rgba.length >> 2);
  return new Uint32Array(rgba.slice().buffer as ArrayBuffer);
}

/** Colour histogram of the raster, or of the pixels for which `only` is 1. */
export function colourCells(raster: ColourRaster, only?: (pixel: number) => boolean): ColourCells {
  const words = wordsOf(raster);
  const counts = new Uint32Array(CELL_COUNT);
  if (only)
    for (let i = 0; i < words.length; i++) {
      if (only(i)) counts[cellOfWord(words[i])]++;
    }
  else countAll(words, counts);
  return cellsOf(counts);
}

function countAll(words: Uint32Array, counts: Uint32Array): void {
  for (let i = 0; i < words.length; i++) {
    const word = words[i];
    counts[((word & 0xfc) << 10) | ((word >>> 4) & 0xfc0) | ((word >>> 18) & 0x3f)]++;
  }
}

function cellsOf(counts: Uint32Array): ColourCells {
  let occupied = 0;
  for (let c = 0; c < CELL_COUNT; c++) if (counts[c]) occupied++;
  const cell = new Int32Array(occupied);
  const weight = new Float64Array(occupied);
  const oklab = new Float64Array(3 * occupied);
  let totalPx = 0;
  for (let c = 0, i = 0; c < CELL_COUNT; c++) {
    if (!counts[c]) continue;
    cell[i] = c;
    weight[i] = counts[c];
    totalPx += counts[c];
    const [L, a, b] = oklabFromSrgb8(...rgbOfCell(c));
    oklab[3 * i] = L;
    oklab[3 * i + 1] = a;
    oklab[3 * i + 2] = b;
    i++;
  }
  return { cell, weight, oklab, totalPx };
}

/** Middle of a cell; the outermost cells reach to 0 and 255, so that flat black and white stay so. */
function rgbOfCell(c: number): [number, number, number] {
  return [spread(c >> 12), spread((c >> 6) & 63), spread(c & 63)];
}

function spread(six: number): number {
  return Math.round((six * 255) / 63);
}
