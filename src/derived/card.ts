import type { Plan, PrintCard } from '@/model';
import type { Progress } from './progress';
import { inkNamesOf, processOf } from './lookups';
import { nextActOf } from './nextAct';

/** Rises when cards hold something else: those kept in another form are made again. */
export const CARD_FORM = 1;

/** What the shelf shows of a print. */
export function cardOfPrint(plan: Plan, progress: Progress): PrintCard {
  return {
    picture: plan.picture && { widthMm: plan.picture.widthMm, heightMm: plan.picture.heightMm },
    process: processOf(plan),
    materialId: plan.blocks[0].materialId,
    edition: plan.sheets.edition,
    flat: plan.flat !== null,
    runs: plan.runs.map((run, i) => ({ inks: inkNamesOf(plan, run), phase: progress.runs[i].phase })),
    next: nextActOf(plan, progress),
    dryAt: progress.runs[progress.currentRun - 1]?.dryAt ?? null,
  };
}
