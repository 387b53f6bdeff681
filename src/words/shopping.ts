import { materialById } from '@/core/cutting';
import type { ShoppingRow } from '@/model';
import type { shopping } from './en/shopping';
import made from './made/en/shopping.json';
import { materialInWords } from './materials';
import { translator } from './translator';

export const shoppingWords = translator<typeof shopping>('shopping', made);

/** What a thing to buy is called. */
export function boughtInWords({ what, name }: Pick<ShoppingRow, 'what' | 'name'>): string {
  const called = what === 'board' ? materialInWords(materialById(name as Parameters<typeof materialById>[0])) : name;
  return shoppingWords(`name.${what}`, { name: called });
}

/** Boards are sold by area and ink by weight; the rest by the piece. */
export function amountToBuy(what: ShoppingRow['what'], amount: number): number {
  return what === 'board' ? Math.round(amount * 10) / 10 : Math.ceil(amount);
}
