/** A state of the block between cuts, in flat colours: what still stands and prints, what is cut now, what went before. */
export interface CutState<Colour> {
  readonly standing: readonly Colour[];
  readonly cutNow: readonly Colour[];
  readonly clearedEarlier: readonly Colour[];
}

/** The states of one side of a block from what stands at each of its stages, out of all the picture's colours. */
export function cutStatesOf<Colour>(
  stages: readonly (readonly Colour[])[],
  all: readonly Colour[],
): CutState<Colour>[] {
  return stages.map((standing, s) => {
    const before = s === 0 ? all : stages[s - 1];
    return {
      standing,
      cutNow: before.filter((colour) => !standing.includes(colour)),
      clearedEarlier: all.filter((colour) => !before.includes(colour)),
    };
  });
}

/** What stands at each stage of a reduction that finishes these groups of colours, one group a run, in order. */
export function nestedStages<Colour>(groups: readonly (readonly Colour[])[]): Colour[][] {
  return groups.map((_, place) => groups.slice(place).flat());
}
