import { roundTo } from '@/core/numeric';
import { wordForColour, type Lab } from '@/core/colour';
import { ladderPercent } from '@/core/inks';
import { nestedStages, type PlanSketch } from '@/core/layers';
import { sideOfStage, stageOfRun } from './lookups';
import { type Block, type FlatColour, type FlatPlan, type Ink, type Inking, type Plan, type Run } from '@/model';

/** The ink a colour begins with: its own wish, opaque. */
function firstInk(colour: FlatColour, place: number): Ink {
  return {
    id: `ink-${colour.id}`,
    name: colour.name,
    solidLabD50: colour.wantedLabD50,
    opacity: 'opaque',
    film: null,
    recipe: null,
    softenerPercent: ladderPercent(place),
  };
}

/** The colours each run of a reduction finishes, in order: those that stand for it and for no later run of its block. */
export function groupsOf(plan: Plan): string[][] {
  return plan.runs.map((run) => {
    const side = sideOfStage(plan, run.inkings[0].stageId);
    const at = side?.stages.findIndex((stage) => stage.id === run.inkings[0].stageId) ?? -1;
    const later = side?.stages[at + 1]?.standingIds ?? [];
    return (side?.stages[at]?.standingIds ?? []).filter((id) => !later.includes(id));
  });
}

/**
 * A reduction that finishes these groups of colours, one group a run, in order, each printed in the ink of its first colour.
 * Runs and inks stay with their colour, stage ids with their place, so that what is already cut keeps its name.
 */
export function withGroups(plan: Plan, groups: readonly (readonly string[])[]): Plan {
  const stages = nestedStages(groups).map((standingIds, i) => ({ id: `stage-${i + 1}`, standingIds }));
  const runs = groups.map(([colourId], i): Run => {
    const known = plan.runs.find((run) => run.id === `run-${colourId}`);
    const inking = known?.inkings[0];
    return {
      id: `run-${colourId}`,
      impressions: known?.impressions ?? 1,
      inkings: [
        {
          id: `inking-${colourId}`,
          colourId,
          stageId: stages[i].id,
          inkId: `ink-${colourId}`,
          zoneIds: null,
          filmWeight: inking?.filmWeight ?? 1,
        },
      ],
    };
  });
  const inks = groups.map(
    ([colourId], i): Ink =>
      plan.inks.find((ink) => ink.id === `ink-${colourId}`) ??
      firstInk(
        plan.flat!.colours.find((c) => c.id === colourId)!,
        i,
      ),
  );
  const [first] = plan.blocks;
  const block: Block = { ...first, sides: [{ ...first.sides[0], stages }] };
  return withoutStrays({ ...plan, way: { ...plan.way, process: 'reduction' }, inks, runs, blocks: [block] });
}

/** The plan without masks of runs, and overlaps of colours, that are not there any more. */
function withoutStrays(plan: Plan): Plan {
  const colours = new Set(plan.flat?.colours.map((c) => c.id));
  return {
    ...plan,
    fit: { ...plan.fit, pairs: plan.fit.pairs.filter((pair) => colours.has(pair.aId) && colours.has(pair.bId)) },
  };
}

/**
 * The plan with its runs in another order. Where several runs print from one side, its stages are cut anew to follow: each
 * stands for its run and all later ones of that side. Stage ids stay with their place.
 */
export function withRunOrder(plan: Plan, runIds: readonly string[]): Plan {
  const groups = new Map(groupsOf(plan).map((group, i) => [plan.runs[i].id, group]));
  const ordered = together(
    plan,
    runIds.map((id) => plan.runs.find((run) => run.id === id)!),
  );
  let runs = ordered;
  const blocks = plan.blocks.map((block) => ({
    ...block,
    sides: block.sides.map((side) => {
      const mine = ordered.filter((run) => side.stages.some((stage) => stage.id === run.inkings[0].stageId));
      if (side.stages.length < 2) return side;
      // runs that share a stage (two tones from one cut) move as one
      const units = [...new Set(mine.map((run) => run.inkings[0].stageId))];
      const standing = nestedStages(
        units.map((unit) => groups.get(mine.find((run) => run.inkings[0].stageId === unit)!.id)!),
      );
      const stages = side.stages.map((stage, i) => ({ id: stage.id, standingIds: standing[i] }));
      const placed = new Map(mine.map((run) => [run.id, stages[units.indexOf(run.inkings[0].stageId)].id]));
      runs = runs.map((run) =>
        placed.has(run.id)
          ? { ...run, inkings: run.inkings.map((inking) => ({ ...inking, stageId: placed.get(run.id)! })) }
          : run,
      );
      return { ...side, stages };
    }),
  }));
  return { ...plan, runs, blocks };
}

