import Database from 'better-sqlite3';
import { createHash } from 'node:crypto';
import {
  closeSync,
  constants,
  copyFileSync,
  createReadStream,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statfsSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { pendingMigrations } from './migrate';
import { lookAt, openToRead, type Store } from './open';
import { StoreProblem } from './problem';
import { COPY_REASONS, type CopyReason } from '@/model';
import { thinned, type CopyMoment } from './thinning';

/** What is counted in the file and in its copy, and must be alike. */
const COUNTED = {
  prints: 'prints',
  plans: 'plan_history',
  acts: 'bench_log',
  pictures: 'blobs',
  inks: 'cabinet_inks',
  things: 'workshop_items',
} as const;
export type CopyCounts = { readonly [Name in keyof typeof COUNTED]: number };

/** A copy that was read back whole when it was made. */
export interface Copy extends CopyMoment {
  readonly name: string;
  readonly path: string;
  readonly bytes: number;
  readonly counts: CopyCounts;
  readonly sha256: string;
  /** Of the file as it was copied: alike while nothing was written since. */
  readonly stamp: string;
}

const PART = '.part';
/** Room that is left beside a copy. */
const SPARE_BYTES = 50e6;
const LOW_BYTES = 300e6,
  LOW_TIMES = 3;

/** Where copies of a workshop's file are kept beside it. */
export function copiesFolder(file: string): string {
  return file.replace(/(\.sqlite)?$/, '-copies');
}

/** Changes with every write to the file. */
export function fileStamp(file: string): string {
  return [file, `${file}-wal`]
    .map((one) => (existsSync(one) ? `${statSync(one).size}:${statSync(one).mtimeMs}` : '-'))
    .join(' ');
}

/** Whether opening the file would bring it to a newer form. */
export function wantsUpgrade(file: string): boolean {
  if (!existsSync(file) || statSync(file).size === 0) return false;
  lookAt(file);
  const db = openToRead(file);
  try {
    return pendingMigrations(db);
  } finally {
    db.close();
  }
}

export interface DiskRoom {
  readonly freeBytes: number;
  /** Less than three more copies fit, or a few hundred megabytes. */
  readonly low: boolean;
}

export function roomBeside(file: string): DiskRoom {
  const { bavail, bsize } = statfsSync(dirname(file) || '.');
  const freeBytes = bavail * bsize;
  return { freeBytes, low: freeBytes < Math.max(LOW_BYTES, LOW_TIMES * sizeOf(file)) };
}

const sizeOf = (file: string) => (existsSync(file) ? statSync(file).size : 0);

/**
 * Copies the file as it is at this moment to a path that is free, also while it is in use, by SQLite's own backup within one transaction; reads
 * the copy back: its inner structure, and counts against the file's. Takes as long as the file is large: run it in a thread. `report`: how
 * far it is, 0 to 1. What fails leaves nothing there.
 * @throws StoreProblem `copy-differs`, `file-damaged`; errors of the file system
 */
export async function copyTo(
  file: string,
  target: string,
  report: (share: number) => void = () => undefined,
): Promise<CopyCounts> {
  try {
    const counts = await copyInto(file, target, report);
    checkCopy(target, counts, file);
    sync(target);
    return counts;
  } catch (error) {
    rmSync(target, { force: true });
    throw error;
  }
}

/**
 * Makes such a copy in the folder beside the file, and gives it its name only when it is good.
 * @throws StoreProblem `copy-no-room`, those of `copyTo`
 */
export async function makeCopy(
  file: string,
  why: CopyReason,
  now: Date,
  report: (share: number) => void = () => undefined,
): Promise<Copy> {
  const folder = copiesFolder(file);
  mkdirSync(folder, { recursive: true });
  dropParts(folder);
  if (roomBeside(file).freeBytes < sizeOf(file) * 1.1 + SPARE_BYTES) throw new StoreProblem('copy-no-room', folder);
  const at = now.toISOString();
  const path = freePath(folder, `${at.replace(/[:.]/g, '-')}-${why}`, '.sqlite');
  const part = `${path}${PART}`;
  try {
    const stamp = fileStamp(file);
    const counts = await copyTo(file, part, report);
    const copy = { ...{ name: basename(path), path, at, why, bytes: statSync(part).size, counts, stamp } };
    const whole: Copy = { ...copy, sha256: await sha256Of(part) };
    keepNote(whole);
    renameSync(part, path);
    syncFolder(folder);
    return whole;
  } catch (error) {
    rmSync(part, { force: true });
    throw error;
  }
}

/** A name that is not taken yet: two copies within a millisecond, or by a clock that was set back. */
function freePath(folder: string, stem: string, ending: string): string {
  for (let n = 0; ; n++) {
    const path = join(folder, `${stem}${n === 0 ? '' : `-${n}`}${ending}`);
    if (!existsSync(path)) return path;
  }
}

async function copyInto(file: string, part: string, report: (share: number) => void): Promise<CopyCounts> {
  const db = openToRead(file);
  try {
    // one transaction: what is counted is what is copied, whatever is written meanwhile
    db.exec('BEGIN');
    const counts = countsOf(db);
    await db.backup(part, {
      progress: ({ totalPages, remainingPages }) => {
        report(totalPages === 0 ? 0 : 1 - remainingPages / totalPages);
        return 4000;
      },
    });
    db.exec('COMMIT');
    return counts;
  } finally {
    db.close();
  }
}

function countsOf(db: Store): CopyCounts {
  const there = new Set(
    db
      .prepare<[], { name: string }>("SELECT name FROM sqlite_master WHERE type = 'table'")
      .all()
      .map(({ name }) => name),
  );
  const count = (table: string) =>
    there.has(table) ? db.prepare<[], { n: number }>(`SELECT count(*) AS n FROM ${table}`).get()!.n : 0;
  return Object.fromEntries(Object.entries(COUNTED).map(([name, table]) => [name, count(table)])) as CopyCounts;
}

/** @throws StoreProblem when a copy does not read back whole, or holds something else than was counted */
function checkCopy(path: string, counts: CopyCounts, file: string): void {
  const db = new Database(path);
  try {
    // one file, without a log beside it: it is copied and moved by itself
    db.pragma('journal_mode = DELETE');
    if (db.pragma('integrity_check', { simple: true }) !== 'ok') throw new StoreProblem('file-damaged', file);
    const found = countsOf(db);
    if (Object.entries(counts).some(([name, n]) => found[name as keyof CopyCounts] !== n))
      throw new StoreProblem('copy-differs', path);
  } finally {
    db.close();
  }
}

function sync(path: string): void {
  const handle = openSync(path, 'r+');
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}

/** The name of a file is on disk when its folder is. */
function syncFolder(folder: string): void {
  try {
    const handle = openSync(folder, 'r');
    fsyncSync(handle);
    closeSync(handle);
  } catch {
    // some systems do not let folders be opened
  }
}

async function sha256Of(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path, { highWaterMark: 1 << 20 })) hash.update(chunk as Buffer);
  return hash.digest('hex');
}

