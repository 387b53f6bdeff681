import { largestAtCorners } from '@/core/registration';
import { outliersOf, sheetOfPrint, type MeasuredPrint, type Outlier } from '@/core/sheets';
import { EDITION_ROUND, type Plan } from '@/model';
import type { Impression } from './impressions';
import type { Progress } from './progress';
import { sheetLayoutOf } from './register';

/** A difference that is seen by most who lay two prints beside each other (start value, ΔE00). */
const SEEN_DELTA_E = 2;

/**
 * Prints that lie apart from the others by what was measured on them: colours of the finished sheet, read or photographed, and how far films
 * lay off in the proofs taken of it. Prints in one set of inks are held against each other.
 */
export function apartFrom(plan: Plan, progress: Progress, prints: readonly Impression[]): Outlier[] {
  const sets = new Map<string | undefined, Impression[]>();
  for (const print of prints) {
    const own = sets.get(print.colourwayId);
    if (own) own.push(print);
    else sets.set(print.colourwayId, [print]);
  }
  return [...sets.values()].flatMap((own) => {
    const read = measuredBy(plan, progress, own, 'reader'),
      seen = measuredBy(plan, progress, own, 'photograph');
    // each is off in a way of its own: the two are not put in one row
    const byReader = outliersOf(read, { leastDeltaE: SEEN_DELTA_E, leastMisfitMm: plan.register.sliverMm });
    const known = new Set(byReader.filter((one) => one.of === 'colour').map(({ print }) => print));
    const byCamera = outliersOf(seen, { leastDeltaE: errorOf(own), leastMisfitMm: plan.register.sliverMm });
    return [...byReader, ...byCamera.filter(({ of, print }) => of === 'colour' && !known.has(print))];
  });
}

/** What photographs may be off. */
const errorOf = (prints: readonly Impression[]) =>
  Math.max(SEEN_DELTA_E, ...prints.map(({ photograph }) => photograph?.errorDeltaE ?? 0));

function measuredBy(
  plan: Plan,
  { bench }: Progress,
  prints: readonly Impression[],
  by: 'reader' | 'photograph',
): MeasuredPrint[] {
  const last = plan.runs.at(-1)?.id;
  return prints.map(({ name, sheet, roundId, photograph }) => {
    const read =
      by === 'reader'
        ? bench.sheetReadings.filter((one) => one.sheet === sheet && one.runId === last && roundId === EDITION_ROUND)
        : photograph && (photograph.runId === null || photograph.runId === last)
          ? (photograph.seen ?? [])
          : [];
    return {
      print: name,
      colours: new Map(read.map(({ colourId, labD50 }) => [colourId, labD50])),
      misfitMm: by === 'reader' ? worstMisfitMm(plan, { bench }, name) : undefined,
    };
  });
}

/** How far the worst corner of a print's films lies off, by the newest proof of each run on it, mm; undefined where none was taken. */
function worstMisfitMm(plan: Plan, { bench }: Pick<Progress, 'bench'>, name: string): number | undefined {
  const { sheet, image = 1 } = sheetOfPrint(name),
    place = sheetLayoutOf(plan)?.images[image - 1];
  const newest = new Map(bench.proofs.filter((proof) => proof.sheet === sheet).map((proof) => [proof.runId, proof]));
  if (!place || newest.size === 0) return undefined;
  return Math.max(...[...newest.values()].map(({ motion }) => largestAtCorners(motion, { ...place, xMm: 0, yMm: 0 })));
}
