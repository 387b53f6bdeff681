import { printMapOf } from '@/core/layers';
import { checkPlan, type EditOf, type Plan } from '@/model';
import { applyEdit } from './applyEdit';
import { imagesOf, sheetsWanted, sheetAnswerOf } from './belief';
import { priceOf } from './composition';
import { pressesOf } from './formesAgain';
import { inkedCm2 } from './inkNeed';
import { inkingsOf } from './lookups';
import { looksOfPlan } from './looks';
import { inkedAt, printTaskOf, type PrintSheet } from './printSheet';
import { SAMPLE_PRINTS, sampleMap, samplePlan } from './samplePrints';
import { startBelief } from '@/core/sheets';
import { withWay } from './waysOfWorking';

const SAMPLE = SAMPLE_PRINTS.find(({ id }) => id === 'buoy')!;
const map = sampleMap(SAMPLE),
  plan = withWay(samplePlan(SAMPLE), 'block each', true);
/** The run of the orange, which is small and stands in the middle. */
const orange = plan.runs.findIndex((run) => inkingsOf(run)[0].colourId === 'c2');
const again = (more: Partial<EditOf<'forme-again'>> = {}): EditOf<'forme-again'> => ({
  ...{ kind: 'forme-again', formeId: plan.runs[orange].formes[0].id, columns: 2, rows: 1 },
  ...{ stepMm: { xMm: 35, yMm: 0 }, turnDeg: 0, ...more },
});
function made(edit: EditOf<'forme-again'>, from: Plan = plan): Plan {
  const done = applyEdit(from, edit);
  if (!done.ok) throw new Error(done.code);
  return done.value;
}
function laid(of: Plan): { sheet: PrintSheet; labels: ArrayLike<number> } {
  const { task, effects } = printTaskOf(of);
  const print = printMapOf(map, task)!;
  return {
    labels: print.map.labels,
    sheet: { parts: print.parts, share: print.areaPx.map((px) => px / map.labels.length), effects },
  };
}
/** Pixels one inking of the orange run leaves its film on. */
function printedPx(of: Plan, inking: number): Set<number> {
  const { sheet, labels } = laid(of),
    run = of.runs[orange];
  const inked = sheet.parts.map((part) => inkedAt(of, sheet, part, run, inkingsOf(run)[inking]));
  const out = new Set<number>();
  for (let i = 0; i < labels.length; i++) if (inked[labels[i]]) out.add(i);
  return out;
}

describe('the same block again in one run', () => {
  test('beside itself: the second film is the first, carried', () => {
    const twice = made(again());
    expect(checkPlan(JSON.parse(JSON.stringify(twice)))).toMatchObject({ ok: true });
    expect(twice.runs[orange].formes).toHaveLength(2);
    const [first, second] = [printedPx(twice, 0), printedPx(twice, 1)];
    const by = 35 / plan.picture!.raster.mmPerPx;
    const carried = [...first].filter((i) => (i % map.width) + by < map.width).map((i) => i + by);
    expect(second.size).toBe(carried.length);
    expect(carried.every((i) => second.has(i))).toBe(true);
  });

  test('on a grid: so many in a row, rows below one another', () => {
    const grid = made(again({ columns: 3, rows: 2, stepMm: { xMm: 30, yMm: 40 } }));
    expect(grid.runs[orange].formes.map(({ offsetMm }) => [offsetMm.xMm, offsetMm.yMm])).toEqual([
      [0, 0],
      [30, 0],
      [60, 0],
      [0, 40],
      [30, 40],
      [60, 40],
    ]);
    expect(new Set(inkingsOf(grid.runs[orange]).map(({ id }) => id)).size).toBe(6);
  });

  test('turned, each further one by as much more', () => {
    const turned = made(again({ columns: 4, stepMm: { xMm: 0, yMm: 0 }, turnDeg: 90 }));
    expect(turned.runs[orange].formes.map(({ turnDeg }) => turnDeg)).toEqual([0, 90, 180, -90]);
  });

  test('over itself it lies twice: what prints once and once more half turned', () => {
    const over = made(again({ stepMm: { xMm: 0, yMm: 0 }, turnDeg: 180 }));
    const [first, second] = [printedPx(over, 0), printedPx(over, 1)];
    const last = map.labels.length - 1;
    // about the middle of the image every pixel comes to lie where it is counted from the other end
    expect([...second].every((i) => first.has(last - i))).toBe(true);
    expect(second.size).toBe(first.size);
    const both = [...first].filter((i) => second.has(i));
    expect(both.length).toBeGreaterThan(50);
    const { sheet, labels } = laid(over),
      looks = looksOfPlan(over, [], sheet)!;
    expect(looks.stacks[labels[both[0]]].filter(({ run }) => run === orange)).toHaveLength(2);
  });

  test('laid anew it takes the place of what was laid; once again it is once', () => {
    const grid = made(again({ columns: 3, rows: 2, stepMm: { xMm: 30, yMm: 40 } }));
    expect(made(again({ columns: 2 }), grid).runs[orange].formes).toHaveLength(2);
    expect(made(again({ columns: 1, rows: 1 }), grid).runs).toEqual(plan.runs);
  });

  test('so often a sheet comes to the press: in hours, and in ink', () => {
    const grid = made(again({ columns: 2, stepMm: { xMm: -35, yMm: 0 } }));
    expect(pressesOf(grid.runs[orange])).toBe(2);
    expect(pressesOf({ ...grid.runs[orange], impressions: 2 })).toBe(4);
    expect(pressesOf(plan.runs[orange])).toBe(1);
    const price = (of: Plan) => priceOf(of, looksOfPlan(of)!, startBelief('practised'), undefined, 1).printingHours;
    expect(price(grid)).toBeGreaterThan(price(plan) + 1);
    const ink = (of: Plan) =>
      inkingsOf(of.runs[orange]).reduce(
        (sum, inking) => sum + inkedCm2(of, laid(of).sheet, of.runs[orange], inking),
        0,
      );
    expect(ink(grid)).toBeGreaterThan(1.4 * ink(plan));
  });

  test('more than a run can lay, or of a forme that is not there, is refused', () => {
    expect(applyEdit(plan, again({ columns: 5, rows: 5 }))).toMatchObject({ ok: false, code: 'again.tooMany' });
    expect(applyEdit(plan, again({ formeId: 'none' }))).toMatchObject({ ok: false, code: 'edit-gone' });
  });
});

describe('several images on a sheet', () => {
  const withCopies = (columns: number, rows: number): Plan => ({
    ...plan,
    layout: { ...plan.layout, copies: { columns, rows, gapMm: 5 } },
    sheets: { ...plan.sheets, edition: 20, proofsToKeep: 2, progressiveSets: 0 },
  });

  test('sheets follow the prints they are cut apart into', () => {
    expect(imagesOf(withCopies(2, 2))).toBe(4);
    expect([withCopies(1, 1), withCopies(2, 1), withCopies(2, 2), withCopies(6, 6)].map(sheetsWanted)).toEqual([
      22, 11, 6, 1,
    ]);
    const belief = startBelief('practised');
    expect(sheetAnswerOf(withCopies(2, 2), belief).counted).toBeLessThan(sheetAnswerOf(plan, belief).counted / 2);
    // a progressive set is kept as whole sheets
    const sets = { ...withCopies(2, 2) };
    expect(sheetsWanted({ ...sets, sheets: { ...sets.sheets, progressiveSets: 2 } })).toBe(8);
  });
});
