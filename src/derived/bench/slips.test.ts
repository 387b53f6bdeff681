import type { BenchAct, BenchEvent } from '@/model';
import { replayLog } from './replayLog';

const SHA = 'c'.repeat(64);
let serial = 0;
const event = (act: BenchAct, at = '2026-11-20T10:00:00.000Z'): BenchEvent => ({ id: `slip-log-${++serial}`, at, act });
const place = { islands: [], outlinesMm: [[0, 0, 4, 0, 4, 4]] };
const slip = (slipId: string, pictureSha?: string): BenchAct => ({
  kind: 'slip',
  slipId,
  cutId: 'stage-2',
  place,
  note: 'ran on',
  pictureSha,
});

test('a slip is in the log once; the newest answer holds; an answer to nothing is passed over', () => {
  const state = replayLog([
    event(slip('a')),
    event(slip('a')),
    event(slip('b')),
    event({ kind: 'slip-answered', slipId: 'a', answer: 'leave' }),
    event({ kind: 'slip-answered', slipId: 'a', answer: 'patch' }),
    event({ kind: 'slip-answered', slipId: 'gone', answer: 'patch' }),
  ]);
  expect(state.slips.map((s) => [s.slipId, s.answer])).toEqual([
    ['a', 'patch'],
    ['b', undefined],
  ]);
  expect(state.slips[0]).toMatchObject({ cutId: 'stage-2', place, note: 'ran on' });
});

test('cuts and slips are replayed as pictures in their order; a cut logged twice counts once', () => {
  const cut = (cutId: string): BenchAct => ({
    kind: 'cut-done',
    cutId,
    minutes: 40,
    saidHours: 1,
    pictureSha: SHA,
  });
  const state = replayLog([
    event(cut('stage-1')),
    event(cut('stage-1')),
    event(slip('a', SHA)),
    event(cut('stage-2')),
    event({ kind: 'cut-done', cutId: 'stage-3' }),
  ]);
  expect(state.cutPictures.map((p) => [p.what, p.cutId])).toEqual([
    ['cut', 'stage-1'],
    ['slip', 'stage-2'],
    ['cut', 'stage-2'],
  ]);
  expect(state.cutsPassed.map((c) => [c.cutId, c.minutes])).toEqual([
    ['stage-1', 40],
    ['stage-2', 40],
    ['stage-3', undefined],
  ]);
});

test('rehearsals are kept with their level and score, oldest first, and change nothing else', () => {
  const rehearsed = (score: number): BenchAct => ({
    kind: 'rehearsed',
    level: 'bare',
    score,
    parts: 12,
    tooEarly: 1,
    tooLate: 0,
    never: 2,
  });
  const state = replayLog([
    event(rehearsed(40), '2026-11-20T10:00:00.000Z'),
    event(rehearsed(90), '2026-11-21T10:00:00.000Z'),
  ]);
  expect(state.rehearsals).toEqual([
    { at: '2026-11-20T10:00:00.000Z', level: 'bare', score: 40, parts: 12, tooEarly: 1, tooLate: 0, never: 2 },
    { at: '2026-11-21T10:00:00.000Z', level: 'bare', score: 90, parts: 12, tooEarly: 1, tooLate: 0, never: 2 },
  ]);
  expect([state.cutsPassed, state.slips, state.pulls]).toEqual([[], [], []]);
});
