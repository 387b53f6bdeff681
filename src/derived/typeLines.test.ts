import { printMapOf } from '@/core/layers';
import { checkPlan, type BenchAct, type EditOf, type Ink, type Plan, type PlanEdit, type TypeLine } from '@/model';
import { applyEdit } from './applyEdit';
import { withPicturePlaced } from './carried';
import { hoursOfCuts } from './composition';
import { inkedCm2 } from './inkNeed';
import { inkingsOf, processOf, usesOneSide } from './lookups';
import { looksOfPlan } from './looks';
import { nextActOf } from './nextAct';
import { figuresOf } from './planFigures';
import { labelStateOfRun, plainSheet, printTaskOf, type PrintSheet } from './printSheet';
import { progressOf } from './progress';
import { sheetLayoutOf } from './register';
import { withFlat } from './runPlan';
import { SAMPLE_PRINTS, sampleMap, samplePlan } from './samplePrints';
import { startBelief } from '@/core/sheets';
import {
  boxOfType,
  laidAt,
  placeOfType,
  pointsInMm,
  typeAreaCm2,
  typeBlocksOf,
  typeInBed,
  typeMoved,
  typeOnSheet,
} from './typeLines';
import { withWay } from './waysOfWorking';

const SAMPLE = SAMPLE_PRINTS.find(({ id }) => id === 'buoy')!;
const sample = samplePlan(SAMPLE),
  map = sampleMap(SAMPLE);
const BLACK: Ink = {
  ...{ id: 'ink-black', name: 'type black', mediumId: 'oil relief', solidLabD50: [16, 0, 0] },
  ...{ opacity: 'opaque', film: null, recipe: null, softenerPercent: 0 },
};
const box = boxOfType('Buoy', 18);
const lineAt = (xMm: number, yMm: number, more: Partial<TypeLine> = {}): TypeLine => ({
  ...{ text: 'Buoy', face: 'box', sizePt: 18, highMm: 23.32, by: 'hand', widthMm: box.widthMm, atMm: { xMm, yMm } },
  ...more,
});
const added = (xMm: number, yMm: number, more: Partial<EditOf<'type-added'>> = {}): EditOf<'type-added'> => ({
  ...{ kind: 'type-added', as: 'title', line: lineAt(xMm, yMm), within: laidAt(box.outlinesMm, { xMm, yMm }) },
  ...{ ink: BLACK, ...more },
});
function made(plan: Plan, edit: PlanEdit): Plan {
  const done = applyEdit(plan, edit);
  if (!done.ok) throw new Error(done.code);
  return done.value;
}
const refusal = (plan: Plan, edit: PlanEdit) => {
  const done = applyEdit(plan, edit);
  return done.ok ? undefined : done.code;
};
const below = made(sample, added(40, 98)),
  inside = made(sample, added(40, 45));
const only = (plan: Plan) => typeBlocksOf(plan)[0];
function laid(plan: Plan): PrintSheet {
  const { task, effects } = printTaskOf(plan);
  const print = printMapOf(map, task)!;
  return { parts: print.parts, share: print.areaPx.map((px) => px / map.labels.length), effects };
}

test('points are seventy-seconds of an inch', () => {
  expect(pointsInMm(72)).toBeCloseTo(25.4, 9);
});

