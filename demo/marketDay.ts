import { normalDeviate, randomStream } from '@/core/random/random';
import type { Fault } from '@/core/sheets';
import { cutsOfRun } from '@/derived';
import type { BenchAct, BenchEvent } from '@/model';
import { editPrint, printState } from '@/server';
import { appendBenchEvent, raiseUndoFloor, touchPrint, type Store } from '@/store';
import { expectOk, flattenInto, madeWith, MINUTE, mixAll } from './seeding';

/** Nine to keep, one over, and a sheet to try the roller on. */
const COUNTED = 10,
  TESTS = 1;
/** Pulls of the first runs take so long; from one run to the next the block is changed and the rollers washed. */
const PULL_MIN = 4.6,
  CHANGE_OVER_MIN = 21;
/** Sheets of the third run that are pulled when one looks. */
const PULLED = 4;
/** The last of them was pulled so long ago. */
const SINCE_MIN = 2;
const FAULTS: readonly Fault[] = ['weak', 'patchy', 'mark'];

/**
 * Market Morning: five blocks, all in one day while films are open, edition of nine; the third run is at the press and the day's clock is
 * running.
 */
export async function marketDay(db: Store, id: string, nowMs: number): Promise<void> {
  const hoursAgo = (hours: number) => new Date(nowMs - hours * 60 * MINUTE).toISOString();
  expectOk(editPrint(db, id, { kind: 'way-chosen', chosen: 'one day', lay: true }, hoursAgo(50)));
  await flattenInto(db, id, { colourCount: 6, radiusMm: 0.3, minIslandMm2: 1 }, hoursAgo(49));
  mixAll(db, id, hoursAgo(48));
  expectOk(
    editPrint(
      db,
      id,
      { kind: 'sheets-set', part: { edition: 9, proofsToKeep: 0, testSheets: TESTS, experience: 'workshop' } },
      hoursAgo(47),
    ),
  );
  const { plan } = expectOk(printState(db, id));
  const sheets = ['T1', ...Array.from({ length: COUNTED }, (_, i) => `${i + 1}`)];
  const random = randomStream(62);
  const acts: { readonly minute: number; readonly act: BenchAct }[] = [
    {
      minute: -40,
      act: { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: COUNTED, tests: TESTS },
    },
  ];
  plan.runs.forEach((run, r) =>
    acts.push({ minute: -39 + r, act: { kind: 'cut-done', cutId: cutsOfRun(plan, run)[0].id } }),
  );
  let minute = 0;
  plan.runs.slice(0, 3).forEach((run, r) => {
    if (r > 0) minute += CHANGE_OVER_MIN;
    sheets.slice(0, r === 2 ? PULLED : sheets.length).forEach((sheet, i) => {
      minute += Math.max(2.5, PULL_MIN + 0.5 * normalDeviate(random));
      const faults: Fault[] = i === 0 ? ['weak'] : random() < 0.12 ? [FAULTS[Math.floor(random() * 3)]] : [];
      acts.push({ minute, act: { kind: 'pull', runId: run.id, sheet, faults, setAside: false, note: '' } });
    });
  });
  const startMs = nowMs - (minute + SINCE_MIN) * MINUTE;
  const events = acts.map(({ minute: at, act }, i): BenchEvent => ({
    ...{ id: `market-${String(i + 1).padStart(4, '0')}`, act },
    at: new Date(startMs + at * MINUTE).toISOString(),
  }));
  db.transaction(() => {
    for (const event of events) appendBenchEvent(db, id, event);
    madeWith(db, id, events[events.length - 1].at);
    raiseUndoFloor(db, id);
    touchPrint(db, id, events[events.length - 1].at);
  })();
}
