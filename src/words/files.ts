import type { files } from './en/files';
import made from './made/en/files.json';
import { translator } from './translator';

export const fileWords = translator<typeof files>('files', made);
