import { toldByServer } from '@/words/refusals';
import type { Outcome } from '@/core/units';
import { checkAct, checkCabinetInk, checkManifest, checkPlan, checkPractice, checkRequest, emptyPlan } from './index';

const refused = (got: Outcome<unknown>) => (got.ok ? 'taken' : toldByServer(got));

test('a field that is unknown is refused with its name, at any depth', () => {
  const plan = emptyPlan();
  expect(refused(checkPlan({ ...plan, colour: 'red' }))).toMatch(/^What was sent has a field .*“colour”/);
  expect(refused(checkPlan({ ...plan, sheets: { ...plan.sheets, spares: 3 } }))).toMatch(/“sheets” .*“spares”/);
  expect(refused(checkPlan({ ...plan, blocks: [{ ...plan.blocks[0], age: 3 }] }))).toMatch(/“blocks\[0\]” .*“age”/);
  expect(refused(checkAct({ kind: 'run-finished', runId: 'r', why: '' }))).toMatch(/“why”/);
  expect(refused(checkPractice({ sample: 'pear', level: 'bare', score: 3, at: 'now' }))).toMatch(/“at”/);
  expect(refused(checkCabinetInk({ name: 'weld', id: 'x' }))).not.toBe('taken');
});

test('nothing is turned into another kind on its way in, and nothing is added', () => {
  const plan = emptyPlan();
  expect(refused(checkPlan({ ...plan, sheets: { ...plan.sheets, edition: '20' } }))).toMatch(
    /“sheets.edition” is "20"/,
  );
  expect(checkPlan(plan)).toEqual({ ok: true, value: plan });
  expect(refused(checkAct({ kind: 'pull', runId: 'r', sheet: '1', faults: [], setAside: 'true', note: '' }))).toMatch(
    /“setAside”/,
  );
});

test.each(['constructor', '__proto__', 'toString', undefined, 7])(
  'an act of kind %s is nothing that can be logged',
  (kind) => {
    expect(refused(checkAct({ kind }))).toMatch(/nothing that can be logged/);
  },
);

test('a record that is missing is missed by its name', () => {
  const { sheets: _, ...plan } = emptyPlan();
  expect(refused(checkPlan(plan))).toMatch(/“sheets” is missing/);
});

test('requests are records of their own: what is missing, unknown or of another kind is told by its name', () => {
  expect(checkRequest('edit', { known: '3.1.0', edit: { kind: 'x' } })).toMatchObject({ ok: true });
  expect(refused(checkRequest('edit', { edit: {} }))).toMatch(/“known” is missing/);
  expect(refused(checkRequest('ink', { baseRevision: '3', ink: {} }))).toMatch(/“baseRevision” is "3"/);
  expect(refused(checkRequest('log', { events: [], known: -1 }))).toMatch(/“known” is -1/);
  expect(refused(checkRequest('step', { known: '2.0.0', plan: {} }))).toMatch(/“plan”/);
  expect(checkRequest('step', {})).toMatchObject({ ok: true });
  expect(checkRequest('name', { name: '' })).toMatchObject({ ok: true });
});

test('a manifest of another form is refused before anything of it is read', () => {
  const good = { format: 'ulexite-print', version: 1, name: 'Low Tide', writtenAt: '2026-11-26', files: [] };
  expect(checkManifest(good)).toMatchObject({ ok: true });
  expect(refused(checkManifest({ ...good, files: [{ path: 'plan.json' }] }))).toMatch(/“files\[0\]/);
  expect(refused(checkManifest({ ...good, owner: 'x' }))).toMatch(/“owner”/);
});
