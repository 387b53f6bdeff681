import type { LabelStyle } from '@/core/geometry';
import { type Plan } from '@/model';
import { labelStateOfRun, type PrintSheet } from '@/derived';
import { BLOCK_WORDS } from './colours';

export interface LabelState {
  readonly standing: readonly number[];
  readonly cutNow: readonly number[];
  readonly clearedEarlier: readonly number[];
}

/** The block's states in parts of the sheet, one for each run. */
export function labelStatesOf(plan: Plan, sheet: PrintSheet): LabelState[] {
  return plan.flat ? plan.runs.map((run) => labelStateOfRun(plan, run, sheet)) : [];
}

/** How each part is drawn on the block: standing, gouge strokes, cleared. */
export function blockStyles(state: LabelState, partCount: number): LabelStyle[] {
  return Array.from({ length: partCount }, (_, label) => {
    if (state.standing.includes(label)) return { fill: BLOCK_WORDS.standing };
    return state.cutNow.includes(label)
      ? { fill: BLOCK_WORDS.cutFill, stroke: BLOCK_WORDS.cutStroke }
      : { fill: BLOCK_WORDS.cleared };
  });
}
