import { join } from 'node:path';
import { existsSync, renameSync } from 'node:fs';
import Database from 'better-sqlite3';
import type { Device, DeviceRole } from '@/model';
import { migrate } from './migrate';
import type { Store } from './open';
import { problemOf } from './problem';

const FOLDER = join(process.cwd(), 'src/store/machineMigrations');

/**
 * What belongs to this machine and not to the workshop: devices let in, and what it was told. In a file beside the workshop's, so that a
 * copy that is put back, or an archive brought in, lets no device in again that was put out. One that cannot be read is set aside, and
 * all devices are let in anew.
 */
export function openMachine(workshopFile: string): Store {
  if (workshopFile === ':memory:') return prepared(workshopFile);
  const file = `${workshopFile}-machine`;
  try {
    return prepared(file);
  } catch (error) {
    const code = problemOf(error, file)?.code;
    if (code !== 'file-damaged' || !existsSync(file)) throw problemOf(error, file) ?? error;
    renameSync(file, `${file}-unreadable-${Date.now()}`);
    return prepared(file);
  }
}

function prepared(file: string): Store {
  const db = new Database(file);
  try {
    db.pragma('busy_timeout = 250');
    db.pragma('journal_mode = DELETE');
    db.pragma('synchronous = FULL');
    migrate(db, FOLDER);
    return db;
  } catch (error) {
    db.close();
    throw error;
  }
}

interface DeviceRow {
  readonly id: string;
  readonly name: string;
  readonly role: DeviceRole;
  readonly place: number | null;
  readonly let_in_at: string;
  readonly seen_at: string;
  readonly token_sha: string;
}

export type KnownDevice = Device & { readonly tokenSha: string };

/** Devices that are let in, the newest first. */
export function knownDevices(db: Store): KnownDevice[] {
  return db
    .prepare<[], DeviceRow>('SELECT * FROM devices WHERE put_out_at IS NULL ORDER BY let_in_at DESC, rowid DESC')
    .all()
    .map((row) => ({
      ...{ id: row.id, name: row.name, role: row.role, place: row.place },
      ...{ letInAt: row.let_in_at, seenAt: row.seen_at, tokenSha: row.token_sha },
    }));
}

/** Whether a device with this token was here and was put out. */
export function wasPutOut(db: Store, tokenSha: string): boolean {
  return db.prepare('SELECT 1 FROM devices WHERE token_sha = ? AND put_out_at IS NOT NULL').get(tokenSha) !== undefined;
}

export function insertDevice(db: Store, { id, name, role, place, letInAt, tokenSha }: KnownDevice): void {
  db.prepare(
    'INSERT INTO devices (id, name, role, place, token_sha, let_in_at, seen_at) VALUES (?, ?, ?, ?, ?, ?, ?)',
  ).run(id, name, role, place, tokenSha, letInAt, letInAt);
}

export function markDeviceSeen(db: Store, id: string, at: string): void {
  db.prepare('UPDATE devices SET seen_at = ? WHERE id = ?').run(at, id);
}

/** False where no such device is let in. */
export function markDevicePutOut(db: Store, id: string, at: string): boolean {
  return db.prepare('UPDATE devices SET put_out_at = ? WHERE id = ? AND put_out_at IS NULL').run(at, id).changes > 0;
}

/** What this machine was told under a name. */
export function machineSetting(db: Store, name: string): string | undefined {
  return db.prepare<[string], { value: string }>('SELECT value FROM settings WHERE name = ?').get(name)?.value;
}

/** `value` undefined: forgets it. */
export function setMachine(db: Store, name: string, value: string | undefined): void {
  if (value === undefined) db.prepare('DELETE FROM settings WHERE name = ?').run(name);
  else db.prepare('INSERT OR REPLACE INTO settings VALUES (?, ?)').run(name, value);
}
