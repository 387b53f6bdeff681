import { failure, success, type Outcome } from '@/core/units';
import { withUsesOfNow } from '@/derived';
import { checkPlan, upgradedPlan, type Plan, type WorkshopItem } from '@/model';
import { everyItem, planAt, rawPlan, workshopStamp, type PrintRow, type Store } from '@/store';

/** Plans read last, by print, with the text each was read from: the same text is not checked again. */
const PLANS_KEPT = 48;
const plansRead = new Map<string, { readonly text: string; readonly plan: Plan }>();

/** What was ever in the workshop, as it was when last asked, until it changes. */
const workshops = new WeakMap<Store, { readonly stamp: number; readonly items: ReadonlyMap<string, WorkshopItem> }>();

function workshopOf(db: Store): ReadonlyMap<string, WorkshopItem> {
  const stamp = workshopStamp(db),
    known = workshops.get(db);
  if (known?.stamp === stamp) return known.items;
  const items = new Map(everyItem(db).map((item) => [item.id, item]));
  workshops.set(db, { stamp, items });
  return items;
}

/** With what the print uses as the workshop has it now, while its first gate is before it. */
const ofNow = (db: Store, plan: Plan): Plan =>
  plan.uses.length === 0 || plan.frozenAt !== null ? plan : withUsesOfNow(plan, workshopOf(db));

/** The present plan of a print whose plan was read before. */
export function presentPlan(db: Store, row: PrintRow): Plan {
  return ofNow(db, planAt(db, row.id, row.plan_seq)!.plan);
}

/**
 * The present plan, checked as strictly as a save: what an older or foreign hand wrote never reaches a view unread. The
 * answer is shared: it is never changed.
 */
export function readPlan(db: Store, row: PrintRow): Outcome<Plan> {
  const text = rawPlan(db, row.id);
  const known = plansRead.get(row.id);
  if (known && known.text === text) return success(ofNow(db, known.plan));
  const checked = planIn(text);
  if (!checked.ok) return failure('print-unreadable', { print: row.name, why: checked });
  plansRead.delete(row.id);
  plansRead.set(row.id, { text: text!, plan: checked.value });
  if (plansRead.size > PLANS_KEPT) plansRead.delete(plansRead.keys().next().value!);
  return success(ofNow(db, checked.value));
}

function planIn(text: string | undefined): Outcome<Plan> {
  if (text === undefined) return failure('plan.thePlanIsMissing');
  try {
    return checkPlan(upgradedPlan(JSON.parse(text)));
  } catch {
    return failure('plan.thePlanIsNo');
  }
}
