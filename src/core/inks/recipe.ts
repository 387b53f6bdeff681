import { deltaE2000, labD50FromXyz, type Lab } from '../colour';
import { OBSERVER_WEIGHTS } from '../colour/observerWeights';
import { filmBand, filmOver, type Film } from './film';
import { labFromInternal, type Ground } from './inkOnPaper';
import { K1_EXTERNAL, K2_INTERNAL } from './surface';

export type PigmentRole = 'pigment' | 'black' | 'white' | 'extender';

/** What a recipe may be mixed from. `film` is the ink as it comes, at the film's usual weight, strength included. */
export interface Pigment {
  readonly id: string;
  readonly role: PigmentRole;
  readonly film: Film;
}

export interface RecipePart { readonly id: string; readonly share: number }

export interface RecipeTask {
  readonly targetLabD50: Lab;
  readonly ground: Ground;
  /** Reflectance inside what lies below; the bare paper's is `ground.internal`. */
  readonly below: ArrayLike<number>;
  /** Film weight, 1 as usual, times the trapping when it lies on another film. */
  readonly weight: number;
  readonly pigments: readonly Pigment[];
}

/** Why the colour cannot be had: what lies below shows through, or no mixture is that light, that dark or that pure. */
export type RecipeLimit = 'below shows through' | 'not light enough' | 'not dark enough' | 'not pure enough';

export interface Recipe {
  /** Shares by weight, largest first, summing to 1. */
  readonly parts: readonly RecipePart[];
  readonly labD50: Lab;
  readonly deltaE: number;
}

export interface RecipeAnswer {
  /** The simplest within 0.5 ΔE00 of the best. */
  readonly chosen: Recipe;
  readonly best: Recipe;
  /** What keeps the colour out of reach; undefined when it is reached. */
  readonly limit?: RecipeLimit;
}

/** A colour nearer than this counts as reached. */
export const REACHED_DELTA_E = 1.5;
const SIMPLER_MAY_COST = 0.5;
const MAX_PIGMENTS = 3;
const KEPT_PIGMENTS = 5;
/** Shares below this are left out: nobody weighs them. */
const LEAST_SHARE = 0.004;
const LM_STEPS = 30;
/** Sum of squared residuals, in ΔE², at which a set is solved. */
const SOLVED = 0.01;

/** Film of a recipe (Duncan 1940) at the usual weight. `parts` need not sum to 1. */
export function filmOfRecipe(pigments: readonly Pigment[], parts: readonly RecipePart[]): Film {
  const bands = pigments[0].film.kh.length;
  const kh = new Float64Array(bands), sh = new Float64Array(bands);
  const total = parts.reduce((sum, part) => sum + part.share, 0) || 1;
  for (const { id, share } of parts) {
    const film = pigments.find((p) => p.id === id)?.film;
    if (!film) continue;
    for (let i = 0; i < bands; i++) {
      kh[i] += (share / total) * film.kh[i];
      sh[i] += (share / total) * film.sh[i];
    }
  }
  return { kh, sh };
}

/** The colour seen of a recipe over what lies below. */
export function labOfRecipe(task: Omit<RecipeTask, 'targetLabD50'>, parts: readonly RecipePart[]): Lab {
  return labFromInternal(task.ground, filmOver(filmOfRecipe(task.pigments, parts), task.below, task.weight));
}

/**
 * At most three pigments (black among them), white and extender, to bring the colour over `below` to the target.
 * Candidates are pruned by a coarse search of single pigments and pairs, then each set is solved by Levenberg–Marquardt
 * on shares u²/Σu², with residuals weighted as in CIEDE2000. Undefined when there is nothing to mix.
 */
export function solveRecipe(task: RecipeTask): RecipeAnswer | undefined {
  if (task.pigments.length === 0) return undefined;
  const bench = new MixingBench(task);
  const all: Recipe[] = [];
  for (const set of setsOf(bench)) {
    // nothing larger can be better by more than a simpler recipe may cost
    if (all.some((r) => r.deltaE <= SIMPLER_MAY_COST && r.parts.length < set.length)) break;
    all.push(fitted(bench, set));
  }
  const best = all.reduce((a, b) => (b.deltaE < a.deltaE ? b : a));
  const simple = all.filter((r) => r.deltaE <= best.deltaE + SIMPLER_MAY_COST)
    .reduce((a, b) => (b.parts.length < a.parts.length || (b.parts.length === a.parts.length && b.deltaE < a.deltaE) ? b : a));
  return { chosen: simple, best, limit: best.deltaE > REACHED_DELTA_E ? limitOf(task, best) : undefined };
}

/** What is tried: up to three of the most useful pigments, with and without white and extender, small sets first. */
function setsOf(bench: MixingBench): Placed[][] {
  const mixers = bench.pigments.filter((p) => p.role === 'white' || p.role === 'extender');
  return subsets(prunedPigments(bench), MAX_PIGMENTS).flatMap((set) => subsets(mixers, 2).map((mix) => [...set, ...mix]))
    .filter((set) => set.length > 0).sort((a, b) => a.length - b.length);
}

