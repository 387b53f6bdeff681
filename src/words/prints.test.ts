import { NEXT_ACTS } from '@/model/print';
import { nextInWords, printWords } from './prints';

const next = (act: (typeof NEXT_ACTS)[number], values: Record<string, string | number> = {}) =>
  nextInWords({ view: 'pull', act, values, colour: '' });

test('what is to be done next is said in the craft’s words', () => {
  expect(next('print-on', { run: 3, inks: 'madder', pulled: 18, of: 28 })).toEqual({
    words: 'Print on: 18 of 28',
    detail: 'run 3, madder',
  });
  expect(next('numbered', { sheets: 1 }).detail).toBe('1 sheet is marked');
  expect(next('numbered', { sheets: 2 }).detail).toBe('2 sheets are marked');
  expect(next('cut-first', { onward: 'true' }).detail).toBe('then cut the bare paper away');
  expect(next('cut-first', { onward: 'false' }).detail).toBe('then cut the first block');
});

test('every next act has its words, and a value that is missing is a fault, not a hole', () => {
  const all = { run: 1, inks: 'straw', pulled: 1, of: 2, sheets: 2, misfit: 0.4, onward: 'true' };
  for (const act of NEXT_ACTS) expect(Object.values(next(act, all)).every((words) => words.length > 3)).toBe(true);
  expect(() => next('print', {})).toThrow();
  expect(printWords('material.soft-lino')).toBe('soft lino');
});
