import type { Plan } from '@/model';
import { inkingsOf, printedIds, type LaidInking } from './lookups';
import { inkedApart } from './sawn';

/** Two inkings that are rolled on one cut in one press of a run, with the colours of each that no saw parts. */
export interface RolledTogether {
  /** Place in the order of runs, from 0. */
  readonly run: number;
  readonly a: LaidInking;
  readonly b: LaidInking;
  /** A colour of the first and one of the second. */
  readonly pairs: readonly (readonly [string, string])[];
}

export function rolledTogether(plan: Plan): RolledTogether[] {
  // what is masked or wiped is inked with the rest: only where the roller must stay away does distance count
  const rolled = (inking: LaidInking) => printedIds(plan, { ...inking, keptOut: [] });
  return plan.runs.flatMap((run, r) =>
    inkingsOf(run).flatMap((a, i, inkings) =>
      inkings.slice(i + 1).flatMap((b) => {
        // laid again it is another press; a brush is held where it belongs
        const apart = a.cutId === null || a.cutId !== b.cutId || a.formeId !== b.formeId;
        if (apart || a.laidBy === 'brush' || b.laidBy === 'brush') return [];
        const pairs = rolled(a).flatMap((x) =>
          rolled(b)
            .filter((y) => !inkedApart(plan, a.cutId, x, y))
            .map((y) => [x, y] as const),
        );
        return pairs.length > 0 ? [{ run: r, a, b, pairs }] : [];
      }),
    ),
  );
}
