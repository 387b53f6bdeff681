import type { large } from './en/large';
import made from './made/en/large.json';
import { translator } from './translator';

export const largeWords = translator<typeof large>('large', made);
