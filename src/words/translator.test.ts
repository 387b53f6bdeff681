import { compiledRoom } from '../../scripts/compiledRoom';
import { translator, valuesOf, type Messages } from './translator';
import compile from 'icu-minify/compile';

const room = {
  plain: 'A sheet',
  sheets: '{count, plural, =0 {no sheets} one {# sheet} other {# sheets}}',
  way: '{printing, select, press {through the press} other {rubbed with {tool}}}',
  weight: '{grams, number} g',
  nested: { deep: '<strong>{name}</strong> was taken out' },
} as const satisfies Messages;
const say = translator<typeof room>('room', compiledRoom(room));

test('counts, choices and numbers are written as the language does', () => {
  expect([0, 1, 2].map((count) => say('sheets', { count }))).toEqual(['no sheets', '1 sheet', '2 sheets']);
  expect(say('way', { printing: 'press', tool: 'x' })).toBe('through the press');
  expect(say('way', { printing: 'hand', tool: 'a spoon' })).toBe('rubbed with a spoon');
  expect(say('weight', { grams: 1234.5 })).toBe('1,234.5 g');
  expect(say('plain')).toBe('A sheet');
});

test('elements within a message are made by whoever shows it', () => {
  const parts = say.rich('nested.deep', { name: 'cream', strong: (inner) => `[${String(inner)}]` as never });
  expect([parts].flat().join('')).toBe('[cream] was taken out');
});

test('an unknown key and a message that lost a value are faults of the program, told by name', () => {
  const loose = say as unknown as (key: string, values?: object) => string;
  expect(() => loose('sheetz')).toThrow(/sheetz/);
  expect(() => loose('nested')).toThrow(/nested/);
  expect(() => loose('constructor')).toThrow(/constructor/);
  expect(() => loose('sheets', {})).toThrow(/wants a value for “count”/);
  expect(() => loose('way', { printing: 'hand' })).toThrow(/wants a value for “tool”/);
  expect(() => loose('nested.deep', { name: 'cream' })).toThrow(/strong/);
});

test('the values a message wants are read off it, wherever they stand', () => {
  const of = (text: string) => [...valuesOf(compile(text))].sort();
  expect(of('no value')).toEqual([]);
  expect(of('{a} and {b, number} and {a}')).toEqual(['a', 'b']);
  expect(of('{n, plural, one {# of {all}} other {{x, select, y {<b>{z}</b>} other {}}}}')).toEqual([
    'all',
    'b',
    'n',
    'x',
    'z',
  ]);
});
