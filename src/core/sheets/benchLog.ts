import { median } from '../numeric';
/** Faults a pull can show; more than one may be given. */
export const FAULTS = [
  'misfit',
  'weak',
  'patchy',
  'too heavy',
  'ghost',
  'chatter',
  'filled',
  'smudge',
  'mark',
  'crease',
  'tear',
  'wrong colour',
  'other',
] as const;
export type Fault = (typeof FAULTS)[number];

/** A sheet's name: `1`…`500`, or `T1`… for a test sheet. */
export type SheetName = string;

export type BenchAct =
  | { readonly kind: 'sheets-started'; readonly counted: number; readonly tests: number }
  | { readonly kind: 'sheets-added'; readonly counted: number }
  | { readonly kind: 'island-cut'; readonly stageId: string; readonly island: number; readonly done: boolean }
  | {
      readonly kind: 'stage-cut';
      readonly stageId: string;
      readonly minutes?: number;
      readonly saidHours?: number;
      readonly pictureSha?: string;
    }
  | {
      readonly kind: 'slip';
      readonly slipId: string;
      readonly stageId: string;
      readonly place: SlipPlace;
      readonly note: string;
      readonly pictureSha?: string;
    }
  | { readonly kind: 'slip-answered'; readonly slipId: string; readonly answer: SlipAnswer }
  | {
      readonly kind: 'rehearsed';
      readonly level: string;
      readonly score: number;
      readonly parts: number;
      readonly tooEarly: number;
      readonly tooLate: number;
      readonly never: number;
    }
  | {
      readonly kind: 'pull';
      readonly runId: string;
      readonly sheet: SheetName;
      readonly faults: readonly Fault[];
      readonly setAside: boolean;
      readonly note: string;
    }
  | { readonly kind: 'pull-undone'; readonly pullId: string }
  | { readonly kind: 'run-finished'; readonly runId: string }
  | {
      readonly kind: 'colour-got';
      readonly runId: string;
      readonly colourId: string;
      readonly labD50: readonly [number, number, number];
      readonly source: ReadingSource;
    }
  | ({ readonly kind: 'proofed' } & ProofTaken)
  | {
      readonly kind: 'shimmed';
      readonly settings: readonly {
        readonly runId: string;
        readonly shimsMm: readonly number[];
        readonly pieces: string;
      }[];
      readonly note: string;
    }
  | {
      readonly kind: 'numbered';
      readonly marks: readonly { readonly sheet: SheetName; readonly mark: string }[];
      readonly reason: string;
    };

/** What is gone from the block, on the print as seen: islands by first pixel, and outlines in mm. */
export interface SlipPlace {
  readonly islands: readonly number[];
  readonly outlinesMm: readonly (readonly number[])[];
}

/** What is done about a cut too many: left as it is, an inlay let in, the spot printed from a small block, or the picture changed so that it belongs. */
export const SLIP_ANSWERS = ['leave', 'patch', 'spot run', 'change plan'] as const;
export type SlipAnswer = (typeof SLIP_ANSWERS)[number];

/** Something cut away that should have stood, from one stage on. */
export interface Slip {
  readonly slipId: string;
  readonly at: string;
  readonly stageId: string;
  readonly place: SlipPlace;
  readonly note: string;
  readonly answer?: SlipAnswer;
}

export interface Rehearsed {
  readonly at: string;
  readonly level: string;
  readonly score: number;
  readonly parts: number;
  readonly tooEarly: number;
  readonly tooLate: number;
  readonly never: number;
}

/** A misfit seen on one sheet: the print as seen, mm, degrees clockwise. */
export interface ProofMark {
  readonly xMm: number;
  readonly yMm: number;
  readonly dxMm: number;
  readonly dyMm: number;
}

