import { refusalOf, toldByServer } from '@/words/refusals';
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { checkAnswer, type Outcome } from '@/model';
import { openStore, type Store } from '@/store';
import { wholePrints } from '@/testing/prints';
import {
  addInk,
  addItem,
  cabinet,
  changesSince,
  copyPrint,
  createPrint,
  editPrint,
  keepPracticeScore,
  logActs,
  practiceScores,
  shelfPage,
  printState,
  readPatch,
  undo,
  workshop,
} from './index';

const NOW = '2026-11-26T10:00:00.000Z';
let folder: string;
let db: Store;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'answers-'));
  copyFileSync(join(__dirname, '../store/fixtures/store-0005.sqlite'), join(folder, 'w.sqlite'));
  db = openStore(join(folder, 'w.sqlite'));
});
afterEach(() => {
  db.close();
  rmSync(folder, { recursive: true });
});

/** As it would travel: undefined fields are not sent. */
const sent = (value: unknown): unknown => JSON.parse(JSON.stringify(value));
const promised = (address: string, outcome: unknown) => {
  const [method, path] = address.split(' ');
  const isOutcome = typeof outcome === 'object' && outcome !== null && 'ok' in outcome;
  const made = isOutcome ? (outcome as Outcome<unknown>) : { ok: true as const, value: outcome };
  const kept = checkAnswer(method, path, !made.ok, sent(made.ok ? made.value : refusalOf(made)));
  return kept.ok ? 'kept' : toldByServer(kept);
};

test('what is answered is what is promised, for prints with a whole history and for all the workshop has', async () => {
  for (const { id, now, plan } of wholePrints(db)) {
    const news = (done: Outcome<undefined>) => (done.ok ? changesSince(db, id, now) : done);
    expect(promised(`GET /api/prints/${id}`, printState(db, id))).toBe('kept');
    const edit = { kind: 'sheets-set', part: { edition: 9 } };
    expect(promised(`PUT /api/prints/${id}?x=1`, news(editPrint(db, id, edit, NOW)))).toBe('kept');
    expect(promised(`PUT /api/prints/${id}`, changesSince(db, id, { ...now, plan: 0 }))).toBe('kept');
    const act = { kind: 'room-read', temperatureC: 19, relativeHumidityPercent: 55 };
    const events = [{ id: `answers-${id.slice(0, 20)}`, version: 2, at: NOW, act }];
    expect(promised(`POST /api/prints/${id}/log`, news(logActs(db, id, events, Date.parse(NOW))))).toBe('kept');
    expect(promised(`POST /api/prints/${id}/undo`, news(undo(db, id, now.plan + 1, NOW)))).toBe('kept');
    expect(promised(`POST /api/prints/${id}/copy`, copyPrint(db, id, NOW))).toBe('kept');
    expect(plan.runs.length).toBeGreaterThan(0);
  }
  expect(promised('POST /api/prints', createPrint(db, 'new', NOW))).toBe('kept');
  expect(promised('GET /api/shelf?page=1', shelfPage(db, 1, NOW))).toBe('kept');
  expect(promised('GET /api/cabinet', cabinet(db, NOW))).toBe('kept');
  const { id: inkId, revision: _, ...ink } = cabinet(db, NOW)[0];
  expect(promised('POST /api/cabinet', addInk(db, ink, NOW))).toBe('kept');
  expect(promised('GET /api/workshop', workshop(db, NOW))).toBe('kept');
  expect(promised('POST /api/workshop', addItem(db, { ...workshop(db, NOW)[0].item, name: 'other' }, NOW))).toBe(
    'kept',
  );
  expect(promised('GET /api/practice', practiceScores(db))).toBe('kept');
  const score = { sample: 'pear', level: 'full', score: 70 };
  expect(promised('POST /api/practice', keepPracticeScore(db, score, NOW))).toBe('kept');
  const read = await readPatch(db, { kind: 'drawdown', inkId, over: 'paper', film: 'full' });
  expect(promised('POST /api/reader', read)).toBe('kept');
});

test('an answer with a field more, one less, or at an address nobody knows is told', () => {
  const [print] = wholePrints(db);
  expect(promised('GET /api/prints/x', { ...print, owner: 'us' })).toMatch(/“owner”/);
  const { undoLabel: __, ...less } = print;
  expect(promised('GET /api/prints/x', less)).toMatch(/“undoLabel” is missing/);
  const [first] = print.events;
  const odd = { ...print, events: [{ ...first, act: { kind: 'danced' } }] };
  expect(promised('GET /api/prints/x', odd)).toMatch(/danced|kind/);
  expect(promised('GET /api/cellar', [])).toMatch(/Nothing is promised at GET \/api\/cellar/);
});
