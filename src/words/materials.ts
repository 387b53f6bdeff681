import type { BlockMaterial } from '@/core/cutting';
import type { materials } from './en/materials';
import made from './made/en/materials.json';
import { translator } from './translator';

export const materialWords = translator<typeof materials>('materials', made);

/** What a block is made of. */
export function materialInWords({ id }: Pick<BlockMaterial, 'id'>): string {
  return materialWords(`name.${id}`);
}
