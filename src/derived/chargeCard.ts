import { chargingOf, mediumById, type Charging, type Heap } from '@/core/inks';
import { materialById } from '@/core/cutting';
import type { Plan, Run } from '@/model';
import { isBrushed } from './damp';
import { heapOf, inkedCm2, inkedInCm2 } from './inkNeed';
import { blockOfCut, inkingsOf, inkOf, secondInkOf, type LaidInking } from './lookups';
import type { PrintSheet } from './printSheet';
import { rollerOf } from './uses';

/** How one rolled ink of a run is charged, rolled and heaped up. */
export interface ChargeCard extends Charging {
  readonly inkingId: string;
  readonly inkName: string;
  /** Of the workshop; null: start values. */
  readonly rollerName: string | null;
  /** Raw wood drinks at the first inking. */
  readonly drinks: boolean;
  /** Of the ink, and of a fade of the one it goes over to: two ribbons on one slab. */
  readonly heaps: readonly { readonly inkName: string; readonly heap: Heap }[];
}

/** The cards of a run's rolled inks for so many sheets; an ink laid again elsewhere on the sheet is charged for once. */
export function chargeCards(plan: Plan, sheet: PrintSheet, run: Run, sheets: number): ChargeCard[] {
  const rolled = inkingsOf(run).filter((inking) => !isBrushed(plan, inking));
  const groups = new Map<string, LaidInking[]>();
  for (const inking of rolled) {
    const key = [inking.cutId ?? inking.id, inking.inkId, inking.fade?.toInkId, inking.filmWeight].join(' ');
    groups.set(key, [...(groups.get(key) ?? []), inking]);
  }
  return [...groups.values()].map((inkings) => chargeCard(plan, sheet, run, inkings, sheets));
}

function chargeCard(
  plan: Plan,
  sheet: PrintSheet,
  run: Run,
  inkings: readonly LaidInking[],
  sheets: number,
): ChargeCard {
  const [first] = inkings;
  const ink = inkOf(plan, first),
    block = blockOfCut(plan, first.cutId),
    { name, ...roller } = rollerOf(plan);
  const drinks = block !== undefined && block.type === null && materialById(block.materialId).grain;
  const standingCm2 = inkings.reduce((sum, inking) => sum + inkedCm2(plan, sheet, run, inking), 0);
  const charging = chargingOf({
    ...{ standingCm2, drinks, roller },
    filmUm: mediumById(ink.mediumId).wetFilmUm * run.impressions * first.filmWeight,
    blockMm: block?.sizeMm ?? plan.picture ?? { widthMm: 0, heightMm: 0 },
  });
  return {
    ...charging,
    ...{ inkingId: first.id, inkName: ink.name, rollerName: name, drinks },
    heaps: [ink, secondInkOf(plan, first) ?? []].flat().map(({ id: inkId, name: inkName }) => {
      const inCm2 = inkings.reduce((sum, inking) => sum + inkedInCm2(plan, sheet, run, inking, inkId), 0);
      return { inkName, heap: heapOf(plan, run, { ...first, inkId }, inCm2, sheets) };
    }),
  };
}
