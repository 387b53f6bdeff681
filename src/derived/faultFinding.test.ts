import { type Setting } from '@/model';
import { likelyCauses, type CauseId, type Fault, type Sign } from '@/core/sheets';
import type { BenchAct } from '@/model';
import { onOwnBlocks, planOfBands } from '@/testing/plans';
import { MINUTE, pullsOf, settingOf, sitting } from '@/testing/sittings';
import { faultCaseOf, plainSheet, progressOf, remedySetting } from './index';

const plan = onOwnBlocks(planOfBands()),
  [run, second] = plan.runs,
  sheet = plainSheet(plan);
const pulls = (from: number, to: number, ...faults: Fault[]) => pullsOf(run.id, from, to, ...faults);
const set = (what: Setting, value: string, fromSheet: string) => settingOf(run.id, what, value, fromSheet);
const tried = (tryId: string, causeId: CauseId): BenchAct => ({
  ...{ kind: 'remedy-tried', tryId, runId: run.id, fromSheet: '1', sign: 'pale', causeId },
});
const judged = (tryId: string, helped: boolean): BenchAct => ({ kind: 'remedy-judged', tryId, helped });

function after(...acts: readonly (BenchAct | number)[]) {
  const { events, nowMs } = sitting(...acts);
  return { progress: progressOf(plan, events), nowMs };
}
const caseAfter = (sign: Sign, of = run, ...acts: readonly (BenchAct | number)[]) => {
  const { progress, nowMs } = after(...acts);
  return faultCaseOf(plan, progress, of, sign, nowMs);
};

test('of few sheets the log says nothing; what the block is and who lays the ink is known', () => {
  expect(caseAfter('pale')).toEqual({ sign: 'pale', block: 'lino', laidBy: 'roller', clues: {}, tried: {} });
  expect(caseAfter('pale', run, ...pulls(1, 3, 'weak')).clues).toEqual({});
  const wood = { ...plan, blocks: plan.blocks.map((block) => ({ ...block, materialId: 'cherry' as const })) };
  expect(faultCaseOf(wood, after().progress, run, 'pale', 0).block).toBe('wood');
  const damp = { ...plan, inks: plan.inks.map((ink) => ({ ...ink, mediumId: 'pigment and paste' as const })) };
  expect(faultCaseOf(damp, after().progress, run, 'pale', 0).laidBy).toBe('brush');
});

test('weak on the first sheets of each sitting: by the log, and the cold block comes first', () => {
  const task = caseAfter(
    'pale',
    run,
    ...[...pulls(1, 2, 'weak'), ...pulls(3, 6), 10, ...pulls(7, 7, 'weak'), ...pulls(8, 12)],
  );
  expect(task.clues).toEqual({ first: true, worse: false, changed: false });
  expect(likelyCauses(task)[0].id).toBe('coldBlock');
});

test('weaker with every sheet: more charges are wanted', () => {
  const task = caseAfter('pale', run, ...pulls(1, 8), ...pulls(9, 14, 'weak'));
  expect(task.clues).toMatchObject({ first: false, worse: true, changed: false });
  expect(likelyCauses(task)[0].id).toBe('fewCharges');
});

test('since a setting was changed within two sheets before it; not since one long before', () => {
  const soon = caseAfter('heavy', run, ...pulls(1, 8), set('charges', '3', '9'), ...pulls(9, 13, 'too heavy'));
  expect(soon.clues.changed).toBe(true);
  const long = caseAfter('heavy', run, set('charges', '3', '1'), ...pulls(1, 8), ...pulls(9, 13, 'too heavy'));
  expect(long.clues.changed).toBe(false);
});

test('a film below that is not dry yet is known, and one that was seen dry', () => {
  const done: BenchAct = { kind: 'run-finished', runId: run.id };
  expect(caseAfter('offset', second, ...pulls(1, 6), done).clues['wet below']).toBe(true);
  const { progress, nowMs } = after(...pulls(1, 6), done);
  expect(faultCaseOf(plan, progress, second, 'offset', nowMs + 1000 * 60 * MINUTE).clues['wet below']).toBe(false);
  const seen: BenchAct = { kind: 'dry-seen', runId: run.id, sheet: '1', note: '' };
  expect(caseAfter('offset', second, ...pulls(1, 6), done, seen).clues['wet below']).toBe(false);
});

test('remedies that were judged are learned from, those still being tried are not', () => {
  const acts = [
    tried('a', 'fewCharges'),
    tried('b', 'fewCharges'),
    tried('c', 'stiffInk'),
    judged('a', true),
    judged('b', false),
  ];
  expect(caseAfter('pale', run, ...acts).tried).toEqual({ fewCharges: { tries: 2, helped: 1 } });
  const helped = caseAfter(
    'pale',
    run,
    tried('a', 'stiffInk'),
    judged('a', true),
    tried('b', 'stiffInk'),
    judged('b', true),
  );
  const chance = (task: typeof helped) => likelyCauses(task).find(({ id }) => id === 'stiffInk')!.chance;
  expect(chance(helped)).toBeGreaterThan(chance(caseAfter('pale')));
});

test('a remedy becomes a setting for the next sheet, none where it is in force already', () => {
  const { bench } = after(set('charges', '3', '4')).progress;
  const on = (next: string, remedy: Parameters<typeof remedySetting>[5]) =>
    remedySetting(plan, sheet, run, bench, next, remedy);
  expect(on('5', { what: 'charges', by: 1 })).toEqual({ what: 'charges', value: '4' });
  expect(on('3', { what: 'charges', by: -1 })).toBeUndefined();
  expect(on('5', { what: 'rubbing tool', by: 'hard' })).toEqual({ what: 'rubbing tool', value: 'hard' });
  expect(on('5', { what: 'rubbing tool', by: 'broad' })).toBeUndefined();
});
