import { upgradedInk, type CabinetInk, type StoredInk } from '@/model';
import type { Store } from './open';

interface Row {
  readonly id: string;
  readonly ink: string;
  readonly revision: number;
}

const inkOfRow = ({ id, ink, revision }: Row): StoredInk => ({
  ...upgradedInk(JSON.parse(ink) as Omit<CabinetInk, 'id'>),
  id,
  revision,
});

/** Inks of the cabinet in the order they were put in. */
export function cabinetInks(db: Store): StoredInk[] {
  return db
    .prepare<[], Row>('SELECT id, ink, revision FROM cabinet_inks WHERE deleted_at IS NULL ORDER BY rowid')
    .all()
    .map(inkOfRow);
}

export function cabinetInk(db: Store, id: string): StoredInk | undefined {
  const row = db
    .prepare<[string], Row>('SELECT id, ink, revision FROM cabinet_inks WHERE id = ? AND deleted_at IS NULL')
    .get(id);
  return row && inkOfRow(row);
}

/** Whether an ink has this id, also one that was taken out. */
export function isInkId(db: Store, id: string): boolean {
  return db.prepare('SELECT 1 FROM cabinet_inks WHERE id = ?').get(id) !== undefined;
}

/** Whether the cabinet ever held anything: an emptied one is not filled again. */
export function cabinetWasFilled(db: Store): boolean {
  return db.prepare('SELECT 1 FROM cabinet_inks').get() !== undefined;
}

export function insertInk(db: Store, id: string, ink: Omit<CabinetInk, 'id'>, now: string): void {
  db.prepare('INSERT INTO cabinet_inks (id, ink, saved_at) VALUES (?, ?, ?)').run(id, JSON.stringify(ink), now);
}

/** False when the ink has changed since `revision`. */
export function updateInk(db: Store, id: string, revision: number, ink: Omit<CabinetInk, 'id'>, now: string): boolean {
  return (
    db
      .prepare(
        'UPDATE cabinet_inks SET ink = ?, revision = revision + 1, saved_at = ? WHERE id = ? AND revision = ? AND deleted_at IS NULL',
      )
      .run(JSON.stringify(ink), now, id, revision).changes === 1
  );
}

/** Takes an ink out of the cabinet, or puts it back with `deletedAt` null; false when there is no such ink. */
export function markInkDeleted(db: Store, id: string, deletedAt: string | null, now: string): boolean {
  return (
    db
      .prepare('UPDATE cabinet_inks SET deleted_at = ?, revision = revision + 1, saved_at = ? WHERE id = ?')
      .run(deletedAt, now, id).changes === 1
  );
}
