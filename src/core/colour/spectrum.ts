import { labD50FromXyz, xyzFromLabD50, type Lab, type Xyz } from './lab';
import { BAND_COUNT, OBSERVER_WEIGHTS } from './observerWeights';

const W = OBSERVER_WEIGHTS.D50;
/** L* above this is clamped: no reflectance in (0, 1) in every band reaches it. */
const MAX_LIGHTNESS = 99.5;
const MAX_STEPS = 60;

/**
 * The smoothest reflectance (36 bands, 380–730 nm, each in 0–1) whose colour is `lab`:
 * least hyperbolic tangent slope squared (S. A. Burns 2020). R = (1 + tanh z)/2, minimise
 * Σ(z[i+1] − z[i])² subject to W·R = XYZ, by Newton's method on the Lagrangian with damping.
 * Colours no surface can have come out as the nearest the method reaches.
 */
export function spectrumFromLabD50(lab: Lab): Float64Array {
  const target = xyzFromLabD50([Math.min(Math.max(lab[0], 0.5), MAX_LIGHTNESS), lab[1], lab[2]]);
  const start = Math.atanh(2 * Math.min(0.98, Math.max(0.02, target[1])) - 1);
  let z: Float64Array = new Float64Array(BAND_COUNT).fill(start);
  let lambda: Float64Array = new Float64Array(3);
  let error = residualNorm(z, lambda, target);
  for (let step = 0; step < MAX_STEPS && error > 1e-11; step++) {
    const move = newtonStep(z, lambda, target);
    if (!move) break;
    const next = damped(z, lambda, move, target, error);
    if (!next) break;
    ({ z, lambda, error } = next);
  }
  return z.map((v) => (1 + Math.tanh(v)) / 2);
}

/** Lab D50 of a reflectance of 36 bands. */
export function labD50FromSpectrum(reflectance: ArrayLike<number>): Lab {
  return labD50FromXyz(xyzD50FromSpectrum(reflectance));
}

/** XYZ under D50, Y of a perfect white = 1. */
export function xyzD50FromSpectrum(reflectance: ArrayLike<number>): Xyz {
  let x = 0, y = 0, z = 0;
  for (let i = 0; i < BAND_COUNT; i++) {
    const r = reflectance[i];
    x += W[0][i] * r;
    y += W[1][i] * r;
    z += W[2][i] * r;
  }
  return [x, y, z];
}

/** Gradient of the Lagrangian (36 slope terms, then 3 constraint terms). */
function residuals(z: Float64Array, lambda: Float64Array, target: Xyz): Float64Array {
  const out = new Float64Array(BAND_COUNT + 3);
  for (let i = 0; i < BAND_COUNT; i++) {
    const t = Math.tanh(z[i]);
    const slope = (1 - t * t) / 2;
    const left = i > 0 ? z[i] - z[i - 1] : 0;
    const right = i < BAND_COUNT - 1 ? z[i + 1] - z[i] : 0;
    out[i] = 2 * (left - right) + slope * (lambda[0] * W[0][i] + lambda[1] * W[1][i] + lambda[2] * W[2][i]);
    for (let k = 0; k < 3; k++) out[BAND_COUNT + k] += (W[k][i] * (1 + t)) / 2;
  }
  for (let k = 0; k < 3; k++) out[BAND_COUNT + k] -= target[k];
  return out;
}

function residualNorm(z: Float64Array, lambda: Float64Array, target: Xyz): number {
  return Math.hypot(...residuals(z, lambda, target));
}

function newtonStep(z: Float64Array, lambda: Float64Array, target: Xyz): Float64Array | undefined {
  const n = BAND_COUNT + 3;
  const m = new Float64Array(n * (n + 1));
  const f = residuals(z, lambda, target);
  for (let i = 0; i < BAND_COUNT; i++) {
    const t = Math.tanh(z[i]);
    const slope = (1 - t * t) / 2;
    const force = lambda[0] * W[0][i] + lambda[1] * W[1][i] + lambda[2] * W[2][i];
    m[i * (n + 1) + i] = (i === 0 || i === BAND_COUNT - 1 ? 2 : 4) - 2 * t * slope * force;
    if (i > 0) m[i * (n + 1) + i - 1] = -2;
    if (i < BAND_COUNT - 1) m[i * (n + 1) + i + 1] = -2;
    for (let k = 0; k < 3; k++) {
      m[i * (n + 1) + BAND_COUNT + k] = W[k][i] * slope;
      m[(BAND_COUNT + k) * (n + 1) + i] = W[k][i] * slope;
    }
  }
  for (let i = 0; i < n; i++) m[i * (n + 1) + n] = -f[i];
  return solveInPlace(m, n);
}

function damped(z: Float64Array, lambda: Float64Array, move: Float64Array, target: Xyz, error: number) {
  for (let scale = 1; scale > 1e-4; scale /= 2) {
    const nextZ = z.map((v, i) => Math.min(18, Math.max(-18, v + scale * move[i])));
    const nextLambda = lambda.map((v, k) => v + scale * move[BAND_COUNT + k]);
    const nextError = residualNorm(nextZ, nextLambda, target);
    if (nextError < error * (1 - 1e-4 * scale)) return { z: nextZ, lambda: nextLambda, error: nextError };
  }
  return undefined;
}

/** Gaussian elimination with row pivoting on an n × (n+1) matrix; undefined when singular. */
function solveInPlace(m: Float64Array, n: number): Float64Array | undefined {
  const width = n + 1;
  for (let c = 0; c < n; c++) {
    let pivot = c;
    for (let r = c + 1; r < n; r++) if (Math.abs(m[r * width + c]) > Math.abs(m[pivot * width + c])) pivot = r;
    if (Math.abs(m[pivot * width + c]) < 1e-14) return undefined;
    if (pivot !== c) for (let k = c; k < width; k++) [m[c * width + k], m[pivot * width + k]] = [m[pivot * width + k], m[c * width + k]];
    for (let r = c + 1; r < n; r++) {
      const factor = m[r * width + c] / m[c * width + c];
      if (factor !== 0) for (let k = c; k < width; k++) m[r * width + k] -= factor * m[c * width + k];
    }
  }
  const out = new Float64Array(n);
  for (let r = n - 1; r >= 0; r--) {
    let sum = m[r * width + n];
    for (let k = r + 1; k < n; k++) sum -= m[r * width + k] * out[k];
    out[r] = sum / m[r * width + r];
  }
  return out;
}