export interface ProofTaken {
  readonly proofId: string;
  readonly runId: string;
  /** What it was measured against; null is its place on the sheet. */
  readonly againstRunId: string | null;
  /** The sheet it was measured on; empty when it has no name yet. */
  readonly sheet: string;
  readonly source: 'eye' | 'scan';
  readonly marks: readonly ProofMark[];
  readonly motion: {
    readonly dxMm: number;
    readonly dyMm: number;
    readonly rotationDeg: number;
    readonly growthX: number;
    readonly growthY: number;
    readonly residualMm: number;
    readonly about: { readonly xMm: number; readonly yMm: number };
  };
}

/** A proof in the log, with the shims (mm, at each contact) its block had then. */
export interface Proof extends ProofTaken {
  readonly at: string;
  readonly shimsMm: readonly number[];
}

/** Shims put under a block for a run; those of the newest entry are in. */
export interface Shimming {
  readonly at: string;
  readonly runId: string;
  readonly shimsMm: readonly number[];
  readonly pieces: string;
  readonly note: string;
}

/** How a colour was come by: with a reading device, typed in, or from a measurement file. */
export const READING_SOURCES = ['reader', 'typed', 'file'] as const;
export type ReadingSource = (typeof READING_SOURCES)[number];

/** The colour a run really gave on the area of one colour of the picture. */
export interface ColourGot {
  readonly at: string;
  readonly runId: string;
  readonly colourId: string;
  readonly labD50: readonly [number, number, number];
  readonly source: ReadingSource;
}

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
  readonly cutStages: readonly { readonly stageId: string; readonly at: string; readonly minutes?: number }[];
  readonly slips: readonly Slip[];
  readonly rehearsals: readonly Rehearsed[];
  /** The block after each cut and each slip, oldest first. */
  readonly cutPictures: readonly {
    readonly at: string;
    readonly stageId: string;
    readonly what: 'cut' | 'slip';
    readonly sha: string;
  }[];
  /** Islands ticked off, by stage. */
  readonly cutIslands: ReadonlyMap<string, ReadonlySet<number>>;
  /** Pulls that count, in order; those taken back are not among them. */
  readonly pulls: readonly Pull[];
  /** Runs declared finished, with how many counted sheets there were then: later ones are not left out by it. */
  readonly finishedRuns: ReadonlyMap<string, number>;
  /** One for each run and colour of the picture: the newest reading, oldest first. */
  readonly coloursGot: readonly ColourGot[];
  /** All proofs, oldest first. */
  readonly proofs: readonly Proof[];
  /** All shims ever put in, oldest first. */
  readonly shimmings: readonly Shimming[];
  readonly marks: readonly { readonly sheet: SheetName; readonly mark: string }[];
  readonly numberings: readonly { readonly at: string; readonly reason: string }[];
}

/** What the log says now. Entries that cannot be (a second pull of one sheet in a run) are passed over. */
export function replayLog(events: readonly BenchEvent[]): BenchState {
  const replay = newReplay();
  for (const event of events) entryOf(event.act.kind)(replay, event as never);
  const { slips, pulls, pulledOnce, proofIds, ...kept } = replay;
  return { ...kept, slips: [...slips.values()], pulls: [...pulls.values()] };
}

/** What is gathered while the log is replayed. */
function newReplay() {
  return {
    started: undefined as BenchState['started'],
    cutStages: [] as { stageId: string; at: string; minutes?: number }[],
    slips: new Map<string, Slip>(),
    rehearsals: [] as Rehearsed[],
    cutPictures: [] as { at: string; stageId: string; what: 'cut' | 'slip'; sha: string }[],
    cutIslands: new Map<string, Set<number>>(),
    pulls: new Map<string, Pull>(),
    /** Run and sheet of every pull that counts. */
    pulledOnce: new Set<string>(),
    finishedRuns: new Map<string, number>(),
    coloursGot: [] as ColourGot[],
    proofs: [] as Proof[],
    proofIds: new Set<string>(),
    shimmings: [] as Shimming[],
    marks: [] as BenchState['marks'],
    numberings: [] as { at: string; reason: string }[],
  };
}

