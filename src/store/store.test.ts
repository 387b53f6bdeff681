import { copyFileSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { emptyPlan, type BenchAct, type Plan } from '@/model';
import { flatColour, pictureOf } from '@/testing/plans';
import {
  appendBenchEvent,
  appendPlan,
  benchLog,
  cabinetInks,
  dropLooseBlobs,
  getBlob,
  insertPrint,
  markDeleted,
  migrate,
  moveTo,
  openStore,
  planAt,
  printById,
  purgeDeleted,
  putBlob,
  raiseUndoFloor,
  brushedRuns,
  keepRunWays,
  lossesElsewhere,
  type Store,
} from './index';

let db: Store;
const NOW = '2026-11-20T10:00:00.000Z';
beforeEach(() => {
  db = openStore(':memory:');
  insertPrint(db, { id: 'p', name: 'Test', plan: emptyPlan(), label: 'new', now: NOW });
});
afterEach(() => db.close());

test('the file is opened so that what is acknowledged is on disk', () => {
  const folder = mkdtempSync(join(tmpdir(), 'ulexite-'));
  const file = openStore(join(folder, 'x', 'w.sqlite'));
  expect(file.pragma('journal_mode', { simple: true })).toBe('wal');
  expect(file.pragma('synchronous', { simple: true })).toBe(2);
  expect(file.pragma('foreign_keys', { simple: true })).toBe(1);
  file.close();
  rmSync(folder, { recursive: true });
});

describe('migrations check the history', () => {
  let folder: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'ulexite-'));
    writeFileSync(join(folder, '0001_one.sql'), 'CREATE TABLE one (a TEXT) STRICT;');
  });
  afterEach(() => rmSync(folder, { recursive: true }));
  const fresh = () => {
    const other = openStore(':memory:');
    other.exec('DROP TABLE migrations');
    return other;
  };

  test('each runs once, in order', () => {
    const file = fresh();
    migrate(file, folder);
    writeFileSync(join(folder, '0002_two.sql'), 'ALTER TABLE one ADD COLUMN b TEXT;');
    migrate(file, folder);
    migrate(file, folder);
    expect(file.prepare('SELECT count(*) AS n FROM migrations').get()).toEqual({ n: 2 });
  });
  test('a changed or unknown one stops before anything is touched', () => {
    const file = fresh();
    migrate(file, folder);
    writeFileSync(join(folder, '0001_one.sql'), 'CREATE TABLE one (b TEXT) STRICT;');
    expect(() => migrate(file, folder)).toThrow(/other steps/);
    rmSync(join(folder, '0001_one.sql'));
    expect(() => migrate(file, folder)).toThrow(/newer Ulexite/);
  });
  test('one that fails leaves nothing behind', () => {
    const file = fresh();
    writeFileSync(join(folder, '0002_bad.sql'), 'CREATE TABLE two (a TEXT) STRICT; CREATE TABLE one (a TEXT);');
    expect(() => migrate(file, folder)).toThrow();
    expect(file.prepare("SELECT count(*) AS n FROM sqlite_master WHERE name = 'two'").get()).toEqual({ n: 0 });
  });
});

test('the bench log only grows, and an id counts once', () => {
  const event = { id: 'e1', at: NOW, act: { kind: 'cut-done', cutId: 's' } } as const;
  expect(appendBenchEvent(db, 'p', event)).toBe(true);
  expect(appendBenchEvent(db, 'p', event)).toBe(false);
  expect(benchLog(db, 'p')).toEqual([event]);
  expect(() => db.exec("UPDATE bench_log SET at = 'x'")).toThrow(/only grows/);
  expect(() => db.exec('DELETE FROM bench_log')).toThrow(/only grows/);
});

