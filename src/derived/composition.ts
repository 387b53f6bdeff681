import { deltaE2000 } from '@/core/colour';
import { cuttingHours, materialById } from '@/core/cutting';
import { printingHours } from '@/core/days';
import { registrationWay } from '@/core/registration';
import { phrase, type Phrase } from '@/core/units';
import type { LossBelief } from '@/core/sheets';
import type { EditOf, Plan, PlanEdit, Run } from '@/model';
import { pressesOf } from './formesAgain';
import { rolledTogether } from './rolledTogether';
import { hoursOfSawing } from './sawn';
import type { PlanLooks } from './looks';
import {
  cutBlocksOf,
  cutsOf,
  imageCm2,
  inkingsOf,
  inkOf,
  pressOf,
  printedIds,
  sideOfCut,
  sidesOf,
  type LaidInking,
} from './lookups';
import { figuresOf, type PlanFigures } from './planFigures';

/**
 * How a colour of the picture is made in a run. `printed`: this film is what one sees in the end; `covered`: a later film lies on it;
 * `not inked`: it stands and the roller stays away; `mask`, `wipe`: kept from printing so; `cleared`: it does not stand.
 */
export type MarkKind = 'printed' | 'covered' | 'not inked' | 'mask' | 'wipe' | 'cleared';

export interface Mark {
  readonly kind: MarkKind;
  /** The inking that prints it, or that would. */
  readonly inkingId: string;
}

/** Who prints what: `marks[run][label]`. */
export function marksOf(plan: Plan): readonly (readonly Mark[])[] {
  const colours = plan.flat?.colours ?? [];
  const printing = plan.runs.map((run) =>
    inkingsOf(run).map((inking) => ({ inking, prints: new Set(printedIds(plan, inking)) })),
  );
  const standing = new Map(cutsOf(plan).map((cut) => [cut.id, new Set(cut.standingIds)]));
  const isPrintedFrom = (r: number, id: string) =>
    printing.slice(r).some((inkings) => inkings.some(({ prints }) => prints.has(id)));
  return printing.map((inkings, r) =>
    colours.map(({ id }): Mark => {
      const by = inkings.find(({ prints }) => prints.has(id));
      if (by) return { kind: isPrintedFrom(r + 1, id) ? 'covered' : 'printed', inkingId: by.inking.id };
      const stands = inkings.filter(({ inking }) => inking.cutId !== null && standing.get(inking.cutId)?.has(id));
      const out = stands.flatMap(({ inking }) =>
        inking.keptOut.flatMap(({ colourId, by: how }) =>
          colourId === id ? [{ kind: how, inkingId: inking.id }] : [],
        ),
      )[0];
      return (
        out ?? { kind: stands.length > 0 ? 'not inked' : 'cleared', inkingId: (stands[0] ?? inkings[0]).inking.id }
      );
    }),
  );
}

/** How the colours of a picture lie to each other, `[a * colours + b]`, mm. */
export interface Meetings {
  readonly gapsMm: ArrayLike<number>;
  readonly bordersMm: ArrayLike<number>;
}

/** What a composition costs and gives, each shown apart. */
export interface Price extends PlanFigures {
  /** Edges and clearing of all cuts; undefined until the shapes are measured. */
  readonly cuttingHours: number | undefined;
  readonly printingHours: number;
  /** Least distance between two inks that are rolled on one cut in one run; undefined where none are. */
  readonly clearanceMm: number | undefined;
}

/** Hours are start values times the hand's own pace of cutting. */
export function priceOf(
  plan: Plan,
  looks: PlanLooks,
  belief: LossBelief,
  meetings: Meetings | undefined,
  cuttingPace: number,
): Price {
  const figures = figuresOf(plan, looks, belief);
  const areaDm2 = imageCm2(plan) / 100;
  const layingMin = registrationWay(plan.way.registration).minutesASheet;
  const standingDm2 = (run: Run) =>
    areaDm2 * sharesOf(plan, [...new Set(inkingsOf(run).flatMap((inking) => printedIds(plan, inking)))]);
  const near = meetings && nearestInks(plan, meetings);
  return {
    ...figures,
    cuttingHours: meetings && hoursOfCuts(plan, meetings, cuttingPace),
    printingHours: plan.runs.reduce(
      (sum, run) => sum + printingHours(figures.sheets, standingDm2(run), pressesOf(run), layingMin),
      0,
    ),
    clearanceMm: near && near.length > 0 ? Math.min(...near.map(({ gapMm }) => gapMm)) : undefined,
  };
}

