import fc from 'fast-check';
import { leastSquares, mean, median, roundTo, solve3, solveLinear } from './index';

const small = fc.double({ min: -9, max: 9, noNaN: true });
const system = (n: number) =>
  fc.tuple(
    fc.array(fc.array(small, { minLength: n, maxLength: n }), { minLength: n, maxLength: n }),
    fc.array(small, { minLength: n, maxLength: n }),
  );

/** How far an answer is from solving its rows, by the largest of their sizes. */
function off(rows: readonly (readonly number[])[], x: readonly number[]): number {
  const size = Math.max(1, ...rows.flat().map(Math.abs)) * Math.max(1, ...x.map(Math.abs));
  return (
    Math.max(...rows.map((row) => Math.abs(row.slice(0, -1).reduce((sum, a, k) => sum + a * x[k], 0) - row.at(-1)!))) /
    size
  );
}

test('what is solved solves its rows, whatever their order', () => {
  let far = 0;
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 6 }).chain(system), ([coefficients, right]) => {
      const dominant = coefficients.map((row, i) => row.map((v, k) => (i === k ? v + 60 * Math.sign(v || 1) : v)));
      const rows = dominant.map((row, i) => [...row, right[i]]).reverse();
      if (off(rows, solveLinear(rows)) > 1e-12) far++;
    }),
    { seed: 7, numRuns: 300 },
  );
  expect(far).toBe(0);
});

test('an unknown that nothing determines is 0, and the rows given are left alone', () => {
  const rows = [
    [2, 0, 4],
    [0, 0, 0],
  ];
  expect(solveLinear(rows)).toEqual([2, 0]);
  expect(rows[0]).toEqual([2, 0, 4]);
});

test('three unknowns by rule agree with elimination; a singular system has no answer', () => {
  const rows = [
    [2, 1, -1, 8],
    [-3, -1, 2, -11],
    [-2, 1, 2, -3],
  ];
  expect([...solve3(rows)!].map((v) => roundTo(v, 12))).toEqual([2, 3, -1]);
  expect(solveLinear(rows).map((v) => roundTo(v, 12))).toEqual([2, 3, -1]);
  expect(solve3([rows[0], rows[0], rows[2]])).toBeUndefined();
});

test('least squares find the line through points, and the mean where they disagree', () => {
  const line = [0, 1, 2, 3].map((x) => [1, x]);
  const [a, b] = leastSquares(line, [1, 3, 5, 7]);
  expect([roundTo(a, 6), roundTo(b, 6)]).toEqual([1, 2]);
  expect(roundTo(leastSquares([[1], [1], [1]], [1, 2, 6])[0], 6)).toBe(3);
});

test('mean, median and rounding', () => {
  const values = [5, 1, 4, 2];
  expect(mean(values)).toBe(3);
  expect(median(values)).toBe(4);
  expect(median([3, 1, 2])).toBe(2);
  expect(median([])).toBeUndefined();
  expect(values).toEqual([5, 1, 4, 2]);
  expect(roundTo(-1.25, 1)).toBe(-1.2);
  expect(roundTo(12.3456, 2)).toBe(12.35);
});
