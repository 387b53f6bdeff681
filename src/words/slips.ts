import type { slips } from './en/slips';
import made from './made/en/slips.json';
import { translator } from './translator';

export const slipWords = translator<typeof slips>('slips', made);
