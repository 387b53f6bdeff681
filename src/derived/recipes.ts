import type { Lab } from '@/core/colour';
import {
  labFromInternal,
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
  sampleAt,
  wantedOf,
  weightTakenUp,
  type ColoursGot,
  layingIn,
} from './looks';
import { inkingsOf, inkOf, inksOfRun, printedIds, sideOfCut } from './lookups';
import { plainSheet } from './printSheet';

/** Which inking of which run is to be mixed; of a fade, the ink of which end (its beginning where that is not said). */
export interface InkQuestion {
  readonly run: number;
  readonly inking: number;
  readonly end?: FadeEnd;
}
export type FadeEnd = 'from' | 'to';

/** The ink a question is about: a fade's second, or the inking's own. */
export function inkIdAsked(plan: Plan, { run, inking, end }: InkQuestion): string {
  const { inkId, fade } = inkingsOf(plan.runs[run])[inking];
  return (end === 'to' && fade?.toInkId) || inkId;
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
 * come, the colour planned for after this run. Areas a reduction covers later do not count. Of a fade each ink is mixed for its own end of the
 * line, alone.
 */
export function recipeTaskFor(
  plan: Plan,
  got: ColoursGot,
  cabinet: readonly CabinetPigment[],
  question: InkQuestion,
): RecipeTask & { readonly filmsBelow: number } {
  const { run, inking, end = 'from' } = question;
  const ground = groundOfPlan(plan);
  const laid = inkingsOf(plan.runs[run])[inking];
  const { filmWeight, colourId, fade } = laid;
  const ownInk = plan.inks.find(({ id }) => id === inkIdAsked(plan, question))!;
  const pigments = mixable(cabinet, ownInk.mediumId);
  const printedLater = (id: string) =>
    plan.runs.slice(run + 1).some((later) => inkingsOf(later).some((i) => printedIds(plan, i).includes(id)));
  const nested = (sideOfCut(plan, laid.cutId)?.cuts.length ?? 1) > 1;
  const share = (id: string) => plan.flat!.colours.find((c) => c.id === id)!.areaShare;
  const others = printedIds(plan, laid)
    .filter((id) => !fade && id !== colourId && (!nested || !printedLater(id)))
    .sort((a, b) => share(b) - share(a))
    .slice(0, MOST_AREAS);
  const looks = looksOfPlan(plan, got)!;
  const wanted = wantedOf(plan);
  const place = fade ? fade[`${end}Mm`] : undefined,
    wantedThere = fade?.wanted?.[`${end}LabD50`];
  const ownFilm: LaidFilm = {
    film: filmOfInk(ground, ownInk),
    weight: filmWeight,
    laying: layingIn(plan, ownInk.mediumId),
  };
  const areaOf = (id: string): RecipeArea & { films: number } => {
    const { internal, laid: below } = internalBelow(plan, id, run, got, place);
    const own = Array<LaidFilm>(plan.runs[run].impressions).fill(ownFilm);
    const label = plan.flat!.colours.findIndex((c) => c.id === id);
    return {
      targetLabD50: printedLater(id)
        ? sampleAt(plan, got, looks, plainSheet(plan), label, place).reached[below.length + own.length]
        : (wantedThere ?? wanted[label]),
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

/**
 * The ends whose inks can be mixed: of an ink that goes over to another, that one too, where it is said what it must come to and it is no
 * colour's own.
 */
export function endsToMix(plan: Plan, { fade }: Pick<Inking, 'fade'>): readonly FadeEnd[] {
  const own = plan.runs.some((run) => inkingsOf(run).some(({ inkId }) => inkId === fade?.toInkId));
  return fade?.toInkId && fade.wanted && !own ? ['from', 'to'] : ['from'];
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
  const printed = new Set(plan.runs.slice(0, run).flatMap((one) => inksOfRun(plan, one).map(({ id }) => id)));
  const touched: { run: number; inking: Inking }[] = [];
  for (let r = run; r < plan.runs.length; r++) {
    if (!progress((r - run) / (plan.runs.length - run))) break;
    inkingsOf(plan.runs[r]).forEach((inking, i) => {
      for (const end of endsToMix(plan, inking)) {
        const question = { run: r, inking: i, end },
          inkId = inkIdAsked(plan, question);
        if (printed.has(inkId)) continue;
        const answer = answerInk(next, got, pigments, question);
        if (!answer) continue;
        next = withRecipe(next, inkId, answer.answer.chosen.parts, cabinet, pigments);
        if (end === 'from') touched.push({ run: r, inking });
      }
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
