import type { LabelStyle } from '@/core/geometry';
import { labelStateOfRun, type Plan } from '@/records';
import { BLOCK_WORDS } from '../kit/colours';

export interface LabelState { readonly standing: readonly number[]; readonly cutNow: readonly number[]; readonly clearedEarlier: readonly number[] }

/** The block's states as label numbers, one for each run. */
export function labelStatesOf(plan: Plan): LabelState[] {
  return plan.flat ? plan.runs.map((run) => labelStateOfRun(plan, run)) : [];
}

/** How each label is drawn on the block: standing, gouge strokes, cleared. */
export function blockStyles(state: LabelState, labelCount: number): LabelStyle[] {
  return Array.from({ length: labelCount }, (_, label) => {
    if (state.standing.includes(label)) return { fill: BLOCK_WORDS.standing };
    return state.cutNow.includes(label) ? { fill: BLOCK_WORDS.cutFill, stroke: BLOCK_WORDS.cutStroke } : { fill: BLOCK_WORDS.cleared };
  });
}
