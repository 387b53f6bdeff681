import { failure, success, type Outcome } from '@/core/units';

/** How far a device has heard of a print: changes of its plan, entries of its log, changes of the workshop. */
export interface Counters {
  readonly plan: number;
  readonly log: number;
  readonly workshop: number;
}

/** As they stand in an address or a header: `12.340.7`. */
export function countersText({ plan, log, workshop }: Counters): string {
  return `${plan}.${log}.${workshop}`;
}

/** Reads what `countersText` wrote. */
export function readCounters(text: string): Outcome<Counters> {
  const parts = /^(\d{1,15})\.(\d{1,15})\.(\d{1,15})$/.exec(text);
  return parts
    ? success({ plan: Number(parts[1]), log: Number(parts[2]), workshop: Number(parts[3]) })
    : failure('request.whatThisDeviceHas');
}
