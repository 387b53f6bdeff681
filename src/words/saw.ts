import type { saw } from './en/saw';
import made from './made/en/saw.json';
import { translator } from './translator';

export const sawWords = translator<typeof saw>('saw', made);
