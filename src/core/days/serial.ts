import { Bookings, putEarliest } from './bookings';
import { EVER, type PlacedStep, type Schedule, type Trouble, type WorkStep } from './workStep';

/** Steps in an order in which each comes after those it waits for: by their keys, the smallest first. */
export function ordered(steps: readonly WorkStep[], keys: Float64Array): number[] {
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

/** From when on the steps before it, and its own day, let a step begin. */
function allowedFrom(
  { notBeforeMin = -EVER, after }: WorkStep,
  placed: ReadonlyMap<string, PlacedStep>,
  nowMin: number,
) {
  let from = Math.max(nowMin, notBeforeMin),
    heldBy: PlacedStep['heldBy'] = notBeforeMin > nowMin ? 'day' : 'nothing',
    afterId: string | undefined;
  for (const { id, waitMin } of after) {
    const end = placed.get(id)?.sittings.at(-1)?.[1];
    if (end !== undefined && end + waitMin > from) [from, heldBy, afterId] = [end + waitMin, 'before', id];
  }
  return { from, heldBy, afterId };
}

/** Puts steps in their order each as early as it can: every law is kept, or told as a trouble. */
export function serial(
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
    const { from, heldBy, afterId } = allowedFrom(step, placed, nowMin);
    const never = step.after.find(({ id }) => homeless.has(id));
    const put = never ? 'never its turn' : putEarliest(step, bookings, from, inOneGo[index] === 1);
    if (typeof put === 'string') {
      troubles.push({ id: step.id, is: put, afterId: never?.id });
      homeless.set(step.id, step.printId);
      continue;
    }
    const begin = put.sittings[0][0],
      end = put.sittings.at(-1)![1];
    bookings.book(step, put.handId, put.sittings);
    placed.set(step.id, {
      id: step.id,
      handId: put.handId,
      sittings: put.sittings,
      afterId,
      heldBy: put.heldByRack ? 'rack' : begin > from ? 'hours' : heldBy,
    });
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
export function serialInTime(
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
