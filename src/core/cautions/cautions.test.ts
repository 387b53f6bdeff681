import { CAUTIONS, cautionsFor, DEFER_TO } from './cautions';

test('cutting and printing raise their cautions, each with hazard and care', () => {
  expect(cautionsFor('cut').map((c) => c.id)).toEqual(expect.arrayContaining(['blades', 'hands']));
  expect(cautionsFor('pull').map((c) => c.id)).toEqual(expect.arrayContaining(['rags', 'solvents', 'press']));
  expect(cautionsFor('ink').map((c) => c.id)).toEqual(expect.arrayContaining(['solvents', 'rags', 'driers']));
  expect(new Set(CAUTIONS.map((c) => c.id)).size).toBe(CAUTIONS.length);
  expect(DEFER_TO).toMatch(/label.*qualified person/);
});

test.each([
  ['blades', /slip/, /away from the holding hand/],
  ['warm-lino', /open heat/, /No open heat/],
  ['hands', /strain/, /breaks.*stop at pain/],
  ['solvents', /catch fire/, /air the room, no flames, gloves/],
  ['rags', /heat up by themselves/, /flat to dry outdoors|water-filled metal can/],
  ['driers', /harmful/, /gloves, no dust/],
  ['press', /./, /hands|clear/i],
])('%s says what harms and what is done about it', (id, hazard, care) => {
  const caution = CAUTIONS.find((c) => c.id === id)!;
  expect(caution.hazard).toMatch(hazard);
  expect(caution.care).toMatch(care);
  expect(caution.raisedBy.length).toBeGreaterThan(0);
});
