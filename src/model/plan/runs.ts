import type { InferType } from 'yup';
import { id, list, oneOf, ranged, record, type Frozen } from '../fields';
import { FILM_WEIGHT_RANGE } from '../ranges';

const inking = record({
  id: id(),
  /** The colour of the picture the ink is meant for. */
  colourId: id(),
  stageId: id(),
  inkId: id(),
  /** Colours it is rolled on where the stage is shared; null for all that stands. */
  zoneIds: list(id(), 60).nullable().defined(),
  /** 1 is the usual film. */
  filmWeight: ranged(FILM_WEIGHT_RANGE),
});
export const run = record({ id: id(), impressions: oneOf([1, 2] as const), inkings: list(inking, 10).min(1) });

/** One ink zone laid on the block in a run. */
export type Inking = Frozen<InferType<typeof inking>>;
/** One passage of all sheets; it may be printed twice. */
export type Run = Frozen<InferType<typeof run>>;
