import { layingOf, pickedUpShare } from '@/core/inks';
import type { Plan } from '@/model';
import { inkingsOf, inkOf, printedIds, type LaidInking } from './lookups';
import { rolledTogether } from './rolledTogether';

/** An ink that gets into another one beside its own area: by a roller on one block, or from an open film that block and roller take up. */
export interface Carried {
  readonly by: 'one block' | 'an open film';
  /** Place in the order of runs, from 0, of the ink it gets into. */
  readonly run: number;
  readonly from: LaidInking;
  readonly into: LaidInking;
  /** Colours of the picture that meet: it is carried from the one over their edge into the other. */
  readonly pairs: readonly { readonly from: string; readonly into: string }[];
}

/** All that is carried over edges; `traps`: colours that lie over each other along their common edge. */
export function carriedOverEdges(
  plan: Plan,
  traps: readonly { readonly grow: string; readonly under: string }[],
): Carried[] {
  const { percent, reachMm } = plan.way.blend;
  return percent === 0 || reachMm === 0 ? [] : [...carriedOnBlocks(plan), ...carriedFromOpen(plan, traps)];
}

/** Of two inks that meet on a block the one whose roller is charged last carries some of the other into its own. */
function carriedOnBlocks(plan: Plan): Carried[] {
  const { chargedFirst } = plan.way.blend;
  const lightness = (inking: LaidInking) => inkOf(plan, inking).solidLabD50[0];
  return rolledTogether(plan).flatMap(({ run, a, b, pairs }) => {
    // what lies elsewhere carries no strips with it
    if (a.inkId === b.inkId || a.moved) return [];
    const first = lightness(a) >= lightness(b) === (chargedFirst === 'lighter') ? a : b;
    const met = pairs.map(([x, y]) => (first === a ? { from: x, into: y } : { from: y, into: x }));
    return [{ by: 'one block', run, from: first, into: first === a ? b : a, pairs: met }];
  });
}

/** Where a film lies partly on an open one, block and roller carry what they took up a little beyond its edge. */
function carriedFromOpen(plan: Plan, traps: readonly { readonly grow: string; readonly under: string }[]): Carried[] {
  if (plan.way.under !== 'wet') return [];
  const films = plan.runs.flatMap((run, r) =>
    inkingsOf(run).flatMap((inking) =>
      inking.moved ? [] : [{ run: r, inking, prints: new Set(printedIds(plan, inking)) }],
    ),
  );
  type Laid = (typeof films)[number];
  const found = new Map<
    string,
    { readonly below: Laid; readonly above: Laid; readonly pairs: Map<string, string[]> }
  >();
  const meet = (below: Laid, above: Laid, from: string, into: string) => {
    const open = layingOf(inkOf(plan, below.inking).mediumId, 'wet').open;
    if (below.run >= above.run || !open || below.inking.inkId === above.inking.inkId) return;
    const key = `${below.inking.id} ${above.inking.id}`,
      one = found.get(key) ?? { below, above, pairs: new Map<string, string[]>() };
    one.pairs.set(from, [...(one.pairs.get(from) ?? []), into]);
    found.set(key, one);
  };
  const over = (id: string) => films.filter(({ prints }) => prints.has(id));
  for (const { id } of plan.flat?.colours ?? [])
    over(id).forEach((above, i, stack) => {
      if (i === 0) return;
      const below = stack[i - 1];
      for (const into of above.prints) if (!below.prints.has(into)) meet(below, above, id, into);
    });
  for (const { grow, under } of traps)
    for (const a of over(grow))
      for (const b of over(under)) {
        if (a.prints.has(under) || b.prints.has(grow)) continue;
        meet(a, b, grow, under);
        meet(b, a, under, grow);
      }
  return [...found.values()].map(({ below, above, pairs }) => ({
    ...{ by: 'an open film', run: above.run, from: below.inking, into: above.inking },
    pairs: [...pairs].flatMap(([from, list]) => [...new Set(list)].map((into) => ({ from, into }))),
  }));
}

/** A strip beside an edge: how far it reaches from it, mm, and how much of what is picked up lies in its middle, 0–1. */
interface Strip {
  readonly reachMm: number;
  readonly held: number;
}

/** A roller's blend is laid in so many strips, from the edge on: each holds a little less of the other ink. */
const ROLLED_STRIPS = 6;
/** What is taken up from a film on the sheet is carried a third as far as a roller carries it on the block (start value). */
const FROM_OPEN = { share: 1 / 3, strips: 2 };

export function stripsOf({ way }: Pick<Plan, 'way'>, by: Carried['by']): Strip[] {
  const { reachMm } = way.blend,
    [far, count] = by === 'one block' ? [reachMm, ROLLED_STRIPS] : [reachMm * FROM_OPEN.share, FROM_OPEN.strips];
  return Array.from({ length: count }, (_, k) => ({
    reachMm: (far * (k + 1)) / count,
    held: 1 - (k + 0.5) / count,
  }));
}

/** Share of the other ink in a strip, 0–1. */
export function carriedShare({ way }: Pick<Plan, 'way'>, held: number): number {
  const { percent, passes, reachMm } = way.blend;
  return reachMm > 0 ? held * pickedUpShare(percent, passes) : 0;
}
