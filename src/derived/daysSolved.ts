import {
  latestSchedule,
  simulateEnds,
  sittingsOf,
  solveSchedule,
  type PlacedStep,
  type Schedule,
  type Shop,
  type Stretch,
  type Trouble,
} from '@/core/days';
import type { DaysOfPrint, DayStep, WorkshopItem } from '@/model';
import { endOfDayMin, workingHours } from './workingHours';

const MINUTE_MS = 60_000;

/** Days that are asked for: all steps of all prints, what there is of hands and racks, and what is looked for. */
export interface DaysQuestion {
  readonly steps: readonly DayStep[];
  readonly shop: Shop;
  readonly nowMin: number;
  readonly aim: 'earliest finish' | 'latest begin' | 'fewest sittings';
  /** Prints wished for by a time. */
  readonly wishes: readonly (readonly [printId: string, byMin: number])[];
  /** The print whose chance is asked for, and which is begun as late as can be where that is the aim. */
  readonly printId: string | undefined;
}

export interface DaysAnswer {
  readonly placed: readonly PlacedStep[];
  readonly troubles: readonly Trouble[];
  readonly ends: readonly (readonly [printId: string, endMin: number])[];
  readonly sittings: number;
  readonly exact: boolean;
  readonly tried: number;
  /** Of the print that was asked for: ends in ten simulated of a hundred, half, ninety; and how likely it is done by its wish. */
  readonly likely?: {
    readonly early: number;
    readonly middle: number;
    readonly late: number;
    readonly chance?: number;
  };
  /** The latest it can be begun to be done by its wish; null where that cannot be. */
  readonly latestBegin?: number | null;
}

const SIMULATED = 2000,
  SEED = 2026,
  MOST_TOGETHER = 80;

/** Days for all prints together; `goOn` is told how many were tried and says whether to look further. */
export function solveDays(
  { steps, shop, nowMin, aim, wishes, printId }: DaysQuestion,
  goOn: (tried: number) => boolean,
): DaysAnswer {
  const wished = new Map(wishes);
  const found = solveSchedule(
    { steps, shop, nowMin, wishes: wished, aim: aim === 'fewest sittings' ? aim : 'earliest finish' },
    goOn,
  );
  const base = { troubles: found.troubles, exact: found.exact, tried: found.tried };
  if (!steps.some((step) => step.printId === printId))
    return { ...base, placed: [...found.steps.values()], ends: [...found.ends], sittings: sittingsOf(found) };
  const { likely, latestBegin, latest } = onePrint({ steps, shop, nowMin, aim }, found, printId!, wished.get(printId!));
  const placed = new Map([...found.steps, ...(latest?.steps ?? [])]);
  return {
    ...base,
    ...{ placed: [...placed.values()], ends: [...new Map([...found.ends, ...(latest?.ends ?? [])])] },
    ...{ sittings: sittingsOf({ steps: placed }), likely, latestBegin },
  };
}

/** How likely one print is done, and the latest it can be begun for its wish: the others keep their hours. */
function onePrint(
  { steps, shop, nowMin, aim }: Pick<DaysQuestion, 'steps' | 'shop' | 'nowMin' | 'aim'>,
  found: Schedule,
  printId: string,
  byMin: number | undefined,
) {
  const own = steps.filter((step) => step.printId === printId),
    left = withoutOthers(shop, steps, found.steps, printId);
  const late = byMin === undefined ? undefined : latestSchedule({ steps: own, shop: left, nowMin }, byMin, () => false);
  const latest = aim === 'latest begin' ? late : undefined;
  // few steps are simulated with those of all prints, many within what the others leave
  const together = steps.length <= MOST_TOGETHER;
  // begun as late as can be, nothing is begun sooner than that
  const simulated = simulateEnds(
    { steps: held(together ? steps : own, latest), shop: together ? shop : left, nowMin },
    { ...found, steps: new Map([...found.steps, ...(latest?.steps ?? [])]) },
    (step) => (step as DayStep).spread,
    { times: SIMULATED, seed: SEED, printId },
  );
  const at = (share: number) => simulated[Math.floor(share * (SIMULATED - 1))];
  const likely = { early: at(0.1), middle: at(0.5), late: at(0.9) };
  if (byMin === undefined) return { likely, latest };
  // what is found going forward may be in time where going back from the wish finds nothing
  const by = late ?? ((found.ends.get(printId) ?? Infinity) <= byMin ? found : undefined);
  return {
    latest,
    likely: { ...likely, chance: simulated.filter((end) => end <= byMin).length / SIMULATED },
    latestBegin: by ? Math.min(...own.map(({ id }) => beginOf(by, id) ?? Infinity)) : null,
  };
}

/** Steps that are not begun before a schedule begins them. */
function held(steps: readonly DayStep[], latest: Schedule | undefined): readonly DayStep[] {
  return latest
    ? steps.map((step) => ({ ...step, notBeforeMin: beginOf(latest, step.id) ?? step.notBeforeMin }))
    : steps;
}

const beginOf = ({ steps }: Pick<Schedule, 'steps'>, id: string) => steps.get(id)?.sittings[0][0];

