import type { keeping } from './en/keeping';
import made from './made/en/keeping.json';
import { translator } from './translator';

export const keepingWords = translator<typeof keeping>('keeping', made);
