import { ranged } from '../units';

/**
 * Fewest groups of things that do not stand in each other's way: exact graph colouring over subsets (Lawler 1976),
 * for up to 16 of them. Groups are listed by their first member.
 */
export function fewestGroups(count: number, conflict: (a: number, b: number) => boolean): number[][] {
  ranged('the number of things grouped exactly', count, 0, 16);
  const free = freeSets(count, conflict);
  const fewest = new Uint8Array(1 << count).fill(255),
    last = new Uint32Array(1 << count);
  fewest[0] = 0;
  for (let set = 1; set < 1 << count; set++) {
    const first = set & -set;
    // the group that holds the first member, over all free subsets with it
    for (let group = set; group > 0; group = (group - 1) & set) {
      if (!(group & first) || !free[group]) continue;
      const total = fewest[set ^ group] + 1;
      if (total < fewest[set]) {
        fewest[set] = total;
        last[set] = group;
      }
    }
  }
  const groups: number[][] = [];
  for (let set = (1 << count) - 1; set > 0; set ^= last[set]) groups.push(membersOf(last[set], count));
  return groups.sort((a, b) => a[0] - b[0]);
}

/** Which subsets hold no conflict. */
function freeSets(count: number, conflict: (a: number, b: number) => boolean): Uint8Array {
  const against = Array.from({ length: count }, (_, a) =>
    Array.from({ length: count }, (_, b) => (a !== b && (conflict(a, b) || conflict(b, a)) ? 1 << b : 0)).reduce(
      (m, bit) => m | bit,
      0,
    ),
  );
  const free = new Uint8Array(1 << count);
  free[0] = 1;
  for (let set = 1; set < 1 << count; set++) {
    const low = 31 - Math.clz32(set & -set),
      rest = set & (set - 1);
    free[set] = free[rest] && !(against[low] & rest) ? 1 : 0;
  }
  return free;
}

function membersOf(set: number, count: number): number[] {
  return Array.from({ length: count }, (_, i) => i).filter((i) => set & (1 << i));
}
