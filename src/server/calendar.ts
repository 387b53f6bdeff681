import ical, { ICalEventBusyStatus } from 'ical-generator';
import ICAL from 'ical.js';
import { success, type Outcome } from '@/core/units';
import { shopOfWorkshop, solveDays, workingHours } from '@/derived';
import { type DaysOfPrint, type WorkshopItem } from '@/model';
import { workshopItems, type Store } from '@/store';
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
 * the same as long as a step does; nothing of people is in it. Times are moments in universal time, which every calendar shows in its own zone.
 */
export function calendarFile(db: Store, only: string | null, nowMs: number): Outcome<FileOut> {
  const prints = daysOfWorkshop(db, nowMs),
    items = workshopItems(db).map(({ item }) => item);
  const text = calendarText(prints, items, only, nowMs);
  return success(textOut(text, 'text/calendar; charset=utf-8', `${fileWords('days.calendar')}.ics`));
}

/** The calendar itself. */
export function calendarText(
  prints: readonly DaysOfPrint[],
  items: readonly WorkshopItem[],
  only: string | null,
  nowMs: number,
): string {
  const steps = prints.flatMap((print) => print.steps),
    shop = shopOfWorkshop(prints, items, workingHours(items, nowMs, AHEAD_DAYS));
  const { placed } = solveDays(
    { steps, shop, nowMin: Math.ceil(nowMs / MINUTE_MS), aim: 'earliest finish', wishes: [], printId: undefined },
    (tried) => tried < ORDERS_TRIED,
  );
  const stamp = new Date(nowMs);
  const calendar = ical({
    name: fileWords('days.calendar'),
    prodId: { company: fileWords('days.house'), product: 'days', language: 'EN' },
  });
  const wanted = placed.flatMap((at) => {
    const step = steps.find(({ id }) => id === at.id)!;
    return only === null || step.printId === only ? [{ step, at }] : [];
  });
  const summary = (step: (typeof steps)[number]) =>
    `${prints.find(({ id }) => id === step.printId)!.name}: ${stepInWords(step)}`;
  for (const { step, at } of wanted)
    at.sittings.forEach(([from, to], i) =>
      calendar.createEvent({
        ...{ id: `${step.id}/${i + 1}@ulexite`, stamp, summary: summary(step) },
        ...{ start: new Date(from * MINUTE_MS), end: new Date(to * MINUTE_MS) },
        busystatus: ICalEventBusyStatus.BUSY,
        ...(step.then && {
          description: daysWords(step.then.is === 'damp' ? 'damping' : 'drying', {
            until: new Date((to + step.then.minutes) * MINUTE_MS).toISOString().slice(0, 10),
          }),
        }),
      }),
    );
  // what is to be done: calendars that keep such lists show it beside the sittings
  const whole = new ICAL.Component(ICAL.parse(calendar.toString()) as [string, [], []]);
  for (const { step, at } of wanted) {
    const todo = new ICAL.Component('vtodo');
    todo.addPropertyWithValue('uid', `${step.id}@ulexite`);
    todo.addPropertyWithValue('dtstamp', ICAL.Time.fromJSDate(stamp, true));
    todo.addPropertyWithValue('summary', summary(step));
    todo.addPropertyWithValue('dtstart', ICAL.Time.fromJSDate(new Date(at.sittings[0][0] * MINUTE_MS), true));
    todo.addPropertyWithValue('due', ICAL.Time.fromJSDate(new Date(at.sittings.at(-1)![1] * MINUTE_MS), true));
    todo.addPropertyWithValue('status', 'NEEDS-ACTION');
    whole.addSubcomponent(todo);
  }
  return `${whole.toString()}\r\n`;
}
