import type { Fault, SheetName } from '@/core/sheets';
import {
  EDITION_ROUND,
  type ActOf,
  type BenchAct,
  type BenchEvent,
  type Laying,
  type ProofTaken,
  type ReadingSource,
  type RoundPurpose,
  type SlipAnswer,
  type SlipPlace,
} from '@/model';
import {
  EDITION_ENTRIES,
  newEdition,
  type BlockEnd,
  type Graded,
  type Move,
  type Numbering,
  type PlacedFault,
  type PrintNamed,
} from './editionActs';
import { PACK_ENTRIES, type DampPack } from './packs';
import { POT_ENTRIES, type Pot } from './pots';
import { SITTING_ENTRIES, type Sitting, type Timer } from './sittings';

/** Something cut away that should have stood, from one stage on. */
export interface Slip {
  readonly slipId: string;
  readonly at: string;
  readonly cutId: string;
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

/** The colour a run really gave on the area of one colour of the picture. */
export interface ColourGot {
  readonly at: string;
  readonly runId: string;
  readonly colourId: string;
  readonly labD50: readonly [number, number, number];
  readonly source: ReadingSource;
}

export interface Pull {
  readonly id: string;
  readonly at: string;
  readonly runId: string;
  readonly sheet: SheetName;
  readonly faults: readonly Fault[];
  readonly setAside: boolean;
  readonly note: string;
  /** What was really laid; absent: as planned. */
  readonly laid?: Laying;
}

/** A sheet of the edition's round kept for good after a run. */
export interface KeptSheet {
  readonly sheet: SheetName;
  readonly runId: string;
  readonly at: string;
}

/** A colour read on a proof. */
export interface TrialReading extends Omit<ColourGot, 'at'> {
  readonly at: string;
  readonly roundId: string;
  readonly sheet: SheetName;
}

/** A lot of sheets of one paper; the pulls that count, in order. */
export interface Round {
  readonly roundId: string;
  readonly round: 'proof' | 'edition';
  /** Empty where it has no name of its own. */
  readonly name: string;
  readonly purpose: RoundPurpose;
  /** Its sheets are trials of one mix with ever more extender. */
  readonly extender?: ActOf<'round-begun'>['extender'];
  readonly at: string;
  readonly paper: ActOf<'round-begun'>['paper'];
  readonly counted: number;
  readonly tests: number;
  readonly pulls: readonly Pull[];
}

/** Something set otherwise, from a sheet of a run on. */
export interface SettingChanged extends Omit<ActOf<'setting-changed'>, 'kind'> {
  readonly id: string;
  readonly at: string;
}

/** Parent sheets parted into pieces. */
export interface Parting extends Omit<ActOf<'parents-parted'>, 'kind'> {
  readonly id: string;
  readonly at: string;
}

export interface RemedyTried extends Omit<ActOf<'remedy-tried'>, 'kind'> {
  readonly at: string;
  readonly helped?: boolean;
}

export interface Photograph extends Omit<ActOf<'photographed'>, 'kind'> {
  readonly at: string;
  readonly roundId: string;
}

/** Printed on against what was said of the film below. */
export interface Overruling extends Omit<ActOf<'overruled'>, 'kind'> {
  readonly at: string;
}

/** A board and its water: how it lies now, and what it measured, oldest first. */
export interface Board {
  readonly rests?: { readonly at: string; readonly how: ActOf<'board-rests'>['how'] };
  readonly measured: readonly { readonly at: string; readonly acrossMm: number; readonly downMm: number }[];
}

export interface BenchState {
  /** Every round, oldest first. */
  readonly rounds: readonly Round[];
  /** The settings as they were changed, oldest first, without those taken back. */
  readonly settings: readonly SettingChanged[];
  /** Parents that were parted into sheets, oldest first, without those taken back. */
  readonly partings: readonly Parting[];
  /** Remedies of faults that were tried, oldest first; undefined while it is not said whether they helped. */
  readonly remedies: readonly RemedyTried[];
  /** Pulls on waste paper, oldest first. */
  readonly warmUps: readonly { readonly at: string; readonly runId: string; readonly even: boolean }[];
  readonly photographs: readonly Photograph[];
  /** When a run's film was first seen to be dry, by run. */
  readonly drySeen: ReadonlyMap<string, { readonly at: string; readonly sheet: string; readonly note: string }>;
  /** When a run's film was last found not to be dry yet, by run. */
  readonly stillWet: ReadonlyMap<string, string>;
  /** Oldest first. */
  readonly overruled: readonly Overruling[];
  readonly roomReadings: readonly {
    readonly at: string;
    readonly temperatureC: number;
    readonly relativeHumidityPercent: number;
  }[];
  /** Clocks that run, and sittings at the bench, oldest first. */
  readonly timers: readonly Timer[];
  readonly sittings: readonly Sitting[];
  /** Pots of ink, oldest first. */
  readonly pots: readonly Pot[];
  /** Packs of damp paper, oldest first. */
  readonly packs: readonly DampPack[];
  /** Boards that were wetted or measured, by block. */
  readonly boards: ReadonlyMap<string, Board>;
  /** What layings by brush took, oldest first. */
  readonly brushedWith: readonly (Omit<ActOf<'brushed-with'>, 'kind'> & { readonly at: string })[];
  /** What all prints are held against. */
  readonly bat?: PrintNamed;
  /** How finished prints were sorted, by `printKey`. */
  readonly grades: ReadonlyMap<string, Graded>;
  /** Faults with their places, oldest first, without those taken back. */
  readonly placedFaults: readonly PlacedFault[];
  /** What is said to be otherwise on a print, by `printKey`. */
  readonly varies: ReadonlyMap<string, string>;
  /** All moves, oldest first, and where each print is now, by `printKey`. */
  readonly moves: readonly Move[];
  readonly whereabouts: ReadonlyMap<string, Move>;
  /** What became of blocks. */
  readonly blockEnds: ReadonlyMap<string, BlockEnd>;
  /** Counted sheets of the edition's round that are printed in another set of inks than the first. */
  readonly colourwaySheets: ReadonlyMap<SheetName, string>;
  /** Sheets of the edition's round. */
  readonly started?: { readonly counted: number; readonly tests: number };
  /** Stages whose cut is done, in the order of the gates passed. */
  readonly cutsPassed: readonly { readonly cutId: string; readonly at: string; readonly minutes?: number }[];
  readonly slips: readonly Slip[];
  readonly rehearsals: readonly Rehearsed[];
  /** The block after each cut and each slip, oldest first. */
  readonly cutPictures: readonly {
    readonly at: string;
    readonly cutId: string;
    readonly what: 'cut' | 'slip';
    readonly sha: string;
  }[];
  /** Islands ticked off, by stage. */
  readonly cutIslands: ReadonlyMap<string, ReadonlySet<number>>;
  /** Pulls of the edition that count, in order; those taken back are not among them. */
  readonly pulls: readonly Pull[];
  /** Runs declared finished, with how many counted sheets there were then: later ones are not left out by it. */
  readonly finishedRuns: ReadonlyMap<string, number>;
  /** Sheets kept for good before all runs are on them, in the order they were kept. */
  readonly kept: readonly KeptSheet[];
  /** What was read on proofs, the newest for each sheet, run and colour; oldest first. */
  readonly trialReadings: readonly TrialReading[];
  /** One for each run and colour of the picture: the newest reading, oldest first. */
  readonly coloursGot: readonly ColourGot[];
  /** Readings on named sheets of the edition, oldest first. */
  readonly sheetReadings: readonly (ColourGot & { readonly sheet: SheetName })[];
  /** All proofs, oldest first. */
  readonly proofs: readonly Proof[];
  /** Marks put right and corners let in anew, oldest first. */
  readonly kentoMoves: readonly { readonly at: string; readonly runId: string; readonly movesMm: readonly number[] }[];
  readonly kentoInlaid: readonly { readonly at: string; readonly runId: string }[];
  /** All shims ever put in, oldest first. */
  readonly shimmings: readonly Shimming[];
  /** The marks in force: those of the newest numbering. */
  readonly marks: Numbering['marks'];
  /** All numberings, oldest first. */
  readonly numberings: readonly Numbering[];
}

/** What the log says now. Entries that cannot be (a second pull of one sheet in a run) are passed over. */
export function replayLog(events: readonly BenchEvent[]): BenchState {
  const replay = newReplay();
  for (const event of events) entryOf(event.act.kind)(replay, event as never);
  const { slips, pulls, pulledOnce, proofIds, rounds, packs, pots, ...kept } = replay;
  const byRound = new Map<string, Pull[]>();
  for (const { roundId, pull } of pulls.values()) {
    const mine = byRound.get(roundId);
    if (mine) mine.push(pull);
    else byRound.set(roundId, [pull]);
  }
  const begun = [...rounds.values()].map((round): Round => ({ ...round, pulls: byRound.get(round.roundId) ?? [] }));
  const edition = begun.find(({ round }) => round === 'edition');
  return {
    ...kept,
    marks: kept.numberings.at(-1)?.marks ?? [],
    rounds: begun,
    started: edition && { counted: edition.counted, tests: edition.tests },
    slips: [...slips.values()],
    packs: [...packs.values()],
    pots: [...pots.values()],
    // pulls without a round are those of logs that begin with them
    pulls: byRound.get(edition?.roundId ?? EDITION_ROUND) ?? [],
  };
}

/** What is gathered while the log is replayed. */
function newReplay() {
  return {
    rounds: new Map<string, Omit<Round, 'pulls'>>(),
    settings: [] as SettingChanged[],
    partings: [] as Parting[],
    remedies: [] as RemedyTried[],
    warmUps: [] as { at: string; runId: string; even: boolean }[],
    photographs: [] as Photograph[],
    drySeen: new Map<string, { at: string; sheet: string; note: string }>(),
    stillWet: new Map<string, string>(),
    overruled: [] as Overruling[],
    roomReadings: [] as { at: string; temperatureC: number; relativeHumidityPercent: number }[],
    packs: new Map<string, DampPack>(),
    pots: new Map<string, Pot>(),
    timers: [] as readonly Timer[],
    sittings: [] as readonly Sitting[],
    boards: new Map<string, Board>(),
    brushedWith: [] as (Omit<ActOf<'brushed-with'>, 'kind'> & { at: string })[],
    ...newEdition(),
    colourwaySheets: new Map<SheetName, string>(),
    cutsPassed: [] as { cutId: string; at: string; minutes?: number }[],
    slips: new Map<string, Slip>(),
    rehearsals: [] as Rehearsed[],
    cutPictures: [] as { at: string; cutId: string; what: 'cut' | 'slip'; sha: string }[],
    cutIslands: new Map<string, Set<number>>(),
    pulls: new Map<string, { roundId: string; pull: Pull }>(),
    /** Round, run and sheet of every pull that counts. */
    pulledOnce: new Set<string>(),
    finishedRuns: new Map<string, number>(),
    kept: [] as KeptSheet[],
    trialReadings: [] as TrialReading[],
    coloursGot: [] as ColourGot[],
    sheetReadings: [] as (ColourGot & { sheet: SheetName })[],
    proofs: [] as Proof[],
    proofIds: new Set<string>(),
    shimmings: [] as Shimming[],
    kentoMoves: [] as { at: string; runId: string; movesMm: readonly number[] }[],
    kentoInlaid: [] as { at: string; runId: string }[],
  };
}

type Replay = ReturnType<typeof newReplay>;
export type EventOf<Kind extends BenchAct['kind']> = Omit<BenchEvent, 'act'> & { readonly act: ActOf<Kind> };

/** What each kind of entry does to the state. */
const ENTRIES: { readonly [Kind in BenchAct['kind']]: (replay: Replay, event: EventOf<Kind>) => void } = {
  ...EDITION_ENTRIES,
  ...PACK_ENTRIES,
  ...POT_ENTRIES,
  ...SITTING_ENTRIES,
  'round-begun': (r, { at, act: { kind: _, name = '', purpose = 'whole set', ...round } }) => {
    if (r.rounds.has(round.roundId)) return;
    const { colourways = [], ...begun } = round;
    r.rounds.set(round.roundId, { at, name, purpose, ...begun });
    let first = round.counted - colourways.reduce((sum, { sheets }) => sum + sheets, 0) + 1;
    for (const { colourwayId, sheets } of colourways) {
      printedIn(r, colourwayId, first, sheets);
      first += sheets;
    }
  },
  'sheets-added': (r, { act }) => {
    const round = r.rounds.get(act.roundId);
    if (!round) return;
    r.rounds.set(act.roundId, { ...round, counted: round.counted + act.counted });
    if (act.colourwayId) printedIn(r, act.colourwayId, round.counted + 1, act.counted);
  },
  'parents-parted': (r, { id, at, act: { kind: _, ...parting } }) => {
    r.partings.push({ id, at, ...parting });
  },
  'parting-undone': (r, { act }) => {
    r.partings = r.partings.filter(({ id }) => id !== act.partingId);
  },
  'setting-changed': (r, { id, at, act: { kind: _, ...setting } }) => {
    r.settings.push({ id, at, ...setting });
  },
  'setting-undone': (r, { act }) => {
    r.settings = r.settings.filter(({ id }) => id !== act.settingId);
  },
  'remedy-tried': (r, { at, act: { kind: _, ...tried } }) => {
    if (!r.remedies.some(({ tryId }) => tryId === tried.tryId)) r.remedies.push({ at, ...tried });
  },
  'remedy-judged': (r, { act: { tryId, helped } }) => {
    r.remedies = r.remedies.map((tried) => (tried.tryId === tryId ? { ...tried, helped } : tried));
  },
  'warmed-up': (r, { at, act: { runId, even } }) => {
    r.warmUps.push({ at, runId, even });
  },
  photographed: (r, { at, act: { kind: _, roundId = EDITION_ROUND, ...photograph } }) => {
    r.photographs.push({ at, roundId, ...photograph });
  },
  'dry-seen': (r, { at, act: { runId, sheet, note, dried } }) => {
    if (dried?.how !== 'not yet' && !r.drySeen.has(runId)) r.drySeen.set(runId, { at, sheet, note });
    if (dried?.how === 'not yet') r.stillWet.set(runId, at);
  },
  overruled: (r, { at, act: { kind: _, ...overruling } }) => {
    r.overruled.push({ at, ...overruling });
  },
  'room-read': (r, { at, act: { temperatureC, relativeHumidityPercent } }) => {
    r.roomReadings.push({ at, temperatureC, relativeHumidityPercent });
  },
  'board-rests': (r, { at, act: { blockId, how } }) => {
    r.boards.set(blockId, { measured: [], ...r.boards.get(blockId), rests: { at, how } });
  },
  'board-measured': (r, { at, act: { blockId, acrossMm, downMm } }) => {
    const board = r.boards.get(blockId);
    r.boards.set(blockId, { ...board, measured: [...(board?.measured ?? []), { at, acrossMm, downMm }] });
  },
  'brushed-with': (r, { at, act: { kind: _, ...taken } }) => {
    r.brushedWith.push({ at, ...taken });
  },
  'cut-done': (r, { at, act }) => {
    if (r.cutsPassed.some((c) => c.cutId === act.cutId)) return;
    r.cutsPassed.push({ cutId: act.cutId, at, minutes: act.minutes });
    if (act.pictureSha) r.cutPictures.push({ at, cutId: act.cutId, what: 'cut', sha: act.pictureSha });
  },
  slip: (r, { at, act }) => {
    if (r.slips.has(act.slipId)) return;
    r.slips.set(act.slipId, { slipId: act.slipId, at, cutId: act.cutId, place: act.place, note: act.note });
    if (act.pictureSha) r.cutPictures.push({ at, cutId: act.cutId, what: 'slip', sha: act.pictureSha });
  },
  'slip-answered': (r, { act }) => {
    const slip = r.slips.get(act.slipId);
    if (slip) r.slips.set(act.slipId, { ...slip, answer: act.answer });
  },
  rehearsed: (r, { at, act: { level, score, parts, tooEarly, tooLate, never } }) => {
    r.rehearsals.push({ at, level, score, parts, tooEarly, tooLate, never });
  },
  'island-cut': (r, { act }) => {
    const ticked = r.cutIslands.get(act.cutId) ?? new Set<number>();
    r.cutIslands.set(act.cutId, ticked);
    if (act.done) ticked.add(act.island);
    else ticked.delete(act.island);
  },
  pull: (r, { id, at, act: { roundId = EDITION_ROUND, runId, sheet, faults, setAside, note, laid } }) => {
    const key = `${roundId}/${runId}/${sheet}`;
    if (r.pulledOnce.has(key)) return;
    r.pulledOnce.add(key);
    r.pulls.set(id, { roundId, pull: { id, at, runId, sheet, faults, setAside, note, laid } });
  },
  'pull-undone': (r, { act }) => {
    const found = r.pulls.get(act.pullId);
    if (!found) return;
    r.pulls.delete(act.pullId);
    r.pulledOnce.delete(`${found.roundId}/${found.pull.runId}/${found.pull.sheet}`);
    const { runId, sheet } = found.pull;
    if (found.roundId === EDITION_ROUND) r.kept = r.kept.filter((k) => k.sheet !== sheet || k.runId !== runId);
  },
  'sheet-kept': (r, { at, act: { sheet, runId, kept } }) => {
    r.kept = r.kept.filter((k) => k.sheet !== sheet);
    if (kept) r.kept.push({ sheet, runId, at });
  },
  'run-finished': (r, { act }) => {
    const edition = [...r.rounds.values()].find(({ round }) => round === 'edition');
    r.finishedRuns.set(act.runId, edition?.counted ?? 0);
  },
  'colour-got': (r, { at, act: { runId, colourId, labD50, source, trial, sheet } }) => {
    if (trial) {
      const same = (t: TrialReading) =>
        t.roundId === trial.roundId && t.sheet === trial.sheet && t.runId === runId && t.colourId === colourId;
      r.trialReadings = r.trialReadings.filter((t) => !same(t));
      r.trialReadings.push({ at, runId, colourId, labD50, source, roundId: trial.roundId, sheet: trial.sheet });
      return;
    }
    if (sheet) r.sheetReadings.push({ at, runId, colourId, labD50, source, sheet });
    // another set of inks teaches nothing of this one
    if (sheet && r.colourwaySheets.has(sheet)) return;
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
  'kento-put-right': (r, { at, act }) => {
    r.kentoMoves.push(...act.settings.map((setting) => ({ at, ...setting })));
  },
  'kento-inlaid': (r, { at, act: { runId } }) => {
    r.kentoInlaid.push({ at, runId });
  },
};

/** Counted sheets from a number on are printed in another set of inks. */
function printedIn(r: Replay, colourwayId: string, first: number, sheets: number): void {
  for (let n = first; n < first + sheets; n++) r.colourwaySheets.set(String(n), colourwayId);
}

const entryOf = (kind: BenchAct['kind']) => ENTRIES[kind] as (replay: Replay, event: never) => void;
