import type { damp } from './en/damp';
import made from './made/en/damp.json';
import { translator } from './translator';

export const dampWords = translator<typeof damp>('damp', made);
