import { termInWords, TERMS, termsInOrder } from './glossary';

test('words stand in the order of a dictionary, and are found by what they are called and what they mean', () => {
  const all = termsInOrder();
  expect([...all].sort()).toEqual([...TERMS].sort());
  const names = all.map((term) => termInWords(term).name);
  expect(names).toEqual([...names].sort((a, b) => a.localeCompare(b, 'en-GB')));
  expect(termsInOrder(' KENTO ')).toContain('kento');
  expect(termsInOrder('bon à tirer')).toEqual(['bat']);
  expect(termsInOrder('no such word')).toEqual([]);
});
