import { failure, success, type Outcome } from '@/core/units';
import { printById, type PrintRow, type Store } from '@/store';

/** A print that is there and not deleted. */
export function livingPrint(db: Store, id: string): Outcome<PrintRow> {
  const row = printById(db, id);
  if (!row) return failure('print-missing', 'This print is not on the shelf. It may have been deleted for good.');
  if (row.deleted_at)
    return failure('print-deleted', `“${row.name}” was deleted. Restore it on the shelf to work on it.`);
  return success(row);
}
