import { dryingHours, learnedDrying, type DryingFactor, type DryLook } from '@/core/days';
import { MEDIUM_IDS, mediumById, type MediumId } from '@/core/inks';
import type { Dried, Plan, PrintState } from '@/model';
import type { Pot } from './bench/pots';
import { inkingsOf, inksOfRun, printedIds } from './lookups';
import { additionsInPot, inkInPot } from './pots';
import { usedOf } from './uses';

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

/** What is known of a run's films besides the plan: the air they were laid in, before that of the room, and what was put into their pots. */
export interface FilmsKnown {
  readonly air?: Air;
  readonly pots?: readonly Pot[];
}

/** How films of each medium dry in this workshop, as its looks at them have taught. */
export type DryingLearned = PrintState['drying'];

/** What is learned from looks at films, by medium. */
export function dryingLearnedFrom(looks: readonly Dried[]): DryingLearned {
  return MEDIUM_IDS.flatMap((mediumId) => {
    const own = looks.filter((look) => look.mediumId === mediumId);
    return own.length === 0 ? [] : [{ mediumId, ...learnedDrying(own) }];
  });
}

let unlearned: DryingFactor | undefined;
const factorOf = (learned: DryingLearned, mediumId: MediumId): DryingFactor =>
  learned.find((one) => one.mediumId === mediumId) ?? (unlearned ??= learnedDrying([]));

/** The film of each ink of a run with the hours the start values say until the next may follow. */
function filmsOf(plan: Plan, run: number, { air, pots = [] }: FilmsKnown) {
  const under = filmsUnder(plan, run),
    room = air ?? usedOf(plan, 'room')[0],
    [paper] = usedOf(plan, 'paper'),
    { id: runId, impressions } = plan.runs[run];
  return inksOfRun(plan, plan.runs[run]).map(({ id, mediumId }) => {
    const inkings = inkingsOf(plan.runs[run]).filter(({ inkId }) => inkId === id);
    const pot = pots.findLast((one) => one.runId === runId && one.inkId === id);
    return {
      mediumId,
      hours: dryingHours({
        mediumHours: mediumById(mediumId).dryingHours,
        filmsBelow: under,
        temperatureC: room?.temperatureC,
        relativeHumidityPercent: room?.relativeHumidityPercent,
        sizing: paper?.sizing,
        filmWeight: impressions * Math.max(0, ...inkings.map(({ filmWeight }) => filmWeight)),
        drierPercent: pot && drierPercentOf(pot),
      }),
    };
  });
}

function drierPercentOf(pot: Pot): number {
  const inkG = inkInPot(pot).reduce((sum, { grams }) => sum + grams, 0);
  return inkG > 0 ? Math.min(100, (100 * additionsInPot(pot).drier) / inkG) : 0;
}

/** Hours from the last pull of a run until its films may take the next: one in ten is dry by `low`, half by `middle`, nine in ten by `high`. */
export function dryingRangeOf(plan: Plan, run: number, learned: DryingLearned, known: FilmsKnown = {}): DryingFactor {
  const range = { low: 0, middle: 0, high: 0 };
  if (plan.way.under === 'wet') return range;
  for (const { mediumId, hours } of filmsOf(plan, run, known)) {
    const factor = factorOf(learned, mediumId);
    for (const at of ['low', 'middle', 'high'] as const) range[at] = Math.max(range[at], hours * factor[at]);
  }
  return range;
}

/** Hours until the next film may follow a run by the start values, by the slowest of its inks. None where films are laid while open. */
export function dryingHoursOf(plan: Plan, run: number): number {
  return plan.way.under === 'wet' ? 0 : Math.max(0, ...filmsOf(plan, run, {}).map(({ hours }) => hours));
}

const LEAST_HOURS = 1 / 60;

/** What a look at the films of a run teaches, so many hours after they were laid: it is the slowest that is looked at. */
export function lookAt(plan: Plan, run: number, known: FilmsKnown, seenHours: number, how: DryLook): Dried | undefined {
  const slowest = filmsOf(plan, run, known).reduce<{ mediumId: MediumId; hours: number } | undefined>(
    (most, film) => (!most || film.hours > most.hours ? film : most),
    undefined,
  );
  return slowest && slowest.hours >= LEAST_HOURS
    ? { mediumId: slowest.mediumId, saidHours: slowest.hours, seenHours: Math.max(LEAST_HOURS, seenHours), how }
    : undefined;
}
