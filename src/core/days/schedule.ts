import { randomStream } from '../random/random';
import { FreeHours, RackPlaces, type Stretch } from './hours';

/** One step of a print: work for a pair of hands, and what must lie between it and the steps before it. All times are minutes. */
export interface WorkStep {
  readonly id: string;
  readonly printId: string;
  readonly workMin: number;
  /** Laying out and cleaning up, in each sitting in which it is worked on. */
  readonly eachSittingMin: number;
  /** It is not begun for less than this, nor broken off with less left; as long as all of it where it cannot be split. */
  readonly leastMin: number;
  /** Hands that can do it: one of them does. */
  readonly handIds: readonly string[];
  /** Things of the workshop it has to itself meanwhile. */
  readonly needIds: readonly string[];
  /** It begins so long after the end of another, and not later than so long. */
  readonly after: readonly { readonly id: string; readonly waitMin: number; readonly mostMin?: number }[];
  /** Places its sheets take while it is worked on and so long after (before, where time runs backwards). */
  readonly rack?: {
    readonly id: string;
    readonly sheets: number;
    readonly afterMin: number;
    readonly beforeMin?: number;
  };
  readonly notBeforeMin?: number;
  /** It is wanted to begin on the day from here on, before others that are not. */
  readonly wantedMin?: number;
}

/** What there is of hands, things and places. */
export interface Shop {
  readonly hands: readonly { readonly id: string; readonly hours: readonly Stretch[] }[];
  /** Things that are taken at times; what is not named is always free. */
  readonly taken: readonly { readonly id: string; readonly stretches: readonly Stretch[] }[];
  readonly racks: readonly {
    readonly id: string;
    readonly places: number;
    readonly taken?: readonly { readonly stretch: Stretch; readonly sheets: number }[];
  }[];
}

export interface PlacedStep {
  readonly id: string;
  readonly handId: string;
  /** Sittings, in order, each with what it wants to lay out and to clean up. */
  readonly sittings: readonly Stretch[];
  /** What kept it from beginning sooner. */
  readonly heldBy: 'nothing' | 'before' | 'day' | 'rack' | 'hours';
  /** The step before it that ended last, with its wait. */
  readonly afterId?: string;
}

/** Why a step could not be placed, or lies where it should not. */
export interface Trouble {
  readonly id: string;
  readonly is: 'no hours' | 'too many for the rack' | 'too long after' | 'never its turn';
  /** The step it comes too long after, or that is never done. */
  readonly afterId?: string;
}

export interface Schedule {
  readonly steps: ReadonlyMap<string, PlacedStep>;
  readonly troubles: readonly Trouble[];
  /** When each print is finished; a print one of whose steps has no place never is. */
  readonly ends: ReadonlyMap<string, number>;
}

/** How many sittings a schedule asks for: those of one hand that begin in the same third of a day are one. */
export function sittingsOf({ steps }: Pick<Schedule, 'steps'>): number {
  const used = new Set<string>();
  for (const { handId, sittings } of steps.values())
    for (const [from] of sittings) used.add(`${handId} ${Math.floor(from / DAY_PART_MIN)}`);
  return used.size;
}

const DAY_PART_MIN = 480,
  DAY_MIN = 1440;
const EVER = Number.MAX_SAFE_INTEGER;

/** The hours, things and places of a shop while steps are put into them. */
class Bookings {
  private readonly hands: Map<string, FreeHours>;
  private readonly things: Map<string, FreeHours>;
  readonly racks: Map<string, RackPlaces>;

  constructor(shop: Shop | Bookings) {
    if (shop instanceof Bookings) {
      this.hands = new Map([...shop.hands].map(([id, free]) => [id, new FreeHours(free)]));
      this.things = new Map([...shop.things].map(([id, free]) => [id, new FreeHours(free)]));
      this.racks = new Map([...shop.racks].map(([id, rack]) => [id, rack.copy()]));
      return;
    }
    this.hands = new Map(shop.hands.map(({ id, hours }) => [id, new FreeHours(hours)]));
    this.things = new Map(
      shop.taken.map(({ id, stretches }) => {
        const free = new FreeHours([[-EVER, EVER]]);
        for (const [from, to] of stretches) free.book(from, to);
        return [id, free];
      }),
    );
    this.racks = new Map(
      shop.racks.map(({ id, places, taken = [] }) => {
        const rack = new RackPlaces(places);
        for (const { stretch, sheets } of taken) rack.take(stretch[0], stretch[1], sheets);
        return [id, rack];
      }),
    );
  }

