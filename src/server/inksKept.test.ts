import { paletteOf } from '@/derived';
import type { BenchAct, CabinetInk, Plan } from '@/model';
import { readCgats, readPalette } from '@/formats';
import type { Store } from '@/store';
import { bandsAgain } from '@/testing/bands';
import { actsLogged, expectOk as ok } from '@/testing/prints';
import { told } from '@/testing/told';
import { addItem, cabinet, deletePrint, inksKept, inksKeptFile, readPatch } from './index';

const NOW = '2026-11-28T10:00:00.000Z';
let db: Store, id: string, plan: Plan, white: CabinetInk;
const bands = bandsAgain(['paper', 'straw', 'rust', 'night'], { widthMm: 30, heightMm: 20 }, NOW);
beforeEach(async () => {
  ({ db, id, plan } = await bands());
  white = cabinet(db, NOW).find(({ role }) => role === 'white')!;
});
afterEach(() => db.close());

const tell = actsLogged(6, NOW);
const log = (act: BenchAct) => ok(tell(db, id, act));
const mix = () => {
  log({
    ...{
      kind: 'pot-begun',
      potId: 'pot-1',
      runId: plan.runs[0].id,
      inkId: plan.inks[0].id,
      name: '=straw',
      wantedG: 9,
    },
    ...{ shares: [{ inkId: white.id, name: white.name, share: 1 }], from: null },
  });
  log({
    ...{ kind: 'poured', potId: 'pot-1', what: 'ink', inkId: white.id, name: white.name, grams: 9, by: 'scale' },
  });
  log({ kind: 'pot-kept', potId: 'pot-1', grams: 4 });
};
const text = (form: 'csv' | 'gpl' | 'cgats.txt', palette?: string) =>
  new TextDecoder().decode(ok(inksKeptFile(db, form, palette, NOW)).bytes);

test('pots of all prints with what is left and the picture of their print; a print that was thrown away takes its own along', () => {
  expect(inksKept(db, NOW)).toEqual({ inks: [], palettes: [] });
  mix();
  expect(inksKept(db, NOW).inks).toMatchObject([
    { printId: id, potId: 'pot-1', leftG: 4, runs: [1], runCount: plan.runs.length, known: 'poured' },
  ]);
  ok(deletePrint(db, id, 'Bands', NOW));
  expect(inksKept(db, NOW).inks).toEqual([]);
});

test('as a table, a palette and measurements, each read back; a name that would be a formula is none', () => {
  mix();
  const [{ labD50 }] = inksKept(db, NOW).inks;
  const rows = text('csv').split('\r\n');
  expect(rows).toHaveLength(3);
  expect(rows[1]).toContain("'=straw");
  expect(rows[1]).toContain('100 opaque white');
  expect(ok(readPalette(text('gpl'))).map(({ name }) => name)).toEqual([expect.stringMatching(/straw/)]);
  const [sample] = ok(readCgats(text('cgats.txt')));
  sample.labD50.forEach((v, i) => expect(v).toBeCloseTo(labD50[i], 2));
});

test('a palette is kept in the workshop, told with the prints it is in, and goes out as a palette', () => {
  const item = ok(
    addItem(db, { kind: 'palette', version: 1, name: 'Harbour', note: '', inks: paletteOf(plan) }, NOW),
  ).item;
  expect(inksKept(db, NOW).palettes).toEqual([{ palette: item, prints: [expect.any(String)] }]);
  expect(ok(readPalette(text('gpl', item.id))).map(({ name }) => name)).toEqual(plan.inks.map(({ name }) => name));
  expect(ok(inksKeptFile(db, 'gpl', item.id, NOW)).fileName).toBe('Harbour.gpl');
  for (const [form, palette] of [
    ['csv', item.id],
    ['gpl', 'no-such-palette'],
  ] as const)
    expect(told(inksKeptFile(db, form, palette, NOW))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/no such palette/),
    });
});

test('the reader reads a strip bare, and with an ink drawn across it', async () => {
  const strip = (film: 'none' | 'full', stripInkId = plan.inks[2].id) =>
    readPatch(db, { kind: 'strip', printId: id, stripInkId, inkId: white.id, film });
  const bare = ok(await strip('none')).reading,
    crossed = ok(await strip('full')).reading;
  expect(bare.spectrum).toHaveLength(36);
  // a dark film is lighter under white
  expect(crossed.labD50[0]).toBeGreaterThan(bare.labD50[0] + 3);
  expect(await strip('full', 'no-such-ink')).toMatchObject({ ok: false });
  expect(
    await readPatch(db, { kind: 'strip', printId: 'gone', stripInkId: 'x', inkId: white.id, film: 'none' }),
  ).toMatchObject({ ok: false });
}, 15_000);