test('history: a new plan drops what was undone; a floor ends it', () => {
  const plan = (edition: number) => ({ ...emptyPlan(), sheets: { ...emptyPlan().sheets, edition } });
  appendPlan(db, printById(db, 'p')!, plan(5), 'five', NOW);
  appendPlan(db, printById(db, 'p')!, plan(6), 'six', NOW);
  moveTo(db, 'p', 2, NOW);
  appendPlan(db, printById(db, 'p')!, plan(7), 'seven', NOW);
  expect(planAt(db, 'p', 3)).toMatchObject({ label: 'seven' });
  expect(printById(db, 'p')!.revision).toBe(5);
  moveTo(db, 'p', 2, NOW);
  raiseUndoFloor(db, 'p');
  expect(planAt(db, 'p', 3)).toBeUndefined();
  expect(printById(db, 'p')!.undo_floor).toBe(2);
});

test('bytes rest once under their hash and go when no plan names them', () => {
  const sha = putBlob(db, Buffer.from('abc'), 'text/plain', NOW);
  expect(putBlob(db, Buffer.from('abc'), 'text/plain', NOW)).toBe(sha);
  expect(getBlob(db, sha)!.bytes.toString()).toBe('abc');
  expect(dropLooseBlobs(db, '2026-11-19')).toBe(0);
  expect(dropLooseBlobs(db, '2026-11-21')).toBe(1);
});

test.each<[string, (sha: string) => BenchAct]>([
  ['a cut', (pictureSha) => ({ kind: 'cut-done', cutId: 'stage-1', pictureSha })],
  [
    'a slip',
    (pictureSha) => ({
      kind: 'slip',
      slipId: 's',
      cutId: 'stage-1',
      place: { islands: [], outlinesMm: [] },
      note: '',
      pictureSha,
    }),
  ],
  ['a photograph', (pictureSha) => ({ kind: 'photographed', pictureSha, runId: null, sheet: '', note: '' })],
])('the picture of %s stays as long as the log names it, and goes with its print', (_, act) => {
  const sha = putBlob(db, Buffer.from('the block'), 'image/png', NOW);
  appendBenchEvent(db, 'p', { id: 'act-1', at: NOW, act: act(sha) });
  expect(dropLooseBlobs(db, '2026-11-21')).toBe(0);
  expect(getBlob(db, sha)!.mediaType).toBe('image/png');
  markDeleted(db, 'p', NOW, NOW);
  purgeDeleted(db, '2026-12-21');
  expect(dropLooseBlobs(db, '2026-11-21')).toBe(1);
});

test.each<[string, (sha: string) => Partial<Plan>]>([
  ['the picture as brought in', (originalSha) => ({ picture: pictureOf(30, 30, { originalSha }) })],
  [
    'its raster',
    (sha) => ({ picture: pictureOf(30, 30, { raster: { sha, widthPx: 300, heightPx: 300, mmPerPx: 0.1 } }) }),
  ],
  [
    'the map of its flat colours',
    (labelsSha) => ({
      picture: pictureOf(30, 30),
      flat: {
        labelsSha,
        settings: { colourCount: 2, radiusMm: 0, minIslandMm2: 0 },
        colours: [flatColour('paper', [94, 0, 4])],
        barePaperId: 'paper',
        handChanges: 0,
      },
    }),
  ],
])('%s stays as long as any plan of the history names it', (_, part) => {
  const sha = putBlob(db, Buffer.from('bytes of the picture'), 'image/png', NOW);
  appendPlan(db, printById(db, 'p')!, { ...emptyPlan(), ...part(sha) }, 'with it', NOW);
  appendPlan(db, printById(db, 'p')!, emptyPlan(), 'without it', NOW);
  expect(dropLooseBlobs(db, '2026-11-21')).toBe(0);
  moveTo(db, 'p', 1, NOW);
  appendPlan(db, printById(db, 'p')!, emptyPlan(), 'undone and gone', NOW);
  expect(dropLooseBlobs(db, '2026-11-21')).toBe(1);
});

