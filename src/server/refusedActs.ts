import { isTestSheet, sheetNames, standsOnMany } from '@/core/sheets';
import { phrase } from '@/core/units';
import {
  checkSetting,
  couldBeKept,
  cutsOf,
  filledG,
  questionOfPot,
  imagesOf,
  inkNamesOf,
  inkingsOf,
  inkOf,
  isBrushed,
  planOfPot,
  printedIds,
  printKey,
  type PrintNamed,
  refusedAddition,
  runsOfCut,
  sideOfCut,
  type Progress,
} from '@/derived';
import { EDITION_ROUND, MOST_SHEETS, type ActOf, type BenchAct, type Phrase, type Plan } from '@/model';
import { refusedSlip } from './slips';

/** Why an act cannot be logged on a print as it stands now; undefined when it can. */
export function refusedAct(plan: Plan, progress: Progress, act: BenchAct): Phrase | undefined {
  return (REFUSALS[act.kind] as Refusal<BenchAct> | undefined)?.(plan, progress, act);
}

type Refusal<Act> = (plan: Plan, progress: Progress, act: Act) => Phrase | undefined;

/** A pack that was never damped, or has ended, takes nothing more. */
function refusedPack(_: Plan, { bench }: Progress, { packId }: { readonly packId: string }): Phrase | undefined {
  const pack = bench.packs.find((one) => one.packId === packId);
  if (!pack) return phrase('bench.thereIsNoSuchPack');
  return pack.ended ? phrase('bench.thisPackHasEnded') : undefined;
}

/** Scales differ, and something else may have been stirred in: this much more than went in is still believed. */
const MORE_THAN_FILLED = 1.2;

/** A pot that was never begun, or has ended, takes nothing more. */
function refusedPot(_: Plan, { bench }: Progress, { potId }: { readonly potId: string }): Phrase | undefined {
  const pot = bench.pots.find((one) => one.potId === potId);
  if (!pot) return phrase('bench.thereIsNoSuchPot');
  return pot.ended ? phrase('bench.thisPotHasEnded') : undefined;
}

function refusedSitting(
  _: Plan,
  { bench }: Progress,
  { sittingId }: { readonly sittingId: string },
): Phrase | undefined {
  return bench.sittings.some((one) => one.sittingId === sittingId) ? undefined : phrase('bench.thisSittingWasNotBegun');
}

function moreThanPack({ bench }: Progress, packId: string, sheets: number): Phrase | undefined {
  const pack = bench.packs.find((one) => one.packId === packId)!;
  return sheets > pack.sheets ? phrase('bench.thePackHasOnly', { has: pack.sheets, sheets }) : undefined;
}

/** A line is of a class that is there, and of its places. */
function refusedInLine(
  _: Plan,
  { bench }: Progress,
  act: { readonly classId: string; readonly place: number },
): Phrase | undefined {
  const one = bench.classes.find(({ classId }) => classId === act.classId);
  if (!one) return phrase('bench.thereIsNoSuchClass');
  if (one.endedAt !== undefined) return phrase('bench.thisClassHasEnded');
  return act.place > one.places ? phrase('bench.classHasNoPlace', { place: act.place, places: one.places }) : undefined;
}

