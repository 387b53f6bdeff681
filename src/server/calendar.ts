import { getVtimezoneComponent } from '@touch4it/ical-timezones';
import ical, { ICalEventBusyStatus } from 'ical-generator';
import ICAL from 'ical.js';
import { success, type Outcome } from '@/core/units';
import { daysAsked, solveDays } from '@/derived';
import type { DaysOfPrint, WorkshopItem } from '@/model';
import { workshopItems, type Store } from '@/store';
import { betweenDays } from '@/words/dates';
import { daysWords, stepInWords } from '@/words/days';
import { fileWords } from '@/words/files';
import { daysOfWorkshop } from './days';
import { textOut, type FileOut } from './fileOut';

const MINUTE_MS = 60_000,
  AHEAD_DAYS = 370;
/** So many orders are tried: a calendar is asked for often, and need not be the best there is. */
const ORDERS_TRIED = 30;

/**
 * The days of all prints, or of one, as a calendar: each sitting an event, each step a thing to do that is due when its last sitting ends. Ids stay
 * the same as long as a step does; nothing of people is in it. Times are those of this place, with the rules of its zone.
 */
export function calendarFile(db: Store, only: string | null, nowMs: number): Outcome<FileOut> {
  const prints = daysOfWorkshop(db, nowMs),
    items = workshopItems(db).map(({ item }) => item);
  const text = calendarText(prints, items, only, nowMs);
  return success(textOut(text, 'text/calendar; charset=utf-8', `${fileWords('days.calendar')}.ics`));
}

/** The calendar itself. */
function calendarText(
  prints: readonly DaysOfPrint[],
  items: readonly WorkshopItem[],
  only: string | null,
  nowMs: number,
): string {
  const question = daysAsked(prints, items, { nowMs, aim: 'earliest finish', ahead: AHEAD_DAYS });
  const { placed } = solveDays(question, (tried) => tried < ORDERS_TRIED);
  const stamp = new Date(nowMs);
  const wanted = placed.flatMap((at) => {
    const step = question.steps.find(({ id }) => id === at.id)!;
    return only === null || step.printId === only ? [{ step, at }] : [];
  });
  const zone = zoneOfPlace(wanted.flatMap(({ at }) => at.sittings.flat()));
  const calendar = ical({
    name: fileWords('days.calendar'),
    prodId: { company: fileWords('days.house'), product: 'days', language: 'EN' },
  });
  const summary = (step: DaysOfPrint['steps'][number]) =>
    `${prints.find(({ id }) => id === step.printId)!.name}: ${stepInWords(step)}`;
  for (const { step, at } of wanted)
    at.sittings.forEach(([from, to], i) =>
      calendar.createEvent({
        ...{ id: `${step.id}/${i + 1}@ulexite`, stamp, summary: summary(step) },
        ...{ start: new Date(from * MINUTE_MS), end: new Date(to * MINUTE_MS), timezone: zone?.tzid },
        busystatus: ICalEventBusyStatus.BUSY,
        ...(step.then && {
          description: daysWords(`lies.${step.then.is}`, {
            until: dayOfMin(to + step.then.minutes),
          }),
        }),
      }),
    );
  // what is to be done: calendars that keep such lists show it beside the sittings
  const whole = new ICAL.Component(ICAL.parse(calendar.toString()) as [string, [], []]);
  if (zone) whole.addSubcomponent(zone.component);
  for (const { step, at } of wanted) {
    const todo = new ICAL.Component('vtodo');
    todo.addPropertyWithValue('uid', `${step.id}@ulexite`);
    todo.addPropertyWithValue('dtstamp', ICAL.Time.fromJSDate(stamp, true));
    todo.addPropertyWithValue('summary', summary(step));
    addMoment(todo, 'dtstart', at.sittings[0][0], zone);
    addMoment(todo, 'due', at.sittings.at(-1)![1], zone);
    todo.addPropertyWithValue('status', 'NEEDS-ACTION');
    whole.addSubcomponent(todo);
  }
  return `${whole.toString()}\r\n`;
}

/** A day as it is said everywhere. */
function dayOfMin(min: number): string {
  const iso = new Date(min * MINUTE_MS).toISOString();
  return betweenDays(iso, iso);
}

function addMoment(to: ICAL.Component, name: string, min: number, zone: ICAL.Timezone | undefined): void {
  const moment = ICAL.Time.fromJSDate(new Date(min * MINUTE_MS), true);
  const property = to.addPropertyWithValue(name, zone ? moment.convertToZone(zone) : moment);
  if (zone) property.setParameter('tzid', zone.tzid);
}

/**
 * The zone of this place, with rules that say of all these moments what the clock here says; none in universal time, and where the rules known here
 * are older than the clock's: times are universal then, which every calendar shows in its own zone.
 */
function zoneOfPlace(minutes: readonly number[]): ICAL.Timezone | undefined {
  const tzid = Intl.DateTimeFormat().resolvedOptions().timeZone,
    rules = getVtimezoneComponent(tzid);
  if (!rules || tzid === 'UTC') return undefined;
  const zone = new ICAL.Timezone(new ICAL.Component(ICAL.parse(rules) as [string, [], []]));
  const agrees = minutes.every((min) => {
    const here = new Date(min * MINUTE_MS);
    const there = ICAL.Time.fromJSDate(here, true).convertToZone(zone);
    return there.hour === here.getHours() && there.minute === here.getMinutes() && there.day === here.getDate();
  });
  return agrees ? zone : undefined;
}
