/** Start values: softener (varnish or thinner oil) by weight for the first, second, third … oil film of a stack. */
export const TACK_LADDER_PERCENT: readonly number[] = [0, 2, 4, 6];
/** Never more than this: the film would stay soft. */
export const MAX_SOFTENER_PERCENT = 10;
const STEP_PERCENT = 2;

/** Softener for a film with `filmsBelow` films under it. */
export function ladderPercent(filmsBelow: number): number {
  const known = TACK_LADDER_PERCENT[filmsBelow];
  return (
    known ??
    Math.min(
      MAX_SOFTENER_PERCENT,
      TACK_LADDER_PERCENT[TACK_LADDER_PERCENT.length - 1] +
        STEP_PERCENT * (filmsBelow - TACK_LADDER_PERCENT.length + 1),
    )
  );
}
