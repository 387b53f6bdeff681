import { expectOk } from '@/testing/prints';
import { checkAct, type BenchAct, type BenchEvent } from '@/model';
import { replayLog } from './bench/replayLog';
import { classNow, nextSheetAt, paceOfClass, roundOfClass, sheetsOfPlace, tallyOfClass } from './classAtBlock';

let minute = 0;
const events = (...acts: (BenchAct | number)[]): BenchEvent[] =>
  acts.flatMap((act) => {
    if (typeof act === 'number') {
      minute += act;
      return [];
    }
    expectOk(checkAct(act, 7));
    const at = new Date(Date.parse('2026-11-28T10:00:00Z') + minute * 60_000).toISOString();
    return [{ id: `class-act-${minute}-${JSON.stringify(act).length}`, at, version: 7, act }];
  });
beforeEach(() => {
  minute = 0;
});

const round: BenchAct = {
  ...{ kind: 'round-begun', roundId: 'class-1', round: 'proof', name: 'Class', purpose: 'whole set' },
  ...{ paper: null, counted: 8, tests: 0 },
};
const begun = (classId = 'class-1'): BenchAct => ({
  kind: 'class-begun',
  classId,
  roundId: 'class-1',
  places: 4,
  each: 2,
});
const stand = (kind: 'lined-up' | 'stepped-out', place: number, station: 'block' | 'press' = 'block'): BenchAct => ({
  ...{ kind, classId: 'class-1', station, place },
});
const pull = (sheet: string, faults: readonly 'patchy'[] = [], setAside = false): BenchAct => ({
  ...{ kind: 'pull', roundId: 'class-1', runId: 'run-1', sheet, faults: [...faults], setAside, note: '' },
});

test('sheets are dealt out in the order of the places, each to one place only', () => {
  const bench = replayLog(events(round, begun()));
  const one = classNow(bench)!;
  const dealt = [1, 2, 3, 4].map((place) => sheetsOfPlace(roundOfClass(bench, one)!, one, place));
  expect(dealt).toEqual([
    ['1', '2'],
    ['3', '4'],
    ['5', '6'],
    ['7', '8'],
  ]);
});

test('a line keeps its order, nobody stands in it twice, and who steps out makes room', () => {
  const bench = replayLog(
    events(
      round,
      begun(),
      1,
      stand('lined-up', 3),
      1,
      stand('lined-up', 1),
      1,
      stand('lined-up', 3),
      1,
      stand('lined-up', 4),
      1,
      stand('stepped-out', 1),
      1,
      stand('lined-up', 1),
      stand('lined-up', 1, 'press'),
    ),
  );
  const { lines } = classNow(bench)!;
  expect(lines.block.map(({ place }) => place)).toEqual([3, 4, 1]);
  expect(lines.press.map(({ place }) => place)).toEqual([1]);
  expect(lines.rack).toEqual([]);
});

test('the tally is by place: what is printed, with faults, what comes next, and a sheet set aside is passed over', () => {
  const bench = replayLog(events(round, begun(), 1, pull('3'), 2, pull('5', ['patchy'], true), 2, pull('4')));
  const tally = tallyOfClass(bench, classNow(bench)!, 'run-1');
  expect(tally.map(({ place, printed }) => [place, printed])).toEqual([
    [1, 0],
    [2, 2],
    [3, 1],
    [4, 0],
  ]);
  expect(tally[2].sheets[0]).toMatchObject({ sheet: '5', faults: ['patchy'], setAside: true });
  expect([1, 2, 3].map((place) => nextSheetAt(tally, place, 'run-1'))).toEqual(['1', undefined, '6']);
  expect(nextSheetAt(tally, 2, 'run-2')).toBe('3');
});

test('a class ends, or the next one ends it; what it did stays', () => {
  const ended = replayLog(events(round, begun(), pull('1'), { kind: 'class-ended', classId: 'class-1' }));
  expect(classNow(ended)).toBeUndefined();
  expect(tallyOfClass(ended, ended.classes[0], 'run-1')[0].printed).toBe(1);
  const next = replayLog(events(round, begun(), 5, begun('class-2')));
  expect(next.classes.map(({ endedAt }) => endedAt !== undefined)).toEqual([true, false]);
  expect(classNow(next)?.classId).toBe('class-2');
});

test('the pace is learned from sheet to sheet, without pauses, and not said before there is one', () => {
  const few = replayLog(events(round, begun(), 1, pull('1'), 3, pull('2')));
  expect(paceOfClass(few, classNow(few)!)).toBeUndefined();
  minute = 0;
  const many = replayLog(events(round, begun(), 1, pull('1'), 3, pull('3'), 4, pull('5'), 60, pull('7'), 5, pull('2')));
  expect(paceOfClass(many, classNow(many)!)).toBe(4);
});