describe('a line of type', () => {
  test('is printed last, from a block of its own, in its own ink, and can be kept', () => {
    expect(below.runs.length).toBe(sample.runs.length + 1);
    expect(below.blocks.length).toBe(2);
    expect(inkingsOf(below.runs.at(-1)!).map(({ inkId }) => inkId)).toEqual(['ink-black']);
    expect(checkPlan(JSON.parse(JSON.stringify(below)))).toMatchObject({ ok: true });
  });

  test('is no block that is cut: the way of working, the hours and the number of blocks stay', () => {
    expect(processOf(below)).toBe(processOf(sample));
    expect(usesOneSide(below)).toBe(true);
    const figures = (plan: Plan) => figuresOf(plan, looksOfPlan(plan)!, startBelief('practised'));
    expect(figures(below).blocks).toBe(figures(sample).blocks);
    const n = sample.flat!.colours.length,
      meetings = { gapsMm: new Float64Array(n * n).fill(9), bordersMm: new Float64Array(n * n).fill(30) };
    expect(hoursOfCuts(below, meetings, 1)).toBe(hoursOfCuts(sample, meetings, 1));
  });

  test('over the image it prints on whatever lies there; below the image it changes nothing of it', () => {
    const over = looksOfPlan(inside, [], laid(inside))!,
      sheet = laid(inside);
    const inked = sheet.parts.flatMap((part, p) => (part.marks.length > 0 ? [p] : []));
    expect(inked.length).toBeGreaterThan(0);
    for (const p of inked) expect(over.looks.at(-1)![p][0]).toBeLessThan(30);
    expect(laid(below).parts.every(({ marks }) => marks.length === 0)).toBe(true);
  });

  test('nothing is cut for it: letters stand, the rest was never there', () => {
    const sheet = laid(inside),
      state = labelStateOfRun(inside, inside.runs.at(-1)!, sheet);
    expect(state.cutNow).toEqual([]);
    expect(state.standing.length + state.clearedEarlier.length).toBe(sheet.parts.length);
    expect(state.standing.every((p) => sheet.parts[p].marks.length > 0)).toBe(true);
  });

  test('its ink is that of its letters, wherever they lie', () => {
    const area = typeAreaCm2(box.outlinesMm);
    // a frame: what the outer rectangle has more than the inner
    const high = 0.92 * pointsInMm(18);
    const frameMm2 = box.widthMm * high - (box.widthMm - 0.5) * (high - 0.5);
    expect(area).toBeCloseTo(frameMm2 / 100, 3);
    for (const plan of [below, inside]) {
      const run = plan.runs.at(-1)!;
      expect(inkedCm2(plan, plainSheet(plan), run, inkingsOf(run)[0])).toBeCloseTo(area, 9);
    }
    const four = { ...below, layout: { ...below.layout, copies: { columns: 2, rows: 2, gapMm: 5 } } };
    const run = four.runs.at(-1)!;
    expect(inkedCm2(four, plainSheet(four), run, inkingsOf(run)[0])).toBeCloseTo(4 * area, 9);
  });

  test('is seen on the sheet from its run on, in the colour of its film on the paper', () => {
    expect(typeOnSheet(below, below.runs.length - 1)).toEqual([]);
    const [shown] = typeOnSheet(below);
    expect(shown.outlinesMm).toEqual(laidAt(box.outlinesMm, { xMm: 40, yMm: 98 }).outlinesMm);
    expect(shown.labD50[0]).toBeLessThan(22);
    const twice = made(below, { kind: 'run-set', runId: below.runs.at(-1)!.id, part: { impressions: 2 } });
    expect(typeOnSheet(twice)[0].labD50[0]).toBeLessThanOrEqual(shown.labD50[0]);
  });

  test('moves with all its letters, and back', () => {
    const away = typeMoved(only(below), { xMm: 10, yMm: 110 }),
      there = made(below, { kind: 'type-set', blockId: only(below).id, ...away });
    expect(placeOfType(only(there)).outlinesMm[0].slice(0, 2)).toEqual([
      10,
      Math.round((110 - 0.72 * pointsInMm(18)) * 1000) / 1000,
    ]);
    const back = typeMoved(only(there), { xMm: 40, yMm: 98 });
    expect(back.within).toEqual(placeOfType(only(below)));
  });

  test('its words name its block', () => {
    const line = { ...only(below).type, text: 'Another' };
    const next = made(below, { kind: 'type-set', blockId: only(below).id, line, within: placeOfType(only(below)) });
    expect(only(next).name).toBe('Another');
  });

  test('goes with its run and its ink; an ink that something else is printed in stays', () => {
    const gone = made(below, { kind: 'type-removed', blockId: only(below).id });
    expect(gone.runs).toEqual(sample.runs);
    expect(gone.inks).toEqual(sample.inks);
    const shared = made(sample, added(40, 98, { ink: sample.inks[0] }));
    expect(made(shared, { kind: 'type-removed', blockId: only(shared).id }).inks).toEqual(sample.inks);
  });

  test('what is no line, is there already, or has no picture is refused', () => {
    expect(refusal(below, added(1, 1))).toBe('edit-twice.thisBlockWasAdded');
    expect(refusal(sample, { kind: 'type-removed', blockId: sample.blocks[0].id })).toBe('edit-gone');
    const line = lineAt(0, 0),
      within = placeOfType(only(below));
    expect(refusal(sample, { kind: 'type-set', blockId: 'none', line, within })).toBe('edit-gone');
    expect(refusal({ ...sample, flat: null, runs: [], inks: [] }, added(1, 1))).toBe('edit-gone');
    // the board the picture is cut from cannot be taken away for the type’s sake
    const board = { ...below, runs: below.runs.slice(-1) };
    expect(refusal(board, { kind: 'block-removed', blockId: board.blocks[0].id })).toBe('compose.oneBlockStays');
  });
});

