import { deltaE2000, type Lab } from '../colour';
import { stackLooksLabD50, type Film, type Ground } from '../inks';

/** One run as the paper meets it: which colours of the picture its stage prints on, and the film it leaves. */
export interface PrintedRun<Colour> {
  readonly standing: readonly Colour[];
  readonly film: Film;
  /** 2 when the run is printed twice. */
  readonly impressions: number;
}

/** The films over one colour of the picture, lowest first, as run indices (a run printed twice stands twice). */
export function filmStackOf<Colour>(colour: Colour, runs: readonly PrintedRun<Colour>[]): number[] {
  return runs.flatMap((run, index) => (run.standing.includes(colour) ? Array<number>(run.impressions).fill(index) : []));
}

/**
 * The sheet's look: `looks[r][c]` is the colour of `colours[c]`'s area after r runs (r = 0 is bare paper).
 * A look belongs to a set of films, so it is computed once for each colour of the picture, never for a pixel.
 */
export function looksAfterRuns<Colour>(ground: Ground, colours: readonly Colour[], runs: readonly PrintedRun<Colour>[]): Lab[][] {
  const byColour = colours.map((colour) => {
    const stack = filmStackOf(colour, runs);
    const reached = stackLooksLabD50(ground, stack.map((run) => runs[run].film));
    return Array.from({ length: runs.length + 1 }, (_, r) => reached[stack.filter((run) => run < r).length]);
  });
  return Array.from({ length: runs.length + 1 }, (_, r) => byColour.map((looks) => looks[r]));
}

export interface Agreement {
  /** ΔE00 of each colour between the finished look and the wish. */
  readonly deltaE: readonly number[];
  /** Weighted by area share. */
  readonly mean: number;
  readonly worst: number;
}

/** How near the finished print comes to what is wanted. `share` is each colour's share of the area. */
export function agreementWithWish(finished: readonly Lab[], wanted: readonly Lab[], share: readonly number[]): Agreement {
  const deltaE = finished.map((look, c) => deltaE2000(look, wanted[c]));
  const total = share.reduce((sum, s) => sum + s, 0) || 1;
  return { deltaE, mean: deltaE.reduce((sum, d, c) => sum + d * share[c], 0) / total, worst: Math.max(0, ...deltaE) };
}

/** A light ink over a darker film that lets more through than this is warned of. */
const COVER_LIMIT_DELTA_E = 5;

/** Whether an ink meant to be lighter than what lies below fails to cover it. */
export function cannotCover(inkAlone: Lab, below: Lab, seen: Lab): boolean {
  return inkAlone[0] > below[0] + 2 && deltaE2000(seen, inkAlone) > COVER_LIMIT_DELTA_E;
}
