import { lastGoodPhotograph, driftBySeen, looksOfPlan, photographsOfRun, progressOf } from '@/derived';
import type { BenchAct, Plan } from '@/model';
import { planOfBands } from '@/testing/plans';
import { pullsOf, settingOf, sitting } from '@/testing/sittings';

const plan: Plan = planOfBands();
const [run] = plan.runs;
const looks = looksOfPlan(plan, [])!;
const { colourId } = run.formes[0].inkings[0];
const label = plan.flat!.colours.findIndex(({ id }) => id === colourId);
const planned = looks.looks[1][label];

const photograph = (sheet: string | number, byL?: number): BenchAct => ({
  ...{ kind: 'photographed', pictureSha: 'a'.repeat(64), runId: run.id, sheet: String(sheet), note: '' },
  ...(byL !== undefined && {
    seen: [{ colourId, labD50: [planned[0] + byL, planned[1], planned[2]] as [number, number, number] }],
    errorDeltaE: 3,
  }),
});
const bench = (...acts: BenchAct[]) => progressOf(plan, sitting(...acts).events).bench;
/** Sheets pulled one after the other, each photographed, so much lighter than planned. */
const series = (...byL: number[]) =>
  bench(...byL.flatMap((by, i) => [...pullsOf(run.id, i + 1, i + 1), photograph(i + 1, by)]));
const drift = (of: ReturnType<typeof bench>) => driftBySeen(plan, looks, of, run);

test('the newest photograph of each sheet, in the order of the pulls; others are passed over', () => {
  const of = bench(
    ...[photograph(9), ...pullsOf(run.id, 1, 2), ...pullsOf(run.id, 3, 3, 'weak')],
    ...[photograph(3, 1), photograph(1, 0), photograph(1, 5)],
  );
  const [first, third, ...more] = photographsOfRun(of, run.id);
  expect(more).toEqual([]);
  expect([first.sheet, first.good]).toEqual(['1', true]);
  expect(first.seen![0].labD50[0]).toBe(planned[0] + 5);
  expect([third.sheet, third.good]).toEqual(['3', false]);
  expect(lastGoodPhotograph([first, third], '3')?.sheet).toBe('1');
  expect(lastGoodPhotograph([first, third], '1')).toBeUndefined();
});

test('films that become lighter sheet by sheet are told, by how much and how certain', () => {
  expect(drift(series(0, 0.4, 0.9, 1.5, 2.2, 2.8))).toMatchObject({
    ...{ towards: 'lighter', sheets: 6 },
    byL: expect.closeTo((1.5 + 2.2 + 2.8 - 0.4 - 0.9) / 3, 6),
  });
  expect(drift(series(0, -0.4, -0.9, -1.5, -2.2, -2.8))?.towards).toBe('heavier');
});

test('nothing is told of four sheets, of a wavering, of less than an eye sees, or of photographs nobody read', () => {
  expect(drift(series(0, 1, 2, 3))).toBeUndefined();
  expect(drift(series(0, 2, -1, 1.5, 0.2, 1.1, -0.3))).toBeUndefined();
  expect(drift(series(0, 0.05, 0.1, 0.15, 0.2, 0.25, 0.3))).toBeUndefined();
  expect(drift(bench(...[1, 2, 3, 4, 5, 6].flatMap((n) => [...pullsOf(run.id, n, n), photograph(n)])))).toBeUndefined();
});

test('since the charges were changed, only what came after counts', () => {
  const before = [0, 1, 2, 3, 4, 5].flatMap((by, i) => [...pullsOf(run.id, i + 1, i + 1), photograph(i + 1, by)]);
  expect(drift(bench(...before))).toBeDefined();
  expect(drift(bench(...before, settingOf(run.id, 'charges', '4', 7)))).toBeUndefined();
});

test('a reading on a sheet goes before its photograph', () => {
  const read = (sheet: number, byL: number): BenchAct => ({
    ...{ kind: 'colour-got', runId: run.id, colourId, source: 'reader', sheet: String(sheet) },
    labD50: [planned[0] + byL, planned[1], planned[2]],
  });
  const photographed = [0, 0, 0, 0, 0, 0].flatMap((by, i) => [...pullsOf(run.id, i + 1, i + 1), photograph(i + 1, by)]);
  expect(drift(bench(...photographed))).toBeUndefined();
  const readOn = [0, 0.5, 1, 2, 3, 4].map((by, i) => read(i + 1, by));
  expect(drift(bench(...photographed, ...readOn))).toMatchObject({ towards: 'lighter', sheets: 6 });
});

test('a reader and a camera are not put in one row: where the one takes over from the other nothing has drifted', () => {
  const read = (sheet: number, byL: number): BenchAct => ({
    ...{ kind: 'colour-got', runId: run.id, colourId, source: 'reader', sheet: String(sheet) },
    labD50: [planned[0] + byL, planned[1], planned[2]],
  });
  // the camera sees all three L* darker than the reader
  const acts = [1, 2, 3, 4, 5, 6, 7, 8].flatMap((n) => [
    ...pullsOf(run.id, n, n),
    n <= 4 ? photograph(n, -3 + 0.01 * n) : read(n, 0.01 * n),
  ]);
  expect(drift(bench(...acts))).toBeUndefined();
});
