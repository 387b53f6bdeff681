import type { films } from './en/films';
import made from './made/en/films.json';
import { telling } from './told';
import { translator } from './translator';

export const filmWords = translator<typeof films>('films', made);

/** How well an ink is known, in words. */
export const filmInWords = telling(filmWords);
