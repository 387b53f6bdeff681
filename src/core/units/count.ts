import { failure, success, type Outcome } from './outcome';

/** Reads a whole number between `min` and `max`, both allowed. `what` names it: "the edition". */
export function parseCount(text: string, range: { min: number; max: number; what: string }): Outcome<number> {
  const given = text.trim();
  const allowed = `${range.what} may be a whole number from ${range.min} to ${range.max}`;
  if (!/^[-+]?\d+$/.test(given)) return failure('count-unreadable', `“${given}” is not a whole number; ${allowed}.`);
  const value = Number(given);
  if (value < range.min || value > range.max)
    return failure('count-range', `“${given}” is outside what can be planned; ${allowed}.`);
  return success(value);
}

/** A number as people write it, with a point or a comma; the failure says what is allowed. */
export function parseNumber(text: string, range: { min: number; max: number; what: string }): Outcome<number> {
  const cleaned = text
    .trim()
    .replace(/−/g, '-')
    .replace(',', '.')
    .replace(/\s*(%|g)$/, '');
  const value = Number(cleaned);
  if (cleaned === '' || !Number.isFinite(value))
    return failure(
      'number',
      `“${text.trim()}” is not a number. For ${range.what}, type one from ${range.min} to ${range.max}.`,
    );
  if (value < range.min || value > range.max)
    return failure(
      'number',
      `${trimNumber(value)} is out of range for ${range.what}; it may be ${range.min} to ${range.max}.`,
    );
  return success(value);
}

function trimNumber(value: number): string {
  return String(Math.round(value * 1000) / 1000);
}
