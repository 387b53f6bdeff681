import { isDeepStrictEqual } from 'node:util';
import { failure, success, type Failure, type Outcome } from '@/core/units';
import { ArchiveWriter, readArchive, readBundle } from '@/formats';
import {
  checkCabinetInk,
  checkItem,
  checkPractice,
  WORKSHOP_FORMAT,
  WORKSHOP_VERSION,
  type ArchiveHead,
  type ArchiveRead,
} from '@/model';
import {
  allPrintIds,
  benchLog,
  cabinetInks,
  insertInk,
  insertItem,
  insertPractice,
  isInkId,
  isItemId,
  practice,
  printById,
  workshopItems,
  type Store,
} from '@/store';
import { toldByServer } from '@/words/refusals';
import { announceWorkshop } from '../hub';
import { drawn } from '../drawing';
import { openBundle } from '../exports';
import { readPlan } from '../readPlan';

/**
 * The whole workshop as one zip, print after print as it is asked for: nothing larger than a bundle is held. Prints that cannot be read are
 * left out and named in it; deleted ones stay here.
 */
export function archiveOut(db: Store, now: string): ReadableStream<Uint8Array> {
  const ids = allPrintIds(db);
  let next = -1,
    writer: ArchiveWriter | undefined;
  return new ReadableStream<Uint8Array>({
    start: (controller) => {
      writer = new ArchiveWriter((bytes) => controller.enqueue(bytes));
    },
    pull: async (controller) => {
      if (next < 0) writer!.head(headOf(db, ids.length, now));
      else if (next < ids.length) {
        const bundle = await drawn(db, 'bundleFile', ids[next], now, true);
        const name = printById(db, ids[next])?.name ?? ids[next];
        if (bundle.ok) writer!.print(ids[next], name, bundle.value.bytes);
        else writer!.leave(name);
      } else {
        writer!.end();
        controller.close();
      }
      next++;
    },
  });
}

function headOf(db: Store, prints: number, now: string): ArchiveHead {
  return {
    ...{ format: WORKSHOP_FORMAT, version: WORKSHOP_VERSION, writtenAt: now, prints },
    things: workshopItems(db).map(({ item }) => item),
    inks: cabinetInks(db).map(({ revision: _revision, ...ink }) => ink),
    practice: [...practice(db)].reverse(),
  };
}

/** What has been taken in so far. */
class TakenIn {
  prints = 0;
  inks = 0;
  things = 0;
  known = 0;
  readonly refused: { name: string; why: string }[] = [];

  refuse(name: string, why: Failure): void {
    this.refused.push({ name, why: toldByServer(why) });
  }
}

/**
 * Takes in what an archive holds and this workshop has not: prints under their own ids, inks, things. What is here stays as it is; a print that
 * is here otherwise comes in beside it. What cannot be used is told with its reason and keeps nothing else out. Failures: those of
 * `readArchive`. `report`: how far it is, 0 to 1.
 */
export async function archiveIn(
  db: Store,
  file: string,
  now: string,
  report: (share: number) => void = () => undefined,
): Promise<Outcome<ArchiveRead>> {
  const archive = await readArchive(file);
  if (!archive.ok) return archive;
  const { head, left, count } = archive.value;
  const taken = new TakenIn();
  try {
    takeHead(db, head, now, taken);
    let done = 0;
    for await (const { id, bundle } of archive.value.prints()) {
      if (bundle.ok) takePrint(db, id, bundle.value, now, taken);
      else taken.refuse(id, bundle);
      report(++done / count);
    }
  } finally {
    archive.value.close();
  }
  for (const name of left) taken.refuse(name, failure('archive.left'));
  const { prints, inks, things, known, refused } = taken;
  return success({ prints, inks, things, known, refused });
}

function takeHead(db: Store, head: ArchiveHead, now: string, taken: TakenIn): void {
  db.transaction(() => {
    for (const thing of head.things) takeThing(db, thing, now, taken);
    for (const ink of head.inks) takeInk(db, ink, now, taken);
    const there = practice(db).map(({ at }) => at);
    for (const score of head.practice) {
      const { at, ...rest } = score as { at?: unknown };
      const checked = checkPractice(rest);
      if (checked.ok && typeof at === 'string' && !there.includes(at)) insertPractice(db, { ...checked.value, at });
    }
  }).immediate();
  announceWorkshop();
}

function takeThing(db: Store, thing: unknown, now: string, taken: TakenIn): void {
  const item = checkItem(thing);
  if (!item.ok) taken.refuse(nameOf(thing), item);
  else if (isItemId(db, item.value.id)) taken.known++;
  else {
    insertItem(db, item.value, now);
    taken.things++;
  }
}

function takeInk(db: Store, value: unknown, now: string, taken: TakenIn): void {
  const { id, ...rest } = value as { id?: unknown };
  const ink = checkCabinetInk(rest);
  if (!ink.ok || typeof id !== 'string' || !/^[\w-]{1,80}$/.test(id)) {
    if (!ink.ok) taken.refuse(nameOf(value), ink);
  } else if (isInkId(db, id)) taken.known++;
  else {
    insertInk(db, id, ink.value, now);
    taken.inks++;
  }
}

function takePrint(db: Store, id: string, bytes: Uint8Array, now: string, taken: TakenIn): void {
  const there = printById(db, id);
  if (there && isSame(db, id, bytes)) {
    taken.known++;
    return;
  }
  const opened = openBundle(db, bytes, now, there ? undefined : id);
  if (opened.ok) taken.prints++;
  else taken.refuse(id, opened);
}

/** Whether the print that is here says the same as the bundle: plan and log. */
function isSame(db: Store, id: string, bytes: Uint8Array): boolean {
  const bundle = readBundle(bytes),
    row = printById(db, id);
  if (!bundle.ok || !row) return false;
  const plan = readPlan(db, row);
  const ids = (events: readonly { readonly id: string }[]) => events.map((event) => event.id);
  return (
    plan.ok &&
    isDeepStrictEqual(plan.value, bundle.value.plan) &&
    isDeepStrictEqual(ids(benchLog(db, id)), ids(bundle.value.events))
  );
}

const nameOf = (value: unknown) => String((value as { name?: unknown } | null)?.name ?? '').slice(0, 120);
