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

const MAX_SCATTER = 40;
/** A clear film this dark lets through e^(−10) of the light: less than any surface sends back. */
const MOST_CLEAR_ABSORPTION = 5;
/** K/S of an internal reflectance of 0.012, which lies under the surface of every paper. */
const MOST_ABSORPTION_TO_SCATTER = 40;
const LEAST_LOG = -12,
  MOST_LOG = 8;
const MAX_STEPS = 60,
  NEWTON_STEPS = 10;
/** Reflectance to which a band is solved. */
const SOLVED = 1e-8;
/** Contrast ratio to which an ink is solved. */
const RATIO_SOLVED = 1e-5;

/**
 * The film of an ink known by its colour on paper and its contrast ratio (0–1).
 * Scattering is taken equal in all bands (white-like) and absorption solved band by band, so that the film over
 * `paper` gives `solid` and its luminance over black, divided by that over paper, is the ratio.
 * `paper` and `solid` are internal reflectances; `luminance` weighs the bands (sums to about 1).
 * Dark inks reach their ratio only in part: what remains is the most scattering the solid allows.
 */
export function filmFromSolid(
  paper: ArrayLike<number>,
  solid: ArrayLike<number>,
  contrastRatio: number,
  luminance: ArrayLike<number>,
): Film {
  const bands = paper.length;
  // each solution starts from the one before, so that a few Newton steps do
  const logAbsorption = new Float64Array(bands).fill(-1);
  const filmAt = (scatter: number): Film => {
    const kh = new Float64Array(bands);
    for (let i = 0; i < bands; i++) {
      const solved = absorptionFor(solid[i], paper[i], scatter, logAbsorption[i]);
      if (solved > 0) logAbsorption[i] = Math.log(solved);
      kh[i] = boundedAbsorption(solved, scatter);
    }
    return { kh, sh: new Float64Array(bands).fill(scatter) };
  };
  if (contrastRatio <= 0) return filmAt(0);
  const ratioAt = (scatter: number) => {
    const film = filmAt(scatter);
    let overBlack = 0,
      overPaper = 0;
    for (let i = 0; i < bands; i++) {
      overBlack += luminance[i] * filmBand(film.kh[i], film.sh[i], 0);
      overPaper += luminance[i] * filmBand(film.kh[i], film.sh[i], paper[i]);
    }
    return overBlack / Math.max(overPaper, 1e-9);
  };
  if (ratioAt(MAX_SCATTER) <= contrastRatio) return filmAt(MAX_SCATTER);
  return filmAt(
    Math.expm1(rootBetween((v) => ratioAt(Math.expm1(v)) - contrastRatio, 0, Math.log1p(MAX_SCATTER), RATIO_SOLVED)),
  );
}

/**
 * Absorption levelled off where more of it can no longer be seen in a full film: a solid as dark as the surface itself does
 * not tell how strong the ink is, and without a bound its mixtures and thin films would turn black at a trace of it.
 * Below half of the bound nothing changes by more than 0.3 %.
 */
function boundedAbsorption(kh: number, scatter: number): number {
  const bound = MOST_CLEAR_ABSORPTION + MOST_ABSORPTION_TO_SCATTER * scatter;
  return kh / (1 + (kh / bound) ** 6) ** (1 / 6);
}

/** Absorption that brings a film of given scattering over `ground` to `wanted`: Newton on a log scale, bracketed if that wanders off. */
function absorptionFor(wanted: number, ground: number, scatter: number, logGuess: number): number {
  if (scatter === 0) return -0.5 * Math.log(Math.min(1, Math.max(1e-9, wanted / Math.max(ground, 1e-9))));
  if (filmBand(0, scatter, ground) <= wanted) return 0;
  let v = logGuess;
  for (let step = 0; step < NEWTON_STEPS; step++) {
    const x = Math.exp(v),
      off = filmBand(x, scatter, ground) - wanted;
    if (Math.abs(off) < SOLVED) return x;
    const slope = (filmBand(x * 1.0001, scatter, ground) - wanted - off) / 1e-4;
    if (!(slope < 0)) break;
    v -= Math.max(-1.5, Math.min(1.5, off / slope));
    if (v < LEAST_LOG || v > MOST_LOG) break;
  }
  if (filmBand(Math.exp(MOST_LOG), scatter, ground) >= wanted) return Math.exp(MOST_LOG);
  return Math.exp(rootBetween((u) => filmBand(Math.exp(u), scatter, ground) - wanted, LEAST_LOG, MOST_LOG, SOLVED));
}

/** Root of a monotone function that changes sign between `low` and `high`: the Illinois rule (Dowell & Jarratt 1971), kept inside its bracket. */
function rootBetween(f: (v: number) => number, low: number, high: number, tolerance: number): number {
  let fLow = f(low),
    fHigh = f(high),
    side = 0;
  if (fLow === 0 || fLow > 0 === fHigh > 0) return Math.abs(fLow) < Math.abs(fHigh) ? low : high;
  for (let step = 0; step < MAX_STEPS && high - low > tolerance; step++) {
    // every third step halves the bracket, so that flat ends cannot hold it up
    const v = step % 3 === 2 ? (low + high) / 2 : (low * fHigh - high * fLow) / (fHigh - fLow);
    const fv = f(v);
    if (Math.abs(fv) < tolerance) return v;
    if (fv > 0 === fHigh > 0) {
      high = v;
      fHigh = fv;
      if (side === 1) fLow /= 2;
      side = 1;
    } else {
      low = v;
      fLow = fv;
      if (side === -1) fHigh /= 2;
      side = -1;
    }
  }
  return (low + high) / 2;
}
