import {
  FAULTS_OF_SIGN,
  exactChance,
  type CauseId,
  type Clue,
  type Clues,
  type FaultCase,
  type Remedy,
  type Sign,
  type Tried,
} from '@/core/sheets';
import { EDITION_ROUND, type Plan, type Run } from '@/model';
import type { BenchState, Pull } from './bench/benchState';
import type { PrintSheet } from './printSheet';
import type { Progress } from './progress';
import { settingFor, stepped } from './settingsInForce';
import { sittingsOf, warmedIn } from './warmUps';

/** What is known of a fault without asking: by the log of its run. */
export function faultCaseOf(plan: Plan, progress: Progress, run: Run, sign: Sign, nowMs: number): FaultCase {
  const block = warmedIn(plan, run);
  return {
    sign,
    block: block === 'wood' ? 'wood' : 'lino',
    laidBy: block === 'damp' ? 'brush' : 'roller',
    clues: cluesOfLog(plan, progress, run, sign, nowMs),
    tried: remediesTried(progress.bench),
  };
}

/** How often each remedy was tried in this print and how often it helped; those not judged yet are left out. */
export function remediesTried({ remedies }: Pick<BenchState, 'remedies'>): Partial<Record<CauseId, Tried>> {
  const tried: Partial<Record<CauseId, Tried>> = {};
  for (const { causeId, helped } of remedies) {
    if (helped === undefined) continue;
    const before = tried[causeId] ?? { tries: 0, helped: 0 };
    tried[causeId] = { tries: before.tries + 1, helped: before.helped + Number(helped) };
  }
  return tried;
}

/** Sheets at the start of a sitting that count as its first. */
const FIRST_SHEETS = 2;
/** Fewer sheets with a fault, or in all, tell nothing of when it comes. */
const LEAST_FAULTY = 2,
  LEAST_SHEETS = 6;
/** By chance alone oftener than this, a fault does not come more often than before. */
const WORSE_BELOW = 0.2;

/** The clues the log answers; those it does not tell are not among them. */
function cluesOfLog(plan: Plan, progress: Progress, run: Run, sign: Sign, nowMs: number): Clues {
  const { bench } = progress,
    faults = FAULTS_OF_SIGN[sign];
  const clues: Partial<Record<Clue, boolean>> = {};
  const below = progress.runs[plan.runs.indexOf(run) - 1]?.dryAt;
  if (below)
    clues['wet below'] = Date.parse(below) > nowMs && !bench.drySeen.has(plan.runs[plan.runs.indexOf(run) - 1].id);
  const pulls = bench.pulls.filter((pull) => pull.runId === run.id),
    has = (pull: Pull) => pull.faults.some((fault) => faults.includes(fault));
  const faulty = pulls.filter(has);
  if (faulty.length < LEAST_FAULTY || pulls.length < LEAST_SHEETS) return clues;
  const firstAt = new Set(
    sittingsOf({ pulls, warmUps: [] }, run).flatMap((sitting) =>
      sitting.slice(0, FIRST_SHEETS).map(({ atMs }) => atMs),
    ),
  );
  clues.first = faulty.every(({ at }) => firstAt.has(Date.parse(at)));
  const half = pulls.length >> 1,
    shareOf = (some: readonly Pull[]) => ({ of: some.length, with: some.filter(has).length });
  const [early, late] = [shareOf(pulls.slice(0, half)), shareOf(pulls.slice(half))];
  clues.worse = late.with / late.of > early.with / early.of && exactChance(early, late) < WORSE_BELOW;
  const changes = bench.settings.filter(({ runId, at }) => runId === run.id && at <= faulty[0].at);
  const sheetsSince = (at: string) => pulls.filter((pull) => pull.at > at && pull.at <= faulty[0].at).length;
  clues.changed = changes.some(({ at }) => sheetsSince(at) <= FIRST_SHEETS);
  return clues;
}

/** A remedy as the setting it comes to for the next sheet; undefined where it is none, or is in force already. */
export function remedySetting(
  plan: Plan,
  sheet: PrintSheet,
  run: Run,
  bench: Pick<BenchState, 'settings' | 'started'>,
  next: string,
  { what, by }: Remedy,
): { readonly what: Remedy['what']; readonly value: string } | undefined {
  const now = settingFor(plan, sheet, run, bench, EDITION_ROUND, what, next);
  const value = typeof by === 'number' ? stepped(what, now, by) : by;
  return value === undefined || value === now ? undefined : { what, value };
}
