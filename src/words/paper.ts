import type { paper } from './en/paper';
import made from './made/en/paper.json';
import { translator } from './translator';

export const paperWords = translator<typeof paper>('paper', made);
