import type { block } from './en/block';
import made from './made/en/block.json';
import { translator } from './translator';

export const blockWords = translator<typeof block>('block', made);
