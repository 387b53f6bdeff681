import { sheetNames } from '@/core/sheets';
import type { BenchAct, BenchEvent } from '@/model';
import { replayLog } from './replayLog';
import { lossesByRun, tallyRun } from './tally';

describe('bench log', () => {
  let serial = 0;
  const event = (act: BenchAct, minute = serial): BenchEvent => ({
    id: `e${++serial}`,
    at: new Date(Date.UTC(2026, 10, 20, 10, minute)).toISOString(),
    act,
  });
  const pull = (sheet: string, more: Partial<Extract<BenchAct, { kind: 'pull' }>> = {}): BenchAct => ({
    kind: 'pull',
    runId: 'r1',
    sheet,
    faults: [],
    setAside: false,
    note: '',
    ...more,
  });
  beforeEach(() => {
    serial = 0;
  });

  test('tests go first, faults and losses are told apart, the set aside do not come back', () => {
    const state = replayLog([
      event({ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 4, tests: 1 }),
      event(pull('T1', { faults: ['weak'] })),
      event(pull('1')),
      event(pull('2', { faults: ['ghost'], setAside: true })),
      event(pull('3', { faults: ['smudge', 'mark'] })),
    ]);
    const sheets = sheetNames(state.started!);
    expect(sheets).toEqual(['T1', '1', '2', '3', '4']);
    expect(tallyRun(state, 'r1', sheets)).toMatchObject({
      waiting: ['4'],
      good: 1,
      usable: 2,
      aside: 1,
      aliveCounted: 3,
      minutesASheet: 1,
    });
    expect(tallyRun(state, 'r2', sheets).waiting).toEqual(['T1', '1', '3', '4']);
    expect([...lossesByRun(state)]).toEqual([['r1', { sheets: 3, lost: 1 }]]);
  });

  test('taking back is an entry; a sheet counts once a run', () => {
    const events = [
      event({ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 3, tests: 0 }),
      event(pull('1')),
      event(pull('1', { setAside: true })),
      event(pull('2')),
    ];
    expect(replayLog(events).pulls.map((p) => p.sheet)).toEqual(['1', '2']);
    const undone = replayLog([...events, event({ kind: 'pull-undone', pullId: 'e4' })]);
    expect(undone.pulls.map((p) => p.sheet)).toEqual(['1']);
    expect(
      replayLog([...events, event({ kind: 'pull-undone', pullId: 'e4' }), event(pull('2', { faults: ['crease'] }))])
        .pulls[1].faults,
    ).toEqual(['crease']);
  });

  test('sheets left out of a finished run are gone', () => {
    const state = replayLog([
      event({ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 3, tests: 0 }),
      event(pull('1')),
      event({ kind: 'run-finished', runId: 'r1' }),
    ]);
    expect(tallyRun(state, 'r2', ['1', '2', '3']).waiting).toEqual(['1']);
  });

  test('gates, ticks and numbers', () => {
    const state = replayLog([
      event({ kind: 'island-cut', cutId: 's1', island: 7, done: true }),
      event({ kind: 'island-cut', cutId: 's1', island: 9, done: true }),
      event({ kind: 'island-cut', cutId: 's1', island: 7, done: false }),
      event({ kind: 'cut-done', cutId: 's1' }),
      event({ kind: 'cut-done', cutId: 's1' }),
      event({ kind: 'run-finished', runId: 'r1' }),
      event({
        kind: 'numbered',
        edition: 'identical',
        marks: [{ sheet: '1', role: 'numbered', mark: '1/1' }],
        reason: '',
      }),
    ]);
    expect([...state.cutIslands.get('s1')!]).toEqual([9]);
    expect(state.cutsPassed.map((c) => c.cutId)).toEqual(['s1']);
    expect(state.finishedRuns.has('r1')).toBe(true);
    expect(state.marks).toEqual([{ sheet: '1', role: 'numbered', mark: '1/1' }]);
  });
});
