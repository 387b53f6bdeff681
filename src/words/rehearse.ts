import type { rehearse } from './en/rehearse';
import made from './made/en/rehearse.json';
import { translator } from './translator';

export const rehearseWords = translator<typeof rehearse>('rehearse', made);
