import type { type } from './en/type';
import made from './made/en/type.json';
import { translator } from './translator';

export const typeWords = translator<typeof type>('type', made);
