import type { BenchAct } from '@/model';
import type { Store } from '@/store';
import { bandsAgain } from '@/testing/bands';
import { expectOk as ok } from '@/testing/prints';
import { told } from '@/testing/told';
import { logActs, weighPack } from './index';

const NOW = '2026-11-27T10:00:00.000Z',
  MS = Date.parse(NOW),
  HOUR = 3_600_000;
let db: Store, id: string;
const bands = bandsAgain(['paper', 'straw'], { widthMm: 30, heightMm: 20 }, NOW);
beforeEach(async () => {
  ({ db, id } = await bands());
  log({
    ...{ kind: 'pack-damped', packId: 'p', sheets: 20, dryG: 180, how: 'brushed', targetPercent: 35 },
  });
});
afterEach(() => db.close());
let serial = 0;
function log(...acts: BenchAct[]): void {
  const events = acts.map((act) => ({ id: `scale-${String(++serial).padStart(5, '0')}`, version: 3, at: NOW, act }));
  ok(logActs(db, id, events, MS));
}

test('weighs the sheets that are on it, drier from hour to hour', () => {
  const weight = (sheets: number, hours: number) => ok(weighPack(db, id, 'p', sheets, MS + hours * HOUR)).grams;
  expect(weight(20, 1)).toBeGreaterThan(180 * 1.3);
  expect(weight(20, 1)).toBeLessThan(180 * 1.5);
  expect(weight(10, 1)).toBeGreaterThan(weight(20, 1) / 2 - 1);
  expect(weight(10, 1)).toBeLessThan(weight(20, 1) / 2 + 1);
  expect(weight(20, 60)).toBeLessThan(weight(20, 1) - 3);
  // in damp air it keeps
  const before = weight(20, 60);
  log({ kind: 'room-read', temperatureC: 14, relativeHumidityPercent: 95 });
  expect(weight(20, 60)).toBeGreaterThan(before);
});

test('more sheets than the pack has, or none, are refused in words; a pack that is done is not there', () => {
  expect(told(weighPack(db, id, 'p', 21, MS))).toMatchObject({
    code: 'pack.hasSheets',
    message: expect.stringMatching(/21 sheets.*has 20/),
  });
  expect(weighPack(db, id, 'p', 0, MS)).toMatchObject({ ok: false, code: 'pack.hasSheets' });
  expect(weighPack(db, id, 'other', 3, MS)).toMatchObject({ ok: false, code: 'pack.isNotThere' });
  log({ kind: 'pack-ended', packId: 'p', why: 'used up' });
  expect(weighPack(db, id, 'p', 3, MS)).toMatchObject({ ok: false, code: 'pack.isNotThere' });
});
