import { told } from '@/testing/told';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { upgradedPlan, type Plan } from '@/model';
import { benchLog, closeStore, insertPrint, openStore, type Store } from '@/store';
import { expectOk } from '@/testing/prints';
import { logActs } from './bench';
import { createPrint, printState, shelfPage } from './prints';
import { fileProblem } from './problems';

const NOW = '2026-03-02T10:00:00.000Z';
const plan = upgradedPlan(JSON.parse(readFileSync('src/model/plan/fixtures/plan-version-4.json', 'utf8'))) as Plan;

let folder: string, db: Store;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'ulexite-full-'));
  db = openStore(join(folder, 'w.sqlite'));
  insertPrint(db, { id: 'print', name: 'Low Tide', plan, label: 'new', now: NOW });
  expectOk(
    log('start', { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 400, tests: 0 }),
  );
  expectOk(log('cut-1', { kind: 'cut-done', cutId: plan.blocks[0].sides[0].cuts[0].id }));
});
afterEach(() => {
  closeStore(db);
  rmSync(folder, { recursive: true, force: true });
});

const log = (id: string, act: object) =>
  logActs(db, 'print', [{ id: id.padEnd(8, '-'), at: NOW, act }], Date.parse(NOW));
const pull = (n: number) =>
  log(`pull-${String(n).padStart(4, '0')}`, {
    kind: 'pull',
    runId: plan.runs[0].id,
    sheet: String(n),
    faults: ['smudge'],
    setAside: false,
    note: 'roller left a mark at the lower edge of the sheet, wiped before the next',
  });
const pages = () => db.pragma('page_count', { simple: true }) as number;
const limit = (most: number) => db.pragma(`max_page_count = ${most}`);
/** Pulls until the disk holds no more: the sheets that were acknowledged, and what ended it. */
function pullUntilFull(): { acknowledged: number; error: unknown } {
  for (let n = 1; n <= 400; n++)
    try {
      expectOk(pull(n));
    } catch (error) {
      return { acknowledged: n - 1, error };
    }
  throw new Error('the disk was never full');
}

test('an act that finds no room is refused in words, nothing of it is kept, and it counts once when there is room again', () => {
  limit(pages() + 3);
  const { acknowledged, error } = pullUntilFull();
  expect(told(fileProblem(error)!)).toMatchObject({
    ok: false,
    code: 'file-full',
    message: expect.stringMatching(/room|full/),
  });
  const pulls = () => benchLog(db, 'print').filter((e) => e.act.kind === 'pull').length;
  expect(acknowledged).toBeGreaterThan(5);
  expect(pulls()).toBe(acknowledged);
  expect(expectOk(printState(db, 'print')).events.length).toBe(acknowledged + 2);

  limit(1_000_000);
  expectOk(pull(acknowledged + 1));
  expectOk(pull(acknowledged + 1)); // sent again, as a browser does that had no answer
  expect(pulls()).toBe(acknowledged + 1);
});

test('reading goes on: the shelf is shown though its cards cannot be kept', () => {
  limit(pages() + 3);
  pullUntilFull();
  db.exec('DELETE FROM print_cards');
  db.exec("CREATE TEMP TRIGGER no_room BEFORE INSERT ON print_cards BEGIN SELECT RAISE(ABORT, 'no room'); END");
  const shelf = shelfPage(db, 1, NOW);
  expect(shelf.prints.map((print) => [print.name, print.card === null])).toEqual([['Low Tide', false]]);
  expect(db.prepare('SELECT count(*) AS n FROM print_cards').get()).toEqual({ n: 0 });
  db.exec('DROP TRIGGER no_room');
  shelfPage(db, 1, NOW);
  expect(db.prepare('SELECT count(*) AS n FROM print_cards').get()).toEqual({ n: 1 });
});

test('a new print finds no room either; what is on the shelf stays as it was, and whole', () => {
  limit(pages() + 1);
  pullUntilFull();
  const before = expectOk(printState(db, 'print'));
  let made = 0,
    error: unknown;
  while (error === undefined && made < 60)
    try {
      expectOk(createPrint(db, 'Another', NOW, plan));
      made++;
    } catch (caught) {
      error = caught;
    }
  expect(fileProblem(error)).toMatchObject({ code: 'file-full' });
  expect(shelfPage(db, 1, NOW).total).toBe(1 + made);
  expect(expectOk(printState(db, 'print'))).toEqual(before);
  expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
});
