import type { blend } from './en/blend';
import made from './made/en/blend.json';
import { translator } from './translator';

export const blendWords = translator<typeof blend>('blend', made);
