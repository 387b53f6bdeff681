import type { practice } from './en/practice';
import made from './made/en/practice.json';
import { translator } from './translator';

export const practiceWords = translator<typeof practice>('practice', made);
