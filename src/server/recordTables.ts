import { failed, success, type Outcome } from '@/core/units';
import { canBeGiven, editionRecordOf, standingsOf } from '@/derived';
import { printsCsv, showCsv, whereaboutsCsv } from '@/formats';
import type { Store } from '@/store';
import { recordWords } from '@/words/records';
import { csvOut, fileStem, type FileOut } from './fileOut';
import { livingStandings } from './livingStandings';
import { recordedPrint } from './recordOf';

export function printsFile(db: Store, id: string): Outcome<FileOut> {
  const found = recordedPrint(db, id);
  if (!found.ok) return failed(found);
  const { name, record } = found.value;
  return success(csvOut(printsCsv(record), recordWords('printsName', { name: fileStem(name) })));
}

/** Where the prints are; what was said of it in words only when it is asked for. */
export function whereaboutsFile(db: Store, id: string, withWords: boolean): Outcome<FileOut> {
  const found = recordedPrint(db, id);
  if (!found.ok) return failed(found);
  const { name, plan, progress } = found.value;
  return success(
    csvOut(whereaboutsCsv(standingsOf(plan, progress), !withWords), recordWords('whereName', { name: fileStem(name) })),
  );
}

/** All numbered prints of the workshop, as a show asks for them. */
export function showFile(db: Store): Outcome<FileOut> {
  const rows = [...livingStandings(db)].flatMap(({ row, plan, progress }) => {
    if (progress.bench.numberings.length === 0) return [];
    const left = standingsOf(plan, progress).filter((one) => one.role === 'numbered' && canBeGiven(one)).length;
    return [{ record: editionRecordOf(row.name, plan, progress), left }];
  });
  return success(csvOut(showCsv(rows), recordWords('showName')));
}
