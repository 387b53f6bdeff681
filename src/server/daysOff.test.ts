import { openStore, type Store } from '@/store';
import { expectOk as ok } from '@/testing/prints';
import { told } from '@/testing/told';
import { daysOffIn, importDaysOff } from './daysOff';
import { workshop } from './index';

const MS = Date.parse('2026-11-28T10:00:00Z');
const calendar = (...events: string[][]) =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//made up//EN',
    ...events.flatMap((lines, i) => [
      'BEGIN:VEVENT',
      `UID:${i}@made-up`,
      'DTSTAMP:20261101T000000Z',
      ...lines,
      'END:VEVENT',
    ]),
    'END:VCALENDAR',
    '',
  ].join('\r\n');
const holiday = ['DTSTART;VALUE=DATE:20261224', 'DTEND;VALUE=DATE:20261227', 'SUMMARY:Holidays\\, at last'];
const once = ['DTSTART;VALUE=DATE:20270106', 'SUMMARY:<b>one</b> day'];
const appointment = ['DTSTART:20261201T090000Z', 'DTEND:20261201T100000Z', 'SUMMARY:dentist'];
const past = ['DTSTART;VALUE=DATE:20200101', 'DTEND;VALUE=DATE:20200103', 'SUMMARY:over'];
const yearly = ['DTSTART;VALUE=DATE:20100501', 'DTEND;VALUE=DATE:20100502', 'RRULE:FREQ=YEARLY', 'SUMMARY:May'];

test('whole days from now on, those that repeat each time; hours are appointments', () => {
  expect(ok(daysOffIn(calendar(holiday, once, appointment, past, yearly), MS))).toEqual([
    { name: 'Holidays, at last', from: '2026-12-24', to: '2026-12-26' },
    { name: '<b>one</b> day', from: '2027-01-06', to: '2027-01-06' },
    { name: 'May', from: '2027-05-01', to: '2027-05-01' },
    { name: 'May', from: '2028-05-01', to: '2028-05-01' },
  ]);
});

test.each([
  ['nothing', ''],
  ['a page', '<html><body>no</body></html>'],
  ['half a calendar', 'BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nDTSTART;VALUE=DATE:2026'],
  ['noise', '\u0000\u0001\u0002'.repeat(500)],
])('%s is no calendar, or holds no days', (_, text) => {
  const answer = daysOffIn(text, MS);
  if (answer.ok) expect(answer.value).toEqual([]);
  else expect(told(answer)).toMatchObject({ message: expect.stringMatching(/no calendar file/) });
});

test('a calendar that repeats for ever, every day, is refused and ends', () => {
  const daily = ['DTSTART;VALUE=DATE:20261201', 'RRULE:FREQ=DAILY', 'SUMMARY:off'];
  expect(told(daysOffIn(calendar(daily), MS))).toMatchObject({
    ok: false,
    message: expect.stringMatching(/More than 200/),
  });
  const secondly = ['DTSTART;VALUE=DATE:19000101', 'RRULE:FREQ=DAILY', 'SUMMARY:off'];
  expect(daysOffIn(calendar(secondly), MS)).toMatchObject({ ok: true, value: [] });
});

test('days off are put into the workshop once, however often their calendar is brought in', () => {
  const db: Store = openStore(':memory:');
  const bytes = new TextEncoder().encode(calendar(holiday, once));
  const before = workshop(db, new Date(MS).toISOString()).length;
  expect(ok(importDaysOff(db, bytes, MS))).toHaveLength(2);
  expect(ok(importDaysOff(db, bytes, MS))).toHaveLength(0);
  expect(workshop(db, new Date(MS).toISOString())).toHaveLength(before + 2);
  db.close();
});
