import type { key } from './en/key';
import made from './made/en/key.json';
import { translator } from './translator';

export const keyWords = translator<typeof key>('key', made);
