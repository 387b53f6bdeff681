import type { sheets } from './en/sheets';
import made from './made/en/sheets.json';
import { translator } from './translator';

export const sheetsWords = translator<typeof sheets>('sheets', made);
