import { FreeHours, RackPlaces, type Stretch } from './hours';
import { EVER, type Shop, type Trouble, type WorkStep } from './workStep';

/** The hours, things and places of a shop while steps are put into them. */
export class Bookings {
  private readonly hands: Map<string, { readonly hours: FreeHours; readonly evenings: FreeHours | undefined }>;
  private readonly things: Map<string, FreeHours>;
  readonly racks: Map<string, RackPlaces>;

  constructor(shop: Shop | Bookings) {
    if (shop instanceof Bookings) {
      this.hands = new Map(
        [...shop.hands].map(([id, { hours, evenings }]) => [
          id,
          { hours: new FreeHours(hours), evenings: evenings && new FreeHours(evenings) },
        ]),
      );
      this.things = new Map([...shop.things].map(([id, free]) => [id, new FreeHours(free)]));
      this.racks = new Map([...shop.racks].map(([id, rack]) => [id, rack.copy()]));
      return;
    }
    this.hands = new Map(
      shop.hands.map(({ id, hours, evenings }) => [
        id,
        { hours: new FreeHours(hours), evenings: evenings && new FreeHours(evenings) },
      ]),
    );
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

  thing(id: string): FreeHours {
    let free = this.things.get(id);
    if (!free) this.things.set(id, (free = new FreeHours([[-EVER, EVER]])));
    return free;
  }

  /** Stretches from a moment on in which a hand and all things a step needs are free, told one after the other until no more are wanted. */
  eachFree(
    { needIds, eveningsOnly = false }: WorkStep,
    handId: string,
    from: number,
    wanted: (a: number, b: number) => boolean,
  ): void {
    const hand = this.hands.get(handId);
    if (!hand) return;
    const hours = (eveningsOnly ? hand.evenings : undefined) ?? hand.hours;
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
      const { hours, evenings } = this.hands.get(handId)!;
      hours.book(from, to);
      evenings?.book(from, to);
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
  const { workMin, eachSittingMin } = step;
  const least = inOneGo ? workMin : Math.min(workMin, Math.max(1, step.leastMin));
  const sittings: Stretch[] = [];
  let left = workMin;
  bookings.eachFree(step, handId, from, (a, b) => {
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
export function putEarliest(step: WorkStep, bookings: Bookings, from: number, inOneGo: boolean): Put | Trouble['is'] {
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
    if (!rack) return { sittings: best.sittings, handId: best.handId, heldByRack };
    const { sheets, afterMin, beforeMin = 0 } = step.rack!;
    const full = rack.fullUntil(best.sittings[0][0] - beforeMin, best.sittings.at(-1)![1] + afterMin, sheets);
    if (full === undefined) return { sittings: best.sittings, handId: best.handId, heldByRack };
    heldByRack = true;
    at = Math.max(best.sittings[0][0] + 1, full + beforeMin);
    if (!Number.isFinite(at)) return 'too many for the rack';
  }
  return 'no hours';
}
