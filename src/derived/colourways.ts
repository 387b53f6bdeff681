import type { SheetName } from '@/core/sheets';
import type { Colourway, Plan, Run } from '@/model';
import type { BenchState } from './bench/replayLog';
import { withInkings } from './lookups';

/** The plan in one of its colourways, by plan and colourway: so that what is kept of a plan's runs is kept of these, too. */
const made = new WeakMap<Plan, Map<string, Plan>>();

/** The plan as it is printed in another set of inks: the same cuts, runs and weights. The plan itself where there is no such set, or none is named. */
export function inColourway(plan: Plan, colourwayId: string | undefined): Plan {
  const colourway = plan.colourways.find(({ id }) => id === colourwayId);
  if (!colourway || colourway.inks.length === 0) return plan;
  let known = made.get(plan);
  if (!known) made.set(plan, (known = new Map<string, Plan>()));
  let printed = known.get(colourway.id);
  if (!printed) known.set(colourway.id, (printed = { ...plan, runs: plan.runs.map((run) => inInks(run, colourway)) }));
  return printed;
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

/** How some sheets fall to the sets of inks: the first one under no name. */
export function byColourway(
  { colourwaySheets }: Pick<BenchState, 'colourwaySheets'>,
  sheets: readonly SheetName[],
): Map<string | undefined, SheetName[]> {
  const parted = new Map<string | undefined, SheetName[]>();
  for (const sheet of sheets) {
    const colourwayId = colourwaySheets.get(sheet),
      own = parted.get(colourwayId);
    if (own) own.push(sheet);
    else parted.set(colourwayId, [sheet]);
  }
  return parted;
}