test('deleted prints go with their logs when their time is over, not before', () => {
  appendBenchEvent(db, 'p', { id: 'e1', at: NOW, act: { kind: 'cut-done', cutId: 's' } });
  markDeleted(db, 'p', NOW, NOW);
  expect(purgeDeleted(db, '2026-11-01')).toBe(0);
  expect(purgeDeleted(db, '2026-12-21')).toBe(1);
  expect(benchLog(db, 'p')).toEqual([]);
});

test('the workshop learns from counted pulls that stand', () => {
  const pull = (id: string, sheet: string, setAside: boolean) =>
    appendBenchEvent(db, 'p', {
      id,
      at: NOW,
      act: { kind: 'pull', runId: 'r', sheet, faults: [], setAside, note: '' },
    });
  pull('a', 'T1', true);
  pull('b', '1', false);
  pull('c', '2', true);
  pull('d', '3', true);
  appendBenchEvent(db, 'p', { id: 'e', at: NOW, act: { kind: 'pull-undone', pullId: 'd' } });
  expect(lossesElsewhere(db, 'another')).toEqual([{ sheets: 2, lost: 1, runs: 1 }]);
  expect(lossesElsewhere(db, 'p')).toEqual([]);
});

test('what layings by brush took is found over all prints, and of those alone', () => {
  expect(brushedRuns(db)).toEqual([]);
  const mix = { pigment: 1.5, paste: 0, water: 4 },
    said = { pigment: 1, paste: 2, water: 3 };
  appendBenchEvent(db, 'p', {
    ...{ id: 'brush', at: NOW },
    act: { kind: 'brushed-with', runId: 'r', inkingId: 'i', sheets: 3, usedMl: mix, saidMl: said },
  });
  appendBenchEvent(db, 'p', {
    id: 'room',
    at: NOW,
    act: { kind: 'room-read', temperatureC: 18, relativeHumidityPercent: 60 },
  });
  expect(brushedRuns(db)).toEqual([{ used: mix, said }]);
});

test('a file of the first version opens: its plans come up to the present form, and the cabinet is there', () => {
  const folder = mkdtempSync(join(tmpdir(), 'ulexite-old-'));
  copyFileSync('src/store/migrations/0001_first.sql', join(folder, '0001_first.sql'));
  const db = new Database(join(folder, 'old.sqlite'));
  migrate(db, folder);
  db.prepare(
    "INSERT INTO prints (id, name, created_at, saved_at, plan_seq) VALUES ('p', 'old', 'then', 'then', 1)",
  ).run();
  db.prepare("INSERT INTO plan_history VALUES ('p', 1, 'new', ?, 'then')").run(
    readFileSync('src/model/plan/fixtures/plan-version-1.json', 'utf8'),
  );
  db.close();
  const opened = openStore(join(folder, 'old.sqlite'));
  expect(planAt(opened, 'p', 1)!.plan).toMatchObject({
    version: 16,
    rules: { direction: 'free' },
    way: { under: 'dry' },
  });
  expect(cabinetInks(opened)).toEqual([]);
  opened.close();
  rmSync(folder, { recursive: true });
});

test('losses are told apart by the way of their run, once it is kept', () => {
  for (const [runId, sheet] of [
    ['r', '1'],
    ['s', '1'],
    ['t', '1'],
  ])
    appendBenchEvent(db, 'p', {
      ...{ id: `${runId}-${sheet}-pull`, at: NOW },
      act: { kind: 'pull', runId, sheet, faults: [], setAside: false, note: '' },
    });
  const kento = { medium: 'oil relief', registration: 'kento', by: 'hand' as const, place: 'first' as const };
  keepRunWays(
    db,
    'p',
    new Map([
      ['r', kento],
      ['s', kento],
      ['gone', kento],
    ]),
  );
  expect(lossesElsewhere(db, 'another')).toEqual(
    expect.arrayContaining([
      { sheets: 1, lost: 0, runs: 2, way: kento },
      { sheets: 1, lost: 0, runs: 1 },
    ]),
  );
});
