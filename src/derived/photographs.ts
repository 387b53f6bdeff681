import { trendOf } from '@/core/sheets';
import type { Plan, Run } from '@/model';
import type { BenchState, Photograph } from './bench/replayLog';
import { inkingsOf, printedIds } from './lookups';
import type { PlanLooks } from './looks';

/** A photograph of a pull, with what was said of that. */
export interface PullPhotograph extends Photograph {
  /** Where the sheet stands among those pulled in the run, from 0. */
  readonly order: number;
  readonly good: boolean;
}

/** The newest photograph of each sheet pulled in a run of the edition, in the order they were pulled. */
export function photographsOfRun(bench: Pick<BenchState, 'photographs' | 'pulls'>, runId: string): PullPhotograph[] {
  const pulls = bench.pulls.filter((pull) => pull.runId === runId);
  return pulls.flatMap(({ sheet, setAside, faults }, order) => {
    const photograph = bench.photographs.findLast((one) => one.runId === runId && one.sheet === sheet);
    return photograph ? [{ ...photograph, order, good: !setAside && faults.length === 0 }] : [];
  });
}

/** The last good pull before a sheet that was photographed; of no sheet, the last of all. */
export function lastGoodPhotograph(
  photographs: readonly PullPhotograph[],
  beforeSheet: string | undefined,
): PullPhotograph | undefined {
  return photographs.findLast(({ good, sheet }) => good && sheet !== beforeSheet);
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

/** Whether the films of a run became lighter or heavier, by what was read and photographed in it since its charges were changed last. */
export function driftBySeen(plan: Plan, looks: Pick<PlanLooks, 'looks'>, bench: Seen, run: Run): SeenDrift | undefined {
  const off = lightnessOff(plan, looks, bench, run);
  if (off.length < LEAST_SHEETS) return undefined;
  const { score, chance } = trendOf(off),
    byL = mean(off.slice(-3)) - mean(off.slice(0, 3));
  // a trend the other way than its ends, or too small to be seen, is none
  if (chance >= TOLD_BELOW || Math.sign(byL) !== Math.sign(score) || Math.abs(byL) < LEAST_L) return undefined;
  return { towards: byL > 0 ? 'lighter' : 'heavier', sheets: off.length, byL: Math.abs(byL), chance };
}

/**
 * How much lighter than planned each sheet of a run came out, in the order of the pulls, on the colours the run prints: by the reader where it was
 * held on the sheet, else by its photograph.
 */
function lightnessOff(plan: Plan, looks: Pick<PlanLooks, 'looks'>, bench: Seen, run: Run): number[] {
  const changed = bench.settings.findLast(
    ({ runId, what }) => runId === run.id && (what === 'charges' || what === 'ink'),
  );
  const isSince = (at: string) => !changed || at > changed.at;
  const index = plan.runs.indexOf(run),
    printed = new Set(inkingsOf(run).flatMap((inking) => printedIds(plan, inking)));
  const photographs = photographsOfRun(bench, run.id);
  return bench.pulls
    .filter((pull) => pull.runId === run.id)
    .flatMap(({ sheet }) => {
      const read = bench.sheetReadings.filter((one) => one.runId === run.id && one.sheet === sheet && isSince(one.at));
      const photograph = photographs.find((one) => one.sheet === sheet && isSince(one.at));
      const seen = (read.length > 0 ? read : (photograph?.seen ?? [])).filter(({ colourId }) => printed.has(colourId));
      const differences = seen.map(({ colourId, labD50 }) => {
        const label = plan.flat?.colours.findIndex(({ id }) => id === colourId) ?? -1;
        return labD50[0] - looks.looks[index + 1][label][0];
      });
      return differences.length > 0 ? [mean(differences)] : [];
    });
}

const mean = (values: readonly number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;
