import { success, type Outcome } from '@/core/units';
import { shoppingCsv } from '@/formats';
import { shoppingWords } from '@/words/shopping';
import { beliefOf, needsOfPrint, plainSheet, shoppingList } from '@/derived';
import type { ShoppingRow } from '@/model';
import { benchLog, livingPrints, lossesElsewhere, workshopItems, type Store } from '@/store';
import { cabinet } from './cabinet';
import { csvOut, type FileOut } from './fileOut';
import { readPlan } from './readPlan';
import { standingOf } from './standing';

const MOST_PRINTS = 200;

/** What all prints in work still want, against the stock of workshop and cabinet. */
export function shoppingOfWorkshop(db: Store, now: string): ShoppingRow[] {
  const wanted = livingPrints(db, MOST_PRINTS, 0).flatMap((row) => {
    const plan = readPlan(db, row);
    if (!plan.ok) return [];
    const progress = standingOf(db, row.id, plan.value, benchLog(db, row.id));
    const belief = beliefOf(plan.value, lossesElsewhere(db, row.id), progress.bench);
    return [{ print: row.name, needs: needsOfPrint(plan.value, plainSheet(plan.value), progress, belief) }];
  });
  return shoppingList(
    wanted,
    workshopItems(db).map(({ item }) => item),
    cabinet(db, now),
  );
}

/** The same as a table for a spreadsheet. */
export function shoppingFile(db: Store, now: string): Outcome<FileOut> {
  return success(csvOut(shoppingCsv(shoppingOfWorkshop(db, now)), shoppingWords('file')));
}
