import { deltaE2000, type Lab } from '../colour';
import { stackLooksLabD50, type Ground } from '../inks';
import { filmAt, lookField, type FadingFilm, type LookField, type PlaceMm } from './fades';

/** One ink of a run as the paper meets it: which colours of the picture it prints on, and the film it leaves there. */
export interface PrintedInking<Colour> extends FadingFilm {
  readonly standing: readonly Colour[];
  /** The how-manieth laying of its cut in the run, from 0: what is laid once more lies on what was laid before. */
  readonly press?: number;
  /** Where another film of it lies than everywhere else, with a name for each such film: what was carried into it. */
  readonly elsewhere?: ReadonlyMap<Colour, { readonly name: string; readonly film: FadingFilm }>;
}

/** One run: usually one inking; several when colours share a block. */
export interface PrintedRun<Colour> {
  readonly inkings: readonly PrintedInking<Colour>[];
  /** 2 when the run is printed twice. */
  readonly impressions: number;
}

export interface StackEntry {
  readonly run: number;
  readonly inking: number;
}

/** The films over one colour of the picture, lowest first (a run printed twice stands twice, a cut laid twice as often as it comes to lie there). */
export function filmStackOf<Colour>(colour: Colour, runs: readonly PrintedRun<Colour>[]): StackEntry[] {
  return stackWhere(runs, (run, inking) => runs[run].inkings[inking].standing.includes(colour));
}

function stackWhere<Colour>(
  runs: readonly PrintedRun<Colour>[],
  stands: (run: number, inking: number) => boolean,
): StackEntry[] {
  return runs.flatMap(({ inkings, impressions }, run) => {
    const presses = new Set(inkings.map(({ press = 0 }) => press));
    return [...presses].flatMap((own) => {
      const inking = inkings.findIndex(({ press = 0 }, i) => press === own && stands(run, i));
      return inking < 0 ? [] : Array<StackEntry>(impressions).fill({ run, inking });
    });
  });
}

/** The films of a stack as they lie on a colour, and a key that is the same wherever the same films lie over one another. */
export function filmsOver<Colour>(
  colour: Colour,
  stack: readonly StackEntry[],
  runs: readonly PrintedRun<Colour>[],
): { readonly films: FadingFilm[]; readonly key: string } {
  const own = stack.map(({ run, inking }) => {
    const laid = runs[run].inkings[inking],
      there = laid.elsewhere?.get(colour);
    return { film: there?.film ?? laid, key: `${run}.${inking}.${there?.name ?? ''}` };
  });
  return { films: own.map(({ film }) => film), key: own.map(({ key }) => key).join() };
}

export interface SheetLooks {
  /** `looks[r][c]`: the colour of `colours[c]`'s area after r runs (r = 0 is bare paper). */
  readonly looks: readonly (readonly Lab[])[];
  /** The films over each colour, lowest first. */
  readonly stacks: readonly (readonly StackEntry[])[];
  /** The colour after each film of the stack, from the bare paper up. */
  readonly reached: readonly (readonly Lab[])[];
  /** Of each colour on which a film fades, how its stack looks wherever it lies. */
  readonly fields: readonly (LookField | undefined)[];
}

/**
 * The sheet after each run. A look belongs to a set of films, so it is computed once for each different stack, never for a pixel. Where films
 * fade, `looks` and `reached` tell of one place of each colour: `placeOf(c)`.
 */
export function looksAfterRuns<Colour>(
  ground: Ground,
  colours: readonly Colour[],
  runs: readonly PrintedRun<Colour>[],
  placeOf: (c: number) => PlaceMm = () => ({ xMm: 0, yMm: 0 }),
): SheetLooks {
  const known = new Map<string, { field: LookField | undefined; looks: Lab[] }>();
  // a sheet may have thousands of parts: whether a film stands there is looked up, not searched
  const standing = runs.map(({ inkings }) => inkings.map((inking) => new Set(inking.standing)));
  const stacks = colours.map((colour) => stackWhere(runs, (run, inking) => standing[run][inking].has(colour)));
  const found = stacks.map((stack, c) => {
    const { films, key } = filmsOver(colours[c], stack, runs);
    const made = known.get(key) ?? { field: lookField(ground, films), looks: stackLooksLabD50(ground, films) };
    known.set(key, made);
    if (!made.field) return made;
    const place = placeOf(c);
    const looks = stackLooksLabD50(
      ground,
      films.map((film) => filmAt(film, place)),
    );
    return { ...made, looks };
  });
  const reached = found.map(({ looks }) => looks);
  const looks = Array.from({ length: runs.length + 1 }, (_, r) =>
    stacks.map((stack, c) => reached[c][stack.filter((e) => e.run < r).length]),
  );
  return { looks, stacks, reached, fields: found.map(({ field }) => field) };
}

export interface Agreement {
  /** ΔE00 of each part between the finished look and the wish. */
  readonly deltaE: readonly number[];
  /** Weighted by area share. */
  readonly mean: number;
  /** Of the colour that is off most, over all its area: strips of overlap and gaps of a saw count by how large they are. */
  readonly worst: number;
  readonly worstColour: number;
}

/**
 * How near the finished print comes to what is wanted. `share` is each part's share of the area, `colourOf` the colour of the picture it belongs
 * to (each its own where nothing departs from the picture). The worst is never below the mean.
 */
export function agreementWithWish(
  finished: readonly Lab[],
  wanted: readonly Lab[],
  share: readonly number[],
  colourOf: readonly number[] = finished.map((_, c) => c),
): Agreement {
  const deltaE = finished.map((look, c) => deltaE2000(look, wanted[c]));
  const mean = (parts: readonly number[]) => {
    const total = parts.reduce((sum, p) => sum + share[p], 0);
    return total > 0 ? parts.reduce((sum, p) => sum + deltaE[p] * share[p], 0) / total : 0;
  };
  const parts = [...deltaE.keys()];
  const means = [...new Set(colourOf)].map((colour) => ({
    colour,
    off: mean(parts.filter((p) => colourOf[p] === colour)),
  }));
  const most = means.reduce((a, b) => (b.off > a.off ? b : a), { colour: 0, off: 0 });
  return { deltaE, mean: mean(parts), worst: most.off, worstColour: most.colour };
}
