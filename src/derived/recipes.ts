import type { Lab } from '@/core/colour';
import {
  labFromInternal,
  layingOf,
  solveRecipe,
  type RecipeAnswer,
  type RecipeArea,
  type RecipePart,
  type RecipeTask,
  type LaidFilm,
} from '@/core/inks';
import { mixable, recipeFilm, type CabinetPigment } from './cabinetFilms';
import type { CabinetInk, Ink, Inking, Plan, EditOf } from '@/model';
import {
  aloneLabD50,
  filmOfInk,
  groundOfPlan,
  internalBelow,
  looksOfPlan,
  wantedOf,
  weightTakenUp,
  type ColoursGot,
} from './looks';
import { inkingsOf, inkOf, printedIds, sideOfCut } from './lookups';

/** Which inking of which run is to be mixed. */
export interface InkQuestion {
  readonly run: number;
  readonly inking: number;
}

export interface InkAnswer {
  readonly answer: RecipeAnswer;
  /** Colour before this run prints, on the area the ink is meant for. */
  readonly belowLabD50: Lab;
  readonly filmsBelow: number;
}

/** More places than this are not weighed: the largest overlaps say enough. */
const MOST_AREAS = 4;

/**
 * What a recipe must reach: first on the area the ink is meant for, over what lies there before its run; then, where the ink
 * makes other colours by overlapping, on the largest of those. The aim is the colour wanted or, where later films still
 * come, the colour planned for after this run. Areas a reduction covers later do not count.
 */
export function recipeTaskFor(
  plan: Plan,
  got: ColoursGot,
  cabinet: readonly CabinetPigment[],
  { run, inking }: InkQuestion,
): RecipeTask & { readonly filmsBelow: number } {
  const ground = groundOfPlan(plan);
  const laid = inkingsOf(plan.runs[run])[inking];
  const { filmWeight, colourId } = laid;
  const pigments = mixable(cabinet, inkOf(plan, laid).mediumId);
  const printedLater = (id: string) =>
    plan.runs.slice(run + 1).some((later) => inkingsOf(later).some((i) => printedIds(plan, i).includes(id)));
  const nested = (sideOfCut(plan, inkingsOf(plan.runs[run])[inking].cutId)?.cuts.length ?? 1) > 1;
  const share = (id: string) => plan.flat!.colours.find((c) => c.id === id)!.areaShare;
  const others = printedIds(plan, inkingsOf(plan.runs[run])[inking])
    .filter((id) => id !== colourId && (!nested || !printedLater(id)))
    .sort((a, b) => share(b) - share(a))
    .slice(0, MOST_AREAS);
  const planned = looksOfPlan(plan, got)!.looks[run + 1];
  const wanted = wantedOf(plan);
  const ownInk = inkOf(plan, laid),
    ownFilm: LaidFilm = {
      film: filmOfInk(ground, ownInk),
      weight: filmWeight,
      laying: layingOf(ownInk.mediumId, plan.way.under),
    };
  const areaOf = (id: string): RecipeArea & { films: number } => {
    const { internal, laid: below } = internalBelow(plan, id, run, got);
    const own = Array<LaidFilm>(plan.runs[run].impressions).fill(ownFilm);
    const label = plan.flat!.colours.findIndex((c) => c.id === id);
    return {
      targetLabD50: printedLater(id) ? planned[label] : wanted[label],
      below: internal,
      weight: weightTakenUp(ground, [...below, ...own], below.length),
      films: below.length,
    };
  };
  const { films: filmsBelow, ...first } = areaOf(colourId);
  return { ...first, ground, pigments, filmsBelow, also: others.map(areaOf) };
}

/** The recipe for an inking from pigments of its medium; undefined when the cabinet has none, or the plan has no such inking. */
export function answerInk(
  plan: Plan,
  got: ColoursGot,
  pigments: readonly CabinetPigment[],
  question: InkQuestion,
): InkAnswer | undefined {
  const run = plan.runs[question.run];
  if (!run || !inkingsOf(run)[question.inking]) return undefined;
  const task = recipeTaskFor(plan, got, pigments, question);
  const answer = solveRecipe(task);
  return (
    answer && {
      answer,
      belowLabD50: labFromInternal(task.ground, Float64Array.from(task.below)),
      filmsBelow: task.filmsBelow,
    }
  );
}

/** The edit that takes a recipe for an ink: its film, and its colour alone, follow from what the cabinet's inks are. */
export function mixedBy(
  plan: Plan,
  inkId: string,
  parts: readonly RecipePart[],
  cabinet: readonly CabinetInk[],
  pigments: readonly CabinetPigment[],
): EditOf<'inks-mixed'> {
  const film = recipeFilm(pigments, parts);
  const solidLabD50 = aloneLabD50(groundOfPlan(plan), film).map((v) => Math.round(v * 100) / 100) as unknown as Lab;
  const recipe: Ink['recipe'] = {
    parts: parts.map(({ id, share }) => ({
      inkId: id,
      name: cabinet.find((ink) => ink.id === id)?.name ?? id,
      share: Math.round(share * 1e4) / 1e4,
    })),
  };
  return { kind: 'inks-mixed', inks: [{ id: inkId, film, solidLabD50, recipe }] };
}

/** The plan with a recipe taken for an ink. */
export function withRecipe(plan: Plan, ...of: OfRecipe): Plan {
  const { inks } = mixedBy(plan, ...of);
  return { ...plan, inks: plan.inks.map((ink) => ({ ...ink, ...inks.find((mixed) => mixed.id === ink.id) })) };
}
type OfRecipe = Parameters<typeof mixedBy> extends [Plan, ...infer Rest] ? Rest : never;

export interface Resolved {
  readonly plan: Plan;
  /** Runs (from 0) whose recipe was solved anew, with the difference to the wish before and after. */
  readonly changed: readonly {
    readonly run: number;
    readonly ink: string;
    readonly before: number;
    readonly after: number;
  }[];
}

/** The inks of all runs after `run` mixed anew over what is really there; what each comes to, before and after. */
export function resolveFrom(
  plan: Plan,
  got: ColoursGot,
  run: number,
  cabinet: readonly CabinetInk[],
  pigments: readonly CabinetPigment[],
  progress: (share: number) => boolean = () => true,
): Resolved {
  let next = plan;
  // an ink that lies on sheets stays what it is, also where it is printed again
  const printed = new Set(plan.runs.slice(0, run).flatMap((one) => inkingsOf(one).map(({ inkId }) => inkId)));
  const touched: { run: number; inking: Inking }[] = [];
  for (let r = run; r < plan.runs.length; r++) {
    if (!progress((r - run) / (plan.runs.length - run))) break;
    inkingsOf(plan.runs[r]).forEach((inking, i) => {
      if (printed.has(inking.inkId)) return;
      const answer = answerInk(next, got, pigments, { run: r, inking: i });
      if (!answer) return;
      next = withRecipe(next, inking.inkId, answer.answer.chosen.parts, cabinet, pigments);
      touched.push({ run: r, inking });
    });
  }
  const offs = (p: Plan) => looksOfPlan(p, got)!.agreement.deltaE;
  const before = offs(plan),
    after = offs(next);
  const label = (id: string) => plan.flat!.colours.findIndex((c) => c.id === id);
  return {
    plan: next,
    changed: touched.map(({ run: r, inking }) => ({
      run: r,
      ink: inkOf(plan, inking).name,
      before: before[label(inking.colourId)],
      after: after[label(inking.colourId)],
    })),
  };
}
