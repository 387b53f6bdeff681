import { told } from '@/testing/told';
import { readFileSync } from 'node:fs';
import { upgradedPlan, type Plan } from '@/model';
import { closeStore, insertPrint, openStore, printById, type Store } from '@/store';
import { expectOk } from '@/testing/prints';
import { printState, shelfPage } from './prints';
import { readPlan } from './readPlan';

const NOW = '2026-03-02T10:00:00.000Z';
const plan = upgradedPlan(JSON.parse(readFileSync('src/model/plan/fixtures/plan-version-4.json', 'utf8'))) as Plan;

let db: Store;
beforeEach(() => {
  db = openStore(':memory:');
  insertPrint(db, { id: 'print', name: 'Low Tide', plan, label: 'new', now: NOW });
});
afterEach(() => closeStore(db));

const read = () => readPlan(db, printById(db, 'print')!);
const write = (text: string) => db.prepare('UPDATE plan_history SET plan = ? WHERE print_id = ?').run(text, 'print');

test('a plan is read once; the same text gives the same plan', () => {
  const first = expectOk(read());
  expect(first.sheets).toEqual(plan.sheets);
  expect(expectOk(read())).toBe(first);
});

test('what another hand wrote meanwhile is read anew', () => {
  const first = expectOk(read());
  write(JSON.stringify({ ...plan, sheets: { ...plan.sheets, edition: plan.sheets.edition + 1 } }));
  const second = expectOk(read());
  expect(second).not.toBe(first);
  expect(second.sheets.edition).toBe(plan.sheets.edition + 1);
});

test.each([
  ['nothing', 'null'],
  ['another record', '{"hello":"there"}'],
  ['an edition below nothing', JSON.stringify({ ...plan, sheets: { ...plan.sheets, edition: -1 } })],
])('%s, after a good one was read: said in words, and the shelf goes on without it', (_, text) => {
  expectOk(read());
  write(text);
  expect(told(read())).toMatchObject({ code: 'print-unreadable', message: expect.stringContaining('Low Tide') });
  expect(printState(db, 'print')).toMatchObject({ code: 'print-unreadable' });
  expect(shelfPage(db, 1, NOW).prints.map((print) => [print.name, print.card])).toEqual([['Low Tide', null]]);
  write(JSON.stringify(plan));
  expect(read().ok).toBe(true);
});
