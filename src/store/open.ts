import Database from 'better-sqlite3';
import { closeSync, existsSync, mkdirSync, openSync, readSync, statSync } from 'node:fs';
import { dirname } from 'node:path';
import { migrate } from './migrate';
import { problemOf, StoreProblem } from './problem';

export type Store = Database.Database;

const HEADER = 'SQLite format 3\0';

/**
 * Opens the workshop's file, made if absent. Every acknowledged transaction is on disk: WAL, synchronous FULL. A file that
 * is not ours, damaged, or of a newer release is looked at before anything in it is touched.
 * @throws StoreProblem in words, for every file that cannot be used
 */
export function openStore(file: string): Store {
  if (file === ':memory:') return prepared(new Database(file));
  let db: Store | undefined;
  try {
    mkdirSync(dirname(file), { recursive: true });
    if (existsSync(file)) lookAt(file);
    db = prepared(new Database(file));
    return db;
  } catch (error) {
    db?.close();
    throw problemOf(error, file) ?? error;
  }
}

/** The file for reading only, beside the server that writes it. */
export function openToRead(file: string): Store {
  const db = new Database(file, { readonly: true });
  db.pragma('busy_timeout = 4000');
  return db;
}

function prepared(db: Store): Store {
  try {
    // a writer outside is waited for a moment only: while this waits nobody is answered, and acts are sent again
    db.pragma('busy_timeout = 250');
    db.pragma('journal_mode = WAL');
    db.pragma('synchronous = FULL');
    db.pragma('foreign_keys = ON');
    migrate(db);
    return db;
  } catch (error) {
    db.close();
    throw error;
  }
}

/** Reads the head and the list of tables without writing anything. */
export function lookAt(file: string): void {
  const { size } = statSync(file);
  if (size === 0) return;
  const head = Buffer.alloc(HEADER.length);
  const handle = openSync(file, 'r');
  try {
    readSync(handle, head, 0, HEADER.length, 0);
  } finally {
    closeSync(handle);
  }
  if (head.toString('latin1') !== HEADER) throw new StoreProblem('file-foreign', file);
  const db = new Database(file, { readonly: true });
  try {
    const tables = db
      .prepare<[], { name: string }>("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'")
      .all()
      .map((row) => row.name);
    if (tables.length > 0 && !(tables.includes('migrations') && (tables.length === 1 || tables.includes('prints'))))
      throw new StoreProblem('file-foreign', file);
  } finally {
    db.close();
  }
}

/** Puts everything into the one file and closes it, so that it can be copied alone. */
export function closeStore(db: Store): void {
  if (!db.open) return;
  db.pragma('wal_checkpoint(TRUNCATE)');
  db.close();
}

/**
 * Held by a running server, so that no second one opens the same file. The lock is SQLite's own on a small file beside it,
 * and goes with the process that holds it, however that ends.
 */
export function lockForServer(file: string): Store {
  mkdirSync(dirname(file), { recursive: true });
  let lock: Store | undefined;
  try {
    lock = new Database(`${file}-server`);
    lock.pragma('busy_timeout = 0');
    lock.exec('BEGIN EXCLUSIVE');
    return lock;
  } catch (error) {
    lock?.close();
    if (/SQLITE_BUSY/.test(String((error as { code?: string }).code))) throw new StoreProblem('file-in-use', file);
    throw problemOf(error, file) ?? error;
  }
}
