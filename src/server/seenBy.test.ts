import { failure, success } from '@/core/units';
import { DEVICE_ROLES, type BenchEvent } from '@/model';
import { seenBy } from './seenBy';

const moved: BenchEvent = {
  ...{ id: 'moved-entry-1', at: '2026-11-28T10:00:00.000Z', version: 7 },
  act: { kind: 'moved-to', impressions: ['1'], where: 'sold', place: 'the house by the quay', note: 'paid' } as never,
};
const other: BenchEvent = { ...moved, id: 'other-entry-1', act: { kind: 'cut-done', cutId: 'stage-1' } };

test('where prints went is said in words to the desk only; all else is seen by all', () => {
  const print = success({ name: 'Quay', events: [other, moved] });
  const words = (role: (typeof DEVICE_ROLES)[number]) => JSON.stringify(seenBy(role, print));
  expect(DEVICE_ROLES.map((role) => /by the quay|paid/.test(words(role)))).toEqual([false, false, true]);
  expect(DEVICE_ROLES.map((role) => words(role).includes('sold'))).toEqual([true, true, true]);
  expect(seenBy('machine', print)).toBe(print);
  expect(seenBy('look', print)).toMatchObject({
    ok: true,
    value: { name: 'Quay', events: [other, { id: 'moved-entry-1' }] },
  });
});

test('a refusal is passed on as it is', () => {
  const refused = failure('print-missing.thereIsNoPrint');
  expect(seenBy('look', refused)).toBe(refused);
});
