import Database from 'better-sqlite3';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  insertDevice,
  knownDevices,
  machineSetting,
  markDevicePutOut,
  markDeviceSeen,
  openMachine,
  setMachine,
  wasPutOut,
  type KnownDevice,
} from './machine';

let folder: string, file: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'machine-'));
  file = join(folder, 'w.sqlite');
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const AT = '2026-11-28T10:00:00.000Z';
const device = (id: string, more: Partial<KnownDevice> = {}): KnownDevice => ({
  ...{ id, name: `Device ${id}`, role: 'bench', place: null, letInAt: AT, seenAt: AT, tokenSha: id.padEnd(64, '0') },
  ...more,
});

test('devices are kept over a start, the newest first, and one that is put out is not among them', () => {
  const first = openMachine(file);
  insertDevice(first, device('a'));
  insertDevice(first, device('b', { letInAt: '2026-11-28T11:00:00.000Z', role: 'look', place: 7 }));
  markDeviceSeen(first, 'a', '2026-11-28T12:00:00.000Z');
  first.close();
  const again = openMachine(file);
  expect(knownDevices(again).map(({ id, role, place, seenAt }) => [id, role, place, seenAt])).toEqual([
    ['b', 'look', 7, '2026-11-28T11:00:00.000Z'],
    ['a', 'bench', null, '2026-11-28T12:00:00.000Z'],
  ]);
  expect(markDevicePutOut(again, 'a', AT)).toBe(true);
  expect(markDevicePutOut(again, 'a', AT)).toBe(false);
  expect(markDevicePutOut(again, 'nobody', AT)).toBe(false);
  expect(knownDevices(again).map(({ id }) => id)).toEqual(['b']);
  expect([wasPutOut(again, device('a').tokenSha), wasPutOut(again, device('b').tokenSha)]).toEqual([true, false]);
  again.close();
});

test('one token is of one device, and a role is one of three', () => {
  const db = openMachine(':memory:');
  insertDevice(db, device('a'));
  expect(() => insertDevice(db, device('b', { tokenSha: device('a').tokenSha }))).toThrow(/UNIQUE/);
  expect(() => insertDevice(db, device('c', { role: 'machine' as never }))).toThrow(/CHECK/);
  db.close();
});

test('what the machine was told is remembered, told anew and forgotten', () => {
  const db = openMachine(':memory:');
  expect(machineSetting(db, 'network')).toBeUndefined();
  setMachine(db, 'network', 'open');
  setMachine(db, 'network', 'shut');
  expect(machineSetting(db, 'network')).toBe('shut');
  setMachine(db, 'network', undefined);
  expect(machineSetting(db, 'network')).toBeUndefined();
  db.close();
});

test('a file that cannot be read is set aside, and begun anew: devices are let in again, the workshop opens all the same', () => {
  writeFileSync(`${file}-machine`, 'no database at all, but long enough to be looked at as one '.repeat(40));
  const db = openMachine(file);
  expect(knownDevices(db)).toEqual([]);
  db.close();
  expect(readdirSync(folder).filter((name) => name.includes('-unreadable-'))).toHaveLength(1);
});

test('a file of a newer release is left alone and told', () => {
  openMachine(file).close();
  const newer = new Database(`${file}-machine`);
  newer.prepare("INSERT INTO migrations VALUES ('9999_later.sql', 'x', '2030-01-01')").run();
  newer.close();
  expect(() => openMachine(file)).toThrow(/newer Ulexite/);
  expect(readdirSync(folder).filter((name) => name.includes('-unreadable-'))).toEqual([]);
});