type Replay = ReturnType<typeof newReplay>;
type ActOf<Kind extends BenchAct['kind']> = Extract<BenchAct, { readonly kind: Kind }>;
type EventOf<Kind extends BenchAct['kind']> = Omit<BenchEvent, 'act'> & { readonly act: ActOf<Kind> };

/** What each kind of entry does to the state. */
const ENTRIES: { readonly [Kind in BenchAct['kind']]: (replay: Replay, event: EventOf<Kind>) => void } = {
  'sheets-started': (r, { act }) => {
    r.started ??= { counted: act.counted, tests: act.tests };
  },
  'sheets-added': (r, { act }) => {
    r.started = r.started && { ...r.started, counted: r.started.counted + act.counted };
  },
  'stage-cut': (r, { at, act }) => {
    if (r.cutStages.some((c) => c.stageId === act.stageId)) return;
    r.cutStages.push({ stageId: act.stageId, at, minutes: act.minutes });
    if (act.pictureSha) r.cutPictures.push({ at, stageId: act.stageId, what: 'cut', sha: act.pictureSha });
  },
  slip: (r, { at, act }) => {
    if (r.slips.has(act.slipId)) return;
    r.slips.set(act.slipId, { slipId: act.slipId, at, stageId: act.stageId, place: act.place, note: act.note });
    if (act.pictureSha) r.cutPictures.push({ at, stageId: act.stageId, what: 'slip', sha: act.pictureSha });
  },
  'slip-answered': (r, { act }) => {
    const slip = r.slips.get(act.slipId);
    if (slip) r.slips.set(act.slipId, { ...slip, answer: act.answer });
  },
  rehearsed: (r, { at, act: { level, score, parts, tooEarly, tooLate, never } }) => {
    r.rehearsals.push({ at, level, score, parts, tooEarly, tooLate, never });
  },
  'island-cut': (r, { act }) => {
    const ticked = r.cutIslands.get(act.stageId) ?? new Set<number>();
    r.cutIslands.set(act.stageId, ticked);
    if (act.done) ticked.add(act.island);
    else ticked.delete(act.island);
  },
  pull: (r, { id, at, act: { runId, sheet, faults, setAside, note } }) => {
    const key = `${runId}/${sheet}`;
    if (r.pulledOnce.has(key)) return;
    r.pulledOnce.add(key);
    r.pulls.set(id, { id, at, runId, sheet, faults, setAside, note });
  },
  'pull-undone': (r, { act }) => {
    const pull = r.pulls.get(act.pullId);
    if (!pull) return;
    r.pulls.delete(act.pullId);
    r.pulledOnce.delete(`${pull.runId}/${pull.sheet}`);
  },
  'run-finished': (r, { act }) => {
    r.finishedRuns.set(act.runId, r.started?.counted ?? 0);
  },
  'colour-got': (r, { at, act: { runId, colourId, labD50, source } }) => {
    r.coloursGot = [
      ...r.coloursGot.filter((g) => g.runId !== runId || g.colourId !== colourId),
      { at, runId, colourId, labD50, source },
    ];
  },
  proofed: (r, { at, act: { proofId, runId, againstRunId, sheet, source, marks, motion } }) => {
    if (r.proofIds.has(proofId)) return;
    r.proofIds.add(proofId);
    const shimsMm = r.shimmings.findLast((s) => s.runId === runId)?.shimsMm ?? [];
    r.proofs.push({ proofId, runId, againstRunId, sheet, source, marks, motion, at, shimsMm });
  },
  shimmed: (r, { at, act }) => {
    r.shimmings.push(...act.settings.map((setting) => ({ at, note: act.note, ...setting })));
  },
  numbered: (r, { at, act }) => {
    r.marks = act.marks;
    r.numberings.push({ at, reason: act.reason });
  },
};
const entryOf = (kind: BenchAct['kind']) => ENTRIES[kind] as (replay: Replay, event: never) => void;

