import { failure, familyOf } from './outcome';
import fc from 'fast-check';
import { parseCount, parseNumber } from './count';
import { formatLength, formatSize, parseLengthMm, parseLengthsMm } from './length';

const range = { minMm: 10, maxMm: 1000, what: 'the printed width' };
const mm = (text: string, unit: 'mm' | 'in' = 'mm') => {
  const got = parseLengthMm(text, unit, range);
  return got.ok ? got.value : familyOf(got.code);
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
  expect(got).toEqual(
    failure('length-range', { given: '5 m', length: '5000 mm', what: range.what, minMm: 10, maxMm: 1000 }),
  );
});

const anyLength = { minMm: -5000, maxMm: 5000, what: 'a length' };
const eitherUnit = fc.constantFrom('mm' as const, 'in' as const);

test('what is shown can be typed back to the same value, in both units and of either sign', () => {
  const lengths = fc.oneof(
    fc.double({ min: -1000, max: 1000, noNaN: true }),
    fc.double({ min: -0.5, max: 0.5, noNaN: true }),
    fc.integer({ min: -12_000, max: 12_000 }).map((n) => (n / 64) * 25.4),
    fc.integer({ min: -100_000, max: 100_000 }).map((n) => n / 1000),
  );
  const wrong: string[] = [];
  fc.assert(
    fc.property(lengths, eitherUnit, fc.constantFrom(undefined, 0, 1, 2, 3), (value, unit, digits) => {
      const shown = formatLength(value, unit, digits);
      const got = parseLengthMm(shown, unit, anyLength);
      const half = 10 ** -(digits ?? (Math.abs(value) < 1 ? 3 : 2)) / 2;
      if (!got.ok || Math.abs(got.value - value) > half + 1e-9) wrong.push(`${value} as ${shown}`);
    }),
    { numRuns: 4000, seed: 9 },
  );
  expect(wrong).toEqual([]);
});

test.each([
  ['-1/2 in', -12.7],
  ['-3 1/2 in', -88.9],
  ['−1/16 in', -1.5875],
  ['-½"', -12.7],
  ['−3', -3],
  ['-5 ft 6 in', -1676.4],
])('a minus goes with the whole of %s', (text, expected) => {
  const got = parseLengthMm(text, 'mm', anyLength);
  expect(got.ok ? got.value : got.code).toBeCloseTo(expected, 9);
});

test.each([
  ['.5', 0.5],
  ['5.', 5],
  ["5''", 127],
  ['5 ft 6 in', 1676.4],
  ['5\'6½"', 1689.1],
  ['5 in.', 127],
  ['12 millimeters', 12],
  ['12 Millimetre', 12],
  ['2 Zoll', 50.8],
  ['1⁄2 in', 12.7],
  ['5–1/2 in', 139.7],
  ['⅙ in', 25.4 / 6],
  ['２４０ ｍｍ', 240],
  ['240\u202fmm', 240],
  ['5\u2009½\u2009in', 139.7],
  ['25 µm', 0.025],
  ['1 m 20 cm', 1200],
  ['0,125 in', 3.175],
  ['1,234.5 mm', 1234.5],
  ['3/2 in', 38.1],
])('%s is read as %d mm', (text, expected) => {
  const got = parseLengthMm(text, 'mm', anyLength);
  expect(got.ok ? got.value : got.code).toBeCloseTo(expected, 9);
});

test.each([
  ['1,200', 'number-ambiguous'],
  ['1,234 mm', 'number-ambiguous'],
  ['5−1/2 in', 'length-ambiguous'],
  ['5 3/2 in', 'length-ambiguous'],
  ['½5', 'length-unreadable'],
  ['5½5', 'length-unreadable'],
  ['5.5 1/2 in', 'length-unreadable'],
  ['1/2½ in', 'length-unreadable'],
  ['5 in 6 ft', 'length-unreadable'],
  ['5.5 ft 6 in', 'length-unreadable'],
  ['5 ft 14 in', 'length-unreadable'],
  ['0x10', 'length-unreadable'],
  ['5²', 'length-unit'],
  ['Infinity', 'length-unreadable'],
  ['5..5', 'length-unreadable'],
  ['--5', 'length-unreadable'],
  ['9'.repeat(400), 'length-unreadable'],
])('%s is refused as %s', (text, code) => {
  const got = parseLengthMm(text, 'mm', anyLength);
  expect(got.ok ? got.value : familyOf(got.code)).toBe(code);
});

test('what is ambiguous is refused with both readings', () => {
  const got = parseLengthMm('1,200', 'mm', anyLength);
  const readings = { plain: '1,200', asDecimal: '1.2', asThousands: '1200', withPoint: '1.200' };
  expect(got).toEqual(failure('number-ambiguous.canBeReadAs', readings));
});

test.each([
  [0.05, '0.05 mm'],
  [0.02, '0.02 mm'],
  [0.025, '0.025 mm'],
  [0.25, '0.25 mm'],
  [-0.04, '−0.04 mm'],
  [-0.0001, '0 mm'],
  [139.7, '139.7 mm'],
])('%d is shown as %s', (value, shown) => expect(formatLength(value, 'mm')).toBe(shown));

test.each([
  [0.5, '0.0197 in', 2],
  [240, '9.449 in', 1],
  [239.7125, '9 7/16 in', 1],
  [-1.5875, '−1/16 in', 2],
  [0.3, '0.0118 in', 2],
])('%d mm in inches is %s', (value, shown, digits) => expect(formatLength(value, 'in', digits)).toBe(shown));

const tools = { minMm: 0.1, maxMm: 30, what: 'a tool' };
test.each([
  ['1,5; 3', [1.5, 3]],
  ['0.5; 1; 3', [0.5, 1, 3]],
  ['0.5, 1, 3', [0.5, 1, 3]],
  ['1 2 3', [1, 2, 3]],
  ['1/16 in; 3 mm', [1.5875, 3]],
])('the list %s is read', (text, expected) => {
  expect(parseLengthsMm(text, 'mm', tools)).toEqual({ ok: true, value: expected });
});
test.each([
  ['1,5', 'length-list-ambiguous'],
  ['1,5, 3', 'length-list-ambiguous'],
  ['1; x', 'length-unreadable'],
])('the list %s is refused as %s', (text, code) => {
  const got = parseLengthsMm(text, 'mm', tools);
  expect(got.ok ? got.value : familyOf(got.code)).toBe(code);
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

const part = { min: -10, max: 100, what: 'a part' };
test.each([
  ['.5', 0.5],
  ['5.', 5],
  ['12,5 %', 12.5],
  ['−3', -3],
  ['７ g', 7],
])('the number %s is read', (text, expected) => {
  expect(parseNumber(text, part)).toEqual({ ok: true, value: expected });
});
test.each([
  ['0x10', 'number'],
  ['0b11', 'number'],
  ['1e1', 'number'],
  ['Infinity', 'number'],
  ['', 'number'],
  ['1,234', 'number-ambiguous'],
  ['101', 'number'],
])('the number %s is refused as %s', (text, code) => {
  const got = parseNumber(text, part);
  expect(got.ok ? got.value : familyOf(got.code)).toBe(code);
});
