import type { cut } from './en/cut';
import made from './made/en/cut.json';
import { translator } from './translator';

export const cutWords = translator<typeof cut>('cut', made);
