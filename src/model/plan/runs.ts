import { phrase } from '@/core/units';
import type { InferType } from 'yup';
import { FADE_CURVES } from '@/core/layers';
import { id, labD50, list, mm, oneOf, inRange, record, type Frozen } from '../fields';
import { FADE_BY, FILM_WEIGHT_RANGE, FORME_TURN_RANGE, KEPT_OUT_BY, LAID_BY, MOST, PLACE_ON_PRINT_MM } from '../ranges';
import { ink } from './inks';

export const point = record({
  xMm: mm(PLACE_ON_PRINT_MM),
  yMm: mm(PLACE_ON_PRINT_MM),
});

type Point = InferType<typeof point>;

const fadeLine = {
  fromMm: point,
  toMm: point,
  curve: oneOf(FADE_CURVES),
  by: oneOf(FADE_BY),
};
/** A place that is missing, whole or half, is said by its own field. */
const longEnough = (v: { fromMm?: Point | null; toMm?: Point | null } | null | undefined) =>
  !v?.fromMm || !v.toMm || !(Math.hypot(v.toMm.xMm - v.fromMm.xMm, v.toMm.yMm - v.fromMm.yMm) < 1);

/** A gradation along a straight line on the print as seen: from this ink to another, or to nothing. */
export const fade = record({
  ...fadeLine,
  /** Null: it runs out to nothing. */
  toInkId: id().nullable().defined(),
  /** What is to be seen at its ends, as the picture has it: what its inks are mixed for. Null: nothing is said of them. */
  wanted: record({ fromLabD50: labD50(), toLabD50: labD50() }).nullable().defined(),
}).test('length', phrase('runs.aFadeNeedsA'), longEnough);

/** A fade as it was laid on a proof, with the whole pot it went over to. */
export const fadeLaid = record({ ...fadeLine, toInk: ink.nullable().defined() }).test(
  'length',
  phrase('runs.aFadeNeedsA'),
  longEnough,
);

export const keptOut = list(record({ colourId: id(), by: oneOf(KEPT_OUT_BY) }), MOST.colours);

export const inking = record({
  id: id(),
  /** The colour of the picture the ink is meant for. */
  colourId: id(),
  inkId: id(),
  /** Colours it is laid on where the cut is shared; null for all that stands. */
  zoneIds: list(id(), MOST.colours).nullable().defined(),
  /** Colours that stand and would be inked, kept from printing over all their area: covered, or wiped off after inking. */
  keptOut,
  /** 1 is the usual film. */
  filmWeight: inRange(FILM_WEIGHT_RANGE),
  fade: fade.nullable().defined(),
  laidBy: oneOf(LAID_BY),
});

export const forme = record({
  id: id(),
  /** The state of a side it prints from; null for type or a stencil. */
  cutId: id().nullable().defined(),
  /** Where it lies on the sheet, on the print as seen, and how far it is turned clockwise: nought is where it was cut for. */
  offsetMm: point,
  turnDeg: inRange(FORME_TURN_RANGE, '°'),
  inkings: list(inking, MOST.inkings).min(1),
});

export const run = record({
  id: id(),
  impressions: oneOf([1, 2] as const),
  formes: list(forme, MOST.formes).min(1),
});

/** How an ink goes over to another, or to nothing. */
export type InkFade = NonNullable<Inking['fade']>;
/** One zone of ink laid on a forme. */
export type Inking = Frozen<InferType<typeof inking>>;
/** A state of a side as it lies in the press for one run, with its inks. */
export type Forme = Frozen<InferType<typeof forme>>;
/** One passage of all sheets of a round; it may be printed twice. */
export type Run = Frozen<InferType<typeof run>>;
