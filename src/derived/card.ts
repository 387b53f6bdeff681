import { materialById } from '@/core/cutting';
import type { Plan, PrintCard } from '@/model';
import type { Progress } from './progress';
import { inkNamesOf, processWords } from './lookups';
import { nextActOf } from './nextAct';

/** What the shelf shows of a print. */
export function cardOfPrint(plan: Plan, progress: Progress): PrintCard {
  return {
    picture: plan.picture && { widthMm: plan.picture.widthMm, heightMm: plan.picture.heightMm },
    process: processWords(plan),
    material: materialById(plan.blocks[0].materialId).short,
    edition: plan.sheets.edition,
    flat: plan.flat !== null,
    runs: plan.runs.map((run, i) => ({ inks: inkNamesOf(plan, run), phase: progress.runs[i].phase })),
    next: nextActOf(plan, progress),
    dryAt: progress.runs[progress.currentRun - 1]?.dryAt ?? null,
  };
}
