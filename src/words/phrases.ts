import { languageHere, localeHere, perLanguage } from './language';

const lists = perLanguage(() => new Intl.ListFormat(localeHere(), { type: 'conjunction' }));

/** Names one after another as a sentence says them: “1, 2 and 3”. */
export function listOf(names: readonly string[]): string {
  return lists().format(names);
}

/** A phrase as it begins a sentence. */
export function capitalised(phrase: string): string {
  return phrase[0].toUpperCase() + phrase.slice(1);
}

/** A phrase as it stands within a sentence; German nouns keep their capitals there. */
export function uncapitalised(phrase: string): string {
  return languageHere() === 'de' ? phrase : phrase[0].toLowerCase() + phrase.slice(1);
}
