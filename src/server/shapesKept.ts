import { phrase } from '@/core/units';
import type { BenchEvent, Plan } from '@/model';
import { progressOf, shapesKept, type LaidPlan, type ShapesKept } from '@/derived';
import type { Store } from '@/store';
import { labelsOfPlan } from './labels';
import { sheetOf } from './printSheets';

/** Whether a changed plan leaves everything as it is that is cut or printed, on the maps stored for both; not kept when it cannot be told. */
export function storedShapesKept(db: Store, before: Plan, after: Plan, events: readonly BenchEvent[]): ShapesKept {
  const progress = progressOf(before, events);
  const laid = (plan: Plan): LaidPlan | undefined => {
    const picture = labelsOfPlan(db, plan);
    const made = picture && sheetOf(plan, picture, progress.bench.slips);
    return made?.ok ? { plan, ...made.value } : undefined;
  };
  const was = laid(before),
    is = laid(after);
  return was && is ? shapesKept(was, is, progress) : { kept: false, what: phrase('shapesKept.aPictureThatCan') };
}
