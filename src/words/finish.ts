import type { finish } from './en/finish';
import made from './made/en/finish.json';
import { translator } from './translator';

export const finishWords = translator<typeof finish>('finish', made);
