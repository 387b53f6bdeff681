/** A state of the block between cuts, in flat colours: what still stands and prints, what is cut now, what went before. */
export interface CutState<Colour> {
  readonly standing: readonly Colour[];
  readonly cutNow: readonly Colour[];
  readonly clearedEarlier: readonly Colour[];
}

/**
 * The states of one block for a reduction printed in `order`. Before the first run the bare paper is cut away, before
 * each later run the colour just printed. Any order is allowed: this says what happens, not what is wise.
 */
export function reductionStates<Colour>(order: readonly Colour[], barePaper: Colour | undefined): CutState<Colour>[] {
  const away = barePaper === undefined ? [] : [barePaper];
  return order.map((_, run) => ({
    standing: order.slice(run),
    cutNow: run === 0 ? away : [order[run - 1]],
    clearedEarlier: run === 0 ? [] : [...away, ...order.slice(0, run - 1)],
  }));
}
