import { CAUTIONS, cautionsFor } from './cautions';

test('cutting and printing raise their cautions, each once', () => {
  expect(cautionsFor('cut').map((c) => c.id)).toEqual(expect.arrayContaining(['blades', 'hands']));
  expect(cautionsFor('pull').map((c) => c.id)).toEqual(expect.arrayContaining(['rags', 'solvents', 'press']));
  expect(cautionsFor('ink').map((c) => c.id)).toEqual(expect.arrayContaining(['solvents', 'rags', 'driers']));
  expect(new Set(CAUTIONS.map((c) => c.id)).size).toBe(CAUTIONS.length);
});

test('every caution is raised somewhere', () => {
  expect(CAUTIONS.filter(({ raisedBy }) => raisedBy.length === 0)).toEqual([]);
});
