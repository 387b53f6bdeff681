import type { inks } from './en/inks';
import made from './made/en/inks.json';
import { translator } from './translator';

export const inksWords = translator<typeof inks>('inks', made);
