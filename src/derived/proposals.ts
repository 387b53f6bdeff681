import { phrase, type Phrase } from '@/core/units';
import { sketchPlans, type PlanSketch, type PlanTask } from '@/core/layers';
import type { LossBelief } from '@/core/sheets';
import {
  filmOfInk,
  groundOfPlan,
  looksOfPlan,
  printedRuns,
  wantedOf,
  type ColoursGot,
  type ShownLooks,
  shownOf,
  layingIn,
} from './looks';
import { inkingsOf, inkOf, isPlainReduction, printedIds } from './lookups';
import { type Plan } from '@/model';
import { figuresOf, type PlanFigures } from './planFigures';
import { groupsOf, mediumOf } from './runGroups';
import { planFromSketch } from './sketchedPlan';
import { waysCompared, type WayCompared } from './waysCompared';

export type Aim = 'best colour' | 'fewest runs' | 'fewest blocks' | 'fewest days' | 'thinnest build';

export interface Proposal {
  /** What it is best at; several when one plan is. */
  readonly aims: readonly Aim[];
  readonly sketch: PlanSketch;
  readonly figures: PlanFigures;
  /** The sheet after each run, by label. */
  readonly shown: ShownLooks;
  /** Whether it is the plan as it stands. */
  readonly asPlanned: boolean;
}

/** How a plan works: by one block cut away, by that and one more, a block a colour, or few that overlap. */
export type WayId = 'reduction' | 'reductionAndOne' | 'blockForEach' | 'overlapping';

export interface WayRow {
  readonly name: WayId;
  readonly sketch: PlanSketch;
  readonly figures: PlanFigures;
  readonly shown: ShownLooks;
}

export interface Proposals {
  readonly now: PlanFigures;
  readonly proposals: readonly Proposal[];
  /** Of each way of working on this picture, the plan with the fewest blocks among those of its best colour. */
  readonly ways: readonly WayRow[];
  /** All ways of working on this picture, while nothing is cut or printed. */
  readonly compared: readonly WayCompared[];
  readonly tried: number;
  /** False when a reduction had too many runs to try every order. */
  readonly exact: boolean;
}

/** All the search needs; plain data, so that it can be handed to a worker. */
export interface ProposalRequest {
  readonly plan: Plan;
  readonly got: ColoursGot;
  readonly closedRuns: number;
  /** Nothing is cut or printed: other ways of working may be proposed. */
  readonly open: boolean;
  /** Least distances between the areas of colours, mm, `gaps[a * n + b]`. */
  readonly gapsMm: ArrayLike<number>;
  readonly belief: LossBelief;
}

/** A colour this much worse by mean than the best found is not offered for the sake of fewer runs. */
const WORSE_BY_MEAN = 6;
/** Plans this near by mean are told apart by their blocks. */
const UNSEEN_DELTA_E = 0.5;

