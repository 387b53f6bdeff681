import { FAULTS, isTestSheet } from '@/core/sheets';
import { randomStream } from '@/core/random/random';
import { cutsOf, inkingsOf, progressOf, type Progress } from '@/derived';
import type { BenchAct, Plan, PlanEdit, PrintState } from '@/model';
import { openStore, type Store } from '@/store';
import { bandsAgain } from '@/testing/bands';
import { expectOk as ok } from '@/testing/prints';
import { bundleFile, editPrint, ledgerFile, logActs, numberingFile, openBundle, printState, undo } from './index';

const NOW = '2026-11-27T10:00:00.000Z',
  MS = Date.parse(NOW),
  MINUTE = 60_000;
let db: Store, id: string;
const bands = bandsAgain(['paper', 'straw', 'rust', 'night'], { widthMm: 30, heightMm: 20 }, NOW);
beforeEach(async () => {
  ({ db, id } = await bands());
});
afterEach(() => db.close());

type Chance = () => number;
function pick<T>(chance: Chance, list: readonly T[]): T {
  return list[Math.floor(chance() * list.length)];
}

/** Something that might be done at the bench now; what comes next in the order of work most often. */
function anAct({ plan }: PrintState, progress: Progress, chance: Chance): BenchAct {
  const run =
      chance() < 0.8 ? Math.min(progress.currentRun, plan.runs.length - 1) : Math.floor(chance() * plan.runs.length),
    { id: runId } = plan.runs[run],
    { waiting, pulled } = progress.runs[run].tally;
  const sheet = chance() < 0.9 && waiting.length > 0 ? waiting[0] : pick(chance, ['1', '2', '3', 'T1', '77']);
  const pull: BenchAct = {
    ...{ kind: 'pull', runId, sheet, note: '', setAside: chance() < 0.1 },
    faults: chance() < 0.2 ? [pick(chance, FAULTS)] : [],
  };
  const alive = progress.runs.at(-1)!.tally.pulled.filter((one) => !one.setAside && !isTestSheet(one.sheet));
  const acts: readonly (readonly [weight: number, act: BenchAct])[] = [
    [40, pull],
    [12, { kind: 'cut-done', cutId: pick(chance, plan.runs[run].formes).cutId ?? cutsOf(plan)[0].id }],
    [4, { kind: 'cut-done', cutId: pick(chance, cutsOf(plan)).id }],
    [6, { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 6, tests: 1 }],
    [3, { kind: 'sheets-added', roundId: 'edition', counted: 2 }],
    [4, { kind: 'pull-undone', pullId: pulled.at(-1)?.id ?? 'nobody' }],
    [2, { kind: 'run-finished', runId }],
    [3, { kind: 'sheet-kept', sheet, runId, kept: chance() < 0.7 }],
    [2, { kind: 'dry-seen', runId, sheet, note: '' }],
    [2, { kind: 'kento-inlaid', runId, note: '' }],
    [2, { kind: 'board-measured', blockId: plan.blocks[0].id, acrossMm: 30, downMm: 20 }],
    [
      4,
      {
        kind: 'numbered',
        edition: 'identical',
        marks: alive.map((one, i) => ({ sheet: one.sheet, role: 'numbered', mark: `${i + 1}/${alive.length}` })),
        reason: 'by chance',
      },
    ],
  ];
  let left = chance() * acts.reduce((sum, [weight]) => sum + weight, 0);
  return acts.find(([weight]) => (left -= weight) < 0)![1];
}

/** A change of the plan while the work goes on. */
function anEdit({ plan }: PrintState, chance: Chance): PlanEdit {
  const run = pick(chance, plan.runs);
  return pick<PlanEdit>(chance, [
    { kind: 'sheets-set', part: { edition: 1 + Math.floor(chance() * 9) } },
    { kind: 'fit-set', part: { chokeMm: chance() } },
    { kind: 'inking-set', inkingId: inkingsOf(run)[0].id, part: { filmWeight: 0.5 + chance() } },
    { kind: 'run-set', runId: run.id, part: { impressions: chance() < 0.5 ? 1 : 2 } },
    ...(plan.runs.length > 1 ? [{ kind: 'run-removed', runId: run.id } as const] : []),
    { kind: 'runs-ordered', runIds: plan.runs.map((one) => one.id).sort(() => chance() - 0.5) },
    { kind: 'colour-set', colourId: 'rust', part: { wantedLabD50: [30 + 30 * chance(), 20, 20] } },
    { kind: 'way-set', part: { under: chance() < 0.5 ? 'wet' : 'dry' } },
  ]);
}

