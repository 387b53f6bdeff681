import type { hindrances } from './en/hindrances';
import { failureWords } from './failures';
import made from './made/en/hindrances.json';
import { telling } from './told';
import { translator } from './translator';

export const hindranceWords = translator<typeof hindrances>('hindrances', made);

/** What stands in the way: of a composition and what would mend it, of what is laid or cut already, of a trial or a drawn cut; in words. */
export const hindranceInWords = telling(hindranceWords, failureWords);
