import { boolean, lazy, number, string, type InferType, type ISchema } from 'yup';
import { REHEARSAL_LEVELS } from '@/core/cutting';
import { DRY_LOOKS } from '@/core/days';
import { MEDIUM_IDS } from '@/core/inks';
import { CAUSES, FAULTS, SIGNS, TEST_SHEETS_RANGE } from '@/core/sheets';
import { failure, type Outcome, phrase, type Phrase } from '@/core/units';
import { checkWith } from '../check';
import { slipPlace } from '../design/place';
import {
  between,
  id,
  inRange,
  list,
  mm,
  named,
  oneOf,
  record,
  sha,
  surfaceLabD50,
  text,
  type Frozen,
  whole,
} from '../fields';
import { ink } from '../plan/inks';
import { fadeLaid } from '../plan/runs';
import { EDITION_ACTS } from './editionActs';
import { kind } from './kind';
import { POT_ACTS } from './potActs';
import { sheetName } from './sheetName';
import { CLASS_ACTS } from './classActs';
import { SITTING_ACTS } from './sittingActs';
import { upgradedAct } from './upgrades/upgradedAct';
import {
  ACT_VERSION,
  ADDED_RANGE,
  BOARD_RESTS,
  BRUSHED_ML,
  SIZE_RANGE_MM,
  DAMPED_HOW,
  EXTENDER_PERCENT,
  FILM_WEIGHT_RANGE,
  MOISTURE_PERCENT,
  MOST,
  MOST_COLOURWAYS,
  MOST_SHEETS,
  MOST_TRIALS,
  OUT_SHEETS,
  OVERRULED,
  PACK_ENDS,
  PACK_G,
  PACK_SHEETS,
  PARENTS_RANGE,
  PIECES_RANGE,
  READ_ERROR,
  READING_SOURCES,
  ROUND_PURPOSES,
  SEEN_HOURS,
  SETTINGS,
  SLIP_ANSWERS,
} from '../ranges';

const counted = (what: Phrase) => between(what, 0, 1e6).integer();

const mark = record({
  xMm: mm({ what: phrase('measure.marksPlace'), minMm: -50, maxMm: 2500 }),
  yMm: mm({ what: phrase('measure.marksPlace'), minMm: -50, maxMm: 2500 }),
  dxMm: mm({ what: phrase('measure.misfit'), minMm: -30, maxMm: 30 }),
  dyMm: mm({ what: phrase('measure.misfit'), minMm: -30, maxMm: 30 }),
});
const motion = record({
  dxMm: number().required(),
  dyMm: number().required(),
  rotationDeg: between(phrase('measure.turn'), -20, 20, '°'),
  growthX: between(phrase('measure.growth'), -0.2, 0.2),
  growthY: between(phrase('measure.growth'), -0.2, 0.2),
  residualMm: number().required().min(0),
  about: record({ xMm: number().required(), yMm: number().required() }),
});

const brushMix = (range: typeof BRUSHED_ML | (Omit<typeof BRUSHED_ML, 'min'> & { readonly min: number })) =>
  record({ pigment: inRange(range, ' ml'), paste: inRange(range, ' ml'), water: inRange(range, ' ml') });

/** What was really laid in one pull of a proof: it goes before what the plan says, then and later. */
const laying = record({
  /** While the film below was still open. */
  wet: boolean().required(),
  passes: oneOf([1, 2] as const),
  inkings: list(
    record({
      inkingId: id(),
      /** Colours of the picture it printed on. */
      colourIds: list(id(), MOST.colours),
      /** The ink as the pot was before the extender. */
      ink,
      extenderPercent: inRange(EXTENDER_PERCENT, ' %'),
      filmWeight: inRange(FILM_WEIGHT_RANGE),
      /** Where it did not fade it is not said. */
      fade: fadeLaid.optional(),
    }),
    MOST.inkings * MOST.formes,
  ).min(1),
});

/** A film as it was looked at: hours since it was laid, and those the start values say. */
const dried = record({
  mediumId: oneOf(MEDIUM_IDS),
  saidHours: inRange(SEEN_HOURS, ' h'),
  seenHours: inRange(SEEN_HOURS, ' h'),
  how: oneOf(DRY_LOOKS),
});

/** Sheets of one mix with ever more extender: what the first, second … sheet of a round gets, in per cent. */
const extenderRow = record({
  runId: id(),
  inkingId: id(),
  percents: list(inRange(EXTENDER_PERCENT, ' %'), MOST_TRIALS).min(2),
});

