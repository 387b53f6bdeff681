import { DEFAULT_RULES, type Plan } from './plan';

interface PlanOne {
  readonly version: 1;
  readonly way: object;
  readonly inks: readonly object[];
  readonly runs: readonly { readonly colourId: string; readonly inkings: readonly object[] }[];
}

/** A stored plan in the present form. Plans of version 1 knew reductions only, and inks by colour and a word. */
export function upgradedPlan(stored: unknown): unknown {
  const plan = stored as PlanOne | Plan | null;
  if (plan?.version !== 1 || !Array.isArray(plan.runs) || !Array.isArray(plan.inks)) return stored;
  return {
    ...plan,
    version: 2,
    way: { ...plan.way, under: 'dry' },
    rules: DEFAULT_RULES,
    inks: plan.inks.map((ink, place) => ({ ...ink, film: null, recipe: null, softenerPercent: Math.min(10, 2 * place) })),
    runs: plan.runs.map(({ colourId, ...run }) => ({ ...run, inkings: Array.isArray(run.inkings) ? run.inkings.map((inking: object) => ({ ...inking, colourId, zoneIds: null, filmWeight: 1 })) : run.inkings })),
  };
}
