import { failure, failureSaid, phrase } from '@/core/units';
import { inWords } from './failures';
import { findingInWords } from './findings';
import { refusalOf, toldByServer } from './refusals';
import { telling } from './told';
import { tellLengthsIn } from './unit';

const room = Object.assign(
  (code: string, values: Record<string, unknown> = {}) => `${code} ${JSON.stringify(values)}`,
  { has: (code: string) => code.startsWith('a.') },
);
const tell = telling(room as never);

test('values are filled in: lengths in the unit, truths as words, lists read out, phrases told', () => {
  const told = phrase('a.b', { gapMm: 25.4, sheets: 3, on: true, names: ['x', phrase('a.c'), 'y'] });
  expect(tell(told, 'mm')).toBe('a.b {"gapMm":"25.4 mm","sheets":3,"on":"true","names":"x, a.c {} and y"}');
  expect(tell(told, 'in')).toContain('"gapMm":"1 in"');
  expect(tell('typed by hand')).toBe('typed by hand');
});

test('what was said already is said as it is; a code no room knows is a fault', () => {
  expect(tell(failureSaid('server.x', 'The disk is full.'))).toBe('The disk is full.');
  expect(() => tell(phrase('b.c'))).toThrow(/no sentence is kept for “b.c”/);
});

test('the unit chosen on this device holds where none is given', () => {
  const tooThick = failure('length-range', { given: '9', length: '9 mm', what: 'the paper', minMm: 0, maxMm: 2.54 });
  expect(inWords(tooThick)).toContain('it may be 0 mm to 2.54 mm');
  tellLengthsIn('in');
  expect(inWords(tooThick)).toContain('it may be 0 in to 0.1 in');
  tellLengthsIn('mm');
});

test('the server knows the codes of all, and tells a refusal in the unit it was asked in', () => {
  const far = failure('scan-size', { dpi: 200, acrossMm: 101.6, widthMm: 50.8 });
  expect(toldByServer(far, 'mm')).toBe(findingInWords(far, 'mm'));
  expect(refusalOf(far, 'in')).toMatchObject({ code: 'scan-size', values: { acrossMm: 101.6 } });
  expect(refusalOf(far, 'in').message).toContain('is 4 in wide, the layout says 2 in');
});
