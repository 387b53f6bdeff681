import { CLEAN_UP_MIN, minutesOfDay, mouldAfterDays, readyAfterHours, SET_UP_MIN } from '@/core/days';
import { isTestSheet, sheetNames, type LossBelief } from '@/core/sheets';
import type { DayStep, DaysOfPrint, Plan, Run, StepKind } from '@/model';
import { imagesOf, sheetAnswerOf } from './belief';
import { sheetsOfColourways } from './colourways';
import { hoursByCut } from './composition';
import { isDamp } from './damp';
import { dryingRangeOf, type DryingLearned } from './dryingOf';
import { blockOfCut, cutBlocksOf, inkNamesOf, inksOfRun } from './lookups';
import { dayTaskOf } from './oneDay';
import { openPot } from './pots';
import type { PrintSheet } from './printSheet';
import type { Progress } from './progress';
import { usedOf } from './uses';
import { wantedRuns } from './trials';
import { warmUpsOf } from './warmUps';

const MINUTE_MS = 60_000,
  DAY_MIN = 1440;
/**
 * Start values, minutes: bringing the drawing onto a block, a line of type locked up, an ink mixed, and how long before its film could be laid, paper damped and packed, a sheet trimmed or torn, a shape cut out, a line folded, a sheet laid between
 * boards, numbered and signed.
 */
const TRANSFER_MIN = 40,
  LOCK_UP_MIN = 45,
  MIX_MIN = 25,
  DAMP_MIN = 40,
  MIXED_AHEAD_MIN = 1440,
  TRIM_MIN = 1.5,
  TEAR_MIN = 2,
  CUT_SHAPE_MIN = 4,
  FOLD_LINE_MIN = 0.5,
  PRESS_MIN = 0.5,
  SIGN_MIN = 1.5;
/** Start values: least work worth sitting down for, and how far off hours of cutting and of printing are (σ of the logarithm); printing by the log is nearer. */
const LEAST_CUT_MIN = 30,
  LEAST_PULLS = 4,
  CUT_SPREAD = 0.3,
  PRINT_SPREAD = 0.25,
  LOGGED_SPREAD = 0.1,
  SMALL_SPREAD = 0.2;
/** Of a normal distribution, nine in ten lie below this. */
const Z_90 = 1.2816;
const USUAL_G_PER_M2 = 90,
  USUAL_C = 18;

/** Where the workshop names nobody. */
const SOMEBODY: readonly string[] = ['somebody'];

interface Of {
  readonly printId: string;
  readonly plan: Plan;
  readonly sheet: PrintSheet;
  readonly progress: Progress;
  readonly belief: LossBelief;
  readonly drying: DryingLearned;
  readonly pace: number;
  /** Hands of the workshop, for prints that name none. */
  readonly handIds: readonly string[];
}

/** Every step of a print that is still to be done, with the laws between them; none where nothing is planned, or all is numbered. */
export function dayStepsOf(of: Of): DayStep[] {
  const { plan, progress } = of;
  if (plan.runs.length === 0 || progress.bench.marks.length > 0) return [];
  const steps: DayStep[] = [];
  const id = (what: StepKind, about: string | number) => `${of.printId}/${what}/${about}`;
  const hands = usedOf(plan, 'hand').map((hand) => hand.id),
    handIds = [hands, of.handIds, SOMEBODY].find((some) => some.length > 0)!;
  const add = (step: Partial<DayStep> & Pick<DayStep, 'id' | 'what' | 'about' | 'workMin'>): void => {
    const workMin = Math.max(1, Math.round(step.workMin));
    steps.push({
      ...{ rack: undefined, then: undefined },
      ...{ printId: of.printId, eachSittingMin: 0, handIds, needIds: [], after: [], run: undefined },
      spread: { work: SMALL_SPREAD, wait: 0 },
      eveningsOnly: plan.days.eveningsOnly,
      ...step,
      workMin,
      leastMin: Math.max(1, Math.min(workMin, Math.round(step.leastMin ?? workMin))),
    });
  };
  const pins = new Map(
    plan.days.pins.map(({ stepId, notBefore }) => [stepId, Math.round(Date.parse(notBefore) / MINUTE_MS)]),
  );
  cutSteps(of, id, add);
  printSteps(of, id, add);
  const known = new Set(steps.map((step) => step.id));
  return steps.map((step) => {
    const pinned = pins.get(step.id);
    return {
      ...step,
      after: step.after.filter((one) => known.has(one.id)),
      ...(pinned !== undefined && {
        notBeforeMin: Math.max(step.notBeforeMin ?? pinned, pinned),
        wantedMin: pinned,
      }),
    };
  });
}

