import { isTestSheet, printNames, sheetOfPrint, type Fault, type SheetName } from '@/core/sheets';
import { EDITION_ROUND, type Plan, type PrintKind } from '@/model';
import { imagesOf } from './belief';
import { printKey, type Graded, type Move, type PlacedFault } from './bench/editionActs';
import type { BenchState, Photograph } from './bench/benchState';
import { sheetsGone } from './bench/tally';
import type { Progress } from './progress';

/** One print: a sheet, or an image of a sheet that is cut apart. */
export interface Impression {
  /** Among all rounds. */
  readonly key: string;
  readonly name: string;
  readonly roundId: string;
  readonly sheet: SheetName;
  readonly image?: number;
  readonly kind: PrintKind;
  /** Its pencil mark; empty without one. */
  readonly mark: string;
  /** Absent: the first set of inks. */
  readonly colourwayId?: string;
  /** Runs that lie on it. */
  readonly printed: number;
  /** Noted on the way, each once. */
  readonly faults: readonly Fault[];
  readonly placedFaults: readonly PlacedFault[];
  readonly graded?: Graded;
  readonly varies: string;
  /** The newest of the finished sheet, else of the last run that was photographed. */
  readonly photograph?: Photograph;
  readonly where?: Move;
}

/**
 * Every print of the edition's round, in the order of its sheets, whatever became of it, then proofs that bear a mark. Each print is one of
 * these once: so their kinds always sum to the prints there are.
 */
export function impressionsOf(plan: Plan, progress: Progress): Impression[] {
  const of = factsOf(plan, progress);
  const proofs = progress.bench.marks.flatMap(({ roundId = EDITION_ROUND, sheet }) =>
    roundId === EDITION_ROUND ? [] : [of(roundId, sheet)],
  );
  return [...editionOf(plan, progress, of), ...proofs];
}

/** The prints of one round: of the edition's all, of one for proofs those that something was pulled on. */
export function impressionsOfRound(plan: Plan, progress: Progress, roundId: string): Impression[] {
  const of = factsOf(plan, progress);
  if (roundId === EDITION_ROUND) return editionOf(plan, progress, of);
  const round = progress.bench.rounds.find((one) => one.roundId === roundId);
  return [...new Set(round?.pulls.map(({ sheet }) => sheet))].map((sheet) => of(roundId, sheet));
}

type Facts = (roundId: string, name: string) => Impression;

function editionOf(plan: Plan, { bench, sheets }: Progress, of: Facts): Impression[] {
  const kept = new Set(bench.kept.map(({ sheet }) => sheet)),
    images = imagesOf(plan);
  return sheets.flatMap((sheet) =>
    // what is kept for a progressive set, and what is for tests, is not cut apart
    (kept.has(sheet) || isTestSheet(sheet) ? [sheet] : printNames(sheet, images)).map((name) =>
      of(EDITION_ROUND, name),
    ),
  );
}

/** The print that stands for the whole edition: one that is numbered, photographed where there is such; else any that is finished. */
export function shownFor(plan: Plan, prints: readonly Impression[]): Impression | undefined {
  return (
    prints.find(({ kind, photograph }) => kind === 'numbered' && photograph) ??
    prints.find(({ kind }) => kind === 'numbered') ??
    prints.find(({ printed }) => printed === plan.runs.length)
  );
}

/** How many prints there are of each kind. */
export function countsByKind(impressions: readonly Pick<Impression, 'kind'>[]): Map<PrintKind, number> {
  const counts = new Map<PrintKind, number>();
  for (const { kind } of impressions) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  return counts;
}

/** Everything that is known of a print, by its round and name: what the log lists by sheet is looked up once. */
function factsOf(plan: Plan, { bench, sheets, runs }: Progress): Facts {
  const gone = sheetsGone(bench, sheets),
    kept = new Set(bench.kept.map(({ sheet }) => sheet));
  const marks = new Map(bench.marks.map((mark) => [printKey(mark), mark]));
  const faultsAt = new Map<string, PlacedFault[]>();
  for (const placed of bench.placedFaults) pushed(faultsAt, printKey(placed), placed);
  const photographs = new Map<string, Photograph[]>();
  for (const one of bench.photographs) pushed(photographs, `${one.roundId}/${one.sheet}`, one);
  const pulls = new Map<string, BenchState['pulls'][number][]>();
  for (const { roundId, pulls: own } of roundsOf(bench))
    for (const pull of own) pushed(pulls, `${roundId}/${pull.sheet}`, pull);
  const order = new Map(plan.runs.map(({ id }, r) => [id, r]));
  return (roundId, name) => {
    const print = sheetOfPrint(name),
      key = printKey({ roundId, ...print }),
      sheetKey = `${roundId}/${print.sheet}`;
    const pulled = pulls.get(sheetKey) ?? [],
      marked = marks.get(key);
    const printed = new Set(pulled.map(({ runId }) => runId)).size;
    const kind = (): PrintKind => {
      if (marked) return marked.role;
      if (roundId !== EDITION_ROUND) return 'not numbered';
      if (isTestSheet(print.sheet)) return 'test';
      if (kept.has(print.sheet)) return 'progressive';
      if (gone.has(print.sheet)) return 'spoiled';
      return runs.length > 0 && printed === runs.length ? 'not numbered' : 'unfinished';
    };
    const byRun = (one: Photograph) => (one.runId === null ? runs.length : (order.get(one.runId) ?? -1));
    return {
      ...{ key, name, roundId, ...print, printed, kind: kind(), mark: marked?.mark ?? '' },
      colourwayId: roundId === EDITION_ROUND ? bench.colourwaySheets.get(print.sheet) : undefined,
      faults: [...new Set(pulled.flatMap(({ faults }) => faults))],
      placedFaults: faultsAt.get(key) ?? [],
      graded: bench.grades.get(key),
      varies: bench.varies.get(key) ?? '',
      photograph: (photographs.get(sheetKey) ?? []).reduce<Photograph | undefined>(
        (best, one) => (!best || byRun(one) >= byRun(best) ? one : best),
        undefined,
      ),
      where: bench.whereabouts.get(key),
    };
  };
}

/** The rounds with their pulls; logs that begin with pulls know one without saying so. */
const roundsOf = ({ rounds, pulls }: BenchState) =>
  rounds.some(({ round }) => round === 'edition') ? rounds : [...rounds, { roundId: EDITION_ROUND, pulls }];

function pushed<T>(lists: Map<string, T[]>, key: string, value: T): void {
  const own = lists.get(key);
  if (own) own.push(value);
  else lists.set(key, [value]);
}
