import type { weave } from './en/weave';
import made from './made/en/weave.json';
import { translator } from './translator';

export const weaveWords = translator<typeof weave>('weave', made);