type Id = (what: StepKind, about: string | number) => string;
type Add = (step: Partial<DayStep> & Pick<DayStep, 'id' | 'what' | 'about' | 'workMin'>) => void;

/** What must be cut or locked up before a run. */
const gatesOf = (plan: Plan, run: Run, id: Id) =>
  run.formes.flatMap(({ cutId }) => {
    const block = cutId === null ? undefined : blockOfCut(plan, cutId);
    return block ? [{ id: id(block.type ? 'lock' : 'cut', cutId!), waitMin: 0 }] : [];
  });

/** What is cut, each state of a side after the run that prints the one before it, and after its proofs; the drawing goes onto a block first. Type is locked up. */
function cutSteps({ plan, progress, pace }: Of, id: Id, add: Add): void {
  const hours = hoursByCut(plan, undefined, pace),
    passed = new Set(progress.bench.cutsPassed.map(({ cutId }) => cutId));
  const needed = new Set(plan.runs.flatMap(({ formes }) => formes.flatMap(({ cutId }) => cutId ?? [])));
  for (const { type, name, sides } of plan.blocks)
    for (const { id: cutId } of type ? sides.flatMap(({ cuts }) => cuts) : [])
      if (needed.has(cutId) && !passed.has(cutId))
        add({ id: id('lock', cutId), what: 'lock', about: name, workMin: LOCK_UP_MIN });
  for (const block of cutBlocksOf(plan))
    for (const side of block.sides) {
      const open = side.cuts.filter((cut) => needed.has(cut.id) && !passed.has(cut.id));
      const untouched = side.cuts.every((cut) => !passed.has(cut.id));
      const drawn = plan.transfer.ticked.includes(block.id);
      if (open.length > 0 && untouched && !drawn)
        add({ id: id('transfer', side.id), what: 'transfer', about: block.name, workMin: TRANSFER_MIN });
      for (const cut of open) {
        const at = side.cuts.indexOf(cut),
          before = side.cuts[at - 1];
        const printed = before && plan.runs.find(({ formes }) => formes.some(({ cutId }) => cutId === before.id));
        const run = plan.runs.findIndex(({ formes }) => formes.some(({ cutId }) => cutId === cut.id));
        add({
          ...{ id: id('cut', cut.id), what: 'cut', about: block.name, run },
          ...{ workMin: 60 * (hours.get(cut.id) ?? 0), leastMin: LEAST_CUT_MIN },
          spread: { work: CUT_SPREAD, wait: 0 },
          after: [
            { id: id('transfer', side.id), waitMin: 0 },
            ...(before ? [{ id: id('cut', before.id), waitMin: 0 }] : []),
            ...(printed ? (['proof', 'print'] as const).map((what) => ({ id: id(what, printed.id), waitMin: 0 })) : []),
          ],
        });
      }
    }
}

