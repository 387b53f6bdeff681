import { toldByServer } from '@/words/refusals';
import { openStore, type Store } from '@/store';
import {
  addInk,
  cabinet,
  cabinetFile,
  createPrint,
  importInks,
  lidLabelPdf,
  putInkBack,
  readPatch,
  readingsOfFile,
  removeInk,
  saveInk,
} from './index';

const NOW = '2026-11-23T10:00:00.000Z';
let db: Store;
beforeEach(() => {
  db = openStore(':memory:');
});
afterEach(() => {
  db.close();
});
const bytes = (text: string) => new TextEncoder().encode(text);
const text = (outcome: ReturnType<typeof cabinetFile>) =>
  outcome.ok ? new TextDecoder().decode(outcome.value.bytes) : toldByServer(outcome);

test('a new cabinet holds the starter inks; an emptied one stays empty', () => {
  const inks = cabinet(db, NOW);
  expect(inks.length).toBeGreaterThanOrEqual(18);
  expect(cabinet(db, NOW)).toEqual(inks);
  for (const ink of inks) removeInk(db, ink.id, NOW);
  expect(cabinet(db, NOW)).toEqual([]);
});

test('an ink is added, changed on its revision only, taken out and put back', () => {
  const [first] = cabinet(db, NOW);
  const { id, revision, ...ink } = first;
  const added = addInk(db, ink, NOW);
  expect(added.ok && added.value.name).toBe(`${first.name} (2)`);
  const saved = saveInk(db, id, revision, { ...ink, stockG: 12 }, NOW);
  expect(saved.ok && saved.value).toMatchObject({ stockG: 12, revision: revision + 1 });
  expect(saveInk(db, id, revision, { ...ink, stockG: 99 }, NOW)).toMatchObject({
    ok: false,
    code: expect.stringMatching(/^stale\b/),
  });
  expect(saveInk(db, id, revision + 1, { ...ink, name: 'carbon black' }, NOW)).toMatchObject({
    ok: false,
    code: expect.stringMatching(/^ink-name\b/),
  });
  expect(saveInk(db, 'nobody', 1, ink, NOW)).toMatchObject({
    ok: false,
    code: expect.stringMatching(/^ink-missing\b/),
  });
  expect(removeInk(db, id, NOW).ok).toBe(true);
  expect(removeInk(db, id, NOW)).toMatchObject({ ok: false, code: expect.stringMatching(/^ink-missing\b/) });
  const back = putInkBack(db, id, NOW);
  expect(back.ok && back.value.stockG).toBe(12);
});

test('inks come in all or none', () => {
  const before = cabinet(db, NOW).length;
  expect(importInks(db, bytes('name,L*,a*,b*\nmoss,45,-20,30\nbad,500,0,0\n'), 'x.csv', NOW)).toMatchObject({
    ok: false,
  });
  expect(cabinet(db, NOW).length).toBe(before);
  expect(importInks(db, Uint8Array.of(0xff, 0xfe, 0), 'x.bin', NOW)).toMatchObject({ ok: false, code: 'cabinet-file' });
  expect(importInks(db, bytes('GIMP Palette\n10 20 30 ink\n10 20 30 ink\n'), 'x.gpl', NOW)).toMatchObject({
    ok: true,
    value: { added: 2 },
  });
  expect(
    cabinet(db, NOW)
      .slice(-2)
      .map((ink) => ink.name),
  ).toEqual(['ink', 'ink (2)']);
});

test('the cabinet as files, and read again from each', () => {
  const inks = cabinet(db, NOW);
  for (const name of ['inks.csv', 'inks.gpl', 'inks.cgats.txt']) {
    const other = openStore(':memory:');
    for (const ink of cabinet(other, NOW)) removeInk(other, ink.id, NOW);
    expect(importInks(other, bytes(text(cabinetFile(db, name, NOW))), name, NOW)).toMatchObject({
      ok: true,
      value: { added: inks.length },
    });
    expect(cabinet(other, NOW).map((ink) => ink.name)).toEqual(inks.map((ink) => ink.name));
    other.close();
  }
  expect(text(cabinetFile(db, 'inks.exe', NOW))).toMatch(/There is no file/);
});

test('a card read with the reader: over black darker than over paper, thin lighter than full', async () => {
  const ink = cabinet(db, NOW).find((i) => i.name === 'ultramarine')!;
  const read = async (over: 'paper' | 'black', film: 'none' | 'full' | 'thin') => {
    const answer = await readPatch(db, { kind: 'drawdown', inkId: ink.id, over, film });
    if (!answer.ok) throw new Error(toldByServer(answer));
    return answer.value.reading.labD50[0];
  };
  const [paper, full, thin, black] = await Promise.all([
    read('paper', 'none'),
    read('paper', 'full'),
    read('paper', 'thin'),
    read('black', 'full'),
  ]);
  expect(paper).toBeGreaterThan(thin);
  expect(thin).toBeGreaterThan(full);
  expect(full).toBeGreaterThan(black - 1);
});

test('the reader says what it was not told', async () => {
  expect(await readPatch(db, null)).toMatchObject({ ok: false, code: 'patch' });
  expect(await readPatch(db, { kind: 'drawdown', inkId: 'gone', over: 'paper', film: 'full' })).toMatchObject({
    ok: false,
    code: expect.stringMatching(/^ink-missing\b/),
  });
  expect(await readPatch(db, { kind: 'run', printId: 'gone', runId: 'r', colourId: 'c' })).toMatchObject({
    ok: false,
    code: expect.stringMatching(/^print-missing\b/),
  });
});

test('readings of a file that is none', () => {
  expect(readingsOfFile(Uint8Array.of(0xff, 0xd8, 0xff), 'photo.jpg')).toMatchObject({
    ok: false,
    code: expect.stringMatching(/^cgats\b/),
  });
});

test('a lid label needs a run', async () => {
  const id = createPrint(db, 'empty', NOW);
  expect(await lidLabelPdf(db, id.ok ? id.value : '', 1, new Date(NOW))).toMatchObject({
    ok: false,
    code: expect.stringMatching(/^run-missing\b/),
  });
});
