import type { differences } from './en/differences';
import made from './made/en/differences.json';
import { telling } from './told';
import { translator } from './translator';

export const differenceWords = translator<typeof differences>('differences', made);

/** What one plan takes more or less than another, in words. */
export const differenceInWords = telling(differenceWords);
