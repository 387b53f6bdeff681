import type { ColourRaster } from '../geometry';
import { CELL_COUNT, wordsOf, type ColourCells } from './histogram';
import { nearestCentre } from './palette';

/** A label for each pixel: that of the centre nearest to its histogram cell, through a look-up table. */
export function quantise(raster: ColourRaster, cells: ColourCells, centres: Float64Array): Uint8Array {
  const table = new Uint8Array(CELL_COUNT);
  for (let i = 0, j = 0; i < cells.cell.length; i++, j += 3) {
    table[cells.cell[i]] = nearestCentre(centres, cells.oklab[j], cells.oklab[j + 1], cells.oklab[j + 2]);
  }
  const words = wordsOf(raster);
  const labels = new Uint8Array(words.length);
  for (let i = 0; i < words.length; i++) {
    const word = words[i];
    labels[i] = table[((word & 0xfc) << 10) | ((word >>> 4) & 0xfc0) | ((word >>> 18) & 0x3f)];
  }
  return labels;
}
