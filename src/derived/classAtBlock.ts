import { median } from '@/core/numeric';
import { sheetNames, type Fault, type SheetName } from '@/core/sheets';
import type { Plan, Run } from '@/model';
import type { BenchState, Photograph, Pull, Round } from './bench/benchState';
import type { ClassAtBlock } from './bench/classes';
import { inkNeedOfRun } from './inkNeed';
import type { PrintSheet } from './printSheet';

/** The class that is at the block now. */
export function classNow(bench: Pick<BenchState, 'classes'>): ClassAtBlock | undefined {
  const last = bench.classes.at(-1);
  return last && last.endedAt === undefined ? last : undefined;
}

export function roundOfClass(bench: Pick<BenchState, 'rounds'>, { roundId }: ClassAtBlock): Round | undefined {
  return bench.rounds.find((round) => round.roundId === roundId);
}

/** Sheets that are dealt to a place: the first places get the first ones. */
export function sheetsOfPlace(round: Round, { each }: ClassAtBlock, place: number): SheetName[] {
  return sheetNames({ counted: round.counted, tests: 0 }).slice((place - 1) * each, place * each);
}

/** A sheet of a place, with the films that lie on it. */
export interface SheetAtPlace {
  readonly sheet: SheetName;
  readonly pulls: readonly Pull[];
  readonly faults: readonly Fault[];
  readonly setAside: boolean;
  readonly photograph: Photograph | undefined;
}

export interface PlaceTally {
  readonly place: number;
  readonly sheets: readonly SheetAtPlace[];
  /** Sheets with a film of `runId` on them. */
  readonly printed: number;
}

/** What each place has done: told by places, and by nothing else. `runId`: whose films are counted. */
export function tallyOfClass(bench: BenchState, one: ClassAtBlock, runId: string | undefined): PlaceTally[] {
  const round = roundOfClass(bench, one);
  if (!round) return [];
  return Array.from({ length: one.places }, (_, i) => {
    const sheets = sheetsOfPlace(round, one, i + 1).map((sheet): SheetAtPlace => {
      const pulls = round.pulls.filter((pull) => pull.sheet === sheet);
      return {
        ...{ sheet, pulls },
        faults: [...new Set(pulls.flatMap(({ faults }) => faults))],
        setAside: pulls.some(({ setAside }) => setAside),
        photograph: bench.photographs.findLast((of) => of.roundId === one.roundId && of.sheet === sheet),
      };
    });
    const printed = sheets.filter(({ pulls }) => pulls.some((pull) => pull.runId === runId)).length;
    return { place: i + 1, sheets, printed };
  });
}

/** The next sheet of a place that has no film of this run, and is not set aside. */
export function nextSheetAt(tally: readonly PlaceTally[], place: number, runId: string): SheetName | undefined {
  return tally
    .find((one) => one.place === place)
    ?.sheets.find(({ pulls, setAside }) => !setAside && !pulls.some((pull) => pull.runId === runId))?.sheet;
}

/** Pauses longer than this are no part of the work. */
const PAUSE_MIN = 20;

/** Minutes from one sheet to the next in this class; undefined before three were pulled. */
export function paceOfClass(bench: BenchState, one: ClassAtBlock): number | undefined {
  const times = (roundOfClass(bench, one)?.pulls ?? []).map(({ at }) => Date.parse(at)).sort((a, b) => a - b);
  const gaps = times.slice(1).flatMap((time, i) => {
    const minutes = (time - times[i]) / 60_000;
    return minutes > 0 && minutes <= PAUSE_MIN ? [minutes] : [];
  });
  return gaps.length < 2 ? undefined : median(gaps);
}

/** Grams of ink of a run for everybody's sheets. */
export function inkForClass(plan: Plan, sheet: PrintSheet, run: Run, { places, each }: ClassAtBlock): number {
  return inkNeedOfRun(plan, sheet, run, places * each).grams;
}
