import type { BenchAct, BenchEvent, Plan } from '@/model';
import { planOfBands } from '@/testing/plans';
import { keepWanted, markedProgressive, progressOf, sheetsGone, stillToKeep } from './index';

const plan: Plan = { ...planOfBands(), sheets: { ...planOfBands().sheets, progressiveSets: 1 } };
const [first, second, third] = plan.runs.map(({ id }) => id);
const cuts = plan.blocks[0].sides[0].cuts.map(({ id }): BenchAct => ({ kind: 'cut-done', cutId: id }));
const begun: BenchAct = {
  kind: 'round-begun',
  roundId: 'edition',
  round: 'edition',
  paper: null,
  counted: 4,
  tests: 1,
};
const pull = (sheet: string, runId: string, setAside = false): BenchAct => ({
  ...{ kind: 'pull' as const, runId, sheet, setAside, faults: [], note: '' },
});
const keep = (sheet: string, runId: string, kept = true): BenchAct => ({ kind: 'sheet-kept', sheet, runId, kept });
const after = (...acts: BenchAct[]) =>
  progressOf(
    plan,
    acts.map((act, i): BenchEvent => ({
      id: `kept-${i}`,
      at: new Date(Date.UTC(2026, 10, 20, 9, i)).toISOString(),
      act,
    })),
  );
const runOne = [begun, cuts[0], pull('T1', first), pull('1', first), pull('2', first, true), pull('3', first)];

test('the run at the press tells what is to be kept of it, the sheet pulled last first, tests and lost sheets never', () => {
  expect(keepWanted(plan, after(begun, cuts[0]))).toBeUndefined();
  expect(keepWanted(plan, after(...runOne))).toEqual({ run: 0, missing: 1, candidates: ['3', '1'] });
  expect(keepWanted({ ...plan, sheets: { ...plan.sheets, progressiveSets: 0 } }, after(...runOne))).toBeUndefined();
});

test('a kept sheet waits for no further run, is not lost, and comes back when that is taken back', () => {
  const kept = after(...runOne, keep('3', first), pull('4', first), cuts[1]);
  expect(keepWanted(plan, kept)).toBeUndefined();
  expect(kept.runs[1].tally.waiting).toEqual(['T1', '1', '4']);
  expect(kept.runs[0].tally.aside).toBe(1);
  expect(kept.runs[0].phase).toBe('done');
  expect([...sheetsGone(kept.bench, kept.sheets)].sort()).toEqual(['2', '3']);
  const back = after(...runOne, keep('3', first), keep('3', first, false), pull('4', first), cuts[1]);
  expect(back.runs[1].tally.waiting).toEqual(['T1', '1', '3', '4']);
});

test('it is told as long as no other film lies on the sheets, and no longer', () => {
  const next = [...runOne, pull('4', first), cuts[1], pull('1', second)];
  expect(keepWanted(plan, after(...next))).toEqual({ run: 0, missing: 1, candidates: ['4', '3'] });
  const gone = after(...next, pull('3', second), pull('4', second));
  expect(keepWanted(plan, gone)).toMatchObject({ run: 1, candidates: ['4', '3', '1'] });
  expect(stillToKeep(plan, gone, 1)).toEqual([1]);
  expect(stillToKeep(plan, after(...runOne, keep('1', first)), 0)).toEqual([0, 1]);
});

test('the pull of a kept sheet taken back, it is kept no more', () => {
  const acts = [...runOne, keep('3', first)];
  const progress = after(...acts, { kind: 'pull-undone', pullId: 'kept-5' });
  expect(progress.bench.kept).toEqual([]);
  expect(progress.runs[0].tally.waiting).toEqual(['3', '4']);
});

test('kept sheets are marked by the runs that lie on them, and by their set where there are several', () => {
  const progress = after(...runOne, keep('3', first), pull('4', first), cuts[1], pull('1', second), keep('1', second));
  expect(markedProgressive(plan, progress)).toEqual([
    { sheet: '3', run: 0, mark: 'Prog. 1/3' },
    { sheet: '1', run: 1, mark: 'Prog. 2/3' },
  ]);
  const two = { ...plan, sheets: { ...plan.sheets, progressiveSets: 2 } };
  expect(markedProgressive(two, after(...runOne, keep('3', first), keep('1', first))).map(({ mark }) => mark)).toEqual([
    'Prog. 1/3 I',
    'Prog. 1/3 II',
  ]);
  expect(third).toBe('run-night');
});
