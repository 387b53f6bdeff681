import ICAL from 'ical.js';
import { failure, success, type Outcome } from '@/core/units';
import type { StoredItem } from '@/model';
import type { Store } from '@/store';
import { addItem, workshop } from './workshop';

/** The largest calendar that is taken in, and what is taken of it: more is no calendar of days off. */
export const MAX_CALENDAR_BYTES = 2_000_000;
const MOST_STRETCHES = 200,
  MOST_REPEATS = 2000,
  AHEAD_DAYS = 730,
  DAY_MS = 86_400_000,
  NAME_LENGTH = 60;

interface Off {
  readonly name: string;
  readonly from: string;
  readonly to: string;
}

/**
 * Days off of a calendar: events of whole days from today on for two years, those that repeat each time; events of hours are appointments, and are
 * passed over. Failures: `calendar-unreadable`, `calendar-large`.
 */
export function daysOffIn(text: string, nowMs: number): Outcome<Off[]> {
  let events: ICAL.Event[];
  try {
    const whole = new ICAL.Component(ICAL.parse(text) as [string, [], []]);
    events = whole.getAllSubcomponents('vevent').map((event) => new ICAL.Event(event));
  } catch {
    return failure('calendar-unreadable');
  }
  const today = new Date(nowMs).toISOString().slice(0, 10),
    last = new Date(nowMs + AHEAD_DAYS * DAY_MS).toISOString().slice(0, 10);
  const found: Off[] = [];
  const take = (event: ICAL.Event, start: ICAL.Time) => {
    // a day that is over is not the next one yet: the end is not among the days
    const length = Math.max(1, Math.round(event.duration.toSeconds() / 86_400));
    const to = start.clone();
    to.adjust(length - 1, 0, 0, 0);
    const off = { name: event.summary || '', from: start.toString().slice(0, 10), to: to.toString().slice(0, 10) };
    if (off.to >= today && off.from <= last) found.push({ ...off, name: off.name.slice(0, NAME_LENGTH) });
  };
  for (const event of events) {
    if (!event.startDate?.isDate) continue;
    try {
      if (!event.isRecurring()) take(event, event.startDate);
      else {
        const each = event.iterator();
        for (let n = 0, next = each.next(); next && n < MOST_REPEATS; n++, next = each.next()) {
          if (next.toString().slice(0, 10) > last) break;
          take(event, next);
        }
      }
    } catch {
      // a rule by which no next day can be found
      return failure('calendar-unreadable');
    }
    if (found.length > MOST_STRETCHES) return failure('calendar-large', { most: MOST_STRETCHES });
  }
  return success(found);
}

/** Puts the days off of a calendar into the workshop; those that are there already are not put in twice. */
export function importDaysOff(db: Store, bytes: Uint8Array, nowMs: number): Outcome<StoredItem[]> {
  const found = daysOffIn(new TextDecoder().decode(bytes), nowMs);
  if (!found.ok) return found;
  const now = new Date(nowMs).toISOString();
  const there = new Set(
    workshop(db, now).flatMap(({ item }) => (item.kind === 'days off' ? [`${item.from} ${item.to}`] : [])),
  );
  const added: StoredItem[] = [];
  for (const { name, from, to } of found.value) {
    if (there.has(`${from} ${to}`)) continue;
    there.add(`${from} ${to}`);
    const answer = addItem(db, { version: 1, kind: 'days off', name: name.trim() || from, note: '', from, to }, now);
    if (!answer.ok) return answer;
    added.push(answer.value);
  }
  return success(added);
}