describe('whatever becomes of the picture, type stays', () => {
  const keeps = (plan: Plan) => {
    expect(typeBlocksOf(plan)).toHaveLength(1);
    const run = plan.runs.at(-1)!;
    expect(run.formes[0].cutId).toBe(only(plan).sides[0].cuts[0].id);
    expect(only(plan).sides[0].cuts[0].standingIds).toEqual(plan.flat!.colours.map(({ id }) => id));
    expect(placeOfType(only(plan))).toEqual(placeOfType(only(below)));
    expect(plan.inks.some(({ id }) => id === 'ink-black')).toBe(true);
    expect(checkPlan(JSON.parse(JSON.stringify(plan)))).toMatchObject({ ok: true });
  };

  test('its colours changed, or all of them others', () => {
    const flat = below.flat!;
    keeps(withFlat(below, { ...flat, colours: flat.colours.filter(({ id }) => id !== 'c1') }));
    const others = flat.colours.map((colour, i) => ({ ...colour, id: `n${i}` }));
    keeps(withFlat(below, { ...flat, barePaperId: 'n0', colours: others }));
  });

  test('worked in another way, in any of them', () => {
    for (const way of ['block each', 'jigsaw', 'reduction dark first', 'with type'] as const)
      keeps(withWay(below, way, true));
  });

  test('another plan taken', () => {
    const labels = [1, 2, 3];
    const sketch = {
      blocks: labels.map((label) => ({ stages: [[label]] })),
      runs: labels.map((colour, block) => ({
        inkings: [
          { ...{ block, stage: 0, zone: null, colour }, ink: { labD50: [50, 0, 0] as const, keepsInkOf: colour } },
        ],
      })),
      exact: true,
    };
    const taken = made(below, { kind: 'sketch-taken', sketch });
    expect(taken.blocks).toHaveLength(4);
    keeps(taken);
  });

  test('the picture placed anew: its letters keep their size and stay as far below it, about the same middle', () => {
    const size = { widthMm: 240, heightMm: 180 };
    const wider = withPicturePlaced(below, { ...below.picture!, ...size });
    const [was, is] = [only(below), only(wider)];
    expect(is.type.atMm.yMm - 180).toBeCloseTo(was.type.atMm.yMm - 90, 6);
    expect(is.type.atMm.xMm - 120).toBeCloseTo(was.type.atMm.xMm - 60, 6);
    const shape = (block: typeof was) =>
      placeOfType(block).outlinesMm[0].map((mm, i) => mm - (i % 2 ? block.type.atMm.yMm : block.type.atMm.xMm));
    shape(is).forEach((mm, i) => expect(mm).toBeCloseTo(shape(was)[i], 2));
    // over the image it stays where it is
    const over = withPicturePlaced(inside, { ...inside.picture!, ...size });
    expect(placeOfType(only(over))).toEqual(placeOfType(only(inside)));
  });

  test('while the picture has no colours the line waits, and comes back with its ink', () => {
    const bare = withFlat(below, null);
    expect(bare.runs).toEqual([]);
    expect(typeBlocksOf(bare)).toHaveLength(1);
    expect(checkPlan(JSON.parse(JSON.stringify(bare)))).toMatchObject({ ok: true });
    expect(typeOnSheet(bare)).toEqual([]);
    const again = withFlat(bare, below.flat);
    keeps(again);
    expect(again.runs.at(-1)!.formes[0].inkings[0].inkId).toBe('ink-black');
    expect(again.runs.map(({ id }) => id)).toEqual(below.runs.map(({ id }) => id));
    // a plan whose inks are lost lays nothing rather than failing
    expect(withFlat({ ...bare, inks: [] }, below.flat).runs).toHaveLength(sample.runs.length);
    expect(made(bare, { kind: 'type-removed', blockId: only(bare).id }).blocks).toHaveLength(1);
  });

  test('a run of type that came first still does', () => {
    const ids = below.runs.map(({ id }) => id);
    const first = made(below, { kind: 'runs-ordered', runIds: [ids.at(-1)!, ...ids.slice(0, -1)] });
    const worked = withWay(first, 'block each', true);
    expect(worked.runs[0].id).toBe(ids.at(-1));
    expect(worked.runs).toHaveLength(below.runs.length);
  });
});

