import { failed, success, type Outcome } from '@/core/units';
import { editionRecordOf, impressionsOf, type Impression, type Progress } from '@/derived';
import type { EditionRecord, Plan } from '@/model';
import { benchLog, type Store } from '@/store';
import { livingPrint } from './livingPrint';
import { readPlan } from './readPlan';
import { standingOf } from './standing';

/** A print with its record. */
export interface Recorded {
  readonly name: string;
  readonly plan: Plan;
  readonly progress: Progress;
  readonly record: EditionRecord;
  readonly prints: readonly Impression[];
}

/** A print with its record, as plan and log have it now. Failures: those of the print. */
export function recordedPrint(db: Store, id: string): Outcome<Recorded> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  const { name } = found.value,
    plan = readPlan(db, found.value);
  if (!plan.ok) return failed(plan);
  const progress = standingOf(db, id, plan.value, benchLog(db, id));
  return success({
    ...{ name, plan: plan.value, progress, prints: impressionsOf(plan.value, progress) },
    record: editionRecordOf(name, plan.value, progress),
  });
}
