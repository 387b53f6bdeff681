import type { door } from './en/door';
import made from './made/en/door.json';
import { translator } from './translator';

export const doorWords = translator<typeof door>('door', made);