/** Mixing, printing and drying of each run that is not done; damping before them, trimming and signing after. */
function printSteps(of: Of, id: Id, add: Add): void {
  const { plan, progress, belief } = of;
  const all = plan.runs.map((_, r) => r).filter((r) => progress.runs[r].phase !== 'done');
  const task = dayTaskOf(plan, of.sheet, progress);
  const toStart = progress.bench.started ?? {
    counted: sheetAnswerOf(plan, belief).counted + sheetsOfColourways(plan),
    tests: plan.sheets.testSheets,
  };
  const sheetsOf = (r: number) =>
    progress.bench.started ? progress.runs[r].tally.waiting.length : toStart.counted + toStart.tests;
  const damp = isDamp(plan) ? dampLaw(plan) : undefined;
  if (damp && all.length > 0)
    add({
      id: id('damp', 'pack'),
      what: 'damp',
      about: plan.paper.name,
      workMin: DAMP_MIN,
      then: { is: 'damp', minutes: damp.readyMin },
    });
  if (plan.way.under === 'wet') wetDay(of, all, task, sheetsOf, id, add);
  else for (const r of all) oneRun(of, r, { minutes: task.minutesAPull[r], sheets: sheetsOf(r), damp }, id, add);
  const last = plan.runs.length - 1,
    left = Math.max(1, progress.bench.started ? progress.runs[last].tally.aliveCounted : toStart.counted);
  const dry = dryingMin(driedInTheEnd(of), last);
  const ended = progress.runs[last].dryAt;
  const dried: Partial<DayStep> = {
    after: [{ id: id('print', plan.way.under === 'wet' ? 'day' : plan.runs[last].id), waitMin: dry.middle }],
    spread: { work: SMALL_SPREAD, wait: dry.spread },
    ...(ended && { notBeforeMin: minuteOf(ended) }),
  };
  finishingSteps(plan, left, dried, id, add);
}

/** What is done with dry sheets in the end, in this order: pressed flat, brought to their size, folded, signed. */
function finishingSteps(plan: Plan, sheets: number, dried: Partial<DayStep>, id: Id, add: Add): void {
  const { interleave, pressDays, lines, to } = plan.finishing,
    about = plan.paper.name,
    images = imagesOf(plan);
  const pressed = interleave || pressDays > 0,
    pressMin = Math.round(DAY_MIN * pressDays);
  if (pressed)
    add({
      ...{ id: id('press', 'all'), what: 'press', about, workMin: PRESS_MIN * sheets, ...dried },
      ...(pressMin > 0 && { then: { is: 'pressing', minutes: pressMin } }),
    });
  const trimMin =
    to === 'shape' ? CUT_SHAPE_MIN * images : plan.layout.tornEdges.length > 0 && to === 'paper' ? TEAR_MIN : TRIM_MIN;
  add({
    ...{ id: id('trim', 'all'), what: 'trim', about, workMin: trimMin * sheets },
    ...(pressed ? { after: [{ id: id('press', 'all'), waitMin: pressMin }] } : dried),
  });
  const folds = lines.filter(({ does }) => does !== 'cut').length;
  if (folds > 0)
    add({
      ...{ id: id('fold', 'all'), what: 'fold', about, workMin: FOLD_LINE_MIN * folds * images * sheets },
      after: [{ id: id('trim', 'all'), waitMin: 0 }],
    });
  add({
    ...{ id: id('sign', 'all'), what: 'sign', about, workMin: SIGN_MIN * sheets },
    after: [{ id: id(folds > 0 ? 'fold' : 'trim', 'all'), waitMin: 0 }],
  });
}

const minuteOf = (iso: string) => Math.ceil(Date.parse(iso) / MINUTE_MS);

interface RunWork {
  readonly minutes: number;
  readonly sheets: number;
  readonly damp: { readonly readyMin: number; readonly mouldMin: number } | undefined;
}