/** All subsets of up to `most` members, the empty one too. */
function subsets<T>(items: readonly T[], most: number): T[][] {
  return items.reduce<T[][]>((sets, item) => [...sets, ...sets.filter((set) => set.length < most).map((set) => [...set, item])], [[]]);
}

/** A pigment by its place in the task, for the quick inner sums. */
interface Placed { readonly index: number; readonly role: PigmentRole }

/**
 * The inner sums of the search, without allocation: shares in, residuals out, weighted as CIEDE2000 weighs lightness,
 * chroma and hue at the target.
 */
class MixingBench {
  readonly pigments: readonly Placed[];
  private readonly kh: readonly ArrayLike<number>[];
  private readonly sh: readonly ArrayLike<number>[];
  private readonly cos: number;
  private readonly sin: number;
  private readonly sl: number;
  private readonly sc: number;
  private readonly shue: number;
  readonly residuals = new Float64Array(3);

  constructor(readonly task: RecipeTask) {
    this.pigments = task.pigments.map((p, index) => ({ index, role: p.role }));
    this.kh = task.pigments.map((p) => Float64Array.from(p.film.kh));
    this.sh = task.pigments.map((p) => Float64Array.from(p.film.sh));
    const [l, a, b] = task.targetLabD50;
    const chroma = Math.hypot(a, b);
    [this.cos, this.sin] = chroma > 1e-6 ? [a / chroma, b / chroma] : [1, 0];
    this.sl = 1 + (0.015 * (l - 50) ** 2) / Math.sqrt(20 + (l - 50) ** 2);
    this.sc = 1 + 0.045 * chroma;
    this.shue = 1 + 0.015 * chroma;
  }

  /** Fills `residuals` for the set at these shares and returns their sum of squares. */
  mix(set: readonly Placed[], shares: ArrayLike<number>): number {
    const { below, weight, ground, targetLabD50: target } = this.task;
    const [wx, wy, wz] = OBSERVER_WEIGHTS.D50;
    const scale = (1 - K1_EXTERNAL) * (1 - K2_INTERNAL);
    let x = 0, y = 0, z = 0;
    for (let i = 0; i < below.length; i++) {
      let k = 0, s = 0;
      for (let p = 0; p < set.length; p++) {
        k += shares[p] * this.kh[set[p].index][i];
        s += shares[p] * this.sh[set[p].index][i];
      }
      const rho = filmBand(k * weight, s * weight, below[i]);
      const r = ground.floor + (scale * rho) / (1 - K2_INTERNAL * rho);
      x += wx[i] * r;
      y += wy[i] * r;
      z += wz[i] * r;
    }
    const lab = labD50FromXyz([x, y, z]);
    const da = lab[1] - target[1], db = lab[2] - target[2];
    const out = this.residuals;
    out[0] = (lab[0] - target[0]) / this.sl;
    out[1] = (da * this.cos + db * this.sin) / this.sc;
    out[2] = (db * this.cos - da * this.sin) / this.shue;
    return out[0] * out[0] + out[1] * out[1] + out[2] * out[2];
  }
}

/** The pigments that serve the target best alone or in pairs, by a coarse search over mixing ratios. */
function prunedPigments(bench: MixingBench): readonly Placed[] {
  const pigments = bench.pigments.filter((p) => p.role === 'pigment' || p.role === 'black');
  if (pigments.length <= KEPT_PIGMENTS) return pigments;
  const mixers = bench.pigments.filter((p) => p.role === 'white' || p.role === 'extender');
  const score = new Float64Array(bench.pigments.length).fill(Infinity);
  const tryMix = (set: readonly Placed[], shares: readonly number[]) => {
    const off = bench.mix(set, shares);
    for (const p of set) score[p.index] = Math.min(score[p.index], off);
  };
  for (let i = 0; i < pigments.length; i++) {
    tryMix([pigments[i]], [1]);
    for (const mixer of mixers) for (const share of [0.35, 0.1]) tryMix([pigments[i], mixer], [share, 1 - share]);
    for (let j = i + 1; j < pigments.length; j++) {
      for (const ratio of [0.2, 0.5, 0.8]) {
        tryMix([pigments[i], pigments[j]], [ratio, 1 - ratio]);
        for (const mixer of mixers) tryMix([pigments[i], pigments[j], mixer], [ratio * 0.3, (1 - ratio) * 0.3, 0.7]);
      }
    }
  }
  return [...pigments].sort((a, b) => score[a.index] - score[b.index]).slice(0, KEPT_PIGMENTS);
}

function fitted(bench: MixingBench, set: readonly Placed[]): Recipe {
  let best: Recipe | undefined;
  for (const start of startsFor(set)) {
    const recipe = recipeOf(bench.task, set, levenbergMarquardt(bench, set, start));
    if (!best || recipe.deltaE < best.deltaE) best = recipe;
    if (best.deltaE < SIMPLER_MAY_COST) break;
  }
  return best!;
}

