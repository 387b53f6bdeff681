import { roundTo } from '@/core/numeric';
import { wordForColour, type Lab } from '@/core/colour';
import { ladderPercent, type MediumId } from '@/core/inks';
import { nestedStages, type PlanSketch } from '@/core/layers';
import { keyIsNew, withKeyBlock, withoutKeyBlock, withoutKeyColour } from './keyDrawing';
import {
  cutsOf,
  cutsOfRun,
  inkingsOf,
  inksOfRun,
  isPlainReduction,
  plainForme,
  plainRun,
  sideOfCut,
  withCuts,
  withInkings,
  withSides,
} from './lookups';
import type { Block, BlockSide, FlatColour, FlatPlan, Ink, Plan, Run } from '@/model';
import { givenName } from '@/core/units';

/** What a further ink of this print is made of: what its first one is, or what the way of working begins with. */
export function mediumOf(plan: Plan): MediumId {
  return plan.inks[0]?.mediumId ?? plan.way.begins.mediumId;
}

/** The ink a colour begins with: its own wish, as opaque as the way of working has it. */
function firstInk(plan: Plan, colour: FlatColour, place: number): Ink {
  return {
    id: `ink-${colour.id}`,
    name: colour.name,
    mediumId: mediumOf(plan),
    solidLabD50: colour.wantedLabD50,
    opacity: plan.way.begins.opacity,
    film: null,
    recipe: null,
    softenerPercent: ladderPercent(place),
  };
}

/** The colours each run finishes, in order: those that stand for it and in no later cut of its side. */
export function groupsOf(plan: Plan): string[][] {
  return plan.runs.map((run) => [
    ...new Set(
      run.formes.flatMap(({ cutId }) => {
        const cuts = sideOfCut(plan, cutId)?.cuts ?? [];
        const at = cuts.findIndex((cut) => cut.id === cutId);
        const later = cuts[at + 1]?.standingIds ?? [];
        return (cuts[at]?.standingIds ?? []).filter((id) => !later.includes(id));
      }),
    ),
  ]);
}

/**
 * A reduction that finishes these groups of colours, one group a run, in order, each printed in the ink of its first colour.
 * Runs and inks stay with their colour, ids of cuts with their place, so that what is already cut keeps its name.
 */
export function withGroups(plan: Plan, groups: readonly (readonly string[])[]): Plan {
  const cuts = nestedStages(groups).map((standingIds, i) => ({ id: `stage-${i + 1}`, standingIds }));
  const runs = groups.map(([colourId], i): Run => {
    const known = plan.runs.find((run) => run.id === `run-${colourId}`);
    const inking = known && inkingsOf(known).find((one) => one.colourId === colourId);
    return plainRun(
      `run-${colourId}`,
      cuts[i].id,
      {
        id: `inking-${colourId}`,
        colourId,
        inkId: `ink-${colourId}`,
        ...(inking && { filmWeight: inking.filmWeight, fade: inking.fade, laidBy: inking.laidBy }),
      },
      known?.impressions,
    );
  });
  const inks = groups.map(
    ([colourId], i): Ink =>
      plan.inks.find((ink) => ink.id === `ink-${colourId}`) ??
      firstInk(
        plan,
        plan.flat!.colours.find((c) => c.id === colourId)!,
        i,
      ),
  );
  const [first] = plan.blocks;
  const block: Block = { ...first, sides: [{ ...first.sides[0], cuts }] };
  return withoutStrays({ ...plan, inks, runs, blocks: [block] }, plan.inks);
}

/** The plan without overlaps of colours that are not there any more, and with those of the `known` inks that its fades go over to. */
function withoutStrays(plan: Plan, known: readonly Ink[] = plan.inks): Plan {
  const colours = new Set(plan.flat?.colours.map((c) => c.id));
  const goneOverTo = new Set(plan.runs.flatMap((run) => inkingsOf(run).map(({ fade }) => fade?.toInkId)));
  const missing = known.filter(({ id }) => goneOverTo.has(id) && !plan.inks.some((ink) => ink.id === id));
  return {
    ...plan,
    inks: missing.length > 0 ? [...plan.inks, ...missing] : plan.inks,
    fit: { ...plan.fit, pairs: plan.fit.pairs.filter((pair) => colours.has(pair.aId) && colours.has(pair.bId)) },
  };
}

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
  if (!flat) return { ...withGroups({ ...plan, flat: null }, []), inks: [], flat: null };
  const keyless = withoutKeyBlock(plan, flat);
  if (keyless !== plan && keyless.runs.length > 0 && keyless.blocks.length > 0)
    return withFlat({ ...keyless, flat: withoutKeyColour(plan.flat!) }, flat);
  if (keyIsNew(plan, flat) && plan.runs.length > 0) return withKeyBlock(withFlat(plan, withoutKeyColour(flat)), flat);
  const printed = flat.colours.filter((c) => c.id !== flat.barePaperId);
  const followed = { ...plan, flat, inks: plan.inks.map((ink) => inkAfterWish(plan, printed, ink)) };
  return withoutGoneColours(followed, new Set(printed.map((c) => c.id))) ?? withRunsBegun(followed);
}

