import type { Stretch } from './hours';
import { solveSchedule, type ScheduleTask, type Solved } from './schedule';
import { EVER, type PlacedStep } from './workStep';

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
        hands: shop.hands.map(({ id, hours, evenings }) => ({
          ...{ id, hours: hours.map(back), evenings: evenings?.map(back) },
        })),
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
