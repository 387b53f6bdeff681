import { beliefOf, dayStepsOf, onRackNow, plainSheet } from '@/derived';
import { learnedPace } from '@/core/cutting';
import type { DaysOfPrint } from '@/model';
import { lossesElsewhere, timedCuts, workshopItems, type Store } from '@/store';
import { dryingOfWorkshop } from './drying';
import { livingStandings } from './livingStandings';

/** The steps of every print of the shelf that are still to be done, and what lies on the racks. A print that cannot be read has none. */
export function daysOfWorkshop(db: Store, nowMs: number): DaysOfPrint[] {
  const pace = learnedPace(timedCuts(db)),
    drying = dryingOfWorkshop(db);
  const handIds = workshopItems(db).flatMap(({ item }) => (item.kind === 'hand' ? [item.id] : []));
  return [...livingStandings(db)].map(({ row, plan, progress }): DaysOfPrint => {
    const belief = beliefOf(plan, lossesElsewhere(db, row.id), progress.bench);
    const steps = dayStepsOf({
      ...{ printId: row.id, plan, sheet: plainSheet(plan), progress, belief, drying, pace, handIds },
    });
    const { wishedBy } = plan.days;
    return { id: row.id, name: row.name, wishedBy, steps, onRack: onRackNow({ plan, progress, drying }, nowMs) };
  });
}
