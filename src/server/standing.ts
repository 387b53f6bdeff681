import { progressOf, type DryingLearned, type Progress } from '@/derived';
import type { BenchEvent, Plan } from '@/model';
import type { Store } from '@/store';
import { dryingOfWorkshop } from './drying';

/** Where prints stood when last asked, with the plan and the end of the log that was asked of. */
const STANDINGS_KEPT = 12;
interface Standing {
  readonly plan: Plan;
  readonly entries: number;
  readonly lastId: string | undefined;
  readonly drying: DryingLearned;
  readonly progress: Progress;
}
const kept = new Map<string, Standing>();

/** Where a print stands. What was asked last is kept: a log only grows, so one as long and with the same end is the same. */
export function standingOf(db: Store, printId: string, plan: Plan, log: readonly BenchEvent[]): Progress {
  const known = kept.get(printId),
    drying = dryingOfWorkshop(db);
  const same = known && known.plan === plan && known.entries === log.length && known.lastId === log.at(-1)?.id;
  if (same && known.drying === drying) return known.progress;
  const progress = progressOf(plan, log, drying);
  kept.delete(printId);
  kept.set(printId, { plan, entries: log.length, lastId: log.at(-1)?.id, drying, progress });
  if (kept.size > STANDINGS_KEPT) kept.delete(kept.keys().next().value!);
  return progress;
}
