import type { layout } from './en/layout';
import made from './made/en/layout.json';
import { telling } from './told';
import { translator } from './translator';

export const layoutWords = translator<typeof layout>('layout', made);

/** What does not go together on a sheet or under the press, in words. */
export const layoutInWords = telling(layoutWords);
