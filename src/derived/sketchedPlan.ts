import { roundTo } from '@/core/numeric';
import { wordForColour, type Lab } from '@/core/colour';
import { ladderPercent } from '@/core/inks';
import { type PlanSketch } from '@/core/layers';
import { plainForme } from './lookups';
import { mediumOf, firstInk, withGroups, withoutStrays, withFadesOf } from './runGroups';
import { newSide, type Block, type FlatColour, type Ink, type Plan, type Run } from '@/model';
import { givenName } from '@/core/units';

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
    type: null,
    sides: [
      newSide(
        `side-${b + 1}`,
        stages.map((standing, s) => ({
          id: b === 0 && cutOn ? `stage-${s + 1}` : `stage-${String.fromCharCode(97 + b)}${s + 1}`,
          standingIds: standing.map((label) => ids[label]),
        })),
      ),
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
