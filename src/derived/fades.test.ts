import { deltaE2000, labD50FromSrgb8, srgb8FromLabD50, type Lab } from '@/core/colour';
import { labelCoverage, paintCoverage } from '@/core/geometry';
import { stackLooksLabD50 } from '@/core/inks';
import { filmAt } from '@/core/layers';
import { checkPlan, type InkFade, type Plan } from '@/model';
import { onOwnBlocks, planOfBands, starterCabinet } from '@/testing/plans';
import { applyEdit } from './applyEdit';
import {
  chargeCards,
  fillsAfter,
  filmFills,
  groundOfPlan,
  inkNeedOf,
  inkNeedOfRun,
  inkingsOf,
  looksInLight,
  looksOfPlan,
  middlesOf,
  plainSheet,
  printedRuns,
  sampleAt,
  secondInkNeedOf,
  type PrintSheet,
} from './index';
import { pigmentsOf, answerInk, endsToMix, resolveFrom } from './index';
import { withFlat } from './runPlan';
import { looksOfLaid, plannedLaying } from './trials';
import { withWay } from './waysOfWorking';

/** Four upright bands of 15 × 45 mm: paper, straw, rust, night, each from a block of its own. */
const bands = inThinInks(onOwnBlocks(planOfBands()));

function inThinInks(plan: Plan): Plan {
  return { ...plan, inks: plan.inks.map((ink) => ({ ...ink, opacity: 0.2 })) };
}
const map = {
  width: 600,
  height: 450,
  labels: Uint8Array.from({ length: 600 * 450 }, (_, i) => Math.floor((i % 600) / 150)),
};
const sheetOf = (plan: Plan): PrintSheet => ({ ...plainSheet(plan), coverage: labelCoverage(map, 4, 120, 90) });

const downwards: InkFade = {
  fromMm: { xMm: 5, yMm: 0 },
  toMm: { xMm: 5, yMm: 45 },
  toInkId: null,
  curve: 'even',
  by: 'brush',
  wanted: null,
};
/** The plan with the ink of a run fading. */
function faded(plan: Plan, run: number, fade: Partial<InkFade> = {}): Plan {
  const edit = {
    kind: 'inking-set' as const,
    inkingId: inkingsOf(plan.runs[run])[0].id,
    part: { fade: { ...downwards, ...fade } },
  };
  const next = applyEdit(plan, edit);
  if (!next.ok) throw new Error(next.code);
  return next.value;
}

const reads = (plan: Plan, labD50: Lab) =>
  ({ runId: plan.runs[1].id, colourId: 'rust', labD50, at: '2026-01-01', source: 'typed' }) as const;

test('of a fade both inks are heaped up, together what the run needs; it is charged for all of its area', () => {
  const over = faded(bands, 1, { toInkId: bands.inks[2].id, by: 'two ribbons' });
  const [card] = chargeCards(over, sheetOf(over), over.runs[1], 20),
    [whole] = chargeCards(bands, sheetOf(bands), bands.runs[1], 20);
  const names = [over.inks.find(({ id }) => id === inkingsOf(over.runs[1])[0].inkId)!.name, over.inks[2].name];
  expect(card.heaps.map(({ inkName }) => inkName)).toEqual(names);
  expect(card.heaps.reduce((sum, { heap }) => sum + heap.grams, 0)).toBeCloseTo(
    inkNeedOfRun(over, sheetOf(over), over.runs[1], 20).grams,
    9,
  );
  expect([card.firstCharges, card.laterCharges]).toEqual([whole.firstCharges, whole.laterCharges]);
});

test('a fade is a plan that holds, with an ink that is there and a line that has a length', () => {
  expect(checkPlan(faded(bands, 1, { toInkId: bands.inks[2].id }))).toMatchObject({ ok: true });
  // neither as an edit nor in a plan from outside
  expect(() => faded(bands, 1, { toInkId: 'nobody' })).toThrow();
  const lost = JSON.stringify(faded(bands, 1, { toInkId: bands.inks[2].id })).replace(
    /"toInkId":"[^"]+"/,
    '"toInkId":"nobody"',
  );
  expect(checkPlan(JSON.parse(lost))).toMatchObject({ ok: false });
  const short = { ...bands, runs: faded(bands, 1, { toMm: { xMm: 5.5, yMm: 0 } }).runs };
  expect(checkPlan(short)).toMatchObject({ ok: false });
});

