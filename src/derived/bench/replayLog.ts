import type { SheetName } from '@/core/sheets';
import { EDITION_ROUND, type ActOf, type BenchAct, type BenchEvent } from '@/model';
import { EDITION_ENTRIES, newEdition } from './editionActs';
import type {
  Slip,
  Rehearsed,
  Proof,
  Shimming,
  ColourGot,
  Pull,
  KeptSheet,
  TrialReading,
  Round,
  SettingChanged,
  Parting,
  RemedyTried,
  Photograph,
  Overruling,
  Board,
  BenchState,
} from './benchState';
import { PACK_ENTRIES, type DampPack } from './packs';
import { POT_ENTRIES, type Pot } from './pots';
import { CLASS_ENTRIES, type ClassAtBlock } from './classes';
import { SITTING_ENTRIES, type Sitting, type Timer } from './sittings';

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
    classes: [] as readonly ClassAtBlock[],
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
  ...CLASS_ENTRIES,
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
