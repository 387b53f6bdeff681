import type { Store } from '@/store';
import { bandsAgain } from '@/testing/bands';
import { expectOk as ok } from '@/testing/prints';
import { calendarFile } from './calendar';
import { copyPrint, daysOfWorkshop } from './index';

const NOW = '2026-11-27T10:00:00.000Z',
  MS = Date.parse(NOW);
let db: Store, id: string;
const bands = bandsAgain(['paper', 'straw', 'rust', 'night'], { widthMm: 120, heightMm: 90 }, NOW);
beforeEach(async () => ({ db, id } = await bands()));
afterEach(() => db.close());

interface Part {
  readonly name: string;
  readonly values: Readonly<Record<string, string>>;
}

/** Events and things to do of a calendar, read line by line as RFC 5545 has them: free of the library that wrote them. */
function partsOf(text: string): Part[] {
  expect(text.endsWith('\r\n')).toBe(true);
  const lines = text
    .replace(/\r\n[ \t]/g, '')
    .split('\r\n')
    .filter(Boolean);
  for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
  const parts: Part[] = [];
  let open: { name: string; values: Record<string, string> } | undefined;
  for (const line of lines) {
    const at = line.indexOf(':'),
      [name, value] = [line.slice(0, at).split(';')[0], line.slice(at + 1)];
    if (name === 'BEGIN' && value !== 'VCALENDAR') open = { name: value, values: {} };
    else if (name === 'END' && open) {
      parts.push(open);
      open = undefined;
    } else if (open) open.values[name] = value;
  }
  return parts;
}
const calendar = (only: string | null = null) => new TextDecoder().decode(ok(calendarFile(db, only, MS)).bytes);
const moment = (text: string) =>
  Date.parse(text.replace(/^(\d{4})(\d{2})(\d{2})T(\d{2})(\d{2})(\d{2})Z$/, '$1-$2-$3T$4:$5:$6Z'));

test('every step is a thing to do, every sitting an event; ids stay, and nothing of people is in it', () => {
  const text = calendar(),
    parts = partsOf(text);
  const [{ steps }] = daysOfWorkshop(db, MS);
  const todos = parts.filter(({ name }) => name === 'VTODO'),
    events = parts.filter(({ name }) => name === 'VEVENT');
  expect(todos).toHaveLength(steps.length);
  expect(events.length).toBeGreaterThanOrEqual(steps.length);
  const uids = parts.map(({ values }) => values.UID);
  expect(new Set(uids).size).toBe(uids.length);
  expect(partsOf(calendar()).map(({ values }) => values.UID)).toEqual(uids);
  expect(text).not.toMatch(/ORGANIZER|ATTENDEE|mailto/);
});

test('events are as long as their sittings, and a step is due when its last one ends', () => {
  const parts = partsOf(calendar());
  for (const { name, values } of parts) {
    const [from, to] = [moment(values.DTSTART), moment(values.DTEND ?? values.DUE)];
    expect(from).toBeGreaterThanOrEqual(MS - 60_000);
    expect(to).toBeGreaterThan(from);
    if (name !== 'VTODO') continue;
    const own = parts.filter(
      (part) => part.name === 'VEVENT' && part.values.UID.startsWith(`${values.UID.split('@')[0]}/`),
    );
    expect(Math.max(...own.map((part) => moment(part.values.DTEND)))).toBe(to);
    expect(Math.min(...own.map((part) => moment(part.values.DTSTART)))).toBe(from);
  }
});

test('of one print alone, named even when its name wants escaping', () => {
  const other = ok(copyPrint(db, id, NOW));
  const all = partsOf(calendar()),
    one = partsOf(calendar(other));
  expect(one.length).toBeGreaterThan(5);
  expect(one.length).toBeLessThan(all.length);
  for (const { values } of one) expect(values.UID).toContain(other);
  expect(partsOf(calendar('gone'))).toEqual([]);
});
