import type { where } from './en/where';
import made from './made/en/where.json';
import { translator } from './translator';

export const whereWords = translator<typeof where>('where', made);
