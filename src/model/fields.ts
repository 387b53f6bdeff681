import { array, mixed, number, object, string, type ISchema, type ObjectShape } from 'yup';
import { type Lab, BAND_COUNT } from '@/core/colour';
import type { OpacityKnown } from '@/core/inks';

/** Everything of it, all the way down, as it is read: nothing stored is changed in place. */
export type Frozen<T> = T extends object ? { readonly [Key in keyof T]: Frozen<T[Key]> } : T;

export interface Range {
  readonly min: number;
  readonly max: number;
  readonly what: string;
}
export interface RangeMm {
  readonly minMm: number;
  readonly maxMm: number;
  readonly what: string;
}

/** A record with just these fields: one that is unknown is refused with its name, never dropped without a word. */
export function record<Fields extends ObjectShape>(fields: Fields) {
  return object(fields)
    .noUnknown(
      true,
      ({ path, unknown }) =>
        `${path && path !== 'this' ? `“${path}”` : 'What was sent'} has a field that means nothing here: “${unknown}”.`,
    )
    .required();
}

/** A list of at most so many. */
export function list<T>(item: ISchema<T>, most: number, tooMany?: string) {
  return array().of(item).required().max(most, tooMany);
}

export const between = (what: string, min: number, max: number, unit = '') =>
  number()
    .required()
    .min(min, ({ value }) => `${value}${unit} is too little for ${what}; it may be ${min} to ${max}${unit}.`)
    .max(max, ({ value }) => `${value}${unit} is too much for ${what}; it may be ${min} to ${max}${unit}.`);
export const ranged = (range: Range, unit = '') => between(range.what, range.min, range.max, unit);
export const whole = (range: Range) =>
  ranged(range).integer(({ value }) => `${value} is not a whole number for ${range.what}.`);
export const mm = (range: RangeMm) => between(range.what, range.minMm, range.maxMm, ' mm');
export const edges = (range: RangeMm) =>
  record({ top: mm(range), right: mm(range), bottom: mm(range), left: mm(range) });
export const id = () => string().required().min(1).max(80);
export const text = (most: number, tooLong?: string) => string().defined().max(most, tooLong);
export const named = (most: number, missing?: string, tooLong?: string) =>
  string().required(missing).max(most, tooLong);
export const sha = () =>
  string()
    .required()
    .matches(/^[0-9a-f]{64}$/, 'a stored picture is named wrongly');
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
      ({ value }) => `${JSON.stringify(value)} is no colour; it needs L*, a* and b*, each from −200 to 200.`,
      (v) => v === undefined || (isTriple(v) && v.every((n) => Math.abs(n) <= 200)),
    );

/** A colour a surface can have, D50: what a reader gives or a hand types. */
export const surfaceLabD50 = () =>
  mixed<Lab>()
    .required()
    .test(
      'lab',
      ({ value }) =>
        `${JSON.stringify(value)} is no colour of a surface: L* may be 0 to 100, a* and b* −130 to 130, three numbers in all.`,
      (v) =>
        v === undefined || (isTriple(v) && v[0] >= 0 && v[0] <= 100 && Math.abs(v[1]) <= 130 && Math.abs(v[2]) <= 130),
    );

export const opacity = () =>
  mixed<OpacityKnown>()
    .required()
    .test(
      'opacity',
      ({ value }) =>
        `“${String(value)}” is no opacity; it is opaque, half, transparent, or a contrast ratio from 0 to 1.`,
      (v) =>
        v === undefined ||
        v === 'opaque' ||
        v === 'half' ||
        v === 'transparent' ||
        (typeof v === 'number' && v >= 0 && v <= 1),
    );

/** One number for each band of a film. */
export const bands = (what: string) =>
  array()
    .of(between(what, 0, 1e4))
    .length(BAND_COUNT, `A film needs ${BAND_COUNT} bands of ${what}.`)
    .required();