/** Pigments lost in white or extender, and all alike: the two basins worth starting from. */
function startsFor(set: readonly Placed[]): Float64Array[] {
  const even = Float64Array.from(set, () => 1);
  const mixer = (p: Placed) => p.role === 'white' || p.role === 'extender';
  if (set.length === 1 || !set.some(mixer)) return [even];
  return [Float64Array.from(set, (p) => (mixer(p) ? 1 : 0.3)), even];
}

function sharesOf(u: Float64Array): Float64Array {
  let total = 0;
  for (let i = 0; i < u.length; i++) total += u[i] * u[i];
  return u.map((v) => (v * v) / (total || 1));
}

function recipeOf(task: RecipeTask, set: readonly Placed[], u: Float64Array): Recipe {
  const shares = sharesOf(u);
  const kept = set.map((p, i) => ({ id: task.pigments[p.index].id, share: shares[i] })).filter((part) => part.share >= LEAST_SHARE);
  const total = kept.reduce((sum, part) => sum + part.share, 0);
  const parts = kept.map(({ id, share }) => ({ id, share: share / total })).sort((a, b) => b.share - a.share);
  const labD50 = labOfRecipe(task, parts);
  return { parts, labD50, deltaE: deltaE2000(labD50, task.targetLabD50) };
}

/** Damped least squares of three residuals on u (shares are u²/Σu²), Jacobian by differences. */
function levenbergMarquardt(bench: MixingBench, set: readonly Placed[], start: Float64Array): Float64Array {
  let u = start, error = bench.mix(set, sharesOf(u)), damping = 1e-2;
  for (let step = 0; step < LM_STEPS && error > SOLVED; step++) {
    bench.mix(set, sharesOf(u));
    const r = [...bench.residuals];
    const jacobian = set.map((_, k) => {
      const moved = u.slice();
      moved[k] += 1e-4;
      bench.mix(set, sharesOf(moved));
      return r.map((v, i) => (bench.residuals[i] - v) / 1e-4);
    });
    const before = error;
    for (let attempt = 0; attempt < 5 && error === before; attempt++) {
      const next = u.slice();
      solveDamped(jacobian, r, damping).forEach((d, k) => { next[k] = Math.max(0, next[k] + Math.max(-0.5, Math.min(0.5, d))); });
      const e = bench.mix(set, sharesOf(next));
      if (e < error) { u = next; error = e; damping = Math.max(1e-7, damping / 4); } else damping *= 6;
    }
    if (before - error < 1e-3 * before) break;
  }
  return u;
}

/** Minimises |J·d + r|² + λ|d|²: as there are only three residuals, (J·Jᵀ + λI)y = −r is solved and d = Jᵀ·y. */
function solveDamped(jacobian: readonly (readonly number[])[], r: readonly number[], lambda: number): number[] {
  const m = [0, 1, 2].map((i) => [0, 1, 2].map((j) => jacobian.reduce((sum, col) => sum + col[i] * col[j], i === j ? lambda : 0)));
  const det = m[0][0] * (m[1][1] * m[2][2] - m[1][2] * m[2][1]) - m[0][1] * (m[1][0] * m[2][2] - m[1][2] * m[2][0]) + m[0][2] * (m[1][0] * m[2][1] - m[1][1] * m[2][0]);
  const y = [0, 1, 2].map((c) => {
    const a = m.map((row, i) => row.map((v, j) => (j === c ? -r[i] : v)));
    return (a[0][0] * (a[1][1] * a[2][2] - a[1][2] * a[2][1]) - a[0][1] * (a[1][0] * a[2][2] - a[1][2] * a[2][0]) + a[0][2] * (a[1][0] * a[2][1] - a[1][1] * a[2][0])) / det;
  });
  return jacobian.map((col) => col[0] * y[0] + col[1] * y[1] + col[2] * y[2]);
}

function limitOf(task: RecipeTask, best: Recipe): RecipeLimit {
  const { targetLabD50: target } = task;
  const belowIsPaper = Array.from(task.below).every((v, i) => v === task.ground.internal[i]);
  if (!belowIsPaper) {
    const onPaper = new MixingBench({ ...task, below: task.ground.internal });
    if (setsOf(onPaper).some((set) => fitted(onPaper, set).deltaE < best.deltaE - 1)) return 'below shows through';
  }
  const dL = best.labD50[0] - target[0], dC = Math.hypot(best.labD50[1], best.labD50[2]) - Math.hypot(target[1], target[2]);
  if (Math.abs(dL) >= Math.abs(dC)) return dL < 0 ? 'not light enough' : 'not dark enough';
  return dC < 0 ? 'not pure enough' : dL < 0 ? 'not light enough' : 'not dark enough';
}
