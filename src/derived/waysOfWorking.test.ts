import { startBelief } from '@/core/sheets';
import { checkPlan, emptyPlan, WAYS_OF_WORKING, type Plan } from '@/model';
import { cutsOf, inkingsOf } from './lookups';
import { looksOfPlan } from './looks';
import { figuresOf } from './planFigures';
import { findProposals } from './proposals';
import { withFlat, withRunOrder } from './runPlan';
import { SAMPLE_PRINTS, samplePlan } from './samplePrints';
import { needsOf } from './waysCompared';
import { changesOfWay, decidedBy, WAY_STARTS, withWay } from './waysOfWorking';

const sample = samplePlan(SAMPLE_PRINTS.find(({ id }) => id === 'pear')!),
  printed = sample.flat!.colours.length - 1;
const inkOfRun = (plan: Plan, r: number) =>
  plan.inks.find(({ id }) => id === inkingsOf(plan.runs[r])[0].inkId)!.solidLabD50[0];
const lightness = (plan: Plan) => plan.runs.map((_, r) => inkOfRun(plan, r));
/** Runs, cuts and blocks there are for so many printed colours. */
const COUNTS = {
  'one side': { blocks: 1, cuts: printed, runs: printed },
  'each colour': { blocks: printed, cuts: printed, runs: printed },
  sawn: { blocks: 1, cuts: 1, runs: 1 },
} as const;
const rising = (values: readonly number[]) => values.every((v, i) => i === 0 || v >= values[i - 1]);

describe.each(WAYS_OF_WORKING)('worked by %s', (way) => {
  const plan = withWay(sample, way, true);

  test('the plan is one that can be kept, prints each colour, and says how it is worked', () => {
    expect(checkPlan(plan)).toMatchObject({ ok: true });
    expect(plan.way.chosen).toBe(way);
    const seen = new Set(plan.runs.flatMap((run) => inkingsOf(run).map((inking) => inking.colourId)));
    expect(seen.size).toBe(printed);
    expect(looksOfPlan(plan)!.looks.length).toBe(plan.runs.length + 1);
    expect(figuresOf(plan, looksOfPlan(plan)!, startBelief('practised')).runs).toBe(
      COUNTS[WAY_STARTS[way].blocks].runs + Number(WAY_STARTS[way].type),
    );
  });

  test('blocks, order, inks and the rest are as it starts with', () => {
    const start = WAY_STARTS[way];
    expect(plan.blocks.length).toBe(COUNTS[start.blocks].blocks + Number(start.type));
    expect(cutsOf(plan).length).toBe(COUNTS[start.blocks].cuts + Number(start.type));
    expect(plan.blocks.filter(({ type }) => type !== null).length).toBe(Number(start.type));
    expect(plan.blocks.every(({ sides }) => (sides[0].saw !== null) === (start.blocks === 'sawn'))).toBe(true);
    expect(plan.blocks.every(({ materialId }) => materialId === start.materialId)).toBe(true);
    expect(plan.inks.every((ink) => ink.mediumId === start.mediumId && ink.opacity === start.opacity)).toBe(true);
    if (start.direction === 'light to dark') expect(rising(lightness(plan).map((l) => -l))).toBe(true);
    if (start.direction === 'dark to light') expect(rising(lightness(plan))).toBe(true);
    if (start.direction === 'largest first') {
      const share = (r: number) =>
        sample.flat!.colours.find(({ id }) => id === inkingsOf(plan.runs[r])[0].colourId)!.areaShare;
      expect(rising(plan.runs.map((_, r) => -share(r)))).toBe(true);
    }
  });

  test('a print that begins so takes it into the picture when that comes', () => {
    const before = withWay({ ...emptyPlan(), picture: sample.picture }, way, true);
    const after = withFlat(before, sample.flat);
    expect(after.runs.map((run) => run.formes.map((forme) => forme.inkings.map((one) => one.colourId)))).toEqual(
      plan.runs.map((run) => run.formes.map((forme) => forme.inkings.map((one) => one.colourId))),
    );
    expect(after.blocks.length).toBe(plan.blocks.length);
    expect(after.blocks.every(({ materialId }) => materialId === WAY_STARTS[way].materialId)).toBe(true);
  });

  test('what is said to change is all that its table holds, and chosen once more nothing changes', () => {
    const changes = changesOfWay(sample, way, true);
    const before = new Map(decidedBy(sample).map(({ what, value }) => [what, value])),
      after = new Map(decidedBy(plan).map(({ what, value }) => [what, value]));
    expect(changes.map(({ what }) => what)).toEqual(
      [...after.keys()].filter((what) => before.get(what) !== after.get(what)),
    );
    for (const { what, is, would } of changes) expect([is, would]).toEqual([before.get(what), after.get(what)]);
    expect(changesOfWay(plan, way, true)).toEqual([]);
  });

  test('chosen for what comes only, it leaves blocks, runs and inks', () => {
    const ruled = withWay(sample, way, false);
    expect(ruled.runs).toBe(sample.runs);
    expect(ruled.blocks).toBe(sample.blocks);
    expect(ruled.inks).toBe(sample.inks);
    expect(ruled.fit).toBe(sample.fit);
    expect(ruled.way.under).toBe(WAY_STARTS[way].under);
  });
});

