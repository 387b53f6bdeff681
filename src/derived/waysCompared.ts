import type { PlanSketch } from '@/core/layers';
import type { LossBelief } from '@/core/sheets';
import { WAYS_OF_WORKING, type Plan, type WayOfWorking } from '@/model';
import { looksOfPlan, type ColoursGot, type ShownLooks, shownOf } from './looks';
import { impressionCards, isDamp, sheetDryG, USUAL_MOISTURE_PERCENT } from './damp';
import { figuresOf, type PlanFigures } from './planFigures';
import { plainSheet } from './printSheet';
import { isType } from './typeLines';
import { withWay } from './waysOfWorking';

/** A way of working tried on this very picture. */
export interface WayCompared {
  readonly way: WayOfWorking;
  /** What the search found for it, where its start alone does not say what lies over what. */
  readonly sketch: PlanSketch | null;
  readonly figures: PlanFigures;
  readonly needs: WayNeeds;
  /** The sheet after each run, by label. */
  readonly shown: ShownLooks;
}

/** What a way wants besides blocks and days. */
export interface WayNeeds {
  /** Into the paper and onto the blocks, ml in all; 0 where it is printed dry. */
  readonly waterMl: number;
  readonly press: 'by hand' | 'either' | 'press';
}

/** Water for the pack and for what the brushes lay; whether films can be rubbed, and whether type wants a bed. */
export function needsOf(plan: Plan, { sheets }: Pick<PlanFigures, 'sheets'>): WayNeeds {
  const damp = isDamp(plan),
    sheet = plainSheet(plan);
  const packMl = (sheetDryG(plan) * sheets * USUAL_MOISTURE_PERCENT) / 100;
  const brushedMl = plan.runs
    .flatMap((run) => impressionCards(plan, sheet, run, sheets))
    .reduce((sum, card) => sum + card.ml.water, 0);
  return {
    waterMl: damp ? Math.round(packMl + brushedMl) : 0,
    press: damp ? 'by hand' : plan.blocks.some(isType) ? 'press' : 'either',
  };
}

/** Ways whose films lie over each other, or whose further block is not known, without a search. */
const SEARCHED_WAYS = { overlaps: 'overlapping', 'further block': 'reductionAndOne' } as const;
export function isSearchedWay(way: WayOfWorking): way is keyof typeof SEARCHED_WAYS {
  return way in SEARCHED_WAYS;
}

/** All ways on the picture of a plan, by the same looks as its proposals; a way the search found nothing for is left out. */
export function waysCompared(
  { plan, got, belief }: { readonly plan: Plan; readonly got: ColoursGot; readonly belief: LossBelief },
  found: readonly { readonly name: string; readonly sketch: PlanSketch }[],
): WayCompared[] {
  return WAYS_OF_WORKING.flatMap((way) => {
    const row = isSearchedWay(way) ? found.find(({ name }) => name === SEARCHED_WAYS[way]) : undefined;
    if (isSearchedWay(way) && !row) return [];
    const sketch = row?.sketch ?? null,
      worked = withWay(plan, way, true, sketch);
    const looks = looksOfPlan(worked, got)!;
    const figures = figuresOf(worked, looks, belief);
    return [{ way, sketch, shown: shownOf(looks), figures, needs: needsOf(worked, figures) }];
  });
}
