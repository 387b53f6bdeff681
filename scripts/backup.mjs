/**
 * `npm run backup [target]`: copies the workshop's file with SQLite's own backup, also while the server runs, and checks the copy. The
 * target is a file that does not exist yet, by default beside the workshop's with the moment in its name.
 */
import Database from 'better-sqlite3';
import { existsSync } from 'node:fs';

const file = process.env.ULEXITE_DATA ?? 'data/ulexite.sqlite';
const target =
  process.argv[2] ?? file.replace(/(\.sqlite)?$/, `-${new Date().toISOString().slice(0, 19).replace(/:/g, '')}.sqlite`);

function stop(message) {
  console.error(message);
  process.exit(1);
}
if (!existsSync(file)) stop(`There is no workshop’s file at “${file}”. Name it in ULEXITE_DATA.`);
if (existsSync(target)) stop(`“${target}” is there already. Name another file: a backup never overwrites one.`);
try {
  const db = new Database(file, { readonly: true });
  await db.backup(target);
  db.close();
  const copy = new Database(target, { readonly: true });
  const found = copy.pragma('quick_check', { simple: true });
  copy.close();
  if (found !== 'ok')
    stop(`The copy at “${target}” does not read back whole (${found}). Look at both disks, and try again.`);
  console.log(`“${file}” was copied to “${target}” and read back whole.`);
} catch (error) {
  stop(`“${file}” could not be copied to “${target}”: ${error.message}`);
}
