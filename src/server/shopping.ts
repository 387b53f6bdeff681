import { success, type Outcome } from '@/core/units';
import { shoppingCsv } from '@/formats';
import { shoppingWords } from '@/words/shopping';
import { beliefOf, needsOfPrint, plainSheet, shoppingList } from '@/derived';
import type { ShoppingRow } from '@/model';
import { lossesElsewhere, workshopItems, type Store } from '@/store';
import { cabinet } from './cabinet';
import { csvOut, type FileOut } from './fileOut';
import { livingStandings } from './livingStandings';

/** What all prints in work still want, against the stock of workshop and cabinet. */
export function shoppingOfWorkshop(db: Store, now: string): ShoppingRow[] {
  const wanted = [...livingStandings(db)].map(({ row, plan, progress }) => {
    const belief = beliefOf(plan, lossesElsewhere(db, row.id), progress.bench);
    return { print: row.name, needs: needsOfPrint(plan, plainSheet(plan), progress, belief) };
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
