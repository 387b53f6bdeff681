import { ranged } from '../units';

/** A print laid in one go, every film while the first of them is still open. */
export interface DayTask {
  /** How long the first film stays open, counted from where its run is begun. */
  readonly openMinutes: number;
  /** Before each run: block changed, rollers washed, ink rolled out. */
  readonly changeOverMinutes: number;
  /** Of each run in order. */
  readonly minutesAPull: readonly number[];
}

/**
 * Sheets that can be carried through all runs of a day: what is open less a change-over for each run, shared by the pulls of a sheet.
 * 0 where not even one fits. Throws OutOfRange below 0.
 */
export function sheetsInTheDay(task: DayTask): number {
  const { openMinutes, changeOverMinutes, minutesAPull } = checked(task);
  const aSheet = minutesAPull.reduce((sum, minutes) => sum + minutes, 0);
  const left = openMinutes - minutesAPull.length * changeOverMinutes;
  return aSheet > 0 ? Math.max(0, Math.floor(left / aSheet + 1e-9)) : 0;
}

/** Minutes so many sheets take, from where the first run is begun to the last pull. */
export function minutesOfDay(task: DayTask, sheets: number): number {
  const { changeOverMinutes, minutesAPull } = checked(task);
  ranged('the sheets of the day', sheets, 0);
  return minutesAPull.reduce((sum, minutes) => sum + changeOverMinutes + sheets * minutes, 0);
}

/** Latest begin of each run for so many sheets, minutes from where the first is begun at the earliest; below 0 where they do not fit. */
export function latestBegins(task: DayTask, sheets: number): number[] {
  const { openMinutes, changeOverMinutes, minutesAPull } = checked(task);
  ranged('the sheets of the day', sheets, 0);
  return backFrom(openMinutes, changeOverMinutes, minutesAPull, sheets);
}

/** When runs are to be begun at the latest for the last of them to end at `end`, minutes. */
function backFrom(end: number, changeOverMinutes: number, minutesAPull: readonly number[], sheets: number): number[] {
  let at = end;
  return minutesAPull
    .toReversed()
    .map((minutes) => (at -= changeOverMinutes + sheets * minutes))
    .toReversed();
}

/** Where a day stands: in which run, how many of its sheets are pulled, and how many there are. */
interface DayStand {
  /** Since the first run was begun. */
  readonly minutesGone: number;
  /** From 0; as many as there are runs when all are done. */
  readonly run: number;
  readonly pulled: number;
  readonly sheets: number;
}

export interface DayAhead {
  /** Until the first film closes; below 0 when it has. */
  readonly minutesOpen: number;
  /** What all sheets still take. */
  readonly minutesWanted: number;
  /** Sheets that can still be carried to the end while it is open: no more than there are. */
  readonly sheetsInTime: number;
  /** Pulls of the present run there is time for if all its sheets are to go through the later ones, too. */
  readonly pullsLeft: number;
  /** For each later run, the latest begin in minutes from now that leaves time for all sheets; below 0 when it is past. */
  readonly latestBegins: readonly number[];
}

/** What of a day is left. The present run's change-over is over once a sheet of it is pulled. */
export function dayAhead(task: DayTask, now: DayStand): DayAhead {
  const { openMinutes, changeOverMinutes, minutesAPull } = checked(task);
  const { run, pulled, sheets } = now;
  const minutesOpen = openMinutes - now.minutesGone;
  const wanted = (count: number) =>
    minutesAPull.slice(run).reduce((sum, minutes, i) => {
      const begun = i === 0 && pulled > 0;
      const pulls = i === 0 ? Math.max(0, count - pulled) : count;
      return sum + (begun ? 0 : changeOverMinutes) + pulls * minutes;
    }, 0);
  let inTime = run >= minutesAPull.length ? sheets : 0;
  while (inTime < sheets && wanted(inTime + 1) <= minutesOpen) inTime++;
  return {
    minutesOpen,
    minutesWanted: run >= minutesAPull.length ? 0 : wanted(sheets),
    sheetsInTime: inTime,
    pullsLeft: Math.max(0, inTime - pulled),
    latestBegins: backFrom(minutesOpen, changeOverMinutes, minutesAPull.slice(run + 1), sheets),
  };
}

function checked(task: DayTask): DayTask {
  ranged('the open minutes', task.openMinutes, 0);
  ranged('the minutes of a change-over', task.changeOverMinutes, 0);
  for (const minutes of task.minutesAPull) ranged('the minutes of a pull', minutes, 0);
  return task;
}
