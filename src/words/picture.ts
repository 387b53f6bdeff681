import type { picture } from './en/picture';
import made from './made/en/picture.json';
import { translator } from './translator';

export const pictureWords = translator<typeof picture>('picture', made);
