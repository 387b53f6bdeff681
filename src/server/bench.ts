import { isTestSheet, sheetNames } from '@/core/sheets';
import { checkAct, EDITION_ROUND, MOST_SHEETS, type ActOf, type BenchAct, type BenchEvent, type Plan } from '@/model';
import { failure, success, type Outcome } from '@/core/units';
import {
  firstGateOf,
  frozenAsOf,
  inkingsOf,
  inkNamesOf,
  printedIds,
  refusedAddition,
  runsOfCut,
  sideOfCut,
  cutsOf,
  type Progress,
} from '@/derived';
import { cutPicture, refusedSlip } from './slips';
import {
  appendBenchEvent,
  benchLog,
  hasBenchEvent,
  hasBlob,
  printById,
  putBlob,
  raiseUndoFloor,
  replacePlan,
  type PrintRow,
  touchPrint,
  type Store,
} from '@/store';
import { changePrint } from './changes';
import { drawn } from './drawing';
import { standingOf } from './standing';

const CLOCK_TOLERANCE_MS = 36 * 3_600_000;

/**
 * Adds acts to the bench log, all or none, in one transaction that is on disk when this returns. An act whose id is
 * already there counts once. `drawn`: pictures of the block after its cuts and slips, by the id of the act (`drawCutPictures`); those
 * that are missing are drawn here.
 */
export function logActs(
  db: Store,
  id: string,
  values: unknown,
  nowMs: number,
  drawn: ReadonlyMap<string, CutPicture> = new Map(),
): Outcome<undefined> {
  const checked = checkEvents(values, nowMs);
  return checked.ok ? changePrint(db, id, (row, plan) => append(db, row, plan, checked.value, nowMs, drawn)) : checked;
}

function checkEvents(values: unknown, nowMs: number): Outcome<BenchEvent[]> {
  if (!Array.isArray(values) || values.length === 0 || values.length > 500)
    return failure('act', 'Nothing to log was sent.');
  const events: BenchEvent[] = [];
  for (const value of values as Partial<BenchEvent>[]) {
    const act = checkAct(value?.act, value?.version);
    if (!act.ok) return act;
    if (typeof value.id !== 'string' || !/^[\w-]{8,64}$/.test(value.id))
      return failure('act', 'An entry for the log needs an id of its own.');
    const at = Date.parse(String(value.at));
    if (Number.isNaN(at) || at > nowMs + CLOCK_TOLERANCE_MS)
      return failure('act', `“${String(value.at)}” is not a time that can have been. Set this device’s clock.`);
    events.push({ id: value.id, at: new Date(at).toISOString(), act: act.value });
  }
  return success(events);
}

function append(
  db: Store,
  { id, plan_seq, plan_count }: PrintRow,
  before: Plan,
  events: readonly BenchEvent[],
  nowMs: number,
  drawn: ReadonlyMap<string, CutPicture>,
): Outcome<undefined> {
  let plan = before;
  let log = benchLog(db, id);
  for (const event of events) {
    if (hasBenchEvent(db, id, event.id)) continue;
    const progress = standingOf(id, plan, log);
    const refused = refusal(plan, progress, event.act) ?? refusedPicture(db, event.act);
    if (refused) return failure('bench', refused);
    const picture = drawn.get(event.id);
    const whole = withCutPicture(db, plan, log, event, picture?.planCount === plan_count ? picture : undefined);
    appendBenchEvent(db, id, whole);
    log = [...log, whole];
    if (plan.frozenAt === null && firstGateOf([whole])) {
      plan = frozenAsOf(plan, whole.at);
      replacePlan(db, id, plan_seq, plan, whole.at);
    }
    if (passesGate(event.act)) raiseUndoFloor(db, id);
  }
  touchPrint(db, id, new Date(nowMs).toISOString());
  return success(undefined);
}

/** Whether nothing before an act can be undone: the block is as it is. What pulls close is asked of each step back. */
const passesGate = ({ kind }: BenchAct) => kind === 'cut-done' || kind === 'slip';

