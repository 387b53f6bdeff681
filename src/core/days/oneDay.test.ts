import fc from 'fast-check';
import { dayAhead, latestBegins, minutesOfDay, sheetsInTheDay, type DayTask } from './oneDay';

const task = fc.record({
  openMinutes: fc.integer({ min: 0, max: 600 }),
  changeOverMinutes: fc.integer({ min: 0, max: 60 }),
  minutesAPull: fc.array(fc.integer({ min: 1, max: 15 }), { minLength: 1, maxLength: 8 }),
});

/** The day walked through pull by pull: when its last film is laid. */
function walked({ changeOverMinutes, minutesAPull }: DayTask, sheets: number): number {
  let clock = 0;
  for (const minutes of minutesAPull) {
    clock += changeOverMinutes;
    for (let sheet = 0; sheet < sheets; sheet++) clock += minutes;
  }
  return clock;
}

/** The most sheets whose last film is laid in time, found by trying all. */
function mostByTrying(of: DayTask, most = 700): number {
  let best = 0;
  for (let sheets = 1; sheets <= most; sheets++) if (walked(of, sheets) <= of.openMinutes) best = sheets;
  return best;
}

test('seven open hours, five blocks, twenty minutes to change over, four a pull: 16 sheets', () => {
  expect(sheetsInTheDay({ openMinutes: 420, changeOverMinutes: 20, minutesAPull: [4, 4, 4, 4, 4] })).toBe(16);
});

test('sheets from hours and hours from sheets are what a day walked through pull by pull comes to', () => {
  fc.assert(
    fc.property(task, fc.integer({ min: 0, max: 60 }), (of, sheets) => {
      expect(sheetsInTheDay(of)).toBe(mostByTrying(of));
      expect(minutesOfDay(of, sheets)).toBe(walked(of, sheets));
    }),
    { seed: 15, numRuns: 200 },
  );
});

test('begun at its latest, every run ends in time; a minute later it does not', () => {
  fc.assert(
    fc.property(task, fc.integer({ min: 1, max: 20 }), (of, sheets) => {
      const begins = latestBegins(of, sheets);
      const endFrom = (run: number, at: number) =>
        of.minutesAPull.slice(run).reduce((clock, minutes) => clock + of.changeOverMinutes + sheets * minutes, at);
      begins.forEach((at, run) => {
        expect(endFrom(run, at)).toBe(of.openMinutes);
        expect(endFrom(run, at + 1)).toBeGreaterThan(of.openMinutes);
      });
      expect(begins[0] >= 0).toBe(sheets <= sheetsInTheDay(of));
    }),
    { seed: 3 },
  );
});

test('a day under way: what is left is what walking on from there comes to', () => {
  fc.assert(
    fc.property(
      task,
      fc.nat(8),
      fc.nat(30),
      fc.integer({ min: 1, max: 30 }),
      fc.integer({ min: 0, max: 700 }),
      (of, at, done, sheets, minutesGone) => {
        const run = Math.min(at, of.minutesAPull.length - 1),
          pulled = Math.min(done, sheets);
        const walkOn = (count: number) => {
          let clock = minutesGone;
          of.minutesAPull.slice(run).forEach((minutes, i) => {
            if (i > 0 || pulled === 0) clock += of.changeOverMinutes;
            for (let sheet = i === 0 ? pulled : 0; sheet < count; sheet++) clock += minutes;
          });
          return clock;
        };
        const ahead = dayAhead(of, { minutesGone, run, pulled, sheets });
        let most = 0;
        for (let count = 1; count <= sheets; count++) if (walkOn(count) <= of.openMinutes) most = count;
        expect(ahead.sheetsInTime).toBe(most);
        expect(ahead.minutesWanted).toBe(walkOn(sheets) - minutesGone);
        expect(ahead.minutesOpen).toBe(of.openMinutes - minutesGone);
        // all sheets fit just where the next run can still begin when this one is done
        const [next] = ahead.latestBegins;
        if (next !== undefined) {
          const thisRun = (pulled === 0 ? of.changeOverMinutes : 0) + (sheets - pulled) * of.minutesAPull[run];
          expect(next >= thisRun).toBe(ahead.sheetsInTime === sheets);
        }
      },
    ),
    { seed: 8, numRuns: 300 },
  );
});

test('when all runs are done nothing is wanted any more', () => {
  const of = { openMinutes: 300, changeOverMinutes: 20, minutesAPull: [4, 4] };
  expect(dayAhead(of, { minutesGone: 250, run: 2, pulled: 0, sheets: 9 })).toMatchObject({
    ...{ minutesWanted: 0, sheetsInTime: 9, latestBegins: [] },
  });
});
