import { phrase, type Phrase } from '@/core/units';
import { isTestSheet, sheetNames } from '@/core/sheets';
import type { BenchEvent, Plan, RunPhase, Cut } from '@/model';
import type { BenchState } from './bench/benchState';
import { replayLog } from './bench/replayLog';
import { tallyRuns, type RunTally } from './bench/tally';
import { dryingRangeOf, type DryingLearned, type FilmsKnown } from './dryingOf';
import { sideOfCut } from './lookups';

export interface RunProgress {
  readonly phase: RunPhase;
  /** The block is cut for this run: its gate is passed. */
  readonly cut: boolean;
  /** The block has been cut on since: the run can never be printed again. */
  readonly cutOn: boolean;
  readonly tally: RunTally;
  /** Counted sheets through this run or waiting for it. */
  readonly sheetsInRun: number;
  /** Dry enough for the next film as likely as not, ISO; only when done. */
  readonly dryAt?: string;
  /** When one film in ten is dry, and nine in ten, ISO. */
  readonly dryFrom?: string;
  readonly dryBy?: string;
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
export function refusedAddition(progress: Progress): Phrase | undefined {
  if (!progress.bench.started) return phrase('progress.sayFirstHowMany');
  if (progress.bench.marks.length > 0) return phrase('progress.theEditionIsNumbered');
  const gone = progress.runs.findIndex((run) => run.cutOn);
  return gone < 0 ? undefined : phrase('progress.noSheetCanBe', { run: gone + 1 });
}

/** Where a print stands, from its plan and its log; `drying`: how films dry in this workshop. */
export function progressOf(plan: Plan, events: readonly BenchEvent[], drying: DryingLearned = []): Progress {
  const bench = replayLog(events);
  const sheets = bench.started ? sheetNames(bench.started) : [];
  const tallies = tallyRuns(
    bench,
    plan.runs.map((run) => run.id),
    sheets,
  );
  const runs = plan.runs.map((_, index) => runProgress(plan, index, bench, tallies[index], drying));
  const closedRuns = runs.reduce(
    (last, r, i) => (r.phase === 'printing' || r.phase === 'done' || r.cutOn ? i + 1 : last),
    0,
  );
  const open = runs.findIndex((r) => r.phase !== 'done');
  return {
    bench,
    sheets,
    runs,
    cutsDone: bench.cutsPassed.length,
    closedRuns,
    currentRun: open < 0 ? runs.length : open,
  };
}

function runProgress(
  plan: Plan,
  index: number,
  bench: BenchState,
  tally: RunTally,
  drying: DryingLearned,
): RunProgress {
  const run = plan.runs[index];
  const isCut = (cut: Cut) => bench.cutsPassed.some((c) => c.cutId === cut.id);
  const states = run.formes.flatMap(({ cutId }) => {
    const cuts = sideOfCut(plan, cutId)?.cuts ?? [];
    const at = cuts.findIndex((cut) => cut.id === cutId);
    return at < 0 ? [] : [{ cut: isCut(cuts[at]), cutOn: cuts.slice(at + 1).some(isCut) }];
  });
  const cut = states.every((state) => state.cut),
    cutOn = states.some((state) => state.cutOn);
  const finished = bench.finishedRuns.has(run.id) && bench.finishedRuns.get(run.id) === bench.started?.counted;
  const done = finished || (tally.pulled.length > 0 && tally.waiting.length === 0);
  const phase = done ? 'done' : tally.pulled.length > 0 ? 'printing' : cut ? 'cut' : 'planned';
  const last = tally.pulled.at(-1);
  const counted =
    tally.pulled.filter((p) => !isTestSheet(p.sheet)).length + tally.waiting.filter((s) => !isTestSheet(s)).length;
  return {
    ...{ phase, cut, cutOn, tally, sheetsInRun: counted },
    ...(done && last ? drierAt(plan, index, bench, last.at, drying) : {}),
  };
}

/** When films that were laid at a time are dry. */
function drierAt(plan: Plan, index: number, bench: BenchState, laidAt: string, drying: DryingLearned) {
  const { low, middle, high } = dryingRangeOf(plan, index, drying, filmsKnown(bench, laidAt));
  if (middle === 0) return {};
  const laidMin = Date.parse(laidAt) / 60_000;
  const at = (hours: number) => new Date(60_000 * Math.round(laidMin + 60 * hours)).toISOString();
  return { dryAt: at(middle), dryFrom: at(low), dryBy: at(high) };
}

/** What the log knows of films that were laid at a time. */
export function filmsKnown(bench: BenchState, laidAt: string): FilmsKnown {
  return { air: airOf(bench, laidAt), pots: bench.pots };
}

/** A reading of the room tells of the films laid within half a day of it. */
const READ_FOR_MS = 12 * 3_600_000;

/** The air when a film was laid, as it was read nearest to that. */
function airOf({ roomReadings }: BenchState, at: string): BenchState['roomReadings'][number] | undefined {
  const off = (read: string) => Math.abs(Date.parse(read) - Date.parse(at));
  return roomReadings
    .filter((read) => off(read.at) <= READ_FOR_MS)
    .reduce<BenchState['roomReadings'][number] | undefined>(
      (best, read) => (!best || off(read.at) < off(best.at) ? read : best),
      undefined,
    );
}
