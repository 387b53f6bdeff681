import { labD50FromXyz, type Lab } from '../colour';
import { OBSERVER_WEIGHTS } from '../colour/observerWeights';
import { filmR0T, type Film } from './film';
import type { Ground } from './inkOnPaper';
import { K1_EXTERNAL, K2_INTERNAL } from './surface';

/** A film at one weight with its reflectance and squared transmittance worked out: what searches lay down by the million. */
export interface ReadyFilm {
  readonly r0: Float64Array;
  readonly t2: Float64Array;
}

export function readyFilm(film: Film, weight: number): ReadyFilm {
  const bands = film.kh.length;
  const r0 = new Float64Array(bands),
    t2 = new Float64Array(bands);
  for (let i = 0; i < bands; i++) {
    const alone = filmR0T(film.kh[i] * weight, film.sh[i] * weight);
    r0[i] = alone.r0;
    t2[i] = alone.t * alone.t;
  }
  return { r0, t2 };
}

/** Internal reflectance of `film` over `below`, written into `out`. */
export function layReady(film: ReadyFilm, below: Float64Array, out: Float64Array): void {
  const { r0, t2 } = film;
  for (let i = 0; i < out.length; i++) out[i] = r0[i] + (t2[i] * below[i]) / (1 - r0[i] * below[i]);
}

const [WX, WY, WZ] = OBSERVER_WEIGHTS.D50.map((row) => Float64Array.from(row));
const THROUGH = (1 - K1_EXTERNAL) * (1 - K2_INTERNAL);

/** The colour seen of an internal reflectance, in one pass. */
export function labOfInternal(ground: Ground, internal: Float64Array): Lab {
  let x = 0,
    y = 0,
    z = 0;
  for (let i = 0; i < internal.length; i++) {
    const r = ground.floor + (THROUGH * internal[i]) / (1 - K2_INTERNAL * internal[i]);
    x += WX[i] * r;
    y += WY[i] * r;
    z += WZ[i] * r;
  }
  return labD50FromXyz([x, y, z]);
}
