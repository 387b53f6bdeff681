import {
  RUN_PLACES,
  finishedWanted,
  learnedBelief,
  sheetsToStart,
  type LossBelief,
  type RunLosses,
  type RunWay,
  type SheetAnswer,
} from '@/core/sheets';
import type { Plan } from '@/model';
import type { BenchState } from './bench/benchState';
import { lossesByRun } from './bench/tally';
import { inksOfRun } from './lookups';

/** The workshop's belief about losses: from its other prints and this one's own runs, `exceptRunId` left out. */
export function beliefOf(
  plan: Plan,
  otherRuns: readonly RunLosses[],
  bench: BenchState,
  exceptRunId?: string,
): LossBelief {
  const ways = runWaysOf(plan);
  const seen = [...otherRuns, ...ownRuns(plan, bench, ways, exceptRunId)];
  return learnedBelief(plan.sheets.experience, seen, ways.length > 0 ? ways : undefined);
}

function ownRuns(plan: Plan, bench: BenchState, ways: readonly RunWay[], exceptRunId?: string): RunLosses[] {
  return [...lossesByRun(bench)].flatMap(([runId, losses]) => {
    const way = ways[plan.runs.findIndex(({ id }) => id === runId)];
    return runId === exceptRunId ? [] : [{ ...losses, ...(way && { way }) }];
  });
}

/** What is told apart when losses are learned, for each run of a plan. */
export function runWaysOf(plan: Plan): RunWay[] {
  const [first, middle, last] = RUN_PLACES,
    end = plan.runs.length - 1;
  const by = plan.register.heights.pressGapMm === null ? 'hand' : 'press';
  return plan.runs.map((run, r) => ({
    medium: inksOfRun(plan, run)[0]?.mediumId,
    registration: plan.way.registration,
    by,
    place: r === 0 ? first : r === end ? last : middle,
  }));
}

/** Sheets in the log that a belief rests on, how many of them were lost, and how many were printed in just the way most runs of this plan are. */
export function restsOn(plan: Plan, otherRuns: readonly RunLosses[], bench: BenchState) {
  const ways = runWaysOf(plan),
    seen = [...otherRuns, ...ownRuns(plan, bench, ways)];
  const count = (some: readonly RunLosses[], of: 'sheets' | 'lost') =>
    some.reduce((sum, run) => sum + run[of] * (run.runs ?? 1), 0);
  const alike = seen.filter(({ way }) =>
    ways.some((own) => way && own.medium === way.medium && own.registration === way.registration && own.by === way.by),
  );
  return { pulls: count(seen, 'sheets'), lost: count(seen, 'lost'), alike: count(alike, 'sheets') };
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
