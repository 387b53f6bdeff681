import { filmOfRecipe, internalOnGround, stackInternals } from '@/core/inks';
import { filmStackOf } from '@/core/layers';
import {
  inkInPot,
  onPaperOf,
  pigmentsOf,
  planOfPot,
  questionOfPot,
  recipeTaskFor,
  patchOfTrial,
  trialsOf,
  replayLog,
  filmOfCabinetInk,
  filmOfInk,
  stripsOfPrint,
  groundOfInk,
  groundOfPlan,
  printedRuns,
  filmOnColour,
  middlesOf,
  plainSheet,
  weightTakenUp,
} from '@/derived';
import { failure, success, type Outcome } from '@/core/units';
import { simulatedReader, type ColourReader, type Patch } from '@/devices';
import { type CabinetInk, type Reading, type ReadingRequest } from '@/model';
import { benchLog, cabinetInk, cabinetInks, type Store } from '@/store';
import { livingPrint } from './livingPrint';
import { presentPlan } from './readPlan';

/** The black strip of the drawdown card. */
const BLACK_STRIP: readonly [number, number, number] = [17, 0, 0];
const THIN_WEIGHT = 0.45;
const READER_SEED = 20_261_123;

const shared = globalThis as { ulexiteReader?: ColourReader };

/** The reading device of this workshop: the simulated one, as no other is attached. */
function reader(): ColourReader {
  shared.ulexiteReader ??= simulatedReader(READER_SEED);
  return shared.ulexiteReader;
}

/** Holds the colour reader on a patch and waits for its answer. */
export async function readPatch(
  db: Store,
  value: unknown,
): Promise<Outcome<{ readonly reading: Reading; readonly device: string }>> {
  const patch = patchOf(db, value as ReadingRequest);
  if (!patch.ok) return patch;
  const device = reader();
  return success({ reading: await device.read(patch.value), device: device.name });
}

function patchOf(db: Store, request: ReadingRequest | null): Outcome<Patch> {
  if (request?.kind === 'drawdown') return drawdownPatch(db, request);
  if (request?.kind === 'run') return runPatch(db, request);
  if (request?.kind === 'strip') return stripPatch(db, request);
  if (request?.kind === 'pot') return potPatch(db, request);
  return failure('patch');
}

function drawdownPatch(
  db: Store,
  { inkId, over, film }: Extract<ReadingRequest, { kind: 'drawdown' }>,
): Outcome<Patch> {
  const ink = cabinetInk(db, String(inkId));
  if (!ink) return failure('ink-missing.thisInkIsNot');
  const ground = groundOfInk(ink);
  return success({
    inkId: film === 'none' ? null : ink.id,
    film: film === 'none' ? null : filmBelieved(ink),
    weight: film === 'thin' ? THIN_WEIGHT : 1,
    ground: over === 'black' ? internalOnGround(ground, BLACK_STRIP) : ground.internal,
    floor: ground.floor,
  });
}

/** A strip of one of the print's films, bare or with an ink of the cabinet drawn across. */
function stripPatch(
  db: Store,
  { printId, stripInkId, inkId, film }: Extract<ReadingRequest, { kind: 'strip' }>,
): Outcome<Patch> {
  const found = livingPrint(db, String(printId));
  if (!found.ok) return found;
  const ink = cabinetInk(db, String(inkId));
  if (!ink) return failure('ink-missing.thisInkIsNot');
  const plan = presentPlan(db, found.value),
    strip = plan.inks.find(({ id }) => id === stripInkId);
  const takes = stripsOfPrint(plan, ink.mediumId).find((one) => one.inkId === stripInkId);
  if (!strip || !takes) return failure('ink-missing.thisInkIsNot');
  const ground = groundOfPlan(plan);
  return success({
    ...(film === 'none' ? { inkId: null, film: null } : { inkId: ink.id, film: filmBelieved(ink) }),
    weight: takes.takenUp,
    ground: ground.internal,
    on: { inkId: `strip-${printId}-${stripInkId}`, film: filmOfInk(ground, strip) },
    floor: ground.floor,
  });
}

/** The reader's true ink is made from the swatch, not from readings of itself. */
function filmBelieved(ink: CabinetInk) {
  return filmOfCabinetInk({ ...ink, drawdowns: [] }).film;
}

function runPatch(db: Store, request: Extract<ReadingRequest, { kind: 'run' }>): Outcome<Patch> {
  const { printId, runId, colourId, trial } = request;
  const found = livingPrint(db, String(printId));
  if (!found.ok) return found;
  const bench = replayLog(benchLog(db, found.value.id)),
    plan = onPaperOf(presentPlan(db, found.value), bench, trial && String(trial.roundId));
  const index = plan.runs.findIndex((run) => run.id === runId);
  if (index < 0 || !plan.flat) return failure('run-missing.thisRunIsNot');
  if (trial) {
    const round = bench.rounds.find(({ roundId }) => roundId === trial.roundId);
    const sheet = round && trialsOf(plan, bench, round).find((one) => one.sheet === trial.sheet);
    const patch = sheet && patchOfTrial(plan, sheet.laid, runId, colourId);
    return patch
      ? success({ inkId: `${printId} ${runId}`, ...patch })
      : failure('run-missing.runDoesNotPrint', { index: index + 1 });
  }
  const got = bench.coloursGot.filter((g) => g.runId !== runId);
  const runs = printedRuns(plan, got).slice(0, index + 1);
  const stack = filmStackOf(colourId, runs);
  const top = stack.findIndex((entry) => entry.run === index);
  if (top < 0) return failure('run-missing.runDoesNotPrint', { index: index + 1 });
  const ground = groundOfPlan(plan);
  const middle = middlesOf(plan, plainSheet(plan))[plan.flat.colours.findIndex(({ id }) => id === colourId)];
  const laid = stack.map((entry) => filmOnColour(runs[entry.run].inkings[entry.inking], middle));
  return success({
    inkId: `${printId} ${runId}`,
    film: laid[top].film,
    ground: stackInternals(ground, laid.slice(0, top))[top],
    floor: ground.floor,
    weight: weightTakenUp(ground, laid, top),
  });
}

/** A drawdown of a pot, on bare paper or on what lies below its run where the ink is meant for. */
function potPatch(db: Store, { printId, potId, over }: Extract<ReadingRequest, { kind: 'pot' }>): Outcome<Patch> {
  const found = livingPrint(db, String(printId));
  if (!found.ok) return found;
  const bench = replayLog(benchLog(db, found.value.id)),
    meant = presentPlan(db, found.value),
    pot = bench.pots.find((one) => one.potId === potId),
    plan = pot ? planOfPot(meant, pot) : meant,
    question = pot && questionOfPot(plan, pot);
  if (!pot || !question) return failure('pot.isNotThere');
  const parts = inkInPot(pot);
  if (parts.length === 0) return failure('pot.isEmpty');
  const pigments = pigmentsOf(cabinetInks(db).map((ink) => ({ ...ink, drawdowns: [] })));
  const ground = groundOfPlan(plan),
    task = over === 'below' ? recipeTaskFor(plan, bench.coloursGot, pigments, question) : undefined;
  return success({
    inkId: `pot-${potId}`,
    film: filmOfRecipe(
      pigments,
      parts.map(({ id, grams }) => ({ id, share: grams })),
    ),
    weight: task?.weight ?? 1,
    ground: task?.below ?? ground.internal,
    floor: ground.floor,
  });
}
