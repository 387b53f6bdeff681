import { MAX_TOOLS } from '@/core/cutting';
import { INK_START_VALUES, type Roller } from '@/core/inks';
import type { Experience } from '@/core/sheets';
import {
  type BenchAct,
  type BenchEvent,
  failure,
  MAX_SHIMS,
  success,
  type ItemKind,
  type ItemOf,
  type Outcome,
  type Plan,
  type WorkshopItem,
} from '@/model';

type Taken = Partial<Pick<Plan, 'paper' | 'roller' | 'toolsMm' | 'register' | 'sheets'>>;

/** From the least sure hand to the surest. */
const SURENESS: readonly Experience[] = ['new', 'practised', 'workshop'];

/** What each kind of thing says in a plan; brushes, racks and the like say nothing there, they are only kept with it. */
const TAKES: { readonly [Kind in ItemKind]?: (plan: Plan, used: readonly ItemOf<Kind>[]) => Taken } = {
  paper: ({ register }, [{ name, labD50, thicknessMm }]) => ({
    paper: { name, labD50 },
    register: { ...register, heights: { ...register.heights, paperMm: thicknessMm } },
  }),
  roller: ({ roller }, [{ diameterMm, soft }]) => ({ roller: { ...roller, diameterMm, soft } }),
  'cutting tool': (_, used) => ({
    toolsMm: [...new Set(used.map((tool) => tool.widthMm))].sort((a, b) => a - b).slice(0, MAX_TOOLS),
  }),
  press: ({ register }, [{ gapMm }]) => ({
    register: { ...register, heights: { ...register.heights, pressGapMm: gapMm } },
  }),
  hand: ({ register, sheets }, used) => {
    const experience = SURENESS[Math.min(...used.map((hand) => SURENESS.indexOf(hand.experience)))];
    return {
      register: { ...register, hand: experience === 'new' ? 'new to it' : experience },
      sheets: { ...sheets, experience },
    };
  },
  shim: ({ register }, used) => ({
    register: {
      ...register,
      stock: used.slice(0, MAX_SHIMS).map(({ name, thicknessMm }) => ({ name: name.slice(0, 40), thicknessMm })),
    },
  }),
};

/** Kinds of which a print uses one only: its rounds may lie on other papers, each said when it is begun. */
const USED_ONCE: readonly ItemKind[] = ['paper', 'roller', 'press', 'rack', 'room'];

const ofKind = <Kind extends ItemKind>(used: readonly WorkshopItem[], kind: Kind) =>
  used.filter((item): item is ItemOf<Kind> & WorkshopItem => item.kind === kind);

/** The things of one kind that a print is made with. */
export function usedOf<Kind extends ItemKind>(plan: Pick<Plan, 'uses'>, kind: Kind): readonly ItemOf<Kind>[] {
  return ofKind(plan.uses, kind) as readonly ItemOf<Kind>[];
}

/** The roller a print is inked with; one of the workshop has a name, and its width is known. */
export function rollerOf(plan: Pick<Plan, 'uses' | 'roller'>): Roller & { readonly name: string | null } {
  const [used] = usedOf(plan, 'roller');
  const { diameterMm } = plan.roller;
  return { name: used?.name ?? null, diameterMm, widthMm: used?.widthMm ?? INK_START_VALUES.roller.widthMm };
}

function takenFrom(plan: Plan, kind: ItemKind): Taken {
  const used = ofKind(plan.uses, kind);
  return used.length === 0
    ? {}
    : ((TAKES[kind] as ((plan: Plan, used: readonly WorkshopItem[]) => Taken) | undefined)?.(plan, used) ?? {});
}

/** The plan made with these things of a kind, and no others of it. Failure: `uses-one` where only one can be. */
export function withUses(plan: Plan, kind: ItemKind, items: readonly WorkshopItem[]): Outcome<Plan> {
  if (items.length > 1 && USED_ONCE.includes(kind)) return failure('uses-one', { kind, items: items.length });
  const next = { ...plan, uses: [...plan.uses.filter((item) => item.kind !== kind), ...items] };
  return success({ ...next, ...takenFrom(next, kind) });
}

/** Acts after which what a print was made with is history: its block was cut, or a sheet printed. */
const GATES: readonly BenchAct['kind'][] = ['cut-done', 'slip', 'pull'];

/** When the first gate was passed; null before. */
export function firstGateOf(events: readonly BenchEvent[]): string | null {
  return events.find(({ act }) => GATES.includes(act.kind))?.at ?? null;
}

/** The plan with what it uses kept as it is from then on; what was kept before stays as it was kept. */
export function frozenAsOf(plan: Plan, gateAt: string | null): Plan {
  return plan.frozenAt === null && gateAt !== null ? { ...plan, frozenAt: gateAt } : plan;
}

/** The same plan without the things whose word no longer stands in it: a hand typed something else. */
export function withUsesThatStand(plan: Plan): Plan {
  const kinds = [...new Set(plan.uses.map((item) => item.kind))];
  const left = kinds.filter((kind) => {
    const taken = takenFrom(plan, kind);
    return (Object.keys(taken) as (keyof Taken)[]).some(
      (part) => JSON.stringify(taken[part]) !== JSON.stringify(plan[part]),
    );
  });
  return left.length === 0 ? plan : { ...plan, uses: plan.uses.filter((item) => !left.includes(item.kind)) };
}

/**
 * The plan with what it uses as the workshop has it now, or last had it; from the first gate on everything stays as it was. The plan itself where nothing is otherwise.
 */
export function withUsesOfNow(plan: Plan, workshop: ReadonlyMap<string, WorkshopItem>): Plan {
  if (plan.frozenAt !== null) return plan;
  const news = plan.uses.map((used) => {
    const now = workshop.get(used.id);
    return now?.kind === used.kind && JSON.stringify(now) !== JSON.stringify(used) ? now : used;
  });
  const changed = new Set(news.filter((item, i) => item !== plan.uses[i]).map((item) => item.kind));
  let next = changed.size === 0 ? plan : { ...plan, uses: news };
  for (const kind of changed) next = { ...next, ...takenFrom(next, kind) };
  return next;
}
