import type { RehearsalLevel } from '@/core/cutting';
import type { Fault, SheetName } from '@/core/sheets';
import type { ActOf, Laying, ProofTaken, ReadingSource, RoundPurpose, SlipAnswer, SlipPlace } from '@/model';
import type { BlockEnd, Graded, Move, Numbering, PlacedFault, PrintNamed } from './editionActs';
import type { DampPack } from './packs';
import type { Pot } from './pots';
import type { ClassAtBlock } from './classes';
import type { Sitting, Timer } from './sittings';

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
  readonly level: RehearsalLevel;
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
  /** Classes at the block, oldest first; the last is there unless it has ended. */
  readonly classes: readonly ClassAtBlock[];
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
