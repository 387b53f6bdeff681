import { INK_START_VALUES, inkForRun, mediumById, type InkNeed } from '@/core/inks';
import { inkedAt, type PrintSheet } from './printSheet';
import type { Plan, Run } from '@/model';
import { inkingsOf, inkOf, type LaidInking } from './lookups';

/** Area one inking leaves its film on, cm² of one sheet: overlaps, masks and slips as they print, all images of the sheet. */
export function inkedCm2(plan: Plan, sheet: PrintSheet, run: Run, inking: LaidInking): number {
  const { copies } = plan.layout;
  const share = sheet.parts.reduce(
    (sum, part, p) => (inkedAt(plan, sheet, part, run, inking) ? sum + sheet.share[p] : sum),
    0,
  );
  const imageCm2 = ((plan.picture?.widthMm ?? 0) * (plan.picture?.heightMm ?? 0)) / 100;
  return share * imageCm2 * copies.columns * copies.rows;
}

/** Ink to mix for one inking of a run on so many sheets: the one answer every view, label and export gives. */
export function inkNeedOf(plan: Plan, sheet: PrintSheet, run: Run, inking: LaidInking, sheets: number): InkNeed {
  const { wetFilmUm } = mediumById(inkOf(plan, inking).mediumId);
  return inkForRun(inkedCm2(plan, sheet, run, inking), sheets, run.impressions * inking.filmWeight, {
    ...INK_START_VALUES,
    wetFilmUm,
  });
}

/** The same for all inkings of a run together. */
export function inkNeedOfRun(plan: Plan, sheet: PrintSheet, run: Run, sheets: number): InkNeed {
  return inkingsOf(run)
    .map((inking) => inkNeedOf(plan, sheet, run, inking, sheets))
    .reduce((a, b) => ({
      grams: a.grams + b.grams,
      millilitres: a.millilitres + b.millilitres,
      teaspoons: a.teaspoons + b.teaspoons,
    }));
}
