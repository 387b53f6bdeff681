import type { notes } from './en/notes';
import made from './made/en/notes.json';
import { telling } from './told';
import { translator } from './translator';

/** What is said at the bench of lines and masks, in words. */
export const noteInWords = telling(translator<typeof notes>('notes', made));
