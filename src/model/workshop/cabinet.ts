import { array, number, type InferType } from 'yup';
import { BAND_COUNT } from '@/core/colour';
import { MEDIUM_IDS } from '@/core/inks';
import { failure, type Outcome, phrase } from '@/core/units';
import { checkWith } from '../check';
import { id, list, named, oneOf, opacity, inRange, record, surfaceLabD50, text, type Frozen } from '../fields';
import { PIGMENT_ROLES, READING_SOURCES, STOCK_RANGE, STRENGTH_RANGE } from '../ranges';
import { upgradedInk } from './upgrades/upgradedInk';

const MAX_DRAWDOWNS = 50;
/** Films already printed that an ink is drawn across. */
export const MOST_STRIPS = 12;
const TAKEN_UP = { min: 0.05, max: 1.5, what: phrase('measure.takenUp') } as const;
/** The form inks have now; those written before they carried a version are of version 1. */
const INK_VERSION = 3;

/** A colour as read or typed: always Lab, and the spectrum (36 bands, 380–730 nm) where a reader gave one. */
export const reading = record({
  labD50: surfaceLabD50(),
  spectrum: array()
    .of(
      number()
        .required()
        .min(0, phrase('cabinet.aReflectanceCannotBe'))
        .max(1.5, phrase('cabinet.aReflectanceCannotBeAbove')),
    )
    .length(BAND_COUNT, phrase('cabinet.aSpectrumNeedsBands', { bandCount: BAND_COUNT }))
    .nullable()
    .defined(),
});

/** One drawdown card, or a cross strip: the bare grounds, and the film over them; `thin` is a thinner film of the same ink. */
const drawdown = record({
  id: id(),
  /** ISO. */
  at: named(40),
  source: oneOf(READING_SOURCES),
  paper: reading,
  black: reading.nullable().defined(),
  overPaper: reading,
  overBlack: reading.nullable().defined(),
  /** Strips of films printed before, bare and with this ink across; `takenUp`: the share of the ink's film they take up. */
  strips: list(
    record({ name: named(60), below: reading, over: reading, takenUp: inRange(TAKEN_UP) }),
    MOST_STRIPS,
    phrase('cabinet.noMoreThanStrips', { most: MOST_STRIPS }),
  ),
  thinOverPaper: reading.nullable().defined(),
});
export const cabinetInk = record({
  version: oneOf([INK_VERSION] as const),
  name: named(60, phrase('inks.anInkNeedsA'), phrase('cabinet.anInksNameMay')),
  mediumId: oneOf(MEDIUM_IDS),
  role: oneOf(PIGMENT_ROLES),
  /** Its full film alone over `paperLabD50`. */
  colour: reading,
  paperLabD50: surfaceLabD50(),
  /** Used while no drawdown over black is on record. */
  opacity: opacity(),
  /** How strongly it tints beside its own drawdown: 1 as read. */
  strength: inRange(STRENGTH_RANGE),
  stockG: inRange(STOCK_RANGE),
  lightFast: text(200, phrase('cabinet.theLightFastNote')),
  /** Newest last. */
  drawdowns: list(drawdown, MAX_DRAWDOWNS, phrase('cabinet.noMoreThanDrawdowns', { maxDrawdowns: MAX_DRAWDOWNS })),
});

export type Reading = Frozen<InferType<typeof reading>>;
export type Drawdown = Frozen<InferType<typeof drawdown>>;

/** A reading under its name in a measurement file. */
export interface NamedReading extends Reading {
  readonly name: string;
}

/** An ink or pigment of the workshop's cabinet. */
export interface CabinetInk extends Frozen<InferType<typeof cabinetInk>> {
  readonly id: string;
}

/** What a colour reader is held on: a drawdown card, or a printed sheet. */
export type ReadingRequest =
  | {
      readonly kind: 'drawdown';
      readonly inkId: string;
      readonly over: 'paper' | 'black';
      readonly film: 'none' | 'full' | 'thin';
    }
  /** A strip of a film of the print, bare or with an ink of the cabinet drawn across. */
  | {
      readonly kind: 'strip';
      readonly printId: string;
      readonly stripInkId: string;
      readonly inkId: string;
      readonly film: 'none' | 'full';
    }
  | { readonly kind: 'pot'; readonly printId: string; readonly potId: string; readonly over: 'paper' | 'below' }
  | {
      readonly kind: 'run';
      readonly printId: string;
      readonly runId: string;
      readonly colourId: string;
      /** The proof it is; absent: a sheet of the edition. */
      readonly trial?: { readonly roundId: string; readonly sheet: string };
    };

/** Checks an ink from outside; its id is given apart. */
export function checkCabinetInk(value: unknown): Outcome<Omit<CabinetInk, 'id'>> {
  const given = value as { name?: unknown; version?: unknown } | null;
  if (typeof given?.version === 'number' && given.version > INK_VERSION) return failure('newer.thisInkWasWritten');
  if (typeof given?.name !== 'string' || given.name.trim() === '') return failure('ink-name.anInkNeedsA');
  return checkWith<Omit<CabinetInk, 'id'>>(cabinetInk, upgradedInk({ ...given, name: given.name.trim() }));
}
