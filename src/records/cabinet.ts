import { array, mixed, number, object, string } from 'yup';
import { BAND_COUNT, type Lab } from '@/core/colour';
import {
  filmFromDrawdown,
  filmOfRecipe,
  filmOnGround,
  groundOf,
  internalOnGround,
  wordsForQuality,
  type Film,
  type Ground,
  type OpacityKnown,
  type Pigment,
  type PigmentRole,
} from '@/core/inks';
import type { ReadingSource } from '@/core/sheets';
import { failure, type Outcome } from '@/core/units';
import { DARKEST_ASSUMED } from './looks';
import { checkWith, opacity, READING_SOURCE } from './schemas';

export const INK_KINDS = ['oil', 'water-washable oil', 'water-based relief', 'pigment for damp printing'] as const;
export type InkKind = (typeof INK_KINDS)[number];
export const PIGMENT_ROLES: readonly PigmentRole[] = ['pigment', 'black', 'white', 'extender'];

/** A colour as read or typed: always Lab, and the spectrum (36 bands, 380–730 nm) where a reader gave one. */
export interface Reading {
  readonly labD50: Lab;
  readonly spectrum: readonly number[] | null;
}

/** A reading under its name in a measurement file. */
export interface NamedReading extends Reading {
  readonly name: string;
}

/** What a colour reader is held on: a drawdown card, or a printed sheet. */
export type ReadingRequest =
  | {
      readonly kind: 'drawdown';
      readonly inkId: string;
      readonly over: 'paper' | 'black';
      readonly film: 'none' | 'full' | 'thin';
    }
  | { readonly kind: 'run'; readonly printId: string; readonly runId: string; readonly colourId: string };

/** One drawdown card: the bare grounds, and the film over them; `thin` is a thinner film of the same ink. */
export interface Drawdown {
  readonly id: string;
  /** ISO. */
  readonly at: string;
  readonly source: ReadingSource;
  readonly paper: Reading;
  readonly black: Reading;
  readonly overPaper: Reading;
  readonly overBlack: Reading | null;
  readonly thinOverPaper: Reading | null;
}

/** An ink or pigment of the workshop's cabinet. */
export interface CabinetInk {
  readonly id: string;
  readonly name: string;
  readonly kind: InkKind;
  readonly role: PigmentRole;
  /** Its full film alone over `paperLabD50`. */
  readonly colour: Reading;
  readonly paperLabD50: Lab;
  /** Used while no drawdown over black is on record. */
  readonly opacity: OpacityKnown;
  /** How strongly it tints beside its own drawdown: 1 as read. */
  readonly strength: number;
  readonly stockG: number;
  readonly lightFast: string;
  /** Newest last. */
  readonly drawdowns: readonly Drawdown[];
}

/** As stored: `revision` guards against two windows at once. */
export interface StoredInk extends CabinetInk {
  readonly revision: number;
}

export const STRENGTH_RANGE = { min: 0.05, max: 20, what: 'the strength' } as const;
export const STOCK_RANGE = { min: 0, max: 100_000, what: 'the stock' } as const;
const MAX_DRAWDOWNS = 50;

const lab = () =>
  array()
    .of(number().strict().required())
    .length(3, 'A colour needs L*, a* and b*.')
    .required()
    .test(
      'lab',
      ({ value }) => `${JSON.stringify(value)} is no colour; L* may be 0 to 100, a* and b* −130 to 130.`,
      (v) => Array.isArray(v) && v[0]! >= 0 && v[0]! <= 100 && Math.abs(v[1]!) <= 130 && Math.abs(v[2]!) <= 130,
    );
const reading = () =>
  object({
    labD50: lab(),
    spectrum: array()
      .of(
        number()
          .strict()
          .required()
          .min(0, 'A reflectance cannot be below 0.')
          .max(1.5, 'A reflectance cannot be above 1.5; is this in percent?'),
      )
      .length(BAND_COUNT, `A spectrum needs ${BAND_COUNT} bands, 380 to 730 nm.`)
      .nullable()
      .defined(),
  });
const ranged = ({ min, max, what }: { min: number; max: number; what: string }) =>
  number()
    .strict()
    .required()
    .min(min, ({ value }) => `${value} is too little for ${what}; it may be ${min} to ${max}.`)
    .max(max, ({ value }) => `${value} is too much for ${what}; it may be ${min} to ${max}.`);
const oneOf = <T extends string>(values: readonly T[]) =>
  mixed<T>()
    .oneOf([...values], ({ value }) => `“${String(value)}” is none of ${values.join(', ')}.`)
    .required();

