import type { Progress } from '@/derived';
import type { Plan } from '@/model';
import { benchLog, livingPrints, type PrintRow, type Store } from '@/store';
import { readPlan } from './readPlan';
import { standingOf } from './standing';

/** More prints than a workshop has on its shelf. */
const MOST_PRINTS = 500;

interface LivingPrint {
  readonly row: PrintRow;
  readonly plan: Plan;
  readonly progress: Progress;
}

/** Every print of the shelf with where it stands, one after the other; one that cannot be read is left out. */
export function* livingStandings(db: Store): Generator<LivingPrint> {
  for (const row of livingPrints(db, MOST_PRINTS, 0)) {
    const plan = readPlan(db, row);
    if (!plan.ok) continue;
    yield { row, plan: plan.value, progress: standingOf(db, row.id, plan.value, benchLog(db, row.id)) };
  }
}
