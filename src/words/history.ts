import type { history } from './en/history';
import made from './made/en/history.json';
import { translator } from './translator';

const historyWords = translator<typeof history>('history', made);

/** An entry of the history in words: by the name of its edit, or as an older release wrote it. */
export function wordsOfEdit(name: string): string {
  const key = [name, name.split('/')[0]].find((one) => historyWords.has(one as keyof typeof history));
  return key === undefined ? name : historyWords(key as keyof typeof history);
}
