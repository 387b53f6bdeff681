import { normalShare } from '../numeric';
import { ranged } from '../units';

/** What a look at a film told: it had just become dry; it had been dry for who knows how long; it was not dry yet. */
export const DRY_LOOKS = ['now', 'before', 'not yet'] as const;
export type DryLook = (typeof DRY_LOOKS)[number];

/** A film that was looked at so many hours after it was laid, and what the start values say for it, h. */
export interface DryingReading {
  readonly saidHours: number;
  readonly seenHours: number;
  readonly how: DryLook;
}

/** Times what the start values say: one film in ten is dry by the low one, half by the middle, nine in ten by the high one. */
export interface DryingFactor {
  readonly low: number;
  readonly middle: number;
  readonly high: number;
}

/**
 * Start values: how much films of one medium differ from one another, as a standard deviation of the logarithm; the start value of a
 * medium weighs as much as so many readings.
 */
const FILMS_SPREAD = 0.35,
  PRIOR_READINGS = 4;
/** The logarithm of a medium's factor is looked for on so many steps, so many standard deviations of the prior to each side. */
const STEPS = 81,
  REACH = 6;
const LOW = 0.1,
  HIGH = 0.9;

/**
 * How much longer (above 1) or shorter a workshop's films of one medium take than the start values say. The logarithm of the hours is normal
 * (a lognormal law); looks at films that were dry before, or not yet, count as what they tell: the film was quicker, or slower, than that
 * (a likelihood with censored readings: Gelman et al. 2013, ch. 8). Summed on a grid, so it is exact but for its step. Throws OutOfRange for hours
 * below a minute.
 */
export function learnedDrying(readings: readonly DryingReading[]): DryingFactor {
  const priorSpread = FILMS_SPREAD / Math.sqrt(PRIOR_READINGS);
  const ratios = readings.map(({ saidHours, seenHours, how }) => {
    ranged('the drying hours said', saidHours, 1 / 60);
    ranged('the drying hours seen', seenHours, 1 / 60);
    return { how, log: Math.log(seenHours / saidHours) };
  });
  const kinds = Array.from({ length: STEPS }, (_, i) => {
    const z = ((2 * i) / (STEPS - 1) - 1) * REACH,
      log = z * priorSpread;
    return { log, weight: -(z * z) / 2 + ratios.reduce((sum, ratio) => sum + logLikelihood(ratio, log), 0) };
  });
  const most = Math.max(...kinds.map(({ weight }) => weight));
  const weighed = kinds.map(({ log, weight }) => ({ log, weight: Math.exp(weight - most) }));
  const all = weighed.reduce((sum, { weight }) => sum + weight, 0);
  const shareBy = (x: number) =>
    weighed.reduce((sum, { log, weight }) => sum + weight * normalShare((x - log) / FILMS_SPREAD), 0) / all;
  const at = (share: number) => Math.exp(whereReached(shareBy, share));
  return { low: at(LOW), middle: at(0.5), high: at(HIGH) };
}

/** No likelihood is smaller than this, so that one slip of the tongue does not decide. */
const LEAST_SHARE = 1e-6;

function logLikelihood({ how, log }: { readonly how: DryLook; readonly log: number }, factorLog: number): number {
  const z = (log - factorLog) / FILMS_SPREAD;
  if (how === 'now') return Math.max(-(z * z) / 2, Math.log(LEAST_SHARE));
  return Math.log(Math.max(LEAST_SHARE, normalShare(how === 'before' ? z : -z)));
}

/** Where a rising share is reached, by halving. */
function whereReached(shareBy: (x: number) => number, share: number): number {
  let [low, high] = [-8, 8];
  while (high - low > 1e-8) {
    const middle = (low + high) / 2;
    if (shareBy(middle) < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
