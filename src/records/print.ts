import { materialById } from '@/core/cutting';
import {
  learnedBelief,
  lossesByRun,
  sheetsToStart,
  type BenchEvent,
  type BenchState,
  type LossBelief,
  type RunLosses,
  type SheetAnswer,
} from '@/core/sheets';
import type { Progress, RunPhase } from './closed';
import { nextActOf, type NextAct } from './nextAct';
import { inkNamesOf, type Plan } from './plan';

/** A print as the interface holds it. `revision` rises with every change and guards against two windows at once. */
export interface PrintState {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  readonly savedAt: string;
  readonly plan: Plan;
  readonly events: readonly BenchEvent[];
  readonly undoLabel: string | null;
  readonly redoLabel: string | null;
  /** What runs of the workshop's other prints lost: over the start value of the chosen experience. */
  readonly otherRuns: readonly RunLosses[];
  /** How much slower than the start values this workshop cuts, by its own log. */
  readonly cuttingPace: number;
}

/** What an act on the bench changed: never the plan, and of the log only what the asker did not have. */
export interface LogAnswer {
  /** The revision before it: another than the asker's means that the plan may have changed elsewhere. */
  readonly before: number;
  readonly revision: number;
  readonly savedAt: string;
  /** Entries after the first `known`, in order. */
  readonly known: number;
  readonly events: readonly BenchEvent[];
  readonly undoLabel: string | null;
  readonly redoLabel: string | null;
}

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

/** A print as the shelf shows it. */
export interface PrintCard {
  /** Undefined when what is stored cannot be read; `unreadable` says why. */
  readonly picture: { readonly widthMm: number; readonly heightMm: number } | null;
  readonly process: string;
  readonly material: string;
  readonly edition: number;
  readonly flat: boolean;
  readonly runs: readonly { readonly inks: string; readonly phase: RunPhase }[];
  readonly next: NextAct;
}

export interface ShelfPrint {
  readonly id: string;
  readonly name: string;
  readonly savedAt: string;
  readonly deletedAt: string | null;
  readonly revision: number;
  readonly card: PrintCard | null;
}

/** One page of the shelf. */
export interface ShelfPage {
  readonly prints: readonly ShelfPrint[];
  readonly deleted: readonly ShelfPrint[];
  readonly total: number;
  readonly page: number;
  readonly pages: number;
}

export function cardOfPrint(plan: Plan, progress: Progress): PrintCard {
  return {
    picture: plan.picture && { widthMm: plan.picture.widthMm, heightMm: plan.picture.heightMm },
    process: plan.way.process,
    material: materialById(plan.blocks[0].materialId).short,
    edition: plan.sheets.edition,
    flat: plan.flat !== null,
    runs: plan.runs.map((run, i) => ({ inks: inkNamesOf(plan, run), phase: progress.runs[i].phase })),
    next: nextActOf(plan, progress),
  };
}