test('the colour of an area is told at its middle, its picture at every place', () => {
  const plan = faded(faded(bands, 1), 2, { curve: 'slow', toInkId: bands.inks[0].id }),
    sheet = sheetOf(plan);
  expect(middlesOf(plan, sheet)[2].xMm).toBeCloseTo(37.5, 1);
  expect(middlesOf(plan, sheet)[2].yMm).toBeCloseTo(22.5, 1);
  const looks = looksOfPlan(plan, [], sheet)!,
    ground = groundOfPlan(plan),
    runs = printedRuns(plan);
  const plain = (label: number, yMm: number): Lab =>
    stackLooksLabD50(
      ground,
      looks.stacks[label].map(({ run, inking }) => filmAt(runs[run].inkings[inking], { xMm: 20, yMm })),
    ).at(-1)!;
  expect(looks.fields.map((field) => field !== undefined)).toEqual([false, false, true, true]);
  for (const label of [2, 3]) expect(deltaE2000(looks.looks[3][label], plain(label, 22.5))).toBeLessThan(0.05);
  // painted small, every row is what its films come to there
  const words = paintCoverage(sheet.coverage!, fillsAfter(looks, 3));
  for (const label of [1, 2, 3])
    for (let row = 2; row < 90; row += 7) {
      const word = words[row * 120 + label * 30 + 15],
        seen: Lab = labD50FromSrgb8([word & 255, (word >>> 8) & 255, (word >>> 16) & 255]);
      const meant = labD50FromSrgb8(srgb8FromLabD50(plain(label, ((row + 0.5) / 90) * 45)).rgb);
      expect(deltaE2000(seen, meant)).toBeLessThan(1);
    }
});

test('a core sample shows the films at its very place', () => {
  const plan = faded(bands, 1),
    sheet = sheetOf(plan),
    looks = looksOfPlan(plan, [], sheet)!;
  const at = (yMm: number) => sampleAt(plan, [], looks, sheet, 2, { xMm: 40, yMm });
  expect(at(0).films[0].weight).toBe(1);
  expect(at(9).films[0].weight).toBeCloseTo(0.8, 9);
  expect(deltaE2000(at(45).reached.at(-1)!, plan.paper.labD50)).toBeLessThan(1e-3);
  expect(sampleAt(plan, [], looks, sheet, 1, { xMm: 20, yMm: 9 }).reached).toEqual(looks.reached[1]);
});

test('in another light the fade is seen, too', () => {
  const plan = faded(bands, 1),
    sheet = sheetOf(plan),
    warm = looksInLight(plan, [], looksOfPlan(plan, [], sheet)!, sheet, 'warm lamp');
  const [full, gone] = [0, 89].map((row) => paintCoverage(sheet.coverage!, fillsAfter(warm, 3))[row * 120 + 75]);
  expect(gone).not.toBe(full);
  expect(fillsAfter(warm, 3)[0]).toBe(fillsAfter(warm, 0)[2]);
});

test('what one run lays is shown on bare paper, running out or going over', () => {
  const plan = faded(bands, 1),
    sheet = sheetOf(plan);
  const words = paintCoverage(sheet.coverage!, filmFills(plan, sheet, plan.runs[1]));
  const paper = words[0];
  const levels = (word: number) => [word & 255, (word >>> 8) & 255, (word >>> 16) & 255];
  const off = (row: number) => Math.max(...levels(words[row * 120 + 75]).map((v, c) => Math.abs(v - levels(paper)[c])));
  expect([off(1) > 60, off(45) < off(1), off(89) < 6]).toEqual([true, true, true]);
});

test('each end of a fade needs its own share of ink, and none is asked for what is not laid', () => {
  const onPaper = (plan: Plan, need: typeof inkNeedOf | typeof secondInkNeedOf) => {
    const [run, sheet] = [plan.runs[1], sheetOf(plan)];
    const grams = (sheets: number) => need(plan, sheet, run, inkingsOf(run)[0], sheets)!.grams;
    return grams(200) - grams(100);
  };
  const whole = onPaper(bands, inkNeedOf);
  const out = faded(bands, 1),
    over = faded(bands, 1, { toInkId: bands.inks[2].id, curve: 'fast' });
  expect(onPaper(out, inkNeedOf) / whole).toBeCloseTo(1 / 2, 2);
  // ∫ t (2 − t) dt = 2⁄3 has gone over
  expect(onPaper(over, inkNeedOf) / whole).toBeCloseTo(1 / 3, 2);
  expect(onPaper(over, secondInkNeedOf) / whole).toBeCloseTo(2 / 3, 2);
  const second = (plan: Plan) => secondInkNeedOf(plan, sheetOf(plan), plan.runs[1], inkingsOf(plan.runs[1])[0], 10);
  expect(second(out)).toBeUndefined();
  const { grams } = inkNeedOfRun(over, sheetOf(over), over.runs[1], 10);
  const first = inkNeedOf(over, sheetOf(over), over.runs[1], inkingsOf(over.runs[1])[0], 10);
  expect(grams).toBeCloseTo(first.grams + second(over)!.grams, 9);
});

