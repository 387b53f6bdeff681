import type { causes } from './en/causes';
import made from './made/en/causes.json';
import { translator } from './translator';

export const causeWords = translator<typeof causes>('causes', made);
