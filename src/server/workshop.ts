import { randomUUID } from 'node:crypto';
import { failure, success, type Outcome } from '@/core/units';
import { checkItem, MOST_ITEMS, STARTER_WORKSHOP, type StoredItem, type WorkshopItem } from '@/model';
import { freeName } from '@/derived';
import {
  insertItem,
  markItemDeleted,
  updateItem,
  workshopItem,
  workshopItems,
  workshopStamp,
  type Store,
} from '@/store';
import { announceWorkshop } from './hub';

/** Longest name of a thing. */
const NAME_LENGTH = 60;

/** What the workshop has; one never filled gets the starter set. */
export function workshop(db: Store, now: string): StoredItem[] {
  if (workshopStamp(db) === 0) {
    db.transaction(() => {
      if (workshopStamp(db) > 0) return;
      for (const one of STARTER_WORKSHOP) insertItem(db, { ...one, id: randomUUID() } as WorkshopItem, now);
    }).immediate();
  }
  return workshopItems(db);
}

/** Puts a thing in; it gets an id, and where its name is taken a number after it. */
export function addItem(db: Store, value: unknown, now: string): Outcome<StoredItem> {
  const id = randomUUID();
  const checked = checkItem({ ...(value as object), id });
  if (!checked.ok) return checked;
  return told(
    db
      .transaction((): Outcome<StoredItem> => {
        const there = workshop(db, now);
        if (there.length >= MOST_ITEMS) return failure('workshop-full', { mostItems: MOST_ITEMS });
        const name = freeName(checked.value.name, namesOf(there, checked.value.kind), NAME_LENGTH);
        insertItem(db, { ...checked.value, name }, now);
        return success(workshopItem(db, id)!);
      })
      .immediate(),
  );
}

/** Saves a thing on top of the revision it was changed from. */
export function saveItem(
  db: Store,
  id: string,
  baseRevision: number,
  value: unknown,
  now: string,
): Outcome<StoredItem> {
  const checked = checkItem(value);
  if (!checked.ok) return checked;
  const item = checked.value;
  if (item.id !== id) return failure('item.whatWasSentIs');
  return told(
    db
      .transaction((): Outcome<StoredItem> => {
        const known = workshopItem(db, id);
        if (!known) return missing();
        if (known.item.kind !== item.kind)
          return failure('item.aCannotBecomeA', { kind: known.item.kind, kind2: item.kind });
        const others = workshopItems(db).filter((other) => other.item.id !== id);
        if (namesOf(others, item.kind).includes(item.name))
          return failure('item-name', { kind: item.kind, item: item.name });
        if (!updateItem(db, baseRevision, item, now)) return failure('stale.thisWasChangedIn');
        return success(workshopItem(db, id)!);
      })
      .immediate(),
  );
}

/** Takes a thing out; prints that use it keep it as it was. */
export function removeItem(db: Store, id: string, now: string): Outcome<undefined> {
  return told(workshopItem(db, id) && markItemDeleted(db, id, now, now) ? success(undefined) : missing());
}

export function putItemBack(db: Store, id: string, now: string): Outcome<StoredItem> {
  return told(
    db
      .transaction((): Outcome<StoredItem> => {
        const others = workshopItems(db).filter((other) => other.item.id !== id);
        if (!markItemDeleted(db, id, null, now)) return missing();
        const { item, revision } = workshopItem(db, id)!;
        const name = freeName(item.name, namesOf(others, item.kind), NAME_LENGTH);
        if (name !== item.name) updateItem(db, revision, { ...item, name }, now);
        return success(workshopItem(db, id)!);
      })
      .immediate(),
  );
}

/** Prints may follow what changed: whoever has one open hears of it. */
function told<T>(outcome: Outcome<T>): Outcome<T> {
  if (outcome.ok) announceWorkshop();
  return outcome;
}

const missing = () => failure('item-missing');

const namesOf = (items: readonly StoredItem[], kind: WorkshopItem['kind']) =>
  items.filter(({ item }) => item.kind === kind).map(({ item }) => item.name);
