import { execFileSync } from 'node:child_process';
import nodeIcal from 'node-ical';
import { expect, test } from './test';
import { flattenedPrint } from './prints';
import { TestServer } from './server';

const server = new TestServer({ TZ: 'Europe/Vienna' });
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

interface Part {
  readonly kind: string;
  readonly uid: string;
  readonly summary: string;
  /** Seconds since 1970. */
  readonly from: number;
  readonly to?: number;
}

const byId = (a: Part, b: Part) => a.kind.localeCompare(b.kind) || a.uid.localeCompare(b.uid);

/** As a library reads it that has no part in writing it; when something is due is left to the other. */
function readByLibrary(text: string): Part[] {
  const seconds = (date: Date) => Math.round(date.getTime() / 1000);
  return Object.values(nodeIcal.sync.parseICS(text)).flatMap((read): Part[] => {
    if (read?.type === 'VEVENT') {
      const { type: kind, uid, summary, start, end } = read;
      return [{ kind, uid, summary, from: seconds(start), to: seconds(end!) }];
    }
    const {
      type: kind,
      uid,
      summary,
      start,
    } = read as unknown as Record<'type' | 'uid' | 'summary', string> & {
      readonly start: Date;
    };
    return kind === 'VTODO' ? [{ kind, uid, summary, from: seconds(start) }] : [];
  });
}

/** What a clock on the wall says at a moment: 20261202T0930. */
const onTheWall = (seconds: number) =>
  new Date(seconds * 1000)
    .toLocaleString('sv-SE', { timeZone: 'Europe/Vienna', dateStyle: 'short', timeStyle: 'short' })
    .replace(/[-:]/g, '')
    .replace(' ', 'T');

test('two other readers take the calendar as it is meant: the same events and things to do, at the same moments, in the zone of this place', async ({
  page,
}) => {
  await flattenedPrint(page, server, 'harbour; dark, and “quiet”');
  await flattenedPrint(page, server, 'a second print');
  const text = await (await fetch(`${server.url}/api/calendar.ics`)).text();
  expect(text).toContain('BEGIN:VTIMEZONE');
  const raw = text.replace(/\r\n[ \t]/g, '');
  expect(raw).toMatch(/^DTSTART;TZID=Europe\/Vienna:\d{8}T\d{6}\r$/m);

  const system = JSON.parse(execFileSync('python3', ['e2e/libical.py'], { input: text }).toString()) as {
    readonly errors: number;
    readonly keepsRules: boolean;
    readonly parts: readonly Part[];
  };
  expect(system.errors).toBe(0);
  expect(system.keepsRules).toBe(true);
  const library = readByLibrary(text);
  expect(library.length).toBeGreaterThan(20);
  expect(library.some(({ summary }) => summary.startsWith('harbour; dark, and “quiet”: '))).toBe(true);
  const told = system.parts.map(({ to, ...part }) => (part.kind === 'VTODO' ? part : { ...part, to }));
  expect(told.sort(byId)).toEqual(library.sort(byId));

  // what was written: as many, each at the moment its clock says
  expect(library.length).toBe(raw.match(/^BEGIN:(VEVENT|VTODO)/gm)!.length);
  for (const { uid, from, to } of system.parts) {
    const part = raw.split('BEGIN:').find((one) => one.includes(`UID:${uid}\r`))!;
    const said = (name: string) => new RegExp(`(?:${name})[^:]*:(\\d{8}T\\d{4})`).exec(part)![1];
    expect(said('DTSTART')).toBe(onTheWall(from));
    expect(said('DTEND|DUE')).toBe(onTheWall(to!));
  }
});