/** By kind of act; a kind that is not named here can always be logged. */
const REFUSALS: {
  readonly [Kind in BenchAct['kind']]?: Refusal<Extract<BenchAct, { readonly kind: Kind }>>;
} = {
  'round-begun': (plan, progress, act) => {
    const { started, rounds } = progress.bench;
    if (act.round === 'edition' && started)
      return phrase('bench.sheetsWereAlreadyStarted', {
        counted: started.counted + started.tests,
        more: refusedAddition(progress) ?? phrase('bench.moreCanBeAdded'),
      });
    if ((act.round === 'edition') !== (act.roundId === EDITION_ROUND))
      return phrase('bench.theEditionsRoundIs', { name: EDITION_ROUND });
    if (rounds.some((round) => round.roundId === act.roundId)) return phrase('bench.thisRoundWasBegun');
    const colourways = act.colourways ?? [],
      inOthers = colourways.reduce((sum, { sheets }) => sum + sheets, 0);
    if (inOthers > act.counted) return phrase('bench.moreInOtherInksThan', { inOthers, counted: act.counted });
    return firstOf(colourways, ({ colourwayId }) => refusedColourway(plan, colourwayId));
  },
  'sheets-added': (plan, progress, act) => {
    const round = progress.bench.rounds.find(({ roundId }) => roundId === act.roundId);
    const refused = act.roundId === EDITION_ROUND ? refusedAddition(progress) : round ? undefined : NO_ROUND;
    const counted = round?.counted ?? 0;
    return (
      refused ??
      refusedColourway(plan, act.colourwayId) ??
      (counted + act.counted > MOST_SHEETS ? phrase('bench.aPrintMayHave', { most: MOST_SHEETS, counted }) : undefined)
    );
  },
  'parting-undone': (_, { bench }, act) =>
    bench.partings.some(({ id }) => id === act.partingId) ? undefined : phrase('bench.thereIsNoSuchParting'),
  'setting-changed': refusedSetting,
  'setting-undone': (_, { bench }, act) =>
    bench.settings.some(({ id }) => id === act.settingId) ? undefined : phrase('bench.thereIsNoSuchSetting'),
  'remedy-tried': (plan, { bench }, act) =>
    bench.remedies.some(({ tryId }) => tryId === act.tryId)
      ? phrase('bench.thisRemedyIsTried')
      : refusedRun(plan, act.runId),
  'remedy-judged': (_, { bench }, act) =>
    bench.remedies.some(({ tryId }) => tryId === act.tryId) ? undefined : phrase('bench.thereIsNoSuchRemedy'),
  'warmed-up': (plan, _, act) => refusedRun(plan, act.runId),
  photographed: (plan, progress, act) => {
    if (act.runId !== null) return refusedRun(plan, act.runId);
    const round = progress.bench.rounds.find(({ roundId }) => roundId === act.roundId);
    return act.roundId === undefined || round ? undefined : NO_ROUND;
  },
  'sheet-kept': refusedKeeping,
  'dry-seen': (plan, progress, act) =>
    refusedRun(plan, act.runId) ??
    (progress.bench.rounds.some(({ pulls }) => pulls.some(({ runId }) => runId === act.runId))
      ? undefined
      : phrase('bench.nothingHasBeenPulled')),
  overruled: (plan, _, act) => refusedRun(plan, act.runId),
  'pot-begun': (plan, { bench }, act) => {
    if (bench.pots.some(({ potId }) => potId === act.potId)) return phrase('bench.thisPotWasBegun');
    return questionOfPot(planOfPot(plan, act), act)
      ? undefined
      : (refusedRun(plan, act.runId) ?? phrase('bench.thisInkIsNotIn'));
  },
  poured: (plan, progress, act) =>
    refusedPot(plan, progress, act) ??
    ((act.what === 'ink') === (act.inkId !== null) ? undefined : phrase('bench.aPourNamesItsInk')),
  'pour-undone': (_, { bench }, act) =>
    bench.pots.some(({ pours }) => pours.some(({ pourId }) => pourId === act.pourId))
      ? undefined
      : phrase('bench.thereIsNoSuchPour'),
  'class-begun': (_, { bench }, act) => {
    if (bench.classes.some(({ classId }) => classId === act.classId)) return phrase('bench.thisClassWasBegun');
    const round = bench.rounds.find(({ roundId }) => roundId === act.roundId);
    const wanted = act.places * act.each;
    if (!round) return NO_ROUND;
    return round.counted < wanted ? phrase('bench.tooFewForTheClass', { wanted, has: round.counted }) : undefined;
  },
  'lined-up': refusedInLine,
  'stepped-out': refusedInLine,
  'class-ended': (_, { bench }, act) =>
    bench.classes.some(({ classId }) => classId === act.classId) ? undefined : phrase('bench.thereIsNoSuchClass'),
  'timer-ended': (_, { bench }, act) =>
    bench.timers.some(({ timerId }) => timerId === act.timerId) ? undefined : phrase('bench.thisTimerIsNotSet'),
  ticked: refusedSitting,
  'sitting-ended': refusedSitting,
  'pot-changed': refusedPot,
  'pot-read': refusedPot,
  'pot-fell': refusedPot,
  'pot-kept': (plan, progress, act) => {
    const refused = refusedPot(plan, progress, act);
    if (refused) return refused;
    const filled = filledG(progress.bench.pots.find(({ potId }) => potId === act.potId)!);
    return act.grams > MORE_THAN_FILLED * filled + 1
      ? phrase('bench.morePotThanWent', { grams: act.grams, filled: Math.round(100 * filled) / 100 })
      : undefined;
  },
  'pot-ended': refusedPot,
  'pack-damped': (_, { bench }, act) =>
    bench.packs.some(({ packId }) => packId === act.packId) ? phrase('bench.thisPackWasDamped') : undefined,
  'pack-turned': refusedPack,
  'pack-weighed': (plan, progress, act) =>
    refusedPack(plan, progress, act) ?? moreThanPack(progress, act.packId, act.sheets),
  'pack-opened': (plan, progress, act) =>
    refusedPack(plan, progress, act) ?? moreThanPack(progress, act.packId, act.out),
  'pack-ended': refusedPack,
  'board-rests': (plan, _, { blockId }) => refusedBoard(plan, blockId),
  'board-measured': (plan, _, { blockId }) => refusedBoard(plan, blockId),
  'brushed-with': (plan, _, act) => {
    const run = plan.runs.find(({ id }) => id === act.runId);
    const inking = run && inkingsOf(run).find(({ id }) => id === act.inkingId);
    if (!inking) return refusedRun(plan, act.runId) ?? phrase('bench.thisInkIsNotIn');
    return isBrushed(plan, inking) ? undefined : phrase('bench.thisInkIsNotBrushed', { ink: inkOf(plan, inking).name });
  },
  'looked-over': refusedPrint,
  'bat-chosen': refusedPrint,
  'fault-placed': (plan, progress, act) =>
    progress.bench.placedFaults.some(({ placeId }) => placeId === act.placeId)
      ? phrase('bench.thisFaultIsPlaced')
      : refusedPrint(plan, progress, act),
  'fault-place-undone': (_, { bench }, act) =>
    bench.placedFaults.some(({ placeId }) => placeId === act.placeId) ? undefined : phrase('bench.thereIsNoSuchPlace'),
  'varies-in': refusedPrint,
  'moved-to': refusedPrint,
  'block-ended': (plan, _, { blockId }) => refusedBoard(plan, blockId),
  'cut-done': (plan, progress, act) => refusedCut(plan, progress, act.cutId),
  'island-cut': (plan, _, act) =>
    cutsOf(plan).some((cut) => cut.id === act.cutId) ? undefined : phrase('bench.thisCutIsNot'),
  pull: refusedPull,
  'pull-undone': (plan, progress, act) => {
    const round = progress.bench.rounds.find(({ pulls }) => pulls.some((p) => p.id === act.pullId));
    const pulls = round?.pulls ?? progress.bench.pulls;
    const pull = pulls.find((p) => p.id === act.pullId);
    if (!pull) return phrase('bench.thisPullIsNot');
    if (pulls.at(-1)?.id !== act.pullId) return phrase('bench.onlyTheLastPull', { sheet: pull.sheet });
    const runIndex = plan.runs.findIndex((run) => run.id === pull.runId);
    return progress.runs[runIndex]?.cutOn ? phrase('bench.theBlockHasBeen') : undefined;
  },
  'run-finished': (plan, progress, act) => {
    const index = plan.runs.findIndex((run) => run.id === act.runId);
    if (index < 0) return phrase('run-missing.thisRunIsNot');
    return progress.runs[index].tally.pulled.length === 0
      ? phrase('bench.nothingHasBeenPulledIn', { run: index + 1 })
      : undefined;
  },
  'colour-got': refusedColour,
  slip: (plan, { bench }, act) =>
    refusedSlip(
      plan,
      bench.slips,
      act,
      bench.cutsPassed.map((c) => c.cutId),
    ),
  'slip-answered': () => phrase('bench.aSlipIsAnswered'),
  proofed: (plan, _, act) => {
    const at = plan.runs.findIndex((run) => run.id === act.runId),
      against = plan.runs.findIndex((run) => run.id === act.againstRunId);
    if (at < 0) return phrase('run-missing.thisRunIsNot');
    return act.againstRunId !== null && (against < 0 || against === at) ? phrase('bench.aProofIsMeasured') : undefined;
  },
  shimmed: (plan, _, act) =>
    act.settings.every((setting) => plan.runs.some((run) => run.id === setting.runId))
      ? undefined
      : phrase('bench.oneOfTheseRuns'),
  'kento-put-right': (plan, _, act) =>
    act.settings.every((setting) => plan.runs.some((run) => run.id === setting.runId))
      ? undefined
      : phrase('bench.oneOfTheseRuns'),
  'kento-inlaid': (plan, _, act) => refusedRun(plan, act.runId),
  numbered: refusedNumbers,
};

