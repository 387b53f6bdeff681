import { failure, success, type Outcome } from './outcome';

/** Reads a whole number between `min` and `max`, both allowed. `what` names it: "the edition". */
export function parseCount(text: string, range: { min: number; max: number; what: string }): Outcome<number> {
  const given = text.trim();
  const allowed = `${range.what} may be a whole number from ${range.min} to ${range.max}`;
  if (!/^[-+]?\d+$/.test(given)) return failure('count-unreadable', `“${given}” is not a whole number; ${allowed}.`);
  const value = Number(given);
  if (value < range.min || value > range.max) return failure('count-range', `“${given}” is outside what can be planned; ${allowed}.`);
  return success(value);
}
