/** The name itself, or with the lowest number that makes it new, no longer than `most` characters: nothing that is there is overwritten. */
export function freeName(name: string, taken: readonly string[], most: number): string {
  if (!taken.includes(name)) return name;
  for (let n = 2; ; n++) {
    const suffix = ` (${n})`;
    const candidate = name.slice(0, most - suffix.length) + suffix;
    if (!taken.includes(candidate)) return candidate;
  }
}
