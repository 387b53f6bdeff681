import { standingsOf } from '@/derived';
import { countersText, type StandingsOfPrint } from '@/model';
import type { Store } from '@/store';
import { countersOf } from './changes';
import { livingStandings } from './livingStandings';

/** Where all finished prints of the workshop are; prints of which none is finished are left out. */
export function whereaboutsOfWorkshop(db: Store): StandingsOfPrint[] {
  return [...livingStandings(db)].flatMap(({ row, plan, progress }) => {
    const prints = standingsOf(plan, progress);
    return prints.length === 0
      ? []
      : [{ id: row.id, name: row.name, known: countersText(countersOf(db, row)), prints }];
  });
}
