import type { inking } from './en/inking';
import made from './made/en/inking.json';
import { translator } from './translator';

export const inkingWords = translator<typeof inking>(made);
