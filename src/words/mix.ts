import type { mix } from './en/mix';
import made from './made/en/mix.json';
import { translator } from './translator';

export const mixWords = translator<typeof mix>('mix', made);
