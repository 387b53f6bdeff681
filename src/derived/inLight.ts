import { deltaE2000, labD50InLight, type Lab, type Light } from '@/core/colour';
import { measuredFromInternal, stackInternals, type LaidFilm } from '@/core/inks';
import { filmAt, filmsOver, lookField, type LookField } from '@/core/layers';
import type { Plan } from '@/model';
import { middlesOf } from './fades';
import { groundOfPlan, printedRuns, runsOnSheet, type ColoursGot, type PlanLooks, type ShownLooks } from './looks';
import { partIds, type PrintSheet } from './printSheet';

/**
 * The sheet after each run in a light, as an eye sees it that is used to that light, in the middle of each part and along its fades. Spectra are those of the films; of an ink
 * known by its colour alone it is the smoothest that has it, so how such an ink shifts is a guess.
 */
export function looksInLight(
  plan: Plan,
  got: ColoursGot,
  { stacks, looks, sizeMm }: PlanLooks,
  sheet: PrintSheet,
  light: Light,
): ShownLooks {
  const ground = groundOfPlan(plan);
  const runs = runsOnSheet(plan, printedRuns(plan, got, sheet), sheet),
    ids = partIds(plan, sheet);
  const middles = middlesOf(plan, sheet);
  const seen = (spectrum: Float64Array) => labD50InLight(spectrum, light);
  const seenOf = (films: readonly LaidFilm[]) =>
    stackInternals(ground, films).map((internal) => seen(measuredFromInternal(internal, ground.floor)));
  const known = new Map<string, { field: LookField | undefined; looks: Lab[] }>();
  const found = stacks.map((stack, p) => {
    const { films, key } = filmsOver(ids[p], stack, runs);
    const made = known.get(key) ?? { field: lookField(ground, films, seen), looks: seenOf(films) };
    known.set(key, made);
    return made.field ? { ...made, looks: seenOf(films.map((film) => filmAt(film, middles[p]))) } : made;
  });
  return {
    looks: looks.map((_, r) => stacks.map((stack, p) => found[p].looks[stack.filter(({ run }) => run < r).length])),
    fields: found.map(({ field }) => field),
    ...{ stacks, sizeMm },
  };
}

/** Two colours of the picture that are alike in daylight and apart in another light. */
export interface Parting {
  readonly colours: readonly [string, string];
  readonly deltaEInDaylight: number;
  readonly deltaEThere: number;
}

/** As alike as this they pass for one; as far apart as that anybody sees two. */
const ALIKE = 3,
  APART = 2;

/** Pairs of colours that match in one light and part in another, widest first; and the colour that shifts most by itself. */
export function partingsIn(plan: Plan, daylight: readonly Lab[], there: readonly Lab[]): Parting[] {
  const colours = plan.flat?.colours ?? [];
  return colours
    .flatMap((a, i) =>
      colours.slice(i + 1).map((b, k): Parting => {
        const j = i + 1 + k;
        return {
          colours: [a.name, b.name],
          deltaEInDaylight: deltaE2000(daylight[i], daylight[j]),
          deltaEThere: deltaE2000(there[i], there[j]),
        };
      }),
    )
    .filter(
      (pair) =>
        Math.min(pair.deltaEInDaylight, pair.deltaEThere) < ALIKE &&
        Math.abs(pair.deltaEThere - pair.deltaEInDaylight) >= APART,
    )
    .sort((a, b) => b.deltaEThere - a.deltaEThere);
}

/** How far each colour of the picture shifts against daylight, ΔE00. */
export function shiftsIn(daylight: readonly Lab[], there: readonly Lab[], colours: number): number[] {
  return Array.from({ length: colours }, (_, label) => deltaE2000(daylight[label], there[label]));
}
