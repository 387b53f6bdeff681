import type { tones } from './en/tones';
import made from './made/en/tones.json';
import { translator } from './translator';

export const toneWords = translator<typeof tones>('tones', made);
