import type { LabelMap } from '@/core/geometry';
import type { BenchEvent, Plan } from '@/model';
import { inkedAt, progressOf, stagesOf, standsAt, type PrintSheet } from '@/derived';
import type { Store } from '@/store';
import { labelsOfPlan } from './labels';
import { sheetOf } from './printSheets';

/**
 * Whether a changed picture leaves everything as it is that is cut or printed: pixel by pixel on what really prints, with overlaps, chokes,
 * masks and slips. False when it cannot be told.
 */
export function shapesKept(db: Store, before: Plan, after: Plan, events: readonly BenchEvent[]): boolean {
  const { bench, runs } = progressOf(before, events);
  const was = wholeSheet(db, before, bench.slips),
    is = wholeSheet(db, after, bench.slips);
  if (!was || !is || was.map.width !== is.map.width || was.map.height !== is.map.height) return false;
  const cut = stagesOf(before).filter((stage) => bench.cutStages.some((c) => c.stageId === stage.id));
  const printed = before.runs.filter((_, i) => runs[i].tally.pulled.length > 0);
  const words = (plan: Plan, sheet: PrintSheet) =>
    sheet.parts.map((part) =>
      [
        ...cut.map((stage) => standsAt(plan, sheet, part, stage.id)),
        ...printed.flatMap((run) => run.inkings.map((inking) => inkedAt(plan, sheet, part, run, inking))),
      ].join(),
    );
  const all = [...words(before, was.sheet), ...words(after, is.sheet)];
  const numbers = new Map([...new Set(all)].map((word, i) => [word, i]));
  const ofPart = (list: readonly string[]) => Uint16Array.from(list, (word) => numbers.get(word)!);
  const wasOf = ofPart(words(before, was.sheet)),
    isOf = ofPart(words(after, is.sheet));
  const { labels } = was.map;
  for (let i = 0; i < labels.length; i++) if (wasOf[labels[i]] !== isOf[is.map.labels[i]]) return false;
  return true;
}

function wholeSheet(db: Store, plan: Plan, slips: Parameters<typeof sheetOf>[2]) {
  const picture: LabelMap | undefined = labelsOfPlan(db, plan);
  if (!picture) return undefined;
  const made = sheetOf(plan, picture, slips);
  return made.ok ? made.value : undefined;
}
