import { NewestOnly } from './client';

test('only the newest question is answered: one under way, older ones fall out', async () => {
  const asked: number[] = [],
    answered: number[] = [];
  const gates: (() => void)[] = [];
  const queue = new NewestOnly<number, number>(
    (n) => {
      asked.push(n);
      return new Promise((resolve) => {
        gates.push(() => resolve(n * 10));
      });
    },
    (result) => answered.push(result),
  );
  [1, 2, 3].forEach((n) => queue.push(n));
  gates[0]();
  await new Promise((r) => {
    setTimeout(r, 0);
  });
  gates[1]();
  await new Promise((r) => {
    setTimeout(r, 0);
  });
  expect(asked).toEqual([1, 3]);
  expect(answered).toEqual([30]);
  queue.push(4);
  gates[2]();
  await new Promise((r) => {
    setTimeout(r, 0);
  });
  expect(answered).toEqual([30, 40]);
});
