import { failure, success, type Outcome } from '@/core/units';
import type { BlockSide, Cut, Plan } from '@/model';
import { coloursAfterSlip } from './slips';

/** The cut a side is cut to next; undefined where it has none to come. */
export function nextCutOf(side: BlockSide, cutsPassed: readonly { readonly cutId: string }[]): Cut | undefined {
  return side.cuts.find((cut) => !cutsPassed.some(({ cutId }) => cutId === cut.id));
}

/** Colours that still stand on a side: all of the picture before its first cut. */
export function stillStanding(
  plan: Plan,
  side: BlockSide,
  cutsPassed: readonly { readonly cutId: string }[],
): string[] {
  const last = side.cuts.findLast((cut) => cutsPassed.some(({ cutId }) => cutId === cut.id));
  return last ? [...last.standingIds] : (plan.flat?.colours.map(({ id }) => id) ?? []);
}

/**
 * What each colour of the picture becomes where it is cut away before a cut, as labels: the colour that is printed with just the films left
 * there. Colours that lose nothing stay. Refused where the picture has no such colour, or nothing would be cut.
 */
export function becomeWhenCut(plan: Plan, cut: Cut, labels: readonly number[]): Outcome<number[]> {
  const colours = plan.flat?.colours ?? [];
  const become = colours.map((_, label) => label);
  const became = coloursAfterSlip(
    plan,
    { cutId: cut.id },
    labels.map((label) => colours[label].id),
  );
  if (!became.ok)
    return became.code === 'slip-colour.noColourOfThe'
      ? failure('traced.noColourOfThe', { find: String(became.values.find) })
      : failure('traced.nothingToCut');
  for (const [from, into] of became.value)
    become[colours.findIndex(({ id }) => id === from)] = colours.findIndex(({ id }) => id === into);
  return success(become);
}
