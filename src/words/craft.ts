import type { SheetRole } from '@/core/sheets';
import type { craft } from './en/craft';
import made from './made/en/craft.json';
import { translator } from './translator';

export const craftWords = translator<typeof craft>('craft', made);

/** What a finished sheet is called. Keys hold no dots, as `A.P.` does: they part the levels of a catalogue. */
export function roleInWords(role: SheetRole): string {
  return craftWords(`role.${role.replaceAll('.', '')}` as `role.${keyof (typeof craft)['role']}`);
}
