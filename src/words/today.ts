import type { today } from './en/today';
import made from './made/en/today.json';
import { translator } from './translator';

export const todayWords = translator<typeof today>('today', made);
