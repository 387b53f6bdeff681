import type { MediumId } from '@/core/inks';
import type { mediums } from './en/mediums';
import made from './made/en/mediums.json';
import { translator } from './translator';

export const mediumWords = translator<typeof mediums>(made);

/** As people say it in a sentence: “oil relief ink”. */
export function mediumInWords(id: MediumId): string {
  return mediumWords(`name.${id}`);
}

/** As it stands in a list of inks: “oil relief”. */
export function mediumInShort(id: MediumId): string {
  return mediumWords(`short.${id}`);
}
