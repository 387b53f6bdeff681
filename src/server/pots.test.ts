import type { BenchAct, CabinetInk, Plan } from '@/model';
import type { Store } from '@/store';
import { bandsAgain } from '@/testing/bands';
import { expectOk as ok } from '@/testing/prints';
import { told } from '@/testing/told';
import { actOnScale, cabinet, deletePrint, logActs, potsOfWorkshop, readPatch, scaleShows } from './index';

const NOW = '2026-11-27T10:00:00.000Z',
  MS = Date.parse(NOW);
let db: Store, id: string, plan: Plan, white: CabinetInk, black: CabinetInk;
const bands = bandsAgain(['paper', 'straw', 'rust', 'night'], { widthMm: 30, heightMm: 20 }, NOW);
beforeEach(async () => {
  ({ db, id, plan } = await bands());
  const inks = cabinet(db, NOW);
  white = inks.find(({ role }) => role === 'white')!;
  black = inks.find(({ role }) => role === 'black')!;
});
afterEach(() => db.close());

let serial = 0;
const log = (act: BenchAct, entry = `pot-entry-${String(++serial).padStart(4, '0')}`) =>
  logActs(db, id, [{ id: entry, version: 3, at: NOW, act }], MS);
const stockOf = (ink: CabinetInk) => cabinet(db, NOW).find((one) => one.id === ink.id)!.stockG;
const begun = (potId = 'pot-1'): BenchAct => ({
  ...{ kind: 'pot-begun', potId, runId: plan.runs[0].id, inkId: plan.inks[0].id, name: 'straw', wantedG: 20 },
  shares: [
    { inkId: white.id, name: white.name, share: 0.9 },
    { inkId: black.id, name: black.name, share: 0.1 },
  ],
  from: null,
});
const poured = (ink: CabinetInk, grams: number, potId = 'pot-1'): BenchAct => ({
  ...{ kind: 'poured', potId, what: 'ink', inkId: ink.id, name: ink.name, grams, by: 'scale' },
});

test('what is poured is out of the cabinet, once however often it is sent, and back when it is taken back', () => {
  const before = stockOf(white);
  ok(log(begun()));
  ok(log(poured(white, 12.34), 'pour-of-white'));
  ok(log(poured(white, 12.34), 'pour-of-white'));
  expect(stockOf(white)).toBeCloseTo(before - 12.34, 6);
  ok(log({ kind: 'pour-undone', pourId: 'pour-of-white' }));
  expect(stockOf(white)).toBeCloseTo(before, 6);
  expect(stockOf(black)).toBe(before);
});

test('a tube that held more than was written down is empty, never less; softener is no ink of the cabinet', () => {
  const before = stockOf(black);
  ok(log(begun()));
  ok(log(poured(white, 5000)));
  expect(stockOf(white)).toBe(0);
  ok(log({ kind: 'poured', potId: 'pot-1', what: 'softener', inkId: null, name: '', grams: 3, by: 'typed' }));
  expect(stockOf(black)).toBe(before);
});

test('what is refused leaves the cabinet as it was', () => {
  const before = stockOf(white);
  expect(log(poured(white, 5)).ok).toBe(false);
  expect(stockOf(white)).toBe(before);
});

test.each<readonly [string, () => BenchAct, RegExp]>([
  ['a pot begun twice', () => begun(), /begun already/],
  [
    'a pot of an ink that is not in the run',
    () => ({ ...begun('pot-2'), inkId: plan.inks[2].id }) as BenchAct,
    /not in/,
  ],
  ['ink without a name', () => ({ ...poured(white, 1), inkId: null }) as BenchAct, /Ink that is poured is named/],
  ['a pour into no pot', () => poured(white, 1, 'nowhere'), /no such pot/],
  ['a pour taken back that was not made', () => ({ kind: 'pour-undone', pourId: 'nothing' }), /not poured/],
  ['more left than went in', () => ({ kind: 'pot-kept', potId: 'pot-1', grams: 500 }), /cannot be left of a pot/],
  ['a pour into a pot that ended', () => poured(white, 1, 'pot-9'), /has ended: mix another/],
])('%s is refused in words', (_, act, says) => {
  ok(log(begun()));
  ok(log(begun('pot-9')));
  ok(log({ kind: 'pot-ended', potId: 'pot-9', why: 'used up' }));
  expect(told(log(act()))).toMatchObject({ ok: false, message: expect.stringMatching(says) });
});

test('leftovers of all prints; a print that is deleted takes its pots along', () => {
  ok(log(begun()));
  ok(log(poured(white, 18)));
  ok(log(poured(black, 2)));
  expect(potsOfWorkshop(db)).toEqual([]);
  ok(log({ kind: 'pot-kept', potId: 'pot-1', grams: 8 }));
  expect(potsOfWorkshop(db)).toMatchObject([{ printId: id, potId: 'pot-1', name: 'straw', grams: 8 }]);
  ok(deletePrint(db, id, 'Bands', NOW));
  expect(potsOfWorkshop(db)).toEqual([]);
});

test('the reader on a drawdown of a pot: what went in shows, on paper and over what lies below; an empty pot shows nothing', async () => {
  const read = async (over: 'paper' | 'below', potId = 'pot-1') =>
    readPatch(db, { kind: 'pot', printId: id, potId, over });
  ok(log(begun()));
  expect(told(await read('paper'))).toMatchObject({ ok: false, message: expect.stringMatching(/no ink in this pot/) });
  ok(log(poured(white, 9)));
  const pale = ok(await read('paper')).reading.labD50[0];
  ok(log(poured(black, 6)));
  const dark = ok(await read('paper')).reading.labD50[0];
  expect(dark).toBeLessThan(pale - 5);
  ok(await read('below'));
  expect(told(await read('paper', 'another'))).toMatchObject({
    ok: false,
    message: expect.stringMatching(/not in use/),
  });
});

test('the workshop has one scale: put on, set to nothing, lifted off', () => {
  actOnScale({ act: 'clear' }, 0);
  actOnScale({ act: 'tare' }, 5000);
  ok(actOnScale({ act: 'put', aboutG: 4 }, 6000));
  const on = ok(scaleShows(10_000));
  expect(on.atRest).toBe(true);
  expect(on.grams).toBeGreaterThan(2);
  expect(on.device).toBe('simulated-scale');
  actOnScale({ act: 'tare' }, 11_000);
  expect(Math.abs(ok(scaleShows(11_001)).grams)).toBeLessThan(0.05);
  actOnScale({ act: 'clear' }, 12_000);
  expect(ok(scaleShows(20_000)).grams).toBeLessThan(-2);
});
