import { failed, success, type Outcome, phrase, type Phrase } from '../units';
import { aliveAfterRuns, chanceOfReaching, quantile, type LossBelief } from './survival';

export const EDITION_RANGE = { min: 1, max: 500, what: phrase('measure.edition') } as const;
export const PROOFS_RANGE = { min: 0, max: 50, what: phrase('measure.proofsToKeep') } as const;
export const TEST_SHEETS_RANGE = { min: 0, max: 20, what: phrase('measure.testSheets') } as const;
export const WISH_RANGE = { min: 0.5, max: 0.99 } as const;
const MOST_SHEETS = 1200;

export interface SheetWish {
  readonly edition: number;
  readonly proofsToKeep: number;
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

/**
 * Smallest number of sheets with P(good ≥ edition + proofs) ≥ the wish, by the exact chain of beta-binomials. Refuses a
 * wish outside the ranges above, and a number of runs that is not whole and from 0 to 60.
 */
export function sheetsToStart(wish: SheetWish, runs: number, belief: LossBelief): Outcome<SheetAnswer> {
  const refused = refusedWish(wish, runs);
  return refused === undefined ? success(answerTo(wish, runs, belief)) : failed(refused);
}

const MOST_RUNS = 60;

function refusedWish({ edition, proofsToKeep, testSheets, wishToBeSure }: SheetWish, runs: number): Phrase | undefined {
  for (const [value, { min, max, what }] of [
    [edition, EDITION_RANGE],
    [proofsToKeep, PROOFS_RANGE],
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
  const wanted = wish.edition + wish.proofsToKeep;
  let counted = -1;
  let chance: Float64Array = new Float64Array();
  for (let most = Math.min(MOST_SHEETS, wanted * 2 + 10); counted < 0; most = Math.min(MOST_SHEETS, most * 2)) {
    chance = chanceOfReaching(wanted, most, runs, belief);
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

/** What becomes of `counted` sheets: the curve of good prints and the band alive after each run. */
export function outlook(counted: number, runs: number, belief: LossBelief): Outlook {
  const distributions = aliveAfterRuns(counted, runs, belief);
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
