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

test.each([8, 0, -1, 1.5, '2', null])('version %p is refused in words', (version) => {
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

describe('pots, clocks, sittings and photographs, from outside', () => {
  const shares = [
    { inkId: 'white', name: 'opaque white', share: 0.9 },
    { inkId: 'blue', name: 'deep blue', share: 0.1 },
  ];
  const pot = { potId: 'p', runId: 'r', inkId: 'i', name: 'sky', wantedG: 20, shares, from: null };
  const from = {
    ...{ potId: 'old', name: 'sky of spring', parts: [{ inkId: 'white', name: 'opaque white', grams: 4 }] },
    added: { softener: 0.1, grease: 0, drier: 0 },
  };
  const pour = { potId: 'p', what: 'ink', inkId: 'white', name: 'opaque white', grams: 12.34, by: 'scale' };
  const reading = { potId: 'p', over: 'paper', labD50: [71, 20, 39], by: 'chips', errorDeltaE: 4 };
  const clock = { timerId: 't', what: 'own', minutes: 20, note: 'turn the pack' };
  const shot = { pictureSha: 'a'.repeat(64), runId: null, sheet: '', note: '' };

  test.each([
    ['an empty pot', { kind: 'pot-begun', ...pot }],
    ['a pot begun with a leftover, and what had been added to it', { kind: 'pot-begun', ...pot, from }],
    ['the rest poured otherwise', { kind: 'pot-changed', potId: 'p', wantedG: 24.5, shares }],
    ['ink by the scale', { kind: 'poured', ...pour }],
    ['drier by the spoon', { kind: 'poured', ...pour, what: 'drier', inkId: null, name: '', by: 'spoon' }],
    ['a pour taken back', { kind: 'pour-undone', pourId: 'event' }],
    ['a drawdown', { kind: 'pot-read', ...reading }],
    ['a drawdown on the films below', { kind: 'pot-read', ...reading, over: 'below', by: 'photograph' }],
    ['stiffness', { kind: 'pot-fell', potId: 'p', seconds: 7.5 }],
    ['what is left', { kind: 'pot-kept', potId: 'p', grams: 2.5 }],
    ['an end', { kind: 'pot-ended', potId: 'p', why: 'skinned over' }],
    ['a clock', { kind: 'timer-set', ...clock }],
    ['a clock over two days', { kind: 'timer-set', ...clock, minutes: 2880, what: 'slab', note: '' }],
    ['a clock quieted', { kind: 'timer-ended', timerId: 't' }],
    ['an evening at the bench', { kind: 'sitting-begun', sittingId: 's', hours: 2.5 }],
    ['something laid ready', { kind: 'ticked', sittingId: 's', item: 'paper', done: true }],
    ['and not after all', { kind: 'ticked', sittingId: 's', item: 'paper', done: false }],
    ['the end of an evening', { kind: 'sitting-ended', sittingId: 's' }],
    ['a photograph of no one sheet', { kind: 'photographed', ...shot }],
    [
      'a photograph that was read, with the file it came from',
      {
        ...{ kind: 'photographed', ...shot, runId: 'r', sheet: '12', originalSha: 'b'.repeat(64), errorDeltaE: 3.2 },
        seen: [{ colourId: 'c', labD50: [60, 10, 10] }],
      },
    ],
  ])('%s: taken as it is', (_, act) => {
    expect(checkAct(act)).toEqual({ ok: true, value: act });
  });

  test.each([
    ['a pot for nothing', { kind: 'pot-begun', ...pot, wantedG: 0 }, /0 g is too little for the ink in the pot/],
    ['a pot as a barrel', { kind: 'pot-begun', ...pot, wantedG: 1e9 }, /too much for the ink in the pot/],
    ['grams in words', { kind: 'pot-begun', ...pot, wantedG: 'a spoonful' }, /wantedG|number/],
    ['a pot of nothing', { kind: 'pot-begun', ...pot, shares: [] }, /shares/],
    [
      'more than the whole',
      { kind: 'pot-changed', potId: 'p', wantedG: 5, shares: [{ ...shares[0], share: 1.2 }] },
      /1\.2 is too much for a share/,
    ],
    [
      'less than nothing of an ink',
      { kind: 'pot-changed', potId: 'p', wantedG: 5, shares: [{ ...shares[0], share: -0.1 }] },
      /-0\.1 is too little for a share/,
    ],
    [
      'more inks than anybody tells apart',
      { kind: 'pot-begun', ...pot, shares: Array.from({ length: 25 }, (_, i) => ({ ...shares[0], inkId: `i${i}` })) },
      /shares|24/,
    ],
    ['a leftover of nothing', { kind: 'pot-begun', ...pot, from: { ...from, parts: [] } }, /parts/],
    [
      'a leftover with less than no drier',
      { kind: 'pot-begun', ...pot, from: { ...from, added: { ...from.added, drier: -1 } } },
      /-1 g is too little for the ink in the pot/,
    ],
    ['it is not said whether it is begun with anything', { kind: 'pot-begun', ...pot, from: undefined }, /from/],
    ['a name that never ends', { kind: 'pot-begun', ...pot, name: 'sky'.repeat(100) }, /name/],
    ['a pour of nothing', { kind: 'poured', ...pour, grams: 0 }, /0 g is too little for the ink in the pot/],
    ['a pour back out', { kind: 'poured', ...pour, grams: -2 }, /-2 g is too little/],
    ['water in oil', { kind: 'poured', ...pour, what: 'water' }, /what/],
    ['poured by eye', { kind: 'poured', ...pour, by: 'eye' }, /by/],
    ['no colour', { kind: 'pot-read', ...reading, labD50: [71, 20] }, /\[71,20\] is no colour/],
    ['lighter than light', { kind: 'pot-read', ...reading, labD50: [171, 20, 39] }, /\[171,20,39\] is no colour/],
    ['surer than sure', { kind: 'pot-read', ...reading, errorDeltaE: -1 }, /-1 is too little for the error/],
    ['over the wall', { kind: 'pot-read', ...reading, over: 'wall' }, /over/],
    ['it fell before it hung', { kind: 'pot-fell', potId: 'p', seconds: 0 }, /0 s is too little/],
    ['it hangs still', { kind: 'pot-fell', potId: 'p', seconds: 3600 }, /3600 s is too (much|long)/],
    ['less than nothing left', { kind: 'pot-kept', potId: 'p', grams: -3 }, /-3 g is too little/],
    ['an end nobody knows', { kind: 'pot-ended', potId: 'p', why: 'eaten' }, /why/],
    ['a clock that is over', { kind: 'timer-set', ...clock, minutes: 0 }, /0 min is too (little|short)/],
    ['a clock for a week', { kind: 'timer-set', ...clock, minutes: 10_080 }, /10080 min is too (much|long)/],
    ['a clock that tells a story', { kind: 'timer-set', ...clock, note: 'x'.repeat(61) }, /note/],
    ['a moment at the bench', { kind: 'sitting-begun', sittingId: 's', hours: 0.1 }, /0\.1 h is too (little|short)/],
    ['a day and a night', { kind: 'sitting-begun', sittingId: 's', hours: 24 }, /24 h is too (much|long)/],
    ['laid ready, perhaps', { kind: 'ticked', sittingId: 's', item: 'paper', done: 'perhaps' }, /done/],
    ['nothing laid ready', { kind: 'ticked', sittingId: 's', item: '', done: true }, /item/],
    [
      'a photograph that is no file',
      { kind: 'photographed', ...shot, pictureSha: '../../etc/passwd' },
      /stored picture is named wrongly/,
    ],
    ['a file that is none', { kind: 'photographed', ...shot, originalSha: 'short' }, /stored picture is named wrongly/],
    [
      'colours of no colour',
      { kind: 'photographed', ...shot, seen: [{ colourId: '', labD50: [60, 0, 0] }], errorDeltaE: 3 },
      /colourId/,
    ],
  ])('%s: refused, saying what', (_, act, words) => {
    expect(told(checkAct(act))).toMatchObject({ ok: false, message: expect.stringMatching(words) });
  });

  test('a name of markup stays what it is: text', () => {
    const name = '<img src=x onerror=alert(1)>';
    expect(checkAct({ kind: 'pot-begun', ...pot, name })).toMatchObject({ ok: true, value: { name } });
  });
});
