import { cautionsFor, type Caution, type CautionPlace } from '@/core/cautions';
import { MEDIUMS, mediumById } from '@/core/inks';
import type { Plan } from '@/model';

/** Where inks are handled, so that what they are made of matters. */
const WITH_INK: readonly CautionPlace[] = ['ink', 'pull'];

/** Cautions for a place of the work: those of a medium only where the print has an ink of it, or none is chosen yet. */
export function cautionsOf(plan: Plan, place: CautionPlace): Caution[] {
  if (!WITH_INK.includes(place) || plan.inks.length === 0) return cautionsFor(place);
  const ofMediums = new Set(MEDIUMS.flatMap((medium) => medium.cautionIds));
  const present = new Set(plan.inks.flatMap((ink) => mediumById(ink.mediumId).cautionIds));
  const raised = cautionsFor(place);
  const more = cautionsFor('board').filter(({ id }) => present.has(id) && !raised.some((caution) => caution.id === id));
  return [...raised.filter(({ id }) => !ofMediums.has(id) || present.has(id)), ...more];
}
