import type { walk } from './en/walk';
import made from './made/en/walk.json';
import { translator } from './translator';

export const walkWords = translator<typeof walk>('walk', made);