  free(handId: string): FreeHours | undefined {
    return this.hands.get(handId);
  }

  thing(id: string): FreeHours {
    let free = this.things.get(id);
    if (!free) this.things.set(id, (free = new FreeHours([[-EVER, EVER]])));
    return free;
  }

  /** Stretches from a moment on in which a hand and all things are free, told one after the other until no more are wanted. */
  eachFree(handId: string, needIds: readonly string[], from: number, wanted: (a: number, b: number) => boolean): void {
    const hours = this.hands.get(handId);
    if (!hours) return;
    for (let i = hours.firstAfter(from); i < hours.count; i++)
      if (!this.within(Math.max(from, hours.begins(i)), hours.ends(i), needIds, 0, wanted)) return;
  }

  private within(
    from: number,
    to: number,
    needIds: readonly string[],
    at: number,
    wanted: (a: number, b: number) => boolean,
  ): boolean {
    if (at === needIds.length) return wanted(from, to);
    const free = this.thing(needIds[at]);
    for (let i = free.firstAfter(from); i < free.count && free.begins(i) < to; i++)
      if (!this.within(Math.max(from, free.begins(i)), Math.min(to, free.ends(i)), needIds, at + 1, wanted))
        return false;
    return true;
  }

  book(step: WorkStep, handId: string, sittings: readonly Stretch[]): void {
    for (const [from, to] of sittings) {
      this.hands.get(handId)!.book(from, to);
      for (const id of step.needIds) this.thing(id).book(from, to);
    }
    const { rack } = step;
    if (rack) {
      const { beforeMin = 0, afterMin } = rack;
      this.racks.get(rack.id)?.take(sittings[0][0] - beforeMin, sittings.at(-1)![1] + afterMin, rack.sheets);
    }
  }
}

/** The sittings in which a hand can do a step from a moment on; undefined where it never can. */
function sittingsFor(step: WorkStep, handId: string, bookings: Bookings, from: number, inOneGo: boolean) {
  const { workMin, eachSittingMin, needIds } = step;
  const least = inOneGo ? workMin : Math.min(workMin, Math.max(1, step.leastMin));
  const sittings: Stretch[] = [];
  let left = workMin;
  bookings.eachFree(handId, needIds, from, (a, b) => {
    const room = b - a - eachSittingMin;
    if (room < Math.min(left, least)) return true;
    let worked = Math.min(left, room);
    // no rest is left that is not worth another sitting
    if (left - worked > 0 && left - worked < least) worked = Math.max(0, left - least);
    if (worked < Math.min(left, least)) return true;
    sittings.push([a, a + eachSittingMin + worked]);
    left -= worked;
    return left > 0;
  });
  return left <= 0 ? sittings : undefined;
}

const MOST_RACK_WAITS = 60;

interface Put {
  readonly sittings: readonly Stretch[];
  readonly handId: string;
  readonly heldByRack: boolean;
}

/** Where a step goes as early as it can from a moment on: by the hand that ends it first. */
function putEarliest(step: WorkStep, bookings: Bookings, from: number, inOneGo: boolean): Put | Trouble['is'] {
  const rack = step.rack && bookings.racks.get(step.rack.id);
  if (rack && step.rack!.sheets > rack.places) return 'too many for the rack';
  let at = from,
    heldByRack = false;
  for (let wait = 0; wait < MOST_RACK_WAITS; wait++) {
    let best: { sittings: Stretch[]; handId: string } | undefined;
    for (const handId of step.handIds) {
      const sittings = sittingsFor(step, handId, bookings, at, inOneGo);
      if (sittings && (!best || sittings.at(-1)![1] < best.sittings.at(-1)![1])) best = { sittings, handId };
    }
    if (!best) return 'no hours';
    if (!rack) return { ...best, heldByRack };
    const { sheets, afterMin, beforeMin = 0 } = step.rack!;
    const full = rack.fullUntil(best.sittings[0][0] - beforeMin, best.sittings.at(-1)![1] + afterMin, sheets);
    if (full === undefined) return { ...best, heldByRack };
    heldByRack = true;
    at = Math.max(best.sittings[0][0] + 1, full + beforeMin);
    if (!Number.isFinite(at)) return 'too many for the rack';
  }
  return 'no hours';
}