function sharesOf(plan: Plan, ids: readonly string[]): number {
  const colours = plan.flat?.colours ?? [];
  return colours.reduce((sum, colour) => (ids.includes(colour.id) ? sum + colour.areaShare : sum), 0);
}

/** Edges and clearing of all cuts of a plan, and what is sawn apart, in hours. */
export function hoursOfCuts(plan: Plan, { bordersMm }: Meetings, pace: number): number {
  const cuts = [...hoursByCut(plan, bordersMm, pace).values()];
  return hoursOfSawing(plan, bordersMm) + cuts.reduce((sum, hours) => sum + hours, 0);
}

/** An island is longer around than a circle of its area by so much (start value): where borders were not measured. */
const AROUND = 1.5;

/** Hours to edge and clear each cut, by its id. Without measured borders edges are reckoned from areas and counts of islands. */
export function hoursByCut(plan: Plan, bordersMm: ArrayLike<number> | undefined, pace: number): Map<string, number> {
  const colours = plan.flat?.colours ?? [],
    ids = colours.map((colour) => colour.id);
  const areaCm2 = imageCm2(plan),
    hours = new Map<string, number>();
  const aroundMm = (id: string) => {
    const { areaShare, islandCount } = colours[ids.indexOf(id)];
    return AROUND * 2 * Math.sqrt(Math.PI * areaShare * areaCm2 * 100 * Math.max(1, islandCount));
  };
  const edgeMm = (cut: string, standing: readonly string[]) =>
    bordersMm
      ? standing.reduce((mm, b) => mm + bordersMm[ids.indexOf(cut) * ids.length + ids.indexOf(b)], 0)
      : standing.length > 0
        ? aroundMm(cut)
        : 0;
  for (const { sides, materialId } of cutBlocksOf(plan))
    for (const { cuts } of sides) {
      let stood: readonly string[] = ids;
      for (const { id, standingIds } of cuts) {
        const now = stood.filter((one) => !standingIds.includes(one));
        stood = standingIds;
        const edge = now.reduce((mm, one) => mm + edgeMm(one, standingIds), 0);
        hours.set(id, cuttingHours(edge / 1000, sharesOf(plan, now) * areaCm2, materialById(materialId), pace));
      }
    }
  return hours;
}

interface NearInks {
  readonly run: number;
  readonly a: LaidInking;
  readonly b: LaidInking;
  readonly gapMm: number;
}

/** Pairs of inkings that are rolled on one cut in one run, with how near their colours come to each other. */
export function nearestInks(plan: Plan, { gapsMm }: Pick<Meetings, 'gapsMm'>): NearInks[] {
  const ids = plan.flat!.colours.map((colour) => colour.id);
  return rolledTogether(plan).map(({ run, a, b, pairs }) => ({
    ...{ run, a, b },
    gapMm: Math.min(...pairs.map(([x, y]) => gapsMm[ids.indexOf(x) * ids.length + ids.indexOf(y)])),
  }));
}

/** How far each run moves the whole look: ΔE00 from the sheet before it to the sheet after it, weighted by area. */
export function movesOfRuns({ looks }: Pick<PlanLooks, 'looks'>, share: readonly number[]): number[] {
  const total = share.reduce((sum, s) => sum + s, 0) || 1;
  return looks
    .slice(1)
    .map(
      (after, r) => after.reduce((sum, look, p) => sum + (share[p] ?? 0) * deltaE2000(looks[r][p], look), 0) / total,
    );
}

/** Something of a composition that cannot be printed as it stands: what, and what would mend it. */
export interface Hindrance {
  readonly what: Phrase;
  readonly mend: Phrase;
  /** The touch that mends it, where there is one. */
  readonly edit: PlanEdit | undefined;
}

/** What stands in the way of printing this composition, gravest first. `as` names what a mending edit may add. */
export function hindrancesOf(plan: Plan, meetings: Meetings | undefined, as: string): Hindrance[] {
  return [
    ...goneStates(plan),
    ...idleRuns(plan),
    ...twiceInked(plan),
    ...(meetings ? tooNear(plan, meetings, as) : []),
    ...unprinted(plan),
  ];
}

const inkName = (plan: Plan, inking: LaidInking) => inkOf(plan, inking).name;

