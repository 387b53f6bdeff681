import { ranged } from '../units';

export interface Trend {
  /** Pairs of values in which the later one is greater, less those in which it is smaller. */
  readonly score: number;
  /** How likely a score at least as far from nothing is where the order says nothing, two-sided. */
  readonly chance: number;
}

/** More are not told apart exactly: the newest count. */
const MOST = 60;

/**
 * Whether values in the order they came rise or fall: Kendall's S, and its chance from the exact distribution of the inversions of a
 * permutation (Kendall 1938). Ties count for neither way, which leaves the chance too large rather than too small. Throws OutOfRange for
 * what is no number.
 */
export function trendOf(values: readonly number[]): Trend {
  for (const value of values) ranged('a value of a series', value, -Infinity);
  const last = values.slice(-MOST),
    n = last.length;
  let score = 0;
  for (let i = 0; i < n; i++) for (let k = i + 1; k < n; k++) score += Math.sign(last[k] - last[i]);
  const pairs = (n * (n - 1)) / 2;
  // permutations with so many inversions have the score pairs − 2·inversions
  const most = Math.floor((pairs - Math.abs(score)) / 2 + 1e-9);
  const counts = inversionShares(n);
  let tail = 0;
  for (let inversions = 0; inversions <= most; inversions++) tail += counts[inversions];
  return { score, chance: score === 0 ? 1 : Math.min(1, 2 * tail) };
}

/** Of all orders of n things, the share with 0, 1, 2 … inversions (Mahonian numbers over n!). */
function inversionShares(n: number): Float64Array {
  let shares = Float64Array.of(1);
  for (let placed = 2; placed <= n; placed++) {
    const next = new Float64Array(shares.length + placed - 1);
    for (let i = 0; i < shares.length; i++) for (let k = 0; k < placed; k++) next[i + k] += shares[i] / placed;
    shares = next;
  }
  return shares;
}
