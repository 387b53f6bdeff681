/** Faults a pull can show; more than one may be given. */
export const FAULTS = ['misfit', 'weak', 'patchy', 'too heavy', 'ghost', 'chatter', 'filled', 'smudge', 'mark', 'crease', 'tear', 'wrong colour', 'other'] as const;
export type Fault = (typeof FAULTS)[number];

/** A sheet's name: `1`…`500`, or `T1`… for a test sheet. */
export type SheetName = string;

export type BenchAct =
  | { readonly kind: 'sheets-started'; readonly counted: number; readonly tests: number }
  | { readonly kind: 'island-cut'; readonly stageId: string; readonly island: number; readonly done: boolean }
  | { readonly kind: 'stage-cut'; readonly stageId: string }
  | { readonly kind: 'pull'; readonly runId: string; readonly sheet: SheetName; readonly faults: readonly Fault[]; readonly setAside: boolean; readonly note: string }
  | { readonly kind: 'pull-undone'; readonly pullId: string }
  | { readonly kind: 'run-finished'; readonly runId: string }
  | { readonly kind: 'colour-got'; readonly runId: string; readonly colourId: string; readonly labD50: readonly [number, number, number]; readonly source: ReadingSource }
  | { readonly kind: 'numbered'; readonly marks: readonly { readonly sheet: SheetName; readonly mark: string }[]; readonly reason: string };

/** How a colour was come by: with a reading device, typed in, or from a measurement file. */
export const READING_SOURCES = ['reader', 'typed', 'file'] as const;
export type ReadingSource = (typeof READING_SOURCES)[number];

/** The colour a run really gave on the area of one colour of the picture. */
export interface ColourGot { readonly at: string; readonly runId: string; readonly colourId: string; readonly labD50: readonly [number, number, number]; readonly source: ReadingSource }

/** One entry of the bench log. The log only grows; taking back is an entry. `id` is given by whoever acts. */
export interface BenchEvent {
  readonly id: string;
  /** ISO date and time. */
  readonly at: string;
  readonly act: BenchAct;
}

export interface Pull {
  readonly id: string;
  readonly at: string;
  readonly runId: string;
  readonly sheet: SheetName;
  readonly faults: readonly Fault[];
  readonly setAside: boolean;
  readonly note: string;
}

export interface BenchState {
  readonly started?: { readonly counted: number; readonly tests: number };
  /** Stages whose cut is done, in the order of the gates passed. */
  readonly cutStages: readonly { readonly stageId: string; readonly at: string }[];
  /** Islands ticked off, by stage. */
  readonly cutIslands: ReadonlyMap<string, ReadonlySet<number>>;
  /** Pulls that count, in order; those taken back are not among them. */
  readonly pulls: readonly Pull[];
  readonly finishedRuns: ReadonlySet<string>;
  /** One for each run and colour of the picture: the newest reading, oldest first. */
  readonly coloursGot: readonly ColourGot[];
  readonly marks: readonly { readonly sheet: SheetName; readonly mark: string }[];
  readonly numberings: readonly { readonly at: string; readonly reason: string }[];
}

