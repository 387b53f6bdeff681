import { progressOf, type Progress } from '@/derived';
import type { BenchEvent, Plan } from '@/model';

/** Where prints stood when last asked, with the plan and the end of the log that was asked of. */
const STANDINGS_KEPT = 12;
interface Standing {
  readonly plan: Plan;
  readonly entries: number;
  readonly lastId: string | undefined;
  readonly progress: Progress;
}
const kept = new Map<string, Standing>();

/** Where a print stands. What was asked last is kept: a log only grows, so one as long and with the same end is the same. */
export function standingOf(printId: string, plan: Plan, log: readonly BenchEvent[]): Progress {
  const known = kept.get(printId);
  if (known && known.plan === plan && known.entries === log.length && known.lastId === log.at(-1)?.id)
    return known.progress;
  const progress = progressOf(plan, log);
  kept.delete(printId);
  kept.set(printId, { plan, entries: log.length, lastId: log.at(-1)?.id, progress });
  if (kept.size > STANDINGS_KEPT) kept.delete(kept.keys().next().value!);
  return progress;
}
