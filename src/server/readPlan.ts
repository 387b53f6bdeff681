import { failure, success, type Outcome } from '@/core/units';
import { checkPlan, upgradedPlan, type Plan } from '@/model';
import { rawPlan, type PrintRow, type Store } from '@/store';

/** Plans read last, by print, with the text each was read from: the same text is not checked again. */
const PLANS_KEPT = 48;
const plansRead = new Map<string, { readonly text: string; readonly plan: Plan }>();

/**
 * The present plan, checked as strictly as a save: what an older or foreign hand wrote never reaches a view unread. The
 * answer is shared: it is never changed.
 */
export function readPlan(db: Store, row: PrintRow): Outcome<Plan> {
  const text = rawPlan(db, row.id);
  const known = plansRead.get(row.id);
  if (known && known.text === text) return success(known.plan);
  const checked = planIn(text);
  if (!checked.ok)
    return failure(
      'print-unreadable',
      `“${row.name}” cannot be read: ${checked.message} Its bytes are kept as they are and can be saved.`,
    );
  plansRead.delete(row.id);
  plansRead.set(row.id, { text: text!, plan: checked.value });
  if (plansRead.size > PLANS_KEPT) plansRead.delete(plansRead.keys().next().value!);
  return checked;
}

function planIn(text: string | undefined): Outcome<Plan> {
  if (text === undefined) return failure('plan', 'The plan is missing.');
  try {
    return checkPlan(upgradedPlan(JSON.parse(text)));
  } catch {
    return failure('plan', 'The plan is no JSON.');
  }
}