/** A cut and a slip are kept as a picture of the block as it then is. */
function withCutPicture(
  db: Store,
  plan: Plan,
  before: readonly BenchEvent[],
  event: BenchEvent,
  drawn: CutPicture | undefined,
): BenchEvent {
  const { act } = event;
  if (act.kind !== 'cut-done' && act.kind !== 'slip') return event;
  const png = drawn ? drawn.png : cutPicture(db, plan, [...before, event], act.cutId);
  return { ...event, act: { ...act, pictureSha: png && putBlob(db, png, 'image/png', event.at) } };
}

/**
 * Pictures of the block as it is after the cuts and slips among some acts, made outside the server's own thread before they are
 * logged. What cannot be drawn is left out: logging tells why, or draws it.
 */
export async function drawCutPictures(db: Store, id: string, values: unknown): Promise<Map<string, CutPicture>> {
  const pictures = new Map<string, CutPicture>();
  const row = printById(db, id);
  const checked = checkEvents(values, Date.now());
  if (!row || !checked.ok) return pictures;
  const before: BenchEvent[] = [];
  for (const event of checked.value) {
    const { act } = event;
    before.push(event);
    if ((act.kind !== 'cut-done' && act.kind !== 'slip') || hasBenchEvent(db, id, event.id)) continue;
    const made = await drawn(db, 'cutPictureFile', id, [...before], act.cutId);
    if (made.ok)
      pictures.set(event.id, { planCount: row.plan_count, png: made.value && Buffer.from(made.value.bytes) });
  }
  return pictures;
}

/** A picture of the block, and the plan it was drawn by; no picture where there is nothing to draw. */
export interface CutPicture {
  readonly planCount: number;
  readonly png: Buffer | undefined;
}

/** A photograph is brought in before the log names it. */
function refusedPicture(db: Store, act: BenchAct): string | undefined {
  return act.kind === 'photographed' && !hasBlob(db, act.pictureSha)
    ? 'This photograph is not stored here. Bring it in first.'
    : undefined;
}

/** Why an act cannot be logged now, in a sentence; undefined when it can. */
function refusal(plan: Plan, progress: Progress, act: BenchAct): string | undefined {
  return (REFUSALS[act.kind] as Refusal<BenchAct> | undefined)?.(plan, progress, act);
}

type Refusal<Act> = (plan: Plan, progress: Progress, act: Act) => string | undefined;

