import { solve3 } from '../numeric';
import { labD50FromXyz, xyzFromLabD50, type Lab, type Xyz } from './lab';
import { BAND_COUNT, OBSERVER_WEIGHTS } from './observerWeights';

const W = OBSERVER_WEIGHTS.D50;
/** L* above this is clamped: no reflectance in (0, 1) in every band reaches it. */
const MAX_LIGHTNESS = 99.5;
const MAX_STEPS = 60;
/** Norm of the gradient: XYZ is then met to ten digits. */
const SOLVED = 1e-10;

/**
 * The smoothest reflectance (36 bands, 380–730 nm, each in 0–1) whose colour is `lab`:
 * least hyperbolic tangent slope squared (S. A. Burns 2020). R = (1 + tanh z)/2, minimise
 * Σ(z[i+1] − z[i])² subject to W·R = XYZ, by Newton's method on the Lagrangian with damping.
 * Colours no surface can have come out as the nearest the method reaches.
 */
export function spectrumFromLabD50(lab: Lab): Float64Array {
  return solveSpectrum(lab).spectrum;
}

/** Where a solution ended: a start for a colour near it. */
export interface SpectrumStart {
  readonly z: Float64Array;
  readonly lambda: Float64Array;
}

/** As `spectrumFromLabD50`, begun from the solution of a near colour: a search that turns a colour step by step needs half the time. */
export function solveSpectrum(
  lab: Lab,
  start?: SpectrumStart,
): { readonly spectrum: Float64Array; readonly start: SpectrumStart } {
  const target = xyzFromLabD50([Math.min(Math.max(lab[0], 0.5), MAX_LIGHTNESS), lab[1], lab[2]]);
  const near = start && iterate(stateAt(start.z, start.lambda, target), target);
  const level = Math.atanh(2 * Math.min(0.98, Math.max(0.02, target[1])) - 1);
  const { z, lambda } =
    near && near.error <= SOLVED
      ? near
      : iterate(stateAt(new Float64Array(BAND_COUNT).fill(level), new Float64Array(3), target), target);
  return { spectrum: z.map((v) => (1 + Math.tanh(v)) / 2), start: { z, lambda } };
}

function iterate(from: State, target: Xyz): State {
  let now = from;
  for (let step = 0; step < MAX_STEPS && now.error > SOLVED; step++) {
    const move = newtonStep(now);
    const next = move && damped(now, move, target);
    if (!next) break;
    now = next;
  }
  return now;
}

/** Lab D50 of a reflectance of 36 bands. */
export function labD50FromSpectrum(reflectance: ArrayLike<number>): Lab {
  return labD50FromXyz(xyzD50FromSpectrum(reflectance));
}

/** XYZ under D50, Y of a perfect white = 1. */
export function xyzD50FromSpectrum(reflectance: ArrayLike<number>): Xyz {
  let x = 0,
    y = 0,
    z = 0;
  for (let i = 0; i < BAND_COUNT; i++) {
    const r = reflectance[i];
    x += W[0][i] * r;
    y += W[1][i] * r;
    z += W[2][i] * r;
  }
  return [x, y, z];
}

/** Where the iteration stands: hyperbolic heights, multipliers, and the gradient of the Lagrangian (36 slope terms, 3 constraints). */
interface State {
  readonly z: Float64Array;
  readonly lambda: Float64Array;
  readonly slope: Float64Array;
  /** W·λ, band by band. */
  readonly force: Float64Array;
  readonly tanh: Float64Array;
  readonly gradient: Float64Array;
  readonly error: number;
}

function stateAt(z: Float64Array, lambda: Float64Array, target: Xyz): State {
  const n = BAND_COUNT;
  const tanh = new Float64Array(n),
    slope = new Float64Array(n),
    force = new Float64Array(n),
    gradient = new Float64Array(n + 3);
  for (let k = 0; k < 3; k++) gradient[n + k] = -target[k];
  for (let i = 0; i < n; i++) {
    const t = Math.tanh(z[i]);
    tanh[i] = t;
    slope[i] = (1 - t * t) / 2;
    force[i] = lambda[0] * W[0][i] + lambda[1] * W[1][i] + lambda[2] * W[2][i];
    const left = i > 0 ? z[i] - z[i - 1] : 0,
      right = i < n - 1 ? z[i + 1] - z[i] : 0;
    gradient[i] = 2 * (left - right) + slope[i] * force[i];
    for (let k = 0; k < 3; k++) gradient[n + k] += (W[k][i] * (1 + t)) / 2;
  }
  let sum = 0;
  for (let i = 0; i < n + 3; i++) sum += gradient[i] * gradient[i];
  return { z, lambda, slope, force, tanh, gradient, error: Math.sqrt(sum) };
}

/** Keeps the slope matrix, singular while λ = 0, solvable; the gradient stays exact, so the answer does not change. */
const RIDGE = 1e-7;
const LEAST_PIVOT = 1e-9;

/**
 * One Newton step on the bordered system [D C; Cᵀ 0]: D is tridiagonal, C = slope·W has three columns, so D is solved for four
 * right sides in one sweep and the multipliers come from a 3 × 3 system.
 */
function newtonStep({ slope, force, tanh, gradient }: State): { z: Float64Array; lambda: Float64Array } | undefined {
  const n = BAND_COUNT;
  const pivot = new Float64Array(n);
  const right = [0, 1, 2, 3].map(() => new Float64Array(n));
  for (let i = 0; i < n; i++) {
    const ratio = i > 0 ? -2 / pivot[i - 1] : 0;
    const diagonal = (i === 0 || i === n - 1 ? 2 : 4) - 2 * tanh[i] * slope[i] * force[i] + RIDGE;
    const value = i > 0 ? diagonal + 2 * ratio : diagonal;
    pivot[i] = Math.abs(value) < LEAST_PIVOT ? LEAST_PIVOT : value;
    for (let c = 0; c < 4; c++) {
      const own = c < 3 ? slope[i] * W[c][i] : -gradient[i];
      right[c][i] = own - (i > 0 ? ratio * right[c][i - 1] : 0);
    }
  }
  for (let c = 0; c < 4; c++) {
    const v = right[c];
    v[n - 1] /= pivot[n - 1];
    for (let i = n - 2; i >= 0; i--) v[i] = (v[i] + 2 * v[i + 1]) / pivot[i];
  }
  const m = [0, 1, 2].map((j) =>
    [0, 1, 2, 3].map((c) => {
      let sum = c === 3 ? gradient[n + j] : 0;
      for (let i = 0; i < n; i++) sum += slope[i] * W[j][i] * right[c][i];
      return sum;
    }),
  );
  const lambda = solve3(m);
  if (!lambda) return undefined;
  return {
    lambda,
    z: right[3].map((v, i) => v - lambda[0] * right[0][i] - lambda[1] * right[1][i] - lambda[2] * right[2][i]),
  };
}

function damped(now: State, move: { z: Float64Array; lambda: Float64Array }, target: Xyz): State | undefined {
  for (let scale = 1; scale > 1e-4; scale /= 2) {
    const z = now.z.map((v, i) => Math.min(18, Math.max(-18, v + scale * move.z[i])));
    const next = stateAt(
      z,
      now.lambda.map((v, k) => v + scale * move.lambda[k]),
      target,
    );
    if (next.error < now.error * (1 - 1e-4 * scale)) return next;
  }
  return undefined;
}
