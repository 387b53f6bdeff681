import type { transfers } from './en/transfers';
import made from './made/en/transfers.json';
import { translator } from './translator';

export const transferWords = translator<typeof transfers>('transfers', made);
