import { phrase, type Phrase } from '../units';
import { filmBand, type Film } from './film';

/**
 * What one band of a drawdown tells: `good` both absorption and scattering; `opaque` only their ratio (the black does not
 * show through); `clear` no scattering; `no absorption` scattering alone; `unreadable` when the two readings contradict
 * each other (brighter over black than over paper, or brighter than any film can be) or the two grounds are alike.
 */
export type BandQuality = 'good' | 'opaque' | 'clear' | 'no absorption' | 'unreadable';

export interface DrawdownFilm {
  readonly kh: Float64Array;
  readonly sh: Float64Array;
  readonly quality: readonly BandQuality[];
}

/** What a hand-held reader repeats to: closer readings are called alike, though the film is still computed from them. */
const REPEATABILITY = 0.002;
/** Below these nothing can be computed any more. */
const LEAST_DIFFERENCE = 1e-9;
/** An opaque film is given this κ: e^(−2κ) of the ground is far below what any reader sees. */
const OPAQUE_KAPPA = 4;

export interface Band {
  readonly x: number;
  readonly y: number;
  readonly quality: BandQuality;
}

/**
 * K·h and S·h of a film from its reflectance over paper and over black (Kubelka & Munk 1931; Kubelka 1948), band by band.
 * All four are internal reflectances (0–1) of equal length; the grounds are the bare paper and the bare black.
 * Never throws: what a band cannot tell is said in `quality`.
 */
export function filmFromDrawdown({
  overPaper,
  paper,
  overBlack,
  black,
}: {
  overPaper: ArrayLike<number>;
  paper: ArrayLike<number>;
  overBlack: ArrayLike<number>;
  black: ArrayLike<number>;
}): DrawdownFilm {
  const bands = Array.from({ length: overPaper.length }, (_, i) =>
    bandFilm(overPaper[i], paper[i], overBlack[i], black[i]),
  );
  return {
    kh: Float64Array.from(bands, (b) => b.x),
    sh: Float64Array.from(bands, (b) => b.y),
    quality: bands.map((b) => b.quality),
  };
}

/** One band of a film from a lighter and a darker ground. */
export function bandFilm(rw: number, w: number, rb: number, b: number): Band {
  const seen = [rw, w, rb, b].every((v) => v >= 0 && v < 1);
  if (!seen || w - b < 0.02) return unreadable(rw, w);
  // brighter over black than over paper cannot be; what is read so hides everything, or the readings are exchanged
  if (rb - rw > REPEATABILITY) return { ...opaqueBand((rw + rb) / 2), quality: 'unreadable' };
  if (rw - rb < LEAST_DIFFERENCE) return opaqueBand((rw + rb) / 2);
  const determinant = 2 * (rb * w - rw * b);
  if (determinant < LEAST_DIFFERENCE) return clearBand(rw, rb, w, b);
  const a = ((1 + rw * rb) * (w - b) - (1 + w * b) * (rw - rb)) / determinant;
  if (a <= 1 + 1e-9) return scatterBand(rb, b);
  return generalBand(a, rw, w, rb, b);
}

function generalBand(a: number, rw: number, w: number, rb: number, b: number): Band {
  const beta = Math.sqrt(a * a - 1);
  const rInfinity = a - beta;
  const overPaperTells = Math.abs(w - rInfinity) >= Math.abs(b - rInfinity);
  const r = overPaperTells ? rw : rb,
    ground = overPaperTells ? w : b;
  const y = Math.log(((r - a - beta) * (ground - a + beta)) / ((r - a + beta) * (ground - a - beta))) / (2 * beta);
  if (!Number.isFinite(y)) return opaqueBand(rInfinity);
  if (y < 0) return unreadable(rw, w);
  const quality = rw - rb < REPEATABILITY ? 'opaque' : rb - b * (rw / w) < REPEATABILITY ? 'clear' : 'good';
  return { x: (a - 1) * y, y, quality };
}

/** Only K/S = (1 − R)² / 2R is known; the film is made thick enough to hide anything. */
function opaqueBand(r: number): Band {
  const ratio = (1 - r) ** 2 / (2 * Math.max(r, 1e-6));
  const y = OPAQUE_KAPPA / Math.sqrt(ratio * (ratio + 2) || 1e-6);
  return { x: ratio * y, y, quality: 'opaque' };
}

function clearBand(rw: number, rb: number, w: number, b: number): Band {
  return { x: Math.max(0, 0.5 * Math.log((w - b) / (rw - rb))), y: 0, quality: 'clear' };
}

function scatterBand(rb: number, b: number): Band {
  return { x: 0, y: Math.max(0, (rb - b) / ((1 - rb) * (1 - b))), quality: 'no absorption' };
}

/** As if transparent, from the paper reading alone. */
function unreadable(rw: number, w: number): Band {
  return { x: -0.5 * Math.log(Math.min(1, Math.max(1e-4, rw / Math.max(w, 1e-9) || 1))), y: 0, quality: 'unreadable' };
}

/** Largest error (internal reflectance) of the film against the readings it came from: the solver's own check. */
export function drawdownError(
  film: Film,
  readings: {
    overPaper: ArrayLike<number>;
    paper: ArrayLike<number>;
    overBlack: ArrayLike<number>;
    black: ArrayLike<number>;
  },
): number {
  let worst = 0;
  for (let i = 0; i < film.kh.length; i++) {
    worst = Math.max(
      worst,
      Math.abs(filmBand(film.kh[i], film.sh[i], readings.paper[i]) - readings.overPaper[i]),
      Math.abs(filmBand(film.kh[i], film.sh[i], readings.black[i]) - readings.overBlack[i]),
    );
  }
  return worst;
}

/** Said of a drawdown whose readings contradict one another. */
export const UNUSABLE = 'drawdown.notUsableOverBlack';

/** How far a drawdown can be trusted. */
export function wordsForQuality(quality: readonly BandQuality[]): Phrase {
  const count = (q: BandQuality) => quality.filter((v) => v === q).length;
  const n = quality.length;
  if (count('unreadable') > n / 4) return phrase(UNUSABLE);
  if (count('opaque') > n / 2) return phrase('drawdown.opaqueTheBlackDoes');
  if (count('clear') > n / 2) return phrase('drawdown.transparentNoScatteringWas');
  if (count('good') >= n * 0.75) return phrase('drawdown.goodAbsorptionAndScattering');
  return phrase('drawdown.fairOfBandsTell', { good: count('good'), bands: n });
}
