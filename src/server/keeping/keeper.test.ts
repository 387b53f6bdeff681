import { existsSync, mkdirSync, mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { failure, type Outcome } from '@/core/units';
import { copiesFolder, copiesIn, openMachine, openStore, type Store } from '@/store';
import { createPrint } from '../prints';
import { copyAndThin, type CopyDone, type CopyTask } from './copyAndThin';
import { Keeper } from './keeper';

let folder: string, file: string, db: Store, machine: Store, now: Date, tasks: CopyTask[];
let answer: ((task: CopyTask) => Promise<Outcome<CopyDone>>) | undefined;
const keeper = () =>
  new Keeper({
    file,
    machine,
    now: () => now,
    make: (task) => {
      tasks.push(task);
      return (answer ?? copyAndThin)(task);
    },
  });
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'keeper-'));
  file = join(folder, 'w.sqlite');
  db = openStore(file);
  machine = openMachine(file);
  now = new Date('2026-11-20T10:00:00Z');
  tasks = [];
  answer = undefined;
});
afterEach(() => {
  db.close();
  machine.close();
  rmSync(folder, { recursive: true, force: true });
});
const addPrint = () => createPrint(db, 'Quay', now.toISOString());

test('a copy a day, by whatever clock, and none while nothing was written', async () => {
  addPrint();
  const keeps = keeper();
  await keeps.copy('start');
  now = new Date('2026-11-21T10:00:00Z');
  keeps.daily();
  expect(tasks).toHaveLength(1);
  addPrint();
  keeps.daily();
  expect(tasks.map(({ why }) => why)).toEqual(['start', 'daily']);
  await keeps.copy('asked');
  addPrint();
  now = new Date('2026-11-21T20:00:00Z');
  keeps.daily();
  expect(tasks).toHaveLength(2);
  // a clock that was set back by years does not keep copies from being made
  now = new Date('2019-01-01T00:00:00Z');
  keeps.daily();
  expect(tasks).toHaveLength(3);
});

test('one at a time: who wishes for a copy while one is made gets that one', async () => {
  addPrint();
  const keeps = keeper();
  const [one, other] = await Promise.all([keeps.copy('asked'), keeps.copy('asked')]);
  expect(tasks).toHaveLength(1);
  expect(one).toEqual(other);
  expect(keeps.state()).toMatchObject({
    problem: null,
    damaged: false,
    share: null,
    copies: [{ prints: 1, why: 'asked' }],
  });
});

test('what went wrong is told until a copy is good again; damage is told apart', async () => {
  addPrint();
  const keeps = keeper();
  answer = () => Promise.resolve(failure('file-damaged', { file }));
  expect((await keeps.copy('asked')).ok).toBe(false);
  expect(keeps.state()).toMatchObject({ damaged: true, problem: expect.stringContaining('is damaged') });
  answer = () => Promise.resolve(failure('copy-no-room', { file }));
  await keeps.copy('asked');
  expect(keeps.state()).toMatchObject({ damaged: false, problem: expect.stringContaining('no room') });
  answer = undefined;
  await keeps.copy('asked');
  expect(keeps.state()).toMatchObject({ damaged: false, problem: null });
});

test('what was coming in when the power went is cleared away a day later, and nothing else', () => {
  const old = new Date(Date.now() - 2 * 86_400_000);
  for (const [name, at] of [
    ['incoming-old', old],
    ['incoming-new', new Date()],
    ['holiday', old],
  ] as const) {
    mkdirSync(join(folder, name));
    writeFileSync(join(folder, name, 'x'), 'x');
    utimesSync(join(folder, name), at, at);
  }
  keeper().begin();
  expect(['incoming-old', 'incoming-new', 'holiday'].map((name) => existsSync(join(folder, name)))).toEqual([
    false,
    true,
    true,
  ]);
});

test('a folder outside is named by its whole path, remembered, and gets a copy at once', async () => {
  addPrint();
  const keeps = keeper();
  expect(await keeps.nameOutside('stick')).toMatchObject({ ok: false, code: 'folder-outside' });
  expect(await keeps.nameOutside(copiesFolder(file))).toMatchObject({ ok: false, code: 'folder-outside' });
  const outside = join(folder, 'stick');
  expect(await keeps.nameOutside(` ${outside} `)).toMatchObject({ ok: true });
  expect(keeper().state().outside).toEqual({ folder: outside, copies: 1, problem: null });
  await keeps.nameOutside(null);
  expect(keeper().state().outside).toBeNull();
});

test('a copy is put beside by its name, and by no other path', async () => {
  addPrint();
  const keeps = keeper();
  await keeps.copy('asked');
  const [{ name }] = copiesIn(copiesFolder(file));
  const beside = await keeps.beside(name);
  expect(beside).toMatchObject({ ok: true, value: expect.stringContaining('w-of-2026-11-20T10-00-00') });
  for (const wrong of ['../w.sqlite', `../w-copies/${name}`, '', 'none.sqlite'])
    expect(await keeps.beside(wrong)).toMatchObject({ ok: false, code: 'copy-missing' });
});
