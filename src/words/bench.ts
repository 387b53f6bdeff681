import type { bench } from './en/bench';
import made from './made/en/bench.json';
import { translator } from './translator';

export const benchWords = translator<typeof bench>('bench', made);