function oneRun(of: Of, r: number, { minutes, sheets, damp }: RunWork, id: Id, add: Add): void {
  const { plan, progress } = of,
    run = plan.runs[r],
    { bench } = progress;
  const mixed = isMixed(of, r);
  const cuts = gatesOf(plan, run, id);
  const about = inkNamesOf(plan, run);
  const below = r > 0 ? dryingMin(of, r - 1) : undefined,
    dry = dryingMin(of, r);
  if (!mixed)
    add({
      ...{ id: id('mix', run.id), what: 'mix', about, run: r, workMin: MIX_MIN * inksOfRun(plan, run).length },
      // not weeks ahead: a pot skins over
      after: [
        ...cuts,
        ...(r > 0
          ? [{ id: id('print', plan.runs[r - 1].id), waitMin: Math.max(0, below!.middle - MIXED_AHEAD_MIN) }]
          : []),
      ],
    });
  const warm = warmUpsOf(plan, run, bench, 0).wanted * minutes;
  const last = progress.runs[r].tally.pulled.at(-1);
  const logged = progress.runs[r].tally.minutesASheet !== undefined;
  const [press] = usedOf(plan, 'press');
  const onPress = (what: 'proof' | 'print', pulled: number) => ({
    ...{ id: id(what, run.id), what, about, run: r, eachSittingMin: SET_UP_MIN + CLEAN_UP_MIN },
    needIds: press ? [press.id] : [],
    spread: { work: logged ? LOGGED_SPREAD : PRINT_SPREAD, wait: below?.spread ?? 0 },
    ...lyingOn(plan, pulled, dry.middle),
    // damp sheets go back into the pack
    ...(damp && { rack: undefined }),
  });
  const wantedBy = (what: 'proof' | 'print') => [
    ...cuts,
    { id: id('mix', run.id), waitMin: 0 },
    ...(damp ? [{ id: id('damp', 'pack'), waitMin: damp.readyMin, mostMin: damp.mouldMin }] : []),
    ...(r > 0 ? [{ id: id(what, plan.runs[r - 1].id), waitMin: below!.middle }] : []),
  ];
  const proofs = proofsToPull(plan, progress, r);
  if (proofs > 0)
    add({
      ...onPress('proof', proofs),
      ...{ workMin: proofs * minutes, leastMin: Math.min(proofs, LEAST_PULLS) * minutes, after: wantedBy('proof') },
    });
  add({
    ...onPress('print', sheets),
    ...{ workMin: sheets * minutes + warm, leastMin: LEAST_PULLS * minutes },
    // proofs are looked at before the edition is begun
    after: [...wantedBy('print'), ...(last ? [] : [{ id: id('proof', run.id), waitMin: 0 }])],
    ...waitFor(progress, plan, r),
    ...(last && wantedSince(last)),
  });
}

/** Its inks stand mixed in their pots, or lie on the slab. */
const isMixed = ({ plan, progress }: Of, r: number): boolean =>
  progress.runs[r].phase === 'printing' ||
  inksOfRun(plan, plan.runs[r]).every((ink) => openPot(progress.bench, plan.runs[r].id, ink.id));

/** What is begun goes before others: its ink is mixed, and its sheets lie about. */
const wantedSince = ({ at }: { readonly at: string }): Pick<DayStep, 'wantedMin'> => ({ wantedMin: minuteOf(at) });

/** Sheets of the rounds for proofs that still want a run that can be laid, now or once it is cut. */
function proofsToPull(plan: Plan, progress: Progress, r: number): number {
  const run = plan.runs[r];
  if (progress.runs[r].cutOn) return 0;
  return progress.bench.rounds
    .filter(({ round }) => round === 'proof')
    .flatMap((round) =>
      sheetNames(round).filter(
        (sheet) =>
          wantedRuns(plan, round, sheet).includes(run) &&
          !round.pulls.some((pull) => pull.runId === run.id && pull.sheet === sheet),
      ),
    ).length;
}

/** Sheets that dry lie on the rack of the print; what finds no place lies elsewhere. */
function lyingOn(plan: Plan, sheets: number, minutes: number): Partial<Pick<DayStep, 'rack' | 'then'>> {
  const [rack] = usedOf(plan, 'rack');
  if (minutes === 0) return {};
  return {
    then: { is: 'drying', minutes },
    ...(rack && { rack: { id: rack.id, sheets: Math.min(sheets, rack.places), afterMin: minutes } }),
  };
}

/** A film that lies already is waited for until it may be dry, unless it was seen to be. */
function waitFor({ runs, bench }: Progress, plan: Plan, r: number): Pick<DayStep, 'notBeforeMin'> {
  const below = runs[r - 1];
  if (!below?.dryAt || runs[r].tally.pulled.length > 0 || bench.drySeen.has(plan.runs[r - 1].id)) return {};
  return { notBeforeMin: minuteOf(below.dryAt) };
}