/** Runs from one stage of a block that is cut on stand one after another: once it is cut on, none of them can be printed. */
function together(plan: Plan, ordered: readonly Run[]): Run[] {
  const stageOf = (run: Run) => run.inkings[0].stageId;
  const bound = (run: Run) => (sideOfStage(plan, stageOf(run))?.stages.length ?? 0) > 1;
  return ordered.flatMap((run, i) => {
    if (!bound(run)) return [run];
    return ordered.findIndex((other) => stageOf(other) === stageOf(run)) === i
      ? ordered.filter((other) => stageOf(other) === stageOf(run))
      : [];
  });
}

/** Light to dark, from run `from` on. */
export function lightToDark(plan: Plan, from = 0): string[] {
  const lightness = (run: Run) => plan.inks.find((ink) => ink.id === run.inkings[0].inkId)!.solidLabD50[0];
  return [...plan.runs.slice(0, from), ...[...plan.runs.slice(from)].sort((a, b) => lightness(b) - lightness(a))].map(
    (run) => run.id,
  );
}

/**
 * The plan with new flat colours. While every printed colour is still spoken for, runs keep their place and lose only colours
 * that are gone; otherwise a reduction from light to dark begins. Inks follow a colour whose wish has changed.
 */
export function withFlat(plan: Plan, flat: FlatPlan | null): Plan {
  if (!flat) return { ...withGroups({ ...plan, flat: null }, []), inks: [], flat: null };
  const printed = flat.colours.filter((c) => c.id !== flat.barePaperId);
  const followed = { ...plan, flat, inks: plan.inks.map((ink) => inkAfterWish(plan, printed, ink)) };
  return (
    withoutGoneColours(followed, new Set(printed.map((c) => c.id))) ??
    withGroups(
      followed,
      [...printed].sort((a, b) => b.wantedLabD50[0] - a.wantedLabD50[0]).map((c) => [c.id]),
    )
  );
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
  const runs = plan.runs.filter((run) => (stageOfRun(plan, run)?.standingIds ?? []).some((id) => printed.has(id)));
  const twoTones = new Set(plan.runs.map((run) => run.inkings[0].stageId)).size < plan.runs.length;
  if (plan.way.process === 'reduction' && !twoTones) {
    const groups = groupsOf(plan)
      .map((group) => group.filter((id) => printed.has(id)))
      .filter((group) => group.length > 0);
    return groups.length > 0 && groups.flat().length === printed.size ? withGroups(plan, groups) : undefined;
  }
  const spokenFor = new Set(
    plan.blocks.flatMap((b) => b.sides.flatMap((s) => s.stages.flatMap((stage) => stage.standingIds))),
  );
  if (
    ![...printed].every((id) => spokenFor.has(id)) ||
    runs.length < plan.runs.length ||
    runs.some((run) => run.inkings.some((i) => !printed.has(i.colourId)))
  )
    return undefined;
  return withoutStrays({
    ...plan,
    blocks: plan.blocks.map((b) => ({
      ...b,
      sides: b.sides.map((s) => ({
        ...s,
        stages: s.stages.map((stage) => ({ ...stage, standingIds: stage.standingIds.filter((id) => printed.has(id)) })),
      })),
    })),
  });
}

