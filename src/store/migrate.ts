import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Store } from './open';
import { StoreProblem } from './problem';

const FOLDER = join(process.cwd(), 'src/store/migrations');

/**
 * Brings the file to the newest form. The history is checked first: a migration that was changed after it ran, or one
 * this program does not know, stops everything before anything is touched. Each runs in its own transaction.
 */
export function migrate(db: Store, folder = FOLDER): void {
  if (!isBegun(db))
    db.exec(
      'CREATE TABLE IF NOT EXISTS migrations (name TEXT PRIMARY KEY, checksum TEXT NOT NULL, ran_at TEXT NOT NULL) STRICT',
    );
  const { known, pending } = stepsOf(db, folder);
  for (const name of pending) {
    db.transaction(() => {
      db.exec(known.get(name)!);
      db.prepare('INSERT INTO migrations VALUES (?, ?, ?)').run(
        name,
        checksumOf(known.get(name)!),
        new Date().toISOString(),
      );
    }).immediate();
  }
}

/** Whether a file that was begun is not in the newest form; checks its history as `migrate` does, and writes nothing. */
export function pendingMigrations(db: Store, folder = FOLDER): boolean {
  return isBegun(db) && stepsOf(db, folder).pending.length > 0;
}

const isBegun = (db: Store) => db.prepare("SELECT 1 FROM sqlite_master WHERE name = 'migrations'").get() !== undefined;

function stepsOf(db: Store, folder: string) {
  const files = readdirSync(folder)
    .filter((name) => /^\d{4}_\w+\.sql$/.test(name))
    .sort();
  const known = new Map(files.map((name) => [name, readFileSync(join(folder, name), 'utf8')]));
  const ran = db
    .prepare<[], { name: string; checksum: string }>('SELECT name, checksum FROM migrations ORDER BY name')
    .all();
  ran.forEach(({ name, checksum }, i) => {
    const sql = known.get(name);
    if (sql === undefined) throw new StoreProblem('file-newer', db.name);
    if (checksumOf(sql) !== checksum || files[i] !== name) throw new StoreProblem('file-altered', db.name);
  });
  return { known, pending: files.slice(ran.length) };
}

function checksumOf(sql: string): string {
  return createHash('sha256').update(sql).digest('hex');
}
