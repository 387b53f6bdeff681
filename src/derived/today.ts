import { CLEAN_UP_MIN, SET_UP_MIN } from '@/core/days';
import { EDITION_ROUND, type Plan, type Run } from '@/model';
import type { Sitting } from './bench/sittings';
import { isBrushed, isDamp, packNowOf } from './damp';
import { potNeedOf } from './inkNeed';
import { blocksOfRun, inkingsOf, inksOfRun } from './lookups';
import { dayTaskOf } from './oneDay';
import { openPot, potHoldsG } from './pots';
import type { PrintSheet } from './printSheet';
import type { Progress } from './progress';
import { keepWanted } from './progressiveSet';
import { settingFor } from './settingsInForce';
import { usedOf, rollerOf } from './uses';
import { warmUpsOf } from './warmUps';

/** Where a thing lies at the bench, or what is done with it. */
export const SIDES = ['clean', 'dirty', 'first', 'note'] as const;
export type TodaySide = (typeof SIDES)[number];

/** Something to lay ready, to do first or to write down; told by its code. */
export interface TodayItem {
  /** The same as long as it is the same thing: what is ticked is this. */
  readonly id: string;
  readonly side: TodaySide;
  readonly code: TodayCode;
  readonly values: Readonly<Record<string, string | number>>;
}
export type TodayCode =
  | 'cutFirst'
  | 'touchDry'
  | 'packReady'
  | 'packTurn'
  | 'wetBoard'
  | 'sheets'
  | 'jig'
  | 'shims'
  | 'masks'
  | 'slipSheets'
  | 'rubbing'
  | 'press'
  | 'hands'
  | 'lastGood'
  | 'racks'
  | 'block'
  | 'slab'
  | 'brushes'
  | 'ink'
  | 'pot'
  | 'softener'
  | 'waste'
  | 'rags'
  | 'knife'
  | 'charges'
  | 'colour'
  | 'room'
  | 'minutes'
  | 'falls';

/** What can be done in one sitting. */
export interface Today {
  /** The run at the press, from 0. */
  readonly run: number;
  readonly act: 'print' | 'cut' | 'wait';
  /** When the film below may be dry, ISO; undefined where nothing is waited for. */
  readonly dryAt: string | undefined;
  readonly minutes: {
    readonly all: number;
    readonly setUp: number;
    readonly warmUp: number;
    readonly cleaning: number;
    readonly aPull: number;
  };
  /** Sheets in the order they are pulled (those for tests first: they show what the others need), those there is time for, and the rest. */
  readonly sheets: readonly string[];
  readonly later: readonly string[];
  readonly warmUps: number;
  /** Whether a sheet leaves after this run, for a progressive set. */
  readonly leaves: boolean;
  readonly items: readonly TodayItem[];
}

/** The sitting that goes on, if one does. */
export function sittingNow({ bench }: Pick<Progress, 'bench'>): Sitting | undefined {
  const last = bench.sittings.at(-1);
  return last && last.endedAt === undefined ? last : undefined;
}

/** What one sitting of so many hours comes to, from the plan and the log; undefined when all runs are printed or none is planned. */
export function todayOf(
  plan: Plan,
  sheet: PrintSheet,
  progress: Progress,
  { hours, nowMs }: { readonly hours: number; readonly nowMs: number },
): Today | undefined {
  const index = progress.currentRun,
    run = plan.runs.at(index);
  if (!run || index >= plan.runs.length) return undefined;
  const { phase, tally } = progress.runs[index];
  const dryAt = waitedFor(plan, progress, index);
  const waits = dryAt !== undefined && Date.parse(dryAt) > nowMs + hours * HOUR_MS;
  const aPull = dayTaskOf(plan, sheet, progress).minutesAPull[index];
  const warm = warmUpsOf(plan, run, progress.bench, nowMs),
    warmUps = Math.max(0, warm.wanted - warm.made);
  const minutes = {
    all: hours * 60,
    setUp: SET_UP_MIN,
    warmUp: warmUps * aPull,
    cleaning: CLEAN_UP_MIN,
    aPull,
  };
  const inTime = Math.max(0, Math.floor((minutes.all - minutes.setUp - minutes.warmUp - minutes.cleaning) / aPull));
  const sheets = tally.waiting.slice(0, inTime);
  return {
    ...{ run: index, dryAt, minutes, sheets, later: tally.waiting.slice(inTime), warmUps },
    act: phase === 'planned' ? 'cut' : waits ? 'wait' : 'print',
    leaves: (keepWanted(plan, progress)?.candidates.length ?? 0) > 0,
    items: itemsOf({
      plan,
      sheet,
      progress,
      run,
      index,
      sheets: sheets.length,
      next: tally.waiting[0] ?? '1',
      warmUps,
      nowMs,
    }),
  };
}

const HOUR_MS = 3_600_000;

/** When the film a run is laid on may be dry, ISO, until it was seen to be; once sheets have taken the run it was dry enough for them. */
function waitedFor(plan: Plan, { bench, runs }: Progress, index: number): string | undefined {
  if (index === 0 || runs[index].tally.pulled.length > 0 || bench.drySeen.has(plan.runs[index - 1].id))
    return undefined;
  return runs[index - 1].dryAt;
}