/** The plan a sketch means: its blocks, stages, runs and inks, under ids that stay the same each time. */
export function planFromSketch(plan: Plan, sketch: PlanSketch): Plan {
  const ids = plan.flat!.colours.map((c) => c.id);
  if (sketch.process === 'reduction') return reductionFrom(plan, sketch, ids);
  const material = plan.blocks[0].materialId;
  const blocks = sketch.blocks.map(({ stages }, b): Block => ({
    id: `block-${b + 1}`,
    name: `Block ${b + 1}`,
    materialId: plan.blocks[b]?.materialId ?? material,
    grainDeg: plan.blocks[b]?.grainDeg ?? 0,
    sizeMm: plan.blocks[b]?.sizeMm ?? null,
    sides: [
      {
        id: `side-${b + 1}`,
        name: 'face',
        stages: stages.map((standing, s) => ({
          id: b === 0 && sketch.process === 'mixed' ? `stage-${s + 1}` : `stage-${String.fromCharCode(97 + b)}${s + 1}`,
          standingIds: standing.map((label) => ids[label]),
        })),
      },
    ],
  }));
  const inks = new Map<string, Ink>();
  const names: string[] = [];
  const runs = sketch.runs.map((run, r): Run => {
    const inkings = run.inkings.map((inking, i): Inking => {
      const colour = plan.flat!.colours[inking.colour];
      const ink = sketchedInk(plan, inking.ink, colour, names, r);
      inks.set(ink.id, ink);
      names.push(ink.name);
      return {
        id: `inking-${r + 1}-${i + 1}`,
        colourId: colour.id,
        stageId: blocks[inking.block].sides[0].stages[inking.stage].id,
        inkId: ink.id,
        zoneIds: inking.zone?.map((label) => ids[label]) ?? null,
        filmWeight: 1,
      };
    });
    return { id: `run-${inkings[0].inkId.slice(4)}`, impressions: 1, inkings };
  });
  return withoutStrays({
    ...plan,
    way: { ...plan.way, process: sketch.process },
    blocks,
    runs,
    inks: [...inks.values()],
  });
}

/** A reduction as a sketch means it: groups of colours that go together, light first, opaque where it says so. */
function reductionFrom(plan: Plan, sketch: PlanSketch, ids: readonly string[]): Plan {
  const stages = sketch.blocks[0].stages;
  const groups = stages.map((standing, s) => {
    const main = sketch.runs[s].inkings[0].colour;
    const group = standing.filter((label) => !(stages[s + 1] ?? []).includes(label));
    return [main, ...group.filter((label) => label !== main)].map((label) => ids[label]);
  });
  const reduced = withGroups(plan, groups);
  const opaque = new Set(
    sketch.runs
      .filter((run) => run.inkings[0].ink.opacity === 'opaque')
      .map((run) => `ink-${ids[run.inkings[0].colour]}`),
  );
  return {
    ...reduced,
    inks: reduced.inks.map((ink) =>
      opaque.has(ink.id) && ink.opacity !== 'opaque' ? { ...ink, opacity: 'opaque', film: null } : ink,
    ),
  };
}

function sketchedInk(
  plan: Plan,
  ink: PlanSketch['runs'][number]['inkings'][number]['ink'],
  colour: FlatColour,
  taken: readonly string[],
  place: number,
): Ink {
  if (ink.keepsInkOf !== undefined) {
    return plan.inks.find((i) => i.id === `ink-${colour.id}`) ?? firstInk(colour, place);
  }
  const rounded = ink.labD50.map((v) => roundTo(v, 1)) as unknown as Lab;
  return {
    id: `ink-over-${colour.id}-${place + 1}`,
    name: wordForColour(ink.labD50, taken),
    solidLabD50: rounded,
    opacity: ink.opacity ?? 'transparent',
    film: null,
    recipe: null,
    softenerPercent: ladderPercent(place),
  };
}

function sameLab(a: Lab, b: Lab): boolean {
  return a.every((v, i) => v === b[i]);
}

/** Bare paper by first guess: the lightest colour when it is near the paper, else none. */
export function guessBarePaper(colours: FlatPlan['colours'], paperLabD50: Lab): string | null {
  const lightest = [...colours].sort((a, b) => b.wantedLabD50[0] - a.wantedLabD50[0])[0];
  return lightest && Math.abs(lightest.wantedLabD50[0] - paperLabD50[0]) < 14 ? lightest.id : null;
}
