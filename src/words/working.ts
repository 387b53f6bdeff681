import type { working } from './en/working';
import made from './made/en/working.json';
import { translator } from './translator';

export const workingWords = translator<typeof working>('working', made);
