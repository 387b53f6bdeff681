import type { shopping } from './en/shopping';
import made from './made/en/shopping.json';
import { translator } from './translator';

export const shoppingWords = translator<typeof shopping>(made);
