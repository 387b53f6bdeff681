import { mediumById } from '@/core/inks';
import { givenName } from '@/core/units';
import { newSide, type FlatPlan, type Ink, type Plan } from '@/model';
import { inkingsOf, plainRun } from './lookups';

/** What a key's block, side, cut, run and ink are named by. */
const AS = 'key';

/** The flat colours without their key drawing: it is always the last of them when it is made. */
export function withoutKeyColour(flat: FlatPlan): FlatPlan {
  const { key, ...rest } = flat;
  return key ? { ...rest, colours: flat.colours.filter(({ id }) => id !== key.colourId) } : flat;
}

/** Whether a picture has a key drawing that the plan before it did not have. */
export function keyIsNew(before: Plan, flat: FlatPlan): boolean {
  return flat.key !== undefined && !before.flat?.colours.some(({ id }) => id === flat.key!.colourId);
}

/**
 * The plan with a block of its own for a key drawing that was just made, printed first or last as the way of working begins; everything else
 * stays as it is. `flat` are the colours with it.
 */
export function withKeyBlock(plan: Plan, flat: FlatPlan): Plan {
  const colour = flat.colours.find(({ id }) => id === flat.key!.colourId)!;
  const [first] = plan.blocks,
    mediumId = plan.inks[0]?.mediumId ?? plan.way.begins.mediumId;
  const ink: Ink = {
    ...{ id: `ink-${colour.id}`, name: colour.name, mediumId, solidLabD50: colour.wantedLabD50 },
    ...{ opacity: plan.way.begins.key === 'last' ? 'opaque' : plan.way.begins.opacity, film: null, recipe: null },
    softenerPercent: 0,
  };
  const run = plainRun(`run-${AS}`, `cut-${AS}`, {
    ...{ id: `inking-${AS}`, colourId: colour.id, inkId: ink.id, laidBy: mediumById(mediumId).laidBy },
  });
  return {
    ...plan,
    flat,
    inks: [...plan.inks.filter(({ id }) => id !== ink.id), ink],
    blocks: [
      ...plan.blocks.filter(({ id }) => id !== `block-${AS}`),
      {
        ...{ id: `block-${AS}`, name: givenName('Key block'), materialId: first.materialId },
        ...{ grainDeg: first.grainDeg, sizeMm: null, type: null },
        sides: [newSide(`side-${AS}`, [{ id: `cut-${AS}`, standingIds: [colour.id] }])],
      },
    ],
    runs: plan.way.begins.key === 'first' ? [run, ...plan.runs] : [...plan.runs, run],
  };
}

/** The plan without what printed its key drawing, where the colours to come have none: everything else stays as it is. */
export function withoutKeyBlock(plan: Plan, flat: FlatPlan): Plan {
  const id = plan.flat?.key?.colourId;
  if (id === undefined || flat.colours.some((colour) => colour.id === id)) return plan;
  const only = (ids: readonly string[]) => ids.length > 0 && ids.every((one) => one === id);
  const cuts = new Set(
    plan.blocks.flatMap(({ sides }) => sides.flatMap((side) => side.cuts.filter((cut) => only(cut.standingIds)))),
  );
  const cutIds = new Set<string | null>([...cuts].map((cut) => cut.id));
  const runs = plan.runs.filter(({ formes }) => !formes.every(({ cutId }) => cutIds.has(cutId)));
  const blocks = plan.blocks.filter(
    ({ sides }) => !sides.every((side) => side.cuts.length > 0 && side.cuts.every((cut) => cuts.has(cut))),
  );
  // its ink stays while another run lays it, or fades to it
  const laid = new Set(runs.flatMap(inkingsOf).flatMap(({ inkId, fade }) => [inkId, fade?.toInkId]));
  return {
    ...{ ...plan, runs, blocks },
    inks: plan.inks.filter((ink) => ink.id !== `ink-${id}` || laid.has(ink.id)),
    masks: plan.masks.filter(({ runId }) => runs.some((run) => run.id === runId)),
  };
}

/** The order of runs with the key first, or last; undefined where no run prints just the key, or it stands there already. */
export function withKeyAt(plan: Plan, place: 'first' | 'last'): string[] | undefined {
  const key = keyRunOf(plan);
  if (key < 0) return undefined;
  const ids = plan.runs.map(({ id }) => id),
    [own] = ids.splice(key, 1);
  const ordered = place === 'first' ? [own, ...ids] : [...ids, own];
  return ordered.every((id, i) => id === plan.runs[i].id) ? undefined : ordered;
}

/** The run (from 0) that prints the key drawing; −1 where none does. */
export function keyRunOf({ flat, runs }: Plan): number {
  const id = flat?.key?.colourId;
  return id === undefined
    ? -1
    : runs.findIndex(({ formes }) => formes.some(({ inkings }) => inkings.some(({ colourId }) => colourId === id)));
}
