import type { PlanWarning } from '@/core/layers';
import type { LengthUnit } from '@/core/units';
import { formatLength } from '@/words/lengths';
import { capitalised, listOf } from '@/words/phrases';
import { runsWords } from '@/words/runs';

function runsInWords(runs: readonly number[]): string {
  return runsWords('watchWords.runs', { count: runs.length, runs: listOf(runs.map((r) => String(r + 1))) });
}

/** Warnings something can still be done about: of runs that are open, naming only open runs as a cure. */
export function openWarnings(warnings: readonly PlanWarning[], closedRuns: number): PlanWarning[] {
  return warnings.flatMap((w): PlanWarning[] => {
    if (w.kind === 'too many films') return [w];
    if (w.run < closedRuns) return [];
    if (w.kind !== 'fine under films') return [w];
    const keepOutOf = w.keepOutOf.filter((r) => r >= closedRuns);
    return keepOutOf.length > 0 ? [{ ...w, keepOutOf }] : [];
  });
}

/** A warning in one sentence with its reason and its cure. */
export function wordsForWarning(
  warning: PlanWarning,
  unit: LengthUnit,
): { readonly run: number | undefined; readonly short: string; readonly sentence: string } {
  switch (warning.kind) {
    case 'cannot cover':
      return {
        run: warning.run,
        short: runsWords('watchWords.doesNotCoverWhat'),
        sentence: runsWords('watchWords.theLightInkOf', {
          run: warning.run + 1,
          colour: warning.colour,
          runs: runsInWords(warning.below),
        }),
      };
    case 'stains through':
      return {
        run: warning.run,
        short: runsWords('watchWords.runStainsThrough', { stain: warning.stain + 1 }),
        sentence: runsWords('watchWords.theTransparentInkOf', {
          stain: warning.stain + 1,
          run: warning.run + 1,
          colour: warning.colour,
        }),
      };
    case 'fine under films':
      return {
        run: warning.run,
        short: runsWords('watchWords.detailOnOtherFilms', { thinnest: formatLength(warning.thinnestMm, unit, 1) }),
        sentence: runsWords('watchWords.isAsThinAs', {
          colour: capitalised(warning.colour),
          thinnest: formatLength(warning.thinnestMm, unit, 1),
          runs: runsInWords(warning.keepOutOf),
        }),
      };
    case 'too many films':
      return {
        run: undefined,
        short: '',
        sentence: runsWords('watchWords.filmsLieOnMore', {
          films: warning.films,
          colour: warning.colour,
          allowed: warning.allowed,
        }),
      };
    case 'tack rises':
      return {
        run: warning.run,
        short: runsWords('watchWords.stifferThanRun', { below: warning.below + 1 }),
        sentence: runsWords('watchWords.runHasLessSoftener', { run: warning.run + 1, below: warning.below + 1 }),
      };
  }
}
