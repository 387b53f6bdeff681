import { beliefOf, dayStepsOf, onRackNow, plainSheet } from '@/derived';
import { learnedPace } from '@/core/cutting';
import type { DaysOfPrint } from '@/model';
import { benchLog, livingPrints, lossesElsewhere, timedCuts, workshopItems, type Store } from '@/store';
import { dryingOfWorkshop } from './drying';
import { readPlan } from './readPlan';
import { standingOf } from './standing';

/** More prints than a workshop has at once in work. */
const MOST_PRINTS = 200;

/** The steps of every print of the shelf that are still to be done, and what lies on the racks. A print that cannot be read has none. */
export function daysOfWorkshop(db: Store, nowMs: number): DaysOfPrint[] {
  const pace = learnedPace(timedCuts(db)),
    drying = dryingOfWorkshop(db);
  const handIds = workshopItems(db).flatMap(({ item }) => (item.kind === 'hand' ? [item.id] : []));
  return livingPrints(db, MOST_PRINTS, 0).flatMap((row): DaysOfPrint[] => {
    const read = readPlan(db, row);
    if (!read.ok) return [];
    const plan = read.value,
      progress = standingOf(db, row.id, plan, benchLog(db, row.id));
    const belief = beliefOf(plan, lossesElsewhere(db, row.id), progress.bench);
    const steps = dayStepsOf({
      ...{ printId: row.id, plan, sheet: plainSheet(plan), progress, belief, drying, pace, handIds },
    });
    const { wishedBy } = plan.days;
    return [{ id: row.id, name: row.name, wishedBy, steps, onRack: onRackNow({ plan, progress, drying }, nowMs) }];
  });
}
