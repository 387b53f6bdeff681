import type { Lab } from '@/core/colour';
import type { FlatPlan } from '@/model';
import type { FlatResult } from '@/workers';
import { flatFromResult } from './flatFromResult';

const SHA = 'c'.repeat(64);
const PAPER: Lab = [94.5, 0.3, 4.2];
const SETTINGS = { colourCount: 3, radiusMm: 0.3, minIslandMm2: 1 };

function result(labs: readonly Lab[], from: readonly (number | null)[] = labs.map(() => null)): FlatResult {
  return {
    width: 10,
    height: 10,
    coloursLabD50: labs,
    figures: labs.map((_, i) => ({
      areaShare: 1 / labs.length,
      islandCount: i + 1,
      thinnestMm: i === 0 ? undefined : 0.30000000000000004,
    })),
    from,
    milliseconds: 5,
  };
}

const LIGHT: Lab = [93, 1, 6];
const STRAW: Lab = [83, 4, 40];
const NIGHT: Lab = [15, 1, -8];

function first(): FlatPlan {
  return flatFromResult(result([LIGHT, STRAW, NIGHT]), SHA, SETTINGS, null, PAPER, false);
}

test('a first flattening names its colours and guesses the bare paper', () => {
  const flat = first();
  expect(flat.colours.map((c) => c.id)).toEqual(['c1', 'c2', 'c3']);
  expect(new Set(flat.colours.map((c) => c.name)).size).toBe(3);
  expect(flat.barePaperId).toBe('c1');
  expect(flat.handChanges).toBe(0);
  expect(flat.colours[1].thinnestMm).toBe(0.3);
  expect(flat.colours[0]).not.toHaveProperty('thinnestMm');
});

test('no colour near the paper: nothing is left bare', () => {
  const flat = flatFromResult(
    result([STRAW, NIGHT].map((l) => [l[0] - 10, l[1], l[2]] as const)),
    SHA,
    SETTINGS,
    null,
    PAPER,
    false,
  );
  expect(flat.barePaperId).toBeNull();
});

test('flattened again, colours that are still there keep id and name, new ones get fresh ids', () => {
  const before = first();
  const named: FlatPlan = {
    ...before,
    colours: before.colours.map((c) => (c.id === 'c2' ? { ...c, name: 'harvest' } : c)),
  };
  const again = flatFromResult(result([LIGHT, [82, 4, 41], [50, 30, 30], NIGHT]), SHA, SETTINGS, named, PAPER, false);
  expect(again.colours.map((c) => c.id)).toEqual(['c1', 'c2', 'c4', 'c3']);
  expect(again.colours[1].name).toBe('harvest');
  expect(again.colours[1].wantedLabD50).toEqual([82, 4, 41]);
});

test('one old colour is claimed once only', () => {
  const again = flatFromResult(result([STRAW, [82, 4, 39], NIGHT]), SHA, SETTINGS, first(), PAPER, false);
  expect(new Set(again.colours.map((c) => c.id)).size).toBe(3);
});

test('that no colour was bare stays so', () => {
  const printed: FlatPlan = { ...first(), barePaperId: null };
  expect(flatFromResult(result([LIGHT, STRAW, NIGHT]), SHA, SETTINGS, printed, PAPER, false).barePaperId).toBeNull();
});

describe('changes by hand', () => {
  test('a merge drops one colour and keeps the wishes of the others', () => {
    const before = first();
    const wished: FlatPlan = {
      ...before,
      colours: before.colours.map((c) => ({ ...c, wantedLabD50: [c.wantedLabD50[0], 9, 9] as const })),
    };
    const merged = flatFromResult(result([LIGHT, NIGHT], [0, 2]), SHA, SETTINGS, wished, PAPER, true);
    expect(merged.colours.map((c) => c.id)).toEqual(['c1', 'c3']);
    expect(merged.colours.map((c) => c.wantedLabD50[1])).toEqual([9, 9]);
    expect(merged.handChanges).toBe(1);
  });

  test('a split keeps the lighter half in place and names the darker anew', () => {
    const split = flatFromResult(
      result([LIGHT, STRAW, [60, 10, 40], NIGHT], [0, 1, null, 2]),
      SHA,
      SETTINGS,
      first(),
      PAPER,
      true,
    );
    expect(split.colours.map((c) => c.id)).toEqual(['c1', 'c2', 'c4', 'c3']);
    expect(split.colours[2].wantedLabD50).toEqual([60, 10, 40]);
    expect(split.colours[2].name).not.toBe(split.colours[1].name);
  });

  test('when the bare paper was merged away it is guessed again', () => {
    const merged = flatFromResult(result([[92, 0, 5], NIGHT], [1, 2]), SHA, SETTINGS, first(), PAPER, true);
    expect(merged.colours.map((c) => c.id)).toEqual(['c2', 'c3']);
    expect([null, 'c2']).toContain(merged.barePaperId);
  });
});
