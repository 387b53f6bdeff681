import { pickedUpShare } from '@/core/inks';
import type { Plan } from '@/model';
import { inkingsOf, inkOf, printedIds, type LaidInking } from './lookups';
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

/** Of two inks that meet on a block the one whose roller is charged last carries some of the other into its own. */
export interface Carried {
  readonly run: number;
  readonly from: LaidInking;
  readonly into: LaidInking;
  readonly pairs: readonly { readonly from: string; readonly into: string }[];
}

/** What rollers carry from ink to ink on blocks, where anything is carried at all. */
export function carriedOnBlocks(plan: Plan): Carried[] {
  const { percent, reachMm, chargedFirst } = plan.way.blend;
  if (percent === 0 || reachMm === 0) return [];
  const lightness = (inking: LaidInking) => inkOf(plan, inking).solidLabD50[0];
  return rolledTogether(plan).flatMap(({ run, a, b, pairs }) => {
    // what lies elsewhere carries no strips with it
    if (a.inkId === b.inkId || a.moved) return [];
    const first = lightness(a) >= lightness(b) === (chargedFirst === 'lighter') ? a : b;
    const met = pairs.map(([x, y]) => (first === a ? { from: x, into: y } : { from: y, into: x }));
    return [{ run, from: first, into: first === a ? b : a, pairs: met }];
  });
}

/** A blend is laid in so many strips, from the edge on: each holds a little less of the other ink. */
const STRIPS = 6;

/** How far each strip reaches from the edge, as a share of all of it, and how much of what is picked up lies in its middle. */
export const BLEND_STRIPS: readonly { readonly reach: number; readonly held: number }[] = Array.from(
  { length: STRIPS },
  (_, k) => ({ reach: (k + 1) / STRIPS, held: 1 - (k + 0.5) / STRIPS }),
);

/** Share of the other ink in a strip, 0–1. */
export function carriedShare({ way }: Pick<Plan, 'way'>, held: number): number {
  const { percent, passes, reachMm } = way.blend;
  return reachMm > 0 ? held * pickedUpShare(percent, passes) : 0;
}