function withoutOthers(
  shop: Shop,
  steps: readonly DayStep[],
  placed: ReadonlyMap<string, PlacedStep>,
  printId: string,
): Shop {
  const others = steps.flatMap((step) => {
    const at = placed.get(step.id);
    return step.printId !== printId && at ? [{ step, at }] : [];
  });
  const busy = (handId: string) => others.flatMap(({ at }) => (at.handId === handId ? at.sittings : []));
  const things = new Set(others.flatMap(({ step }) => step.needIds));
  return {
    hands: shop.hands.map(({ id, hours, evenings }) => ({
      ...{ id, hours: without(hours, busy(id)), evenings: evenings && without(evenings, busy(id)) },
    })),
    taken: [
      ...shop.taken,
      ...[...things].map((id) => ({
        ...{ id, stretches: others.flatMap(({ step, at }) => (step.needIds.includes(id) ? at.sittings : [])) },
      })),
    ],
    racks: shop.racks.map((rack) => ({
      ...rack,
      taken: [
        ...(rack.taken ?? []),
        ...others.flatMap(({ step, at }) =>
          step.rack?.id === rack.id
            ? [
                {
                  ...{ sheets: step.rack.sheets },
                  stretch: [at.sittings[0][0], at.sittings.at(-1)![1] + step.rack.afterMin] as const,
                },
              ]
            : [],
        ),
      ],
    })),
  };
}

/** Stretches less others. */
function without(hours: readonly Stretch[], taken: readonly Stretch[]): Stretch[] {
  return taken.reduce<Stretch[]>(
    (left, [from, to]) =>
      left.flatMap(([a, b]): Stretch[] => {
        if (to <= a || from >= b) return [[a, b]];
        return [...(a < from ? [[a, from] as const] : []), ...(to < b ? [[to, b] as const] : [])];
      }),
    [...hours],
  );
}

/** A step that can be worked on now, and for how long in the time there is. */
export interface ReadyStep {
  readonly step: DayStep;
  /** With laying out and cleaning up. */
  readonly minutes: number;
  readonly all: boolean;
}

/** What can be begun now and fits into so many minutes, across all prints: nothing before it is open, nothing it waits for still dries. What ends a wait comes first. */
export function readySteps({ steps, nowMin }: Pick<DaysQuestion, 'steps' | 'nowMin'>, minutes: number): ReadyStep[] {
  const open = new Set(steps.map(({ id }) => id));
  return steps
    .filter((step) => step.after.every(({ id }) => !open.has(id)) && (step.notBeforeMin ?? nowMin) <= nowMin)
    .flatMap((step): ReadyStep[] => {
      const room = minutes - step.eachSittingMin,
        worked = Math.min(step.workMin, room);
      if (worked < Math.min(step.leastMin, step.workMin)) return [];
      return [{ step, minutes: worked + step.eachSittingMin, all: worked >= step.workMin }];
    })
    .sort((a, b) => (b.step.then?.minutes ?? 0) - (a.step.then?.minutes ?? 0) || a.minutes - b.minutes);
}

interface DaysAsked {
  readonly nowMs: number;
  readonly aim: DaysQuestion['aim'];
  /** Days that are looked ahead. */
  readonly ahead: number;
  readonly printId?: string;
  /** Whatever the prints say, all is done in evenings. */
  readonly eveningsOnly?: boolean;
}

/** What days are asked for: all steps of these prints within what the workshop has, each print by the day it is wished for. */
export function daysAsked(
  prints: readonly DaysOfPrint[],
  items: readonly WorkshopItem[],
  { nowMs, aim, ahead, printId, eveningsOnly = false }: DaysAsked,
): DaysQuestion {
  const all = prints.flatMap((print) => print.steps),
    steps = eveningsOnly ? all.map((step) => ({ ...step, eveningsOnly })) : all;
  const late = steps.some((step) => step.eveningsOnly);
  return {
    ...{ steps, aim, printId, nowMin: Math.ceil(nowMs / MINUTE_MS) },
    shop: shopOfWorkshop(prints, items, { nowMs, ahead, late }),
    wishes: prints.flatMap(({ id, wishedBy }) => (wishedBy ? [[id, endOfDayMin(wishedBy)] as const] : [])),
  };
}

/** What the workshop has for these prints: each hand they name in its hours from a moment on, its racks with what lies on them now. */
function shopOfWorkshop(
  prints: readonly DaysOfPrint[],
  items: readonly WorkshopItem[],
  { nowMs, ahead, late }: { readonly nowMs: number; readonly ahead: number; readonly late: boolean },
): Shop {
  const hands = new Set(prints.flatMap(({ steps }) => steps.flatMap(({ handIds }) => handIds)));
  const taken = (rackId: string) =>
    prints.flatMap(({ onRack }) =>
      onRack?.rackId === rackId ? [{ stretch: [onRack.fromMin, onRack.untilMin] as const, sheets: onRack.sheets }] : [],
    );
  return {
    hands: [...hands].map((id) => ({
      id,
      hours: workingHours(items, nowMs, ahead, { handId: id }),
      ...(late && { evenings: workingHours(items, nowMs, ahead, { handId: id, eveningsOnly: true }) }),
    })),
    taken: [],
    racks: items.flatMap((item) =>
      item.kind === 'rack' ? [{ id: item.id, places: item.places, taken: taken(item.id) }] : [],
    ),
  };
}
