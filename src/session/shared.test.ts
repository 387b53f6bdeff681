import { shared } from './shared';

const plan = {
  inks: [
    { id: 'a', lab: [1, 2, 3] },
    { id: 'b', lab: [4, 5, 6] },
  ],
  sheets: { edition: 20, note: null },
};

test('the same again is the old object', () => {
  expect(shared(plan, structuredClone(plan))).toBe(plan);
  expect(shared(plan, plan)).toBe(plan);
  expect(shared([], [])).toEqual([]);
});

test('what differs is new down to the place, all else is the old', () => {
  const next = structuredClone(plan);
  next.inks[1].lab[0] = 9;
  const got = shared(plan, next);
  expect(got).toEqual(next);
  expect(got).not.toBe(plan);
  expect(got.inks[0]).toBe(plan.inks[0]);
  expect(got.inks[1].lab).not.toBe(plan.inks[1].lab);
  expect(got.sheets).toBe(plan.sheets);
  expect(plan.inks[1].lab[0]).toBe(4);
});

test.each<[string, unknown, unknown]>([
  ['a key more', { a: 1 }, { a: 1, b: 2 }],
  ['a key less', { a: 1, b: 2 }, { a: 1 }],
  ['another key', { a: undefined }, { b: undefined }],
  ['a list for a record', { 0: 'x' }, ['x']],
  ['a record for a list', ['x'], { 0: 'x' }],
  ['a longer list', [1], [1, 2]],
  ['a shorter list', [1, 2], [1]],
  ['nothing for something', { a: { b: 1 } }, { a: null }],
  ['something for nothing', { a: null }, { a: { b: 1 } }],
  ['no number', { a: 1 }, { a: NaN }],
  ['nothing before', undefined, { a: [1] }],
])('%s is taken as it is', (_, old, next) => {
  expect(shared(old, next)).toEqual(next);
  expect(shared(old, next)).not.toBe(old);
});

test('what is no plain record is handed on as it is', () => {
  const bytes = Uint8Array.of(1);
  expect(shared({ a: Uint8Array.of(1) }, { a: bytes }).a).toBe(bytes);
});
