import { dayAhead, dryingHours, pullMinutes, type DayAhead, type DayTask } from '@/core/days';
import { mediumById } from '@/core/inks';
import { registrationWay } from '@/core/registration';
import type { ItemOf, Plan } from '@/model';
import { inkedCm2 } from './inkNeed';
import { inkingsOf, inksOfRun } from './lookups';
import type { PrintSheet } from './printSheet';
import type { Progress } from './progress';
import { usedOf } from './uses';

/** Minutes the first film is open: as one says it, or as the medium that closes first is in the room that was chosen. */
export function openMinutesOf(plan: Plan): number {
  if (plan.way.day.openMinutes !== null) return plan.way.day.openMinutes;
  const [first] = plan.runs,
    room = usedOf(plan, 'room')[0];
  const hours = first ? inksOfRun(plan, first).map((ink) => mediumById(ink.mediumId).openHours) : [];
  return hours.length === 0
    ? 0
    : Math.round(60 * dryingHours({ mediumHours: Math.min(...hours), filmsBelow: 0, ...airOf(room) }));
}

const airOf = (room: ItemOf<'room'> | undefined) =>
  room && { temperatureC: room.temperatureC, relativeHumidityPercent: room.relativeHumidityPercent };

/** The day a print on open films is printed in: minutes a pull are those of the log where a run has them, else start values. */
export function dayTaskOf(plan: Plan, sheet: PrintSheet, progress: Pick<Progress, 'runs'>): DayTask {
  const layingMin = registrationWay(plan.way.registration).minutesASheet;
  return {
    openMinutes: openMinutesOf(plan),
    changeOverMinutes: plan.way.day.changeOverMinutes,
    minutesAPull: plan.runs.map((run, r) => {
      const cm2 = inkingsOf(run).reduce((sum, inking) => sum + inkedCm2(plan, sheet, run, inking), 0);
      const known = progress.runs[r]?.tally.minutesASheet;
      return known ?? pullMinutes(cm2 / 100, run.impressions, layingMin);
    }),
  };
}

export interface DayNow extends DayAhead {
  /** The run at the press, from 0. */
  readonly run: number;
  /** Sheets that go through all runs. */
  readonly sheets: number;
  /** When the first film was laid, and when it closes, ms. */
  readonly firstAtMs: number;
  readonly closesAtMs: number;
  /** The next sheet's own films: when the last of them closes, ms; undefined where it has none yet. */
  readonly nextClosesAtMs: number | undefined;
}

/**
 * Where the day of a print on open films stands at a time; undefined where films are to dry, or nothing is printed yet. It begins a
 * change-over before its first pull.
 */
export function dayNowOf(plan: Plan, sheet: PrintSheet, progress: Progress, nowMs: number): DayNow | undefined {
  if (plan.way.under !== 'wet') return undefined;
  const pulls = progress.runs.flatMap(({ tally }) => tally.pulled);
  if (pulls.length === 0) return undefined;
  const task = dayTaskOf(plan, sheet, progress);
  const firstAtMs = Math.min(...pulls.map(({ at }) => Date.parse(at)));
  const beganMs = firstAtMs - (task.changeOverMinutes + task.minutesAPull[0]) * 60_000;
  const { currentRun } = progress;
  const now = progress.runs[currentRun]?.tally,
    pulled = now?.pulled.filter(({ setAside }) => !setAside).length ?? 0,
    sheets = pulled + (now?.waiting.length ?? 0);
  const next = now?.waiting[0];
  const own = pulls.filter((pull) => pull.sheet === next).map(({ at }) => Date.parse(at));
  const openMs = task.openMinutes * 60_000;
  return {
    ...dayAhead(task, { minutesGone: (nowMs - beganMs) / 60_000, run: currentRun, pulled, sheets }),
    ...{ run: currentRun, sheets, firstAtMs, closesAtMs: beganMs + openMs },
    nextClosesAtMs: own.length > 0 ? Math.max(...own) + openMs : undefined,
  };
}
