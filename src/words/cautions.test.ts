import { CAUTIONS } from '@/core/cautions';
import { cautionWords } from './cautions';

test('every caution has its words, and stands under the label and qualified people', () => {
  for (const { id } of CAUTIONS)
    expect([`title.${id}`, `hazard.${id}`, `care.${id}`].filter((key) => !cautionWords.has(key as never))).toEqual([]);
  expect(cautionWords('deferTo')).toMatch(/label.*qualified person/);
});

test.each([
  ['blades', /slip/, /away from the holding hand/],
  ['warm-lino', /open heat/, /No open heat/],
  ['hands', /strain/, /breaks.*stop at pain/],
  ['solvents', /catch fire/, /air the room, no flames, gloves/],
  ['rags', /heat up by themselves/, /flat to dry outdoors|water-filled metal can/],
  ['driers', /harmful/, /gloves, no dust/],
  ['press', /./, /hands|clear/i],
] as const)('%s says what harms and what is done about it', (id, hazard, care) => {
  expect(cautionWords(`hazard.${id}`)).toMatch(hazard);
  expect(cautionWords(`care.${id}`)).toMatch(care);
});
