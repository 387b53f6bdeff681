import type { InferType } from 'yup';
import { BLOCK_MATERIALS } from '@/core/cutting';
import { id, list, mm, named, oneOf, record, type Frozen } from '../fields';
import { place } from '../design/place';
import { MOST, SIZE_RANGE_MM } from '../ranges';

const cut = record({
  id: id(),
  /** Colours of the picture that stand in this state of the side. */
  standingIds: list(id(), MOST.colours),
  /** It stands nowhere else: a small block or stencil for one spot. */
  within: place.optional(),
});
const piece = record({ id: id(), name: named(60), place });
const side = record({
  id: id(),
  name: named(60),
  /** Parts it is sawn into, inked apart and put together again; none where it is whole. */
  pieces: list(piece, MOST.pieces),
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
export type Block = Frozen<InferType<typeof block>>;
