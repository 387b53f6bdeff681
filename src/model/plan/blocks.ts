import type { InferType } from 'yup';
import { BLOCK_MATERIALS, SAW_WIDTH_MM } from '@/core/cutting';
import { id, list, mm, named, oneOf, record, type Frozen } from '../fields';
import { anchor, place } from '../design/place';
import { MOST, SAW_GAPS, SIZE_RANGE_MM } from '../ranges';

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
  /** Islands that stay in the neighbour they border longest. */
  heldIn: list(anchor, 2000),
});
const side = record({
  id: id(),
  name: named(60),
  /** Null where it is whole. */
  saw: saw.nullable().defined(),
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
  sides: list(side, 2).min(1),
});

/** A state of a side of a block: what stands until it is cut on. */
export type Cut = Frozen<InferType<typeof cut>>;
export type BlockSide = Frozen<InferType<typeof side>>;
export type Saw = Frozen<InferType<typeof saw>>;
export type Block = Frozen<InferType<typeof block>>;
