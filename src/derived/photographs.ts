import { trendOf } from '@/core/sheets';
import type { Plan, Run } from '@/model';
import type { BenchState, ColourGot, Photograph } from './bench/benchState';
import { inkingsOf, printedIds } from './lookups';
import type { PlanLooks } from './looks';

/** A photograph of a pull, with what was said of that. */
export interface PullPhotograph extends Photograph {
  readonly good: boolean;
}

/** The newest photograph of each sheet pulled in a run of the edition, in the order they were pulled. */
export function photographsOfRun(bench: Pick<BenchState, 'photographs' | 'pulls'>, runId: string): PullPhotograph[] {
  const pulls = bench.pulls.filter((pull) => pull.runId === runId);
  return pulls.flatMap(({ sheet, setAside, faults }) => {
    const photograph = bench.photographs.findLast((one) => one.runId === runId && one.sheet === sheet);
    return photograph ? [{ ...photograph, good: !setAside && faults.length === 0 }] : [];
  });
}

/** The last good pull that was photographed, another than this sheet. */
export function lastGoodPhotograph(
  photographs: readonly PullPhotograph[],
  sheetShown: string,
): PullPhotograph | undefined {
  return photographs.findLast(({ good, sheet }) => good && sheet !== sheetShown);
}

/** What readings and photographs of a run say of its films: how much lighter or darker the newest are than the first. */
export interface SeenDrift {
  readonly towards: 'lighter' | 'heavier';
  readonly sheets: number;
  /** Difference in lightness between the mean of the last three and of the first three, L*. */
  readonly byL: number;
  readonly chance: number;
}

/** Fewer cannot drift for certain: of four, the likeliest order alone is one in twelve. */
const LEAST_SHEETS = 5;
const TOLD_BELOW = 0.05;
/** Lightness that a photograph with its own white balance still tells apart from one sheet to the next (start value, L*). */
const LEAST_L = 1;

type Seen = Pick<BenchState, 'photographs' | 'pulls' | 'settings' | 'sheetReadings'>;

/**
 * Whether the films of a run became lighter or heavier since its charges were changed last: by the reader where it was held on sheets enough, else
 * by photographs. The two are not put in one row: a reader and a camera are off each in a way of its own, which would look like a drift.
 */
export function driftBySeen(plan: Plan, looks: Pick<PlanLooks, 'looks'>, bench: Seen, run: Run): SeenDrift | undefined {
  const changed = bench.settings.findLast(
    ({ runId, what }) => runId === run.id && (what === 'charges' || what === 'ink'),
  );
  const since = changed?.at ?? '';
  const read = bench.sheetReadings.filter(({ runId, at }) => runId === run.id && at > since),
    photographs = photographsOfRun(bench, run.id).filter(({ at }) => at > since);
  const offs = (seenOn: (sheet: string) => readonly SeenColour[]) => lightnessOff(plan, looks, bench, run, seenOn);
  return (
    driftOf(offs((sheet) => read.filter((one) => one.sheet === sheet))) ??
    driftOf(offs((sheet) => photographs.find((one) => one.sheet === sheet)?.seen ?? []))
  );
}

function driftOf(off: readonly number[]): SeenDrift | undefined {
  if (off.length < LEAST_SHEETS) return undefined;
  const { score, chance } = trendOf(off),
    byL = mean(off.slice(-3)) - mean(off.slice(0, 3));
  // a trend the other way than its ends, or too small to be seen, is none
  if (chance >= TOLD_BELOW || Math.sign(byL) !== Math.sign(score) || Math.abs(byL) < LEAST_L) return undefined;
  return { towards: byL > 0 ? 'lighter' : 'heavier', sheets: off.length, byL: Math.abs(byL), chance };
}

type SeenColour = Pick<ColourGot, 'colourId' | 'labD50'>;

/** How much lighter than planned each sheet of a run came out, in the order of the pulls, on the colours the run prints. */
function lightnessOff(
  plan: Plan,
  looks: Pick<PlanLooks, 'looks'>,
  bench: Seen,
  run: Run,
  seenOn: (sheet: string) => readonly SeenColour[],
): number[] {
  const planned = looks.looks[plan.runs.indexOf(run) + 1],
    printed = new Set(inkingsOf(run).flatMap((inking) => printedIds(plan, inking)));
  const labelOf = new Map(plan.flat?.colours.map(({ id }, label) => [id, label]));
  return bench.pulls
    .filter((pull) => pull.runId === run.id)
    .flatMap(({ sheet }) => {
      const differences = seenOn(sheet).flatMap(({ colourId, labD50 }) => {
        const label = labelOf.get(colourId);
        return label !== undefined && printed.has(colourId) ? [labD50[0] - planned[label][0]] : [];
      });
      return differences.length > 0 ? [mean(differences)] : [];
    });
}

const mean = (values: readonly number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;
