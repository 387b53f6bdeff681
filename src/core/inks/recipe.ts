import { solveLinear } from '../numeric';
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

export interface RecipePart {
  readonly id: string;
  readonly share: number;
}

/** A place the ink lies on, and what it must come to there. */
export interface RecipeArea {
  readonly targetLabD50: Lab;
  /** Reflectance inside what lies below; the bare paper's is the ground's. */
  readonly below: ArrayLike<number>;
  /** Film weight, 1 as usual, times the trapping when it lies on another film. */
  readonly weight: number;
}

export interface RecipeTask extends RecipeArea {
  readonly ground: Ground;
  readonly pigments: readonly Pigment[];
  /** Further places the same ink lies on, such as overlaps: they count as much together as the first. */
  readonly also?: readonly RecipeArea[];
}

/** Why the colour cannot be had: what lies below shows through, or no mixture is that light, that dark or that pure. */
export type RecipeLimit = 'below shows through' | 'not light enough' | 'not dark enough' | 'not pure enough';

export interface Recipe {
  /** Shares by weight, largest first, summing to 1. */
  readonly parts: readonly RecipePart[];
  readonly labD50: Lab;
  /** On the first area. */
  readonly deltaE: number;
  /** Mean of the first area and of the others' mean; what is best and simplest is judged by it. */
  readonly meanDeltaE: number;
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
const KEPT_PAIRS = 6,
  KEPT_TRIPLES = 5;
const SCREENING_STEPS = 9,
  SCREENING_BANDS = 3;
/** Shares below this are left out: nobody weighs them. */
const LEAST_SHARE = 0.001;
const LM_STEPS = 30;
/** Sum of squared residuals, in ΔE², at which a set is solved. */
const SOLVED = 0.01;

/** Film of a recipe (Duncan 1940) at the usual weight. `parts` need not sum to 1. */
export function filmOfRecipe(pigments: readonly Pigment[], parts: readonly RecipePart[]): Film {
  const bands = pigments[0].film.kh.length;
  const kh = new Float64Array(bands),
    sh = new Float64Array(bands);
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
 * All pairs of pigments are screened by a few steps, the best ones with every third; those sets and all their parts are then
 * solved by Levenberg–Marquardt (Levenberg 1944; Marquardt 1963) on shares u²/Σu², with residuals weighted as in CIEDE2000.
 * Undefined when there is nothing to mix.
 */
export function solveRecipe(task: RecipeTask): RecipeAnswer | undefined {
  if (task.pigments.length === 0) return undefined;
  const bench = new MixingBench(task);
  const all: Recipe[] = [];
  for (const set of setsOf(bench)) {
    // nothing larger can be better by more than a simpler recipe may cost
    if (all.some((r) => r.meanDeltaE <= SIMPLER_MAY_COST && r.parts.length < set.length)) break;
    all.push(fitted(bench, set));
  }
  const best = all.reduce((a, b) => (b.meanDeltaE < a.meanDeltaE ? b : a));
  const simple = all
    .filter((r) => r.meanDeltaE <= best.meanDeltaE + SIMPLER_MAY_COST)
    .reduce((a, b) =>
      b.parts.length < a.parts.length || (b.parts.length === a.parts.length && b.meanDeltaE < a.meanDeltaE) ? b : a,
    );
  return { chosen: simple, best, limit: best.deltaE > REACHED_DELTA_E ? limitOf(task, best) : undefined };
}

/** What is solved: the promising sets and all their parts, with and without white and extender, small sets first. */
function setsOf(bench: MixingBench): Placed[][] {
  const mixers = bench.pigments.filter((p) => p.role === 'white' || p.role === 'extender');
  const sets = new Map<string, Placed[]>();
  for (const promising of promisingSets(bench)) {
    for (const set of subsets(promising, MAX_PIGMENTS)) {
      for (const mix of subsets(mixers, 2))
        sets.set(
          [...set, ...mix]
            .map((p) => p.index)
            .sort((a, b) => a - b)
            .join(),
          [...set, ...mix],
        );
    }
  }
  return [...sets.values()].filter((set) => set.length > 0).sort((a, b) => a.length - b.length);
}

/** All subsets of up to `most` members, the empty one too. */
function subsets<T>(items: readonly T[], most: number): T[][] {
  return items.reduce<T[][]>(
    (sets, item) => [...sets, ...sets.filter((set) => set.length < most).map((set) => [...set, item])],
    [[]],
  );
}

/** A pigment by its place in the task, for the quick inner sums. */
interface Placed {
  readonly index: number;
  readonly role: PigmentRole;
}

function meanBands(values: ArrayLike<number>, together: number): Float64Array {
  const out = new Float64Array(values.length / together);
  for (let i = 0; i < values.length; i++) out[Math.floor(i / together)] += values[i] / together;
  return out;
}

/** An area with its residuals' weights: as CIEDE2000 weighs lightness, chroma and hue at its target. */
class WeighedArea {
  private readonly cos: number;
  private readonly sin: number;
  private readonly sl: number;
  private readonly sc: number;
  private readonly shue: number;

  constructor(
    readonly area: RecipeArea,
    private readonly counts: number,
  ) {
    const [l, a, b] = area.targetLabD50;
    const chroma = Math.hypot(a, b);
    [this.cos, this.sin] = chroma > 1e-6 ? [a / chroma, b / chroma] : [1, 0];
    this.sl = 1 + (0.015 * (l - 50) ** 2) / Math.sqrt(20 + (l - 50) ** 2);
    this.sc = 1 + 0.045 * chroma;
    this.shue = 1 + 0.015 * chroma;
  }

  /** Writes three residuals and returns their sum of squares. */
  residuals(lab: Lab, out: Float64Array, at: number): number {
    const { targetLabD50: target } = this.area;
    const da = lab[1] - target[1],
      db = lab[2] - target[2];
    out[at] = (this.counts * (lab[0] - target[0])) / this.sl;
    out[at + 1] = (this.counts * (da * this.cos + db * this.sin)) / this.sc;
    out[at + 2] = (this.counts * (db * this.cos - da * this.sin)) / this.shue;
    return out[at] * out[at] + out[at + 1] * out[at + 1] + out[at + 2] * out[at + 2];
  }
}

/** The inner sums of the search, without allocation: shares in, residuals out. */
class MixingBench {
  readonly pigments: readonly Placed[];
  private readonly kh: readonly Float64Array[];
  private readonly sh: readonly Float64Array[];
  private readonly areas: readonly WeighedArea[];
  private readonly weights: readonly Float64Array[];
  readonly residuals: Float64Array;

  /** `bandsTogether`: 1 for the exact sums, more for a quick screening on fewer, broader bands. */
  constructor(
    readonly task: RecipeTask,
    bandsTogether = 1,
  ) {
    this.pigments = task.pigments.map((p, index) => ({ index, role: p.role }));
    this.kh = task.pigments.map((p) => meanBands(p.film.kh, bandsTogether));
    this.sh = task.pigments.map((p) => meanBands(p.film.sh, bandsTogether));
    this.weights = OBSERVER_WEIGHTS.D50.map((row) => meanBands(row, bandsTogether).map((v) => v * bandsTogether));
    const also = task.also ?? [];
    const weighed = (area: RecipeArea, counts: number) =>
      new WeighedArea({ ...area, below: meanBands(area.below, bandsTogether) }, counts);
    this.areas = [weighed(task, 1), ...also.map((area) => weighed(area, 1 / Math.sqrt(also.length)))];
    this.residuals = new Float64Array(3 * this.areas.length);
  }

  /** Fills `residuals` for the set at these shares and returns their sum of squares. */
  mix(set: readonly Placed[], shares: ArrayLike<number>): number {
    const { ground } = this.task;
    const [wx, wy, wz] = this.weights;
    const scale = (1 - K1_EXTERNAL) * (1 - K2_INTERNAL);
    let sum = 0;
    for (let a = 0; a < this.areas.length; a++) {
      const { below, weight } = this.areas[a].area;
      let x = 0,
        y = 0,
        z = 0;
      for (let i = 0; i < below.length; i++) {
        let k = 0,
          s = 0;
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
      sum += this.areas[a].residuals(labD50FromXyz([x, y, z]), this.residuals, 3 * a);
    }
    return sum;
  }
}

/** Sets of pigments worth solving to the end: the best pairs, and these with the third that helps them most. */
function promisingSets(bench: MixingBench): readonly (readonly Placed[])[] {
  const pigments = bench.pigments.filter((p) => p.role === 'pigment' || p.role === 'black');
  const mixers = bench.pigments.filter((p) => p.role === 'white' || p.role === 'extender');
  if (pigments.length <= MAX_PIGMENTS) return [pigments];
  const coarse = new MixingBench(bench.task, SCREENING_BANDS);
  const screened = (sets: readonly (readonly Placed[])[], keep: number) =>
    sets
      .map((set) => ({ set, off: screenedDistance(coarse, [...set, ...mixers]) }))
      .sort((a, b) => a.off - b.off)
      .slice(0, keep)
      .map(({ set }) => set);
  const pairs = screened(
    pigments.flatMap((p, i) => pigments.slice(i + 1).map((q) => [p, q])),
    KEPT_PAIRS,
  );
  const triples = screened(
    pairs.flatMap((pair) => pigments.filter((p) => !pair.includes(p)).map((third) => [...pair, third])),
    KEPT_TRIPLES,
  );
  return [...pairs, ...triples];
}

/** How near a set comes in a few steps: enough to tell the useful pigments. */
function screenedDistance(bench: MixingBench, set: readonly Placed[]): number {
  const start = startsFor(set)[0];
  return bench.mix(set, sharesOf(levenbergMarquardt(bench, set, start, SCREENING_STEPS)));
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
  const kept = set
    .map((p, i) => ({ id: task.pigments[p.index].id, share: shares[i] }))
    .filter((part) => part.share >= LEAST_SHARE);
  const total = kept.reduce((sum, part) => sum + part.share, 0);
  const parts = kept.map(({ id, share }) => ({ id, share: share / total })).sort((a, b) => b.share - a.share);
  const labD50 = labOfRecipe(task, parts);
  const deltaE = deltaE2000(labD50, task.targetLabD50);
  const others = (task.also ?? []).map((area) =>
    deltaE2000(labOfRecipe({ ...task, ...area }, parts), area.targetLabD50),
  );
  const meanDeltaE =
    others.length === 0 ? deltaE : (deltaE + others.reduce((sum, d) => sum + d, 0) / others.length) / 2;
  return { parts, labD50, deltaE, meanDeltaE };
}

/** Damped least squares on u (shares are u²/Σu²), Jacobian by differences. */
function levenbergMarquardt(
  bench: MixingBench,
  set: readonly Placed[],
  start: Float64Array,
  steps = LM_STEPS,
): Float64Array {
  let u = start,
    error = bench.mix(set, sharesOf(u)),
    damping = 1e-2;
  for (let step = 0; step < steps && error > SOLVED; step++) {
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
      solveDamped(jacobian, r, damping).forEach((d, k) => {
        next[k] = Math.max(0, next[k] + Math.max(-0.5, Math.min(0.5, d)));
      });
      const e = bench.mix(set, sharesOf(next));
      if (e < error) {
        u = next;
        error = e;
        damping = Math.max(1e-7, damping / 4);
      } else damping *= 6;
    }
    if (before - error < 1e-3 * before) break;
  }
  return u;
}

/** Minimises |J·d + r|² + λ|d|² by its normal equations; `jacobian` holds a column for each of at most five unknowns. */
function solveDamped(jacobian: readonly (readonly number[])[], r: readonly number[], lambda: number): number[] {
  const m = jacobian.map((column, i) => [
    ...jacobian.map((other, j) => column.reduce((sum, v, k) => sum + v * other[k], i === j ? lambda : 0)),
    -column.reduce((sum, v, k) => sum + v * r[k], 0),
  ]);
  return solveLinear(m);
}

function limitOf(task: RecipeTask, best: Recipe): RecipeLimit {
  const { targetLabD50: target } = task;
  const belowIsPaper = Array.from(task.below).every((v, i) => v === task.ground.internal[i]);
  if (!belowIsPaper) {
    const onPaper = new MixingBench({ ...task, below: task.ground.internal, also: [] });
    if (setsOf(onPaper).some((set) => fitted(onPaper, set).deltaE < best.deltaE - 1)) return 'below shows through';
  }
  const dL = best.labD50[0] - target[0],
    dC = Math.hypot(best.labD50[1], best.labD50[2]) - Math.hypot(target[1], target[2]);
  if (Math.abs(dL) >= Math.abs(dC)) return dL < 0 ? 'not light enough' : 'not dark enough';
  return dC < 0 ? 'not pure enough' : dL < 0 ? 'not light enough' : 'not dark enough';
}
