import { ranged } from '../units';

/**
 * Belief about the share of sheets lost in one run: a Beta distribution, as counts of sheets lost and kept. Losses within
 * a run hang together because they share that run's luck, so a run's count follows a beta-binomial.
 */
export interface RunLuck {
  readonly lost: number;
  readonly kept: number;
}

/** One way a workshop's runs may be: the luck it gives each run of a print, the last named holding for all later ones. */
export interface LuckKind {
  readonly probability: number;
  readonly runs: readonly RunLuck[];
}

/**
 * What a print's runs are believed to be like: kinds of luck, each with its probability (summing to 1). Which kind it is stays the same from run
 * to run, and the log tells; every run draws its own luck from it.
 */
export type LossBelief = readonly LuckKind[];

/** The luck of a run, from 0. */
export function luckOf({ runs }: LuckKind, run: number): RunLuck {
  return runs[Math.min(run, runs.length - 1)];
}

/** Mean share of sheets lost in a run; over all that are told apart where none is named. */
export function meanLoss(belief: LossBelief, run?: number): number {
  const of = ({ lost, kept }: RunLuck) => lost / (lost + kept);
  return belief.reduce((sum, kind) => {
    const runs = run === undefined ? kind.runs : [luckOf(kind, run)];
    return sum + (kind.probability * runs.reduce((all, luck) => all + of(luck), 0)) / runs.length;
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
      if (r < runs) alive = new Float64Array(afterKeeping(afterRun(alive, luckOf(kind, r)), keptAfter[r] ?? 0));
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
  for (const kind of belief) addScaled(all, chanceWithLuck(wanted, most, [0, runs], kind, keptAfter), kind.probability);
  return all;
}

/** The same for one kind of luck, over the runs from one to before another. Backwards, once for all numbers. */
export function chanceWithLuck(
  wanted: number,
  most: number,
  [from, to]: readonly [number, number],
  kind: LuckKind,
  keptAfter: KeptAfterRuns = [],
): Float64Array {
  let chance: Float64Array = Float64Array.from({ length: most + 1 }, (_, n) => (n >= wanted ? 1 : 0));
  const rowsOf = new Map<RunLuck, readonly (Float64Array | undefined)[]>();
  for (let r = to - 1; r >= from; r--) {
    const later = chance,
      kept = keptAfter[r - from] ?? 0,
      luck = luckOf(kind, r);
    const rows =
      rowsOf.get(luck) ??
      Array.from({ length: most + 1 }, (_, n) => (n < wanted ? undefined : survivorsOfRun(n, luck)));
    rowsOf.set(luck, rows);
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
