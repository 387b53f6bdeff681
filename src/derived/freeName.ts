import type { Plan } from '@/model';

/** The name itself, or with the lowest number that makes it new, no longer than `most` characters: nothing that is there is overwritten. */
export function freeName(name: string, taken: readonly string[], most: number): string {
  if (!taken.includes(name)) return name;
  for (let n = 2; ; n++) {
    const suffix = ` (${n})`;
    const candidate = name.slice(0, most - suffix.length) + suffix;
    if (!taken.includes(candidate)) return candidate;
  }
}

/**
 * The lowest number from 1 that no part of a plan is named by after this word: what was made under it before may be gone in part, with an ink
 * or a mask of it left.
 */
export function freeNumber({ runs, inks, blocks, masks }: Plan, word: string): number {
  const taken = new Set<number>();
  const named = new RegExp(`-${word}-(\\d+)(?:-|$)`);
  const look = (list: readonly { readonly id: string }[]) => {
    for (const { id } of list) taken.add(Number(named.exec(id)?.[1] ?? 0));
  };
  for (const list of [runs, inks, blocks, masks]) look(list);
  for (const { formes } of runs) {
    look(formes);
    for (const { inkings } of formes) look(inkings);
  }
  for (const { sides } of blocks) {
    look(sides);
    for (const { cuts } of sides) look(cuts);
  }
  let number = 1;
  while (taken.has(number)) number++;
  return number;
}