/** One schema for each kind of fact. */
const ACTS = {
  /** A lot of sheets of one paper: for proofs, which may print any block in any order, or for the edition. */
  'round-begun': record({
    kind: kind('round-begun'),
    roundId: id(),
    round: oneOf(['proof', 'edition'] as const),
    /** Of rounds for proofs. */
    name: text(60).optional(),
    purpose: oneOf(ROUND_PURPOSES).optional(),
    extender: extenderRow.optional(),
    /** Null: the paper that is planned. */
    paper: record({ name: named(60), labD50: surfaceLabD50() })
      .nullable()
      .defined(),
    counted: whole({ min: 1, max: MOST_SHEETS, what: phrase('measure.sheetsToStart') }),
    tests: whole(TEST_SHEETS_RANGE),
    /** How many of the counted sheets, from the last ones backwards in this order, are printed in another set of inks. */
    colourways: list(
      record({
        colourwayId: id(),
        sheets: whole({ min: 1, max: MOST_SHEETS, what: phrase('measure.sheetsOfAColourway') }),
      }),
      MOST_COLOURWAYS,
    ).optional(),
  }),
  /** Parent sheets of a paper were parted into pieces: they leave the workshop's stock. */
  'parents-parted': record({
    kind: kind('parents-parted'),
    /** The paper of the workshop; null where it is not from there. */
    paperId: id().nullable().defined(),
    name: named(60),
    parents: whole(PARENTS_RANGE),
    pieces: whole(PIECES_RANGE),
  }),
  /** Said by mistake: the parents are in stock again. */
  'parting-undone': record({ kind: kind('parting-undone'), partingId: id() }),
  'sheets-added': record({
    kind: kind('sheets-added'),
    roundId: id(),
    counted: whole(ADDED_RANGE),
    colourwayId: id().optional(),
  }),
  /** From a sheet of a run on, something is otherwise: what was changed, and why. */
  'setting-changed': record({
    kind: kind('setting-changed'),
    roundId: id(),
    runId: id(),
    fromSheet: sheetName(),
    what: oneOf(SETTINGS),
    value: text(200, phrase('acts.aSettingMayBe')),
    why: text(300),
  }),
  /** A setting was said by mistake: what was in force before it is so again. */
  'setting-undone': record({ kind: kind('setting-undone'), settingId: id() }),
  /** A pull on waste paper that warms the block up; whether the film came out even. */
  'warmed-up': record({ kind: kind('warmed-up'), runId: id(), even: boolean().required() }),
  /** What is seen on a sheet is taken to have this cause, and its remedy is tried from a sheet on; later it helped, or did not. */
  'remedy-tried': record({
    kind: kind('remedy-tried'),
    tryId: id(),
    runId: id(),
    fromSheet: sheetName(),
    sign: oneOf(SIGNS),
    causeId: oneOf(CAUSES.map((cause) => cause.id)),
    /** What it teaches of how films dry: the one below was still wet, or had closed. */
    dried: dried.optional(),
  }),
  'remedy-judged': record({ kind: kind('remedy-judged'), tryId: id(), helped: boolean().required() }),
  photographed: record({
    kind: kind('photographed'),
    pictureSha: sha(),
    /** Absent: the edition's round. */
    roundId: id().optional(),
    runId: id().nullable().defined(),
    /** Empty when it shows no one sheet. */
    sheet: text(12),
    note: text(300),
    /** The photograph as it was taken, where that is kept, too. */
    originalSha: sha().optional(),
    /** What was read on it, white-balanced on bare paper, and how far that may be off (ΔE00). */
    seen: list(record({ colourId: id(), labD50: surfaceLabD50() }), MOST.colours).optional(),
    errorDeltaE: inRange(READ_ERROR).optional(),
  }),
  /** Paper damped and put under cover: all sheets of one moisture, from first to last. */
  'pack-damped': record({
    kind: kind('pack-damped'),
    packId: id(),
    sheets: whole(PACK_SHEETS),
    /** All of them together, before any water. */
    dryG: inRange(PACK_G),
    how: oneOf(DAMPED_HOW),
    targetPercent: inRange(MOISTURE_PERCENT),
  }),
  'pack-turned': record({ kind: kind('pack-turned'), packId: id() }),
  /** What is under cover weighs so much, with so many of its sheets. */
  'pack-weighed': record({
    kind: kind('pack-weighed'),
    packId: id(),
    grams: inRange(PACK_G),
    sheets: whole(PACK_SHEETS),
  }),
  /** So many of its sheets are out of cover now. */
  'pack-opened': record({ kind: kind('pack-opened'), packId: id(), out: whole(OUT_SHEETS) }),
  'pack-ended': record({ kind: kind('pack-ended'), packId: id(), why: oneOf(PACK_ENDS) }),
  /** A board is wetted, laid in the water, or stood on edge. */
  'board-rests': record({ kind: kind('board-rests'), blockId: id(), how: oneOf(BOARD_RESTS) }),
  /** Between two marks on a board, along and down: the first time it says how large the board was. */
  'board-measured': record({
    kind: kind('board-measured'),
    blockId: id(),
    acrossMm: mm(SIZE_RANGE_MM),
    downMm: mm(SIZE_RANGE_MM),
  }),
  /** What an inking laid by brush took for so many sheets, and what the start values had said for them. */
  'brushed-with': record({
    kind: kind('brushed-with'),
    runId: id(),
    inkingId: id(),
    sheets: whole(PACK_SHEETS),
    usedMl: brushMix(BRUSHED_ML),
    saidMl: brushMix({ ...BRUSHED_ML, min: 1e-6 }),
  }),
  ...POT_ACTS,
  ...SITTING_ACTS,
  ...CLASS_ACTS,
  /** The film of a run was touched: it is dry now, was dry before, or is not yet. */
  'dry-seen': record({
    kind: kind('dry-seen'),
    runId: id(),
    sheet: text(12),
    note: text(300),
    /** What it teaches; where this is not said, the film had just become dry. */
    dried: dried.optional(),
  }),
  /** Printed all the same, against what was said of the film below: so long after it was laid. */
  overruled: record({
    kind: kind('overruled'),
    runId: id(),
    sheet: sheetName(),
    what: oneOf(OVERRULED),
    hours: inRange({ ...SEEN_HOURS, min: 0 }, ' h'),
  }),
  'room-read': record({
    kind: kind('room-read'),
    temperatureC: between(phrase('measure.temperature'), -20, 60, ' °C'),
    relativeHumidityPercent: between(phrase('measure.humidity'), 0, 100, ' %'),
  }),
  'island-cut': record({
    kind: kind('island-cut'),
    cutId: id(),
    island: between(phrase('measure.island'), 0, 1e9).integer(),
    done: boolean().required(),
  }),
  'cut-done': record({
    kind: kind('cut-done'),
    cutId: id(),
    minutes: number().min(0, phrase('acts.aCutCannotTake')).max(100_000, phrase('acts.aCutOfMore')).optional(),
    saidHours: number().min(0).max(10_000).optional(),
    pictureSha: sha().optional(),
  }),
  slip: record({
    kind: kind('slip'),
    slipId: id(),
    cutId: id(),
    place: slipPlace,
    note: text(300),
    pictureSha: sha().optional(),
  }),
  'slip-answered': record({ kind: kind('slip-answered'), slipId: id(), answer: oneOf(SLIP_ANSWERS) }),
  rehearsed: record({
    kind: kind('rehearsed'),
    level: oneOf(REHEARSAL_LEVELS),
    score: between(phrase('measure.score'), 0, 100),
    parts: counted(phrase('measure.parts')),
    tooEarly: counted(phrase('measure.slips')),
    tooLate: counted(phrase('measure.slips')),
    never: counted(phrase('measure.slips')),
  }),
  pull: record({
    kind: kind('pull'),
    /** Absent: the edition's round. */
    roundId: id().optional(),
    runId: id(),
    sheet: sheetName(),
    faults: list(oneOf(FAULTS), FAULTS.length),
    setAside: boolean().required(),
    note: text(1000, phrase('acts.aNoteMayBe')),
    /** Absent: as planned. Pulls of proofs say it. */
    laid: laying.optional(),
  }),
  /** A sheet of the edition's round leaves after a run, for a progressive set; false brings it back. */
  'sheet-kept': record({ kind: kind('sheet-kept'), sheet: sheetName(), runId: id(), kept: boolean().required() }),
  'pull-undone': record({ kind: kind('pull-undone'), pullId: id() }),
  'run-finished': record({ kind: kind('run-finished'), runId: id() }),
  'colour-got': record({
    kind: kind('colour-got'),
    runId: id(),
    colourId: id(),
    labD50: surfaceLabD50(),
    source: oneOf(READING_SOURCES),
    /** The proof it was read on; absent: the edition, whose later films follow it. */
    trial: record({ roundId: id(), sheet: sheetName() }).optional(),
    /** The sheet of the edition it was read on, where that is known. */
    sheet: sheetName().optional(),
  }),
  proofed: record({
    kind: kind('proofed'),
    proofId: id(),
    runId: id(),
    /** What it was measured against; null is its place on the sheet. */
    againstRunId: string().max(80).nullable().defined(),
    /** The sheet it was measured on; empty when it has no name yet. */
    sheet: text(12),
    source: oneOf(['eye', 'scan'] as const),
    marks: list(mark, 300).min(1, phrase('acts.aProofNeedsAt')),
    motion,
  }),
  shimmed: record({
    kind: kind('shimmed'),
    note: text(300),
    settings: list(
      record({
        runId: id(),
        shimsMm: list(mm({ what: phrase('measure.shim'), minMm: 0, maxMm: 50 }), 3).length(3),
        pieces: text(300),
      }),
      60,
    ).min(1),
  }),
  /** Faces of the marks in some blocks moved: a sliver glued in front of one, or one cut back, mm as `kentoMovesMade` has them. */
  'kento-put-right': record({
    kind: kind('kento-put-right'),
    settings: list(
      record({
        runId: id(),
        movesMm: list(mm({ what: phrase('measure.moveOfAMark'), minMm: -10, maxMm: 10 }), 3).length(3),
      }),
      60,
    ).min(1),
    note: text(300),
  }),
  /** A worn corner let in anew: what was measured of its block before tells nothing any more. */
  'kento-inlaid': record({ kind: kind('kento-inlaid'), runId: id(), note: text(300) }),
  ...EDITION_ACTS,
};

