import type { failures } from './en/failures';
import made from './made/en/failures.json';
import { telling } from './told';
import { translator } from './translator';

export const failureWords = translator<typeof failures>('failures', made);

/** What was worked out or refused on the page, in words. */
export const inWords = telling(failureWords);
