import { ranged } from '../units';
import { logGamma } from './logGamma';

/** So many of so many: sheets with a fault among sheets pulled. */
export interface Share {
  readonly of: number;
  readonly with: number;
}

/**
 * Chance that two groups of sheets differ at least as much as these if nothing tells them apart: Fisher's exact test, two-sided,
 * all tables with the same margins that are no likelier than this one (Fisher 1922). Throws OutOfRange for counts below 0, and
 * for more with a fault than there are.
 */
export function exactChance(a: Share, b: Share): number {
  for (const share of [a, b]) {
    ranged('sheets compared', share.of, 0);
    ranged('sheets with a fault', share.with, 0, share.of);
  }
  const withFault = a.with + b.with,
    all = a.of + b.of;
  const least = Math.max(0, withFault - b.of),
    most = Math.min(a.of, withFault);
  const logChance = (k: number) => logChoose(a.of, k) + logChoose(b.of, withFault - k) - logChoose(all, withFault);
  const here = logChance(a.with) + 1e-7;
  let sum = 0;
  for (let k = least; k <= most; k++) {
    const log = logChance(k);
    if (log <= here) sum += Math.exp(log);
  }
  return Math.min(1, sum);
}

function logChoose(n: number, k: number): number {
  return logGamma(n + 1) - logGamma(k + 1) - logGamma(n - k + 1);
}

/** Where the true share lies with 95 % confidence, 0–1 (Wilson 1927): it says what little few sheets tell. Of none: 0 to 1. */
export function shareRange({ of, with: k }: Share): { readonly least: number; readonly most: number } {
  ranged('sheets compared', of, 0);
  ranged('sheets with a fault', k, 0, of);
  if (of === 0) return { least: 0, most: 1 };
  const z = 1.959964,
    p = k / of,
    middle = p + (z * z) / (2 * of),
    reach = z * Math.sqrt((p * (1 - p)) / of + (z * z) / (4 * of * of)),
    scale = 1 + (z * z) / of;
  return { least: Math.max(0, (middle - reach) / scale), most: Math.min(1, (middle + reach) / scale) };
}

/** Chances of several comparisons made at once, each made larger by how many there are (Holm 1979): in their order. */
export function chancesTogether(chances: readonly number[]): number[] {
  const order = chances.map((_, i) => i).sort((i, j) => chances[i] - chances[j]);
  const out = new Array<number>(chances.length).fill(1);
  let least = 0;
  order.forEach((i, rank) => {
    least = Math.max(least, Math.min(1, chances[i] * (chances.length - rank)));
    out[i] = least;
  });
  return out;
}