/** Steps in an order in which each comes after those it waits for: by their keys, the smallest first. */
function ordered(steps: readonly WorkStep[], keys: Float64Array): number[] {
  const place = new Map(steps.map(({ id }, i) => [id, i]));
  const waits = steps.map(({ after }) => after.filter(({ id }) => place.has(id)).length);
  const followers: number[][] = steps.map(() => []);
  steps.forEach(({ after }, i) => after.forEach(({ id }) => place.has(id) && followers[place.get(id)!].push(i)));
  const ready = steps.flatMap((_, i) => (waits[i] === 0 ? [i] : []));
  const order: number[] = [];
  while (ready.length > 0) {
    let best = 0;
    for (let k = 1; k < ready.length; k++) if (keys[ready[k]] < keys[ready[best]]) best = k;
    const [next] = ready.splice(best, 1);
    order.push(next);
    for (const i of followers[next]) if (--waits[i] === 0) ready.push(i);
  }
  return order;
}

/** Puts steps in their order each as early as it can: every law is kept, or told as a trouble. */
function serial(
  steps: readonly WorkStep[],
  order: readonly number[],
  bookings: Bookings,
  nowMin: number,
  inOneGo: ArrayLike<number>,
): Schedule {
  const placed = new Map<string, PlacedStep>(),
    ends = new Map<string, number>(),
    /** Steps without a place, with their prints. */
    homeless = new Map<string, string>(),
    troubles: Trouble[] = [];
  for (const index of order) {
    const step = steps[index];
    let from = nowMin,
      heldBy: PlacedStep['heldBy'] = 'nothing',
      afterId: string | undefined;
    if ((step.notBeforeMin ?? -EVER) > from) [from, heldBy] = [step.notBeforeMin!, 'day'];
    for (const { id, waitMin } of step.after) {
      const end = placed.get(id)?.sittings.at(-1)?.[1];
      if (end !== undefined && end + waitMin > from) [from, heldBy, afterId] = [end + waitMin, 'before', id];
    }
    const never = step.after.find(({ id }) => homeless.has(id));
    const put = never ? 'never its turn' : putEarliest(step, bookings, from, inOneGo[index] === 1);
    if (typeof put === 'string') {
      troubles.push({ id: step.id, is: put, afterId: never?.id });
      homeless.set(step.id, step.printId);
      continue;
    }
    const begin = put.sittings[0][0],
      end = put.sittings.at(-1)![1];
    if (put.heldByRack) heldBy = 'rack';
    else if (begin > from) heldBy = 'hours';
    bookings.book(step, put.handId, put.sittings);
    placed.set(step.id, { id: step.id, handId: put.handId, sittings: put.sittings, heldBy, afterId });
    for (const { id, mostMin } of step.after) {
      const before = placed.get(id)?.sittings.at(-1)?.[1];
      if (before !== undefined && mostMin !== undefined && end > before + mostMin)
        troubles.push({ id: step.id, is: 'too long after', afterId: id });
    }
    ends.set(step.printId, Math.max(ends.get(step.printId) ?? -EVER, end));
  }
  for (const printId of homeless.values()) ends.delete(printId);
  return { steps: placed, troubles, ends };
}

const MOST_REPAIRS = 8;

/** The same; where a step comes too long after another, that one is begun later, as often as it helps. */
function serialInTime(
  steps: readonly WorkStep[],
  order: readonly number[],
  base: Bookings,
  nowMin: number,
  inOneGo: ArrayLike<number>,
): Schedule {
  let tried = steps;
  let schedule = serial(tried, order, new Bookings(base), nowMin, inOneGo);
  for (let repair = 0; repair < MOST_REPAIRS; repair++) {
    const late = schedule.troubles.filter(({ is }) => is === 'too long after');
    if (late.length === 0) return schedule;
    const laterFrom = new Map<string, number>();
    for (const { id, afterId } of late) {
      const most = steps.find((step) => step.id === id)!.after.find((one) => one.id === afterId)!.mostMin!;
      const before = schedule.steps.get(afterId!)!.sittings,
        end = schedule.steps.get(id)!.sittings.at(-1)![1];
      const by = end - most - before.at(-1)![1];
      laterFrom.set(afterId!, Math.max(laterFrom.get(afterId!) ?? -EVER, before[0][0] + by));
    }
    tried = tried.map((step) =>
      laterFrom.has(step.id)
        ? { ...step, notBeforeMin: Math.max(step.notBeforeMin ?? -EVER, laterFrom.get(step.id)!) }
        : step,
    );
    const next = serial(tried, order, new Bookings(base), nowMin, inOneGo);
    if (next.troubles.length > schedule.troubles.length) return schedule;
    schedule = next;
  }
  return schedule;
}

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
  return tails.map((tail, i) => tail - (wishes?.get(steps[i].printId) ?? 0) * 0.1 + wanted[i] * WANTED_FIRST);
}

