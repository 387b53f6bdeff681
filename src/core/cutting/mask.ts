import { dilateDisc, invertMask, maskAnd, maskAndNot, type BitMask } from '../geometry';

/**
 * Where a mask covers the block, pixel by pixel. `standing` is what stands in that run, `place` what is meant, `growPx` how far the
 * mask reaches into cleared ground.
 * - `place`: the place, grown, without lying on anything else that stands;
 * - `all else`: everything but that;
 * - `keep clean`: everything but what stands, its openings grown (`place` is not asked).
 */
export function maskCover(
  standing: BitMask,
  place: BitMask,
  covers: 'place' | 'all else' | 'keep clean',
  growPx: number,
): BitMask {
  if (covers === 'keep clean') return invertMask(grown(standing, growPx));
  const meant = maskAnd(standing, place);
  const others = maskAndNot(standing, meant);
  const cover = maskAndNot(grown(meant, growPx), others);
  return covers === 'place' ? cover : invertMask(cover);
}

function grown(mask: BitMask, px: number): BitMask {
  return px < 0.5 ? mask : dilateDisc(mask, 2 * Math.round(px) + 1);
}

/** A mask's set pixels as a label map of 1 on 0, for tracing. */
export function mapOfMask(mask: BitMask): { width: number; height: number; labels: Uint8Array } {
  const labels = new Uint8Array(mask.width * mask.height);
  for (let y = 0, i = 0; y < mask.height; y++) {
    const row = y * mask.wordsPerRow;
    for (let x = 0; x < mask.width; x++, i++) {
      const word = mask.words[row + (x >>> 5)];
      if (word === 0) {
        const skip = Math.min(32 - (x & 31), mask.width - x);
        x += skip - 1;
        i += skip - 1;
        continue;
      }
      labels[i] = (word >>> (x & 31)) & 1;
    }
  }
  return { width: mask.width, height: mask.height, labels };
}
