import { upgradedPlan, type PatchStep, type Plan } from '@/model';
import type { Store } from './open';

export interface PrintRow {
  readonly id: string;
  readonly name: string;
  readonly created_at: string;
  readonly saved_at: string;
  readonly deleted_at: string | null;
  readonly revision: number;
  readonly plan_seq: number;
  readonly undo_floor: number;
  readonly plan_count: number;
}

/** History kept for each print. */
const HISTORY_KEPT = 200;

/** Prints on the shelf, the last saved first: `limit` of them from the `offset`th. */
export function livingPrints(db: Store, limit: number, offset: number): PrintRow[] {
  return db
    .prepare<[number, number], PrintRow>(
      'SELECT * FROM prints WHERE deleted_at IS NULL ORDER BY saved_at DESC, id LIMIT ? OFFSET ?',
    )
    .all(limit, offset);
}

/** Living prints in whose log a pot of ink was begun. */
export function printsWithPots(db: Store): PrintRow[] {
  return db
    .prepare<[], PrintRow>(
      `SELECT * FROM prints WHERE deleted_at IS NULL AND id IN
      (SELECT DISTINCT print_id FROM bench_log INDEXED BY bench_log_pots WHERE act ->> 'kind' = 'pot-begun')`,
    )
    .all();
}

export function countLivingPrints(db: Store): number {
  return db.prepare<[], { n: number }>('SELECT count(*) AS n FROM prints WHERE deleted_at IS NULL').get()!.n;
}

/** Deleted prints that can still be restored, the last deleted first. */
export function deletedPrints(db: Store): PrintRow[] {
  return db
    .prepare<[], PrintRow>('SELECT * FROM prints WHERE deleted_at IS NOT NULL ORDER BY deleted_at DESC, id LIMIT 100')
    .all();
}

/** What one change did to a plan; `patch` is null where only the whole plan says it. */
export interface PlanChange {
  readonly count: number;
  readonly editId: string | null;
  readonly patch: readonly PatchStep[] | null;
}

/** Keeps what the change did that made the plan's counter what it is now. Patches of long ago are let go, ids of edits are not. */
export function keepPlanChange(db: Store, id: string, { count, editId, patch }: PlanChange): void {
  db.prepare('INSERT INTO plan_changes (print_id, plan_count, edit_id, patch) VALUES (?, ?, ?, ?)').run(
    id,
    count,
    editId,
    patch && JSON.stringify(patch),
  );
  db.prepare('UPDATE plan_changes SET patch = NULL WHERE print_id = ? AND plan_count = ?').run(
    id,
    count - HISTORY_KEPT,
  );
}

/** Whether an edit was made already. */
export function hasEdit(db: Store, id: string, editId: string): boolean {
  return db.prepare('SELECT 1 FROM plan_changes WHERE print_id = ? AND edit_id = ?').get(id, editId) !== undefined;
}

/** What changed the plan after it was at `count`, in order. */
export function planChangesSince(db: Store, id: string, count: number): PlanChange[] {
  return db
    .prepare<[string, number], { count: number; editId: string | null; patch: string | null }>(
      `SELECT plan_count AS count, edit_id AS editId, patch FROM plan_changes
       WHERE print_id = ? AND plan_count > ? ORDER BY plan_count`,
    )
    .all(id, count)
    .map((row) => ({ ...row, patch: row.patch === null ? null : (JSON.parse(row.patch) as PatchStep[]) }));
}

/** A print as the shelf showed it at this revision, in this form of cards. */
export function cardOf(db: Store, id: string, revision: number, form: number): unknown {
  const row = db
    .prepare<[string, number, number], { card: string }>(
      'SELECT card FROM print_cards WHERE print_id = ? AND revision = ? AND form = ?',
    )
    .get(id, revision, form);
  return row && JSON.parse(row.card);
}

/** Keeps a print's card as of a revision, and until when the film on its sheets dries. */
export function keepCard(
  db: Store,
  id: string,
  revision: number,
  form: number,
  card: unknown,
  dryAt: string | null,
): void {
  db.prepare(
    `INSERT INTO print_cards (print_id, revision, form, card, dry_at) VALUES (?, ?, ?, ?, ?)
     ON CONFLICT (print_id) DO UPDATE SET revision = excluded.revision, form = excluded.form, card = excluded.card,
     dry_at = excluded.dry_at`,
  ).run(id, revision, form, JSON.stringify(card), dryAt);
}

/** Prints on the shelf whose film is not dry at a moment, those that are dry first in front. */
export function dryingAt(db: Store, now: string, limit: number): { id: string; name: string; dryAt: string }[] {
  return db
    .prepare<[string, number], { id: string; name: string; dryAt: string }>(
      `SELECT p.id, p.name, c.dry_at AS dryAt FROM print_cards c JOIN prints p ON p.id = c.print_id
       WHERE c.dry_at > ? AND p.deleted_at IS NULL ORDER BY c.dry_at LIMIT ?`,
    )
    .all(now, limit);
}

/** Ids of all living prints, the oldest first. */
export function allPrintIds(db: Store): string[] {
  return db
    .prepare<[], { id: string }>('SELECT id FROM prints WHERE deleted_at IS NULL ORDER BY created_at, id')
    .all()
    .map(({ id }) => id);
}

