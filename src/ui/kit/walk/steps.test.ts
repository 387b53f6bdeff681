import { walk } from '@/words/en/walk';
import { WALK } from './steps';

test('the walk has ten steps, each with its words, one of a kind, and ends at the first pull', () => {
  expect(WALK.length).toBe(10);
  expect(WALK.map(({ id }) => id)).toEqual(Object.keys(walk.step));
  expect(WALK.at(-1)).toMatchObject({ view: 'pull', by: 'started' });
  expect(new Set(WALK.map(({ target, view }) => view + target)).size).toBe(WALK.length);
});
