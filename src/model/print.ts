import type { RunLosses } from '@/core/sheets';
import type { BenchEvent } from './bench/acts';
import type { Plan } from './plan/plan';

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

export type RunPhase = 'planned' | 'cut' | 'printing' | 'done';

/** What is to be done next with a print, and where. */
export interface NextAct {
  readonly view: string;
  readonly words: string;
  readonly detail: string;
  readonly colour: '' | 'press' | 'madder' | 'ochre';
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
  /** Rises when the workshop changes: pictures of prints that use it are asked for anew. */
  readonly workshop: number;
}
