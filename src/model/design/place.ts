import { phrase } from '@/core/units';
import { number, string, type InferType } from 'yup';
import { list, mm, record, type Frozen } from '../fields';

/** A place may name many small islands and follow long outlines, within reason. */
const MAX_OUTLINE_NUMBERS = 40_000;
const MAX_ISLANDS = 5000;
const TOO_MANY = phrase('place.aPlaceMayName');

const outlinesMm = list(list(number().required().min(-2000).max(4000), MAX_OUTLINE_NUMBERS), 2000);

export const anchor = record({
  xMm: mm({ what: phrase('measure.anchorsPlace'), minMm: -2000, maxMm: 4000 }),
  yMm: mm({ what: phrase('measure.anchorsPlace'), minMm: -2000, maxMm: 4000 }),
  colourId: string().max(80).nullable().defined(),
});
export const place = record({ anchors: list(anchor, MAX_ISLANDS, TOO_MANY), outlinesMm });
export const slipPlace = record({
  islands: list(number().required().integer().min(0).max(1e9), MAX_ISLANDS, TOO_MANY),
  outlinesMm,
});

/**
 * An island by a point inside it, mm on the print as seen, and its colour (null: whatever colour it has). When the picture changes it is
 * found again there; where another colour lies now, or nothing, it is lost and shown as lost.
 */
export type Anchor = Frozen<InferType<typeof anchor>>;

/** A place on the print as seen: islands by anchors, and what lies within outlines (mm; x, y, x, y …; even–odd). */
export type Place = Frozen<InferType<typeof place>>;