/** Searches, scores every sketch on the same looks, and picks the best at each aim. */
export function findProposals(request: ProposalRequest, progress: (share: number) => boolean = () => true): Proposals {
  const { plan, got, belief } = request;
  const now = figuresOf(plan, looksOfPlan(plan, got)!, belief);
  // blocks that are cut for overlaps or single colours stay as they are: only their runs can be moved, by hand
  const fixed = !request.open && !isPlainReduction(plan);
  const sketches = fixed ? [] : sketchPlans(planTaskOf(request), progress);
  const seen = new Set<string>();
  const scored = sketches.flatMap((sketch) => {
    const planned = planFromSketch(plan, sketch);
    const key = keyOf(planned);
    if (seen.has(key)) return [];
    seen.add(key);
    const looks = looksOfPlan(planned, got)!;
    return [{ sketch, key, shown: shownOf(looks), figures: figuresOf(planned, looks, belief) }];
  });
  if (scored.length === 0) return { now, proposals: [], ways: [], compared: [], tried: 0, exact: true };
  const best = Math.min(...scored.map((s) => s.figures.meanDeltaE));
  const fair = scored.filter((s) => s.figures.meanDeltaE <= best + WORSE_BY_MEAN);
  const least = (value: (f: PlanFigures) => number) =>
    fair.reduce((a, b) =>
      value(b.figures) < value(a.figures) - 1e-9 ||
      (value(b.figures) === value(a.figures) && b.figures.meanDeltaE < a.figures.meanDeltaE)
        ? b
        : a,
    );
  const picks: [Aim, (typeof scored)[number]][] = [
    ['best colour', least((f) => f.meanDeltaE)],
    ['fewest runs', least((f) => f.runs)],
    ['fewest blocks', least((f) => f.blocks)],
    ['fewest days', least((f) => f.days)],
    ['thinnest build', least((f) => f.deepestFilms)],
  ];
  const planKey = keyOf(plan);
  const proposals = new Map<string, Proposal>();
  for (const [aim, pick] of picks) {
    const known = proposals.get(pick.key);
    proposals.set(pick.key, {
      aims: [...(known?.aims ?? []), aim],
      sketch: pick.sketch,
      figures: pick.figures,
      shown: pick.shown,
      asPlanned: pick.key === planKey,
    });
  }
  const ways = waysOf(scored);
  return {
    now,
    proposals: [...proposals.values()],
    ways,
    compared: request.open ? waysCompared(request, ways) : [],
    tried: sketches.length,
    exact: sketches.every((s) => s.exact),
  };
}

function waysOf(scored: readonly Omit<WayRow, 'name'>[]): WayRow[] {
  const cutOn = (s: PlanSketch) => s.blocks.some((block) => block.stages.length > 1);
  const ownInks = (s: PlanSketch) => s.runs.every((run) => run.inkings.every((i) => i.ink.keepsInkOf !== undefined));
  const rows: [WayId, (s: PlanSketch) => boolean][] = [
    ['reduction', (s) => s.blocks.length === 1 && (cutOn(s) || s.runs.length === 1)],
    ['reductionAndOne', (s) => s.blocks.length > 1 && cutOn(s)],
    ['blockForEach', (s) => s.runs.length > 1 && !cutOn(s) && ownInks(s)],
    ['overlapping', (s) => s.runs.length > 1 && !cutOn(s) && !ownInks(s)],
  ];
  return rows.flatMap(([name, fits]) => {
    const mine = scored.filter((s) => fits(s.sketch));
    if (mine.length === 0) return [];
    const best = Math.min(...mine.map((s) => s.figures.meanDeltaE));
    // as few blocks as come near the best colour of this way: a sixth block for a difference nobody sees is no gain
    const near = mine.filter((s) => s.figures.meanDeltaE <= best + UNSEEN_DELTA_E);
    const { sketch, figures, shown } = near.reduce((a, b) =>
      b.figures.blocks < a.figures.blocks ||
      (b.figures.blocks === a.figures.blocks && b.figures.meanDeltaE < a.figures.meanDeltaE)
        ? b
        : a,
    );
    return [{ name, sketch, figures, shown }];
  });
}

/** Plans that print the same are the same, whatever their ids. */
function keyOf(plan: Plan): string {
  const standing = new Map(
    plan.blocks.flatMap((b, i) =>
      b.sides.flatMap((s) => s.cuts.map((cut) => [cut.id, `${i}:${[...cut.standingIds].sort().join()}`] as const)),
    ),
  );
  return JSON.stringify(
    plan.runs.map((run) => [
      run.impressions,
      inkingsOf(run).map((i) => {
        const ink = inkOf(plan, i);
        return [
          i.cutId && standing.get(i.cutId),
          [...printedIds(plan, i)].sort(),
          i.filmWeight,
          ink.solidLabD50,
          ink.opacity,
          ink.mediumId,
        ];
      }),
    ]),
  );
}

