import { type Lab } from '@/core/colour';
import { nestedStages } from '@/core/layers';
import { keyIsNew, withKeyBlock, withoutKeyBlock, withoutKeyColour } from './keyDrawing';
import {
  cutsOf,
  cutsOfRun,
  inkingsOf,
  inksOfRun,
  isPlainReduction,
  sideOfCut,
  withCuts,
  withInkings,
  withSides,
} from './lookups';
import { groupsOf, withGroups, withoutStrays } from './runGroups';
import { withSawnBegun } from './sawn';
import { keepingType, withTitleBox } from './typeLines';
import { planFromSketch } from './sketchedPlan';
import type { BlockSide, FlatColour, FlatPlan, Ink, Plan, Run } from '@/model';

/**
 * The plan with its runs in another order. Where several runs print from one side, its cuts are made anew to follow: each
 * stands for its run and all later ones of that side. Ids of cuts stay with their place.
 */
export function withRunOrder(plan: Plan, runIds: readonly string[]): Plan {
  const groups = new Map(groupsOf(plan).map((group, i) => [plan.runs[i].id, group]));
  const ordered = together(
    plan,
    runIds.map((id) => plan.runs.find((run) => run.id === id)!),
  );
  let runs: readonly Run[] = ordered;
  const sides = (side: BlockSide): BlockSide => {
    if (side.cuts.length < 2) return side;
    const mine = ordered.flatMap((run) => {
      const cutId = cutOn(side, run);
      return cutId === undefined ? [] : [{ run, cutId }];
    });
    // runs that share a cut (two tones from one cut) move as one
    const units = [...new Set(mine.map(({ cutId }) => cutId))];
    const standing = nestedStages(units.map((unit) => groups.get(mine.find((m) => m.cutId === unit)!.run.id)!));
    // a state nothing is printed from keeps its place, and stands for what comes after it
    const places = side.cuts.flatMap((cut, i) => (units.includes(cut.id) ? [i] : []));
    const cuts = side.cuts.map((cut, i) => ({
      ...cut,
      standingIds:
        standing[places.findIndex((at) => at >= i)] ?? cut.standingIds.filter((id) => standing.at(-1)?.includes(id)),
    }));
    const moved = new Map(units.map((unit, i) => [unit, cuts[places[i]].id]));
    const present = new Set(mine.map(({ run }) => run.id));
    runs = runs.map((run) =>
      present.has(run.id)
        ? {
            ...run,
            formes: run.formes.map((forme) => ({
              ...forme,
              cutId: (forme.cutId !== null && moved.get(forme.cutId)) || forme.cutId,
            })),
          }
        : run,
    );
    return { ...side, cuts };
  };
  const { blocks } = withSides(plan, sides);
  return { ...plan, runs, blocks };
}

/** The state of this side a run prints from. */
function cutOn(side: BlockSide, run: Run): string | undefined {
  return run.formes.find((forme) => side.cuts.some((cut) => cut.id === forme.cutId))?.cutId ?? undefined;
}

/** Runs from one state of a side that is cut on stand one after another: once it is cut on, none of them can be printed. */
function together(plan: Plan, ordered: readonly Run[]): Run[] {
  const bound = (run: Run) =>
    run.formes.map((forme) => forme.cutId).find((cutId) => (sideOfCut(plan, cutId)?.cuts.length ?? 0) > 1);
  return ordered.flatMap((run, i) => {
    const cutId = bound(run);
    if (cutId === undefined) return [run];
    return ordered.findIndex((other) => bound(other) === cutId) === i
      ? ordered.filter((other) => bound(other) === cutId)
      : [];
  });
}

/** The ids of the runs in an order of the craft, from run `from` on: by the lightness of their ink, or largest area first. */
export function runsInOrder(plan: Plan, rule: Exclude<Plan['rules']['direction'], 'free'>, from = 0): string[] {
  // by the largest of its films: the first one named
  const lightness = (run: Run) => inksOfRun(plan, run)[0].solidLabD50[0];
  const shares = new Map(plan.flat?.colours.map(({ id, areaShare }) => [id, areaShare]));
  const groups = groupsOf(plan);
  const share = (run: Run) => groups[plan.runs.indexOf(run)].reduce((sum, id) => sum + (shares.get(id) ?? 0), 0);
  const later = {
    'light to dark': (a: Run, b: Run) => lightness(b) - lightness(a),
    'dark to light': (a: Run, b: Run) => lightness(a) - lightness(b),
    'largest first': (a: Run, b: Run) => share(b) - share(a),
  }[rule];
  return [...plan.runs.slice(0, from), ...[...plan.runs.slice(from)].sort(later)].map((run) => run.id);
}

/**
 * The plan with new flat colours. While every printed colour is still spoken for, runs keep their place and lose only colours
 * that are gone; otherwise runs begin as the way of working has it. Inks follow a colour whose wish has changed.
 */
export function withFlat(plan: Plan, flat: FlatPlan | null): Plan {
  return keepingType(plan, (rest) => withColours(rest, flat));
}

