import { unzipSync } from 'fflate';
import type { BenchAct, Booklet, Plan } from '@/model';
import type { Store } from '@/store';
import { inkingsOf } from '@/derived';
import { bandsAgain } from '@/testing/bands';
import { actsLogged, expectOk as ok } from '@/testing/prints';
import { told } from '@/testing/told';
import { bookletJson, bundleFile, drawnFor, editPrint, openBundle, printAgain, printState } from './index';

const NOW = '2026-11-27T10:00:00.000Z',
  MS = Date.parse(NOW),
  DAY = new Date(NOW);
let db: Store, id: string, plan: Plan;
const bands = bandsAgain(['paper', 'straw', 'rust', 'night'], { widthMm: 30, heightMm: 20 }, NOW);
beforeEach(async () => {
  ({ db, id, plan } = await bands());
});
afterEach(() => db.close());

const tell = actsLogged(4, NOW);
const log = (of: string, ...acts: BenchAct[]) => tell(db, of, ...acts);
const begun = (counted: number): BenchAct => ({
  ...{ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted, tests: 0 },
});
const cut = (run: number, of: Plan = plan): BenchAct => ({ kind: 'cut-done', cutId: of.runs[run].formes[0].cutId! });
const pull = (run: number, sheet: string, more: object = {}): BenchAct => ({
  ...{ kind: 'pull', runId: plan.runs[run].id, sheet, faults: [], setAside: false, note: '' },
  ...more,
});
const setting = (run: number, what: 'charges' | 'passes', value: string, fromSheet: string): BenchAct => ({
  ...{ kind: 'setting-changed', roundId: 'edition', runId: plan.runs[run].id, fromSheet, what, value, why: 'weak' },
});
const booklet = (of = id) => JSON.parse(Buffer.from(ok(bookletJson(db, of)).bytes).toString()) as Booklet;

test('a card says what a run was printed with: ink as poured, settings over the sheets, counts, faults, notes', () => {
  const { inkId } = inkingsOf(plan.runs[0])[0];
  ok(
    log(
      id,
      ...[begun(3), cut(0), setting(0, 'charges', '5', '1'), setting(0, 'charges', '6', '3')],
      {
        ...{ kind: 'pot-begun', potId: 'p', runId: plan.runs[0].id, inkId, name: 'straw', wantedG: 10, from: null },
        shares: [{ inkId: 'a', name: 'white', share: 1 }],
      } as BenchAct,
      { kind: 'poured', potId: 'p', what: 'ink', inkId: 'a', name: 'white', grams: 7.5, by: 'scale' },
      { kind: 'poured', potId: 'p', what: 'ink', inkId: 'b', name: 'ochre', grams: 2.5, by: 'scale' },
      { kind: 'poured', potId: 'p', what: 'drier', inkId: null, name: '', grams: 0.1, by: 'typed' },
      { kind: 'pot-fell', potId: 'p', seconds: 7 },
      { kind: 'room-read', temperatureC: 18, relativeHumidityPercent: 60 },
      pull(0, '1', { faults: ['weak'], note: 'thin on the left' }),
      pull(0, '2'),
    ),
  );
  const [card, ...others] = booklet().runs;
  expect(others).toHaveLength(plan.runs.length - 1);
  expect(card.inks[0]).toMatchObject({
    parts: [
      { name: 'white', share: 0.75 },
      { name: 'ochre', share: 0.25 },
    ],
    ...{ poured: true, secondsToFall: 7, mixedG: 10, addedPercent: { softener: 0, grease: 0, drier: 1 } },
  });
  expect(card.settingsAtFirst.charges).toBe('5');
  expect(card.settingsChanged).toEqual([
    { fromSheet: '1', what: 'charges', value: '5', why: 'weak' },
    { fromSheet: '3', what: 'charges', value: '6', why: 'weak' },
  ]);
  expect(card.sheets).toEqual({ pulled: 2, good: 1, usable: 1, aside: 0 });
  expect(card.faults).toEqual([{ fault: 'weak', sheets: ['1'] }]);
  expect(card.notes).toEqual([{ sheet: '1', note: 'thin on the left' }]);
  expect(card.room).toHaveLength(1);
  expect(others[0].inks[0]).toMatchObject({ poured: false, mixedG: null });
});

