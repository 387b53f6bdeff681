import { afterRun, chanceOfReaching, learned, meanCount, survivorsOfRun, type LossBelief } from './survival';
import { curveOf } from './sheetsToStart';

/** Where a print stands in the middle of a run; test sheets are not among these counts. */
export interface RunStanding {
  /** Pulled in this run and still usable. */
  readonly keptInRun: number;
  /** Pulled in this run and set aside. */
  readonly lostInRun: number;
  /** Alive and not yet pulled in this run. */
  readonly waiting: number;
  readonly runsAfterThis: number;
}

export interface Forecast {
  readonly expected: number;
  readonly chance: number;
  readonly curve: readonly { good: number; probability: number; atLeast: number }[];
  /** Further losses this run can bear with the edition still likelier than not; −1 when it is not likely even without. */
  readonly mayStillLose: number;
}

/**
 * Good prints to be expected, exactly: what is seen in this run sharpens the belief about the sheets still waiting in
 * it (they share its luck); later runs draw their own luck from the general belief.
 */
export function forecastEdition(standing: RunStanding, wanted: number, belief: LossBelief): Forecast {
  const { keptInRun, lostInRun, waiting, runsAfterThis } = standing;
  const survivors = survivorsOfRun(waiting, learned(belief, { lost: lostInRun, kept: keptInRun }));
  const most = keptInRun + waiting;
  let alive = new Float64Array(most + 1);
  survivors.forEach((p, j) => {
    alive[keptInRun + j] = p;
  });
  for (let r = 0; r < runsAfterThis; r++) alive = new Float64Array(afterRun(alive, belief));
  const chance = alive.reduce((sum, p, n) => (n >= wanted ? sum + p : sum), 0);
  const reach = chanceOfReaching(wanted, most, runsAfterThis, belief);
  let mayStillLose = -1;
  while (mayStillLose < waiting && most - (mayStillLose + 1) >= 0 && reach[most - (mayStillLose + 1)] > 0.5)
    mayStillLose++;
  return { expected: meanCount(alive), chance: Math.min(1, chance), curve: curveOf(alive), mayStillLose };
}
