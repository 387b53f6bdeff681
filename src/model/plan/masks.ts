import { phrase } from '@/core/units';
import type { InferType } from 'yup';
import { id, mm, oneOf, record, text, type Frozen } from '../fields';
import { place } from '../design/place';
import { MASK_GROWTH_MM, MASK_KINDS } from '../ranges';

export const mask = record({
  id: id(),
  runId: id(),
  kind: oneOf(MASK_KINDS),
  place,
  covers: oneOf(['place', 'all else'] as const),
  growMm: mm(MASK_GROWTH_MM),
  hold: oneOf(['pins', 'corner'] as const),
  note: text(200, phrase('masks.aNoteMayBe')),
});

export type MaskKind = (typeof MASK_KINDS)[number];

/**
 * What is kept from printing in one run. `mask`: paper or film laid over the place; `wipe`: inked and wiped off; `do not ink`: the
 * roller stays away; `keep clean`: a mask with openings for all that stands, so that cleared ground stays clean (the print is the
 * same). `covers`: the place itself, or all but the place. Masks reach `growMm` into cleared ground.
 */
export type Mask = Frozen<InferType<typeof mask>>;
