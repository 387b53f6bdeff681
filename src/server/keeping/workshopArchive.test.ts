import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync, zipSync, strToU8 } from 'fflate';
import type { ArchiveRead } from '@/model';
import { benchLog, openStore, type Store } from '@/store';
import { toldByServer } from '@/words/refusals';
import { expectOk } from '@/testing/prints';
import { cabinet } from '../cabinet';
import { printState } from '../prints';
import { beginSample } from '../sampleWork';
import { workshop } from '../workshop';
import { archiveIn, archiveOut } from './workshopArchive';

const NOW = '2026-11-20T10:00:00.000Z';
let folder: string, from: Store, to: Store, bytes: Uint8Array;
beforeAll(async () => {
  from = openStore(':memory:');
  for (let n = 0; n < 2; n++) expectOk(await beginSample(from, NOW));
  cabinet(from, NOW);
  workshop(from, NOW);
  bytes = await written();
});
afterAll(() => from.close());
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'archive-'));
  to = openStore(':memory:');
});
afterEach(() => {
  to.close();
  rmSync(folder, { recursive: true, force: true });
});

async function written(): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  for await (const chunk of archiveOut(from, NOW) as unknown as AsyncIterable<Uint8Array>) chunks.push(chunk);
  return Buffer.concat(chunks);
}
async function takenIn(zip: Uint8Array): Promise<ArchiveRead | string> {
  const file = join(folder, 'in.zip');
  writeFileSync(file, zip);
  const taken = await archiveIn(to, file, NOW);
  return taken.ok ? taken.value : toldByServer(taken);
}
const ids = (db: Store) =>
  db.prepare<[], { id: string; name: string }>('SELECT id, name FROM prints ORDER BY id').all();

test('a workshop goes out and comes in whole, under the same ids, and a second time nothing is doubled', async () => {
  const first = await takenIn(bytes);
  expect(first).toMatchObject({
    prints: 2,
    inks: cabinet(from, NOW).length,
    things: workshop(from, NOW).length,
    refused: [],
  });
  expect(ids(to)).toEqual(ids(from));
  for (const { id } of ids(from)) {
    const [was, is] = [printState(from, id), printState(to, id)];
    if (!was.ok || !is.ok) throw new Error('a print is missing');
    expect(is.value.plan).toEqual(was.value.plan);
    expect(benchLog(to, id)).toEqual(benchLog(from, id));
  }
  expect(cabinet(to, NOW)).toEqual(cabinet(from, NOW));
  expect(await takenIn(bytes)).toMatchObject({ prints: 0, inks: 0, things: 0, refused: [] });
  expect(ids(to)).toHaveLength(2);
});

test('a print that is here otherwise is left as it is, and the other comes in beside it', async () => {
  await takenIn(bytes);
  const [{ id }] = ids(to);
  const row = to
    .prepare<[string], { plan: string }>('SELECT plan FROM plan_history WHERE print_id = ? ORDER BY seq DESC')
    .get(id)!;
  const plan = JSON.parse(row.plan) as { sheets: { edition: number } };
  plan.sheets.edition = 99;
  to.prepare('UPDATE plan_history SET plan = ? WHERE print_id = ?').run(JSON.stringify(plan), id);
  expect(await takenIn(bytes)).toMatchObject({ prints: 1, refused: [] });
  expect(ids(to)).toHaveLength(3);
  const state = printState(to, id);
  expect(state.ok && state.value.plan.sheets.edition).toBe(99);
});

test('a cut off archive, a foreign zip, a bundle and nothing at all are told, and give nothing', async () => {
  expect(await takenIn(bytes.slice(0, bytes.length * 0.7))).toMatch(/was cut off/);
  expect(ids(to)).toEqual([]);
  expect(await takenIn(zipSync({ 'a.txt': strToU8('hello') }))).toMatch(/not a workshop’s archive/);
  expect(await takenIn(strToU8('no zip at all'))).toMatch(/is no zip/);
  expect(await takenIn(new Uint8Array())).toMatch(/is no zip/);
  const [print] = Object.entries(unzipSync(bytes)).filter(([path]) => path.startsWith('prints/'));
  expect(await takenIn(print[1])).toMatch(/not a workshop’s archive/);
});

test('prints before the head, a newer archive, and parts with other names are refused or passed over', async () => {
  const parts = unzipSync(bytes);
  const { 'workshop.json': head, ...rest } = parts;
  expect(await takenIn(zipSync(rest))).toMatch(/not a workshop’s archive/);
  const newer = { ...(JSON.parse(Buffer.from(head).toString()) as object), version: 2 };
  expect(await takenIn(zipSync({ 'workshop.json': strToU8(JSON.stringify(newer)), ...rest }))).toMatch(/of version 2/);
  const more = zipSync({
    'workshop.json': head,
    '../../evil.sh': strToU8('rm'),
    'prints/..%2fx.ulexite.zip': head,
    ...rest,
  });
  expect(await takenIn(more)).toMatchObject({ prints: 2 });
});

test('what cannot be used keeps nothing else out: it is told by its name with the reason', async () => {
  const parts = unzipSync(bytes);
  const head = JSON.parse(Buffer.from(parts['workshop.json']).toString()) as { things: object[]; inks: object[] };
  head.things[0] = { ...head.things[0], kind: 'anvil' };
  head.inks[0] = { ...head.inks[0], opacity: -4 };
  const spoilt = Object.keys(parts).find((path) => path.startsWith('prints/'))!;
  const taken = await takenIn(
    zipSync({ ...parts, 'workshop.json': strToU8(JSON.stringify(head)), [spoilt]: strToU8('no bundle') }),
  );
  expect(taken).toMatchObject({ prints: 1 });
  expect((taken as ArchiveRead).refused).toHaveLength(3);
});
