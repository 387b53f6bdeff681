import { inkForRun, mediumById, type Heap, type InkNeed } from '@/core/inks';
import { materialById } from '@/core/cutting';
import { meanGoneOver } from './fades';
import { inkedAt, type PrintSheet } from './printSheet';
import type { Plan, Run } from '@/model';
import { imagesOf } from './belief';
import { blockOfCut, imageCm2, inkingsOf, type LaidInking } from './lookups';
import { isType, placeOfType, typeAreaCm2 } from './typeLines';
import { rollerOf } from './uses';

/** Area one inking leaves its film on, cm² of one sheet: overlaps, masks and slips as they print, all images of the sheet. */
export function inkedCm2(plan: Plan, sheet: PrintSheet, run: Run, inking: LaidInking): number {
  const images = imagesOf(plan);
  const type = blockOfCut(plan, inking.cutId);
  // a line of type may lie beside the image: all of its letters are inked
  if (type && isType(type)) return images * typeAreaCm2(placeOfType(type).outlinesMm);
  const share = sheet.parts.reduce(
    (sum, part, p) => (inkedAt(plan, sheet, part, run, inking) ? sum + sheet.share[p] : sum),
    0,
  );
  return share * imageCm2(plan) * images;
}

/** Ink to mix for one inking of a run on so many sheets: the one answer every view, label and export gives. Of a fade, what is of its own ink. */
export function inkNeedOf(plan: Plan, sheet: PrintSheet, run: Run, inking: LaidInking, sheets: number): InkNeed {
  return needOf(plan, sheet, run, inking, sheets, inking.inkId);
}

/** The ink a fade goes over to, for so many sheets; undefined where it goes over to none. */
export function secondInkNeedOf(
  plan: Plan,
  sheet: PrintSheet,
  run: Run,
  inking: LaidInking,
  sheets: number,
): InkNeed | undefined {
  const toInkId = inking.fade?.toInkId;
  return toInkId ? needOf(plan, sheet, run, inking, sheets, toInkId) : undefined;
}

function needOf(plan: Plan, sheet: PrintSheet, run: Run, inking: LaidInking, sheets: number, inkId: string): InkNeed {
  return heapOf(plan, run, { ...inking, inkId }, inkedInCm2(plan, sheet, run, inking, inkId), sheets);
}

/** What of an inking's area is of an ink, cm² of one sheet: all of it, or of a fade what has not gone over, or has. */
export function inkedInCm2(plan: Plan, sheet: PrintSheet, run: Run, inking: LaidInking, inkId: string): number {
  const over = meanGoneOver(plan, sheet, inking, (p) => inkedAt(plan, sheet, sheet.parts[p], run, inking));
  return (inkId === inking.inkId ? 1 - over : over) * inkedCm2(plan, sheet, run, inking);
}

/** The heap of one ink that lies on so much of a sheet: by its medium, its block and the roller of the print. */
export function heapOf(
  plan: Plan,
  run: Run,
  { inkId, cutId, filmWeight }: Pick<LaidInking, 'inkId' | 'cutId' | 'filmWeight'>,
  standingCm2: number,
  sheets: number,
  washUps = 0,
): Heap {
  const { wetFilmUm, laidBy } = mediumById(plan.inks.find((ink) => ink.id === inkId)!.mediumId),
    block = blockOfCut(plan, cutId),
    brushed = laidBy === 'brush';
  return inkForRun({
    ...{ standingCm2, sheets, wetFilmUm, brushed, washUps, roller: rollerOf(plan) },
    layings: run.impressions * filmWeight,
    // a block for damp work is wet through and drinks no more
    drinks: !brushed && block !== undefined && block.type === null && materialById(block.materialId).grain,
  });
}

/** One pot of an ink for a run, wherever that prints it: one slab and one roller, for sheets that still wait, with slab and roller filled again after each wash-up. */
export function potNeedOf(
  plan: Plan,
  sheet: PrintSheet,
  run: Run,
  inkId: string,
  { sheets, washUps }: { readonly sheets: number; readonly washUps: number },
): Heap {
  const mine = inkingsOf(run).filter((inking) => inking.inkId === inkId || inking.fade?.toInkId === inkId);
  const standingCm2 = mine.reduce((sum, inking) => sum + inkedInCm2(plan, sheet, run, inking, inkId), 0);
  return heapOf(plan, run, { ...mine[0], inkId }, standingCm2, sheets, washUps);
}

/** The same for all inks of a run together. */
export function inkNeedOfRun(plan: Plan, sheet: PrintSheet, run: Run, sheets: number): InkNeed {
  return inkingsOf(run)
    .flatMap((inking) => [
      inkNeedOf(plan, sheet, run, inking, sheets),
      secondInkNeedOf(plan, sheet, run, inking, sheets),
    ])
    .filter((need) => need !== undefined)
    .reduce((a, b) => ({
      grams: a.grams + b.grams,
      millilitres: a.millilitres + b.millilitres,
      teaspoons: a.teaspoons + b.teaspoons,
    }));
}