/** All runs in one go, while the first film is open: a day that cannot be split. */
function wetDay(
  of: Of,
  all: readonly number[],
  task: ReturnType<typeof dayTaskOf>,
  sheetsOf: (r: number) => number,
  id: Id,
  add: Add,
): void {
  if (all.length === 0) return;
  const { plan, progress } = of;
  const rest = { ...task, minutesAPull: all.map((r) => task.minutesAPull[r]) };
  const sheets = Math.max(...all.map(sheetsOf)),
    proofs = Math.max(...all.map((r) => proofsToPull(plan, progress, r)));
  const made = all.flatMap((r) => [{ id: id('mix', plan.runs[r].id), waitMin: 0 }, ...gatesOf(plan, plan.runs[r], id)]);
  const dry = dryingMin(driedInTheEnd(of), all.at(-1)!);
  const day = (what: 'proof' | 'print', pulled: number) => ({
    ...lyingOn(plan, pulled, dry.middle),
    ...{ id: id(what, 'day'), what, about: all.map((r) => r + 1).join(', '), run: all[0] },
    ...{ workMin: minutesOfDay(rest, pulled), eachSittingMin: CLEAN_UP_MIN, after: made },
    spread: { work: PRINT_SPREAD, wait: 0 },
  });
  for (const r of all)
    if (!isMixed(of, r))
      add({
        ...{ id: id('mix', plan.runs[r].id), what: 'mix', about: inkNamesOf(plan, plan.runs[r]), run: r },
        workMin: MIX_MIN * inksOfRun(plan, plan.runs[r]).length,
        after: gatesOf(plan, plan.runs[r], id),
      });
  if (proofs > 0) add(day('proof', proofs));
  const last = progress.bench.pulls.at(-1);
  add({
    ...day('print', sheets),
    ...(last ? wantedSince(last) : { after: [...made, { id: id('proof', 'day'), waitMin: 0 }] }),
  });
}

/** How long the films of a run dry, min, and how far off that may be. */
function dryingMin(
  { plan, drying, progress }: Pick<Of, 'plan' | 'progress' | 'drying'>,
  r: number,
): { middle: number; spread: number } {
  const { low, middle, high } = dryingRangeOf(plan, r, drying, { pots: progress.bench.pots });
  return { middle: Math.round(60 * middle), spread: middle > 0 ? Math.log(high / low) / (2 * Z_90) : 0 };
}

/** When a pack is ready after it was damped, and until when its sheets must be printed, min. */
function dampLaw(plan: Plan): { readyMin: number; mouldMin: number } {
  const [paper] = usedOf(plan, 'paper'),
    [room] = usedOf(plan, 'room');
  return {
    readyMin: Math.round(60 * readyAfterHours(paper?.gramsPerM2 ?? USUAL_G_PER_M2, paper?.sizing ?? 'unsized')),
    mouldMin: Math.round(DAY_MIN * mouldAfterDays(room?.temperatureC ?? USUAL_C)),
  };
}

/** What of a print lies on its rack now, as many sheets as find a place: those of the run that was pulled last, until they may be dry. */
export function onRackNow(of: Pick<Of, 'plan' | 'progress' | 'drying'>, nowMs: number): DaysOfPrint['onRack'] {
  const { plan, progress } = of,
    { runs, bench } = progress;
  const [rack] = usedOf(plan, 'rack'),
    last = runs.findLastIndex(({ tally }) => tally.pulled.length > 0);
  if (!rack || last < 0 || bench.drySeen.has(plan.runs[last].id)) return null;
  const { pulled } = runs[last].tally,
    laidMin = minuteOf(pulled.at(-1)!.at),
    untilMin = runs[last].dryAt ? minuteOf(runs[last].dryAt) : laidMin + dryingMin(driedInTheEnd(of), last).middle;
  const sheets = pulled.filter(({ sheet, setAside }) => !setAside && !isTestSheet(sheet)).length;
  if (untilMin * MINUTE_MS <= nowMs || sheets === 0) return null;
  return { rackId: rack.id, sheets: Math.min(sheets, rack.places), fromMin: laidMin, untilMin };
}

/** Films that are laid on open ones dry all the same in the end. */
const driedInTheEnd = <T extends Pick<Of, 'plan'>>(of: T): T => ({
  ...of,
  plan: { ...of.plan, way: { ...of.plan.way, under: 'dry' } },
});
