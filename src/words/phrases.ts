import { LOCALE } from './translator';

const lists = new Intl.ListFormat(LOCALE, { type: 'conjunction' });

/** Names one after another as a sentence says them: “1, 2 and 3”. */
export function listOf(names: readonly string[]): string {
  return lists.format(names);
}

/** A phrase as it begins a sentence. */
export function capitalised(phrase: string): string {
  return phrase[0].toUpperCase() + phrase.slice(1);
}

/** A phrase as it stands within a sentence. */
export function uncapitalised(phrase: string): string {
  return phrase[0].toLowerCase() + phrase.slice(1);
}
