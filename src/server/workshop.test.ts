import type { ItemOf, Plan, PlanEdit, StoredItem, WorkshopItem } from '@/model';
import { openStore, planAt, printById, type Store } from '@/store';
import { expectOk, wholePrints, stateAfter } from '@/testing/prints';
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  addItem,
  bundleFile,
  copyPrint,
  createPrint,
  editPrint,
  logActs,
  openBundle,
  printState,
  putItemBack,
  removeItem,
  saveItem,
  shelfPage,
  undo,
  workshop,
} from './index';

const NOW = '2026-11-26T10:00:00.000Z';
let db: Store;
beforeEach(() => {
  db = openStore(':memory:');
});
afterEach(() => {
  db.close();
});

const named = (name: string, kind = 'paper') =>
  workshop(db, NOW).find(({ item }) => item.kind === kind && item.name === name) as StoredItem & {
    item: ItemOf<'paper'>;
  };
const using = (...items: WorkshopItem[]): PlanEdit => ({ kind: 'workshop-used', of: items[0].kind, items });
const planOf = (id: string): Plan => expectOk(printState(db, id)).plan;
function edited(id: string, edit: PlanEdit) {
  return stateAfter(db, id, editPrint(db, id, edit, NOW));
}
const changed = ({ item, revision }: StoredItem, part: object) =>
  expectOk(saveItem(db, item.id, revision, { ...item, ...part }, NOW));

test('a new workshop has the starter set; an emptied one stays empty', () => {
  const there = workshop(db, NOW);
  expect(there.length).toBeGreaterThan(30);
  expect(workshop(db, NOW)).toEqual(there);
  for (const { item } of there) expectOk(removeItem(db, item.id, NOW));
  expect(workshop(db, NOW)).toEqual([]);
});

test('a thing is put in, changed on its revision only, taken out and put back', () => {
  const cream = named('cream');
  const { id: _, ...part } = cream.item;
  expect(expectOk(addItem(db, part, NOW)).item.name).toBe('cream (2)');
  expect(changed(cream, { stockSheets: 3 })).toMatchObject({ revision: 2, item: { stockSheets: 3 } });
  expect(saveItem(db, cream.item.id, 1, cream.item, NOW)).toMatchObject({ code: expect.stringMatching(/^stale\b/) });
  expect(saveItem(db, cream.item.id, 2, { ...cream.item, name: 'brown' }, NOW)).toMatchObject({ code: 'item-name' });
  const rack = named('by the window', 'rack').item;
  expect(saveItem(db, cream.item.id, 2, { ...rack, id: cream.item.id }, NOW)).toMatchObject({
    code: expect.stringMatching(/^item\b/),
  });
  expect(saveItem(db, cream.item.id, 2, rack, NOW)).toMatchObject({ code: expect.stringMatching(/^item\b/) });
  expectOk(removeItem(db, cream.item.id, NOW));
  expect(removeItem(db, cream.item.id, NOW)).toMatchObject({ code: 'item-missing' });
  changed(named('cream (2)'), { name: 'cream' });
  expect(expectOk(putItemBack(db, cream.item.id, NOW)).item).toMatchObject({ name: 'cream (2)', stockSheets: 3 });
});

test('prints follow the paper they are made with, on every view and on the shelf, until it leaves the workshop', () => {
  const id = expectOk(createPrint(db, 'Heron', NOW));
  edited(id, using(named('cream').item));
  const { now } = expectOk(printState(db, id)),
    stamp = shelfPage(db, 1, NOW).workshop;
  changed(named('cream'), { labD50: [90, 1, 9], thicknessMm: 0.5 });
  expect(shelfPage(db, 1, NOW).workshop).not.toBe(stamp);
  expect(planOf(id)).toMatchObject({ paper: { labD50: [90, 1, 9] }, register: { heights: { paperMm: 0.5 } } });
  expect(expectOk(printState(db, id)).now.plan).toBe(now.plan);
  // an edit made on it keeps what it followed
  expect(edited(id, { kind: 'sheets-set', part: { edition: 9 } }).plan.paper.labD50).toEqual([90, 1, 9]);
  expect(stateAfter(db, id, undo(db, id, expectOk(printState(db, id)).now.plan, NOW)).plan.paper.labD50).toEqual([
    90, 1, 9,
  ]);
  expectOk(removeItem(db, named('cream').item.id, NOW));
  expect(planOf(id).paper.labD50).toEqual([90, 1, 9]);
});

describe('at the first gate', () => {
  let folder: string;
  /** A print with a cut to come, from the store of an older release. */
  function uncut(): string {
    folder = mkdtempSync(join(tmpdir(), 'gate-'));
    copyFileSync(join(__dirname, '../store/fixtures/store-0005.sqlite'), join(folder, 'w.sqlite'));
    db.close();
    db = openStore(join(folder, 'w.sqlite'));
    return wholePrints(db).find((print) => print.name === 'Bands, only thought of')!.id;
  }
  afterEach(() => rmSync(folder, { recursive: true }));

  test('what a print uses is frozen into it: the workshop changes, its history does not', () => {
    const id = uncut();
    edited(id, using(named('cream').item));
    changed(named('cream'), { labD50: [90, 1, 9] });
    const cutId = planOf(id).blocks[0].sides[0].cuts[0].id;
    const act = { id: 'first-cut-1', version: 2, at: NOW, act: { kind: 'cut-done', cutId } };
    expectOk(logActs(db, id, [act], Date.parse(NOW)));
    changed(named('cream'), { labD50: [70, 0, 0], name: 'old cream' });
    expect(planOf(id)).toMatchObject({ paper: { name: 'cream', labD50: [90, 1, 9] }, frozenAt: NOW });
    // what is on disk says the same, whatever the workshop says
    expect(planAt(db, id, printById(db, id)!.plan_seq)!.plan.uses).toMatchObject([{ labD50: [90, 1, 9] }]);
    expect(expectOk(printState(db, id)).undoLabel).toBeNull();
    // a copy begins anew and follows; a bundle opened elsewhere keeps it
    expect(planOf(expectOk(copyPrint(db, id, NOW)))).toMatchObject({ paper: { name: 'old cream' }, frozenAt: null });
    const bundle = expectOk(bundleFile(db, id, NOW));
    expect(planOf(expectOk(openBundle(db, Buffer.from(bundle.bytes), NOW))).paper.labD50).toEqual([90, 1, 9]);
  });

  test('what is chosen after the gate is kept as it is then', () => {
    const id = uncut();
    const cutId = planOf(id).blocks[0].sides[0].cuts[0].id;
    expectOk(
      logActs(db, id, [{ id: 'first-cut-1', version: 2, at: NOW, act: { kind: 'cut-done', cutId } }], Date.parse(NOW)),
    );
    edited(id, using(named('the soft one', 'roller').item));
    changed(named('the soft one', 'roller'), { diameterMm: 90 });
    expect(planOf(id).roller.diameterMm).toBe(65);
  });
});
