import { copyFileSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Drawdown } from '@/model';
import { openStore, type Store } from '@/store';
import { factsOf } from '@/testing/facts';
import { expectOk, wholePrints } from '@/testing/prints';
import { cabinet, openBundle, practiceScores, printState, shelfPage, storedBlob } from './index';

const NOW = '2026-11-26T10:00:00.000Z';
const STORES = join(__dirname, '../store/fixtures'),
  BUNDLES = join(__dirname, '../formats/fixtures');
const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value));
/** Facts as the release told them that wrote the file: never changed. What it called the stage of a side is a cut now. */
const told = (file: string): unknown => JSON.parse(readFileSync(file, 'utf8').replaceAll('"stageId', '"cutId'));

/** A drawdown as it was told before there were strips: there are none. */
function withoutStrips({ strips, ...card }: Drawdown) {
  expect(strips).toEqual([]);
  return card;
}

let folder: string;
let db: Store;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'older-'));
});
afterEach(() => {
  db.close();
  rmSync(folder, { recursive: true });
});

test('a workshop’s file of the release with migration 4 comes up whole', () => {
  const file = join(folder, 'workshop.sqlite');
  copyFileSync(join(STORES, 'store-0004.sqlite'), file);
  db = openStore(file);
  const prints = wholePrints(db).sort((a, b) => a.name.localeCompare(b.name));
  const facts = {
    prints: prints.map(factsOf),
    undo: prints.map((p) => [p.undoLabel, p.redoLabel]),
    deleted: shelfPage(db, 1, NOW).deleted.map((p) => p.name),
    cabinet: cabinet(db, NOW).flatMap(({ mediumId: kind, version: _, drawdowns, ...ink }) =>
      ink.name === 'weld' ? [{ ...ink, kind, drawdowns: drawdowns.map(withoutStrips) }] : [],
    ),
    practice: expectOk(practiceScores(db)),
  };
  expect(plain(facts)).toEqual(told(join(STORES, 'store-0004.json')));
  for (const { plan } of prints)
    for (const sha of [plan.picture!.originalSha, plan.picture!.raster.sha, plan.flat!.labelsSha])
      expect(storedBlob(db, sha)?.bytes.length).toBeGreaterThan(0);
});

test('a workshop’s file of the release with migration 5 comes up whole: papers, proof rounds, settings', () => {
  const file = join(folder, 'workshop.sqlite');
  copyFileSync(join(STORES, 'store-0005.sqlite'), file);
  db = openStore(file);
  const prints = wholePrints(db).sort((a, b) => a.name.localeCompare(b.name));
  const facts = {
    prints: prints.map(factsOf),
    papers: prints.map((p) => p.plan.paper),
    logs: prints.map((p) => p.events.map((e) => e.act.kind)),
  };
  expect(plain(facts)).toEqual(told(join(STORES, 'store-0005.json')));
  expect(prints.every((p) => p.events.some((e) => e.act.kind === 'round-begun' && e.act.round === 'proof'))).toBe(true);
});

test('a workshop’s file of the release with migration 6 comes up whole: what prints use, undo, the shelf', () => {
  const file = join(folder, 'workshop.sqlite');
  copyFileSync(join(STORES, 'store-0006.sqlite'), file);
  db = openStore(file);
  const prints = wholePrints(db).sort((a, b) => a.name.localeCompare(b.name));
  const facts = {
    prints: prints.map((p) => ({
      ...factsOf(p),
      uses: p.plan.uses.map((item) => [item.kind, item.name]),
      frozenAt: p.plan.frozenAt,
    })),
    undo: prints.map((p) => [p.undoLabel, p.redoLabel]),
    logs: prints.map((p) => p.events.map((e) => e.act.kind)),
    shelf: shelfPage(db, 1, NOW)
      .prints.map((p) => [p.name, p.card && p.card.runs.map((run) => run.phase)])
      .sort(),
  };
  expect(plain(facts)).toEqual(told(join(STORES, 'store-0006.json')));
});

test.each(['reduction', 'blocks'])('a bundle of version 1 comes up whole: %s', (name) => {
  db = openStore(':memory:');
  const id = expectOk(openBundle(db, readFileSync(join(BUNDLES, `bundle-version-1-${name}.ulexite.zip`)), NOW));
  const file = join(BUNDLES, `bundle-version-1-${name}.json`);
  const facts = factsOf(expectOk(printState(db, id)));
  expect(plain(facts)).toEqual(told(file));
});
