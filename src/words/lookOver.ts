import type { lookOver } from './en/lookOver';
import made from './made/en/lookOver.json';
import { translator } from './translator';

export const lookOverWords = translator<typeof lookOver>('lookOver', made);
