import { phrase, type Phrase } from '@/core/units';
import type { PartMap } from '@/core/geometry';
import type { Plan } from '@/model';
import type { ShapesKept } from './closed';
import { cutsOf, inkingsOf, inkNamesOf, runsOfCut } from './lookups';
import { inkedAt, standsAt, type PrintSheet } from './printSheet';
import type { Progress } from './progress';

/** A plan as it lies on the sheet: `map` names by pixel the parts of `sheet`. */
export interface LaidPlan {
  readonly plan: Plan;
  readonly map: PartMap;
  readonly sheet: PrintSheet;
}

/** Something that is cut or printed, as one would say it, and where on a sheet it is. */
interface Fixed {
  readonly what: Phrase;
  readonly at: (laid: LaidPlan, part: PrintSheet['parts'][number]) => boolean;
}

/** All that is cut and all that is on paper; `progress` is that of `plan`. */
function fixedOf(plan: Plan, { bench, runs }: Progress): Fixed[] {
  const films = plan.runs.flatMap((run, r): Fixed[] =>
    runs[r].tally.pulled.length === 0
      ? []
      : inkingsOf(run).map((inking) => ({
          what: phrase('shapesKept.whatRunHasPrinted', { run: r + 1, inks: inkNamesOf(plan, run) }),
          at: (laid, part) => inkedAt(laid.plan, laid.sheet, part, run, inking),
        })),
  );
  const cuts = cutsOf(plan)
    .filter((cut) => bench.cutsPassed.some((passed) => passed.cutId === cut.id))
    .map((cut): Fixed => ({
      what: phrase('shapesKept.whatIsCutFor', { run: (runsOfCut(plan, cut.id)[0] ?? 0) + 1 }),
      at: (laid, part) => standsAt(laid.plan, laid.sheet, part, cut.id),
    }));
  return [...films, ...cuts];
}

/**
 * Whether a changed plan leaves everything as it is that is cut or printed: pixel by pixel on what really prints, with overlaps, chokes,
 * masks and slips; otherwise the first that changes. One pass over the pixels; each pair of parts that meet is asked once.
 */
export function shapesKept(was: LaidPlan, is: LaidPlan, progress: Progress): ShapesKept {
  if (was.map.width !== is.map.width || was.map.height !== is.map.height)
    return { kept: false, what: phrase('measure.sizeOfWhatIsCutAndPrinted') };
  const fixed = fixedOf(was.plan, progress);
  const facts = (laid: LaidPlan) => laid.sheet.parts.map((part) => fixed.map(({ at }) => at(laid, part)));
  const wasSo = facts(was),
    isSo = facts(is);
  const before = was.map.labels,
    after = is.map.labels;
  const seen = new Set<number>();
  let last = -1;
  for (let i = 0; i < before.length; i++) {
    const pair = before[i] * 65_536 + after[i];
    if (pair === last) continue;
    last = pair;
    if (seen.has(pair)) continue;
    seen.add(pair);
    const changed = fixed.findIndex((_, f) => wasSo[before[i]][f] !== isSo[after[i]][f]);
    if (changed >= 0) return { kept: false, what: fixed[changed].what };
  }
  return { kept: true };
}
