import { randomStream } from '../random/random';
import { chancesTogether, exactChance, shareRange, type Share } from './compareCounts';

/** By counting every way of dealing the faults out over the sheets. */
function byCounting(a: Share, b: Share): number {
  const all = a.of + b.of,
    faults = a.with + b.with;
  const inA = new Map<number, number>();
  for (let bits = 0; bits < 1 << all; bits++) {
    let total = 0,
      first = 0;
    for (let i = 0; i < all; i++)
      if (bits & (1 << i)) {
        total++;
        if (i < a.of) first++;
      }
    if (total === faults) inA.set(first, (inA.get(first) ?? 0) + 1);
  }
  const here = inA.get(a.with)!,
    ways = [...inA.values()];
  return ways.filter((n) => n <= here).reduce((s, n) => s + n, 0) / ways.reduce((s, n) => s + n, 0);
}

test('the exact chance is that of counting every way the faults could have fallen', () => {
  for (let seed = 0; seed < 40; seed++) {
    const random = randomStream(seed);
    const a = { of: Math.floor(8 * random()), with: 0 },
      b = { of: Math.floor(8 * random()), with: 0 };
    a.with = Math.floor((a.of + 1) * random());
    b.with = Math.floor((b.of + 1) * random());
    expect(exactChance(a, b)).toBeCloseTo(byCounting(a, b), 9);
    expect(exactChance(a, b)).toBeCloseTo(exactChance(b, a), 9);
  }
});

test('a textbook table, and one that says nothing', () => {
  // the lady tasting tea: three of four right is no proof
  expect(exactChance({ of: 4, with: 3 }, { of: 4, with: 1 })).toBeCloseTo(0.4857, 4);
  expect(exactChance({ of: 6, with: 5 }, { of: 14, with: 1 })).toBeLessThan(0.005);
  expect(exactChance({ of: 0, with: 0 }, { of: 9, with: 4 })).toBe(1);
  expect(exactChance({ of: 500, with: 20 }, { of: 500, with: 20 })).toBeCloseTo(1, 6);
});

test('where nothing differs, a chance below 5 % is told in at most 5 % of all studios', () => {
  let told = 0;
  const studios = 2000;
  for (let seed = 0; seed < studios; seed++) {
    const random = randomStream(1000 + seed);
    const drawn = (of: number) => ({
      of,
      with: Array.from({ length: of }, () => random()).filter((x) => x < 0.2).length,
    });
    if (exactChance(drawn(10), drawn(20)) < 0.05) told++;
  }
  expect(told / studios).toBeLessThan(0.05);
});

test('the range of a share holds it, is wide for few sheets and narrow for many', () => {
  expect(shareRange({ of: 0, with: 0 })).toEqual({ least: 0, most: 1 });
  const few = shareRange({ of: 6, with: 5 }),
    many = shareRange({ of: 600, with: 500 });
  expect(few.least).toBeCloseTo(0.4365, 3);
  expect(few.most).toBeCloseTo(0.9699, 3);
  expect(many.most - many.least).toBeLessThan(0.07);
  expect(shareRange({ of: 10, with: 0 }).least).toBe(0);
});

test('many comparisons at once count for less each, never the other way about', () => {
  expect(chancesTogether([0.01])).toEqual([0.01]);
  expect(chancesTogether([0.04, 0.01, 0.5])).toEqual([0.08, 0.03, 0.5]);
  expect(chancesTogether([0.4, 0.5, 0.6])).toEqual([1, 1, 1]);
  expect(chancesTogether([])).toEqual([]);
});

test.each([
  [
    { of: -1, with: 0 },
    { of: 1, with: 0 },
  ],
  [
    { of: 3, with: 4 },
    { of: 1, with: 0 },
  ],
  [
    { of: 3, with: NaN },
    { of: 1, with: 0 },
  ],
])('counts that cannot be are refused: %p', (a, b) => {
  expect(() => exactChance(a, b)).toThrow();
});
