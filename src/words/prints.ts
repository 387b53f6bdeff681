import type { MediumId } from '@/core/inks';
import type { NextAct } from '@/model';
import type { prints } from './en/prints';
import made from './made/en/prints.json';
import { translator } from './translator';

export const printWords = translator<typeof prints>('prints', made);

/** What is to be done next with a print: in a few words, and with what. */
export function nextInWords({ act, values }: NextAct): { readonly words: string; readonly detail: string } {
  const said = printWords as unknown as (key: string, values: NextAct['values']) => string;
  return { words: said(`next.${act}.words`, values), detail: said(`next.${act}.detail`, values) };
}

/** As people say it in a sentence: “oil relief ink”. */
export function mediumInWords(id: MediumId): string {
  return printWords(`medium.${id}`);
}

/** As it stands in a list of inks: “oil relief”. */
export function mediumInShort(id: MediumId): string {
  return printWords(`mediumInShort.${id}`);
}
