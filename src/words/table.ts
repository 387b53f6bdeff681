import type { table } from './en/table';
import made from './made/en/table.json';
import { translator } from './translator';

export const tableWords = translator<typeof table>('table', made);