export function planTaskOf({ plan, got, closedRuns, open, gapsMm }: ProposalRequest): PlanTask {
  const flat = plan.flat!;
  const ground = groundOfPlan(plan);
  const wanted = wantedOf(plan);
  const label = (id: string) => flat.colours.findIndex((c) => c.id === id);
  const inks = flat.colours.map((colour) => {
    if (colour.id === flat.barePaperId) return undefined;
    const run = plan.runs.find((r) =>
      inkingsOf(r).some((i) => i.colourId === colour.id && i.inkId === `ink-${colour.id}`),
    );
    const inking = run && inkingsOf(run).find((i) => i.colourId === colour.id);
    const ink = inking
      ? inkOf(plan, inking)
      : { solidLabD50: colour.wantedLabD50, opacity: 'opaque' as const, film: null };
    return {
      solidLabD50: ink.solidLabD50,
      film: filmOfInk(ground, ink),
      opaqueFilm: filmOfInk(ground, { ...ink, film: null, opacity: 'opaque' }),
      weight: inking?.filmWeight ?? 1,
      laying: layingIn(plan, 'mediumId' in ink ? ink.mediumId : mediumOf(plan)),
      impressions: run?.impressions ?? 1,
    };
  });
  const isReduction = isPlainReduction(plan);
  const printed = flat.colours.filter((c) => c.id !== flat.barePaperId);
  const groups = isReduction
    ? groupsOf(plan).map((group) => mainFirst(plan, group).map(label))
    : [...printed].sort((a, b) => b.wantedLabD50[0] - a.wantedLabD50[0]).map((c) => [label(c.id)]);
  return {
    ground,
    inks: inksAsGot(plan, got, inks),
    groups,
    closed: isReduction ? closedRuns : 0,
    open,
    direction: plan.rules.direction,
    colours: flat.colours.map((c, i) => ({
      wantedLabD50: wanted[i],
      share: c.areaShare,
      bare: c.id === flat.barePaperId,
    })),
    pinned: plan.rules.pinnedIds.map(label).filter((l) => l >= 0),
    rollerClearanceMm: plan.rules.rollerClearanceMm,
    maxBlocks: 6,
    gapMm: (a, b) => gapsMm[a * flat.colours.length + b] ?? 0,
  };
}

/** The colour whose ink the group is printed in comes first. */
function mainFirst(plan: Plan, group: readonly string[]): string[] {
  const main = group.find((id) => plan.runs.some((run) => inkingsOf(run).some((inking) => inking.colourId === id)));
  return main === undefined ? [...group] : [main, ...group.filter((id) => id !== main)];
}

/** Runs already printed lie as they really came out. */
function inksAsGot(plan: Plan, got: ColoursGot, inks: PlanTask['inks']): PlanTask['inks'] {
  const asPrinted = new Map(
    printedRuns(plan, got).flatMap((run, r) =>
      got.some((g) => g.runId === plan.runs[r].id)
        ? inkingsOf(plan.runs[r]).map(({ colourId }, i) => [colourId, run.inkings[i].film] as const)
        : [],
    ),
  );
  return inks.map((ink, l) => {
    const film = asPrinted.get(plan.flat!.colours[l].id);
    return ink && film ? { ...ink, film } : ink;
  });
}

/** What a plan gains and gives up against the present one: differences of what it takes, and of its colour. */
export function differenceOf(now: PlanFigures, then: PlanFigures): Phrase {
  const off = then.meanDeltaE - now.meanDeltaE;
  const parts = (['runs', 'blocks', 'days', 'deepestFilms'] as const).flatMap((what) => {
    const more = then[what] - now[what];
    return more === 0 ? [] : [phrase(`difference.${what}`, { more: more > 0, count: Math.abs(more) })];
  });
  const colour =
    Math.abs(off) < 0.1
      ? phrase('difference.colourAsNow')
      : phrase('difference.colour', { then: then.meanDeltaE, now: now.meanDeltaE });
  return parts.length === 0 ? colour : phrase('difference.all', { parts: [...parts, colour] });
}
