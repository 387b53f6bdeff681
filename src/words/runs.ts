import type { runs } from './en/runs';
import made from './made/en/runs.json';
import { translator } from './translator';

export const runsWords = translator<typeof runs>('runs', made);
