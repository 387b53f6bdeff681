import { boolean, type InferType } from 'yup';
import {
  DIE_LEAST_MM2,
  DIE_OFFSET_MM,
  DIE_ROUND_MM,
  FOLD_PLACE_MM,
  LINE_ACTS,
  TRIM_MARGIN_MM,
  TRIMMED_TO,
} from '@/core/finishing';
import { phrase } from '@/core/units';
import { id, inRange, list, mm, oneOf, record, type Frozen } from '../fields';
import { MOST, MOST_DRAWN_LINES, PRESS_DAYS } from '../ranges';

const placeMm = record({ xMm: mm(FOLD_PLACE_MM), yMm: mm(FOLD_PLACE_MM) });
const LEAST_LINE_MM = 0.5;

interface Ends {
  readonly fromMm?: { readonly xMm: number; readonly yMm: number } | null;
  readonly toMm?: { readonly xMm: number; readonly yMm: number } | null;
}

/** A cut or a fold drawn on each finished piece, mm from the corner of its image. */
const drawnLine = record({ id: id(), does: oneOf(LINE_ACTS), fromMm: placeMm, toMm: placeMm }).test(
  'long-enough',
  phrase('finishing.aLineHasTwoEnds', { leastMm: LEAST_LINE_MM }),
  // a place that is missing is said by its own field
  (v: Ends | undefined) =>
    !v?.fromMm || !v.toMm || !(Math.hypot(v.toMm.xMm - v.fromMm.xMm, v.toMm.yMm - v.fromMm.yMm) < LEAST_LINE_MM),
);

/** What is done with the printed sheets in the end. */
export const finishing = record({
  to: oneOf(TRIMMED_TO),
  /** Left round the image, where it is trimmed to that. */
  marginMm: mm(TRIM_MARGIN_MM),
  /** How the shape of what prints is cut out, where it is. */
  shape: record({
    offsetMm: mm(DIE_OFFSET_MM),
    roundMm: mm(DIE_ROUND_MM),
    openings: boolean().required(),
    leastMm2: inRange(DIE_LEAST_MM2, ' mm²'),
    /** Colours of the picture it follows; none: all that print. */
    colourIds: list(id(), MOST.colours),
  }),
  lines: list(drawnLine, MOST_DRAWN_LINES, phrase('finishing.noMoreLines', { most: MOST_DRAWN_LINES })).test(
    'once',
    phrase('finishing.twoLinesAreOne'),
    (lines: readonly ({ readonly id?: string } | null)[] | undefined) =>
      !lines?.every(Boolean) || new Set(lines.map((line) => line?.id)).size === lines.length,
  ),
  /** Smooth sheets between the prints while they are pressed. */
  interleave: boolean().required(),
  /** Between boards under weight; 0: not pressed. */
  pressDays: inRange(PRESS_DAYS),
});

export type Finishing = Frozen<InferType<typeof finishing>>;
export type FinishingLine = Finishing['lines'][number];
