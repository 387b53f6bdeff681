import { median } from '@/core/numeric';
import { isTestSheet, type SheetName } from '@/core/sheets';
import type { BenchState, Pull } from './benchState';

export interface RunTally {
  readonly pulled: readonly Pull[];
  /** Sheets alive and not yet pulled in this run, in order. */
  readonly waiting: readonly SheetName[];
  readonly good: number;
  readonly usable: number;
  readonly aside: number;
  /** Counted sheets alive now (tests left out). */
  readonly aliveCounted: number;
  /** Median minutes between pulls, once there are enough. */
  readonly minutesASheet?: number;
}

/** The pulls that count of each run, in order. */
export function pullsByRun(state: BenchState): Map<string, Pull[]> {
  const runs = new Map<string, Pull[]>();
  for (const pull of state.pulls) {
    const run = runs.get(pull.runId);
    if (run) run.push(pull);
    else runs.set(pull.runId, [pull]);
  }
  return runs;
}

/** Counts for every run named; `sheets` is `sheetNames(…)`. Costs one pass over the pulls and one over the sheets of each run. */
export function tallyRuns(state: BenchState, runIds: readonly string[], sheets: readonly SheetName[]): RunTally[] {
  const byRun = pullsByRun(state);
  const gone = goneOf(state, byRun, sheets);
  const aliveCounted = sheets.filter((s) => !isTestSheet(s) && !gone.has(s)).length;
  return runIds.map((runId) => {
    const pulled = byRun.get(runId) ?? [];
    const done = new Set(pulled.map((p) => p.sheet));
    return {
      pulled,
      waiting: sheets.filter((s) => !done.has(s) && !gone.has(s)),
      good: pulled.filter((p) => !p.setAside && p.faults.length === 0).length,
      usable: pulled.filter((p) => !p.setAside && p.faults.length > 0).length,
      aside: pulled.filter((p) => p.setAside).length,
      aliveCounted,
      minutesASheet: medianMinutes(pulled),
    };
  });
}

/** Counts for one run. */
export function tallyRun(state: BenchState, runId: string, sheets: readonly SheetName[]): RunTally {
  return tallyRuns(state, [runId], sheets)[0];
}

/** Sheets that take no more films: set aside, kept for good, or left out of a run that was declared finished. */
export function sheetsGone(state: BenchState, sheets: readonly SheetName[]): Set<SheetName> {
  return goneOf(state, pullsByRun(state), sheets);
}

function goneOf(state: BenchState, byRun: ReadonlyMap<string, readonly Pull[]>, sheets: readonly SheetName[]) {
  const gone = new Set(state.pulls.filter((p) => p.setAside).map((p) => p.sheet));
  for (const { sheet } of state.kept) gone.add(sheet);
  for (const [runId, counted] of state.finishedRuns) {
    const pulled = new Set(byRun.get(runId)?.map((p) => p.sheet));
    for (const sheet of sheets)
      if (!pulled.has(sheet) && (isTestSheet(sheet) || Number(sheet) <= counted)) gone.add(sheet);
  }
  return gone;
}

/** A pause longer than this is a break, not a pull. */
const LONGEST_PULL_MIN = 45;

function medianMinutes(pulls: readonly Pull[]): number | undefined {
  const minutes = pulls
    .slice(1)
    .map((p, i) => (Date.parse(p.at) - Date.parse(pulls[i].at)) / 60000)
    .filter((m) => m >= 0 && m <= LONGEST_PULL_MIN);
  return minutes.length < 2 ? undefined : median(minutes);
}

/** Counted sheets pulled and set aside in each run, test sheets left out: what a workshop learns its own loss from. */
export function lossesByRun(state: BenchState): Map<string, { sheets: number; lost: number }> {
  const runs = new Map<string, { sheets: number; lost: number }>();
  for (const { runId, sheet, setAside } of state.pulls) {
    if (isTestSheet(sheet)) continue;
    const run = runs.get(runId) ?? { sheets: 0, lost: 0 };
    runs.set(runId, { sheets: run.sheets + 1, lost: run.lost + (setAside ? 1 : 0) });
  }
  return runs;
}
