import type { cuttable } from './en/cuttable';
import made from './made/en/cuttable.json';
import { translator } from './translator';

export const cuttableWords = translator<typeof cuttable>('cuttable', made);