/** All sheets in the order in which they go through a run: test sheets first. */
export function sheetNames(started: { counted: number; tests: number }): SheetName[] {
  return [
    ...Array.from({ length: started.tests }, (_, i) => `T${i + 1}`),
    ...Array.from({ length: started.counted }, (_, i) => `${i + 1}`),
  ];
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

/** The pulls that count of each run, in order. */
export function pullsByRun(state: BenchState): Map<string, Pull[]> {
  const runs = new Map<string, Pull[]>();
  for (const pull of state.pulls) {
    const run = runs.get(pull.runId);
    if (run) run.push(pull);
    else runs.set(pull.runId, [pull]);
  }
  return runs;
}

/** Counts for every run named; `sheets` is `sheetNames(…)`. Costs one pass over the pulls and one over the sheets of each run. */
export function tallyRuns(state: BenchState, runIds: readonly string[], sheets: readonly SheetName[]): RunTally[] {
  const byRun = pullsByRun(state);
  const gone = goneOf(state, byRun, sheets);
  const aliveCounted = sheets.filter((s) => !isTestSheet(s) && !gone.has(s)).length;
  return runIds.map((runId) => {
    const pulled = byRun.get(runId) ?? [];
    const done = new Set(pulled.map((p) => p.sheet));
    return {
      pulled,
      waiting: sheets.filter((s) => !done.has(s) && !gone.has(s)),
      good: pulled.filter((p) => !p.setAside && p.faults.length === 0).length,
      usable: pulled.filter((p) => !p.setAside && p.faults.length > 0).length,
      aside: pulled.filter((p) => p.setAside).length,
      aliveCounted,
      minutesASheet: medianMinutes(pulled),
    };
  });
}

/** Counts for one run. */
export function tallyRun(state: BenchState, runId: string, sheets: readonly SheetName[]): RunTally {
  return tallyRuns(state, [runId], sheets)[0];
}

/** Sheets out of the edition: set aside, or left out of a run that was declared finished. */
export function sheetsGone(state: BenchState, sheets: readonly SheetName[]): Set<SheetName> {
  return goneOf(state, pullsByRun(state), sheets);
}

function goneOf(state: BenchState, byRun: ReadonlyMap<string, readonly Pull[]>, sheets: readonly SheetName[]) {
  const gone = new Set(state.pulls.filter((p) => p.setAside).map((p) => p.sheet));
  for (const [runId, counted] of state.finishedRuns) {
    const pulled = new Set(byRun.get(runId)?.map((p) => p.sheet));
    for (const sheet of sheets)
      if (!pulled.has(sheet) && (isTestSheet(sheet) || Number(sheet) <= counted)) gone.add(sheet);
  }
  return gone;
}

/** A pause longer than this is a break, not a pull. */
const LONGEST_PULL_MIN = 45;

function medianMinutes(pulls: readonly Pull[]): number | undefined {
  const minutes = pulls
    .slice(1)
    .map((p, i) => (Date.parse(p.at) - Date.parse(pulls[i].at)) / 60000)
    .filter((m) => m >= 0 && m <= LONGEST_PULL_MIN);
  return minutes.length < 2 ? undefined : median(minutes);
}

/** Counted sheets pulled and set aside in each run, test sheets left out: what a workshop learns its own loss from. */
export function lossesByRun(state: BenchState): Map<string, { sheets: number; lost: number }> {
  const runs = new Map<string, { sheets: number; lost: number }>();
  for (const { runId, sheet, setAside } of state.pulls) {
    if (isTestSheet(sheet)) continue;
    const run = runs.get(runId) ?? { sheets: 0, lost: 0 };
    runs.set(runId, { sheets: run.sheets + 1, lost: run.lost + (setAside ? 1 : 0) });
  }
  return runs;
}