/** The first reason there is among several. */
const firstOf = <T>(all: readonly T[], why: (one: T) => Phrase | undefined): Phrase | undefined =>
  all.map(why).find((reason) => reason !== undefined);

/** Sheets are printed in a set of inks that the plan has; in the first where none is named. */
const refusedColourway = (plan: Plan, colourwayId: string | undefined): Phrase | undefined =>
  colourwayId === undefined || plan.colourways.some(({ id }) => id === colourwayId)
    ? undefined
    : phrase('bench.thereIsNoSuchColourway');

function refusedCut(plan: Plan, progress: Progress, cutId: string): Phrase | undefined {
  const cuts = sideOfCut(plan, cutId)?.cuts ?? [];
  const at = cuts.findIndex((cut) => cut.id === cutId);
  const runOf = (id: string) => (runsOfCut(plan, id)[0] ?? -1) + 1;
  const isCut = (id: string) => progress.bench.cutsPassed.some((c) => c.cutId === id);
  if (at < 0) return phrase('bench.thisCutIsNot');
  if (isCut(cutId)) return phrase('bench.theCutForRun', { run: runOf(cutId) });
  if (at === 0) return undefined;
  const before = cuts[at - 1].id;
  if (!isCut(before)) return phrase('bench.theCutForRunComes', { run: runOf(before) });
  const open = runsOfCut(plan, before).find((r) => progress.runs[r].phase !== 'done');
  if (open === undefined) return undefined;
  const left = progress.runs[open].tally.waiting.length;
  return phrase('bench.runIsNotFinished', { run: open + 1, left });
}

