import { learnedBelief, sheetsToStart, type LossBelief, type RunLosses, type SheetAnswer } from '@/core/sheets';
import type { Plan } from '@/model';
import type { BenchState } from './bench/replayLog';
import { lossesByRun } from './bench/tally';

/** The workshop's belief about losses: from its other prints and this one's own runs, `exceptRunId` left out. */
export function beliefOf(
  plan: Plan,
  otherRuns: readonly RunLosses[],
  bench: BenchState,
  exceptRunId?: string,
): LossBelief {
  const own = [...lossesByRun(bench)].flatMap(([runId, losses]) => (runId === exceptRunId ? [] : [losses]));
  return learnedBelief(plan.sheets.experience, [...otherRuns, ...own]);
}

/** How many sheets to start for a plan; its wish is within the ranges, as every checked plan's is. */
export function sheetAnswerOf(plan: Plan, belief: LossBelief): SheetAnswer {
  const answer = sheetsToStart(plan.sheets, Math.max(1, plan.runs.length), belief);
  if (!answer.ok) throw new RangeError(answer.message);
  return answer.value;
}

/** Sheets a run is printed on, tests included: those started, or those that would be. */
export function sheetsOfPrint(plan: Plan, bench: BenchState, belief: LossBelief): number {
  return bench.started ? bench.started.counted + bench.started.tests : sheetAnswerOf(plan, belief).total;
}
