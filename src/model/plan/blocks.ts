import type { InferType } from 'yup';
import { BLOCK_MATERIALS, SAW_WIDTH_MM } from '@/core/cutting';
import { id, inRange, list, mm, named, oneOf, record, type Frozen } from '../fields';
import { anchor, place } from '../design/place';
import {
  GROWTH_PERCENT,
  MOST,
  MOST_TYPE,
  SAW_GAPS,
  SAW_LEAST_MM2,
  SIZE_RANGE_MM,
  TYPE_BY,
  TYPE_FACES,
  TYPE_HIGH_MM,
  TYPE_PT,
  TYPE_WIDTH_MM,
} from '../ranges';
import { point } from './runs';

const cut = record({
  id: id(),
  /** Colours of the picture that stand in this state of the side. */
  standingIds: list(id(), MOST.colours),
  /** It stands nowhere else: a small block or stencil for one spot. */
  within: place.optional(),
});
/** How a side is sawn apart: its pieces are inked apart, put together again and printed in one pass. */
export const saw = record({
  widthMm: mm(SAW_WIDTH_MM),
  /** What the saw took stays open as a light line, or the pieces are pushed together. */
  gaps: oneOf(SAW_GAPS),
  /** Pairs of colours that stay in one piece where they meet; along every other edge between two that stand it is sawn. */
  whole: list(record({ aId: id(), bId: id() }), MOST.pairs),
  /** Islands smaller than this, mm², stay in the neighbour they border longest … */
  leastMm2: inRange(SAW_LEAST_MM2, ' mm²'),
  /** … and so do these. */
  heldIn: list(anchor, 2000),
});
/** A line of type: set beforehand and locked up, not cut; mirrored already as it is. */
export const typeLine = record({
  text: named(MOST_TYPE),
  face: oneOf(TYPE_FACES),
  sizePt: inRange(TYPE_PT, ' pt'),
  /** From the bed to its face. */
  highMm: mm(TYPE_HIGH_MM),
  by: oneOf(TYPE_BY),
  /** The left end of its baseline, on the print as seen; it may lie beside the image. */
  atMm: point,
  widthMm: mm(TYPE_WIDTH_MM),
});
/** How much larger than the picture a side is drawn and cut, so that it fits paper that has grown, %. */
export const drawnLarger = record({
  acrossPercent: inRange(GROWTH_PERCENT, ' %'),
  downPercent: inRange(GROWTH_PERCENT, ' %'),
});
const side = record({
  id: id(),
  name: named(60),
  /** Null where it is whole. */
  saw: saw.nullable().defined(),
  drawnLarger,
  /** Its states in the order in which they are cut. */
  cuts: list(cut, MOST.cuts),
});
export const block = record({
  id: id(),
  name: named(60),
  materialId: oneOf(BLOCK_MATERIALS.map((m) => m.id)),
  /** Direction of the grain: 0 level, 90 upright. */
  grainDeg: oneOf([0, 90] as const),
  /** Null where the block is cut to the image. */
  sizeMm: record({ widthMm: mm(SIZE_RANGE_MM), heightMm: mm(SIZE_RANGE_MM) })
    .nullable()
    .defined(),
  /** Null where it is cut; the cut of a line of type stands within the outlines of its letters. */
  type: typeLine.nullable().defined(),
  sides: list(side, 2).min(1),
});

/** A state of a side of a block: what stands until it is cut on. */
export type Cut = Frozen<InferType<typeof cut>>;
export type DrawnLarger = Frozen<InferType<typeof drawnLarger>>;
export type BlockSide = Frozen<InferType<typeof side>>;
export type TypeLine = Frozen<InferType<typeof typeLine>>;
export type Saw = Frozen<InferType<typeof saw>>;
export type Block = Frozen<InferType<typeof block>>;