/** By kind of act; a kind that is not named here can always be logged. */
const REFUSALS: {
  readonly [Kind in BenchAct['kind']]?: Refusal<Extract<BenchAct, { readonly kind: Kind }>>;
} = {
  'round-begun': (_, progress, act) => {
    const { started, rounds } = progress.bench;
    if (act.round === 'edition' && started)
      return `${started.counted + started.tests} sheets were already started. ${refusedAddition(progress) ?? 'More can be added on the Desk, under Sheets.'}`;
    if ((act.round === 'edition') !== (act.roundId === EDITION_ROUND))
      return `The edition’s round is called “${EDITION_ROUND}”, and no other round is.`;
    return rounds.some((round) => round.roundId === act.roundId) ? 'This round was begun already.' : undefined;
  },
  'sheets-added': (_, progress, act) => {
    const round = progress.bench.rounds.find(({ roundId }) => roundId === act.roundId);
    const refused = act.roundId === EDITION_ROUND ? refusedAddition(progress) : round ? undefined : NO_ROUND;
    const counted = round?.counted ?? 0;
    return (
      refused ??
      (counted + act.counted > MOST_SHEETS
        ? `A print may have up to ${MOST_SHEETS} sheets; ${counted} are started already.`
        : undefined)
    );
  },
  'setting-changed': (plan, progress, act) =>
    progress.bench.rounds.some(({ roundId }) => roundId === act.roundId) ? refusedRun(plan, act.runId) : NO_ROUND,
  photographed: (plan, _, act) => (act.runId === null ? undefined : refusedRun(plan, act.runId)),
  'dry-seen': (plan, progress, act) =>
    refusedRun(plan, act.runId) ??
    (progress.bench.rounds.some(({ pulls }) => pulls.some(({ runId }) => runId === act.runId))
      ? undefined
      : 'Nothing has been pulled in this run yet, so nothing of it can be dry.'),
  'moved-to': (_, progress, act) =>
    progress.sheets.includes(act.sheet) ? undefined : `There is no sheet ${act.sheet} in the edition.`,
  'cut-done': (plan, progress, act) => refusedCut(plan, progress, act.cutId),
  'island-cut': (plan, _, act) =>
    cutsOf(plan).some((cut) => cut.id === act.cutId) ? undefined : 'This cut is not in the plan.',
  pull: refusedPull,
  'pull-undone': (plan, progress, act) => {
    const round = progress.bench.rounds.find(({ pulls }) => pulls.some((p) => p.id === act.pullId));
    const pulls = round?.pulls ?? progress.bench.pulls;
    const pull = pulls.find((p) => p.id === act.pullId);
    if (!pull) return 'This pull is not in the log, or was taken back already.';
    if (pulls.at(-1)?.id !== act.pullId)
      return `Only the last pull can be taken back; sheet ${pull.sheet} is not the last.`;
    const runIndex = plan.runs.findIndex((run) => run.id === pull.runId);
    return progress.runs[runIndex]?.cutOn
      ? 'The block has been cut again since this pull, so it can no longer be taken back.'
      : undefined;
  },
  'run-finished': (plan, progress, act) => {
    const index = plan.runs.findIndex((run) => run.id === act.runId);
    if (index < 0) return 'This run is not in the plan.';
    return progress.runs[index].tally.pulled.length === 0
      ? `Nothing has been pulled in run ${index + 1} yet.`
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
  'slip-answered': () => 'A slip is answered where it is shown, so that the plan can follow.',
  proofed: (plan, _, act) => {
    const at = plan.runs.findIndex((run) => run.id === act.runId),
      against = plan.runs.findIndex((run) => run.id === act.againstRunId);
    if (at < 0) return 'This run is not in the plan.';
    return act.againstRunId !== null && (against < 0 || against === at)
      ? 'A proof is measured against another run of the plan, or against its place on the sheet.'
      : undefined;
  },
  shimmed: (plan, _, act) =>
    act.settings.every((setting) => plan.runs.some((run) => run.id === setting.runId))
      ? undefined
      : 'One of these runs is not in the plan.',
  numbered: (_, progress, act) => refusedNumbers(progress, act),
};

function refusedCut(plan: Plan, progress: Progress, cutId: string): string | undefined {
  const cuts = sideOfCut(plan, cutId)?.cuts ?? [];
  const at = cuts.findIndex((cut) => cut.id === cutId);
  const runOf = (id: string) => (runsOfCut(plan, id)[0] ?? -1) + 1;
  const isCut = (id: string) => progress.bench.cutsPassed.some((c) => c.cutId === id);
  if (at < 0) return 'This cut is not in the plan.';
  if (isCut(cutId)) return `The cut for run ${runOf(cutId)} is already done.`;
  if (at === 0) return undefined;
  const before = cuts[at - 1].id;
  if (!isCut(before)) return `The cut for run ${runOf(before)} comes first.`;
  const open = runsOfCut(plan, before).find((r) => progress.runs[r].phase !== 'done');
  if (open === undefined) return undefined;
  const left = progress.runs[open].tally.waiting.length;
  return `Run ${open + 1} is not finished${left ? `: ${left} sheets are still to be pulled` : ''}. After this cut it could never be printed again.`;
}

const NO_ROUND = 'This round was not begun. Say first how many sheets are started.';

function refusedRun(plan: Plan, runId: string): string | undefined {
  return plan.runs.some((run) => run.id === runId) ? undefined : 'This run is not in the plan.';
}

function refusedPull(plan: Plan, progress: Progress, act: ActOf<'pull'>): string | undefined {
  const index = plan.runs.findIndex((run) => run.id === act.runId);
  if (index < 0) return 'This run is not in the plan.';
  const name = `run ${index + 1} (${inkNamesOf(plan, plan.runs[index])})`;
  const { cut, cutOn } = progress.runs[index];
  const ofEdition = (act.roundId ?? EDITION_ROUND) === EDITION_ROUND;
  if (ofEdition && !progress.bench.started) return 'Say first how many sheets are started.';
  if (!cut && !cutOn) return `The block is not cut for ${name} yet.`;
  if (cutOn) return `The block has been cut on since ${name}; it can no longer be printed.`;
  return ofEdition ? refusedSheet(plan, progress, act, index, name) : refusedProof(progress, act, name);
}

/** A sheet of the edition takes its films in their order: the lower ones are on it first. */
function refusedSheet(
  plan: Plan,
  progress: Progress,
  { sheet }: ActOf<'pull'>,
  index: number,
  name: string,
): string | undefined {
  const { bench, sheets, runs } = progress;
  if (!sheets.includes(sheet))
    return `There is no sheet ${sheet}; ${bench.started!.counted} sheets and ${bench.started!.tests} test sheets were started.`;
  if (runs[index].tally.pulled.some((pulled) => pulled.sheet === sheet))
    return `Sheet ${sheet} was already pulled in ${name}.`;
  const lower = runs
    .slice(0, index)
    .findIndex(({ tally }) => tally.waiting.includes(sheet) && !tally.pulled.some((pulled) => pulled.sheet === sheet));
  if (lower >= 0) return `Run ${lower + 1} comes first on sheet ${sheet}: its films lie below those of ${name}.`;
  if (runs[index].phase === 'done' && bench.finishedRuns.has(plan.runs[index].id))
    return `${name} was declared finished.`;
  return runs[index].tally.waiting.includes(sheet) ? undefined : `Sheet ${sheet} was set aside earlier.`;
}

/** A sheet for proofs takes any block in any order, each once. */
function refusedProof(progress: Progress, { roundId, runId, sheet }: ActOf<'pull'>, name: string): string | undefined {
  const round = progress.bench.rounds.find((one) => one.roundId === roundId);
  if (!round) return NO_ROUND;
  if (!sheetNames(round).includes(sheet)) return `There is no sheet ${sheet} in this round of ${round.counted}.`;
  return round.pulls.some((pulled) => pulled.runId === runId && pulled.sheet === sheet)
    ? `Sheet ${sheet} of this round was already pulled in ${name}.`
    : undefined;
}

function refusedColour(
  plan: Plan,
  progress: Progress,
  act: Extract<BenchAct, { kind: 'colour-got' }>,
): string | undefined {
  const index = plan.runs.findIndex((run) => run.id === act.runId);
  if (index < 0) return 'This run is not in the plan.';
  if (progress.runs[index].tally.pulled.length === 0)
    return `Nothing has been pulled in run ${index + 1} yet, so it has given no colour.`;
  const printed = inkingsOf(plan.runs[index]).some((inking) => printedIds(plan, inking).includes(act.colourId));
  return printed ? undefined : `Run ${index + 1} does not print on this colour’s area.`;
}

function refusedNumbers(progress: Progress, act: Extract<BenchAct, { kind: 'numbered' }>): string | undefined {
  if (progress.currentRun < progress.runs.length || progress.runs.length === 0)
    return 'Numbers are given when all runs are printed.';
  if (progress.bench.numberings.length > 0 && act.reason.trim() === '')
    return 'These sheets are numbered already. To change the numbers, say why; both are kept on record.';
  const last = progress.runs[progress.runs.length - 1].tally;
  const alive = new Set(last.pulled.filter((p) => !p.setAside).map((p) => p.sheet));
  const dead = act.marks.find((m) => !alive.has(m.sheet) || isTestSheet(m.sheet));
  if (dead) return `Sheet ${dead.sheet} is not among the finished prints.`;
  const marks = act.marks.map((m) => m.mark),
    sheets = act.marks.map((m) => m.sheet);
  if (new Set(marks).size !== marks.length || new Set(sheets).size !== sheets.length)
    return 'A number can be given once only, and a sheet can have one only.';
  return undefined;
}