type Acts = { readonly [Kind in keyof typeof ACTS]: Frozen<InferType<(typeof ACTS)[Kind]>> };

const isKind = (kind: unknown): kind is keyof typeof ACTS => typeof kind === 'string' && Object.hasOwn(ACTS, kind);

/** An act of whatever kind it says it is, in the present form. */
export const act = (): ISchema<BenchAct> =>
  lazy((value: { kind?: unknown } | undefined) =>
    isKind(value?.kind) ? ACTS[value.kind] : record({ kind: oneOf(Object.keys(ACTS)) }),
  ) as unknown as ISchema<BenchAct>;

/** One thing that happened at the bench. */
export type BenchAct = Acts[keyof Acts];
export type ActOf<Kind extends BenchAct['kind']> = Acts[Kind];

/** One entry of the bench log. The log only grows; taking back is an entry. `id` is given by whoever acts. */
export interface BenchEvent {
  readonly id: string;
  /** Where it is kept or sent: the form of the act then. In memory it is always the present one. */
  readonly version?: number;
  /** ISO date and time. */
  readonly at: string;
  readonly act: BenchAct;
}

/** What is gone from the block, on the print as seen: islands by first pixel, and outlines in mm. */
export type SlipPlace = Acts['slip']['place'];
export type SlipAnswer = (typeof SLIP_ANSWERS)[number];
/** What was laid in one pull of a proof. */
export type Laying = NonNullable<Acts['pull']['laid']>;
/** What a look at a film teaches of how it dries. */
export type Dried = NonNullable<Acts['dry-seen']['dried']>;
export type RoundPurpose = (typeof ROUND_PURPOSES)[number];
export type ProofTaken = Omit<Acts['proofed'], 'kind'>;
/** How a colour was come by: with a reading device, typed in, or from a measurement file. */
export type ReadingSource = (typeof READING_SOURCES)[number];

/** Checks one act for the bench log, as a release wrote it whose acts had this version. */
export function checkAct(written: unknown, version: unknown = 1): Outcome<BenchAct> {
  if (!Number.isInteger(version) || Number(version) < 1)
    return failure('act.isNoVersionOf', { version: String(version) });
  if (Number(version) > ACT_VERSION) return failure('newer.thisEntryWasWritten');
  const value = upgradedAct(written, Number(version));
  const named = (value as { kind?: string } | null)?.kind;
  return isKind(named)
    ? checkWith<BenchAct>(ACTS[named], value)
    : failure('act.isNothingThatCan', { named: String(named) });
}
