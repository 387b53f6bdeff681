import { phrase, type Phrase } from '@/core/units';
import { array, mixed, number, object, string, type ISchema, type ObjectShape } from 'yup';
import { type Lab, BAND_COUNT } from '@/core/colour';
import type { OpacityKnown } from '@/core/inks';

/** Everything of it, all the way down, as it is read: nothing stored is changed in place. */
export type Frozen<T> = T extends object ? { readonly [Key in keyof T]: Frozen<T[Key]> } : T;

export interface Range {
  readonly min: number;
  readonly max: number;
  readonly what: Phrase;
}
export interface RangeMm {
  readonly minMm: number;
  readonly maxMm: number;
  readonly what: Phrase;
}

/** A record with just these fields: one that is unknown is refused with its name, never dropped without a word. */
export function record<Fields extends ObjectShape>(fields: Fields) {
  return object(fields)
    .noUnknown(true, ({ path, unknown }) =>
      phrase('fields.hasAFieldThat', {
        value: path && path !== 'this' ? `“${path}”` : phrase('fields.whatWasSent'),
        unknown: String(unknown),
      }),
    )
    .required();
}

/** A list of at most so many. */
export function list<T>(item: ISchema<T>, most: number, tooMany?: Phrase) {
  return array().of(item).required().max(most, tooMany);
}

export const between = (what: Phrase, min: number, max: number, unit = '') =>
  number()
    .required()
    .min(min, ({ value }) => phrase('fields.isTooLittleFor', { value: String(value), unit, what, min, max }))
    .max(max, ({ value }) => phrase('fields.isTooMuchFor', { value: String(value), unit, what, min, max }));
export const inRange = (range: Range, unit = '') => between(range.what, range.min, range.max, unit);
export const whole = (range: Range) =>
  inRange(range).integer(({ value }) => phrase('fields.isNotAWhole', { value: String(value), what: range.what }));
export const mm = ({ what, minMm, maxMm }: RangeMm) =>
  number()
    .required()
    .min(minMm, ({ value }) => phrase('fields.lengthTooSmall', { valueMm: Number(value), what, minMm, maxMm }))
    .max(maxMm, ({ value }) => phrase('fields.lengthTooLarge', { valueMm: Number(value), what, minMm, maxMm }));
export const edges = (range: RangeMm) =>
  record({ top: mm(range), right: mm(range), bottom: mm(range), left: mm(range) });
/** Whether a text is a day there is, ISO: not the 30th of February. */
export function isDay(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false;
  const day = new Date(`${text}T00:00:00Z`);
  return !Number.isNaN(day.getTime()) && day.toISOString().startsWith(text);
}
/** A short text that means something, where it is said. */
const meaning = (code: 'plan.isNoDay' | 'plan.isNoMoment', means: (text: string) => boolean) =>
  string()
    .max(40)
    .test(
      code,
      ({ value }) => phrase(code, { value: String(value) }),
      (v) => v === undefined || v === null || means(v),
    );
/** A day as the calendar has it, ISO. */
export const isoDay = () => meaning('plan.isNoDay', isDay);
/** A moment, ISO. */
export const moment = () => meaning('plan.isNoMoment', (text) => !Number.isNaN(Date.parse(text)));
export const id = () => string().required().min(1).max(80);
export const text = (most: number, tooLong?: Phrase) => string().defined().max(most, tooLong);
export const named = (most: number, missing?: Phrase, tooLong?: Phrase) =>
  string().required(missing).max(most, tooLong);
export const sha = () =>
  string()
    .required()
    .matches(/^[0-9a-f]{64}$/, { message: phrase('fields.picturesName') });
export const oneOf = <T extends string | number>(values: readonly T[]) =>
  mixed<T>()
    .oneOf([...values])
    .required();

const isTriple = (v: unknown): v is [number, number, number] =>
  Array.isArray(v) && v.length === 3 && v.every((n) => typeof n === 'number' && Number.isFinite(n));

// a field that is missing is told by `required`, and may be missing where only some fields are sent

/** A colour of the picture or of an ink, D50; wider than what a surface can have, for what is reckoned. */
export const labD50 = () =>
  mixed<Lab>()
    .required()
    .test(
      'lab',
      ({ value }) => phrase('fields.isNoColourIt', { stringify: JSON.stringify(value) }),
      (v) => v === undefined || (isTriple(v) && v.every((n) => Math.abs(n) <= 200)),
    );

/** A colour a surface can have, D50: what a reader gives or a hand types. */
export const surfaceLabD50 = () =>
  mixed<Lab>()
    .required()
    .test(
      'lab',
      ({ value }) => phrase('fields.isNoColourOf', { stringify: JSON.stringify(value) }),
      (v) =>
        v === undefined || (isTriple(v) && v[0] >= 0 && v[0] <= 100 && Math.abs(v[1]) <= 130 && Math.abs(v[2]) <= 130),
    );

export const opacity = () =>
  mixed<OpacityKnown>()
    .required()
    .test(
      'opacity',
      ({ value }) => phrase('fields.isNoOpacityIt', { value: String(value) }),
      (v) =>
        v === undefined ||
        v === 'opaque' ||
        v === 'half' ||
        v === 'transparent' ||
        (typeof v === 'number' && v >= 0 && v <= 1),
    );

/** One number for each band of a film. */
export const bands = (what: Phrase) =>
  array()
    .of(between(what, 0, 1e4))
    .length(BAND_COUNT, phrase('fields.aFilmNeedsBands', { bands: BAND_COUNT, what }))
    .required();
