import { quoted } from './count';
import { plainSpelling, readDecimal, splitSign, tooLong } from './numeral';
import { failure, success, type Failure, type Outcome, phrase, type Told, familyOf } from './outcome';

export type LengthUnit = 'mm' | 'in';
export const MM_PER_INCH = 25.4;
const MM_PER_FOOT = 12 * MM_PER_INCH;

type System = 'metric' | 'inch';
const UNITS: readonly (readonly [names: string, mm: number, system: System])[] = [
  ['µm μm um micron microns micrometre micrometres micrometer micrometers', 0.001, 'metric'],
  ['mm millimetre millimetres millimeter millimeters ㎜', 1, 'metric'],
  ['cm centimetre centimetres centimeter centimeters zentimeter ㎝', 10, 'metric'],
  ['m metre metres meter meters', 1000, 'metric'],
  ["in inch inches zoll \" ” “ ″ '' ’’ ′′", MM_PER_INCH, 'inch'],
  ["ft foot feet fuß fuss ' ’ ′", MM_PER_FOOT, 'inch'],
];
const UNIT_BY_NAME = new Map(
  UNITS.flatMap(([names, mm, system]) => names.split(' ').map((name) => [name, { mm, system }] as const)),
);

const VULGAR: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅐': '1/7',
  '⅑': '1/9',
  '⅒': '1/10',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅕': '1/5',
  '⅖': '2/5',
  '⅗': '3/5',
  '⅘': '4/5',
  '⅙': '1/6',
  '⅚': '5/6',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

export interface LengthRange {
  readonly minMm: number;
  readonly maxMm: number;
  /** What is measured, as a person would say it: "the printed width". */
  readonly what: Told;
}

/**
 * Reads a length as people write it: `240`, `24 cm`, `5.5in`, `5 1/2 in`, `5½"`, `12,5 cm`, `−1/16 in`, `5 ft 6 in`.
 * A bare number is in `unit`. The result is in millimetres and inside `range` (both ends allowed). A minus before a
 * fraction goes with the whole of it. What can be read in two ways is refused with both named.
 */
export function parseLengthMm(text: string, unit: LengthUnit, range: LengthRange): Outcome<number> {
  const given = quoted(text);
  const { what, minMm, maxMm } = range;
  const allowed = phrase('length.mayBe', { what, minMm, maxMm });
  if (given === '') return failure('length-missing', { what, allowed });
  const unreadable = failure('length-unreadable.isNotALength', { given, allowed });
  if (tooLong(text)) return unreadable;
  const spelled = plainSpelling(text.replace(/[½¼¾⅐-⅞]/g, (c) => (VULGAR[c] ? ` ${VULGAR[c]} ` : c)));
  const { sign, rest } = splitSign(spelled);
  const read = readMeasure(rest, unit);
  if (!read.ok) return read === UNREADABLE ? unreadable : asGiven(read, given);
  const mm = read.value === 0 ? 0 : sign * read.value;
  if (!(mm >= range.minMm - EDGE_MM && mm <= range.maxMm + EDGE_MM))
    return failure('length-range', { given, length: formatLength(mm, 'mm'), what, minMm, maxMm });
  return success(Math.min(range.maxMm, Math.max(range.minMm, mm)));
}

/** A range's end typed as it is shown is within the range: less than what any length here is kept to. */
const EDGE_MM = 0.0005;
/** Stands for what is read as no length at all until what was given is known. */
const UNREADABLE: Failure = failure('length-unreadable.isNotALength', { given: '', allowed: '' });

/** Lengths parted by semicolons (`0.5; 1,5; 3`), by commas with a blank (`1 mm, 2 mm`), or plain numbers by blanks. */
export function parseLengthsMm(text: string, unit: LengthUnit, range: LengthRange): Outcome<number[]> {
  const withSemicolons = text.includes(';');
  const unclear = withSemicolons ? null : /(?<![.\d])\d+,\d+(?![.\d])/.exec(text);
  if (unclear)
    return failure('length-list-ambiguous', {
      text: quoted(text),
      unclear: unclear[0].replace(',', '.'),
      unclear2: unclear[0].replace(',', '; '),
    });
  const parts = text
    .split(withSemicolons ? ';' : /^[\d.\s]+$/.test(text) ? /\s/ : ',')
    .map((part) => part.trim())
    .filter(Boolean);
  const lengthsMm: number[] = [];
  for (const part of parts) {
    const read = parseLengthMm(part, unit, range);
    if (!read.ok) return read;
    lengthsMm.push(read.value);
  }
  return success(lengthsMm);
}

