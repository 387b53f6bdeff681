import { filmBand, type Film } from './film';

/** How well an ink hides what lies below, in the three words a printmaker uses. */
export type Opacity = 'opaque' | 'half' | 'transparent';

/** Opacity as a word, or as the contrast ratio read over a black strip (0–1). */
export type OpacityKnown = Opacity | number;

/**
 * Contrast ratio meant by each word: luminance over a black ground ÷ over the paper, at the film's usual weight.
 * Start values; a reading over a black strip replaces them.
 */
export const CONTRAST_RATIO: Readonly<Record<Opacity, number>> = { opaque: 0.94, half: 0.55, transparent: 0 };

/** Halvings: enough for five digits of scattering and of absorption, few enough for an ink to be solved in a frame. */
const STEPS = 26;
const MAX_SCATTER = 40;

/**
 * The film of an ink known by its colour on paper and its contrast ratio (0–1).
 * Scattering is taken equal in all bands (white-like) and absorption solved band by band, so that the film over
 * `paper` gives `solid` and its luminance over black, divided by that over paper, is the ratio.
 * `paper` and `solid` are internal reflectances; `luminance` weighs the bands (sums to about 1).
 * Dark inks reach their ratio only in part: what remains is the most scattering the solid allows.
 */
export function filmFromSolid(paper: ArrayLike<number>, solid: ArrayLike<number>, contrastRatio: number, luminance: ArrayLike<number>): Film {
  const bands = paper.length;
  const filmAt = (scatter: number): Film => ({
    kh: Float64Array.from({ length: bands }, (_, i) => absorptionFor(solid[i], paper[i], scatter)),
    sh: new Float64Array(bands).fill(scatter),
  });
  if (contrastRatio <= 0) return filmAt(0);
  const ratioAt = (scatter: number) => {
    const film = filmAt(scatter);
    let overBlack = 0, overPaper = 0;
    for (let i = 0; i < bands; i++) {
      overBlack += luminance[i] * filmBand(film.kh[i], film.sh[i], 0);
      overPaper += luminance[i] * filmBand(film.kh[i], film.sh[i], paper[i]);
    }
    return overBlack / Math.max(overPaper, 1e-9);
  };
  let low = 0, high = MAX_SCATTER;
  for (let step = 0; step < STEPS; step++) {
    const middle = (low + high) / 2;
    if (ratioAt(middle) < contrastRatio) low = middle; else high = middle;
  }
  return filmAt((low + high) / 2);
}

/** Absorption that brings a film of given scattering over `ground` to `wanted`: monotone, by bisection on a log scale. */
function absorptionFor(wanted: number, ground: number, scatter: number): number {
  if (scatter === 0) return -0.5 * Math.log(Math.min(1, Math.max(1e-4, wanted / Math.max(ground, 1e-9))));
  if (filmBand(0, scatter, ground) <= wanted) return 0;
  let low = -12, high = 8;
  for (let step = 0; step < STEPS; step++) {
    const middle = (low + high) / 2;
    if (filmBand(Math.exp(middle), scatter, ground) > wanted) low = middle; else high = middle;
  }
  return Math.exp((low + high) / 2);
}
