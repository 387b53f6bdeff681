import type { shelf } from './en/shelf';
import made from './made/en/shelf.json';
import { translator } from './translator';

export const shelfWords = translator<typeof shelf>('shelf', made);