/** A run as sentences name it. */
type NamedRun = { readonly run: number; readonly inks: string };

const NO_ROUND = phrase('bench.thisRoundWasNot');

/** A setting holds from a sheet of its round on, and is of its scale. */
function refusedSetting(plan: Plan, { bench }: Progress, act: ActOf<'setting-changed'>): Phrase | undefined {
  const round = bench.rounds.find(({ roundId }) => roundId === act.roundId);
  if (!round) return NO_ROUND;
  const { fromSheet: sheet } = act;
  if (!sheetNames(round).includes(sheet)) return phrase('bench.thereIsNoSheetIn', { sheet, counted: round.counted });
  const value = checkSetting(act.what, act.value);
  return refusedRun(plan, act.runId) ?? (value.ok ? undefined : value);
}

function refusedBoard({ blocks }: Plan, blockId: string): Phrase | undefined {
  return blocks.some(({ id, type }) => id === blockId && type === null) ? undefined : phrase('bench.thisBoardIsNot');
}

function refusedRun(plan: Plan, runId: string): Phrase | undefined {
  return plan.runs.some((run) => run.id === runId) ? undefined : phrase('run-missing.thisRunIsNot');
}

function refusedPull(plan: Plan, progress: Progress, act: ActOf<'pull'>): Phrase | undefined {
  const index = plan.runs.findIndex((run) => run.id === act.runId);
  if (index < 0) return phrase('run-missing.thisRunIsNot');
  const named = { run: index + 1, inks: inkNamesOf(plan, plan.runs[index]) };
  const { cut, cutOn } = progress.runs[index];
  const ofEdition = (act.roundId ?? EDITION_ROUND) === EDITION_ROUND;
  if (ofEdition && !progress.bench.started) return phrase('progress.sayFirstHowMany');
  if (!cut && !cutOn) return phrase('bench.theBlockIsNot', named);
  if (cutOn) return phrase('bench.theBlockHasBeenCut', named);
  return ofEdition ? refusedSheet(plan, progress, act, index, named) : refusedProof(progress, act, named);
}

