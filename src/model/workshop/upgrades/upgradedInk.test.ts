import { toldByServer } from '@/words/refusals';
import { checkCabinetInk } from '../cabinet';
import { upgradedInk } from './upgradedInk';

const ink = {
  name: 'weld',
  role: 'pigment',
  colour: { labD50: [80, 1, 60], spectrum: null },
  paperLabD50: [94, 0, 4],
  opacity: 0.2,
  strength: 1,
  stockG: 50,
  lightFast: '',
  drawdowns: [],
};

test.each([
  ['oil', 'oil relief'],
  ['water-washable oil', 'water-washable oil'],
  ['water-based relief', 'water-based relief'],
  ['pigment for damp printing', 'pigment and paste'],
])('an ink of the kind “%s” becomes one of the medium “%s”', (kind, mediumId) => {
  expect(checkCabinetInk({ ...ink, kind })).toEqual({ ok: true, value: { ...ink, version: 3, mediumId } });
});

test('a drawdown of version 2 keeps all it read, and has no strips', () => {
  const reading = { labD50: [60, 10, 10], spectrum: null };
  const card = { id: 'a', at: '2026-11-20', source: 'typed', paper: reading, black: reading, overPaper: reading };
  const two = { ...ink, version: 2, mediumId: 'oil relief' };
  expect(checkCabinetInk({ ...two, drawdowns: [{ ...card, overBlack: null, thinOverPaper: null }] })).toEqual({
    ok: true,
    value: { ...two, version: 3, drawdowns: [{ ...card, overBlack: null, thinOverPaper: null, strips: [] }] },
  });
});

test('an ink of this release stays as it is; a kind nobody knows is refused in words', () => {
  const known = { ...ink, version: 3, mediumId: 'lithographic oil' };
  expect(upgradedInk(known)).toBe(known);
  expect(upgradedInk({ ...ink, mediumId: 'lithographic oil' })).toEqual(known);
  expect(checkCabinetInk({ ...known, version: 4 })).toMatchObject({
    ok: false,
    code: expect.stringMatching(/^newer\b/),
  });
  const got = checkCabinetInk({ ...ink, kind: 'gouache' });
  expect(got.ok ? '' : toldByServer(got)).toMatch(/gouache.*it may be oil relief/);
});
