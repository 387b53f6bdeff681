import { failure, success, type Outcome } from '@/core/units';
import { printById, type PrintRow, type Store } from '@/store';

/** A print that is there and not deleted. */
export function livingPrint(db: Store, id: string): Outcome<PrintRow> {
  const row = printById(db, id);
  if (!row) return failure('print-missing.thisPrintIsNot');
  if (row.deleted_at) return failure('print-deleted', { print: row.name });
  return success(row);
}
