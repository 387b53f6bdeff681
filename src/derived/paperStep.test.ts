import { startBelief } from '@/core/sheets';
import { costsOf, paperFitOf, partedOf, plainSheet, progressOf, sheetsNeeded, sheetsParted } from '@/derived';
import { STARTER_WORKSHOP, type ItemOf, type Plan } from '@/model';
import { planOfBands } from '@/testing/plans';
import { sitting } from '@/testing/sittings';

const plan: Plan = planOfBands();
const belief = startBelief('practised');
const paper = (part: Partial<ItemOf<'paper'>> = {}): ItemOf<'paper'> => {
  const first = STARTER_WORKSHOP.find(({ kind }) => kind === 'paper') as Omit<ItemOf<'paper'>, 'id'>;
  return { ...first, id: 'paper-1', ...part };
};
const progress = progressOf(plan, []);
const parted = (of: Plan, sheet = paper()) => {
  const answer = partedOf(of, sheet);
  if (!answer.ok) throw new Error(answer.code);
  return answer.value;
};
const withParting = (part: Partial<Plan['parting']>): Plan => ({ ...plan, parting: { ...plan.parting, ...part } });
const verdict = (of: Plan, sheet: ItemOf<'paper'>, aspect: string) =>
  paperFitOf(of, sheet, 30).reasons.find((reason) => reason.aspect === aspect)!;

test('a parent is parted into sheets of the size of the layout; fibres alike never give more', () => {
  const free = parted(plan);
  expect(free.pieces.length).toBeGreaterThan(4);
  for (const grain of ['along', 'across'] as const) {
    const alike = parted(withParting({ grain }));
    expect(alike.pieces.length).toBeLessThanOrEqual(free.pieces.length);
    expect(new Set(alike.pieces.map(({ turned }) => turned)).size).toBe(1);
  }
  // made by hand there is no grain to keep to
  expect(parted(withParting({ grain: 'along' }), paper({ grain: 'none' })).pieces.length).toBe(free.pieces.length);
  expect(free.wasteShare).toBeGreaterThan(0);
  expect(free.wasteShare).toBeLessThan(0.5);
});

test('fibres along the long side lie so in the parent, whichever way it is made', () => {
  const wide = parted(withParting({ grain: 'along' }), paper({ grain: 'long' })).pieces[0],
    tall = parted(withParting({ grain: 'along' }), paper({ grain: 'short' })).pieces[0];
  expect(wide.turned).not.toBe(tall.turned);
  // the parent is wide, its fibres too: so lies the long side of the piece
  expect(wide.widthMm).toBeGreaterThan(wide.heightMm);
});

test('tearing takes something, strips come of what is left, a sheet too large is told', () => {
  expect(parted(withParting({ by: 'torn', lossMm: 20 })).pieces.length).toBeLessThanOrEqual(parted(plan).pieces.length);
  expect(parted(withParting({ strips: 3 })).strips).toBeGreaterThanOrEqual(0);
  expect(partedOf(plan, paper({ parentMm: { widthMm: 60, heightMm: 50 } }))).toMatchObject({
    ok: false,
    code: 'paper-too-small',
  });
  expect(partedOf({ ...plan, picture: null, flat: null }, paper())).toMatchObject({
    ok: false,
    code: 'paper-no-sheet',
  });
});

test('sheets of all rounds are counted, those begun as they were', () => {
  const before = sheetsNeeded(plan, progress, belief);
  expect(before.map(({ what }) => what)).toEqual(['edition', 'tests', 'warm-up']);
  expect(before[0].sheets).toBeGreaterThan(plan.sheets.edition);
  const { events } = sitting({
    ...{ kind: 'round-begun', roundId: 'r1', round: 'proof', counted: 5, tests: 1, name: 'on brown' },
    paper: { name: 'brown', labD50: [58, 9, 22] },
  });
  const begun = sheetsNeeded(plan, progressOf(plan, events), belief);
  expect(begun.find(({ what }) => what === 'edition')).toMatchObject({ sheets: 40 });
  expect(begun.find(({ what }) => what === 'proofs')).toEqual({
    what: 'proofs',
    name: 'on brown',
    paper: 'brown',
    sheets: 6,
  });
});

