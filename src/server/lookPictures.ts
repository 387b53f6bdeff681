import { createHash } from 'node:crypto';
import { success, type Outcome } from '@/core/units';
import { onPaperOf, type Progress } from '@/derived';
import type { Plan } from '@/model';
import { benchLog, keepMadePicture, madePicture, printById, workshopStamp, type PrintRow, type Store } from '@/store';
import { drawn } from './drawing';
import { livingPrint } from './livingPrint';
import { readPlan } from './readPlan';
import { standingOf } from './standing';

/** Rises when looks are drawn otherwise. */
const FORM = 1;

/** Keys of looks that were asked for last, by print, how far it had come, run and width: a print that has not changed is not read. */
const KEYS_KEPT = 4000;
const keys = new Map<string, string>();
const making = new Map<string, Promise<Outcome<{ readonly bytes: Uint8Array }>>>();

/** The sheet after a run as a PNG: made once for all that it shows, beside the server, and kept. */
export async function lookPicture(
  db: Store,
  id: string,
  run: number,
  widthPx: number,
  now: string,
  colourwayId?: string,
): Promise<Outcome<{ readonly bytes: Uint8Array }>> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  const asked = askedFor(db, found.value, run, widthPx, colourwayId);
  const key = keyOf(db, found.value, asked, [run, widthPx, ...(colourwayId ? [colourwayId] : [])]);
  if (!key.ok) return key;
  const kept = madePicture(db, key.value);
  if (kept) return success({ bytes: kept });
  const same = making.get(key.value);
  if (same) return same;
  const made = drawn(db, 'lookPng', id, run, widthPx, colourwayId);
  making.set(key.value, made);
  try {
    const answer = await made;
    // changed meanwhile, the picture may show what the print is now, not what its key says
    const row = printById(db, id);
    if (answer.ok && row && askedFor(db, row, run, widthPx, colourwayId) === asked)
      keepQuietly(db, key.value, answer.value.bytes, now);
    return answer;
  } finally {
    making.delete(key.value);
  }
}

/** A print as far as it has come, a run, a width and a set of inks. */
const askedFor = (db: Store, row: PrintRow, run: number, widthPx: number, colourwayId = '') =>
  `${db.name} ${row.id} ${row.revision} ${workshopStamp(db)} ${run} ${widthPx} ${colourwayId}`;

/** A look whose disk is full is shown all the same, and made again. */
function keepQuietly(db: Store, key: string, bytes: Uint8Array, now: string): void {
  try {
    keepMadePicture(db, key, bytes, now);
  } catch {
    // made again at the next look
  }
}

function keyOf(db: Store, row: PrintRow, asked: string, picture: readonly unknown[]): Outcome<string> {
  const known = keys.get(asked);
  if (known) return success(known);
  const plan = readPlan(db, row);
  if (!plan.ok) return plan;
  const shown = shownBy(plan.value, standingOf(db, row.id, plan.value, benchLog(db, row.id)));
  const key = createHash('sha256')
    .update(JSON.stringify([FORM, ...picture, shown]))
    .digest('hex');
  keys.set(asked, key);
  if (keys.size > KEYS_KEPT) keys.delete(keys.keys().next().value!);
  return success(key);
}

/** What of a plan no look shows; whatever else is in it, also what is added later, counts. */
const NEVER_SHOWN: readonly (keyof Plan)[] = [
  'sheets',
  'layout',
  'register',
  'transfer',
  'toolsMm',
  'roller',
  'kept',
  'lettering',
  'uses',
  'frozenAt',
  'decisions',
  'record',
  'rules',
];

function shownBy(plan: Plan, { bench }: Progress): unknown {
  const shown = Object.entries(onPaperOf(plan, bench)).filter(([key]) => !NEVER_SHOWN.includes(key as keyof Plan));
  return [shown, bench.coloursGot, bench.slips];
}
