import { materialById } from '@/core/cutting';
import type { Fault } from '@/core/sheets';
import type { Plan, Run } from '@/model';
import type { BenchState, Pull } from './bench/benchState';
import { isBrushed } from './damp';
import { blockOfCut, inkingsOf } from './lookups';

/** Pulls until the film is even, at the start of each sitting (start values). */
const START = { lino: 1, wood: 2, damp: 4 } as const;
export type Warmed = keyof typeof START;
/** How many sittings the start value counts for. */
const START_WEIGHT = 2;
/** A pause so long ends a sitting: block, roller and slab were washed. */
const PAUSE_MS = 4 * 3_600_000;
const UNEVEN: readonly Fault[] = ['weak', 'patchy'];

export interface WarmUps {
  readonly block: Warmed;
  /** Pulls on waste paper until the film is even. */
  readonly wanted: number;
  /** Sittings it is learned from; of none, the start value. */
  readonly sittings: number;
  /** Made in this sitting so far, and whether the last of them came out even. */
  readonly made: number;
  readonly even: boolean;
  /** No sheet has been pulled in this sitting yet. */
  readonly begins: boolean;
}

/** What is inked in a run, by how it takes its first ink. */
export function warmedIn(plan: Plan, run: Run): Warmed {
  const inkings = inkingsOf(run);
  if (inkings.some((inking) => isBrushed(plan, inking))) return 'damp';
  const wooden = inkings.some(({ cutId }) => {
    const block = blockOfCut(plan, cutId);
    return block !== undefined && block.type === null && materialById(block.materialId).grain;
  });
  return wooden ? 'wood' : 'lino';
}

type Moment = { readonly atMs: number; readonly even: boolean; readonly waste: boolean };

/** What was pulled of a run, on waste paper and on sheets, sitting by sitting. */
export function sittingsOf(bench: Pick<BenchState, 'pulls' | 'warmUps'>, run: Run): Moment[][] {
  const onSheets = bench.pulls
    .filter((pull) => pull.runId === run.id)
    .map(({ at, faults }: Pull) => ({
      atMs: Date.parse(at),
      even: !faults.some((f) => UNEVEN.includes(f)),
      waste: false,
    }));
  const onWaste = bench.warmUps
    .filter((warmUp) => warmUp.runId === run.id)
    .map(({ at, even }) => ({ atMs: Date.parse(at), even, waste: true }));
  const sittings: Moment[][] = [];
  for (const moment of [...onWaste, ...onSheets].sort((a, b) => a.atMs - b.atMs)) {
    const last = sittings.at(-1)?.at(-1);
    if (!last || moment.atMs - last.atMs > PAUSE_MS) sittings.push([moment]);
    else sittings.at(-1)!.push(moment);
  }
  return sittings;
}

/** How many pulls a run wants before its film is even, learned from the sittings of all runs on blocks of its kind. */
export function warmUpsOf(plan: Plan, run: Run, bench: Pick<BenchState, 'pulls' | 'warmUps'>, nowMs: number): WarmUps {
  const block = warmedIn(plan, run);
  const uneven = plan.runs
    .filter((one) => warmedIn(plan, one) === block)
    .flatMap((one) => sittingsOf(bench, one))
    .map((sitting) => sitting.findIndex(({ even }) => even))
    .filter((first) => first >= 0);
  const sum = uneven.reduce((a, b) => a + b, 0);
  const last = sittingsOf(bench, run).at(-1);
  const now = last && nowMs - last.at(-1)!.atMs <= PAUSE_MS ? last : [];
  const waste = now.filter((moment) => moment.waste);
  return {
    block,
    wanted: Math.round((START_WEIGHT * START[block] + sum) / (START_WEIGHT + uneven.length)),
    sittings: uneven.length,
    made: waste.length,
    even: waste.at(-1)?.even ?? false,
    begins: now.every((moment) => moment.waste),
  };
}
