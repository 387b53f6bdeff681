import { digamma, logGamma, trigamma } from './logGamma';
import { cholesky } from '../numeric';
import { luckOf, type LossBelief, type LuckKind, type RunLuck } from './survival';

/** Where a run stands among those of its print: the first warms up, the last has the most behind it. */
export const RUN_PLACES = ['first', 'middle', 'last'] as const;
type RunPlace = (typeof RUN_PLACES)[number];

/** What is told apart when losses are learned. Any part may be unknown. */
export interface RunWay {
  readonly medium?: string;
  readonly registration?: string;
  readonly by?: 'hand' | 'press';
  readonly place?: RunPlace;
}
const PARTS = ['medium', 'registration', 'by', 'place'] as const satisfies readonly (keyof RunWay)[];

/** Sheets that went through one run and were lost in it; `runs` such runs. */
export interface RunLosses {
  readonly sheets: number;
  readonly lost: number;
  readonly runs?: number;
  readonly way?: RunWay;
}

export type Experience = 'new' | 'practised' | 'workshop';

/** Start values: mean loss in one run. */
export const MEAN_LOSS: Readonly<Record<Experience, number>> = { new: 0.09, practised: 0.04, workshop: 0.015 };

/**
 * How far the logarithm of the mean may be from the start value, as standard deviations: for the workshop as a whole, and for each way apart. Start
 * values, chosen so that stated chances come true over a workshop's first twelve prints, also where the start value is twice or half
 * the truth (docs/method.md).
 */
const WHOLE_SPREAD = 1;
const WAY_SPREAD: Readonly<Record<(typeof PARTS)[number], number>> = {
  medium: 0.17,
  registration: 0.17,
  by: 0.17,
  place: 0.1,
};
/** The start value lies between the middle of what the mean may be and its mean. */
const BELOW_START = 0.26;
const STEPS = [-2.4, -1.8, -1.2, -0.6, 0, 0.6, 1.2, 1.8, 2.4];
/** How much runs may differ: a run's luck counts as much as so many sheets. Start values. */
const LUCK_WEIGHTS = [
  { sheets: 4, probability: 0.32 },
  { sheets: 20, probability: 0.46 },
  { sheets: 2000, probability: 0.22 },
] as const;
const MOST_MEAN_LOSS = 0.7;
/** Kinds of luck less likely than this are left out. */
const LEAST_PROBABILITY = 0.003;

/** The start values alone. */
export function startBelief(experience: Experience, ways: readonly RunWay[] = [{}]): LossBelief {
  return learnedBelief(experience, [], ways);
}

/**
 * The belief about runs of these ways after the runs seen. The logarithm of a run's mean loss is that of the workshop plus one share for its medium,
 * its way of registration, hand or press, and its place among the runs; each share is normal about 0, so that a way nobody has worked in leans on
 * the others (a hierarchical beta-binomial: Gelman et al. 2013, ch. 5). How much runs differ is learned with them; a run's own luck stays what it
 * is, however many sheets were counted. The mode is found by Newton's method, and the belief summed along the line through it on which the
 * runs asked for vary most (Laplace's approximation across that line, the exact posterior on it).
 */
export function learnedBelief(
  experience: Experience,
  seen: readonly RunLosses[],
  ways: readonly RunWay[] = [{}],
): LossBelief {
  const model = modelOf(experience, seen, ways);
  const kinds = LUCK_WEIGHTS.flatMap(({ sheets, probability }) => {
    const fit = fitted(model, sheets);
    const asked = model.asked.map((at) => ({
      mean: at.reduce((sum, i) => sum + fit.mode[i], 0),
      spread: Math.sqrt(varianceOf(fit, at, at)),
    }));
    const { along, length } = lineOf(model, fit);
    return STEPS.map((z) => ({
      runs: shared(asked.map(({ mean, spread }) => luckFrom(model, mean + z * spread, sheets))),
      logWeight:
        Math.log(probability) +
        logPosterior(
          model,
          fit.mode.map((v, i) => v + (length > 0 ? (z * along[i]) / length : 0)),
          sheets,
        ) -
        fit.logDet / 2,
    }));
  });
  return normalised(kinds);
}

/** Runs that are alike share one luck, so that what is worked out for it is worked out once. */
function shared(lucks: readonly RunLuck[]): RunLuck[] {
  const known: RunLuck[] = [];
  return lucks.map((luck) => {
    const same = known.find(({ lost, kept }) => lost === luck.lost && kept === luck.kept);
    if (!same) known.push(luck);
    return same ?? luck;
  });
}

interface Model {
  readonly logBase: number;
  /** Standard deviation of each unknown: the workshop's, then one for each value of each part that is named. */
  readonly spreads: readonly number[];
  /** Which unknowns each run seen, and each run asked for, has. */
  readonly seen: readonly {
    readonly at: readonly number[];
    readonly sheets: number;
    readonly lost: number;
    readonly runs: number;
  }[];
  readonly asked: readonly (readonly number[])[];
}

