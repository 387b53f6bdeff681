import { failure, success, type Outcome } from './outcome';

export type LengthUnit = 'mm' | 'in';
export const MM_PER_INCH = 25.4;

const MM_PER: Readonly<Record<string, number>> = {
  mm: 1,
  millimetre: 1,
  millimetres: 1,
  cm: 10,
  centimetre: 10,
  centimetres: 10,
  m: 1000,
  metre: 1000,
  metres: 1000,
  in: MM_PER_INCH,
  inch: MM_PER_INCH,
  inches: MM_PER_INCH,
  '"': MM_PER_INCH,
  '”': MM_PER_INCH,
  '″': MM_PER_INCH,
};

const VULGAR: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
};

export interface LengthRange {
  readonly minMm: number;
  readonly maxMm: number;
  /** What is measured, as a person would say it: "the printed width". */
  readonly what: string;
}

/**
 * Reads a length as people write it: `240`, `24 cm`, `5.5in`, `5 1/2 in`, `5½"`, `12,5 cm`.
 * A bare number is in `unit`. The result is in millimetres and inside `range` (both ends allowed).
 */
export function parseLengthMm(text: string, unit: LengthUnit, range: LengthRange): Outcome<number> {
  const given = text.trim();
  const plain = given
    .replace(/[½¼¾⅛⅜⅝⅞⅓⅔]/g, (c) => ` ${VULGAR[c]}`)
    .trim()
    .toLowerCase();
  const found = /^([-+]?\d+(?:[.,]\d+)?)?(?:(?:^|\s+|-)(\d+)\s*\/\s*(\d+))?\s*([a-z"”″]*)$/.exec(plain);
  const allowed = `${range.what} may be ${describeRange(range, unit)}`;
  if (given === '')
    return failure(
      'length-missing',
      `Nothing is written for ${range.what}. Type a length such as “240 mm” or “5 1/2 in”; ${allowed}.`,
    );
  if (!found || (found[1] === undefined && found[2] === undefined)) {
    return failure(
      'length-unreadable',
      `“${given}” is not a length. Write it like “240 mm”, “24 cm” or “5 1/2 in”; ${allowed}.`,
    );
  }
  const [, whole, numerator, denominator, unitText] = found;
  const perUnit = MM_PER[unitText || unit];
  if (perUnit === undefined)
    return failure('length-unit', `“${unitText}” in “${given}” is not a unit known here. Use mm, cm, m or in.`);
  if (denominator !== undefined && Number(denominator) === 0)
    return failure('length-unreadable', `“${given}” divides by nothing. Write the fraction like “1/2”.`);
  const units = Number((whole ?? '0').replace(',', '.')) + (numerator ? Number(numerator) / Number(denominator) : 0);
  const mm = units * perUnit;
  if (!(mm >= range.minMm && mm <= range.maxMm)) {
    return failure(
      'length-range',
      `“${given}” is ${trimNumber(mm, 2)} mm, which cannot be ${range.what}; it may be ${describeRange(range, unit)}.`,
    );
  }
  return success(mm);
}

/** `240 mm`, `9 7/16 in` (to the nearest sixteenth). */
export function formatLength(mm: number, unit: LengthUnit, digits = 1): string {
  return unit === 'mm' ? `${trimNumber(mm, digits)} mm` : `${formatInches(mm / MM_PER_INCH)} in`;
}

/** `240 × 180 mm` in either unit. */
export function formatSize(widthMm: number, heightMm: number, unit: LengthUnit): string {
  return unit === 'mm'
    ? `${trimNumber(widthMm, 1)} × ${trimNumber(heightMm, 1)} mm`
    : `${formatInches(widthMm / MM_PER_INCH)} × ${formatInches(heightMm / MM_PER_INCH)} in`;
}

function formatInches(inches: number): string {
  const sixteenths = Math.round(Math.abs(inches) * 16);
  const whole = Math.floor(sixteenths / 16);
  let top = sixteenths % 16;
  let bottom = 16;
  while (top > 0 && top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  const sign = inches < 0 && sixteenths > 0 ? '−' : '';
  if (top === 0) return `${sign}${whole}`;
  return `${sign}${whole === 0 ? '' : `${whole} `}${top}/${bottom}`;
}

function describeRange(range: LengthRange, unit: LengthUnit): string {
  return `${formatLength(range.minMm, unit)} to ${formatLength(range.maxMm, unit)}`;
}

export function trimNumber(value: number, digits: number): string {
  const text = value.toFixed(digits);
  return text.includes('.') ? text.replace(/\.?0+$/, '') : text;
}
