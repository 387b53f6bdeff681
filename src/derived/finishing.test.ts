import {
  applyEdit,
  dayStepsOf,
  finishingProblems,
  foldedIntoPanels,
  foldedIntoTray,
  plainSheet,
  progressOf,
  shapeParts,
  trimmedOf,
} from '@/derived';
import { startBelief } from '@/core/sheets';
import { checkEdit, checkPlan, STARTER_WORKSHOP, type Plan, type WorkshopItem } from '@/model';
import { planOfBands } from '@/testing/plans';
import { expectOk as ok } from '@/testing/prints';
import { told } from '@/testing/told';

const plan: Plan = planOfBands();
const finished = (part: Partial<Plan['finishing']>, of: Plan = plan): Plan =>
  ok(applyEdit(of, ok(checkEdit({ kind: 'finishing-set', part }))));
const codes = (of: Plan, die?: Parameters<typeof finishingProblems>[1]) =>
  finishingProblems(of, die).map(({ code }) => code);
const stepsOf = (of: Plan) =>
  dayStepsOf({
    ...{ printId: 'p', plan: of, sheet: plainSheet(of), belief: startBelief('practised'), drying: [], pace: 1 },
    ...{ progress: progressOf(of, []), handIds: ['A'] },
  });

test('an edit sets a part of it, and a plan with it is whole', () => {
  const next = finished({ to: 'image', marginMm: 3 });
  expect(next.finishing).toEqual({ ...plan.finishing, to: 'image', marginMm: 3 });
  expect(checkPlan(next).ok).toBe(true);
});

test.each([
  [{ marginMm: -1 }, /0 mm|left round the image/],
  [{ pressDays: 99 }, /days under weight/],
  [{ lines: [{ id: 'a', does: 'cut', fromMm: { xMm: 1, yMm: 1 }, toMm: { xMm: 1.2, yMm: 1 } }] }, /two ends/],
  [{ lines: [{ id: 'a', does: 'glue', fromMm: { xMm: 1, yMm: 1 }, toMm: { xMm: 9, yMm: 1 } }] }, /glue|one of/],
  [{ shape: { ...plan.finishing.shape, offsetMm: 80 } }, /reaches beyond/],
  [{ to: 'moon' }, /moon|one of/],
])('%j is refused with the reason', (part, why) => {
  expect(told(checkEdit({ kind: 'finishing-set', part }))).toMatchObject({
    ok: false,
    message: expect.stringMatching(why),
  });
});

test('two lines of one name are refused', () => {
  const line = { id: 'a', does: 'cut', fromMm: { xMm: 1, yMm: 1 }, toMm: { xMm: 9, yMm: 1 } };
  expect(checkEdit({ kind: 'finishing-set', part: { lines: [line, line] } })).toMatchObject({ ok: false });
});

test('the shape follows all that prints, or the colours named; those that are gone are not asked for', () => {
  const sheet = plainSheet(plan),
    colours = plan.flat!.colours;
  const within = (of: Plan) => sheet.parts.flatMap((_, p) => (shapeParts(of, sheet)[p] ? [colours[p].id] : []));
  const printing = colours.map(({ id }) => id).filter((id) => id !== plan.flat!.barePaperId);
  expect(within(plan)).toEqual(printing);
  const one = { ...plan.finishing.shape, colourIds: [colours[1].id, 'long gone'] };
  expect(within(finished({ shape: one }))).toEqual([colours[1].id]);
  expect(within(finished({ shape: { ...one, colourIds: ['long gone'] } }))).toEqual(printing);
});

test('lines of a card end at the rim of its piece; a box lies in the middle of the image', () => {
  const [piece] = trimmedOf(plan)!.pieces,
    [image] = trimmedOf(plan)!.layout.images;
  const [fold] = foldedIntoPanels(plan, 2, 'upright', 'card');
  expect(fold).toMatchObject({ id: 'card-1', does: 'valley' });
  expect(fold.toMm.yMm - fold.fromMm.yMm).toBeCloseTo(piece.heightMm, 1);
  expect(image.xMm + fold.fromMm.xMm).toBeCloseTo(piece.xMm + piece.widthMm / 2, 1);
  const box = foldedIntoTray(plan, { lengthMm: 20, widthMm: 10, heightMm: 5 }, 'box');
  const xs = box.flatMap(({ fromMm, toMm }) => [fromMm.xMm, toMm.xMm]);
  expect((Math.min(...xs) + Math.max(...xs)) / 2).toBeCloseTo(image.widthMm / 2, 1);
  expect(checkPlan(finished({ lines: box })).ok).toBe(true);
});

