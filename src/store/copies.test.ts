import Database from 'better-sqlite3';
import { mkdtempSync, readdirSync, readFileSync, rmSync, truncateSync, writeFileSync, existsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { copyAndThin } from '@/server/keeping/copyAndThin';
import {
  copiesFolder,
  copiesIn,
  copyOutside,
  makeCopy,
  putBeside,
  putInPlace,
  roomBeside,
  thinCopies,
  wantsUpgrade,
} from './copies';
import { closeStore, openStore, type Store } from './open';
import { StoreProblem } from './problem';

let folder: string, file: string, db: Store;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'copies-'));
  file = join(folder, 'w.sqlite');
  db = openStore(file);
});
afterEach(() => {
  db.close();
  rmSync(folder, { recursive: true, force: true });
});

const at = (minutes: number) => new Date(Date.parse('2026-11-20T10:00:00Z') + minutes * 60_000);
function keep(n: number, bytes = 100): void {
  db.prepare("INSERT INTO blobs VALUES (?, 'application/octet-stream', ?, '2026-11-20T10:00:00Z')").run(
    String(n).padStart(64, '0'),
    Buffer.alloc(bytes, n),
  );
}
const picturesIn = (path: string) => {
  const copy = new Database(path, { readonly: true });
  try {
    return copy.prepare<[], { n: number }>('SELECT count(*) AS n FROM blobs').get()!.n;
  } finally {
    copy.close();
  }
};
const codeOf = (error: unknown) => (error instanceof StoreProblem ? error.code : String(error));

test('a copy holds all that was on disk when it was begun, while others write on', async () => {
  for (let n = 0; n < 400; n++) keep(n, 40_000);
  let during = 0;
  const made = await makeCopy(file, 'asked', at(0), () => {
    keep(1000 + during++);
  });
  expect(during).toBeGreaterThan(0);
  expect(made.counts).toMatchObject({ pictures: 400, prints: 0 });
  expect(picturesIn(made.path)).toBe(400);
  expect(picturesIn(file)).toBe(400 + during);
  expect(copiesIn(copiesFolder(file))).toEqual([made]);
});

test('a copy is one file of its own: nothing of it lies beside, and what was half-made is cleared away', async () => {
  keep(1);
  const made = await makeCopy(file, 'daily', at(0));
  writeFileSync(`${made.path}x.part`, 'half');
  await makeCopy(file, 'daily', at(1));
  expect(readdirSync(copiesFolder(file)).filter((name) => !/\.sqlite(\.json)?$/.test(name))).toEqual([]);
  expect(copiesIn(copiesFolder(file)).map((copy) => copy.at)).toEqual([at(1).toISOString(), at(0).toISOString()]);
});

test('two copies of one moment have names of their own; a file that is none of ours is no copy and stays', async () => {
  keep(1);
  const names = [(await makeCopy(file, 'asked', at(0))).name, (await makeCopy(file, 'asked', at(0))).name];
  expect(new Set(names).size).toBe(2);
  const other = join(copiesFolder(file), 'holiday.sqlite');
  writeFileSync(other, 'mine');
  thinCopies(copiesFolder(file));
  expect(existsSync(other)).toBe(true);
  expect(copiesIn(copiesFolder(file))).toHaveLength(2);
});

test('old copies go by the rule, and only after a new one is good', async () => {
  keep(1);
  for (let hour = 0; hour < 12; hour++)
    expect((await copyAndThin({ file, why: 'daily', at: at(60 * hour).toISOString(), outside: undefined })).ok).toBe(
      true,
    );
  const kept = copiesIn(copiesFolder(file)).map((copy) => copy.at);
  expect(kept).toEqual([11, 10, 9, 8, 7, 6, 5, 4].map((hour) => at(60 * hour).toISOString()));
  closeStore(db);
  writeFileSync(file, readFileSync(file).fill(0x5a, 3000));
  const done = await copyAndThin({ file, why: 'daily', at: at(60 * 20).toISOString(), outside: undefined });
  expect(done).toMatchObject({ ok: false, code: 'file-damaged' });
  expect(copiesIn(copiesFolder(file))).toHaveLength(8);
  expect(readdirSync(copiesFolder(file)).filter((name) => name.includes('.part'))).toEqual([]);
});

test('a folder outside gets each copy, read back; where it cannot, the copy beside is good all the same', async () => {
  keep(1);
  const outside = join(folder, 'stick');
  const done = await copyAndThin({ file, why: 'asked', at: at(0).toISOString(), outside });
  expect(done).toMatchObject({ ok: true, value: { outside: { ok: true } } });
  expect(copiesIn(outside)).toHaveLength(1);
  expect(picturesIn(copiesIn(outside)[0].path)).toBe(1);
  writeFileSync(join(folder, 'no folder'), '');
  const failed = await copyAndThin({ file, why: 'asked', at: at(1).toISOString(), outside: join(folder, 'no folder') });
  expect(failed).toMatchObject({ ok: true, value: { outside: { ok: false, code: 'file-folder' } } });
  expect(copiesIn(copiesFolder(file))).toHaveLength(2);
});

test('a copy that its disk changed is not put anywhere', async () => {
  keep(1);
  const made = await makeCopy(file, 'asked', at(0));
  const bytes = readFileSync(made.path);
  bytes[bytes.length - 50] ^= 1;
  writeFileSync(made.path, bytes);
  await expect(putBeside(made, file).catch(codeOf)).resolves.toBe('copy-damaged');
  await expect(copyOutside(made, join(folder, 'out')).catch(codeOf)).resolves.toBe('copy-outside');
  truncateSync(made.path, 4096);
  expect(copiesIn(copiesFolder(file))).toEqual([]);
});

test('put beside leaves the present file alone; put in place keeps it under another name', async () => {
  keep(1);
  const made = await makeCopy(file, 'asked', at(0));
  keep(2);
  const beside = await putBeside(made, file);
  expect([picturesIn(beside), picturesIn(file)]).toEqual([1, 2]);
  expect(await putBeside(made, file)).not.toBe(beside);
  closeStore(db);
  const aside = await putInPlace(made, file, at(5));
  expect([picturesIn(file), picturesIn(aside!)]).toEqual([1, 2]);
  db = openStore(file);
  keep(3);
  expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
});

test('a file in an older form is told from one in the newest', () => {
  expect(wantsUpgrade(file)).toBe(false);
  db.prepare("DELETE FROM migrations WHERE name LIKE '0011%'").run();
  expect(wantsUpgrade(file)).toBe(true);
  expect(wantsUpgrade(join(folder, 'none.sqlite'))).toBe(false);
  const { freeBytes, low } = roomBeside(file);
  expect(low).toBe(freeBytes < 300e6);
});
