import { plainSpelling, readDecimal, splitSign, tooLong } from './numeral';
import { failure, success, type Outcome } from './outcome';

interface NumberRange {
  readonly min: number;
  readonly max: number;
  /** What is counted or measured, as a person would say it: "the edition". */
  readonly what: string;
}

/** Reads a whole number between `min` and `max`, both allowed. */
export function parseCount(text: string, range: NumberRange): Outcome<number> {
  const { sign, rest } = splitSign(plainSpelling(text));
  const allowed = `${range.what} may be a whole number from ${range.min} to ${range.max}`;
  if (tooLong(text) || !/^\d+$/.test(rest))
    return failure('count-unreadable', `“${quoted(text)}” is not a whole number; ${allowed}.`);
  const value = rest === '0' ? 0 : sign * Number(rest);
  if (value < range.min || value > range.max)
    return failure('count-range', `“${quoted(text)}” is outside what can be planned; ${allowed}.`);
  return success(value);
}

/** A number as people write it, with a point or a comma; a percent or gram sign may follow. */
export function parseNumber(text: string, range: NumberRange): Outcome<number> {
  const { sign, rest } = splitSign(plainSpelling(text));
  const read = readDecimal(rest.replace(/ ?(%|g)$/, ''));
  const allowed = `For ${range.what}, type one from ${range.min} to ${range.max}.`;
  if (!read.ok && read.code === 'number-ambiguous') return failure('number-ambiguous', `${read.message} ${allowed}`);
  if (!read.ok || tooLong(text)) return failure('number', `“${quoted(text)}” is not a number. ${allowed}`);
  const value = read.value === 0 ? 0 : sign * read.value;
  if (value < range.min || value > range.max)
    return failure(
      'number',
      `${quoted(text)} is out of range for ${range.what}; it may be ${range.min} to ${range.max}.`,
    );
  return success(value);
}

/** What was typed, short enough to be said back. */
export function quoted(text: string): string {
  const given = text.trim();
  return given.length > 40 ? `${Array.from(given).slice(0, 40).join('')}…` : given;
}
