import type { PotPart } from '@/core/inks';
import type { Addition } from '@/derived';
import type { CabinetInk } from '@/model';
import { mixWords } from '@/words/mix';
import { quantity } from '@/words/quantities';

/** An ink of the cabinet by its name; by its id where it is not there any more. */
export const inkName = (inks: readonly CabinetInk[] | undefined, id: string): string =>
  inks?.find((ink) => ink.id === id)?.name ?? id;

/** A mass as a scale shows it: to a hundredth below ten grams, to a tenth above. */
export const weighed = (grams: number): string => quantity('grams', grams, grams < 10 ? 2 : 1);

/** What is put into a pot: 0.40 g white and 0.12 g blue. */
export function poursInWords(pours: readonly PotPart[], nameOf: (id: string) => string): string {
  const [first, second] = pours.map(({ id, grams }) =>
    mixWords('begin.part', { grams: weighed(grams), name: nameOf(id) }),
  );
  return second ? mixWords('begin.and', { first, second }) : (first ?? '');
}

/** What goes into a pot, by its name: additions are named by what they are. */
export const itemName = ({ what, name }: { readonly what: 'ink' | Addition; readonly name: string }): string =>
  what === 'ink' ? name : mixWords(`pour.${what}`);
