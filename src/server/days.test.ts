import { checkAnswer } from '@/model';
import type { Store } from '@/store';
import { bandsAgain } from '@/testing/bands';
import { expectOk as ok } from '@/testing/prints';
import { told } from '@/testing/told';
import { copyPrint, daysOfWorkshop, deletePrint, editPrint } from './index';

const NOW = '2026-11-27T10:00:00.000Z';
let db: Store, id: string;
const bands = bandsAgain(['paper', 'straw', 'rust', 'night'], { widthMm: 120, heightMm: 90 }, NOW);
beforeEach(async () => ({ db, id } = await bands()));
afterEach(() => db.close());

test('the steps of all prints, as they are promised; a deleted print has none', () => {
  const other = ok(copyPrint(db, id, NOW));
  const days = daysOfWorkshop(db, Date.parse(NOW));
  expect(days.map((one) => one.id).sort()).toEqual([id, other].sort());
  expect(checkAnswer('GET', '/api/days', false, JSON.parse(JSON.stringify(days)))).toMatchObject({ ok: true });
  for (const { steps } of days) expect(steps.length).toBeGreaterThan(8);
  ok(deletePrint(db, other, days.find((one) => one.id === other)!.name, NOW));
  expect(daysOfWorkshop(db, Date.parse(NOW)).map((one) => one.id)).toEqual([id]);
});

test('a wish and a pin are kept with the print; a day that is none is refused in words', () => {
  ok(editPrint(db, id, { kind: 'days-set', part: { wishedBy: '2027-02-01' } }, NOW));
  const [{ wishedBy, steps }] = daysOfWorkshop(db, Date.parse(NOW));
  expect(wishedBy).toBe('2027-02-01');
  ok(
    editPrint(
      db,
      id,
      { kind: 'days-set', part: { pins: [{ stepId: steps[1].id, notBefore: '2027-01-10T18:00:00.000Z' }] } },
      NOW,
    ),
  );
  expect(daysOfWorkshop(db, Date.parse(NOW))[0].steps[1].notBeforeMin).toBe(
    Date.parse('2027-01-10T18:00:00.000Z') / 60_000,
  );
  for (const part of [
    { wishedBy: 'soon' },
    { wishedBy: '2027-13-01' },
    { pins: [{ stepId: steps[1].id, notBefore: 'Tuesday' }] },
    { kept: [{ stepId: steps[1].id, from: '2027-01-10T18:00:00.000Z', to: '' }] },
    { aim: 'at once' },
  ])
    expect(told(editPrint(db, id, { kind: 'days-set', part }, NOW))).toMatchObject({ ok: false });
  expect(told(editPrint(db, id, { kind: 'days-set', part: { wishedBy: 'soon' } }, NOW))).toMatchObject({
    message: expect.stringMatching(/“soon” is no day/),
  });
  ok(editPrint(db, id, { kind: 'days-set', part: { wishedBy: null, pins: [] } }, NOW));
  expect(daysOfWorkshop(db, Date.parse(NOW))[0]).toMatchObject({ wishedBy: null });
});
