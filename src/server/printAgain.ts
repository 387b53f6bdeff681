import { randomUUID } from 'node:crypto';
import { cardWords } from '@/words/cards';
import { cutsOf, progressOf, type Progress } from '@/derived';
import { failed, failure, phrase, success, type Outcome, type Phrase } from '@/core/units';
import { ACT_VERSION, EDITION_ROUND, MOST_SHEETS, type BenchAct, type Plan } from '@/model';
import { benchLog, type Store } from '@/store';
import { logActs } from './bench';
import { livingPrint } from './livingPrint';
import { createPrint } from './prints';
import { readPlan } from './readPlan';

/** As a shelf takes it. */
const LONGEST_NAME = 120;

/** Why a print cannot be printed again; undefined while every run's block stands as it printed. */
function refusedAgain(plan: Plan, progress: Progress): Phrase | undefined {
  const gone = progress.runs.findIndex(({ cutOn }) => cutOn);
  if (gone >= 0) return phrase('bench.aRunCannotBePrintedAgain', { run: gone + 1 });
  const uncut = progress.runs.findIndex(({ cut }) => !cut);
  return uncut >= 0 || plan.runs.length === 0 ? phrase('bench.notAllIsCutYet', { run: uncut + 1 }) : undefined;
}

/**
 * Begins a new print from one whose blocks still stand: the same plan, its cuts done, so many sheets started, and for each run the settings
 * the last printing ended with. The print itself stays as it is.
 */
export function printAgain(db: Store, id: string, counted: number, nowMs: number): Outcome<string> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  const read = readPlan(db, found.value);
  if (!read.ok) return read;
  const plan = read.value,
    progress = progressOf(plan, benchLog(db, id));
  const refused = refusedAgain(plan, progress);
  if (refused) return failed(refused);
  if (!Number.isInteger(counted) || counted < 1 || counted > MOST_SHEETS)
    return failure('bench.aPrintMayHave', { most: MOST_SHEETS, counted });
  const now = new Date(nowMs).toISOString();
  return db
    .transaction((): Outcome<string> => {
      const name = cardWords('again.name', { name: found.value.name }).slice(0, LONGEST_NAME);
      const made = createPrint(db, name, now, { ...plan, frozenAt: null });
      if (!made.ok) return made;
      const acts = beginning(plan, progress, counted);
      const logged = logActs(
        db,
        made.value,
        acts.map((act) => ({ id: randomUUID(), version: ACT_VERSION, at: now, act })),
        nowMs,
      );
      if (!logged.ok) throw new Error(`a print that can be printed again was refused: ${logged.code}`);
      return success(made.value);
    })
    .immediate();
}

/** What the new printing begins with: blocks as they stand, sheets, and what was set at the end of each run. */
function beginning(plan: Plan, { bench }: Progress, counted: number): BenchAct[] {
  const done = new Set(bench.cutsPassed.map(({ cutId }) => cutId));
  const cuts = cutsOf(plan).filter(({ id }) => done.has(id));
  const settings = plan.runs.flatMap((run): BenchAct[] => {
    const last = new Map(
      bench.settings
        .filter(({ runId, roundId }) => runId === run.id && roundId === EDITION_ROUND)
        .map((setting) => [setting.what, setting]),
    );
    return [...last.values()].map(({ what, value, why }) => ({
      ...{ kind: 'setting-changed', roundId: EDITION_ROUND, runId: run.id, fromSheet: '1', what, value, why },
    }));
  });
  return [
    ...cuts.map(({ id }): BenchAct => ({ kind: 'cut-done', cutId: id })),
    {
      ...{ kind: 'round-begun', roundId: EDITION_ROUND, round: 'edition', counted, tests: plan.sheets.testSheets },
      paper: { name: plan.paper.name, labD50: plan.paper.labD50 },
    },
    ...settings,
  ];
}