export function printById(db: Store, id: string): PrintRow | undefined {
  return db.prepare<[string], PrintRow>('SELECT * FROM prints WHERE id = ?').get(id);
}

export function printNames(db: Store): string[] {
  return db
    .prepare<[], { name: string }>('SELECT name FROM prints')
    .all()
    .map((row) => row.name);
}

export function insertPrint(
  db: Store,
  print: { id: string; name: string; plan: Plan; label: string; now: string },
): void {
  db.prepare('INSERT INTO prints (id, name, created_at, saved_at, plan_seq) VALUES (?, ?, ?, ?, 1)').run(
    print.id,
    print.name,
    print.now,
    print.now,
  );
  insertPlan(db, print.id, 1, print.label, print.plan, print.now);
}

export function planAt(db: Store, id: string, seq: number): { plan: Plan; label: string } | undefined {
  const row = db
    .prepare<[string, number], { plan: string; label: string }>(
      'SELECT plan, label FROM plan_history WHERE print_id = ? AND seq = ?',
    )
    .get(id, seq);
  return row && { plan: upgradedPlan(JSON.parse(row.plan)) as Plan, label: row.label };
}

/** The label of an entry of the history; undefined when there is none. */
export function planLabel(db: Store, id: string, seq: number): string | undefined {
  return db
    .prepare<[string, number], { label: string }>('SELECT label FROM plan_history WHERE print_id = ? AND seq = ?')
    .get(id, seq)?.label;
}

/** The present plan as it was written, unread. */
export function rawPlan(db: Store, id: string): string | undefined {
  return db
    .prepare<[string], { plan: string }>(
      'SELECT h.plan FROM prints p JOIN plan_history h ON h.print_id = p.id AND h.seq = p.plan_seq WHERE p.id = ?',
    )
    .get(id)?.plan;
}

/** Puts a plan after the present one; what had been undone is gone. */
export function appendPlan(db: Store, row: PrintRow, plan: Plan, label: string, now: string): void {
  db.prepare('DELETE FROM plan_history WHERE print_id = ? AND (seq > ? OR seq < ?)').run(
    row.id,
    row.plan_seq,
    row.plan_seq - HISTORY_KEPT,
  );
  insertPlan(db, row.id, row.plan_seq + 1, label, plan, now);
  moveTo(db, row.id, row.plan_seq + 1, now);
}

/** Makes another entry of the history the present plan. */
export function moveTo(db: Store, id: string, seq: number, now: string): void {
  db.prepare(
    'UPDATE prints SET plan_seq = ?, plan_count = plan_count + 1, revision = revision + 1, saved_at = ? WHERE id = ?',
  ).run(seq, now, id);
}

/** Writes a plan that names the same bytes in the place of the present one: a change, but no step of the history. */
export function replacePlan(db: Store, id: string, seq: number, plan: Plan, now: string): void {
  db.prepare('UPDATE plan_history SET plan = ? WHERE print_id = ? AND seq = ?').run(JSON.stringify(plan), id, seq);
  moveTo(db, id, seq, now);
}

/** Nothing before the present plan can be brought back any more. */
export function raiseUndoFloor(db: Store, id: string): void {
  db.prepare('UPDATE prints SET undo_floor = plan_seq WHERE id = ?').run(id);
  db.prepare('DELETE FROM plan_history WHERE print_id = ? AND seq > (SELECT plan_seq FROM prints WHERE id = ?)').run(
    id,
    id,
  );
}

export function touchPrint(db: Store, id: string, now: string): void {
  db.prepare('UPDATE prints SET revision = revision + 1, saved_at = ? WHERE id = ?').run(now, id);
}

export function renamePrint(db: Store, id: string, name: string, now: string): void {
  db.prepare('UPDATE prints SET name = ?, revision = revision + 1, saved_at = ? WHERE id = ?').run(name, now, id);
}

export function markDeleted(db: Store, id: string, deletedAt: string | null, now: string): void {
  db.prepare('UPDATE prints SET deleted_at = ?, revision = revision + 1, saved_at = ? WHERE id = ?').run(
    deletedAt,
    now,
    id,
  );
}

/** Removes prints deleted before a moment, with their logs. */
export function purgeDeleted(db: Store, before: string): number {
  db.prepare('DELETE FROM bench_log WHERE print_id IN (SELECT id FROM prints WHERE deleted_at < ?)').run(before);
  return db.prepare('DELETE FROM prints WHERE deleted_at < ?').run(before).changes;
}

function insertPlan(db: Store, id: string, seq: number, label: string, plan: Plan, now: string): void {
  db.prepare('INSERT INTO plan_history (print_id, seq, label, plan, saved_at) VALUES (?, ?, ?, ?, ?)').run(
    id,
    seq,
    label,
    JSON.stringify(plan),
    now,
  );
  // every SHA-256 the plan holds, wherever it stands: no kind of reference can be forgotten
  db.prepare(
    `INSERT OR IGNORE INTO plan_blobs SELECT h.print_id, h.seq, t.value FROM plan_history h, json_tree(h.plan) t
     WHERE h.print_id = ? AND h.seq = ? AND t.type = 'text' AND length(t.value) = 64 AND t.value NOT GLOB '*[^0-9a-f]*'`,
  ).run(id, seq);
}