/**
 * The latest that each step can be begun so that all is done by a time: the same with time running backwards. Undefined where there are not hours enough
 * before it, or where a step would have to begin before now, or before it may.
 */
export function latestSchedule(
  { steps, shop, nowMin }: Omit<ScheduleTask, 'aim' | 'wishes'>,
  byMin: number,
  goOn?: (tried: number) => boolean,
): Solved | undefined {
  const back = ([from, to]: Stretch): Stretch => [-to, -from];
  const followers = new Map<string, { id: string; waitMin: number; mostMin?: number }[]>();
  for (const { id, after } of steps)
    for (const { id: before, ...rest } of after)
      followers.set(before, [...(followers.get(before) ?? []), { id, ...rest }]);
  const mirrored = solveSchedule(
    {
      aim: 'earliest finish',
      nowMin: -byMin,
      steps: steps.map((step) => ({
        ...step,
        after: followers.get(step.id) ?? [],
        notBeforeMin: undefined,
        rack: step.rack && { ...step.rack, beforeMin: step.rack.afterMin, afterMin: 0 },
      })),
      shop: {
        hands: shop.hands.map(({ id, hours }) => ({ id, hours: hours.map(back) })),
        taken: shop.taken.map(({ id, stretches }) => ({ id, stretches: stretches.map(back) })),
        racks: shop.racks.map(({ taken = [], ...rack }) => ({
          ...rack,
          taken: taken.map(({ stretch, sheets }) => ({ stretch: back(stretch), sheets })),
        })),
      },
    },
    goOn,
  );
  if (mirrored.troubles.length > 0 || [...mirrored.ends.values()].some((end) => -end < nowMin)) return undefined;
  const placed = [...mirrored.steps.values()].map((step): [string, PlacedStep] => [
    step.id,
    { ...step, sittings: step.sittings.map(back).reverse() },
  ]);
  const begins = new Map(
    placed.map(
      ([
        id,
        {
          sittings: [[from]],
        },
      ]) => [id, from],
    ),
  );
  if (steps.some(({ id, notBeforeMin = -EVER }) => begins.get(id)! < notBeforeMin)) return undefined;
  const ends = new Map<string, number>();
  for (const { id, printId } of steps) {
    const end = placed.find(([one]) => one === id)?.[1].sittings.at(-1)![1];
    if (end !== undefined) ends.set(printId, Math.max(ends.get(printId) ?? -EVER, end));
  }
  return { ...mirrored, steps: new Map(placed), ends };
}

/** How far the work and the waits of a step may be from what was said, as standard deviations of their logarithms. */
export interface StepSpread {
  readonly work: number;
  readonly wait: number;
}

/**
 * When the steps of a print would be finished if work and waits come out otherwise than said: lognormal about their middles, seeded, in the order of a schedule that
 * was found. Sorted; what cannot be placed is never finished. `waits`: of the lags after each step.
 */
export function simulateEnds(
  { steps, shop, nowMin }: Omit<ScheduleTask, 'aim' | 'wishes'>,
  found: Schedule,
  spreadOf: (step: WorkStep) => StepSpread,
  { times, seed, printId }: { readonly times: number; readonly seed: number; readonly printId: string },
): Float64Array {
  const random = randomStream(seed),
    base = new Bookings(shop);
  const keys = Float64Array.from(steps, ({ id }) => found.steps.get(id)?.sittings[0][0] ?? EVER);
  const order = ordered(steps, keys),
    spreads = steps.map(spreadOf),
    none = new Uint8Array(steps.length);
  const deviate = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  // made once and written anew each time: nothing keeps them
  const otherwise = steps.map(({ after, ...step }) => ({
    ...step,
    after: after.map((one) => ({ ...one, mostMin: undefined })),
  }));
  const ends = Float64Array.from({ length: times }, () => {
    steps.forEach((step, i) => {
      const other = otherwise[i];
      const wait =
        spreads[i].wait > 0 && step.after.some(({ waitMin }) => waitMin > 0)
          ? Math.exp(spreads[i].wait * deviate())
          : 1;
      const work = spreads[i].work > 0 ? Math.exp(spreads[i].work * deviate()) : 1;
      other.workMin = Math.max(1, Math.round(step.workMin * work));
      other.leastMin = step.leastMin >= step.workMin ? other.workMin : step.leastMin;
      for (let k = 0; k < step.after.length; k++) other.after[k].waitMin = Math.round(step.after[k].waitMin * wait);
    });
    return serial(otherwise, order, new Bookings(base), nowMin, none).ends.get(printId) ?? Infinity;
  });
  return ends.sort();
}
