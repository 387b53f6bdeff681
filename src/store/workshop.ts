import type { StoredItem, WorkshopItem } from '@/model';
import type { Store } from './open';

interface Row {
  readonly item: string;
  readonly revision: number;
}

const itemOfRow = ({ item, revision }: Row): StoredItem => ({ item: JSON.parse(item) as WorkshopItem, revision });

/** All that ever was in the workshop, as it is or last was. */
export function everyItem(db: Store): WorkshopItem[] {
  return db
    .prepare<[], Row>('SELECT item, revision FROM workshop_items')
    .all()
    .map((row) => itemOfRow(row).item);
}

/** What the workshop has, in the order it was put in. */
export function workshopItems(db: Store): StoredItem[] {
  return db
    .prepare<[], Row>('SELECT item, revision FROM workshop_items WHERE deleted_at IS NULL ORDER BY rowid')
    .all()
    .map(itemOfRow);
}

export function workshopItem(db: Store, id: string): StoredItem | undefined {
  const row = db
    .prepare<[string], Row>('SELECT item, revision FROM workshop_items WHERE id = ? AND deleted_at IS NULL')
    .get(id);
  return row && itemOfRow(row);
}

/** Whether a thing has this id, also one that was taken out. */
export function isItemId(db: Store, id: string): boolean {
  return db.prepare('SELECT 1 FROM workshop_items WHERE id = ?').get(id) !== undefined;
}

/** Rises with every change of what the workshop has; 0 while it never held anything. An emptied workshop is not filled again. */
export function workshopStamp(db: Store): number {
  return db.prepare<[], { n: number }>('SELECT coalesce(sum(revision), 0) AS n FROM workshop_items').get()!.n;
}

export function insertItem(db: Store, item: WorkshopItem, now: string): void {
  db.prepare('INSERT INTO workshop_items (id, item, saved_at) VALUES (?, ?, ?)').run(
    item.id,
    JSON.stringify(item),
    now,
  );
}

/** False when it has changed since `revision`. Cards of prints are made again: what is on them may follow from it. */
export function updateItem(db: Store, revision: number, item: WorkshopItem, now: string): boolean {
  const { changes } = db
    .prepare(
      'UPDATE workshop_items SET item = ?, revision = revision + 1, saved_at = ? WHERE id = ? AND revision = ? AND deleted_at IS NULL',
    )
    .run(JSON.stringify(item), now, item.id, revision);
  db.prepare('DELETE FROM print_cards').run();
  return changes === 1;
}

/** Takes a thing out of the workshop, or puts it back with `deletedAt` null; false when there is no such thing. */
export function markItemDeleted(db: Store, id: string, deletedAt: string | null, now: string): boolean {
  return (
    db
      .prepare('UPDATE workshop_items SET deleted_at = ?, revision = revision + 1, saved_at = ? WHERE id = ?')
      .run(deletedAt, now, id).changes === 1
  );
}
