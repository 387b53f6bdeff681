import type { LossBelief, RunLosses } from '@/core/sheets';
import type { BenchEvent, Plan } from '@/model';
import { beliefOf, runWaysOf } from './belief';
import { lossesByRun } from './bench/tally';
import { looksOfPlan, type ColoursGot, type PlanLooks } from './looks';
import type { PrintSheet } from './printSheet';
import type { BenchState } from './bench/benchState';
import type { DryingLearned } from './dryingOf';
import { progressOf, type Progress } from './progress';

/** Parts of a plan that looks are made from, and those that progress is told by: an edit leaves most others as they were, the very same. */
const LOOKS_FROM = [
  'flat',
  'paper',
  'way',
  'inks',
  'blocks',
  'runs',
  'rules',
] as const satisfies readonly (keyof Plan)[];
const PROGRESS_FROM = ['way', 'inks', 'blocks', 'runs', 'uses'] as const satisfies readonly (keyof Plan)[];

/** The answer before, as long as all it was made from is the very same. */
class Kept<T> {
  private from: readonly unknown[] = [];
  private answer: T | undefined;

  get(from: readonly unknown[], make: () => T): T {
    if (
      this.answer === undefined ||
      from.length !== this.from.length ||
      from.some((part, i) => part !== this.from[i])
    ) {
      this.answer = make();
      this.from = from;
    }
    return this.answer;
  }
}

const NOTHING_LEARNED: DryingLearned = [];

/** Looks and progress for one who holds a print through many edits: what an edit does not touch is not worked out again. */
export class KeptAnswers {
  private readonly lastLooks = new Kept<PlanLooks | undefined>();
  private readonly lastProgress = new Kept<Progress>();
  private readonly lastBelief = new Kept<LossBelief>();
  private bench: BenchState | undefined;

  looks(plan: Plan, got: ColoursGot, sheet: PrintSheet): PlanLooks | undefined {
    return this.lastLooks.get([...LOOKS_FROM.map((part) => plan[part]), got, sheet], () =>
      looksOfPlan(plan, got, sheet),
    );
  }

  /** The belief about losses, by what is told apart and what was lost: most edits and pulls leave both as they were. */
  belief(plan: Plan, otherRuns: readonly RunLosses[], bench: BenchState): LossBelief {
    const told = JSON.stringify([plan.sheets.experience, runWaysOf(plan), [...lossesByRun(bench)]]);
    return this.lastBelief.get([told, otherRuns], () => beliefOf(plan, otherRuns, bench));
  }

  /** What an act leaves as it was stays the very same list: looks do not change because a sheet is pulled. */
  progress(plan: Plan, events: readonly BenchEvent[], drying: DryingLearned = NOTHING_LEARNED): Progress {
    return this.lastProgress.get([...PROGRESS_FROM.map((part) => plan[part]), events, drying], () => {
      const next = progressOf(plan, events, drying);
      this.bench = this.bench ? withListsKept(this.bench, next.bench) : next.bench;
      return { ...next, bench: this.bench };
    });
  }
}

function withListsKept(before: BenchState, next: BenchState): BenchState {
  const lists = Object.entries(next).filter(([name, list]) => isAlike(before[name as keyof BenchState], list));
  return { ...next, ...Object.fromEntries(lists.map(([name]) => [name, before[name as keyof BenchState]])) };
}

/** Two lists of the same things: what a log is replayed into is new each time, what its acts say is not. */
function isAlike(before: unknown, next: unknown): boolean {
  return (
    Array.isArray(before) &&
    Array.isArray(next) &&
    before.length === next.length &&
    next.every((thing, i) => isSame(before[i] as Thing, thing as Thing))
  );
}

type Thing = Readonly<Record<string, unknown>>;

function isSame(before: Thing, next: Thing): boolean {
  if (before === next) return true;
  const names = Object.keys(next);
  return names.length === Object.keys(before).length && names.every((name) => before[name] === next[name]);
}
