import {
  finishedWanted,
  learnedBelief,
  sheetsToStart,
  type LossBelief,
  type RunLosses,
  type SheetAnswer,
} from '@/core/sheets';
import type { Plan } from '@/model';
import type { BenchState } from './bench/replayLog';
import { lossesByRun } from './bench/tally';

/** The workshop's belief about losses: from its other prints and this one's own runs, `exceptRunId` left out. */
export function beliefOf(
  plan: { readonly sheets: Pick<Plan['sheets'], 'experience'> },
  otherRuns: readonly RunLosses[],
  bench: BenchState,
  exceptRunId?: string,
): LossBelief {
  const own = [...lossesByRun(bench)].flatMap(([runId, losses]) => (runId === exceptRunId ? [] : [losses]));
  return learnedBelief(plan.sheets.experience, [...otherRuns, ...own]);
}

/** Images on a sheet, which is cut apart into as many prints. */
export function imagesOf({ layout: { copies } }: Pick<Plan, 'layout'>): number {
  return copies.columns * copies.rows;
}

/** Finished sheets a plan asks for: its edition and proofs as they are cut apart, and the progressive sets. */
export function sheetsWanted(plan: Pick<Plan, 'sheets' | 'layout'>): number {
  return finishedWanted({ ...plan.sheets, images: imagesOf(plan) });
}

/** How many sheets to start for a plan; its wish is within the ranges, as every checked plan's is. */
export function sheetAnswerOf({ sheets, runs, layout }: Plan, belief: LossBelief): SheetAnswer {
  const images = imagesOf({ layout }),
    asked = [sheets, runs.length, belief, images] as const;
  if (last && asked.every((part, i) => part === last!.asked[i])) return last.answer;
  const answer = sheetsToStart({ ...sheets, images }, Math.max(1, runs.length), belief);
  if (!answer.ok) throw new RangeError(answer.code);
  last = { asked, answer: answer.value };
  return answer.value;
}

/** Several views ask the same, each time anything of the print has changed: the last answer, by what it was made from. */
let last: { readonly asked: readonly unknown[]; readonly answer: SheetAnswer } | undefined;

/** Sheets a run is printed on, tests included: those started, or those that would be. */
export function sheetsOfPrint(plan: Plan, bench: BenchState, belief: LossBelief): number {
  return bench.started ? bench.started.counted + bench.started.tests : sheetAnswerOf(plan, belief).total;
}
