import { toldByServer } from '@/words/refusals';
import type { BenchAct, BenchEvent } from '@/model';
import { checkAct } from '@/model';
import { replayLog } from './replayLog';

let serial = 0;
const event = (act: BenchAct): BenchEvent => ({
  id: `round-${++serial}`,
  at: `2026-11-26T10:00:${String(serial % 60).padStart(2, '0')}.000Z`,
  act,
});
const log = (...acts: BenchAct[]) => acts.map(event);
const begun = (roundId: string, round: 'proof' | 'edition', counted: number): BenchAct => ({
  kind: 'round-begun',
  roundId,
  round,
  paper: { name: 'cream', labD50: [92, 1, 10] },
  counted,
  tests: 0,
});
const pull = (sheet: string, roundId?: string, runId = 'run-a'): BenchAct => ({
  kind: 'pull',
  ...(roundId === undefined ? {} : { roundId }),
  runId,
  sheet,
  faults: [],
  setAside: false,
  note: '',
});

test('rounds are lots of sheets of their own: what is pulled for proofs is no pull of the edition', () => {
  const state = replayLog(
    log(
      begun('proof-1', 'proof', 3),
      pull('1', 'proof-1'),
      begun('edition', 'edition', 20),
      pull('1'),
      pull('1', 'proof-1'),
      pull('2'),
    ),
  );
  expect(state.started).toEqual({ counted: 20, tests: 0 });
  expect(state.pulls.map((p) => p.sheet)).toEqual(['1', '2']);
  expect(state.rounds.map(({ roundId, counted, pulls }) => [roundId, counted, pulls.map((p) => p.sheet)])).toEqual([
    ['proof-1', 3, ['1']],
    ['edition', 20, ['1', '2']],
  ]);
  expect(state.rounds[0].paper?.name).toBe('cream');
});

test('a round begins once, sheets are added to their own round, and a pull is taken back from its own', () => {
  const events = log(
    begun('edition', 'edition', 5),
    begun('edition', 'edition', 50),
    begun('proof-1', 'proof', 2),
    { kind: 'sheets-added', roundId: 'proof-1', counted: 2 },
    { kind: 'sheets-added', roundId: 'gone', counted: 9 },
    pull('1', 'proof-1'),
    pull('1'),
  );
  const state = replayLog([...events, event({ kind: 'pull-undone', pullId: events[5].id })]);
  expect(state.rounds.map(({ counted }) => counted)).toEqual([5, 4]);
  expect(state.rounds[1].pulls).toEqual([]);
  expect(state.pulls.length).toBe(1);
});

test('settings, photographs, drying seen, the room and whereabouts are facts with their time', () => {
  const sha = 'c'.repeat(64);
  const acts: BenchAct[] = [
    {
      kind: 'setting-changed',
      roundId: 'edition',
      runId: 'run-a',
      fromSheet: '4',
      what: 'charges',
      value: '2',
      why: 'ghosts',
    },
    { kind: 'photographed', pictureSha: sha, runId: 'run-a', sheet: '4', note: 'left edge' },
    { kind: 'dry-seen', runId: 'run-a', sheet: '', note: '' },
    { kind: 'dry-seen', runId: 'run-a', sheet: '2', note: 'later' },
    { kind: 'room-read', temperatureC: 19, relativeHumidityPercent: 55 },
    { kind: 'moved-to', sheet: '3', where: 'drawer', place: 'drawer 2', note: '' },
    { kind: 'moved-to', sheet: '3', where: 'drawer', place: 'shown at the hall', note: 'until May' },
  ];
  for (const act of acts) expect(checkAct(JSON.parse(JSON.stringify(act)), 2)).toEqual({ ok: true, value: act });
  const state = replayLog(acts.map(event));
  expect(state.settings).toMatchObject([{ what: 'charges', value: '2', fromSheet: '4', why: 'ghosts' }]);
  expect(state.photographs).toMatchObject([{ pictureSha: sha, sheet: '4' }]);
  expect(state.drySeen.get('run-a')).toMatchObject({ sheet: '' });
  expect(state.roomReadings).toMatchObject([{ temperatureC: 19 }]);
  expect(state.whereabouts.get('edition/3')).toMatchObject({ place: 'shown at the hall', note: 'until May' });
  expect(
    [...state.settings, ...state.photographs, ...state.roomReadings].every(({ at }) => at.startsWith('2026-')),
  ).toBe(true);
});

test.each<[string, object, RegExp]>([
  [
    'a setting nobody knows',
    { kind: 'setting-changed', roundId: 'e', runId: 'r', fromSheet: '1', what: 'mood', value: '', why: '' },
    /“what” cannot be "mood"/,
  ],
  [
    'a room as hot as an oven',
    { kind: 'room-read', temperatureC: 180, relativeHumidityPercent: 5 },
    /180 °C is too much/,
  ],
  ['a round of nothing', { ...begun('p', 'proof', 1), counted: 0 }, /0 is too little for the sheets to start/],
  [
    'a sheet that is nowhere there is',
    { kind: 'moved-to', sheet: '1', where: 'attic', place: '', note: '' },
    /“where” cannot be "attic"/,
  ],
  [
    'a photograph without a picture',
    { kind: 'photographed', pictureSha: 'x', runId: null, sheet: '', note: '' },
    /stored picture/,
  ],
])('%s is refused in words', (_, act, words) => {
  const got = checkAct(act, 'where' in act ? 6 : 2);
  expect(got.ok ? '' : toldByServer(got)).toMatch(words);
});

test('logs of version 1 come up with one round: the edition’s', () => {
  const old = checkAct({ kind: 'sheets-started', counted: 7, tests: 2 }, 1);
  const added = checkAct({ kind: 'sheets-added', counted: 3 }, 1);
  if (!old.ok || !added.ok) throw new Error('not taken');
  expect(replayLog(log(old.value, added.value, pull('1')))).toMatchObject({
    started: { counted: 10, tests: 2 },
    pulls: [{ sheet: '1' }],
  });
});
