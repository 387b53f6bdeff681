import type { workshop } from './en/workshop';
import made from './made/en/workshop.json';
import { translator } from './translator';

export const workshopWords = translator<typeof workshop>('workshop', made);
