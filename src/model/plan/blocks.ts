import type { InferType } from 'yup';
import { BLOCK_MATERIALS } from '@/core/cutting';
import { id, list, mm, named, oneOf, record, type Frozen } from '../fields';
import { place } from '../design/place';
import { SIZE_RANGE_MM } from '../ranges';

const stage = record({
  id: id(),
  standingIds: list(id(), 60),
  /** It stands nowhere else: a small block or stencil for one spot. */
  within: place.optional(),
});
const side = record({ id: id(), name: named(60), stages: list(stage, 20) });
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

/** The side of a block as cut for one run. */
export type Stage = Frozen<InferType<typeof stage>>;
export type BlockSide = Frozen<InferType<typeof side>>;
export type Block = Frozen<InferType<typeof block>>;