const noteOf = (path: string) => `${path}.json`;

function keepNote({ path, at, why, bytes, counts, sha256, stamp }: Copy): void {
  writeFileSync(noteOf(path), JSON.stringify({ at, why, bytes, counts, sha256, stamp }));
}

/** What was left half-made by a power cut. */
function dropParts(folder: string): void {
  for (const name of readdirSync(folder))
    if (name.endsWith(PART) || /\.part-(wal|shm|journal)$/.test(name)) rmSync(join(folder, name), { force: true });
}

/** Copies in a folder, the newest first; files beside them that are none of ours are left alone. */
export function copiesIn(folder: string): Copy[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter((name) => name.endsWith('.sqlite'))
    .map((name) => copyAt(join(folder, name)))
    .filter((copy) => copy !== undefined)
    .sort((a, b) => Date.parse(b.at) - Date.parse(a.at));
}

function copyAt(path: string): Copy | undefined {
  try {
    const note = JSON.parse(readFileSync(noteOf(path), 'utf8')) as Omit<Copy, 'name' | 'path'>;
    const known = COPY_REASONS.includes(note.why) && !Number.isNaN(Date.parse(note.at));
    return known && statSync(path).size === note.bytes ? { ...note, name: basename(path), path } : undefined;
  } catch {
    return undefined;
  }
}

/** Lets go of the copies that the rule does not keep; says how many. */
export function thinCopies(folder: string): number {
  const copies = copiesIn(folder),
    kept = new Set(thinned(copies));
  const gone = copies.filter((copy) => !kept.has(copy));
  for (const { path } of gone) {
    rmSync(path, { force: true });
    rmSync(noteOf(path), { force: true });
  }
  return gone.length;
}

/** The same copy in a folder outside, read back there. @throws StoreProblem `copy-outside`; errors of the file system */
export async function copyOutside(copy: Copy, folder: string): Promise<void> {
  mkdirSync(folder, { recursive: true });
  dropParts(folder);
  const path = join(folder, copy.name);
  copyFileSync(copy.path, `${path}${PART}`);
  sync(`${path}${PART}`);
  if ((await sha256Of(`${path}${PART}`)) !== copy.sha256) throw new StoreProblem('copy-outside', folder);
  keepNote({ ...copy, path });
  renameSync(`${path}${PART}`, path);
  syncFolder(folder);
}

/**
 * Puts a copy beside the present file, under a name of its own; the present file is not touched. @throws StoreProblem `copy-damaged` when it is
 * not what it was when it was made
 */
export async function putBeside(copy: Copy, file: string): Promise<string> {
  if ((await sha256Of(copy.path)) !== copy.sha256) throw new StoreProblem('copy-damaged', copy.path);
  if (roomBeside(file).freeBytes < copy.bytes + SPARE_BYTES) throw new StoreProblem('copy-no-room', dirname(file));
  const stem = basename(file).replace(/\.sqlite$/, '');
  const target = freePath(dirname(file) || '.', `${stem}-of-${copy.at.slice(0, 19).replace(/:/g, '-')}`, '.sqlite');
  copyFileSync(copy.path, target, constants.COPYFILE_EXCL);
  sync(target);
  return target;
}

/**
 * Puts a copy in the place of the file, which is set aside with all that belongs to it and kept. Only while no server holds it. Says where the
 * file lies now; undefined where there was none. @throws StoreProblem as `putBeside`
 */
export async function putInPlace(copy: Copy, file: string, now: Date): Promise<string | undefined> {
  const beside = await putBeside(copy, file);
  const aside = `${file.replace(/(\.sqlite)?$/, '')}-set-aside-${now.toISOString().slice(0, 19).replace(/:/g, '-')}.sqlite`;
  const there = existsSync(file);
  for (const ending of ['-wal', '-shm', ''])
    if (existsSync(`${file}${ending}`)) renameSync(`${file}${ending}`, `${aside}${ending}`);
  renameSync(beside, file);
  syncFolder(dirname(file) || '.');
  return there ? aside : undefined;
}