test('folds against the fibres, beyond their piece and in stout paper are told', () => {
  const upright = foldedIntoPanels(plan, 3, 'upright', 'a');
  const grain = (paperGrain: 'upright' | 'level'): Plan =>
    finished({ lines: upright }, { ...plan, layout: { ...plan.layout, paperGrain } });
  expect(codes(grain('upright'))).toEqual([]);
  expect(codes(grain('level'))).toEqual(['finish.foldsAcrossGrain']);
  const paper = STARTER_WORKSHOP.find(({ kind }) => kind === 'paper')!;
  const on = (part: object): Plan => ({
    ...grain('level'),
    uses: [{ ...paper, ...part, id: 'the paper' } as WorkshopItem],
  });
  expect(codes(on({ grain: 'none', gramsPerM2: 300 }))).toEqual(['finish.scoreFirst']);
  expect(codes(on({ grain: 'long', gramsPerM2: 90 }))).toEqual(['finish.foldsAcrossGrain']);
  const beyond = upright.map((line) => ({ ...line, toMm: { ...line.toMm, yMm: line.toMm.yMm + 30 } }));
  expect(codes(finished({ lines: beyond }))).toContain('finish.linesBeyondPiece');
  // cuts alone break no paper
  expect(codes(finished({ lines: upright.map((line) => ({ ...line, does: 'cut' as const })) }))).toEqual([]);
});

test('a shape is told that reaches beyond the sheet, into its neighbour, or that falls apart', () => {
  const { mmPerPx } = plan.picture!.raster;
  const die = (mm: number, pieces = 1) => ({
    pieces,
    beyondPx: { left: mm / mmPerPx, top: mm / mmPerPx, right: mm / mmPerPx, bottom: mm / mmPerPx },
  });
  const one = finished({ to: 'shape' }),
    rows = { ...one, layout: { ...one.layout, copies: { columns: 1, rows: 2, gapMm: 10 } } };
  expect(codes(one, die(2))).toEqual([]);
  expect(codes(one, die(2, 4))).toEqual(['finish.shapeInPieces']);
  expect(codes(one, die(200))).toEqual(['finish.shapeBeyondSheet']);
  expect(codes(rows, die(4.9))).toEqual([]);
  expect(finishingProblems(rows, die(6))).toEqual([{ code: 'finish.shapesMeet', values: { gapMm: 10, wantedMm: 14 } }]);
  expect(codes(plan, die(200))).toEqual([]);
});

test('pressed, brought to size, folded, signed: each waits for the one before', () => {
  const last = (of: Plan) => stepsOf(of).slice(-4);
  expect(last(plan).map(({ what }) => what)).toEqual(['mix', 'print', 'trim', 'sign']);
  const whole = finished({
    ...{ interleave: true, pressDays: 3, to: 'shape' },
    lines: foldedIntoPanels(plan, 3, 'upright', 'a'),
  });
  const steps = last(whole);
  expect(steps.map(({ what }) => what)).toEqual(['press', 'trim', 'fold', 'sign']);
  const [press, trim, fold, sign] = steps;
  expect(press.then).toEqual({ is: 'pressing', minutes: 3 * 1440 });
  expect(press.after).toEqual(last(plan)[2].after);
  expect(trim.after).toEqual([{ id: press.id, waitMin: 3 * 1440 }]);
  expect(fold.after).toEqual([{ id: trim.id, waitMin: 0 }]);
  expect(sign.after).toEqual([{ id: fold.id, waitMin: 0 }]);
  // a shape is slower to cut than a straight edge
  expect(trim.workMin).toBeGreaterThan(2 * last(plan)[2].workMin);
  // interleaved only: nothing is waited for
  const [between] = stepsOf(finished({ interleave: true })).slice(-3);
  expect(between).toMatchObject({ what: 'press', then: undefined });
});
