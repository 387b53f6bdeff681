import { countPixels, emptyMask, maskAnd, openDisc, type BitMask } from '../geometry';

/** Tools from this width on are tried on a grid of this size; narrower ones on every pixel. */
const COARSE_FROM_MM = 2,
  CLEARING_CELL_MM = 0.2;

/**
 * Which tool clears what: for each width, widest first, the area to cut that a disc of it reaches without touching what stands and
 * that no wider one reached. The last entry, width 0, is what remains for the knife. Sums to the area to cut.
 */
export function clearingByTool(
  cleared: BitMask,
  cutNow: BitMask,
  mmPerPx: number,
  toolsMm: readonly number[],
): { widthMm: number; cm2: number }[] {
  const cellPx = Math.max(1, Math.floor(CLEARING_CELL_MM / mmPerPx + 1e-9));
  const coarse = cellPx > 1 ? coarser(cleared, cellPx, cellPx * cellPx) : cleared,
    coarseCut = cellPx > 1 ? coarser(cutNow, cellPx, cellPx * cellPx) : cutNow;
  const cm2 = (pixels: number, scalePx: number) => (pixels * (scalePx * mmPerPx) ** 2) / 100;
  const reachedBy = (widthMm: number): number => {
    const wide = widthMm >= COARSE_FROM_MM;
    const [open, cut, scalePx] = wide ? [coarse, coarseCut, cellPx] : [cleared, cutNow, 1];
    const px = Math.round(widthMm / mmPerPx / scalePx);
    return cm2(countPixels(maskAnd(px <= 1 ? open : openDisc(open, px), cut)), scalePx);
  };
  const all = cm2(countPixels(cutNow), 1);
  let before = 0;
  const out = [...toolsMm]
    .sort((a, b) => b - a)
    .map((widthMm) => {
      const reached = Math.min(all, Math.max(before, reachedBy(widthMm)));
      const own = reached - before;
      before = reached;
      return { widthMm, cm2: own };
    });
  return [...out, { widthMm: 0, cm2: all - before }];
}

/** Cells in which at least `least` pixels are set. */
function coarser(mask: BitMask, cellPx: number, least: number): BitMask {
  const width = Math.max(1, Math.floor(mask.width / cellPx)),
    height = Math.max(1, Math.floor(mask.height / cellPx));
  const counts = new Uint16Array(width * height);
  for (let y = 0; y < height * cellPx; y++) {
    const row = y * mask.wordsPerRow,
      to = Math.floor(y / cellPx) * width;
    for (let x = 0; x < width * cellPx; x++) {
      const word = mask.words[row + (x >>> 5)];
      if (word === 0) {
        x |= 31;
        continue;
      }
      if ((word >>> (x & 31)) & 1) counts[to + Math.floor(x / cellPx)]++;
    }
  }
  const out = emptyMask(width, height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++)
      if (counts[i] >= least) out.words[y * out.wordsPerRow + (x >>> 5)] |= 1 << (x & 31);
  return out;
}