/** A sheet of the edition takes its films in their order: the lower ones are on it first. */
function refusedSheet(
  plan: Plan,
  progress: Progress,
  { sheet }: ActOf<'pull'>,
  index: number,
  named: NamedRun,
): Phrase | undefined {
  const { bench, sheets, runs } = progress;
  if (!sheets.includes(sheet))
    return phrase('bench.thereIsNoSheetSheets', {
      sheet,
      counted: bench.started!.counted,
      tests: bench.started!.tests,
    });
  if (runs[index].tally.pulled.some((pulled) => pulled.sheet === sheet))
    return phrase('bench.sheetWasAlreadyPulled', { sheet, ...named });
  const lower = runs
    .slice(0, index)
    .findIndex(({ tally }) => tally.waiting.includes(sheet) && !tally.pulled.some((pulled) => pulled.sheet === sheet));
  if (lower >= 0) return phrase('bench.runComesFirstOn', { lower: lower + 1, sheet, ...named });
  if (runs[index].phase === 'done' && bench.finishedRuns.has(plan.runs[index].id))
    return phrase('bench.wasDeclaredFinished', named);
  return runs[index].tally.waiting.includes(sheet) ? undefined : phrase('bench.sheetWasSetAside', { sheet });
}

/** A sheet for proofs takes any block in any order, each once. */
function refusedProof(
  progress: Progress,
  { roundId, runId, sheet }: ActOf<'pull'>,
  named: NamedRun,
): Phrase | undefined {
  const round = progress.bench.rounds.find((one) => one.roundId === roundId);
  if (!round) return NO_ROUND;
  if (!sheetNames(round).includes(sheet)) return phrase('bench.thereIsNoSheetIn', { sheet, counted: round.counted });
  return round.pulls.some((pulled) => pulled.runId === runId && pulled.sheet === sheet)
    ? phrase('bench.sheetOfThisRound', { sheet, ...named })
    : undefined;
}

function refusedColour(
  plan: Plan,
  progress: Progress,
  act: Extract<BenchAct, { kind: 'colour-got' }>,
): Phrase | undefined {
  const index = plan.runs.findIndex((run) => run.id === act.runId);
  if (index < 0) return phrase('run-missing.thisRunIsNot');
  if (act.trial) {
    const { roundId, sheet } = act.trial;
    const round = progress.bench.rounds.find((one) => one.roundId === roundId && one.round === 'proof');
    if (!round) return NO_ROUND;
    return round.pulls.some((pull) => pull.sheet === sheet && pull.runId === act.runId)
      ? undefined
      : phrase('bench.runIsNotOnSheet', { run: index + 1, sheet });
  }
  if (progress.runs[index].tally.pulled.length === 0)
    return phrase('bench.nothingHasBeenPulledInRun', { run: index + 1 });
  const printed = inkingsOf(plan.runs[index]).some((inking) => printedIds(plan, inking).includes(act.colourId));
  return printed ? undefined : phrase('bench.runDoesNotPrint', { run: index + 1 });
}

