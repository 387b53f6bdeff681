import type { BenchEvent, LossBelief } from '@/core/sheets';
import type { Plan } from './plan';

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
  /** Losses in all logs of this workshop, over the start value of the chosen experience. */
  readonly workshopLosses: { readonly lost: number; readonly kept: number };
  readonly belief: LossBelief;
  /** How much slower than the start values this workshop cuts, by its own log. */
  readonly cuttingPace: number;
}

export interface PrintSummary {
  readonly id: string;
  readonly name: string;
  readonly savedAt: string;
  readonly deletedAt: string | null;
  readonly revision: number;
  readonly plan: Plan;
  readonly events: readonly BenchEvent[];
}
