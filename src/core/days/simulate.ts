import { normalDeviate, randomStream } from '../random/random';
import { Bookings } from './bookings';
import type { ScheduleTask } from './schedule';
import { ordered, serial } from './serial';
import { EVER, type Schedule, type WorkStep } from './workStep';

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
  const deviate = () => normalDeviate(random);
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
