import type { Colourway, Plan, Run } from '@/model';
import type { BenchState } from './bench/benchState';
import { inkingsOf, withInkings } from './lookups';
import { looksOfPlan } from './looks';

/** The plan in one of its colourways, by plan and colourway: so that what is kept of a plan's runs is kept of these, too. */
const made = new WeakMap<Plan, Map<string, Plan>>();

/** The plan as it is printed in another set of inks: the same cuts, runs and weights. The plan itself where there is no such set, or none is named. */
export function inColourway(plan: Plan, colourwayId: string | undefined): Plan {
  const colourway = plan.colourways.find(({ id }) => id === colourwayId);
  if (!colourway || colourway.inks.length === 0) return plan;
  let known = made.get(plan);
  if (!known) made.set(plan, (known = new Map<string, Plan>()));
  let printed = known.get(colourway.id);
  if (!printed)
    known.set(
      colourway.id,
      (printed = wishedAsItLooks({ ...plan, runs: plan.runs.map((run) => inInks(run, colourway)) }, plan)),
    );
  return printed;
}

/** In other inks the picture is wished as those inks make it: what differs from the first set is what was chosen. */
function wishedAsItLooks(printed: Plan, plan: Plan): Plan {
  const finished = looksOfPlan(printed)?.looks.at(-1),
    first = looksOfPlan(plan)?.looks.at(-1);
  if (!printed.flat || !finished || !first) return printed;
  const colours = printed.flat.colours.map((colour, label) =>
    finished[label].every((v, axis) => v === first[label][axis])
      ? colour
      : { ...colour, wantedLabD50: finished[label] },
  );
  return { ...printed, flat: { ...printed.flat, colours } };
}

/** The plan in whose inks a pot is mixed: the first that lays its ink in its run. */
export function planOfPot(plan: Plan, { runId, inkId }: { readonly runId: string; readonly inkId: string }): Plan {
  const laid = (one: Plan) =>
    one.runs.some(
      (run) =>
        run.id === runId && inkingsOf(run).some((inking) => inking.inkId === inkId || inking.fade?.toInkId === inkId),
    );
  return [plan, ...plan.colourways.map(({ id }) => inColourway(plan, id))].find(laid) ?? plan;
}

function inInks(run: Run, { inks }: Colourway): Run {
  const by = new Map(inks.map(({ inkId, byInkId }) => [inkId, byInkId]));
  const other = (inkId: string) => by.get(inkId) ?? inkId;
  return withInkings(run, (inking) => ({
    ...inking,
    inkId: other(inking.inkId),
    fade: inking.fade && { ...inking.fade, toInkId: inking.fade.toInkId && other(inking.fade.toInkId) },
  }));
}

/** Without what colourways took the place of or by, where that ink is in the plan no more. */
export function withInksThatAre(plan: Plan): Plan {
  const inks = new Set(plan.inks.map(({ id }) => id)),
    stands = ({ inkId, byInkId }: Colourway['inks'][number]) => inks.has(inkId) && inks.has(byInkId);
  if (plan.colourways.every((one) => one.inks.every(stands))) return plan;
  return { ...plan, colourways: plan.colourways.map((one) => ({ ...one, inks: one.inks.filter(stands) })) };
}

/** Sheets that a print is to have besides those of its first set of inks. */
export const sheetsOfColourways = ({ colourways }: Plan) => colourways.reduce((sum, { sheets }) => sum + sheets, 0);

/** Sheets that are printed in a set of inks, tests in the first: those started, or those that would be. */
export function sheetsInInks(
  plan: Plan,
  bench: Pick<BenchState, 'colourwaySheets' | 'started'>,
  colourwayId: string | undefined,
  ofAll: number,
): number {
  if (colourwayId === undefined) return bench.started ? ofAll - bench.colourwaySheets.size : ofAll;
  if (bench.started) return [...bench.colourwaySheets.values()].filter((id) => id === colourwayId).length;
  return plan.colourways.find(({ id }) => id === colourwayId)?.sheets ?? 0;
}
