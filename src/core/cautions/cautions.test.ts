import { CAUTIONS, cautionsFor, DEFER_TO } from './cautions';

test('cutting and printing raise their cautions, each with hazard and care', () => {
  expect(cautionsFor('cut').map((c) => c.id)).toEqual(expect.arrayContaining(['blades', 'hands']));
  expect(cautionsFor('pull').map((c) => c.id)).toEqual(expect.arrayContaining(['rags', 'solvents', 'press']));
  for (const caution of CAUTIONS)
    expect([caution.hazard, caution.care].every((text) => text.endsWith('.') && text.length > 15)).toBe(true);
  expect(new Set(CAUTIONS.map((c) => c.id)).size).toBe(CAUTIONS.length);
  expect(DEFER_TO).toMatch(/label.*qualified person/);
});