interface Of {
  readonly plan: Plan;
  readonly sheet: PrintSheet;
  readonly progress: Progress;
  readonly run: Run;
  readonly index: number;
  readonly sheets: number;
  /** The sheet that is pulled next. */
  readonly next: string;
  readonly warmUps: number;
  readonly nowMs: number;
}

function itemsOf(of: Of): TodayItem[] {
  return [...firstItems(of), ...cleanItems(of), ...dirtyItems(of), ...noteItems(of)];
}

const item = (
  side: TodaySide,
  code: TodayCode,
  values: TodayItem['values'] = {},
  about: string | number = '',
): TodayItem => ({
  ...{ side, code, values },
  id: about === '' ? code : `${code}-${about}`,
});
const when = (is: boolean, ...items: readonly TodayItem[]) => (is ? items : []);

/** What is done before hands are inky. */
function firstItems({ plan, progress, run, index, nowMs }: Of): TodayItem[] {
  const { bench, runs } = progress;
  const pack = packNowOf(plan, bench, nowMs),
    brushed = inkingsOf(run).some((inking) => isBrushed(plan, inking));
  return [
    ...when(runs[index].phase === 'planned', item('first', 'cutFirst', { run: index + 1 })),
    ...when(waitedFor(plan, progress, index) !== undefined, item('first', 'touchDry', { run: index })),
    ...when(pack !== undefined && pack.state !== 'ready', item('first', 'packTurn')),
    ...when(pack?.state === 'ready', item('first', 'packReady')),
    ...when(brushed, item('first', 'wetBoard')),
  ];
}

/** The clean side: paper, jig, clean hands. */
function cleanItems({ plan, sheet, progress, run, sheets, next }: Of): TodayItem[] {
  const { bench } = progress;
  const tools = usedOf(plan, 'rubbing tool'),
    press = usedOf(plan, 'press')[0],
    racks = usedOf(plan, 'rack'),
    shims = bench.shimmings.findLast(({ runId }) => runId === run.id)?.pieces ?? '';
  const good = bench.pulls.findLast((pull) => pull.runId === run.id && !pull.setAside && pull.faults.length === 0);
  const masked = plan.masks.filter(({ runId, kind }) => runId === run.id && kind === 'mask').length;
  const slip = settingFor(plan, sheet, run, bench, EDITION_ROUND, 'slip sheet', next);
  return [
    item('clean', 'sheets', { sheets, paper: plan.paper.name }),
    item('clean', 'jig', { way: plan.way.registration }),
    ...when(shims !== '', item('clean', 'shims', { pieces: shims })),
    ...when(masked > 0, item('clean', 'masks', { masks: masked })),
    ...when(slip !== 'none', item('clean', 'slipSheets', { kind: slip })),
    ...tools.map(({ name, id }) => item('clean', 'rubbing', { tool: name }, id)),
    ...when(press !== undefined, item('clean', 'press', { press: press?.name ?? '' })),
    item('clean', 'hands'),
    ...when(good !== undefined, item('clean', 'lastGood', { sheet: good?.sheet ?? '' })),
    item('clean', 'racks', { sheets, places: racks.reduce((sum, { places }) => sum + places, 0) }),
  ];
}

/** The dirty side: block, slab, rollers, ink and rags. */
function dirtyItems({ plan, sheet, progress, run, sheets, warmUps }: Of): TodayItem[] {
  const { bench } = progress;
  const brushed = inkingsOf(run).some((inking) => isBrushed(plan, inking)),
    roller = rollerOf(plan);
  const inks = inksOfRun(plan, run).flatMap((ink): TodayItem[] => {
    const pot = openPot(bench, run.id, ink.id),
      grams = potNeedOf(plan, sheet, run, ink.id, { sheets: Math.max(1, sheets), washUps: 0 }).grams;
    return [
      pot && potHoldsG(pot) > 0
        ? item('dirty', 'pot', { ink: ink.name, left: potHoldsG(pot), grams }, ink.id)
        : item('dirty', 'ink', { ink: ink.name, grams }, ink.id),
      ...when(
        ink.softenerPercent > 0 && !pot,
        item('dirty', 'softener', { ink: ink.name, grams: (grams * ink.softenerPercent) / 100 }, ink.id),
      ),
    ];
  });
  return [
    ...blocksOfRun(plan, run).map(({ block }) => item('dirty', 'block', { block: block.name }, block.id)),
    ...inks,
    brushed
      ? item('dirty', 'brushes', { damp: String(isDamp(plan, [run])) })
      : item('dirty', 'slab', { roller: roller.name ?? '', named: String(roller.name !== null) }),
    item('dirty', 'knife'),
    ...when(warmUps > 0, item('dirty', 'waste', { sheets: warmUps })),
    item('dirty', 'rags'),
  ];
}

/** What to write down: what the next sitting will want to know. */
function noteItems({ plan, sheet, progress, run, index, next }: Of): TodayItem[] {
  const { bench } = progress;
  const fallen = inksOfRun(plan, run).every((ink) => openPot(bench, run.id, ink.id)?.fell.length);
  return [
    item('note', 'room'),
    ...when(!fallen, item('note', 'falls')),
    item('note', 'charges', { charges: settingFor(plan, sheet, run, bench, EDITION_ROUND, 'charges', next) }),
    ...when(!bench.coloursGot.some(({ runId }) => runId === run.id), item('note', 'colour', { run: index + 1 })),
    item('note', 'minutes'),
  ];
}
