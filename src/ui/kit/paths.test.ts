import { pathOfMm } from './paths';

test('rings become closed paths, a line in the making stays open, and what is no point yet is left out', () => {
  expect(
    pathOfMm([
      [0, 0, 10, 0, 10, 5],
      [2, 2, 3, 2, 3, 3],
    ]),
  ).toBe('M0 0L10 0L10 5zM2 2L3 2L3 3z');
  expect(pathOfMm([[1, 2, 3, 4]], false)).toBe('M1 2L3 4');
  expect(pathOfMm([[], [7, 8]], false)).toBe('M7 8');
  expect(pathOfMm([])).toBe('');
});
