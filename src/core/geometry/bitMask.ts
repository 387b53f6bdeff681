import { labelWords, type PartMap } from './raster';

/** A set of pixels, 32 to a word, rows padded to whole words; bit b of word k is pixel x = 32k + b. */
export interface BitMask {
  readonly width: number;
  readonly height: number;
  readonly wordsPerRow: number;
  readonly words: Uint32Array;
}

export function emptyMask(width: number, height: number): BitMask {
  const wordsPerRow = (width + 31) >>> 5;
  return { width, height, wordsPerRow, words: new Uint32Array(wordsPerRow * height) };
}

/** The pixels whose label is in `set` (a flag of 0 or 1 for each, as of `labelSet`). */
export function maskOfLabels(map: PartMap, set: Uint8Array): BitMask {
  const mask = emptyMask(map.width, map.height);
  const { labels, width, height } = map,
    fours = labelWords(map);
  let pixel = 0;
  for (let y = 0, word = 0; y < height; y++) {
    for (let k = 0; k < mask.wordsPerRow; k++, word++) {
      const bits = Math.min(32, width - 32 * k);
      let packed = 0;
      if (fours) {
        // like pixels come in long runs: the bits of the four before them are theirs too
        let before = 0,
          nibble = 15 * set[0];
        for (let b = 0, f = pixel >> 2; b < bits; b += 4, f++) {
          const four = fours[f];
          if (four !== before) {
            before = four;
            nibble =
              set[four & 255] |
              (set[(four >>> 8) & 255] << 1) |
              (set[(four >>> 16) & 255] << 2) |
              (set[four >>> 24] << 3);
          }
          packed |= nibble << b;
        }
        pixel += bits;
      } else for (let b = 0; b < bits; b++) packed |= set[labels[pixel++]] << b;
      mask.words[word] = packed;
    }
  }
  return mask;
}

/**
 * One mask for each rank r ≥ 1 of pixels whose label's rank is ≥ r: the nested standing areas of a reduction.
 * `rankOfLabel` has an entry of 0…`ranks` for each label. One pass over the map.
 */
export function nestedMasks(map: PartMap, rankOfLabel: Uint8Array, ranks: number): BitMask[] {
  const { labels, width, height } = map;
  const masks = Array.from({ length: ranks }, () => emptyMask(width, height));
  const packed = new Int32Array(ranks + 1);
  let pixel = 0;
  const wordsPerRow = (width + 31) >>> 5;
  for (let y = 0, word = 0; y < height; y++) {
    for (let k = 0; k < wordsPerRow; k++, word++) {
      const bits = Math.min(32, width - 32 * k);
      const first = labels[pixel];
      if (labels[pixel + bits - 1] === first && uniform(labels, pixel, bits, first)) {
        const full = bits === 32 ? -1 : (1 << bits) - 1;
        for (let r = rankOfLabel[first]; r > 0; r--) masks[r - 1].words[word] = full;
        pixel += bits;
        continue;
      }
      for (let b = 0; b < bits; b++) packed[rankOfLabel[labels[pixel++]]] |= 1 << b;
      let carried = 0;
      for (let r = ranks; r > 0; r--) {
        carried |= packed[r];
        packed[r] = 0;
        masks[r - 1].words[word] = carried;
      }
      packed[0] = 0;
    }
  }
  return masks;
}

function uniform(labels: PartMap['labels'], from: number, count: number, label: number): boolean {
  for (let i = from + 1; i < from + count; i++) if (labels[i] !== label) return false;
  return true;
}

export function countPixels(mask: BitMask): number {
  let total = 0;
  for (let i = 0; i < mask.words.length; i++) {
    let v = mask.words[i];
    if (v === 0) continue;
    v -= (v >>> 1) & 0x55555555;
    v = (v & 0x33333333) + ((v >>> 2) & 0x33333333);
    total += Math.imul((v + (v >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
  }
  return total;
}

export function hasPixel(mask: BitMask, x: number, y: number): boolean {
  return ((mask.words[y * mask.wordsPerRow + (x >>> 5)] >>> (x & 31)) & 1) === 1;
}

/** Puts a pixel into a mask. */
export function setPixel(mask: BitMask, x: number, y: number): void {
  mask.words[y * mask.wordsPerRow + (x >>> 5)] |= 1 << (x & 31);
}

export function invertMask(mask: BitMask): BitMask {
  const out = emptyMask(mask.width, mask.height);
  const tail = mask.width & 31;
  for (let i = 0; i < mask.words.length; i++) out.words[i] = ~mask.words[i];
  if (tail)
    for (let i = mask.wordsPerRow - 1; i < out.words.length; i += mask.wordsPerRow) out.words[i] &= (1 << tail) - 1;
  return out;
}

/** Calls `visit(from, to)` for each run of set pixels of a row, `to` exclusive. */
export function eachRunOf(
  { width, words, wordsPerRow }: BitMask,
  y: number,
  visit: (from: number, to: number) => void,
): void {
  let from = -1;
  for (let k = 0; k < wordsPerRow; k++) {
    const word = words[y * wordsPerRow + k] | 0;
    if (word === (from < 0 ? 0 : -1)) continue;
    // where a bit differs from the one before it a run begins or ends
    for (let bits = word ^ ((word << 1) | (from < 0 ? 0 : 1)); bits !== 0; bits &= bits - 1) {
      const x = (k << 5) + 31 - Math.clz32(bits & -bits);
      if (from < 0) from = x;
      else {
        visit(from, x);
        from = -1;
      }
    }
  }
  if (from >= 0) visit(from, width);
}

/** a without b. */
export function maskAndNot(a: BitMask, b: BitMask): BitMask {
  const out = emptyMask(a.width, a.height);
  for (let i = 0; i < out.words.length; i++) out.words[i] = a.words[i] & ~b.words[i];
  return out;
}

/** What is in both. */
export function maskAnd(a: BitMask, b: BitMask): BitMask {
  const out = emptyMask(a.width, a.height);
  for (let i = 0; i < out.words.length; i++) out.words[i] = a.words[i] & b.words[i];
  return out;
}
