import type { beside } from './en/beside';
import made from './made/en/beside.json';
import { translator } from './translator';

export const besideWords = translator<typeof beside>('beside', made);
