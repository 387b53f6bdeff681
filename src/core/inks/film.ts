/**
 * An ink film on its substrate: absorption and scattering, each already multiplied by the film's thickness
 * (Kubelka & Munk 1931; Kubelka 1948). Both are ≥ 0, dimensionless, one value a band.
 */
export interface Film {
  readonly kh: ArrayLike<number>;
  readonly sh: ArrayLike<number>;
}

/** Internal reflectance (0–1, band by band) of `film` laid over `ground`. `weight` scales the film: 2 is twice as thick. */
export function filmOver(film: Film, ground: ArrayLike<number>, weight = 1): Float64Array {
  const out = new Float64Array(ground.length);
  for (let i = 0; i < out.length; i++) out[i] = filmBand(film.kh[i] * weight, film.sh[i] * weight, ground[i]);
  return out;
}

/** Reflectance and transmittance of the film alone in one band: E = e^(−2κ) form, finite over the whole range. */
export function filmR0T(x: number, y: number): { r0: number; t: number } {
  const kappa = Math.sqrt(x * (x + 2 * y));
  const half = Math.exp(-kappa),
    decay = half * half;
  const g = kappa < 1e-5 ? 1 - kappa : (1 - decay) / (2 * kappa);
  const d = (1 + decay) / 2 + (x + y) * g;
  return { r0: (y * g) / d, t: half / d };
}

/** Reflectance of a film over a ground in one band; written out, as it is the innermost loop of every search. */
export function filmBand(x: number, y: number, ground: number): number {
  const kappa = Math.sqrt(x * (x + 2 * y));
  const half = Math.exp(-kappa),
    decay = half * half;
  const g = kappa < 1e-5 ? 1 - kappa : (1 - decay) / (2 * kappa);
  const d = (1 + decay) / 2 + (x + y) * g;
  const r0 = (y * g) / d,
    t = half / d;
  return r0 + (t * t * ground) / (1 - r0 * ground);
}

/** Duncan 1940: the film of a mixture, parts of each ink by film weight. */
export function mixFilms(films: readonly Film[], parts: readonly number[]): Film {
  const bands = films[0].kh.length;
  const kh = new Float64Array(bands),
    sh = new Float64Array(bands);
  films.forEach((film, f) => {
    for (let i = 0; i < bands; i++) {
      kh[i] += parts[f] * film.kh[i];
      sh[i] += parts[f] * film.sh[i];
    }
  });
  return { kh, sh };
}

/** The film of an ink with so much extender in it, 0–100 % of the whole by weight: extender neither absorbs nor scatters (Duncan 1940). */
export function extendedFilm(film: Film, extenderPercent: number): Film {
  const share = 1 - extenderPercent / 100;
  return { kh: Float64Array.from(film.kh, (v) => v * share), sh: Float64Array.from(film.sh, (v) => v * share) };
}
