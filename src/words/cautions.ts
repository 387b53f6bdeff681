import type { cautions } from './en/cautions';
import made from './made/en/cautions.json';
import { translator } from './translator';

export const cautionWords = translator<typeof cautions>('cautions', made);
