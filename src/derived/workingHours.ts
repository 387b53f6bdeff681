import type { Stretch } from '@/core/days';
import { WEEKDAYS, type ItemOf, type WorkshopItem } from '@/model';

const MINUTE_MS = 60_000;

/** Where the workshop says nothing of its hours: evenings of the week, and Saturday. */
const USUAL_HOURS: readonly Pick<ItemOf<'hours'>, 'days' | 'from' | 'to'>[] = [
  { days: ['Mon', 'Tue', 'Wed', 'Thu', 'Fri'], from: '18:30', to: '21:30' },
  { days: ['Sat'], from: '10:00', to: '17:00' },
];
const EVENING_FROM = '17:00';

interface HoursAsked {
  readonly eveningsOnly?: boolean;
  /** Whose; hours that name no hand are everybody’s who has none of their own. */
  readonly handId?: string;
}

/** Hours in which a hand of the workshop works, day by day from the day of a moment on, in the time of this place; days off are left out. */
export function workingHours(
  items: readonly WorkshopItem[],
  nowMs: number,
  days: number,
  { eveningsOnly = false, handId }: HoursAsked = {},
): Stretch[] {
  const said = items.filter((item): item is ItemOf<'hours'> => item.kind === 'hours'),
    own = said.filter((hours) => hours.handId != null && hours.handId === handId),
    everybodys = said.filter((hours) => hours.handId == null),
    all = [own, everybodys, USUAL_HOURS].find((some) => some.length > 0)!,
    late = [all, USUAL_HOURS]
      .map((some) => some.filter(({ to }) => to > EVENING_FROM))
      .find((some) => some.length > 0)!;
  // whoever works in the evening only, where the workshop's hours end before, has evenings of the usual kind
  const hours = eveningsOnly
    ? late.map(({ from, ...rest }) => ({ ...rest, from: from > EVENING_FROM ? from : EVENING_FROM }))
    : all;
  const off = items.filter(
    (item): item is ItemOf<'days off'> => item.kind === 'days off' && (item.handId == null || item.handId === handId),
  );
  const stretches: Stretch[] = [];
  for (let d = 0; d < days; d++) {
    const day = new Date(nowMs);
    day.setHours(0, 0, 0, 0);
    day.setDate(day.getDate() + d);
    const date = isoDay(day);
    if (off.some(({ from, to }) => from <= date && date <= to)) continue;
    const weekday = WEEKDAYS[(day.getDay() + 6) % 7];
    for (const { days: on, from, to } of hours) {
      if (!on.includes(weekday)) continue;
      const at = (time: string) => {
        const moment = new Date(day);
        moment.setHours(Number(time.slice(0, 2)), Number(time.slice(3)));
        return Math.round(moment.getTime() / MINUTE_MS);
      };
      stretches.push([at(from), at(to)]);
    }
  }
  return stretches;
}

/** A day as the calendar of this place has it, ISO. */
function isoDay(date: Date): string {
  const pad = (n: number) => String(n).padStart(2, '0');
  return `${date.getFullYear()}-${pad(date.getMonth() + 1)}-${pad(date.getDate())}`;
}

/** The end of a day as the calendar of this place has it, minutes. */
export function endOfDayMin(isoDate: string): number {
  const [year, month, day] = isoDate.split('-').map(Number);
  return Math.round(new Date(year, month - 1, day, 23, 59).getTime() / MINUTE_MS);
}
