import { normalDeviate, randomStream } from './random';

test('one seed, one stream; another seed, another', () => {
  const take = (seed: number) => {
    const next = randomStream(seed);
    return Array.from({ length: 5 }, next);
  };
  expect(take(7)).toEqual(take(7));
  expect(take(7)).not.toEqual(take(8));
});

test('the stream is even and the deviates are standard', () => {
  const random = randomStream(3);
  const n = 20000;
  let sum = 0,
    deviates = 0,
    squares = 0;
  for (let i = 0; i < n; i++) {
    const value = random();
    expect(value >= 0 && value < 1).toBe(true);
    sum += value;
    const z = normalDeviate(random);
    deviates += z;
    squares += z * z;
  }
  expect(sum / n).toBeCloseTo(0.5, 1);
  expect(deviates / n).toBeCloseTo(0, 1);
  expect(squares / n).toBeCloseTo(1, 1);
});
