import { isTestSheet, sheetNames } from '@/core/sheets';
import type { BenchEvent, Plan, Run, RunPhase, Stage } from '@/model';
import { replayLog, type BenchState } from './bench/replayLog';
import { tallyRuns, type RunTally } from './bench/tally';
import { dryingHoursOf } from './dryingOf';
import { printedIds, sideOfStage, stagesOf } from './lookups';

export interface RunProgress {
  readonly phase: RunPhase;
  /** The block is cut for this run: its gate is passed. */
  readonly cut: boolean;
  /** The block has been cut on since: the run can never be printed again. */
  readonly cutOn: boolean;
  readonly tally: RunTally;
  /** Counted sheets through this run or waiting for it. */
  readonly sheetsInRun: number;
  /** Dry enough for the next film, ISO; only when done. */
  readonly dryAt?: string;
}

export interface Progress {
  readonly bench: BenchState;
  readonly sheets: readonly string[];
  readonly runs: readonly RunProgress[];
  /** Cuts done. */
  readonly cutsDone: number;
  /** Runs whose place in the order can no longer change. */
  readonly closedRuns: number;
  /** The run that stands next to be cut for or printed; `runs.length` when all are done. */
  readonly currentRun: number;
}

/**
 * Why no sheets can be added, in a sentence; undefined while every block still stands as each printed run had it, so that a new
 * sheet can go through all of them.
 */
export function refusedAddition(progress: Progress): string | undefined {
  if (!progress.bench.started) return 'Say first how many sheets are started.';
  if (progress.bench.marks.length > 0) return 'The edition is numbered: no sheet is added to it.';
  const gone = progress.runs.findIndex((run) => run.cutOn);
  return gone < 0
    ? undefined
    : `No sheet can be added: the block was cut on after run ${gone + 1}, which can never be printed again.`;
}

/** Where a print stands, from its plan and its log. */
export function progressOf(plan: Plan, events: readonly BenchEvent[]): Progress {
  const bench = replayLog(events);
  const sheets = bench.started ? sheetNames(bench.started) : [];
  const tallies = tallyRuns(
    bench,
    plan.runs.map((run) => run.id),
    sheets,
  );
  const runs = plan.runs.map((run, index) => runProgress(plan, run, index, bench, tallies[index]));
  const closedRuns = runs.reduce(
    (last, r, i) => (r.phase === 'printing' || r.phase === 'done' || r.cutOn ? i + 1 : last),
    0,
  );
  const open = runs.findIndex((r) => r.phase !== 'done');
  return {
    bench,
    sheets,
    runs,
    cutsDone: bench.cutStages.length,
    closedRuns,
    currentRun: open < 0 ? runs.length : open,
  };
}

function runProgress(plan: Plan, run: Run, index: number, bench: BenchState, tally: RunTally): RunProgress {
  const stages = sideOfStage(plan, run.inkings[0].stageId)?.stages ?? [];
  const at = stages.findIndex((stage) => stage.id === run.inkings[0].stageId);
  const isCut = (stage: Stage) => bench.cutStages.some((c) => c.stageId === stage.id);
  const cut = stages.some((stage, i) => i === at && isCut(stage));
  const cutOn = stages.some((stage, i) => i > at && isCut(stage));
  const finished = bench.finishedRuns.has(run.id) && bench.finishedRuns.get(run.id) === bench.started?.counted;
  const done = finished || (tally.pulled.length > 0 && tally.waiting.length === 0);
  const phase = done ? 'done' : tally.pulled.length > 0 ? 'printing' : cut ? 'cut' : 'planned';
  const last = tally.pulled.at(-1);
  const counted =
    tally.pulled.filter((p) => !isTestSheet(p.sheet)).length + tally.waiting.filter((s) => !isTestSheet(s)).length;
  const hours = done && last ? dryingHoursOf(plan, index) : 0;
  const dryAt = last && hours > 0 ? new Date(Date.parse(last.at) + hours * 3_600_000).toISOString() : undefined;
  return { phase, cut, cutOn, tally, sheetsInRun: counted, dryAt };
}

/**
 * What is cut or printed, for each colour of the picture: colours with the same word stand and print together everywhere up to now, so the
 * line between them can still move.
 */
export function closedWords(plan: Plan, { bench, runs }: Progress): ReadonlyMap<string, string> {
  const stages = stagesOf(plan).filter((stage) => bench.cutStages.some((c) => c.stageId === stage.id));
  const printed = plan.runs.filter((_, i) => runs[i].tally.pulled.length > 0).flatMap((run) => run.inkings);
  return new Map(
    (plan.flat?.colours ?? []).map(({ id }) => [
      id,
      [
        ...stages.map((stage) => stage.standingIds.includes(id)),
        ...printed.map((inking) => printedIds(plan, inking).includes(id)),
      ]
        .map(Number)
        .join(''),
    ]),
  );
}

/** Whether any line of the picture can still move: some two colours are cut and printed alike up to now. */
export function shapesOpen(plan: Plan, progress: Progress): boolean {
  const words = [...closedWords(plan, progress).values()];
  return new Set(words).size < words.length;
}

/**
 * What a new plan may not change once gates are passed or sheets printed: the picture and its shapes, the block's cut
 * stages, the order of closed runs, the number of sheets. `sameShapes` is asked where the flat picture changed: whether all that is cut or
 * printed is as it was. Returns the sentence to show, or undefined.
 */
export function closedPartTouched(
  before: Plan,
  after: Plan,
  events: readonly BenchEvent[],
  sameShapes: () => boolean = () => false,
): string | undefined {
  const { bench, cutsDone, closedRuns } = progressOf(before, events);
  if (cutsDone === 0 && closedRuns === 0) return undefined;
  if (
    before.picture?.raster.sha !== after.picture?.raster.sha ||
    before.flat?.barePaperId !== after.flat?.barePaperId
  ) {
    return 'The block is already cut for this picture, so its shapes can no longer change. Copy the print to try another picture.';
  }
  if (before.flat?.labelsSha !== after.flat?.labelsSha && !sameShapes())
    return 'This would change what is already cut or on paper. Shapes that only blocks and runs still to come tell apart can change; these cannot.';
  if (cutsDone > 0 && JSON.stringify(before.fit) !== JSON.stringify(after.fit))
    return 'The cut lines are on the block already: overlap and choke can no longer change.';
  const masked = (plan: Plan) =>
    JSON.stringify(plan.masks.filter((mask) => before.runs.slice(0, closedRuns).some((run) => run.id === mask.runId)));
  if (masked(before) !== masked(after)) return 'This run is printed: its masks cannot be changed any more.';
  const closed = (plan: Plan) =>
    JSON.stringify(plan.runs.slice(0, closedRuns).map((run) => [run.id, run.impressions, run.inkings]));
  if (closed(before) !== closed(after)) {
    return `Runs 1 to ${closedRuns} are closed: what they printed cannot be changed. Only later runs can move.`;
  }
  const cut = (plan: Plan) =>
    JSON.stringify(
      stagesOf(plan)
        .filter((stage) => bench.cutStages.some((c) => c.stageId === stage.id))
        .map((stage) => [stage.id, [...stage.standingIds].sort(), stage.within])
        .sort(),
    );
  if (cut(before) !== cut(after)) return 'This plan would need something standing that is already cut away.';
  return undefined;
}
