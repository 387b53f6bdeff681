import { phrase } from '@/core/units';
import type { InferType } from 'yup';
import { MAX_SOFTENER_PERCENT, MEDIUM_IDS } from '@/core/inks';
import { bands, between, id, labD50, list, named, oneOf, opacity, record, type Frozen } from '../fields';

const recipe = record({
  parts: list(record({ inkId: id(), name: named(60), share: between(phrase('measure.share'), 0, 1) }), 8).min(1),
});
export const ink = record({
  id: id(),
  name: named(60, phrase('inks.anInkNeedsA')),
  mediumId: oneOf(MEDIUM_IDS),
  /** Its colour alone on this paper. */
  solidLabD50: labD50(),
  /** A word, or the contrast ratio read over a black strip. */
  opacity: opacity(),
  /** Absorption and scattering of its usual film, band by band, where a recipe or readings give them; they go before `opacity`. */
  film: record({ kh: bands(phrase('measure.absorption')), sh: bands(phrase('measure.scattering')) })
    .nullable()
    .defined(),
  /** What the pot was mixed from: shares by weight of inks of the cabinet, under the names they had then. */
  recipe: recipe.nullable().defined(),
  /** Varnish or thinner oil by weight: the tack ladder. */
  softenerPercent: between(phrase('measure.softener'), 0, MAX_SOFTENER_PERCENT, ' %'),
});

export type Ink = Frozen<InferType<typeof ink>>;
