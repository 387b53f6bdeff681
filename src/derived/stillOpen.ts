import type { Plan } from '@/model';
import { cutsOf, inkingsOf, printedIds } from './lookups';
import type { Progress } from './progress';

/**
 * What is cut or printed, for each colour of the picture: colours with the same word stand and print together everywhere up to now, so the
 * line between them can still move.
 */
export function closedWords(plan: Plan, { bench, runs }: Progress): ReadonlyMap<string, string> {
  const cuts = cutsOf(plan).filter((cut) => bench.cutsPassed.some((c) => c.cutId === cut.id));
  const printed = plan.runs.filter((_, i) => runs[i].tally.pulled.length > 0).flatMap((run) => inkingsOf(run));
  return new Map(
    (plan.flat?.colours ?? []).map(({ id }) => [
      id,
      [
        ...cuts.map((cut) => cut.standingIds.includes(id)),
        ...printed.map((inking) => printedIds(plan, inking).includes(id)),
      ]
        .map(Number)
        .join(''),
    ]),
  );
}

/** Whether any line of the picture can still move: some two colours are cut and printed alike up to now. */
export function shapesOpen(plan: Plan, progress: Progress): boolean {
  const words = [...closedWords(plan, progress).values()];
  return new Set(words).size < words.length;
}

/** Whether the ink a colour began with lies on any sheet: a new wish for the colour leaves it as it is. */
export function ownInkPrinted(plan: Plan, { runs }: Progress, colourId: string): boolean {
  return plan.runs.some(
    (run, r) => runs[r].tally.pulled.length > 0 && inkingsOf(run).some((inking) => inking.inkId === `ink-${colourId}`),
  );
}

/** Whether any cut is still to come, so that overlaps and chokes can still be decided for it. */
export function cutsAhead(plan: Plan, { bench }: Progress): boolean {
  return cutsOf(plan).some((cut) => !bench.cutsPassed.some((passed) => passed.cutId === cut.id));
}