test('the cards as PDF, all of them after the print itself or one alone; a run that is not there is told', async () => {
  const pages = (bytes: Uint8Array) =>
    Buffer.from(bytes)
      .toString('latin1')
      .match(/\/Type \/Page\b/g)!.length;
  const all = ok(await drawnFor({}, db, 'runCardsPdf', id, null, DAY));
  expect(pages(all.bytes)).toBe(plan.runs.length + 1);
  const one = ok(await drawnFor({}, db, 'runCardsPdf', id, 2, DAY));
  expect(pages(one.bytes)).toBe(1);
  expect(one.fileName).toMatch(/run card 2\.pdf$/);
  expect(told(await drawnFor({}, db, 'runCardsPdf', id, 9, DAY))).toMatchObject({ ok: false });
});

test('a card with more to say than a page holds goes on on the next', async () => {
  ok(log(id, begun(60), cut(0)));
  ok(
    log(
      id,
      ...Array.from({ length: 50 }, (_, i) => pull(0, String(i + 1), { note: `note ${'long '.repeat(30)}${i}` })),
    ),
  );
  const { bytes } = ok(await drawnFor({}, db, 'runCardsPdf', id, 1, DAY));
  expect(
    Buffer.from(bytes)
      .toString('latin1')
      .match(/\/Type \/Page\b/g)!.length,
  ).toBeGreaterThan(2);
});

test('the bundle holds the booklet for those without Ulexite, and opens as before', () => {
  ok(log(id, begun(2), cut(0), pull(0, '1')));
  const { bytes } = ok(bundleFile(db, id, NOW));
  const written = JSON.parse(Buffer.from(unzipSync(bytes)['booklet.json']).toString()) as Booklet;
  expect(written).toEqual(booklet());
  const opened = ok(openBundle(db, bytes, NOW));
  expect(booklet(opened).runs[0].sheets).toEqual(written.runs[0].sheets);
});

describe('print again', () => {
  const onOwnBlocks = () => {
    // each colour on a block of its own: nothing is cut on
    ok(editPrint(db, id, { kind: 'way-chosen', chosen: 'block each', lay: true }, NOW));
    plan = ok(printState(db, id)).plan;
  };

  test('a new print with its cuts done, its sheets started and the settings the runs ended with; the old one stays', () => {
    onOwnBlocks();
    ok(log(id, begun(4), ...plan.runs.map((_, run) => cut(run))));
    ok(log(id, setting(0, 'charges', '5', '1'), setting(0, 'charges', '7', '3'), setting(0, 'passes', '2', '1')));
    ok(log(id, pull(0, '1')));
    const before = ok(printState(db, id)).events.length;
    const again = ok(printState(db, ok(printAgain(db, id, 9, MS))));
    expect(again.name).toMatch(/, again$/);
    const acts = again.events.map(({ act }) => act);
    expect(acts.filter(({ kind }) => kind === 'cut-done')).toHaveLength(plan.runs.length);
    expect(acts.find((act) => act.kind === 'round-begun')).toMatchObject({ counted: 9 });
    expect(acts.filter((act) => act.kind === 'setting-changed').map((act) => [act.what, act.value])).toEqual([
      ['charges', '7'],
      ['passes', '2'],
    ]);
    expect(acts.some(({ kind }) => kind === 'pull')).toBe(false);
    expect(ok(printState(db, id)).events).toHaveLength(before);
  });

  test('a block that was cut on cannot print again what it was; one not cut yet has nothing to print', () => {
    expect(told(printAgain(db, id, 5, MS))).toMatchObject({ ok: false, message: expect.stringMatching(/not cut yet/) });
    ok(log(id, begun(1), cut(0), pull(0, '1'), cut(1)));
    expect(told(printAgain(db, id, 5, MS))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/Run 1 cannot be printed again: its block was cut on/),
    });
  });

  test.each([0, -1, 1.5, 100_000])('%p sheets cannot be started', (counted) => {
    onOwnBlocks();
    ok(log(id, ...plan.runs.map((_, run) => cut(run))));
    expect(printAgain(db, id, counted, MS).ok).toBe(false);
  });
});
