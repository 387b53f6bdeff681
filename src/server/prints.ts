import { fileWords } from '@/words/files';
import { randomUUID } from 'node:crypto';
import { learnedPace } from '@/core/cutting';
import { learnedBrushMix } from '@/core/inks';
import { failure, success, type Outcome, failed } from '@/core/units';
import {
  checkName,
  checkPlan,
  emptyPlan,
  type Plan,
  type PrintState,
  type PrintCard,
  type ShelfPage,
  type ShelfPrint,
  checkEdit,
  nameOfEdit,
  type WayOfWorking,
} from '@/model';
import {
  closedBy,
  CARD_FORM,
  cardOfPrint,
  firstGateOf,
  freeName,
  frozenAsOf,
  progressOf,
  applyEdit,
  withWay,
} from '@/derived';
import {
  cardOf,
  countLivingPrints,
  deletedPrints,
  dryingAt,
  keepCard,
  livingPrints,
  brushedRuns,
  lossesElsewhere,
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
  rawLog,
  rawPlan,
  renamePrint,
  timedCuts,
  touchPrint,
  workshopStamp,
  type PrintRow,
  type Store,
} from '@/store';
import { blobsOfPlan } from '@/formats';
import type { FileOut } from './fileOut';
import { dryingOfWorkshop } from './drying';
import { changePrint, countersOf, keepWays, staleUnless, stepsOf } from './changes';
import { announce } from './hub';
import { livingPrint } from './livingPrint';
import { presentPlan, readPlan } from './readPlan';
import { storedShapesKept } from './shapesKept';

/** Longest name of a print. */
const NAME_LENGTH = 120;
/** Prints shown on one page of the shelf. */
const CARDS_A_PAGE = 24;
/** Drying prints named on the shelf. */
const MOST_DRYING = 12;

/** One page of the shelf, from cards kept by revision: only prints that changed since are looked at. */
export function shelfPage(db: Store, wanted: number, now: string): ShelfPage {
  const total = countLivingPrints(db);
  const pages = Math.max(1, Math.ceil(total / CARDS_A_PAGE));
  const page = Number.isInteger(wanted) ? Math.min(pages, Math.max(1, wanted)) : 1;
  const onShelf = (row: PrintRow, card: PrintCard | null): ShelfPrint => ({
    id: row.id,
    name: row.name,
    savedAt: row.saved_at,
    deletedAt: row.deleted_at,
    revision: row.revision,
    card,
  });
  const rows = livingPrints(db, CARDS_A_PAGE, (page - 1) * CARDS_A_PAGE);
  const kept = rows.map((row) => cardOf(db, row.id, row.revision, CARD_FORM) as PrintCard | undefined);
  const cards = rows.map((row, i) => kept[i] ?? presentCard(db, row));
  keepCards(
    db,
    rows.flatMap((row, i) => (kept[i] || !cards[i] ? [] : [{ row, card: cards[i] }])),
  );
  return {
    prints: rows.map((row, i) => onShelf(row, cards[i])),
    deleted: deletedPrints(db).map((row) => onShelf(row, null)),
    total,
    page,
    pages,
    drying: dryingAt(db, now, MOST_DRYING),
    workshop: workshopStamp(db),
  };
}

/** Cards are kept to be quick; a shelf whose disk is full or whose file is held is shown all the same. */
function keepCards(db: Store, made: readonly { row: PrintRow; card: PrintCard }[]): void {
  if (made.length === 0) return;
  try {
    db.transaction(() =>
      made.forEach(({ row, card }) => keepCard(db, row.id, row.revision, CARD_FORM, card, card.dryAt)),
    )();
  } catch {
    // made again at the next look
  }
}

/** Null when what is stored cannot be read: the shelf goes on without it. */
function presentCard(db: Store, row: PrintRow): PrintCard | null {
  const plan = readPlan(db, row);
  return plan.ok ? cardOfPrint(plan.value, progressOf(plan.value, benchLog(db, row.id), dryingOfWorkshop(db))) : null;
}

export function printState(db: Store, id: string): Outcome<PrintState> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  const row = found.value;
  const plan = readPlan(db, row);
  if (!plan.ok) return plan;
  return success({
    id,
    name: row.name,
    now: countersOf(db, row),
    savedAt: row.saved_at,
    plan: plan.value,
    events: benchLog(db, id),
    ...stepsOf(db, row),
    otherRuns: lossesElsewhere(db, id),
    cuttingPace: learnedPace(timedCuts(db)),
    brushMix: learnedBrushMix(brushedRuns(db)),
    drying: dryingOfWorkshop(db),
  });
}

/** The name of a print that is there. */
export function printName(db: Store, id: string): string | undefined {
  return printById(db, id)?.name;
}

/** What is stored of a print, unread: for one that cannot be opened. */
export function storedBytes(db: Store, id: string): Outcome<FileOut> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  const text = JSON.stringify({ name: found.value.name, plan: rawPlan(db, id) ?? null, log: rawLog(db, id) }, null, 1);
  return success({
    bytes: new TextEncoder().encode(text),
    mediaType: 'application/json; charset=utf-8',
    fileName: fileWords('prints.asStoredJson', { found: found.value.name }),
  });
}

export function createPrint(
  db: Store,
  name: unknown,
  now: string,
  plan: Plan = emptyPlan(),
  id: string = randomUUID(),
): Outcome<string> {
  const checked = checkName(name);
  if (!checked.ok) return checked;
  db.transaction(() =>
    insertPrint(db, {
      id,
      name: freeName(checked.value, printNames(db), NAME_LENGTH),
      plan,
      label: fileWords('prints.newPrint'),
      now,
    }),
  ).immediate();
  return success(id);
}

