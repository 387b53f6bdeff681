import type { mediums } from './en/mediums';
import made from './made/en/mediums.json';
import { translator } from './translator';

export const mediumWords = translator<typeof mediums>('mediums', made);
