import { ranged } from '../units';
import { logGamma } from './logGamma';

/**
 * Belief about the share of sheets lost in one run: a Beta distribution, as counts of sheets lost and kept. Losses within
 * a run hang together because they share that run's luck, so a run's count follows a beta-binomial.
 */
export interface RunLuck {
  readonly lost: number;
  readonly kept: number;
}

/**
 * What a workshop's runs are believed to be like: kinds of luck a run can have, each with its probability (summing to 1).
 * Which kind it is stays the same from run to run, and the log tells; every run draws its own luck from it.
 */
export type LossBelief = readonly (RunLuck & { readonly probability: number })[];

/** Sheets that went through one run and were lost in it; `runs` such runs. */
export interface RunLosses {
  readonly sheets: number;
  readonly lost: number;
  readonly runs?: number;
}

export type Experience = 'new' | 'practised' | 'workshop';

/** Start values: mean loss in one run. */
export const MEAN_LOSS: Readonly<Record<Experience, number>> = { new: 0.09, practised: 0.04, workshop: 0.015 };
/** A run's luck counts as much as this many sheets (start value): Beta(mean × 20, (1 − mean) × 20). */
const LUCK_WEIGHT_SHEETS = 20;

/**
 * How far the mean may be from the start value, as a standard deviation of its logarithm, and how much runs may differ:
 * start values, chosen so that the stated chances come true over a workshop's first twelve prints (docs/method.md).
 */
const MEAN_SPREAD = 0.7;
const MEAN_STEPS = [-2.4, -1.8, -1.2, -0.6, 0, 0.6, 1.2, 1.8, 2.4];
const LUCK_WEIGHTS = [
  { sheets: 4, probability: 0.3 },
  { sheets: LUCK_WEIGHT_SHEETS, probability: 0.45 },
  { sheets: 2000, probability: 0.25 },
] as const;
const MOST_MEAN_LOSS = 0.7;
/** Kinds of luck less likely than this are left out. */
const LEAST_PROBABILITY = 0.003;

export function startBelief(experience: Experience): LossBelief {
  return learnedBelief(experience, []);
}

/**
 * The belief after the runs seen. The mean loss and how much runs differ are learned; a run's own luck stays what it is, however
 * many sheets were counted (a hierarchical beta-binomial: Gelman et al. 2013, ch. 5, summed on a grid).
 */
export function learnedBelief(experience: Experience, seen: readonly RunLosses[]): LossBelief {
  const kinds = MEAN_STEPS.flatMap((z) =>
    LUCK_WEIGHTS.map(({ sheets, probability }) => {
      const mean = Math.min(MOST_MEAN_LOSS, MEAN_LOSS[experience] * Math.exp(MEAN_SPREAD * z - MEAN_SPREAD ** 2 / 4));
      const luck = { lost: mean * sheets, kept: (1 - mean) * sheets };
      return { ...luck, logWeight: Math.log(probability) - (z * z) / 2 + logLikelihood(luck, seen) };
    }),
  );
  return normalised(kinds);
}

/** A belief seen against one more run, part of which may still be to come. */
export function weighedBy(belief: LossBelief, seen: RunLosses): LossBelief {
  return normalised(
    belief.map(({ lost, kept, probability }) => ({
      lost,
      kept,
      logWeight: Math.log(probability) + logLikelihood({ lost, kept }, [seen]),
    })),
  );
}

/** Mean share of sheets lost in a run. */
export function meanLoss(belief: LossBelief): number {
  return belief.reduce((sum, { lost, kept, probability }) => sum + (probability * lost) / (lost + kept), 0);
}

function normalised(kinds: readonly (RunLuck & { readonly logWeight: number })[]): LossBelief {
  const most = Math.max(...kinds.map((k) => k.logWeight));
  const weights = kinds.map((k) => Math.exp(k.logWeight - most));
  const total = weights.reduce((sum, w) => sum + w, 0);
  const kept = kinds
    .map(({ lost, kept: stays }, i) => ({ lost, kept: stays, probability: weights[i] / total }))
    .filter((kind) => kind.probability >= LEAST_PROBABILITY);
  const all = kept.reduce((sum, kind) => sum + kind.probability, 0);
  return kept.map((kind) => ({ ...kind, probability: kind.probability / all }));
}

/** Logarithm of the beta-binomial likelihood, without what does not depend on the luck. */
function logLikelihood({ lost: a, kept: b }: RunLuck, seen: readonly RunLosses[]): number {
  const none = logGamma(a + b) - logGamma(a) - logGamma(b);
  return seen.reduce((sum, { sheets, lost, runs = 1 }) => {
    const run = logGamma(a + lost) + logGamma(b + sheets - lost) - logGamma(a + b + sheets) + none;
    return sum + runs * run;
  }, 0);
}

/** Rows up to this many sheets are kept beside their kind of luck: at most 160 kB a kind. */
const MOST_KEPT_SHEETS = 200;
const keptRows = new WeakMap<RunLuck, Float64Array[]>();