/** One or more numbers with units, the larger unit first, without a sign: `5 ft 6 in`, `1 m 20 cm`. */
function readMeasure(plain: string, unit: LengthUnit): Outcome<number> {
  let totalMm = 0;
  let above: { mm: number; system: System } | undefined;
  let left = plain;
  while (left !== '') {
    const found = /^([\d.,/ ~-]*[\d.,/])( ?)([^\d.,/ ~+-]*)(\.?) ?/.exec(left);
    if (!found) return UNREADABLE;
    left = left.slice(found[0].length);
    const quantity = readQuantity(found[1]);
    if (!quantity.ok) return quantity;
    const name = found[3] || (above?.mm === MM_PER_FOOT ? 'in' : unit);
    const per = UNIT_BY_NAME.get(name);
    if (!per && left !== '') return UNREADABLE;
    if (!per) return failure('length-unit', { name });
    if (above && (per.system !== above.system || per.mm >= above.mm || quantity.value * per.mm >= above.mm))
      return UNREADABLE;
    if (above === undefined && left !== '' && !Number.isInteger(quantity.value)) return UNREADABLE;
    totalMm += quantity.value * per.mm;
    above = per;
  }
  return above ? success(totalMm) : UNREADABLE;
}

/** `5`, `5.5`, `1/2`, `5 1/2`, `5-1/2`. */
function readQuantity(plain: string): Outcome<number> {
  const mixed = /^(?:(\d+)(?: |-))?(\d+) ?\/ ?(\d+)$/.exec(plain);
  if (!mixed) {
    const minus = /^(\d+) ?~ ?(\d+)\/(\d+)$/.exec(plain);
    if (minus)
      return failure('length-ambiguous.aMinusBetweenAnd', { whole: minus[1], top: minus[2], bottom: minus[3] });
    const read = readDecimal(plain);
    return read.ok || familyOf(read.code) === 'number-ambiguous' ? read : UNREADABLE;
  }
  const [, whole, top, bottom] = mixed;
  if (Number(bottom) === 0) return failure('length-unreadable.dividesByNothingWrite', { top, bottom });
  if (whole !== undefined && Number(top) >= Number(bottom))
    return failure('length-ambiguous.andIsUnclearAfter', { whole, top, bottom });
  return success(Number(whole ?? 0) + Number(top) / Number(bottom));
}

function asGiven(found: Failure, given: string): Failure {
  return found.code === 'length-unit' || familyOf(found.code) === 'number-ambiguous'
    ? found
    : failure(`${familyOf(found.code)}.given`, { given, found });
}

/**
 * A length as it is shown, and as it can be typed back: `240 mm`, `9 7/16 in`, `9.449 in`. `digits` after the point in
 * millimetres say how fine the figure is (half of the last one may be lost); left out, what is kept is shown, to 0.01 mm
 * and under 1 mm to 0.001 mm. In inches a fraction of up to 64 parts is taken where it is as true as that, and a decimal
 * otherwise.
 */
export function formatLength(mm: number, unit: LengthUnit, digits = keptDigits(mm)): string {
  return `${formatBare(mm, unit, digits)} ${unit}`;
}

/** As `formatLength`, without the unit. */
export function formatBare(mm: number, unit: LengthUnit, digits = keptDigits(mm)): string {
  return unit === 'mm' ? trimNumber(mm, digits) : formatInches(mm / MM_PER_INCH, digits);
}

/** `240 × 180 mm` in either unit, to 0.1 mm unless said otherwise. */
export function formatSize(widthMm: number, heightMm: number, unit: LengthUnit, digits = 1): string {
  return `${formatBare(widthMm, unit, digits)} × ${formatBare(heightMm, unit, digits)} ${unit}`;
}

function keptDigits(mm: number): number {
  return Math.abs(mm) < 1 ? 3 : 2;
}

function formatInches(inches: number, digits: number): string {
  const size = Math.abs(inches);
  const sign = inches < 0 ? '−' : '';
  const tolerance = 10 ** -digits / 2 / MM_PER_INCH;
  for (let parts = 1; parts <= 64; parts *= 2) {
    const count = Math.round(size * parts);
    if (Math.abs(size - count / parts) > tolerance || (count === 0 && size > 1e-9)) continue;
    const [whole, top] = [Math.floor(count / parts), count % parts];
    const fraction = top === 0 ? '' : `${top}/${parts}`;
    return `${count === 0 ? '' : sign}${[whole === 0 && fraction ? '' : whole, fraction].filter((t) => t !== '').join(' ')}`;
  }
  return trimNumber(inches, digits + 2);
}

/** A number with at most so many digits after the point, no zeros at its end, a true minus, and never “−0”. */
export function trimNumber(value: number, digits: number): string {
  const text = Math.abs(value).toFixed(digits);
  const trimmed = text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  return value < 0 && trimmed !== '0' ? `−${trimmed}` : trimmed;
}
