import type { pages } from './en/pages';
import made from './made/en/pages.json';
import { translator } from './translator';

export const pageWords = translator<typeof pages>('pages', made);