/** A sheet is kept while it carries a run and nothing later; it comes back while the runs it lacks can still be laid on it. */
function refusedKeeping(
  plan: Plan,
  progress: Progress,
  { sheet, runId, kept }: ActOf<'sheet-kept'>,
): Phrase | undefined {
  const index = plan.runs.findIndex((run) => run.id === runId);
  if (index < 0) return phrase('run-missing.thisRunIsNot');
  const run = index + 1;
  if (kept)
    return couldBeKept(progress, index).includes(sheet) ? undefined : phrase('bench.sheetCannotBeKept', { sheet, run });
  if (!progress.bench.kept.some((one) => one.sheet === sheet && one.runId === runId))
    return phrase('bench.sheetIsNotKept', { sheet, run });
  const gone = progress.runs.findIndex((later, r) => r > index && (later.cutOn || later.phase === 'done'));
  return gone < 0 ? undefined : phrase('bench.sheetCannotComeBack', { sheet, run: gone + 1 });
}

/** A print there is: a sheet of its round, and an image that is on it. */
function refusedPrint(plan: Plan, progress: Progress, print: PrintNamed): Phrase | undefined {
  const { roundId = EDITION_ROUND, sheet, image } = print;
  const round = progress.bench.rounds.find((one) => one.roundId === roundId);
  const sheets = roundId === EDITION_ROUND ? progress.sheets : round && sheetNames(round);
  if (!sheets) return NO_ROUND;
  if (!sheets.includes(sheet)) return phrase('bench.thereIsNoSheet', { sheet });
  const images = imagesOf(plan);
  return image !== undefined && image > images ? phrase('bench.thereIsNoImage', { sheet, images }) : undefined;
}

type Mark = ActOf<'numbered'>['marks'][number];

/** A number stands for a finished print of the edition, or a mark for a proof that bears it; each once, but for single prints. */
function refusedNumbers(plan: Plan, progress: Progress, act: ActOf<'numbered'>): Phrase | undefined {
  if (progress.currentRun < progress.runs.length || progress.runs.length === 0)
    return phrase('bench.numbersAreGivenWhen');
  if (progress.bench.numberings.length > 0 && act.reason.trim() === '') return phrase('bench.theseSheetsAreNumbered');
  const last = progress.runs[progress.runs.length - 1].tally;
  const alive = new Set(last.pulled.filter((p) => !p.setAside).map((p) => p.sheet));
  for (const { sheet } of progress.bench.kept) alive.add(sheet);
  const dead = act.marks.find(
    ({ sheet, roundId = EDITION_ROUND }) => roundId === EDITION_ROUND && (!alive.has(sheet) || isTestSheet(sheet)),
  );
  if (dead) return phrase('bench.sheetIsNotAmong', { sheet: dead.sheet });
  for (const mark of act.marks) {
    const refused = refusedPrint(plan, progress, mark) ?? refusedProofMark(progress, mark);
    if (refused) return refused;
  }
  const marks = act.marks.map(({ mark }) => mark).filter((mark) => act.edition !== 'one-offs' || !standsOnMany(mark));
  if (new Set(marks).size !== marks.length || new Set(act.marks.map(printKey)).size !== act.marks.length)
    return phrase('bench.aNumberCanBe');
  return undefined;
}

/** Marks of proofs: a proof that something was pulled on, and none that says it is of the edition. */
function refusedProofMark({ bench }: Progress, { roundId, sheet, role }: Mark): Phrase | undefined {
  if (roundId === undefined || roundId === EDITION_ROUND) return undefined;
  if (role === 'numbered') return phrase('bench.aProofIsNotNumbered', { sheet });
  const round = bench.rounds.find((one) => one.roundId === roundId);
  return round?.pulls.some((pull) => pull.sheet === sheet)
    ? undefined
    : phrase('bench.nothingIsOnThisProof', { sheet });
}