const drawdown = object({
  id: string().strict().required().max(80),
  at: string().strict().required().max(40),
  source: READING_SOURCE,
  paper: reading().required(),
  black: reading().required(),
  overPaper: reading().required(),
  overBlack: reading().nullable().defined().default(null),
  thinOverPaper: reading().nullable().defined().default(null),
});
const inkSchema = object({
  name: string()
    .strict()
    .required('An ink needs a name.')
    .min(1)
    .max(60, 'An ink’s name may be up to 60 characters long.'),
  kind: oneOf(INK_KINDS),
  role: oneOf(PIGMENT_ROLES),
  colour: reading().required(),
  paperLabD50: lab(),
  opacity,
  strength: ranged(STRENGTH_RANGE),
  stockG: ranged(STOCK_RANGE),
  lightFast: string().strict().defined().max(200, 'The light-fast note may be up to 200 characters long.'),
  drawdowns: array()
    .of(drawdown)
    .required()
    .max(MAX_DRAWDOWNS, `No more than ${MAX_DRAWDOWNS} drawdowns are kept with one ink.`),
});

/** Checks an ink from outside; its id is given apart. */
export function checkCabinetInk(value: unknown): Outcome<Omit<CabinetInk, 'id'>> {
  const named = value as { name?: unknown } | null;
  if (typeof named?.name !== 'string' || named.name.trim() === '')
    return failure('ink-name', 'An ink needs a name. Type one, such as “yellow ochre”.');
  return checkWith<Omit<CabinetInk, 'id'>>(inkSchema, { ...named, name: named.name.trim() }, 'ink');
}

/** The ground an ink of the cabinet was read on. */
export function groundOfInk(ink: Pick<CabinetInk, 'paperLabD50'>): Ground {
  return groundOf(ink.paperLabD50, DARKEST_ASSUMED);
}

export interface KnownFilm {
  readonly film: Film;
  /** How far it can be trusted, in words. */
  readonly words: string;
}

/** The film of an ink at its usual weight: from the newest drawdown that shows it over black, else from colour and opacity. */
export function filmOfCabinetInk(ink: Omit<CabinetInk, 'id'>): KnownFilm {
  const card = ink.drawdowns.findLast((d) => d.overBlack !== null);
  if (card) {
    const ground = groundOf(card.paper.labD50, DARKEST_ASSUMED);
    const inside = ({ labD50, spectrum }: Reading) => internalOnGround(ground, labD50, spectrum);
    const film = filmFromDrawdown({
      overPaper: inside(card.overPaper),
      paper: inside(card.paper),
      overBlack: inside(card.overBlack!),
      black: inside(card.black),
    });
    const words = wordsForQuality(film.quality);
    if (!words.startsWith('not usable'))
      return { film: { kh: film.kh, sh: film.sh }, words: `${words} (two readings)` };
    return { ...filmFromSwatch(ink), words };
  }
  return filmFromSwatch(ink);
}

function filmFromSwatch(ink: Omit<CabinetInk, 'id'>): KnownFilm {
  const film = filmOnGround(groundOfInk(ink), ink.colour.labD50, ink.opacity, ink.colour.spectrum);
  const words =
    typeof ink.opacity === 'string'
      ? 'coarse: from one swatch and a word for its opacity. A reading over a black strip tells far more.'
      : 'good for most work: from one swatch and its contrast ratio over black.';
  return { film, words };
}

/** What recipes are mixed from: films with their strength, under the ink's id. */
export function pigmentsOf(inks: readonly CabinetInk[]): Pigment[] {
  return inks.map((ink) => {
    const { film } = filmOfCabinetInk(ink);
    const scaled = (values: ArrayLike<number>) => Float64Array.from(values, (v) => v * ink.strength);
    return {
      id: ink.id,
      role: ink.role,
      film: ink.strength === 1 ? film : { kh: scaled(film.kh), sh: scaled(film.sh) },
    };
  });
}

/** The film of shares of the cabinet's inks, rounded for keeping with a plan. */
export function recipeFilm(
  pigments: readonly Pigment[],
  parts: readonly { readonly id: string; readonly share: number }[],
): { kh: number[]; sh: number[] } {
  const film = filmOfRecipe(pigments, parts);
  const rounded = (values: ArrayLike<number>) => Array.from(values, (v) => Math.min(1e4, Number(v.toPrecision(6))));
  return { kh: rounded(film.kh), sh: rounded(film.sh) };
}

/** Another ink name than those taken. */
export function freeInkName(name: string, taken: readonly string[]): string {
  if (!taken.includes(name)) return name;
  for (let n = 2; ; n++) if (!taken.includes(`${name.slice(0, 54)} (${n})`)) return `${name.slice(0, 54)} (${n})`;
}
