import { randomStream } from '../random/random';
import { Bookings } from './bookings';
import { ordered, serialInTime } from './serial';
import { sittingsOf, type Schedule, type Shop, type WorkStep } from './workStep';

const DAY_MIN = 1440;

export const AIMS = ['earliest finish', 'fewest sittings'] as const;
export type Aim = (typeof AIMS)[number];

export interface ScheduleTask {
  readonly steps: readonly WorkStep[];
  readonly shop: Shop;
  readonly nowMin: number;
  readonly aim: Aim;
  /** Prints that are wished for by a time. */
  readonly wishes?: ReadonlyMap<string, number>;
}

export interface Solved extends Schedule {
  /** No better one exists for this aim among those that put each step as early as it can. */
  readonly exact: boolean;
  readonly tried: number;
}

/** What a schedule costs: troubles before lateness and days that were wanted, those before the aim. */
function costOf({ ends, troubles, steps }: Schedule, task: ScheduleTask): number {
  const { aim, wishes, nowMin } = task;
  let late = 0,
    offDay = 0,
    sum = 0,
    last = 0;
  for (const [printId, end] of ends) {
    late += Math.max(0, end - (wishes?.get(printId) ?? Infinity));
    sum += end - nowMin;
    last = Math.max(last, end - nowMin);
  }
  for (const { id, wantedMin } of task.steps)
    if (wantedMin !== undefined)
      offDay += Math.max(0, (steps.get(id)?.sittings[0][0] ?? wantedMin) - wantedMin - DAY_MIN);
  const missing = task.steps.length - steps.size;
  const finish = sum + last,
    sittings = sittingsOf({ steps });
  const cost = aim === 'fewest sittings' ? sittings * 1e6 + finish : finish * 10 + sittings;
  return missing * 1e15 + troubles.length * 1e13 + late * 1e8 + offDay * 1e8 + cost;
}

/** Up to so many steps every order is tried. */
const EXACT_STEPS = 7;
const SEED = 17;

/**
 * When each step is done; those wanted on a day go before others, with all they wait for. Few steps: every order that keeps the laws is tried (an earliest schedule of some order is optimal for any measure that
 * never gains by lateness: Sprecher, Kolisch & Drexl 1995). More: list scheduling by the longest way to the end, then improved by moving steps in the
 * order for as long as `goOn` says, told how many were tried; seeded. Steps whose `after` names nothing here wait for nothing.
 */
export function solveSchedule(task: ScheduleTask, goOn: (tried: number) => boolean = (tried) => tried < 200): Solved {
  const { steps, shop, nowMin, aim } = task;
  const base = new Bookings(shop);
  const cost = (schedule: Schedule) => costOf(schedule, task);
  const none = new Uint8Array(steps.length);
  const tails = tailsOf(steps, task.wishes);
  const keys = Float64Array.from(tails, (tail) => -tail);
  let best = serialInTime(steps, ordered(steps, keys), base, nowMin, none),
    least = cost(best),
    tried = 1;
  const take = (schedule: Schedule): boolean => {
    tried++;
    const price = cost(schedule);
    if (price >= least) return false;
    [best, least] = [schedule, price];
    return true;
  };
  if (steps.length <= EXACT_STEPS) {
    for (const order of allOrders(steps))
      for (const oneGo of aim === 'fewest sittings' ? goes(steps.length) : [none])
        take(serialInTime(steps, order, base, nowMin, oneGo));
    return { ...best, exact: true, tried };
  }
  const random = randomStream(SEED),
    oneGo = new Uint8Array(steps.length);
  const spread = Math.max(1, ...tails.map((tail) => tail % WANTED_FIRST)) / 4;
  while (goOn(tried)) {
    const at = Math.floor(random() * steps.length),
      before = keys[at],
      went = oneGo[at];
    if (aim === 'fewest sittings' && random() < 0.5) oneGo[at] = 1 - went;
    else keys[at] = before + spread * (2 * random() - 1);
    const schedule = serialInTime(steps, ordered(steps, keys), base, nowMin, oneGo);
    if (!take(schedule) && cost(schedule) > least) {
      keys[at] = before;
      oneGo[at] = went;
    }
  }
  return { ...best, exact: false, tried };
}

function* goes(count: number): Generator<Uint8Array> {
  for (let bits = 0; bits < 2 ** count; bits++) yield Uint8Array.from({ length: count }, (_, i) => (bits >> i) & 1);
}

/** Every order in which each step comes after those it waits for. */
function* allOrders(steps: readonly WorkStep[], begun: readonly number[] = []): Generator<number[]> {
  if (begun.length === steps.length) {
    yield [...begun];
    return;
  }
  const done = new Set(begun.map((i) => steps[i].id)),
    here = new Set(steps.map(({ id }) => id));
  for (let i = 0; i < steps.length; i++)
    if (!begun.includes(i) && steps[i].after.every(({ id }) => done.has(id) || !here.has(id)))
      yield* allOrders(steps, [...begun, i]);
}

/** What is wanted on a day goes before the longest way of all. */
const WANTED_FIRST = 1e9;
/** Prints that are not wished for come as if wished for so long after the last that is. */
const NOT_WISHED_MIN = 60 * DAY_MIN;

/** The longest way from the begin of each step to the end of its print; those of prints that are wished for soon count for more. */
function tailsOf(steps: readonly WorkStep[], wishes?: ReadonlyMap<string, number>): number[] {
  const place = new Map(steps.map(({ id }, i) => [id, i]));
  const tails = steps.map(({ workMin, eachSittingMin }) => workMin + eachSittingMin);
  const order = ordered(steps, new Float64Array(steps.length));
  for (const i of order.toReversed())
    for (const { id, waitMin } of steps[i].after) {
      const before = place.get(id);
      if (before !== undefined)
        tails[before] = Math.max(
          tails[before],
          steps[before].workMin + steps[before].eachSittingMin + waitMin + tails[i],
        );
    }
  const wanted = new Uint8Array(steps.length);
  for (const i of order.toReversed()) {
    if (steps[i].wantedMin !== undefined) wanted[i] = 1;
    if (wanted[i]) for (const { id } of steps[i].after) if (place.has(id)) wanted[place.get(id)!] = 1;
  }
  const due = [...(wishes?.values() ?? [])],
    first = Math.min(...due),
    never = Math.max(...due) + NOT_WISHED_MIN;
  const later = (printId: string) => (due.length === 0 ? 0 : 0.1 * ((wishes!.get(printId) ?? never) - first));
  return tails.map((tail, i) => tail - later(steps[i].printId) + wanted[i] * WANTED_FIRST);
}