function withColours(plan: Plan, flat: FlatPlan | null): Plan {
  if (!flat) return { ...withGroups({ ...plan, flat: null }, []), inks: [], flat: null };
  const keyless = withoutKeyBlock(plan, flat);
  if (keyless !== plan && keyless.runs.length > 0 && keyless.blocks.length > 0)
    return withColours({ ...keyless, flat: withoutKeyColour(plan.flat!) }, flat);
  if (keyIsNew(plan, flat) && plan.runs.length > 0)
    return withKeyBlock(withColours(plan, withoutKeyColour(flat)), flat);
  const printed = flat.colours.filter((c) => c.id !== flat.barePaperId);
  const followed = { ...plan, flat, inks: plan.inks.map((ink) => inkAfterWish(plan, printed, ink)) };
  return withoutGoneColours(followed, new Set(printed.map((c) => c.id))) ?? withRunsBegun(followed);
}

/** Runs as a picture begins with them, and a line of type below it where the way of working has one. */
export function withRunsBegun(plan: Plan): Plan {
  const begun = withColoursBegun(plan);
  return plan.way.begins.type ? withTitleBox(begun) : begun;
}

/** Runs as a picture begins with them: each colour cut from one block in the order of the rules, each on a block of its own, or all on one that is sawn apart. */
function withColoursBegun(plan: Plan): Plan {
  const { colours, barePaperId, key } = plan.flat!;
  // a key drawing is on a block of its own whatever becomes of the colours
  if (key) return withKeyBlock(withColoursBegun({ ...plan, flat: withoutKeyColour(plan.flat!) }), plan.flat!);
  const later = {
    free: (a: FlatColour, b: FlatColour) => b.wantedLabD50[0] - a.wantedLabD50[0],
    'light to dark': (a: FlatColour, b: FlatColour) => b.wantedLabD50[0] - a.wantedLabD50[0],
    'dark to light': (a: FlatColour, b: FlatColour) => a.wantedLabD50[0] - b.wantedLabD50[0],
    'largest first': (a: FlatColour, b: FlatColour) => b.areaShare - a.areaShare,
  }[plan.rules.direction];
  const ordered = colours.filter((colour) => colour.id !== barePaperId).sort(later);
  if (plan.way.begins.blocks === 'one side' || ordered.length < 2)
    return withGroups(
      plan,
      ordered.map((colour) => [colour.id]),
    );
  if (plan.way.begins.blocks === 'sawn')
    return withSawnBegun(
      plan,
      ordered.map(({ id }) => id),
    );
  const labels = ordered.map((colour) => colours.indexOf(colour));
  return planFromSketch(plan, {
    blocks: labels.map((label) => ({ stages: [[label]] })),
    runs: labels.map((label, block) => ({
      inkings: [
        {
          ...{ block, stage: 0, zone: null, colour: label },
          ink: { labD50: colours[label].wantedLabD50, keepsInkOf: label },
        },
      ],
    })),
    exact: true,
  });
}

function inkAfterWish(plan: Plan, printed: readonly FlatColour[], ink: Ink): Ink {
  const colour = printed.find((c) => `ink-${c.id}` === ink.id);
  const old = colour && plan.flat?.colours.find((c) => c.id === colour.id);
  if (!colour || !old) return ink;
  const name = old.name === ink.name ? colour.name : ink.name;
  return sameLab(old.wantedLabD50, colour.wantedLabD50)
    ? { ...ink, name }
    : { ...ink, name, solidLabD50: colour.wantedLabD50, film: null, recipe: null };
}

/** The plan less the colours that are not printed any more; undefined when one that is printed has no run, or a run's own colour went. */
function withoutGoneColours(plan: Plan, printed: ReadonlySet<string>): Plan | undefined {
  const runs = plan.runs.filter((run) =>
    cutsOfRun(plan, run).some((cut) => cut.standingIds.some((id) => printed.has(id))),
  );
  if (isPlainReduction(plan)) {
    const groups = groupsOf(plan)
      .map((group) => group.filter((id) => printed.has(id)))
      .filter((group) => group.length > 0);
    return groups.length > 0 && groups.flat().length === printed.size ? withGroups(plan, groups) : undefined;
  }
  const spokenFor = new Set(cutsOf(plan).flatMap((cut) => cut.standingIds));
  if (
    ![...printed].every((id) => spokenFor.has(id)) ||
    runs.length < plan.runs.length ||
    runs.some((run) => inkingsOf(run).some((i) => !printed.has(i.colourId)))
  )
    return undefined;
  return withoutStrays(
    withCuts(
      {
        ...plan,
        runs: plan.runs.map((run) =>
          withInkings(run, (inking) => ({
            ...inking,
            zoneIds: inking.zoneIds && inking.zoneIds.filter((id) => printed.has(id)),
            keptOut: inking.keptOut.filter(({ colourId }) => printed.has(colourId)),
          })),
        ),
      },
      (cut) => ({ ...cut, standingIds: cut.standingIds.filter((id) => printed.has(id)) }),
    ),
  );
}

function sameLab(a: Lab, b: Lab): boolean {
  return a.every((v, i) => v === b[i]);
}

/** Bare paper by first guess: the lightest colour when it is near the paper, else none. */
export function guessBarePaper(colours: FlatPlan['colours'], paperLabD50: Lab): string | null {
  const lightest = [...colours].sort((a, b) => b.wantedLabD50[0] - a.wantedLabD50[0])[0];
  return lightest && Math.abs(lightest.wantedLabD50[0] - paperLabD50[0]) < 14 ? lightest.id : null;
}
