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

test.each([5, 0, -1, 1.5, '2', null])('version %p is refused in words', (version) => {
  expect(told(checkAct({ kind: 'cut-done', cutId: 'c' }, version))).toMatchObject({
    ok: false,
    message: expect.stringMatching(/newer Ulexite|no version/),
  });
});

describe('packs of damp paper and marks put right, from outside', () => {
  const pack = { packId: 'p', sheets: 30, dryG: 300, how: 'brushed', targetPercent: 35 };
  const putRight = (movesMm: unknown) => ({ kind: 'kento-put-right', settings: [{ runId: 'r', movesMm }], note: '' });

  const ml = { pigment: 2, paste: 4, water: 5 },
    brushed = { runId: 'r', inkingId: 'i', sheets: 12, usedMl: ml, saidMl: ml };

  test.each([
    ['damped', { kind: 'pack-damped', ...pack }],
    ['turned', { kind: 'pack-turned', packId: 'p' }],
    ['weighed', { kind: 'pack-weighed', packId: 'p', grams: 405.5, sheets: 30 }],
    ['all of it back under cover', { kind: 'pack-opened', packId: 'p', out: 0 }],
    ['ended', { kind: 'pack-ended', packId: 'p', why: 'mould' }],
    ['a face cut back and one built up', putRight([0.3, -0.2, 0])],
    ['a board laid in the water', { kind: 'board-rests', blockId: 'b', how: 'in the water' }],
    ['a board measured', { kind: 'board-measured', blockId: 'b', acrossMm: 300.2, downMm: 200 }],
    ['what was brushed on', { kind: 'brushed-with', ...brushed }],
    ['without any paste', { kind: 'brushed-with', ...brushed, usedMl: { pigment: 2, paste: 0, water: 5 } }],
    ['a corner let in', { kind: 'kento-inlaid', runId: 'r', note: 'maple' }],
  ])('%s: taken as it is', (_, act) => {
    expect(checkAct(act)).toEqual({ ok: true, value: act });
  });

  test.each([
    ['no sheets', { kind: 'pack-damped', ...pack, sheets: 0 }, /0 is too little for the sheets/],
    ['half a sheet', { kind: 'pack-damped', ...pack, sheets: 2.5 }, /2\.5 is not a whole number/],
    [
      'paper that weighs nothing',
      { kind: 'pack-damped', ...pack, dryG: 0 },
      /0 is too little for the weight of the pack/,
    ],
    [
      'more water than paper takes',
      { kind: 'pack-damped', ...pack, targetPercent: 500 },
      /500 is too much for the moisture/,
    ],
    ['damped by wishing', { kind: 'pack-damped', ...pack, how: 'wished' }, /how/],
    ['a pack without a name', { kind: 'pack-turned', packId: '' }, /packId/],
    ['a weight that is no number', { kind: 'pack-weighed', packId: 'p', grams: 'much', sheets: 3 }, /grams|number/],
    [
      'fewer than no sheets out',
      { kind: 'pack-opened', packId: 'p', out: -1 },
      /-1 is too little for the sheets out of the pack/,
    ],
    ['an end nobody knows', { kind: 'pack-ended', packId: 'p', why: 'stolen' }, /why/],
    ['a board that hangs', { kind: 'board-rests', blockId: 'b', how: 'hung' }, /how/],
    [
      'a board of two metres',
      { kind: 'board-measured', blockId: 'b', acrossMm: 2000, downMm: 200 },
      /2000 mm is too (much|long|large)/,
    ],
    ['less than no water', { kind: 'brushed-with', ...brushed, usedMl: { ...ml, water: -1 } }, /-1 ml is too little/],
    ['nothing said', { kind: 'brushed-with', ...brushed, saidMl: { ...ml, paste: 0 } }, /0 ml is too little/],
    ['for no sheets', { kind: 'brushed-with', ...brushed, sheets: 0 }, /0 is too little for the sheets/],
    ['pigment left out', { kind: 'brushed-with', ...brushed, usedMl: { paste: 1, water: 1 } }, /pigment/],
    ['two faces of three', putRight([0.3, 0.1]), /movesMm/],
    ['a face moved by a finger’s breadth', putRight([0, 12, 0]), /12 mm is too much for the move/],
    ['nothing put right', { kind: 'kento-put-right', settings: [], note: '' }, /settings/],
    ['a field nobody knows', { kind: 'kento-inlaid', runId: 'r', note: '', glue: 'hide' }, /glue/],
  ])('%s: refused, saying what', (_, act, words) => {
    expect(told(checkAct(act))).toMatchObject({ ok: false, message: expect.stringMatching(words) });
  });
});