describe('the way with a line of type', () => {
  const begun = withWay(sample, 'with type', true);

  test('begins with a box for a title under the middle of the image, once', () => {
    expect(typeBlocksOf(begun)).toHaveLength(1);
    const { type } = only(begun);
    expect(type).toMatchObject({ face: 'box', by: 'press' });
    expect(type.atMm.xMm + type.widthMm / 2).toBeCloseTo(60, 2);
    expect(type.atMm.yMm).toBe(98);
    expect(typeBlocksOf(withFlat(begun, { ...begun.flat!, handChanges: 3 }))).toHaveLength(1);
    expect(typeBlocksOf(withWay(begun, 'with type', true))).toHaveLength(1);
  });

  test('taken out it does not come back with the next picture', () => {
    const without = made(begun, { kind: 'type-removed', blockId: only(begun).id });
    const others = begun.flat!.colours.map((colour, i) => ({ ...colour, id: `n${i}` }));
    expect(typeBlocksOf(withFlat(without, { ...begun.flat!, barePaperId: 'n0', colours: others }))).toEqual([]);
  });
});

describe('in the bed', () => {
  test('the sheet lies face down: its left end is measured from the other side', () => {
    const layout = sheetLayoutOf(below)!,
      bed = typeInBed(below, only(below), layout);
    const { sheetMm, images } = layout;
    expect(bed.fromLeftMm).toBeCloseTo(sheetMm.widthMm - images[0].xMm - 40 - box.widthMm, 6);
    expect(bed.fromFootMm).toBeCloseTo(sheetMm.heightMm - images[0].yMm - 98, 6);
    // what is left of it on the sheet and what is right of it on the bed are one length
    const onSheet = images[0].xMm + 40;
    expect(bed.fromLeftMm + box.widthMm + onSheet).toBeCloseTo(sheetMm.widthMm, 6);
  });

  test('its height against the block and against type height', () => {
    const layout = sheetLayoutOf(below)!;
    const { blockMm, backingMm } = below.register.heights;
    expect(typeInBed(below, only(below), layout).aboveBlockMm).toBeCloseTo(23.32 - blockMm - backingMm, 6);
    expect(typeInBed(below, only(below), layout).offTypeHeightMm).toBeCloseTo(0, 6);
    const low = { ...only(below), type: { ...only(below).type, highMm: 20 } };
    expect(typeInBed(below, low, layout).offTypeHeightMm).toBeCloseTo(-3.32, 6);
  });
});

test('the next act is to lock it up, then to print it', () => {
  const { cuts } = below.blocks[0].sides[0];
  const acts: BenchAct[] = [
    { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 1, tests: 0 },
    ...below.runs.slice(0, -1).flatMap((run, r): BenchAct[] => [
      { kind: 'cut-done', cutId: cuts[r].id },
      { kind: 'pull', runId: run.id, sheet: '1', faults: [], setAside: false, note: '' },
    ]),
  ];
  const log = (...more: BenchAct[]) =>
    [...acts, ...more].map((act, i) => ({ id: `t${i}`, at: '2026-11-27T10:00:00.000Z', act }));
  expect(nextActOf(below, progressOf(below, log()))).toMatchObject({ view: 'cut', act: 'lock-up' });
  const locked = log({ kind: 'cut-done', cutId: only(below).sides[0].cuts[0].id });
  expect(nextActOf(below, progressOf(below, locked))).toMatchObject({ view: 'pull', act: 'print' });
});
