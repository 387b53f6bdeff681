import { plainSpelling, readDecimal, splitSign, tooLong } from './numeral';
import { failure, success, type Outcome, phrase, type Told, familyOf } from './outcome';

interface NumberRange {
  readonly min: number;
  readonly max: number;
  /** What is counted or measured, as a person would say it: "the edition". */
  readonly what: Told;
}

/** Reads a whole number between `min` and `max`, both allowed. */
export function parseCount(text: string, range: NumberRange): Outcome<number> {
  const { sign, rest } = splitSign(plainSpelling(text));
  const allowed = phrase('count.mayBeAWhole', { what: range.what, min: range.min, max: range.max });
  if (tooLong(text) || !/^\d+$/.test(rest)) return failure('count-unreadable', { text: quoted(text), allowed });
  const value = rest === '0' ? 0 : sign * Number(rest);
  if (value < range.min || value > range.max) return failure('count-range', { text: quoted(text), allowed });
  return success(value);
}

/** A number as people write it, with a point or a comma; a percent or gram sign may follow. */
export function parseNumber(text: string, range: NumberRange): Outcome<number> {
  const { sign, rest } = splitSign(plainSpelling(text));
  const read = readDecimal(rest.replace(/ ?(%|g)$/, ''));
  const allowed = phrase('count.forTypeOneFrom', { what: range.what, min: range.min, max: range.max });
  if (!read.ok && familyOf(read.code) === 'number-ambiguous')
    return failure('number-ambiguous.andAllowed', { read, allowed });
  if (!read.ok || tooLong(text)) return failure('number.isNotANumber', { text: quoted(text), allowed });
  const value = read.value === 0 ? 0 : sign * read.value;
  if (value < range.min || value > range.max)
    return failure('number.isOutOfRange', { text: quoted(text), what: range.what, min: range.min, max: range.max });
  return success(value);
}

/** What was typed, short enough to be said back. */
export function quoted(text: string): string {
  const given = text.trim();
  return given.length > 40 ? `${Array.from(given).slice(0, 40).join('')}…` : given;
}
