import type { PlanWarning } from '@/core/layers';
import { formatLength, type LengthUnit } from '@/core/units';

function runsInWords(runs: readonly number[]): string {
  const names = runs.map((r) => String(r + 1));
  return names.length === 1 ? `run ${names[0]}` : `runs ${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
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

function capital(text: string): string {
  return text[0].toUpperCase() + text.slice(1);
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
        short: 'does not cover what lies below',
        sentence: `The light ink of run ${warning.run + 1} does not cover what lies below it on ${warning.colour}. Give it more opacity, or keep ${warning.colour} out of ${runsInWords(warning.below)}.`,
      };
    case 'stains through':
      return {
        run: warning.run,
        short: `run ${warning.stain + 1} stains through`,
        sentence: `The transparent ink of run ${warning.stain + 1} stains through the lighter run ${warning.run + 1} on ${warning.colour}: it does not cover what lies below. Print it later, or make run ${warning.run + 1} more opaque.`,
      };
    case 'fine under films':
      return {
        run: warning.run,
        short: `${formatLength(warning.thinnestMm, unit, 1)} detail on other films`,
        sentence: `${capital(warning.colour)} is as thin as ${formatLength(warning.thinnestMm, unit, 1)}, and every film below makes it clumsier. Keep it out of ${runsInWords(warning.keepOutOf)}: mask or wipe it there.`,
      };
    case 'too many films':
      return {
        run: undefined,
        short: '',
        sentence: `${warning.films} films lie on ${warning.colour}, more than the ${warning.allowed} you allow: it may sit shiny and refuse the next.`,
      };
    case 'tack rises':
      return {
        run: warning.run,
        short: `stiffer than run ${warning.below + 1}`,
        sentence: `Run ${warning.run + 1} has less softener than run ${warning.below + 1} below it and will pull at it. Each oil film should be a little less tacky than the one under it.`,
      };
  }
}

/** A count with its word: “1 run”, “4 runs”. */
export function count(n: number, word: string): string {
  return `${n} ${word}${n === 1 ? '' : 's'}`;
}
