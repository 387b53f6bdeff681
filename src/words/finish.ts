import type { finish } from './en/finish';
import made from './made/en/finish.json';
import { telling } from './told';
import { translator } from './translator';

export const finishWords = translator<typeof finish>(made);

/** What does not go together when sheets are finished, in words. */
export const finishInWords = telling(finishWords);