function modelOf(experience: Experience, seen: readonly RunLosses[], ways: readonly RunWay[]): Model {
  const spreads = [WHOLE_SPREAD],
    places = new Map<string, number>();
  const at = (way: RunWay = {}) => [
    0,
    ...PARTS.map((part) => {
      // what is not known is a way of its own
      const key = `${part} ${way[part] ?? ''}`;
      if (!places.has(key)) places.set(key, spreads.push(WAY_SPREAD[part]) - 1);
      return places.get(key)!;
    }),
  ];
  const runs = seen.map(({ sheets, lost, runs: times = 1, way }) => ({ at: at(way), sheets, lost, runs: times }));
  const asked = ways.map((way) => at(way));
  return { logBase: Math.log(MEAN_LOSS[experience]) - BELOW_START, spreads, seen: runs, asked };
}

function luckFrom({ logBase }: Model, effect: number, weight: number): RunLuck {
  const mean = Math.min(MOST_MEAN_LOSS, Math.exp(logBase + effect));
  return { lost: mean * weight, kept: (1 - mean) * weight };
}

function logPosterior(model: Model, x: readonly number[], weight: number): number {
  const prior = x.reduce((sum, v, i) => sum - (v / model.spreads[i]) ** 2 / 2, 0);
  return model.seen.reduce((sum, { at, sheets, lost, runs }) => {
    const luck = luckFrom(
      model,
      at.reduce((effect, i) => effect + x[i], 0),
      weight,
    );
    return sum + runs * logLikelihood(luck, sheets, lost);
  }, prior);
}

/** Logarithm of the beta-binomial likelihood, without what does not depend on the luck. */
function logLikelihood({ lost: a, kept: b }: RunLuck, sheets: number, lost: number): number {
  return (
    logGamma(a + lost) -
    logGamma(a) +
    logGamma(b + sheets - lost) -
    logGamma(b) +
    logGamma(a + b) -
    logGamma(a + b + sheets)
  );
}

interface Fit {
  readonly mode: readonly number[];
  /** Solves with the curvature at the mode. */
  readonly solve: (right: readonly number[]) => number[];
  readonly logDet: number;
}

const MOST_ROUNDS = 12,
  NEAR = 1e-4,
  LONGEST_STEP = 1.5;

function fitted(model: Model, weight: number): Fit {
  const x = model.spreads.map(() => 0);
  for (let round = 0; ; round++) {
    const { slope, curvature } = slopesAt(model, x, weight);
    const factor = cholesky(curvature);
    const step = factor.solve(slope),
      longest = Math.max(...step.map(Math.abs));
    if (longest < NEAR || round === MOST_ROUNDS) return { mode: x, solve: factor.solve, logDet: factor.logDet };
    const scale = Math.min(1, LONGEST_STEP / longest);
    for (let i = 0; i < x.length; i++) x[i] += scale * step[i];
  }
}

/** First derivatives of the logarithm of the posterior, and minus the second ones; where those of a run bend the wrong way they are left out. */
function slopesAt({ logBase, spreads, seen }: Model, x: readonly number[], weight: number) {
  const slope = x.map((v, i) => -v / spreads[i] ** 2);
  const curvature = spreads.map((s, i) => spreads.map((_, j) => (i === j ? 1 / s ** 2 : 0)));
  for (const { at, sheets, lost, runs } of seen) {
    const mean = Math.exp(logBase + at.reduce((effect, i) => effect + x[i], 0));
    if (mean >= MOST_MEAN_LOSS) continue;
    const a = mean * weight,
      b = weight - a;
    const first = weight * (digamma(a + lost) - digamma(a) - digamma(b + sheets - lost) + digamma(b));
    const second = weight ** 2 * (trigamma(a + lost) - trigamma(a) + trigamma(b + sheets - lost) - trigamma(b));
    const bend = Math.max(0, -(second * mean * mean + first * mean));
    for (const i of at) {
      slope[i] += runs * first * mean;
      for (const j of at) curvature[i][j] += runs * bend;
    }
  }
  return { slope, curvature };
}

function varianceOf({ solve, mode }: Fit, a: readonly number[], b: readonly number[]): number {
  const solved = solve(mode.map((_, i) => (a.includes(i) ? 1 : 0)));
  return b.reduce((sum, i) => sum + solved[i], 0);
}

/** The direction in which the mean of the runs asked for varies most, and how far one standard deviation of it is. */
function lineOf({ asked }: Model, { solve, mode }: Fit) {
  const towards = mode.map((_, i) => asked.filter((at) => at.includes(i)).length / asked.length);
  const along = solve(towards);
  return { along, length: Math.sqrt(along.reduce((sum, v, i) => sum + v * towards[i], 0)) };
}

/** A belief seen against one more run, part of which may still be to come. */
export function weighedBy(belief: LossBelief, run: number, seen: RunLosses): LossBelief {
  return normalised(
    belief.map((kind) => ({
      runs: kind.runs,
      logWeight:
        Math.log(kind.probability) + (seen.runs ?? 1) * logLikelihood(luckOf(kind, run), seen.sheets, seen.lost),
    })),
  );
}

function normalised(kinds: readonly { readonly runs: readonly RunLuck[]; readonly logWeight: number }[]): LuckKind[] {
  const most = Math.max(...kinds.map((k) => k.logWeight));
  const weights = kinds.map((k) => Math.exp(k.logWeight - most));
  const total = weights.reduce((sum, w) => sum + w, 0);
  const kept = kinds
    .map(({ runs }, i) => ({ runs, probability: weights[i] / total }))
    .filter((kind) => kind.probability >= LEAST_PROBABILITY);
  const all = kept.reduce((sum, kind) => sum + kind.probability, 0);
  return kept.map((kind) => ({ ...kind, probability: kind.probability / all }));
}
