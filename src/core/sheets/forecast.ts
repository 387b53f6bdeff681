import { failure, success, type Outcome } from '../units';
import {
  addScaled,
  afterKeeping,
  afterRun,
  chanceWithLuck,
  meanCount,
  luckOf,
  survivorsOfRun,
  type KeptAfterRuns,
  type LossBelief,
} from './survival';
import { weighedBy } from './lossLearned';
import { curveOf } from './sheetsToStart';

/** Where a print stands in the middle of a run; test sheets are not among these counts. */
export interface RunStanding {
  /** The run at the press, from 0. */
  readonly run: number;
  /** Pulled in this run, still usable and not yet kept for good. */
  readonly keptInRun: number;
  /** Pulled in this run and set aside. */
  readonly lostInRun: number;
  /** Alive and not yet pulled in this run. */
  readonly waiting: number;
  readonly runsAfterThis: number;
  /** Sheets still to be kept for good: after this run first, then after each of the later ones. */
  readonly toKeep?: KeptAfterRuns;
}

export interface Forecast {
  readonly expected: number;
  readonly chance: number;
  readonly curve: readonly { good: number; probability: number; atLeast: number }[];
  /** Further losses this run can bear with the edition still likelier than not; −1 when it is not likely even without. */
  readonly mayStillLose: number;
}

/**
 * Good prints to be expected, exactly: what is seen in this run speaks for the sheets still waiting in it (they share its
 * luck) and for which kind of luck this workshop has; later runs draw their own. Refuses counts below zero or not whole.
 */
export function forecastEdition(standing: RunStanding, wanted: number, belief: LossBelief): Outcome<Forecast> {
  const { run, keptInRun, lostInRun, waiting, runsAfterThis, toKeep = [] } = standing;
  if (
    ![run, keptInRun, lostInRun, waiting, runsAfterThis, wanted, ...toKeep].every((n) => Number.isInteger(n) && n >= 0)
  )
    return failure('forecast-counts');
  const most = keptInRun + waiting;
  const alive = new Float64Array(most + 1);
  for (const kind of weighedBy(belief, run, { sheets: keptInRun + lostInRun, lost: lostInRun })) {
    const { lost, kept } = luckOf(kind, run);
    let own = new Float64Array(most + 1);
    own.set(survivorsOfRun(waiting, { lost: lost + lostInRun, kept: kept + keptInRun }), keptInRun);
    own = new Float64Array(afterKeeping(own, toKeep[0] ?? 0));
    for (let r = 0; r < runsAfterThis; r++)
      own = new Float64Array(afterKeeping(afterRun(own, luckOf(kind, run + 1 + r)), toKeep[r + 1] ?? 0));
    addScaled(alive, own, kind.probability);
  }
  const chance = alive.reduce((sum, p, n) => (n >= wanted ? sum + p : sum), 0);
  const mayStillLose = lossesToBear(standing, wanted, belief);
  return success({ expected: meanCount(alive), chance: Math.min(1, chance), curve: curveOf(alive), mayStillLose });
}

/** How many more of the waiting sheets can be lost with the edition still likelier than not. */
function lossesToBear(standing: RunStanding, wanted: number, belief: LossBelief): number {
  const { run, keptInRun, lostInRun, waiting, runsAfterThis, toKeep = [] } = standing;
  const most = keptInRun + waiting;
  const reach = belief.map((kind) =>
    chanceWithLuck(wanted, most, [run + 1, run + 1 + runsAfterThis], kind, toKeep.slice(1)),
  );
  const place = new Map(belief.map((kind, i) => [kind.runs, i]));
  const chanceAfter = (more: number) =>
    weighedBy(belief, run, { sheets: most + lostInRun, lost: lostInRun + more }).reduce(
      (sum, kind) => sum + kind.probability * (reach[place.get(kind.runs)!][most - more - (toKeep[0] ?? 0)] || 0),
      0,
    );
  let bears = -1;
  while (bears < waiting && chanceAfter(bears + 1) > 0.5) bears++;
  return bears;
}
