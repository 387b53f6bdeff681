import type { store } from './en/store';
import made from './made/en/store.json';
import { translator } from './translator';

export const storeWords = translator<typeof store>('store', made);
