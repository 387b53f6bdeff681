import { dryingHours } from '@/core/days';
import { printedIds } from './lookups';
import { type Plan } from '@/model';

/** Films that lie under a run's own, where it lies on most. */
export function filmsUnder(plan: Plan, run: number): number {
  const printedBy = (r: number) => new Set(plan.runs[r].inkings.flatMap((inking) => printedIds(plan, inking)));
  const below = plan.runs.slice(0, run).map((_, r) => printedBy(r));
  return Math.max(0, ...[...printedBy(run)].map((id) => below.filter((printed) => printed.has(id)).length));
}

/** Hours until the next film may follow a run: the one answer for progress and proposals. None where films are laid while open. */
export function dryingHoursOf(plan: Plan, run: number): number {
  return plan.way.under === 'wet' ? 0 : dryingHours(filmsUnder(plan, run));
}
