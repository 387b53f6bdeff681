import { standingsOf } from '@/derived';
import { countersText, type StandingsOfPrint } from '@/model';
import { benchLog, livingPrints, type Store } from '@/store';
import { countersOf } from './changes';
import { readPlan } from './readPlan';
import { standingOf } from './standing';

const MOST_PRINTS = 500;

/** Where all finished prints of the workshop are; prints of which none is finished are left out. */
export function whereaboutsOfWorkshop(db: Store): StandingsOfPrint[] {
  return livingPrints(db, MOST_PRINTS, 0).flatMap((row) => {
    const plan = readPlan(db, row);
    if (!plan.ok) return [];
    const prints = standingsOf(plan.value, standingOf(db, row.id, plan.value, benchLog(db, row.id)));
    return prints.length === 0
      ? []
      : [{ id: row.id, name: row.name, known: countersText(countersOf(db, row)), prints }];
  });
}