/** Runs from a state that has been cut on by the time they come. */
function goneStates(plan: Plan): Hindrance[] {
  return sidesOf(plan).flatMap(({ cuts }) => {
    let reached = -1;
    return plan.runs.flatMap((run, r): Hindrance[] => {
      const at = Math.min(
        ...run.formes.map(({ cutId }) => cuts.findIndex((cut) => cut.id === cutId)).filter((i) => i >= 0),
      );
      if (!Number.isFinite(at)) return [];
      const late = at < reached;
      reached = Math.max(reached, at);
      return late
        ? [
            {
              what: phrase('hindrance.blockIsCutOn', { run: r + 1 }),
              mend: phrase('mend.moveRunEarlier', { run: r + 1 }),
              edit: undefined,
            },
          ]
        : [];
    });
  });
}

function idleRuns(plan: Plan): Hindrance[] {
  return plan.runs.flatMap((run, r): Hindrance[] =>
    inkingsOf(run).some((inking) => printedIds(plan, inking).length > 0)
      ? []
      : [
          {
            what: phrase('hindrance.printsNothing', { run: r + 1 }),
            mend: phrase('mend.giveItAColour'),
            edit: { kind: 'run-removed', runId: run.id },
          },
        ],
  );
}

/** A place takes one ink in one passage. */
function twiceInked(plan: Plan): Hindrance[] {
  const colours = plan.flat?.colours ?? [];
  return plan.runs.flatMap((run, r) => {
    const inkings = inkingsOf(run).filter(
      (inking) =>
        !inking.moved && pressOf(run, inking) === 0 && !cutsOf(plan).find(({ id }) => id === inking.cutId)?.within,
    );
    return colours.flatMap(({ id, name }): Hindrance[] => {
      const by = inkings.filter((inking) => printedIds(plan, inking).includes(id));
      return by.length > 1
        ? [
            {
              what: phrase('hindrance.twoInks', {
                colour: name,
                run: r + 1,
                first: inkName(plan, by[0]),
                second: inkName(plan, by[1]),
              }),
              mend: phrase('mend.keepOneInk'),
              edit: { kind: 'colours-given', runId: run.id, inkingId: by[1].id, colourIds: [id], how: 'not inked' },
            },
          ]
        : [];
    });
  });
}

function tooNear(plan: Plan, meetings: Meetings, as: string): Hindrance[] {
  const { rollerClearanceMm } = plan.rules;
  return nearestInks(plan, meetings).flatMap(({ run, a, b, gapMm }): Hindrance[] => {
    const apart: EditOf<'run-split'> = {
      kind: 'run-split',
      runId: plan.runs[run].id,
      colourIds: printedIds(plan, b),
      as,
      from: 'same cut',
    };
    return gapMm > rollerClearanceMm
      ? []
      : [
          {
            what: phrase('hindrance.tooNear', {
              ...{ first: inkName(plan, a), second: inkName(plan, b), run: run + 1 },
              ...{ gapMm: Math.round(gapMm), clearanceMm: rollerClearanceMm },
            }),
            mend: phrase('mend.rollApart'),
            edit: printedIds(plan, b).length > 0 ? apart : undefined,
          },
        ];
  });
}

/** Colours that stay paper though they are not meant to. */
function unprinted(plan: Plan): Hindrance[] {
  const printed = new Set(plan.runs.flatMap(inkingsOf).flatMap((inking) => printedIds(plan, inking)));
  return (plan.flat?.colours ?? []).flatMap(({ id, name }): Hindrance[] =>
    id === plan.flat!.barePaperId || printed.has(id)
      ? []
      : [
          {
            what: phrase('hindrance.noRunPrints', { colour: name }),
            mend: phrase('mend.giveItToARun'),
            edit: undefined,
          },
        ],
  );
}

/** The least states a colour needs to stand in for a run to print it, and the runs that will print it as well. */
export function alsoPrints(plan: Plan, runId: string, inkingId: string, colourId: string): number[] {
  const run = plan.runs.find((one) => one.id === runId);
  const inking = run && inkingsOf(run).find((one) => one.id === inkingId);
  const side = inking && sideOfCut(plan, inking.cutId);
  if (!side) return [];
  const at = side.cuts.findIndex((cut) => cut.id === inking.cutId);
  const earlier = new Set(
    side.cuts.slice(0, at).flatMap((cut) => (cut.standingIds.includes(colourId) ? [] : [cut.id])),
  );
  return plan.runs.flatMap((one, r) =>
    inkingsOf(one).some((laid) => laid.cutId !== null && earlier.has(laid.cutId) && laid.zoneIds === null) ? [r] : [],
  );
}