/** What the counts of a print must add up to, whatever was done. */
function expectToAddUp(plan: Plan, progress: Progress): void {
  const { sheets, runs, bench } = progress;
  expect(new Set(sheets).size).toBe(sheets.length);
  let beforeAlive: ReadonlySet<string> | undefined;
  runs.forEach(({ tally }) => {
    const pulled = tally.pulled.map(({ sheet }) => sheet);
    expect(new Set(pulled).size).toBe(pulled.length);
    for (const sheet of [...pulled, ...tally.waiting]) expect(sheets).toContain(sheet);
    for (const sheet of tally.waiting) expect(pulled).not.toContain(sheet);
    expect(tally.good + tally.usable + tally.aside).toBe(pulled.length);
    // a film lies only on sheets that had the one below it
    if (beforeAlive) for (const sheet of pulled) expect([...beforeAlive]).toContain(sheet);
    beforeAlive = new Set(tally.pulled.filter((one) => !one.setAside).map(({ sheet }) => sheet));
  });
  // no block is cut on while a run before it is open
  const cutIds = bench.cutsPassed.map(({ cutId }) => cutId);
  expect(new Set(cutIds).size).toBe(cutIds.length);
  for (const { cuts } of plan.blocks.flatMap(({ sides }) => sides)) {
    const passed = cuts.map((cut) => cutIds.includes(cut.id));
    expect(passed.indexOf(false) < 0 || !passed.slice(passed.indexOf(false)).includes(true)).toBe(true);
  }
  expect(new Set(bench.marks.map(({ mark }) => mark)).size).toBe(bench.marks.length);
}

/** The films that are on sheets, as the plan has them. */
const filmsLaid = ({ plan }: PrintState, progress: Progress) =>
  plan.runs.flatMap((run, r) =>
    progress.runs[r].tally.pulled.length > 0
      ? [JSON.stringify([run.id, run.impressions, inkingsOf(run).map(({ inkId, filmWeight }) => [inkId, filmWeight])])]
      : [],
  );

test.each(Array.from({ length: 12 }, (_, seed) => seed))(
  'days at the bench by chance (%i): counts add up, what is refused leaves no trace, what lies on sheets stays, the files open again',
  (seed) => {
    const chance = randomStream(4100 + seed);
    let serial = 0,
      refused = 0;
    for (let step = 0; step < 110; step++) {
      const before = ok(printState(db, id)),
        progress = progressOf(before.plan, before.events);
      const at = new Date(MS + step * 3 * MINUTE).toISOString(),
        what = chance();
      const done =
        what < 0.85
          ? logActs(
              db,
              id,
              [
                {
                  id: `chance-${String(++serial).padStart(4, '0')}`,
                  version: 3,
                  at,
                  act: anAct(before, progress, chance),
                },
              ],
              MS + step * 3 * MINUTE,
            )
          : what < 0.95
            ? editPrint(db, id, anEdit(before, chance), at)
            : // the picture itself stays
              before.undoLabel === 'flat'
              ? editPrint(db, id, anEdit(before, chance), at)
              : undo(db, id, before.now.plan, at);
      const after = ok(printState(db, id));
      if (!done.ok) {
        refused++;
        expect({ ...after, savedAt: before.savedAt }).toEqual(before);
        continue;
      }
      const now = progressOf(after.plan, after.events);
      expectToAddUp(after.plan, now);
      const laid = filmsLaid(after, now);
      if (what >= 0.85) expect(laid).toEqual(filmsLaid(before, progress));
      // the log only grows
      expect(after.events.slice(0, before.events.length)).toEqual(before.events);
    }
    expect(refused).toBeGreaterThan(5);
    expect(refused).toBeLessThan(100);
    for (const file of [ledgerFile(db, id), numberingFile(db, id)])
      if (file.ok) expect(file.value.bytes.length).toBeGreaterThan(10);
  },
);

test('a print after many days goes out as a bundle and comes back with the same counts', async () => {
  const chance = randomStream(77);
  for (let step = 0; step < 60; step++) {
    const state = ok(printState(db, id)),
      act = anAct(state, progressOf(state.plan, state.events), chance);
    logActs(db, id, [{ id: `bundle-${String(step).padStart(4, '0')}`, version: 3, at: NOW, act }], MS);
  }
  const state = ok(printState(db, id)),
    bundle = ok(bundleFile(db, id, NOW));
  expect(state.events.length).toBeGreaterThan(15);
  const other = openStore(':memory:');
  const came = ok(printState(other, ok(await openBundle(other, Buffer.from(bundle.bytes), NOW))));
  const told = ({ runs, sheets, currentRun }: Progress) => ({
    sheets,
    currentRun,
    runs: runs.map(({ tally, phase }) => ({ tally, phase })),
  });
  expect(told(progressOf(came.plan, came.events))).toEqual(told(progressOf(state.plan, state.events)));
  other.close();
});