test('inks that were mixed or read stay what they are', () => {
  const [first, ...others] = sample.inks,
    mixed = { ...first, recipe: { partsGrams: [] } as never };
  const plan = withWay({ ...sample, inks: [mixed, ...others] }, 'damp and brushed', true);
  expect(plan.inks.find(({ id }) => id === first.id)).toEqual(mixed);
  expect(plan.inks.filter(({ mediumId }) => mediumId === 'pigment and paste').length).toBe(others.length);
});

test('nothing chosen leaves all as it is, and a way can be left again', () => {
  expect(withWay(sample, null, true)).toEqual(sample);
  const there = withWay(sample, 'block each', true),
    back = withWay(there, 'reduction light first', true);
  expect(back.runs).toEqual(sample.runs);
  expect(back.blocks[0].sides).toEqual(sample.blocks[0].sides);
  expect(back.blocks.length).toBe(1);
});

test('an order put together by hand gives way only where runs begin anew', () => {
  const turned = withRunOrder(
    sample,
    [...sample.runs].reverse().map(({ id }) => id),
  );
  expect(withWay(turned, 'reduction light first', false).runs).toBe(turned.runs);
  expect(withWay(turned, 'reduction light first', true).runs.map(({ id }) => id)).toEqual(
    sample.runs.map(({ id }) => id),
  );
});

test('all ways are compared on the picture, by what each would come to when it is taken', () => {
  const request = { plan: sample, got: [], closedRuns: 0, belief: startBelief('practised') },
    gapsMm = new Array<number>(sample.flat!.colours.length ** 2).fill(0);
  const { compared } = findProposals({ ...request, gapsMm, open: true });
  expect(compared.map(({ way }) => way)).toEqual(WAYS_OF_WORKING);
  for (const { way, sketch, shown, figures } of compared) {
    const taken = withWay(sample, way, true, sketch);
    expect(checkPlan(taken)).toMatchObject({ ok: true });
    expect(shown.looks).toEqual(looksOfPlan(taken)!.looks);
    expect(figures).toEqual(figuresOf(taken, looksOfPlan(taken)!, startBelief('practised')));
  }
  const days = (of: string) => compared.find(({ way }) => way === of)!.figures.days;
  expect(days('one day')).toBe(1);
  expect(days('reduction light first')).toBeGreaterThan(days('damp and brushed'));
  // once something is cut nothing of this is offered
  expect(findProposals({ ...request, gapsMm, open: false }).compared).toEqual([]);
});

test('what ways need besides: water where the paper is damp, a press for type', () => {
  const needs = (way: (typeof WAYS_OF_WORKING)[number], sheets = 20) => needsOf(withWay(sample, way, true), { sheets });
  expect(needs('damp and brushed')).toMatchObject({ press: 'by hand' });
  expect(needs('damp and brushed').waterMl).toBeGreaterThan(20);
  expect(needs('damp and brushed', 60).waterMl).toBeGreaterThan(2.5 * needs('damp and brushed').waterMl);
  expect(needs('with type')).toEqual({ waterMl: 0, press: 'press' });
  expect(needs('jigsaw')).toEqual({ waterMl: 0, press: 'either' });
});
