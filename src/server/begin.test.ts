import { labelsOfPlan } from './labels';
import { openStore, type Store } from '@/store';
import { expectOk } from '@/testing/prints';
import { WAYS_OF_WORKING, checkAnswer, checkRequest } from '@/model';
import { toldByServer } from '@/words/refusals';
import { beginPrint, beginSample, editPrint, printState, shelfPage } from './index';

const NOW = '2026-11-27T10:00:00.000Z';
let db: Store;
beforeEach(() => {
  db = openStore(':memory:');
});
afterEach(() => {
  db.close();
});
const planOf = (id: string) => expectOk(printState(db, id)).plan;

test('a print begins with how one works, or plainly', () => {
  const plain = planOf(expectOk(beginPrint(db, { name: 'Plain' }, NOW)));
  expect(plain.way).toMatchObject({ chosen: null, under: 'dry', begins: { blocks: 'one side' } });
  for (const chosen of WAYS_OF_WORKING) {
    const { way } = planOf(expectOk(beginPrint(db, { name: chosen, chosen }, NOW)));
    expect(way.chosen).toBe(chosen);
  }
  expect(planOf(expectOk(beginPrint(db, { name: 'Wet', chosen: 'one day' }, NOW))).way.under).toBe('wet');
});

test('a way nobody knows is refused with its name, and so is a print without one', () => {
  const odd = checkRequest('begin', { name: 'Odd', chosen: 'by magic' });
  expect(odd.ok).toBe(false);
  if (!odd.ok) expect(toldByServer(odd)).toMatch(/chosen/);
  expect(checkRequest('begin', { name: 'Plain' })).toMatchObject({ ok: true });
  expect(beginPrint(db, { chosen: 'one day' }, NOW).ok).toBe(false);
  expect(shelfPage(db, 1, NOW).total).toBe(0);
});

test('a way is chosen by an edit, and undo leads back', () => {
  const id = expectOk(beginPrint(db, { name: 'Change' }, NOW));
  expectOk(editPrint(db, id, { kind: 'way-chosen', chosen: 'damp and brushed', lay: true }, NOW));
  expect(planOf(id)).toMatchObject({ way: { chosen: 'damp and brushed', registration: 'kento' } });
  expect(expectOk(printState(db, id)).undoLabel).toBe('way-chosen');
  expect(editPrint(db, id, { kind: 'way-chosen', chosen: 'by magic', lay: true }, NOW).ok).toBe(false);
});

test('the sample print stands on the shelf with its picture, its colours and its runs', async () => {
  const made = await beginSample(db, NOW);
  expect(checkAnswer('POST', '/api/sample', false, expectOk(made)).ok).toBe(true);
  const plan = planOf(expectOk(made)),
    map = labelsOfPlan(db, plan)!;
  expect([plan.picture!.widthMm, plan.picture!.heightMm]).toEqual([120, 90]);
  expect([map.width, map.height]).toEqual([plan.picture!.raster.widthPx, plan.picture!.raster.heightPx]);
  expect(plan.flat!.colours.reduce((sum, { areaShare }) => sum + areaShare, 0)).toBeCloseTo(1, 6);
  expect(plan.flat!.colours.every(({ islandCount }) => islandCount > 0)).toBe(true);
  expect(plan.runs.length).toBe(plan.flat!.colours.length - 1);
  const again = await beginSample(db, NOW);
  expect(
    shelfPage(db, 1, NOW)
      .prints.map(({ name }) => name)
      .sort(),
  ).toHaveLength(again.ok ? 2 : 1);
});
