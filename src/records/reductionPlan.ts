import type { Lab } from '@/core/colour';
import { reductionStates } from '@/core/layers';
import type { FlatPlan, Ink, Plan, Run } from './plan';

/**
 * The plan with its runs put in `order` (ids of all printed flat colours): the stages of the one block follow. Runs and
 * inks stay with their colour, stage ids with their place, so that what is already cut keeps its name.
 */
export function withRunOrder(plan: Plan, order: readonly string[]): Plan {
  const flat = plan.flat;
  if (!flat) return { ...plan, runs: [], inks: [], blocks: withStages(plan, []) };
  const states = reductionStates(order, flat.barePaperId ?? undefined);
  const stages = states.map((state, i) => ({ id: `stage-${i + 1}`, standingIds: [...state.standing] }));
  const runs = order.map((colourId, i): Run => {
    const known = plan.runs.find((run) => run.colourId === colourId);
    return {
      id: known?.id ?? `run-${colourId}`,
      colourId,
      impressions: known?.impressions ?? 1,
      inkings: [{ id: `inking-${colourId}`, stageId: stages[i].id, inkId: `ink-${colourId}` }],
    };
  });
  const inks = order.map((colourId): Ink => {
    const colour = flat.colours.find((c) => c.id === colourId)!;
    return plan.inks.find((ink) => ink.id === `ink-${colourId}`) ?? { id: `ink-${colourId}`, name: colour.name, solidLabD50: colour.wantedLabD50, opacity: 'opaque' };
  });
  return { ...plan, inks, runs, blocks: withStages(plan, stages) };
}

function withStages(plan: Plan, stages: Plan['blocks'][number]['sides'][number]['stages']): Plan['blocks'] {
  return plan.blocks.map((block, b) => (b > 0 ? block : { ...block, sides: block.sides.map((side, s) => (s > 0 ? side : { ...side, stages })) }));
}

/**
 * The plan with new flat colours. Runs whose colour still exists keep their place, new colours are put in light to dark.
 * Inks follow a colour whose wish has changed.
 */
export function withFlat(plan: Plan, flat: FlatPlan | null): Plan {
  if (!flat) return withRunOrder({ ...plan, flat: null }, []);
  const printed = flat.colours.filter((c) => c.id !== flat.barePaperId);
  const kept = plan.runs.map((run) => run.colourId).filter((id) => printed.some((c) => c.id === id));
  const lightToDark = [...printed].sort((a, b) => b.wantedLabD50[0] - a.wantedLabD50[0]).map((c) => c.id);
  const order = kept.length === printed.length ? kept : lightToDark;
  const before = new Map((plan.flat?.colours ?? []).map((c) => [c.id, c]));
  const inks = plan.inks.map((ink) => {
    const colour = printed.find((c) => `ink-${c.id}` === ink.id);
    const old = colour && before.get(colour.id);
    if (!colour || !old) return ink;
    const solidLabD50 = sameLab(old.wantedLabD50, colour.wantedLabD50) ? ink.solidLabD50 : colour.wantedLabD50;
    return { ...ink, name: old.name === ink.name ? colour.name : ink.name, solidLabD50 };
  });
  return withRunOrder({ ...plan, flat, inks }, order);
}

function sameLab(a: Lab, b: Lab): boolean {
  return a.every((v, i) => v === b[i]);
}

/** Bare paper by first guess: the lightest colour when it is near the paper, else none. */
export function guessBarePaper(colours: FlatPlan['colours'], paperLabD50: Lab): string | null {
  const lightest = [...colours].sort((a, b) => b.wantedLabD50[0] - a.wantedLabD50[0])[0];
  return lightest && Math.abs(lightest.wantedLabD50[0] - paperLabD50[0]) < 14 ? lightest.id : null;
}
