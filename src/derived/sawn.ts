import { START_SAW_MM, sawingMinutes } from '@/core/cutting';
import type { SeamRule } from '@/core/geometry';
import { phrase } from '@/core/units';
import { failure, type BlockSide, type EditOf, type Failure, type Plan, type Saw } from '@/model';
import { sideOfCut, sidesOf, withSides } from './lookups';
import { anchorPx } from './places';
import { planFromSketch } from './sketchedPlan';

/** Smaller ones nobody would hold to ink: start value. */
const FIRST_LEAST_MM2 = 40;
/** How a block begins to be sawn: along every edge between two colours that stand on it, the gaps left open. */
const FIRST_SAW: Saw = { widthMm: START_SAW_MM, gaps: 'open', whole: [], leastMm2: FIRST_LEAST_MM2, heldIn: [] };

/** Along which edges of the picture a side is sawn, in labels and pixels; undefined where it is whole. */
export function seamRuleOf(plan: Plan, { saw, cuts }: Pick<BlockSide, 'saw' | 'cuts'>): SeamRule | undefined {
  if (!saw || cuts.length === 0) return undefined;
  const label = (id: string) => plan.flat?.colours.findIndex((c) => c.id === id) ?? -1;
  return {
    standing: cuts[0].standingIds.map(label),
    whole: saw.whole.map(({ aId, bId }) => [label(aId), label(bId)] as const),
    heldIn: saw.heldIn.map((anchor) => anchorPx(anchor, plan)),
    leastPx: saw.leastMm2 / (plan.picture?.raster.mmPerPx ?? 0.1) ** 2,
  };
}

/** Sides that are sawn and whose gaps are left open: what they leave out of their films. */
export function openSeams(
  plan: Plan,
): { readonly side: BlockSide; readonly rule: SeamRule; readonly widthMm: number }[] {
  return sidesOf(plan).flatMap((side) => {
    const rule = seamRuleOf(plan, side);
    return rule && side.saw?.gaps === 'open' ? [{ side, rule, widthMm: side.saw.widthMm }] : [];
  });
}

/** Whether two colours that stand on a cut lie on pieces of their own: each can be inked without touching the other. */
export function inkedApart(plan: Plan, cutId: string | null, a: string, b: string): boolean {
  const saw = sideOfCut(plan, cutId)?.saw;
  return Boolean(saw) && !saw!.whole.some(({ aId, bId }) => (aId === a && bId === b) || (aId === b && bId === a));
}

/** Hours at the saw for all sides that are sawn, from the borders of the colours: start values, without drilled holes. */
export function hoursOfSawing(plan: Plan, bordersMm: ArrayLike<number>): number {
  const ids = plan.flat?.colours.map(({ id }) => id) ?? [];
  const mm = sidesOf(plan).reduce((sum, { saw, cuts }) => {
    const standing = saw && cuts.length > 0 ? cuts[0].standingIds : [];
    return standing.reduce(
      (of, a, i) =>
        standing
          .slice(i + 1)
          .filter((b) => inkedApart(plan, cuts[0].id, a, b))
          .reduce((length, b) => length + bordersMm[ids.indexOf(a) * ids.length + ids.indexOf(b)], of),
      sum,
    );
  }, 0);
  return sawingMinutes(mm, 0) / 60;
}

/** How a side is sawn from now on; what it names must be there. A side that is cut on between runs stays whole. */
export function withSaw(plan: Plan, { sideId, saw }: EditOf<'saw-set'>): Plan | Failure {
  const side = sidesOf(plan).find(({ id }) => id === sideId);
  if (!side) return failure('edit-gone', { what: phrase('applyEdit.theBlock') });
  if (saw && side.cuts.length > 1) return failure('saw.cutOn');
  if (saw && side.cuts.some((cut) => cut.within)) return failure('saw.drawn');
  return withSides(plan, (one) => (one.id === sideId ? { ...one, saw } : one));
}

/** A side as it begins to be sawn. */
export function sawBegun(side: BlockSide): BlockSide {
  return { ...side, saw: side.saw ?? FIRST_SAW };
}

/** One block sawn apart along these colours, each inked by itself, and all of them printed in one pass. */
export function withSawnBegun(plan: Plan, ordered: readonly string[]): Plan {
  const labels = ordered.map((id) => plan.flat!.colours.findIndex((colour) => colour.id === id));
  const inkings = labels.map((label) => ({
    ...{ block: 0, stage: 0, zone: [label], colour: label },
    ink: { labD50: plan.flat!.colours[label].wantedLabD50, keepsInkOf: label },
  }));
  return withSides(
    planFromSketch(plan, { blocks: [{ stages: [labels] }], runs: [{ inkings }], exact: true }),
    sawBegun,
  );
}
