import { sheetsInTheDay } from '@/core/days';
import type { BenchAct, BenchEvent, Plan } from '@/model';
import { onOwnBlocks, planOfBands } from '@/testing/plans';
import { dayNowOf, dayTaskOf, openMinutesOf, plainSheet, progressOf } from './index';

const dry = onOwnBlocks(planOfBands());
const wet: Plan = { ...dry, way: { ...dry.way, under: 'wet', day: { openMinutes: 300, changeOverMinutes: 10 } } };
const sheet = plainSheet(wet);
const START = Date.parse('2026-11-27T09:00:00Z');
const at = (minutes: number) => new Date(START + 60_000 * minutes).toISOString();

/** Six sheets; the first run pulled at so many minutes, then the second. */
function eventsOf(first: readonly number[], second: readonly number[] = []): BenchEvent[] {
  const acts: [number, BenchAct][] = [
    [0, { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: wet.paper, counted: 6, tests: 0 }],
    ...wet.runs.map((run): [number, BenchAct] => [0, { kind: 'cut-done', cutId: run.formes[0].cutId! }]),
    ...[first, second].flatMap((minutes, r) =>
      minutes.map((minute, i): [number, BenchAct] => [
        minute,
        { kind: 'pull', runId: wet.runs[r].id, sheet: `${i + 1}`, faults: [], setAside: false, note: '' },
      ]),
    ),
  ];
  return acts.map(
    ([minute, act], i) => ({ id: `event-${i}`, seq: i + 1, at: at(minute), act }) as unknown as BenchEvent,
  );
}

test('a film is open as long as one says, else as its medium in the room that was chosen', () => {
  expect(openMinutesOf(wet)).toBe(300);
  const asMedium: Plan = { ...wet, way: { ...wet.way, day: { ...wet.way.day, openMinutes: null } } };
  expect(openMinutesOf(asMedium)).toBe(7 * 60);
  const room = { kind: 'room', id: 'r', name: 'attic', temperatureC: 30, relativeHumidityPercent: 50, note: '' };
  expect(openMinutesOf({ ...asMedium, uses: [room] as unknown as Plan['uses'] })).toBe(210);
  expect(openMinutesOf({ ...asMedium, runs: [] })).toBe(0);
});

test('pulls take what the log has seen, else start values that grow with the area', () => {
  const fresh = dayTaskOf(wet, sheet, progressOf(wet, []));
  expect(fresh.minutesAPull).toHaveLength(3);
  expect(fresh.minutesAPull.every((minutes) => minutes > 4)).toBe(true);
  const seen = dayTaskOf(wet, sheet, progressOf(wet, eventsOf([10, 13, 16, 19])));
  expect(seen.minutesAPull[0]).toBe(3);
  expect(seen.minutesAPull[1]).toBe(fresh.minutesAPull[1]);
  expect(sheetsInTheDay(seen)).toBeGreaterThan(sheetsInTheDay(fresh));
});

test('where films are to dry, or none is laid, there is no clock', () => {
  expect(dayNowOf(dry, sheet, progressOf(dry, eventsOf([10])), START)).toBeUndefined();
  expect(dayNowOf(wet, sheet, progressOf(wet, []), START)).toBeUndefined();
});

test('the clock begins a change-over before the first pull, and says what is left of the day', () => {
  const progress = progressOf(wet, eventsOf([14, 18, 22, 26, 30, 34], [50, 54]));
  const now = dayNowOf(wet, sheet, progress, START + 60 * 60_000)!;
  // four minutes a pull in both runs, ten for a change-over: begun at nine
  expect(now.firstAtMs).toBe(START + 14 * 60_000);
  expect(now.closesAtMs).toBe(START + 300 * 60_000);
  expect(now).toMatchObject({ run: 1, sheets: 6, minutesOpen: 240, sheetsInTime: 6 });
  // sheet 3 has one film, laid at 22 minutes
  expect(now.nextClosesAtMs).toBe(START + (22 + 300) * 60_000);
  expect(now.latestBegins).toHaveLength(1);
  const late = dayNowOf(wet, sheet, progress, START + 295 * 60_000)!;
  expect(late.sheetsInTime).toBe(0);
  expect(late.latestBegins[0]).toBeLessThan(0);
  const closed = dayNowOf(wet, sheet, progress, START + 310 * 60_000)!;
  expect(closed.minutesOpen).toBeLessThan(0);
});
