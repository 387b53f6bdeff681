import { dryingHours } from '@/core/days';
import { mediumById } from '@/core/inks';
import { usedOf } from './uses';
import { inkingsOf, printedIds, inksOfRun } from './lookups';
import { type Plan } from '@/model';

/** Films that lie under a run's own, where it lies on most. */
export function filmsUnder(plan: Plan, run: number): number {
  const printedBy = (r: number) => new Set(inkingsOf(plan.runs[r]).flatMap((inking) => printedIds(plan, inking)));
  const below = plan.runs.slice(0, run).map((_, r) => printedBy(r));
  return Math.max(0, ...[...printedBy(run)].map((id) => below.filter((printed) => printed.has(id)).length));
}

/** Air, as a room has it or a sensor reads it. */
export interface Air {
  readonly temperatureC: number;
  readonly relativeHumidityPercent: number;
}

/**
 * Hours until the next film may follow a run: the one answer for progress and proposals, by the slowest medium of its inks and the room that was chosen. None where
 * films are laid while open. The air as it was read goes before that of the room.
 */
export function dryingHoursOf(plan: Plan, run: number, read?: Air): number {
  if (plan.way.under === 'wet') return 0;
  const under = filmsUnder(plan, run),
    room = read ?? usedOf(plan, 'room')[0];
  return Math.max(
    0,
    ...inksOfRun(plan, plan.runs[run]).map((ink) =>
      dryingHours(mediumById(ink.mediumId).dryingHours, under, room?.temperatureC, room?.relativeHumidityPercent),
    ),
  );
}
