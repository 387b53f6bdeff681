import { EDIT_KINDS } from '@/model';
import { wordsOfEdit } from './history';

test('every kind of change is told in words', () => {
  expect(EDIT_KINDS.length).toBeGreaterThan(40);
  expect(EDIT_KINDS.filter((kind) => wordsOfEdit(kind) === kind)).toEqual([]);
});

test('one field tells more than the kind; what an older release wrote stands as it is', () => {
  expect(wordsOfEdit('run-set/impressions')).not.toBe(wordsOfEdit('run-set'));
  expect(wordsOfEdit('moved a run')).toBe('moved a run');
});
