import { DEFAULT_TOOLS_MM } from '@/core/cutting';
import { DEFAULT_LAYOUT, DEFAULT_REGISTER, DEFAULT_RULES, NOTHING_FITTED } from './plan';

interface OlderPlan {
  readonly version: number;
  readonly way: object;
  readonly toolMm?: number;
  readonly inks: readonly object[];
  readonly blocks: readonly object[];
  readonly layout?: { readonly marginMm?: number; readonly marginRule?: string; readonly exportPaper?: string };
  readonly runs: readonly { readonly colourId: string; readonly inkings: readonly object[] }[];
}

/**
 * A stored plan in the present form. Version 1 knew reductions only, and inks by colour and a word; version 2 knew no overlaps, masks or
 * tools; version 3 no paper but what one margin makes, and no size of a block.
 */
export function upgradedPlan(stored: unknown): unknown {
  const plan = stored as OlderPlan | null;
  if (!plan || !Array.isArray(plan.runs) || !Array.isArray(plan.inks)) return stored;
  if (plan.version === 1) return upgradedPlan(fromOne(plan));
  if (plan.version === 2) return upgradedPlan(fromTwo(plan));
  if (plan.version === 3) return fromThree(plan);
  return stored;
}

function fromOne(plan: OlderPlan): unknown {
  return {
    ...plan,
    version: 2,
    way: { ...plan.way, under: 'dry' },
    rules: DEFAULT_RULES,
    inks: plan.inks.map((ink, place) => ({
      ...ink,
      film: null,
      recipe: null,
      softenerPercent: Math.min(10, 2 * place),
    })),
    runs: plan.runs.map(({ colourId, ...run }) => ({
      ...run,
      inkings: Array.isArray(run.inkings)
        ? run.inkings.map((inking: object) => ({ ...inking, colourId, zoneIds: null, filmWeight: 1 }))
        : run.inkings,
    })),
  };
}

function fromTwo({ toolMm, ...plan }: OlderPlan): unknown {
  const narrowest = typeof toolMm === 'number' ? toolMm : DEFAULT_TOOLS_MM[0];
  return {
    ...plan,
    ...NOTHING_FITTED,
    version: 3,
    toolsMm: [narrowest, ...DEFAULT_TOOLS_MM.filter((mm) => mm > narrowest)],
    blocks: Array.isArray(plan.blocks) ? plan.blocks.map((block: object) => ({ ...block, grainDeg: 0 })) : plan.blocks,
  };
}

function fromThree({ layout, ...plan }: OlderPlan): unknown {
  return {
    ...plan,
    version: 4,
    layout: {
      ...DEFAULT_LAYOUT,
      marginMm: layout?.marginMm,
      rule: layout?.marginRule,
      exportPaper: layout?.exportPaper,
    },
    register: DEFAULT_REGISTER,
    blocks: Array.isArray(plan.blocks) ? plan.blocks.map((block: object) => ({ ...block, sizeMm: null })) : plan.blocks,
  };
}
