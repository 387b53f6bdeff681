import type { fades } from './en/fades';
import made from './made/en/fades.json';
import { translator } from './translator';

export const fadeWords = translator<typeof fades>('fades', made);
