import { told } from '@/testing/told';
import { checkAct } from './acts';

test('acts of version 1 name stages; they come up to cuts, other kinds stay as they are', () => {
  expect(checkAct({ kind: 'stage-cut', stageId: 'stage-2', minutes: 40 }, 1)).toEqual({
    ok: true,
    value: { kind: 'cut-done', cutId: 'stage-2', minutes: 40 },
  });
  expect(checkAct({ kind: 'island-cut', stageId: 's', island: 3, done: true })).toMatchObject({
    ok: true,
    value: { cutId: 's' },
  });
  expect(checkAct({ kind: 'run-finished', runId: 'r' }, 1)).toEqual({
    ok: true,
    value: { kind: 'run-finished', runId: 'r' },
  });
});

test('an act of this version is taken as it is; one in the old words is not', () => {
  expect(checkAct({ kind: 'cut-done', cutId: 'c' }, 2).ok).toBe(true);
  expect(checkAct({ kind: 'stage-cut', stageId: 'c' }, 2).ok).toBe(false);
});

test.each([4, 0, -1, 1.5, '2', null])('version %p is refused in words', (version) => {
  expect(told(checkAct({ kind: 'cut-done', cutId: 'c' }, version))).toMatchObject({
    ok: false,
    message: expect.stringMatching(/newer Ulexite|no version/),
  });
});
