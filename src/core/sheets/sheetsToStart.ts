import { failed, success, type Outcome, phrase, ranged, type Phrase } from '../units';
import { aliveAfterRuns, chanceOfReaching, quantile, type KeptAfterRuns, type LossBelief } from './survival';

export const EDITION_RANGE = { min: 1, max: 500, what: phrase('measure.edition') } as const;
export const PROOFS_RANGE = { min: 0, max: 50, what: phrase('measure.proofsToKeep') } as const;
export const SETS_RANGE = { min: 0, max: 10, what: phrase('measure.progressiveSets') } as const;
export const TEST_SHEETS_RANGE = { min: 0, max: 20, what: phrase('measure.testSheets') } as const;
export const WISH_RANGE = { min: 0.5, max: 0.99 } as const;
const MOST_SHEETS = 1200;

export interface SheetWish {
  readonly edition: number;
  /** Finished ones: they go through all runs. */
  readonly proofsToKeep: number;
  /** A progressive set is a sheet kept after each run, the last of them a finished one. */
  readonly progressiveSets?: number;
  /** Images on a sheet, cut apart into prints; one where this is not said. */
  readonly images?: number;
  /** Go first in every run and are not counted. */
  readonly testSheets: number;
  /** 0.5–0.99. */
  readonly wishToBeSure: number;
}

export interface SheetAnswer {
  /** Counted sheets, test sheets not included. */
  readonly counted: number;
  readonly total: number;
  /** Chance that `counted` sheets give at least the edition and the proofs. */
  readonly chance: number;
  /** False when even the most sheets do not reach the wish. */
  readonly reached: boolean;
}

export interface Outlook {
  /** P(at least n good prints) for n around the wish: the chance curve. */
  readonly curve: readonly { good: number; probability: number; atLeast: number }[];
  /** Alive after each run, index 0 the start: median and the middle 80 %. */
  readonly alive: readonly { median: number; low: number; high: number }[];
}

/** What progressive sets take away after each run; of the last run's sheets they take finished ones. */
export function keptForSets(sets: number, runs: number): KeptAfterRuns {
  return Array<number>(Math.max(0, runs - 1)).fill(sets);
}

/** Finished sheets that a wish asks for: each is cut apart into as many prints as it has images. */
export function finishedWanted({
  edition,
  proofsToKeep,
  progressiveSets = 0,
  images = 1,
}: Omit<SheetWish, 'testSheets' | 'wishToBeSure'>) {
  ranged('the images on a sheet', images, 1);
  return Math.ceil((edition + proofsToKeep) / images) + progressiveSets;
}

/**
 * Smallest number of sheets with P(good ≥ edition + proofs) ≥ the wish, sheets for progressive sets leaving after each run, by the exact
 * chain of beta-binomials. Refuses a
 * wish outside the ranges above, and a number of runs that is not whole and from 0 to 60.
 */
export function sheetsToStart(wish: SheetWish, runs: number, belief: LossBelief): Outcome<SheetAnswer> {
  const refused = refusedWish(wish, runs);
  return refused === undefined ? success(answerTo(wish, runs, belief)) : failed(refused);
}

const MOST_RUNS = 60;

function refusedWish(wish: SheetWish, runs: number): Phrase | undefined {
  const { edition, proofsToKeep, progressiveSets = 0, testSheets, wishToBeSure } = wish;
  for (const [value, { min, max, what }] of [
    [edition, EDITION_RANGE],
    [proofsToKeep, PROOFS_RANGE],
    [progressiveSets, SETS_RANGE],
    [testSheets, TEST_SHEETS_RANGE],
    [runs, { min: 0, max: MOST_RUNS, what: phrase('measure.numberOfRuns') }],
  ] as const)
    if (!Number.isInteger(value) || value < min || value > max)
      return phrase('sheetsToStart.cannotBeItMay', { value, what, min, max });
  return wishToBeSure >= WISH_RANGE.min && wishToBeSure <= WISH_RANGE.max
    ? undefined
    : phrase('sheetsToStart.cannotBeHowSure', { wishToBeSure, min: WISH_RANGE.min, max: WISH_RANGE.max });
}

function answerTo(wish: SheetWish, runs: number, belief: LossBelief): SheetAnswer {
  const wanted = finishedWanted(wish);
  const kept = keptForSets(wish.progressiveSets ?? 0, runs);
  const inAll = wanted + kept.reduce((sum, k) => sum + k, 0);
  let counted = -1;
  let chance: Float64Array = new Float64Array();
  for (let most = Math.min(MOST_SHEETS, inAll * 2 + 10); counted < 0; most = Math.min(MOST_SHEETS, most * 2)) {
    chance = chanceOfReaching(wanted, most, runs, belief, kept);
    counted = chance.findIndex((c) => c >= wish.wishToBeSure);
    if (most === MOST_SHEETS) break;
  }
  const reached = counted >= 0;
  const start = reached ? counted : chance.length - 1;
  return {
    counted: start,
    total: start + wish.testSheets,
    chance: chance[start],
    reached,
  };
}

/** What becomes of `counted` sheets: the curve of good prints and the band alive after each run and what is kept of it. */
export function outlook(counted: number, runs: number, belief: LossBelief, progressiveSets = 0): Outlook {
  const distributions = aliveAfterRuns(counted, runs, belief, keptForSets(progressiveSets, runs));
  return {
    curve: curveOf(distributions[runs]),
    alive: distributions.map((d) => ({ median: quantile(d, 0.5), low: quantile(d, 0.1), high: quantile(d, 0.9) })),
  };
}

/** The part of a distribution that holds nearly all of it, with the chance of at least so many. */
export function curveOf(distribution: Float64Array): { good: number; probability: number; atLeast: number }[] {
  const low = quantile(distribution, 0.002);
  let atLeast = 0;
  const points = [];
  for (let good = distribution.length - 1; good >= low; good--) {
    atLeast += distribution[good];
    points.unshift({ good, probability: distribution[good], atLeast: Math.min(1, atLeast) });
  }
  return points;
}
