import fc from 'fast-check';
import { parseCount } from './count';
import { formatLength, formatSize, parseLengthMm } from './length';

const range = { minMm: 10, maxMm: 1000, what: 'the printed width' };
const mm = (text: string, unit: 'mm' | 'in' = 'mm') => {
  const got = parseLengthMm(text, unit, range);
  return got.ok ? got.value : got.code;
};

test.each([
  ['240', 240],
  ['240 mm', 240],
  ['24cm', 240],
  ['0.24 m', 240],
  ['12,5 cm', 125],
  ['5 1/2 in', 139.7],
  ['5½"', 139.7],
  ['5-1/2 in', 139.7],
  ['1/2 in', 12.7],
  ['5.5 inches', 139.7],
])('%s is %d mm', (text, expected) => expect(mm(text)).toBeCloseTo(expected, 9));

test('a bare number is in the chosen unit', () => expect(mm('2', 'in')).toBeCloseTo(50.8, 9));

test.each([
  ['0', 'length-range'],
  ['-3', 'length-range'],
  ['abc', 'length-unreadable'],
  ['5 m', 'length-range'],
  ['', 'length-missing'],
  ['7 ells', 'length-unit'],
  ['1/0 in', 'length-unreadable'],
  ['12 34', 'length-unreadable'],
  ['1e9', 'length-unreadable'],
])('%s is refused as %s', (text, code) => expect(mm(text)).toBe(code));

test('a refusal names the value and what is allowed', () => {
  const got = parseLengthMm('5 m', 'mm', range);
  expect(got.ok ? '' : got.message).toContain('“5 m” is 5000 mm');
  expect(got.ok ? '' : got.message).toContain('10 mm to 1000 mm');
});

test('what is written can be read back within a sixteenth of an inch', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 10, max: 1000, noNaN: true }),
      fc.constantFrom('mm' as const, 'in' as const),
      (value, unit) => {
        const got = parseLengthMm(formatLength(value, unit), unit, { ...range, minMm: 0, maxMm: 2000 });
        expect(got.ok && Math.abs(got.value - value) <= (unit === 'mm' ? 0.051 : 0.8)).toBe(true);
      },
    ),
  );
});

test('sizes read as people write them', () => {
  expect(formatSize(240, 180, 'mm')).toBe('240 × 180 mm');
  expect(formatSize(139.7, 203.2, 'in')).toBe('5 1/2 × 8 in');
});

test.each([
  ['0', 'count-range'],
  ['100000', 'count-range'],
  ['2.5', 'count-unreadable'],
  ['', 'count-unreadable'],
])('an edition of %s is refused', (text, code) => {
  expect(parseCount(text, { min: 1, max: 500, what: 'the edition' })).toMatchObject({ ok: false, code });
});
test('an edition of 20 is read', () =>
  expect(parseCount(' 20 ', { min: 1, max: 500, what: 'the edition' })).toEqual({ ok: true, value: 20 }));