test('parents that were parted are counted until that is taken back', () => {
  const parting = { kind: 'parents-parted' as const, paperId: 'paper-1', name: 'warm white', parents: 3, pieces: 27 };
  const { events } = sitting(parting, parting);
  expect(sheetsParted(progressOf(plan, events), 'paper-1')).toBe(54);
  expect(sheetsParted(progressOf(plan, events), null)).toBe(0);
  const back = sitting(parting, parting, { kind: 'parting-undone', partingId: 'event-1' });
  expect(sheetsParted(progressOf(plan, back.events), 'paper-1')).toBe(27);
});

describe('what speaks for a paper and against it', () => {
  const press: Plan = {
    ...plan,
    register: { ...plan.register, heights: { ...plan.register.heights, pressGapMm: 25 } },
  };
  const damp: Plan = { ...plan, inks: plan.inks.map((ink) => ({ ...ink, mediumId: 'pigment and paste' as const })) };
  test.each([
    ['a heavy sheet by hand', plan, paper({ gramsPerM2: 300 }), 'weight', 'poor'],
    ['a thin one', plan, paper({ gramsPerM2: 48 }), 'weight', 'good'],
    ['a heavy sheet by press', press, paper({ gramsPerM2: 300 }), 'weight', 'good'],
    ['a thin one by press', press, paper({ gramsPerM2: 48 }), 'weight', 'poor'],
    ['a rough one by hand', plan, paper({ side: 'rough' }), 'tooth', 'poor'],
    ['a sized one printed damp', damp, paper({ sizing: 'sized' }), 'sizing', 'poor'],
    ['an unsized one printed damp', damp, paper({ sizing: 'unsized' }), 'sizing', 'good'],
    ['fibres as they come, damp', damp, paper({ grain: 'long' }), 'stretch', 'poor'],
    ['no grain, damp', damp, paper({ grain: 'none' }), 'stretch', 'good'],
    ['none in stock', plan, paper({ stockSheets: 0 }), 'stock', 'poor'],
    ['enough in stock', plan, paper({ stockSheets: 100 }), 'stock', 'good'],
    ['a sheet that is too small', plan, paper({ parentMm: { widthMm: 60, heightMm: 50 } }), 'size', 'poor'],
  ] as const)('%s', (_, of, sheet, aspect, expected) => {
    expect(verdict(of, sheet, aspect).verdict).toBe(expected);
  });

  test('a dark paper is farther from the colours wanted than a light one', () => {
    const [light, dark] = [paper(), paper({ labD50: [30, 0, 0] })].map(
      (sheet) => verdict(plan, sheet, 'colour').values.mean,
    );
    expect(dark).toBeGreaterThan(Number(light) + 3);
  });
});

test('costs: what is not reckoned with is nothing, what is not known is told apart, and they add up', () => {
  const of = { plan, sheet: plainSheet(plan), progress, belief },
    ways = { meetings: undefined, pace: 1 };
  const bare = costsOf(of, undefined, ways);
  expect(bare).toMatchObject({ paper: undefined, ink: 0, blocks: 0, work: 0, total: 0, workHours: undefined });
  const priced = paper({ price: { amount: 4.5, currency: 'EUR' } });
  const rich: Plan = { ...plan, costs: { inkPer100G: 12, blockPerDm2: 3, anHour: 0 } };
  const all = costsOf({ ...of, plan: rich }, priced, ways);
  expect(all.paper! % 4.5).toBeCloseTo(0, 9);
  expect(all.ink).toBeCloseTo((all.inkG / 100) * 12, 9);
  expect(all.total).toBeCloseTo(all.paper! + all.ink + all.blocks, 9);
  expect(all.aPrint).toBeLessThan(all.total / plan.sheets.edition + 1e-9);
  expect(all.currency).toBe('EUR');
});
