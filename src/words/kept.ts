import type { kept } from './en/kept';
import made from './made/en/kept.json';
import { translator } from './translator';

export const keptWords = translator<typeof kept>('kept', made);
