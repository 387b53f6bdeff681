import type { findings } from './en/findings';
import { failureWords } from './failures';
import made from './made/en/findings.json';
import { telling } from './told';
import { translator } from './translator';

export const findingWords = translator<typeof findings>('findings', made);

/** What a worker found or refused, in words. */
export const findingInWords = telling(findingWords, failureWords);
