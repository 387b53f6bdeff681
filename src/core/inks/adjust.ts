import { OBSERVER_WEIGHTS } from '../colour/observerWeights';
import type { Lab } from '../colour';
import { filmBand, filmOver, mixFilms, type Film } from './film';
import { labFromInternal, type Ground } from './inkOnPaper';

const LUMINANCE = OBSERVER_WEIGHTS.D50[1];

/**
 * The film that takes `below` to `reached` (internal reflectances), as near to `planned` as it can be: scattering is kept and
 * absorption solved; where even no absorption stays too dark, scattering is raised. Works for every reachable reading.
 */
export function filmReaching(planned: Film, below: ArrayLike<number>, reached: ArrayLike<number>): Film {
  const bands = below.length;
  const kh = new Float64Array(bands),
    sh = new Float64Array(bands);
  for (let i = 0; i < bands; i++) {
    const wanted = Math.min(Math.max(reached[i], 1e-5), 0.999),
      y = planned.sh[i];
    if (filmBand(0, y, below[i]) >= wanted) {
      sh[i] = y;
      kh[i] = bisect((x) => filmBand(x, y, below[i]) > wanted);
    } else sh[i] = bisect((s) => filmBand(0, s, below[i]) < wanted);
  }
  return { kh, sh };
}

/** The weight of `film` (times its usual) that best explains `reached` over `below`: golden section on the band errors. */
export function filmWeightReaching(film: Film, below: ArrayLike<number>, reached: ArrayLike<number>): number {
  const error = (logWeight: number) => {
    const seen = filmOver(film, below, Math.exp(logWeight));
    let sum = 0;
    for (let i = 0; i < seen.length; i++) sum += (seen[i] - reached[i]) ** 2;
    return sum;
  };
  let low = Math.log(0.02),
    high = Math.log(20);
  for (let i = 0; i < 60; i++) {
    const a = high - (high - low) * 0.618,
      b = low + (high - low) * 0.618;
    if (error(a) < error(b)) high = b;
    else low = a;
  }
  return Math.exp((low + high) / 2);
}

/** Luminance over black ÷ over paper of a film: 0 lets all through, 1 hides all. */
export function contrastRatio(film: Film, paperInternal: ArrayLike<number>): number {
  let overBlack = 0,
    overPaper = 0;
  for (let i = 0; i < paperInternal.length; i++) {
    overBlack += LUMINANCE[i] * filmBand(film.kh[i], film.sh[i], 0);
    overPaper += LUMINANCE[i] * filmBand(film.kh[i], film.sh[i], paperInternal[i]);
  }
  return overBlack / Math.max(overPaper, 1e-9);
}

/**
 * Looks across a gradation that runs from one film to another over what lies below, `samples` of them, evenly spaced.
 * The rollers blend the two inks, so each sample is a mixture by weight.
 */
export function gradationLooksLabD50(
  ground: Ground,
  below: ArrayLike<number>,
  from: Film,
  to: Film,
  samples: number,
  weight = 1,
): Lab[] {
  return Array.from({ length: samples }, (_, i) => {
    const share = samples === 1 ? 0 : i / (samples - 1);
    return labFromInternal(ground, filmOver(mixFilms([from, to], [1 - share, share]), below, weight));
  });
}

/** Smallest positive value at which `tooLow` turns false, on a log scale between 1e-6 and 1e3. */
function bisect(tooLow: (value: number) => boolean): number {
  let low = Math.log(1e-6),
    high = Math.log(1e3);
  for (let i = 0; i < 48; i++) {
    const middle = (low + high) / 2;
    if (tooLow(Math.exp(middle))) low = middle;
    else high = middle;
  }
  return Math.exp((low + high) / 2);
}
