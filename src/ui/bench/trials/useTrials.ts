'use client';
import { useMemo, useState } from 'react';
import { looksOfTrial, plannedLaying, trialBefore, trialsOf, type Round, type SheetLooks, type Trial } from '@/derived';
import type { Plan } from '@/model';
import { usePrintDesk } from '../../kit/printContext';

/** A trial with how its sheet must look. */
export interface SeenTrial {
  readonly trial: Trial;
  readonly looks: SheetLooks;
}

/** The rounds of proofs, the round and the sheet that are looked at, and what they are held beside. */
export function useTrials() {
  const { plan: seen, progress, paperPlanned, sheet } = usePrintDesk('plan', 'progress', 'paperPlanned', 'sheet');
  const { bench } = progress;
  // whatever paper other views are seen on: each round lies on its own, or on the planned one
  const plan = useMemo(() => ({ ...seen, paper: paperPlanned }), [seen, paperPlanned]);
  const rounds = useMemo(() => bench.rounds.filter(({ round }) => round === 'proof'), [bench.rounds]);
  const [roundId, setRoundId] = useState<string>();
  const [chosen, setChosen] = useState<string>();
  const round = rounds.find((one) => one.roundId === roundId) ?? rounds.at(-1);
  const all = useMemo(() => rounds.flatMap((one) => trialsOf(plan, bench, one)), [plan, bench, rounds]);
  const trials = useMemo(() => {
    const mine = all.filter((one) => one.round.roundId === round?.roundId);
    // all sheets that are still bare look alike
    const bare = round && looksOfTrial(plan, bench, { round, laid: [] }, sheet);
    return mine.flatMap((trial): SeenTrial[] => {
      const looks = trial.laid.length > 0 ? looksOfTrial(plan, bench, trial, sheet) : bare;
      return looks ? [{ trial, looks }] : [];
    });
  }, [all, round, plan, bench, sheet]);
  const here = trials.find(({ trial }) => trial.sheet === chosen) ?? firstUnlaid(trials);
  const beside = useMemo(() => here && besideOf(plan, bench, sheet, all, here.trial), [plan, bench, sheet, all, here]);
  return {
    ...{ plan, rounds, round, trials, here, beside },
    chooseRound: (id: string) => {
      setRoundId(id);
      setChosen(undefined);
    },
    chooseSheet: setChosen,
  };
}

export type Trials = ReturnType<typeof useTrials>;

/** At first the sheet that is next. */
const firstUnlaid = (trials: readonly SeenTrial[]) =>
  trials.find(({ trial }) => trial.pulls.length === 0) ?? trials.at(-1);

type Desk = ReturnType<typeof usePrintDesk<'progress' | 'sheet'>>;

/** The same runs as the plan now has them, and the trial before. */
function besideOf(
  plan: Plan,
  bench: Desk['progress']['bench'],
  sheet: Desk['sheet'],
  all: readonly Trial[],
  trial: Trial,
) {
  const laidIds = new Set(trial.laid.map(({ runId }) => runId));
  const runs = laidIds.size > 0 ? plan.runs.filter(({ id }) => laidIds.has(id)) : plan.runs;
  const asPlanned = {
    round: trial.round,
    laid: runs.map((run) => ({ runId: run.id, laying: plannedLaying(plan, run) })),
  };
  const last = trialBefore(all, trial);
  return {
    planned: looksOfTrial(plan, bench, asPlanned, sheet),
    last: last && { trial: last, looks: looksOfTrial(plan, bench, last, sheet)! },
  };
}

/** The number of a round among those for proofs, from 0. */
export const numberOf = (rounds: readonly Round[], round: Round) =>
  rounds.findIndex(({ roundId }) => roundId === round.roundId);