/** What the log says now. Entries that cannot be (a second pull of one sheet in a run) are passed over. */
export function replayLog(events: readonly BenchEvent[]): BenchState {
  const cutStages: { stageId: string; at: string }[] = [];
  const cutIslands = new Map<string, Set<number>>();
  const pulls = new Map<string, Pull>();
  const finishedRuns = new Set<string>();
  let coloursGot: ColourGot[] = [];
  const numberings: { at: string; reason: string }[] = [];
  let started: BenchState['started'];
  let marks: BenchState['marks'] = [];
  for (const { id, at, act } of events) {
    if (act.kind === 'sheets-started') started ??= { counted: act.counted, tests: act.tests };
    else if (act.kind === 'stage-cut') { if (!cutStages.some((c) => c.stageId === act.stageId)) cutStages.push({ stageId: act.stageId, at }); }
    else if (act.kind === 'island-cut') {
      const ticked = cutIslands.get(act.stageId) ?? new Set<number>();
      cutIslands.set(act.stageId, ticked);
      if (act.done) ticked.add(act.island); else ticked.delete(act.island);
    } else if (act.kind === 'pull') {
      const { runId, sheet, faults, setAside, note } = act;
      if (![...pulls.values()].some((p) => p.runId === runId && p.sheet === sheet)) pulls.set(id, { id, at, runId, sheet, faults, setAside, note });
    } else if (act.kind === 'pull-undone') pulls.delete(act.pullId);
    else if (act.kind === 'run-finished') finishedRuns.add(act.runId);
    else if (act.kind === 'colour-got') {
      const { runId, colourId, labD50, source } = act;
      coloursGot = [...coloursGot.filter((g) => g.runId !== runId || g.colourId !== colourId), { at, runId, colourId, labD50, source }];
    }
    else {
      marks = act.marks;
      numberings.push({ at, reason: act.reason });
    }
  }
  return { started, cutStages, cutIslands, pulls: [...pulls.values()], finishedRuns, coloursGot, marks, numberings };
}

/** All sheets in the order in which they go through a run: test sheets first. */
export function sheetNames(started: { counted: number; tests: number }): SheetName[] {
  return [...Array.from({ length: started.tests }, (_, i) => `T${i + 1}`), ...Array.from({ length: started.counted }, (_, i) => `${i + 1}`)];
}

export function isTestSheet(sheet: SheetName): boolean {
  return sheet.startsWith('T');
}

export interface RunTally {
  readonly pulled: readonly Pull[];
  /** Sheets alive and not yet pulled in this run, in order. */
  readonly waiting: readonly SheetName[];
  readonly good: number;
  readonly usable: number;
  readonly aside: number;
  /** Counted sheets alive now (tests left out). */
  readonly aliveCounted: number;
  /** Median minutes between pulls, once there are enough. */
  readonly minutesASheet?: number;
}

/** Counts for one run; `sheets` is `sheetNames(…)`. */
export function tallyRun(state: BenchState, runId: string, sheets: readonly SheetName[]): RunTally {
  const pulled = state.pulls.filter((p) => p.runId === runId);
  const done = new Set(pulled.map((p) => p.sheet));
  const gone = sheetsGone(state, sheets);
  return {
    pulled,
    waiting: sheets.filter((s) => !done.has(s) && !gone.has(s)),
    good: pulled.filter((p) => !p.setAside && p.faults.length === 0).length,
    usable: pulled.filter((p) => !p.setAside && p.faults.length > 0).length,
    aside: pulled.filter((p) => p.setAside).length,
    aliveCounted: sheets.filter((s) => !isTestSheet(s) && !gone.has(s)).length,
    minutesASheet: medianMinutes(pulled),
  };
}

/** Sheets out of the edition: set aside, or left out of a run that was declared finished. */
export function sheetsGone(state: BenchState, sheets: readonly SheetName[]): Set<SheetName> {
  const gone = new Set(state.pulls.filter((p) => p.setAside).map((p) => p.sheet));
  for (const runId of state.finishedRuns) {
    const pulled = new Set(state.pulls.filter((p) => p.runId === runId).map((p) => p.sheet));
    for (const sheet of sheets) if (!pulled.has(sheet)) gone.add(sheet);
  }
  return gone;
}

/** A pause longer than this is a break, not a pull. */
const LONGEST_PULL_MIN = 45;

function medianMinutes(pulls: readonly Pull[]): number | undefined {
  const minutes = pulls.slice(1).map((p, i) => (Date.parse(p.at) - Date.parse(pulls[i].at)) / 60000).filter((m) => m >= 0 && m <= LONGEST_PULL_MIN).sort((a, b) => a - b);
  return minutes.length < 2 ? undefined : minutes[minutes.length >> 1];
}

/** Counted sheets seen lost and kept in all pulls: what a workshop learns its own loss from. */
export function lossesSeen(state: BenchState): { lost: number; kept: number } {
  const counted = state.pulls.filter((p) => !isTestSheet(p.sheet));
  const lost = counted.filter((p) => p.setAside).length;
  return { lost, kept: counted.length - lost };
}
