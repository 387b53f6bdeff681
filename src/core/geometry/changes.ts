import type { BitMask } from './bitMask';
import { labelWords, type PartMap } from './raster';

/** Where a map changes, 32 pixels to a word as in a `BitMask`: all that distances between its parts need to know. */
export interface Changes {
  readonly width: number;
  readonly height: number;
  readonly wordsPerRow: number;
  /** Pixel differs from the one on its left. */
  readonly across: Int32Array;
  /** Pixel differs from the one above. */
  readonly down: Int32Array;
}

function noChanges(width: number, height: number): Changes {
  const wordsPerRow = (width + 31) >>> 5,
    words = wordsPerRow * height;
  return { width, height, wordsPerRow, across: new Int32Array(words), down: new Int32Array(words) };
}

/** A bit for each of the four bytes that is not 0. */
function bytesSet(four: number): number {
  const high = (((four & 0x7f7f7f7f) + 0x7f7f7f7f) | four) & 0x80808080;
  return ((high >>> 7) & 1) | ((high >>> 14) & 2) | ((high >>> 21) & 4) | ((high >>> 28) & 8);
}

/** The changes of a label map. */
export function changesOfLabels(map: PartMap): Changes {
  const words = labelWords(map);
  return words ? changesByFours(map, words) : changesByPixels(map);
}

function changesByFours({ width, height }: PartMap, words: Int32Array): Changes {
  const changes = noChanges(width, height),
    { wordsPerRow, across, down } = changes,
    fours = width >> 2;
  for (let y = 0, i = 0; y < height; y++) {
    let before = words[i] << 24;
    for (let f = 0; f < fours; f++, i++) {
      const four = words[i],
        sides = four ^ ((four << 8) | (before >>> 24)),
        above = y === 0 ? 0 : four ^ words[i - fours];
      before = four;
      if (sides === 0 && above === 0) continue;
      const to = y * wordsPerRow + (f >> 3),
        bit = (f & 7) << 2;
      across[to] |= bytesSet(sides) << bit;
      down[to] |= bytesSet(above) << bit;
    }
  }
  return changes;
}

function changesByPixels({ width, height, labels }: PartMap): Changes {
  const changes = noChanges(width, height),
    { wordsPerRow, across, down } = changes;
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const to = y * wordsPerRow + (x >> 5),
        bit = 1 << (x & 31);
      if (x > 0 && labels[i] !== labels[i - 1]) across[to] |= bit;
      if (y > 0 && labels[i] !== labels[i - width]) down[to] |= bit;
    }
  return changes;
}

/** The changes between what is in a mask and what is not. */
export function changesOfMask({ width, height, wordsPerRow, words }: BitMask): Changes {
  const changes = noChanges(width, height),
    { across, down } = changes;
  const tail = width & 31 ? (1 << (width & 31)) - 1 : -1;
  for (let y = 0, i = 0; y < height; y++) {
    let before = words[i] << 31;
    for (let k = 0; k < wordsPerRow; k++, i++) {
      const word = words[i] | 0,
        kept = k === wordsPerRow - 1 ? tail : -1;
      across[i] = (word ^ ((word << 1) | (before >>> 31))) & kept;
      if (y > 0) down[i] = (word ^ words[i - wordsPerRow]) & kept;
      before = word;
    }
  }
  return changes;
}

/** Calls `visit` for each pixel that differs from the one on its left (`across`) or the one above (`down`), row by row. */
export function eachChange(
  { height, wordsPerRow, across, down }: Changes,
  visit: (x: number, y: number, across: boolean, down: boolean) => void,
): void {
  for (let y = 0, w = 0; y < height; y++)
    for (let k = 0; k < wordsPerRow; k++, w++)
      for (let bits = across[w] | down[w]; bits !== 0; bits &= bits - 1) {
        const bit = bits & -bits;
        visit((k << 5) + 31 - Math.clz32(bit), y, (across[w] & bit) !== 0, (down[w] & bit) !== 0);
      }
}
