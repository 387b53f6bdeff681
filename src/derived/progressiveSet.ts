import { isTestSheet, keptForSets, progressiveMark, type SheetName } from '@/core/sheets';
import type { Plan } from '@/model';
import type { Progress } from './progress';

/** Sheets that a progressive set still wants of a run, and those it could be. */
export interface KeepWanted {
  /** From 0. */
  readonly run: number;
  readonly missing: number;
  /** Good sheets that carry this run and no later one, the one pulled last first. */
  readonly candidates: readonly SheetName[];
}

/** What is to be kept now, the earliest run first: before another film lies on it. Undefined where nothing is. */
export function keepWanted(plan: Plan, progress: Progress): KeepWanted | undefined {
  const wanted = keptForSets(plan.sheets.progressiveSets, plan.runs.length);
  for (const [run, count] of wanted.entries()) {
    const missing = count - keptAfter(plan, progress, run);
    if (missing <= 0) continue;
    const candidates = couldBeKept(progress, run);
    if (candidates.length > 0) return { run, missing, candidates };
  }
  return undefined;
}

/** Good counted sheets that carry a run and no later one, and are not kept; the one pulled last first. */
export function couldBeKept({ runs, bench }: Progress, run: number): SheetName[] {
  const printedOn = new Set(runs.slice(run + 1).flatMap(({ tally }) => tally.pulled.map(({ sheet }) => sheet)));
  const kept = new Set(bench.kept.map(({ sheet }) => sheet));
  return runs[run].tally.pulled
    .filter(({ sheet, setAside }) => !setAside && !isTestSheet(sheet) && !printedOn.has(sheet) && !kept.has(sheet))
    .map(({ sheet }) => sheet)
    .reverse();
}

const keptAfter = (plan: Plan, { bench }: Progress, run: number) =>
  bench.kept.filter(({ runId }) => runId === plan.runs[run].id).length;

/** What progressive sets still take away: after this run first, then after each later one. */
export function stillToKeep(plan: Plan, progress: Progress, run: number): number[] {
  return keptForSets(plan.sheets.progressiveSets, plan.runs.length)
    .slice(run)
    .map((count, i) => Math.max(0, count - keptAfter(plan, progress, run + i)));
}

/** The sheets kept before they were finished, with the mark each gets: how many runs lie on it, and its set. */
export function markedProgressive(plan: Plan, { bench }: Progress): { sheet: SheetName; mark: string; run: number }[] {
  return plan.runs.flatMap(({ id }, run) => {
    const kept = bench.kept.filter(({ runId }) => runId === id);
    return kept.map(({ sheet }, i) => ({
      sheet,
      run,
      mark: progressiveMark(run + 1, plan.runs.length, i + 1, Math.max(plan.sheets.progressiveSets, kept.length)),
    }));
  });
}
