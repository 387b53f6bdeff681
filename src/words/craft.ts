import type { craft } from './en/craft';
import made from './made/en/craft.json';
import { translator } from './translator';

export const craftWords = translator<typeof craft>(made);