test('a colour really got moves a fade as a whole: at its middle the look is what was read', () => {
  for (const toInkId of [null, bands.inks[0].id]) {
    const plan = faded(bands, 1, { toInkId }),
      sheet = sheetOf(plan);
    const planned = looksOfPlan(plan, [], sheet)!.looks[2][2];
    const reading: Lab = [planned[0] - 6, planned[1] + 4, planned[2] - 3];
    const got = [reads(plan, reading)];
    const after = looksOfPlan(plan, got, sheet)!;
    expect(deltaE2000(after.looks[2][2], reading)).toBeLessThan(0.3);
    // the end that was to run out still does
    const at = (yMm: number) => sampleAt(plan, got, after, sheet, 2, { xMm: 40, yMm }).reached.at(-1)!;
    if (toInkId === null) expect(deltaE2000(at(45), plan.paper.labD50)).toBeLessThan(1e-3);
    expect(deltaE2000(at(0), at(45))).toBeGreaterThan(5);
  }
});

test('a reading where hardly anything lies explains nothing', () => {
  const plan = faded(bands, 1, { toMm: { xMm: 5, yMm: 5 } }),
    sheet = sheetOf(plan);
  const got = [reads(plan, [40, 0, 0])];
  expect(looksOfPlan(plan, got, sheet)!.looks).toEqual(looksOfPlan(plan, [], sheet)!.looks);
});

test('a proof laid as planned looks as planned, along its fade too, and keeps it when the plan goes on', () => {
  const plan = faded(faded(bands, 1), 2, { toInkId: bands.inks[0].id }),
    sheet = sheetOf(plan);
  const laid = plan.runs.map((run) => ({ runId: run.id, laying: plannedLaying(plan, run) }));
  const [proof, planned] = [looksOfLaid(plan, laid, sheet)!, looksOfPlan(plan, [], sheet)!];
  expect(proof.looks).toEqual(planned.looks);
  expect(fillsAfter(proof, 3)).toEqual(fillsAfter(planned, 3));
  const later = looksOfLaid(faded(plan, 1, { curve: 'slow' }), laid, sheet)!;
  expect(fillsAfter(later, 3)).toEqual(fillsAfter(proof, 3));
});

test('each end is mixed for what is wanted there, over what lies there', () => {
  const wanted = { fromLabD50: [55, 25, 30] as Lab, toLabD50: [75, 5, 30] as Lab };
  // under it straw runs out along the same line: the two ends lie on different ground
  const dusk = { ...bands.inks[2], id: 'ink-dusk', name: 'dusk' };
  const under = {
    ...faded({ ...bands, inks: [...bands.inks, dusk] }, 1, { toInkId: dusk.id, wanted }),
    blocks: bands.blocks.map((block, b) =>
      b === 0
        ? { ...block, sides: [{ ...block.sides[0], cuts: [{ id: 'stage-1', standingIds: ['straw', 'rust'] }] }] }
        : block,
    ),
  };
  const plan = faded(under, 0),
    pigments = pigmentsOf(starterCabinet());
  expect(endsToMix(plan, inkingsOf(plan.runs[1])[0])).toEqual(['from', 'to']);
  expect(endsToMix(plan, inkingsOf(plan.runs[0])[0])).toEqual(['from']);
  const answer = (end: 'from' | 'to') => answerInk(plan, [], pigments, { run: 1, inking: 0, end })!;
  const [from, to] = [answer('from'), answer('to')];
  expect(deltaE2000(from.belowLabD50, to.belowLabD50)).toBeGreaterThan(5);
  expect(deltaE2000(to.belowLabD50, plan.paper.labD50)).toBeLessThan(0.5);
  const { plan: mixed } = resolveFrom(plan, [], 1, starterCabinet(), pigments),
    sheet = sheetOf(mixed),
    looks = looksOfPlan(mixed, [], sheet)!;
  const seen = (yMm: number) => sampleAt(mixed, [], looks, sheet, 2, { xMm: 40, yMm }).reached.at(-1)!;
  expect(deltaE2000(seen(0), wanted.fromLabD50)).toBeLessThan(2);
  expect(deltaE2000(seen(45), wanted.toLabD50)).toBeLessThan(2);
});

test('a fade stays with its ink: in another order, on another block, on a picture flattened anew', () => {
  const plan = faded(faded(bands, 1, { toInkId: bands.inks[2].id }), 0);
  const fadeOf = (of: Plan, inkId: string) => of.runs.flatMap(inkingsOf).find((inking) => inking.inkId === inkId)?.fade;
  const kept = (of: Plan) => {
    expect(checkPlan(of)).toMatchObject({ ok: true });
    return [fadeOf(of, 'ink-rust'), fadeOf(of, 'ink-straw')];
  };
  const fades = kept(plan);
  for (const way of ['reduction light first', 'block each', 'one day'] as const)
    expect(kept(withWay(plan, way, true))).toEqual(fades);
  // the colour of the ink it goes over to leaves the picture: the ink does not
  const { colours } = plan.flat!;
  const without = withFlat(plan, { ...plan.flat!, colours: colours.filter(({ id }) => id !== 'night') });
  expect(checkPlan(without)).toMatchObject({ ok: true });
  expect(fadeOf(without, 'ink-rust')).toEqual(fades[0]);
  expect(without.inks.map(({ id }) => id)).toContain('ink-night');
});
