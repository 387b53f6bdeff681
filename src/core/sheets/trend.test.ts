import fc from 'fast-check';
import { randomStream } from '../random/random';
import { trendOf } from './trend';

test('five that only rise: one order of 120, both ways', () => {
  expect(trendOf([1, 2, 3, 4, 5])).toEqual({ score: 10, chance: expect.closeTo(2 / 120, 12) });
  expect(trendOf([5, 4, 3, 2, 1])).toEqual({ score: -10, chance: expect.closeTo(2 / 120, 12) });
});

test('against all orders counted one by one', () => {
  const orders = (items: readonly number[]): number[][] =>
    items.length < 2
      ? [[...items]]
      : items.flatMap((item, i) =>
          orders([...items.slice(0, i), ...items.slice(i + 1)]).map((rest) => [item, ...rest]),
        );
  const scoreOf = (values: readonly number[]) =>
    values.reduce((sum, v, i) => sum + values.slice(i + 1).reduce((s, w) => s + Math.sign(w - v), 0), 0);
  const all = orders([1, 2, 3, 4, 5, 6]).map(scoreOf);
  fc.assert(
    fc.property(fc.shuffledSubarray([1, 2, 3, 4, 5, 6], { minLength: 6 }), (values) => {
      const { score, chance } = trendOf(values);
      if (score === 0) return chance === 1;
      const tail = all.filter((s) => s >= Math.abs(score)).length / all.length;
      return Math.abs(chance - Math.min(1, 2 * tail)) < 1e-12;
    }),
  );
});

test('nothing comes of nothing, one value, or values all alike', () => {
  for (const values of [[], [3], [2, 2, 2, 2, 2, 2]]) expect(trendOf(values)).toEqual({ score: 0, chance: 1 });
  expect(() => trendOf([1, NaN])).toThrow(/series/);
});

test('series in which nothing happens are told to drift in fewer than one of twenty', () => {
  const random = randomStream(12);
  const told = Array.from({ length: 600 }, () => trendOf(Array.from({ length: 9 }, () => random())).chance < 0.05);
  expect(told.filter(Boolean).length).toBeLessThan(600 * 0.05 * 1.4);
});