/**
 * P(j of n sheets survive one run), j = 0…n: beta-binomial, by its recurrence from j = n downwards. Made once for each kind
 * of luck and n, because chains of runs and other wishes ask for the same rows again; nobody writes into it.
 */
export function survivorsOfRun(n: number, belief: RunLuck): Float64Array {
  if (n > MOST_KEPT_SHEETS) return betaBinomial(n, belief);
  const rows = keptRows.get(belief) ?? [];
  if (rows.length === 0) keptRows.set(belief, rows);
  return (rows[n] ??= betaBinomial(n, belief));
}

function betaBinomial(n: number, { lost, kept }: RunLuck): Float64Array {
  const p = new Float64Array(n + 1);
  let top = 1;
  for (let i = 0; i < n; i++) top *= (kept + i) / (lost + kept + i);
  p[n] = top;
  for (let j = n; j > 0; j--) p[j - 1] = (p[j] * j * (n - j + lost)) / ((n - j + 1) * (j - 1 + kept));
  return p;
}

/** Distribution of the sheets alive after one more run of this luck, from the distribution before it. */
export function afterRun(alive: Float64Array, luck: RunLuck): Float64Array {
  const next = new Float64Array(alive.length);
  for (let n = 0; n < alive.length; n++) {
    if (alive[n] === 0) continue;
    const survivors = survivorsOfRun(n, luck);
    for (let j = 0; j <= n; j++) next[j] += alive[n] * survivors[j];
  }
  return next;
}

/** How many sheets leave after each run, kept for good as they then are; runs that are not named keep none. */
export type KeptAfterRuns = readonly number[];

/** The distribution after `kept` sheets have left, or all there are. */
export function afterKeeping(alive: Float64Array, kept: number): Float64Array {
  if (kept === 0) return alive;
  const left = new Float64Array(alive.length);
  for (let n = 0; n < alive.length; n++) left[Math.max(0, n - kept)] += alive[n];
  return left;
}

/** Distribution of the sheets alive after each of `runs` runs and what is kept of them then, index 0 being the start: exact. */
export function aliveAfterRuns(
  sheets: number,
  runs: number,
  belief: LossBelief,
  keptAfter: KeptAfterRuns = [],
): Float64Array[] {
  const all = Array.from({ length: runs + 1 }, () => new Float64Array(sheets + 1));
  for (const kind of belief) {
    let alive = new Float64Array(sheets + 1);
    alive[sheets] = 1;
    for (let r = 0; r <= runs; r++) {
      addScaled(all[r], alive, kind.probability);
      if (r < runs) alive = new Float64Array(afterKeeping(afterRun(alive, kind), keptAfter[r] ?? 0));
    }
  }
  return all;
}

/**
 * Chance, for every number of sheets 0…`most`, that at least `wanted` survive `runs` runs, and that there are enough after each to
 * keep what shall be kept then.
 */
export function chanceOfReaching(
  wanted: number,
  most: number,
  runs: number,
  belief: LossBelief,
  keptAfter: KeptAfterRuns = [],
): Float64Array {
  const all = new Float64Array(most + 1);
  for (const kind of belief) addScaled(all, chanceWithLuck(wanted, most, runs, kind, keptAfter), kind.probability);
  return all;
}

/** The same for one kind of luck. Backwards, once for all numbers. */
export function chanceWithLuck(
  wanted: number,
  most: number,
  runs: number,
  luck: RunLuck,
  keptAfter: KeptAfterRuns = [],
): Float64Array {
  let chance: Float64Array = Float64Array.from({ length: most + 1 }, (_, n) => (n >= wanted ? 1 : 0));
  const rows = Array.from({ length: most + 1 }, (_, n) => (n < wanted ? undefined : survivorsOfRun(n, luck)));
  for (let r = runs - 1; r >= 0; r--) {
    const later = chance,
      kept = keptAfter[r] ?? 0;
    chance = Float64Array.from({ length: most + 1 }, (_, n) => {
      const row = rows[n];
      if (!row) return 0;
      let sum = 0;
      for (let j = Math.max(0, wanted) + kept; j <= n; j++) sum += row[j] * later[j - kept];
      return sum;
    });
  }
  return chance;
}

export function addScaled(to: Float64Array, from: ArrayLike<number>, scale: number): void {
  for (let i = 0; i < from.length; i++) to[i] += scale * from[i];
}

/** Smallest n with P(count ≤ n) ≥ `share`. */
export function quantile(distribution: Float64Array, share: number): number {
  ranged('a share', share, 0, 1);
  let sum = 0;
  for (let n = 0; n < distribution.length; n++) {
    sum += distribution[n];
    if (sum >= share - 1e-12) return n;
  }
  return distribution.length - 1;
}

export function meanCount(distribution: Float64Array): number {
  let mean = 0;
  for (let n = 0; n < distribution.length; n++) mean += n * distribution[n];
  return mean;
}
