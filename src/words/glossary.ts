import type { glossary } from './en/glossary';
import { localeHere } from './language';
import made from './made/en/glossary.json';
import { translator } from './translator';

export const glossaryWords = translator<typeof glossary>('glossary', made);

/** A word of the craft that has a card. */
export type Term = keyof (typeof glossary)['term'];

export const TERMS = Object.keys(made.term) as Term[];

export const termInWords = (term: Term) => ({
  name: glossaryWords(`term.${term}.name`),
  says: glossaryWords(`term.${term}.says`),
});

/** All words as a dictionary here has them, those that hold `sought` in their name or what they mean; all where nothing is sought. */
export function termsInOrder(sought = ''): Term[] {
  const order = new Intl.Collator(localeHere());
  const wanted = sought.trim().toLocaleLowerCase(localeHere());
  return TERMS.map((term) => ({ term, ...termInWords(term) }))
    .filter(({ name, says }) => `${name} ${says}`.toLocaleLowerCase(localeHere()).includes(wanted))
    .sort((a, b) => order.compare(a.name, b.name))
    .map(({ term }) => term);
}
