import type { frame } from './en/frame';
import made from './made/en/frame.json';
import { translator } from './translator';

export const frameWords = translator<typeof frame>('frame', made);
