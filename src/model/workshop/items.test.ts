import { toldByServer } from '@/words/refusals';
import type { Outcome } from '@/core/units';
import { STARTER_WORKSHOP } from './begin';
import { checkItem } from './items';

const refused = (got: Outcome<unknown>) => (got.ok ? 'taken' : toldByServer(got));
const starter = STARTER_WORKSHOP.map((one, i) => ({ ...one, id: `item-${i}` }));
const of = (kind: string) => starter.find((one) => one.kind === kind)!;

test('every thing of the starter set is a whole record, and every kind is there', () => {
  for (const one of starter) expect(checkItem(one)).toEqual({ ok: true, value: one });
  expect(new Set(starter.map((one) => one.kind)).size).toBe(12);
  const names = starter.map((one) => `${one.kind} ${one.name}`);
  expect(new Set(names).size).toBe(names.length);
});

test.each([
  [{ ...of('paper'), gramsPerM2: 0 }, /0 is too little for the weight of the paper/],
  [{ ...of('paper'), labD50: [120, 0, 0] }, /no colour of a surface/],
  [{ ...of('paper'), price: { amount: 3, currency: 'euro' } }, /“euro” is no currency/],
  [{ ...of('paper'), spectrum: [0.5, 0.6] }, /36 bands/],
  [{ ...of('paper'), deckle: true }, /“deckle”/],
  [{ ...of('roller'), diameterMm: '50' }, /“diameterMm” is "50"/],
  [{ ...of('hours'), from: '9:00' }, /no time of day/],
  [{ ...of('hours'), from: '18:00', to: '09:00' }, /Work ends after it begins/],
  [{ ...of('hours'), days: ['Mon', 'Mon'] }, /named once/],
  [{ ...of('days off'), from: '2027-02-30' }, /“2027-02-30” is no day/],
  [{ ...of('days off'), from: 'tomorrow' }, /“tomorrow” is no day/],
  [{ ...of('days off'), from: '2026-12-24', to: '2026-12-23' }, /Days off end/],
  [{ ...of('hours'), handId: '' }, /handId/],
  [{ ...of('rack'), places: 2.5 }, /not a whole number/],
  [{ ...of('shim'), name: '' }, /needs a name/],
  [{ ...of('shim'), kind: 'hammer' }, /“hammer” is nothing a workshop keeps/],
  [{ ...of('shim'), kind: 'constructor' }, /nothing a workshop keeps/],
  [{ ...of('shim'), version: 2 }, /newer Ulexite/],
  [null, /nothing a workshop keeps/],
])('what is wrong is told by its name: %#', (value, words) => {
  expect(refused(checkItem(value))).toMatch(words);
});
