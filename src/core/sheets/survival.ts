/**
 * Belief about the share of sheets lost in a run: a Beta distribution, as counts of sheets lost and kept. Losses within
 * a run hang together because they share that run's luck, so a run's count follows a beta-binomial.
 */
export interface LossBelief {
  readonly lost: number;
  readonly kept: number;
}

export type Experience = 'new' | 'practised' | 'workshop';

/** Start values: mean loss in one run, each with the weight of 20 sheets. */
export const MEAN_LOSS: Readonly<Record<Experience, number>> = { new: 0.09, practised: 0.04, workshop: 0.015 };
const PRIOR_WEIGHT_SHEETS = 20;

export function startBelief(experience: Experience): LossBelief {
  const mean = MEAN_LOSS[experience];
  return { lost: mean * PRIOR_WEIGHT_SHEETS, kept: (1 - mean) * PRIOR_WEIGHT_SHEETS };
}

/** The belief after seeing sheets lost and kept. */
export function learned(belief: LossBelief, seen: { lost: number; kept: number }): LossBelief {
  return { lost: belief.lost + seen.lost, kept: belief.kept + seen.kept };
}

/** P(j of n sheets survive one run), j = 0…n: beta-binomial, by its recurrence from j = n downwards. */
export function survivorsOfRun(n: number, belief: LossBelief): Float64Array {
  const p = new Float64Array(n + 1);
  let top = 1;
  for (let i = 0; i < n; i++) top *= (belief.kept + i) / (belief.lost + belief.kept + i);
  p[n] = top;
  for (let j = n; j > 0; j--) p[j - 1] = (p[j] * j * (n - j + belief.lost)) / ((n - j + 1) * (j - 1 + belief.kept));
  return p;
}

/** Distribution of the sheets alive after one more run, from the distribution before it. */
export function afterRun(alive: Float64Array, belief: LossBelief): Float64Array {
  const next = new Float64Array(alive.length);
  for (let n = 0; n < alive.length; n++) {
    if (alive[n] === 0) continue;
    const survivors = survivorsOfRun(n, belief);
    for (let j = 0; j <= n; j++) next[j] += alive[n] * survivors[j];
  }
  return next;
}

/** Distribution of the sheets alive after each of `runs` runs, index 0 being the start: exact. */
export function aliveAfterRuns(sheets: number, runs: number, belief: LossBelief): Float64Array[] {
  const start = new Float64Array(sheets + 1);
  start[sheets] = 1;
  const all: Float64Array[] = [start];
  for (let r = 0; r < runs; r++) all.push(afterRun(all[r], belief));
  return all;
}

/** Chance, for every number of sheets 0…`most`, that at least `wanted` survive `runs` runs. Backwards, once for all. */
export function chanceOfReaching(wanted: number, most: number, runs: number, belief: LossBelief): Float64Array {
  let chance: Float64Array = Float64Array.from({ length: most + 1 }, (_, n) => (n >= wanted ? 1 : 0));
  const rows = Array.from({ length: most + 1 }, (_, n) => (n < wanted ? undefined : survivorsOfRun(n, belief)));
  for (let r = 0; r < runs; r++) {
    const later = chance;
    chance = Float64Array.from({ length: most + 1 }, (_, n) => {
      const row = rows[n];
      if (!row) return 0;
      let sum = 0;
      for (let j = wanted; j <= n; j++) sum += row[j] * later[j];
      return sum;
    });
  }
  return chance;
}

/** Smallest n with P(count ≤ n) ≥ `share`. */
export function quantile(distribution: Float64Array, share: number): number {
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
