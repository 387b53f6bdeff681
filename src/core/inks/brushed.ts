import { ranged } from '../units';

/** What a laying by brush is made with, ml or parts. */
export interface BrushMix {
  readonly pigment: number;
  readonly paste: number;
  readonly water: number;
}

export const BRUSH_PARTS = ['pigment', 'paste', 'water'] as const;

/** A value for each part of a mix. */
export function eachBrushPart<T>(of: (part: keyof BrushMix) => T): { readonly [Part in keyof BrushMix]: T } {
  return { pigment: of('pigment'), paste: of('paste'), water: of('water') };
}

/** One run whose quantities were written down, with what the start values had said for it, ml. */
export interface BrushedRun {
  readonly used: BrushMix;
  readonly said: BrushMix;
}

/** The start values weigh as much as so many runs. */
const BELIEF_RUNS = 4;
/** More than so many times what was said is a pot mixed for other runs too, or a slip of the pen: it counts as that much. */
const MOST_TIMES = 4;

/**
 * How much more of each (above 1) or less a hand takes than the start values say, by the runs it has written down. Each run counts alike,
 * whatever its size; none of something is an answer, too. Throws OutOfRange below 0, or where the start values say none.
 */
export function learnedBrushMix(runs: readonly BrushedRun[]): BrushMix {
  return eachBrushPart((part) => {
    const shares = runs.map(({ used, said }) => {
      ranged(`the ${part} used (ml)`, used[part], 0);
      ranged(`the ${part} said (ml)`, said[part], 1e-6);
      return Math.min(MOST_TIMES, used[part] / said[part]);
    });
    return (BELIEF_RUNS + shares.reduce((sum, share) => sum + share, 0)) / (BELIEF_RUNS + runs.length);
  });
}
