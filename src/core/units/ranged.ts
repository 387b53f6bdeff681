import { failure, type Failure } from './outcome';

/** What a formula cannot be worked out for. Views and routes check before they ask; workers and routes answer with `failure`. */
export class OutOfRange extends RangeError {
  readonly failure: Failure;

  constructor(what: string, value: unknown, allowed: string) {
    super(`${String(value)} cannot be ${what}; it may be ${allowed}.`);
    this.failure = failure('out-of-range', { detail: this.message });
  }
}

/**
 * Ends a formula before it passes on what is no number or out of range.
 * @throws OutOfRange naming the first value that is not from `min` to `max` (both allowed)
 */
export function ranged(what: string, value: number, min: number, max = Infinity): void {
  if (Number.isFinite(value) && value >= min && value <= max) return;
  throw new OutOfRange(what, value, allowed(min, max));
}

function allowed(min: number, max: number): string {
  if (min === -Infinity) return 'any finite number';
  return max === Infinity ? `${min} or more` : `from ${min} to ${max}`;
}
