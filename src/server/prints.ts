import { randomUUID } from 'node:crypto';
import { learnedPace } from '@/core/cutting';
import { learned, startBelief } from '@/core/sheets';
import { failure, success, type Outcome } from '@/core/units';
import {
  checkName,
  checkPlan,
  closedPartTouched,
  emptyPlan,
  type Plan,
  type PrintState,
  type PrintSummary,
} from '@/records';
import {
  allPrints,
  appendBenchEvent,
  appendPlan,
  benchLog,
  hasBlob,
  insertPrint,
  markDeleted,
  moveTo,
  planAt,
  printById,
  printNames,
  raiseUndoFloor,
  renamePrint,
  timedCuts,
  touchPrint,
  workshopLosses,
  type PrintRow,
  type Store,
} from '@/store';
import { blobsOfPlan } from '@/formats';

export function listPrints(db: Store): PrintSummary[] {
  return allPrints(db).map((row) => ({
    id: row.id,
    name: row.name,
    savedAt: row.saved_at,
    deletedAt: row.deleted_at,
    revision: row.revision,
    plan: planAt(db, row.id, row.plan_seq)!.plan,
    events: benchLog(db, row.id),
  }));
}

export function printState(db: Store, id: string): Outcome<PrintState> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  const row = found.value;
  const current = planAt(db, id, row.plan_seq)!;
  const losses = workshopLosses(db);
  return success({
    id,
    name: row.name,
    revision: row.revision,
    savedAt: row.saved_at,
    plan: current.plan,
    events: benchLog(db, id),
    undoLabel: row.plan_seq > Math.max(1, row.undo_floor) && planAt(db, id, row.plan_seq - 1) ? current.label : null,
    redoLabel: planAt(db, id, row.plan_seq + 1)?.label ?? null,
    workshopLosses: losses,
    cuttingPace: learnedPace(timedCuts(db)),
    belief: learned(startBelief(current.plan.sheets.experience), losses),
  });
}

/** A print that is there and not deleted. */
export function livingPrint(db: Store, id: string): Outcome<PrintRow> {
  const row = printById(db, id);
  if (!row) return failure('print-missing', 'This print is not on the shelf. It may have been deleted for good.');
  if (row.deleted_at)
    return failure('print-deleted', `“${row.name}” was deleted. Restore it on the shelf to work on it.`);
  return success(row);
}

export function createPrint(db: Store, name: unknown, now: string, plan: Plan = emptyPlan()): Outcome<string> {
  const checked = checkName(name);
  if (!checked.ok) return checked;
  const id = randomUUID();
  db.transaction(() =>
    insertPrint(db, { id, name: freeName(checked.value, printNames(db)), plan, label: 'new print', now }),
  ).immediate();
  return success(id);
}

/** The name itself, or with the lowest number that makes it new: an existing print is never overwritten. */
export function freeName(name: string, taken: readonly string[]): string {
  if (!taken.includes(name)) return name;
  for (let n = 2; ; n++) {
    const suffix = ` (${n})`;
    const candidate = name.slice(0, 120 - suffix.length) + suffix;
    if (!taken.includes(candidate)) return candidate;
  }
}

/** A second print with the plan as it is; the bench log stays with the first. */
export function copyPrint(db: Store, id: string, now: string): Outcome<string> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  return createPrint(db, found.value.name, now, planAt(db, id, found.value.plan_seq)!.plan);
}

/** Saves a plan on top of the revision it was made from; a stranger in between is told, and nothing is overwritten. */
export function savePlan(
  db: Store,
  id: string,
  baseRevision: number,
  value: unknown,
  label: string,
  now: string,
): Outcome<PrintState> {
  const checked = checkPlan(value);
  if (!checked.ok) return checked;
  const missing = blobsOfPlan(checked.value).find((sha) => !hasBlob(db, sha));
  if (missing) return failure('plan', 'The plan names a picture that was not brought in. Load the page again.');
  return change(db, id, baseRevision, (row) => {
    const before = planAt(db, id, row.plan_seq)!.plan;
    const closed = closedPartTouched(before, checked.value, benchLog(db, id));
    if (closed) return failure('closed', closed);
    appendPlan(db, row, checked.value, label.slice(0, 80), now);
    return success(undefined);
  });
}

export function undo(db: Store, id: string, baseRevision: number, now: string): Outcome<PrintState> {
  return change(db, id, baseRevision, (row) => {
    if (row.plan_seq <= Math.max(1, row.undo_floor) || !planAt(db, id, row.plan_seq - 1))
      return failure('undo-end', 'There is nothing before this that could be brought back.');
    moveTo(db, id, row.plan_seq - 1, now);
    return success(undefined);
  });
}

export function redo(db: Store, id: string, baseRevision: number, now: string): Outcome<PrintState> {
  return change(db, id, baseRevision, (row) => {
    if (!planAt(db, id, row.plan_seq + 1))
      return failure('redo-end', 'Nothing has been taken back that could be done again.');
    moveTo(db, id, row.plan_seq + 1, now);
    return success(undefined);
  });
}

export function rename(db: Store, id: string, name: unknown, now: string): Outcome<string> {
  const checked = checkName(name);
  if (!checked.ok) return checked;
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  const free = freeName(
    checked.value,
    printNames(db).filter((n) => n !== found.value.name),
  );
  renamePrint(db, id, free, now);
  return success(free);
}

/** Deletes after the name was typed; restorable for 30 days. */
export function deletePrint(db: Store, id: string, typedName: unknown, now: string): Outcome<undefined> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  if (typeof typedName !== 'string' || typedName.trim() !== found.value.name) {
    return failure('delete-name', `To delete this print, type its name as it stands: “${found.value.name}”.`);
  }
  markDeleted(db, id, now, now);
  return success(undefined);
}

export function restorePrint(db: Store, id: string, now: string): Outcome<undefined> {
  if (!printById(db, id)) return failure('print-missing', 'This print was deleted more than 30 days ago and is gone.');
  markDeleted(db, id, null, now);
  return success(undefined);
}

/** Puts a whole print in: plan, log and name. Its bytes must be stored already. */
export function insertWholePrint(
  db: Store,
  name: string,
  plan: Plan,
  events: PrintState['events'],
  now: string,
): string {
  const id = randomUUID();
  insertPrint(db, { id, name: freeName(name, printNames(db)), plan, label: 'bundle opened', now });
  for (const event of events) appendBenchEvent(db, id, event);
  if (events.length > 0) raiseUndoFloor(db, id);
  touchPrint(db, id, now);
  return id;
}

function change(
  db: Store,
  id: string,
  baseRevision: number,
  act: (row: PrintRow) => Outcome<undefined>,
): Outcome<PrintState> {
  return db
    .transaction((): Outcome<PrintState> => {
      const found = livingPrint(db, id);
      if (!found.ok) return found;
      if (found.value.revision !== baseRevision) {
        return failure('stale', 'This print was changed in another window meanwhile. Nothing of it was overwritten.');
      }
      const done = act(found.value);
      return done.ok ? printState(db, id) : done;
    })
    .immediate();
}