/** A print with nothing in it but its name and the rules of how one works. */
export function beginPrint(
  db: Store,
  { name, chosen = null }: { readonly name?: unknown; readonly chosen?: WayOfWorking | null },
  now: string,
): Outcome<string> {
  return createPrint(db, name, now, withWay(emptyPlan(), chosen, true));
}

/** A second print with the plan as it is; the bench log stays with the first. */
export function copyPrint(db: Store, id: string, now: string): Outcome<string> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  return createPrint(db, found.value.name, now, { ...presentPlan(db, found.value), frozenAt: null });
}

/** Makes an edit on the newest plan, once for each id. */
export function editPrint(db: Store, id: string, value: unknown, now: string, editId?: string): Outcome<undefined> {
  const edit = checkEdit(value);
  if (!edit.ok) return edit;
  if (editId !== undefined && !/^[\w-]{8,64}$/.test(editId)) return failure('edit.aChangeOfThe');
  return changePrint(
    db,
    id,
    (row, before) => {
      const after = applyEdit(before, edit.value);
      return after.ok ? keepPlan(db, row, before, after.value, nameOfEdit(edit.value), now) : after;
    },
    editId,
  );
}

/** Saves a whole plan on the one it was made from; when that was changed meanwhile nothing is overwritten. */
export function savePlan(
  db: Store,
  id: string,
  basePlan: number,
  value: unknown,
  label: string,
  now: string,
): Outcome<undefined> {
  return changePrint(db, id, (row, before) => {
    const fresh = staleUnless(row, basePlan);
    return fresh.ok ? keepPlan(db, row, before, value, label.slice(0, 80), now) : fresh;
  });
}

/** Puts a plan after the present one when it holds, and changes nothing that is cut or printed. */
function keepPlan(
  db: Store,
  row: PrintRow,
  before: Plan,
  value: unknown,
  label: string,
  now: string,
): Outcome<undefined> {
  const checked = checkPlan(value);
  if (!checked.ok) return checked;
  if (JSON.stringify(checked.value) === JSON.stringify(before)) return success(undefined);
  const missing = blobsOfPlan(checked.value).find((sha) => !hasBlob(db, sha));
  if (missing) return failure('plan.thePlanNamesA');
  const log = benchLog(db, row.id);
  const closed = closedBy(before, checked.value, log, () => storedShapesKept(db, before, checked.value, log));
  if (closed) return failed(closed);
  appendPlan(db, row, frozenAsOf(checked.value, firstGateOf(log)), label, now);
  return success(undefined);
}

/** Takes back the last change of the plan as the asker knows it, where that touches nothing that is cut or printed. */
export function undo(db: Store, id: string, basePlan: number, now: string): Outcome<undefined> {
  return changePrint(db, id, (row, before) => {
    const fresh = staleUnless(row, basePlan);
    if (!fresh.ok) return fresh;
    if (row.plan_seq <= Math.max(1, row.undo_floor) || !planAt(db, id, row.plan_seq - 1)) return failure('undo-end');
    return stepTo(db, row, before, row.plan_seq - 1, now);
  });
}

export function redo(db: Store, id: string, basePlan: number, now: string): Outcome<undefined> {
  return changePrint(db, id, (row, before) => {
    const fresh = staleUnless(row, basePlan);
    if (!fresh.ok) return fresh;
    if (!planAt(db, id, row.plan_seq + 1)) return failure('redo-end');
    return stepTo(db, row, before, row.plan_seq + 1, now);
  });
}

/** Another entry of the history becomes the plan. None before the first gate can: the cut there is a step nobody takes back. */
function stepTo(db: Store, row: PrintRow, before: Plan, seq: number, now: string): Outcome<undefined> {
  const { plan } = planAt(db, row.id, seq)!;
  const log = benchLog(db, row.id);
  const closed = closedBy(before, plan, log, () => storedShapesKept(db, before, plan, log));
  if (closed) return failed(closed);
  moveTo(db, row.id, seq, now);
  return success(undefined);
}

export function rename(db: Store, id: string, name: unknown, now: string): Outcome<string> {
  const checked = checkName(name);
  if (!checked.ok) return checked;
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  const free = freeName(
    checked.value,
    printNames(db).filter((n) => n !== found.value.name),
    NAME_LENGTH,
  );
  renamePrint(db, id, free, now);
  announce(id);
  return success(free);
}

/** Deletes after the name was typed; restorable for 30 days. */
export function deletePrint(db: Store, id: string, typedName: unknown, now: string): Outcome<undefined> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  if (typeof typedName !== 'string' || typedName.trim() !== found.value.name) {
    return failure('delete-name', { found: found.value.name });
  }
  markDeleted(db, id, now, now);
  announce(id);
  return success(undefined);
}

export function restorePrint(db: Store, id: string, now: string): Outcome<undefined> {
  if (!printById(db, id)) return failure('print-missing.thisPrintWasDeleted');
  markDeleted(db, id, null, now);
  return success(undefined);
}

/** Puts a whole print in: plan, log and name, under an id that is free. Its bytes must be stored already. */
export function insertWholePrint(
  db: Store,
  name: string,
  plan: Plan,
  events: PrintState['events'],
  now: string,
  id: string = randomUUID(),
): string {
  insertPrint(db, {
    id,
    name: freeName(name, printNames(db), NAME_LENGTH),
    plan,
    label: fileWords('prints.bundleOpened'),
    now,
  });
  for (const event of events) appendBenchEvent(db, id, event);
  keepWays(db, id, plan);
  if (events.length > 0) raiseUndoFloor(db, id);
  touchPrint(db, id, now);
  return id;
}
