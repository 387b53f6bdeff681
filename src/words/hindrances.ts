import type { hindrances } from './en/hindrances';
import made from './made/en/hindrances.json';
import { telling } from './told';
import { translator } from './translator';

/** What stands in the way of a composition, and what would mend it, in words. */
export const hindranceInWords = telling(translator<typeof hindrances>(made));