/** Runs as a picture begins with them: each colour cut from one block in the order of the rules, or each on a block of its own. */
export function withRunsBegun(plan: Plan): Plan {
  const { colours, barePaperId, key } = plan.flat!;
  // a key drawing is on a block of its own whatever becomes of the colours
  if (key) return withKeyBlock(withRunsBegun({ ...plan, flat: withoutKeyColour(plan.flat!) }), plan.flat!);
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

/** The plan a sketch means: its blocks, stages, runs and inks, under ids that stay the same each time. */
export function planFromSketch(plan: Plan, sketch: PlanSketch): Plan {
  const ids = plan.flat!.colours.map((c) => c.id);
  if (sketch.blocks.length === 1 && usesOneInkingARun(sketch)) return reductionFrom(plan, sketch, ids);
  const cutOn = sketch.blocks.some(({ stages }) => stages.length > 1);
  const material = plan.blocks[0].materialId;
  const blocks = sketch.blocks.map(({ stages }, b): Block => ({
    id: `block-${b + 1}`,
    name: givenName(`Block ${b + 1}`),
    materialId: plan.blocks[b]?.materialId ?? material,
    grainDeg: plan.blocks[b]?.grainDeg ?? 0,
    sizeMm: plan.blocks[b]?.sizeMm ?? null,
    sides: [
      {
        id: `side-${b + 1}`,
        name: 'face',
        pieces: [],
        cuts: stages.map((standing, s) => ({
          id: b === 0 && cutOn ? `stage-${s + 1}` : `stage-${String.fromCharCode(97 + b)}${s + 1}`,
          standingIds: standing.map((label) => ids[label]),
        })),
      },
    ],
  }));
  const inks = new Map<string, Ink>();
  const names: string[] = [];
  const runs = sketch.runs.map((run, r): Run => {
    const inkings = run.inkings.map((inking, i) => {
      const colour = plan.flat!.colours[inking.colour];
      const ink = sketchedInk(plan, inking.ink, colour, names, r);
      inks.set(ink.id, ink);
      names.push(ink.name);
      return {
        id: `inking-${r + 1}-${i + 1}`,
        colourId: colour.id,
        cutId: blocks[inking.block].sides[0].cuts[inking.stage].id,
        inkId: ink.id,
        zoneIds: inking.zone?.map((label) => ids[label]) ?? null,
      };
    });
    const runId = `run-${inkings[0].inkId.slice(4)}`;
    const cutIds = [...new Set(inkings.map(({ cutId }) => cutId))];
    return {
      id: runId,
      impressions: 1,
      formes: cutIds.map((cutId, f) =>
        plainForme(
          f === 0 ? `forme-${runId}` : `forme-${runId}-${f + 1}`,
          cutId,
          inkings.flatMap(({ cutId: own, ...inking }) => (own === cutId ? [inking] : [])),
        ),
      ),
    };
  });
  return withFadesOf(withoutStrays({ ...plan, blocks, runs, inks: [...inks.values()] }), plan);
}

/** A plan made anew with the fades its inks had on their colours before: they stay with both, whatever block and run those come to. */
export function withFadesOf(made: Plan, before: Plan): Plan {
  const faded = before.runs.flatMap(inkingsOf).filter(({ fade }) => fade);
  if (faded.length === 0) return made;
  const runs = made.runs.map((run) =>
    withInkings(run, (inking) => {
      const had = faded.find(({ colourId, inkId }) => colourId === inking.colourId && inkId === inking.inkId);
      return had ? { ...inking, fade: had.fade, laidBy: had.laidBy } : inking;
    }),
  );
  return withoutStrays({ ...made, runs }, before.inks);
}

/** Whether every run of a sketch lays one ink: what a reduction in its usual form does. */
function usesOneInkingARun(sketch: PlanSketch): boolean {
  return sketch.runs.every((run) => run.inkings.length === 1);
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
    return plan.inks.find((i) => i.id === `ink-${colour.id}`) ?? firstInk(plan, colour, place);
  }
  const rounded = ink.labD50.map((v) => roundTo(v, 1)) as unknown as Lab;
  return {
    id: `ink-over-${colour.id}-${place + 1}`,
    name: wordForColour(ink.labD50, taken),
    mediumId: mediumOf(plan),
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
