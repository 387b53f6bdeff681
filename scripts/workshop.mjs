/** The workshop's file as the server holds it: looked at, locked against a second server, opened, and closed whole. */
import { existsSync } from 'node:fs';

const shared = globalThis;

export function workshopFile() {
  process.env.ULEXITE_DATA ??= 'data/ulexite.sqlite';
  return process.env.ULEXITE_DATA;
}

/** Ends with the reason and a code that is not 0. */
export function refuse(error) {
  console.error(`\nUlexite was not started. ${error.message}`);
  process.exit(1);
}

/** A part of the house as it was built; while it is worked on, from its source. */
async function part(name, source) {
  const built = new URL(`../.next/ulexite/${name}.mjs`, import.meta.url);
  if (!process.argv.includes('--dev') && existsSync(built)) return import(built.href);
  const { tsImport } = await import('tsx/esm/api');
  shared.ulexiteParts ??= {};
  shared.ulexiteParts[name] ??= await tsImport(source, import.meta.url);
  return shared.ulexiteParts[name];
}

const store = () => part('store', '../src/store/index.ts');
/** What stands before the application: who is let in, who is refused. */
export const doorway = () => part('door', '../src/server/door/index.ts');
/** What keeps copies of the file. */
export const keepingRoom = () => part('keeping', '../src/server/keeping/index.ts');

/** Keeps other servers off the file until this process ends. */
export async function lockWorkshop() {
  try {
    shared.ulexiteLock ??= (await store()).lockForServer(workshopFile());
  } catch (error) {
    refuse(error);
  }
}

/** Opens the file for the application, which finds it under this name; one of an older form is copied first. */
export async function openWorkshop() {
  await lockWorkshop();
  try {
    await copyBeforeUpgrade();
    shared.ulexiteStore ??= (await store()).openStore(workshopFile());
  } catch (error) {
    refuse(await withLastCopy(error));
  }
}

async function copyBeforeUpgrade() {
  const { copyAndThin, keepingWords, toldByServer, wantsUpgrade } = await keepingRoom();
  const file = workshopFile();
  if (!wantsUpgrade(file)) return;
  console.log(keepingWords('terminal.before'));
  const done = await copyAndThin({ file, why: 'upgrade', at: new Date().toISOString(), outside: undefined });
  if (!done.ok) throw new Error(toldByServer(done));
}

/** A file that cannot be read is told with the copy that could take its place. */
async function withLastCopy(error) {
  const { copiesFolder, copiesIn, keepingWords, problemOf } = await keepingRoom();
  const problem = problemOf(error, workshopFile()) ?? error;
  const [newest] = copiesIn(copiesFolder(workshopFile()));
  if (!newest || !['file-damaged', 'file-foreign'].includes(problem.code)) return problem;
  const { at, name, counts } = newest;
  const says = keepingWords('terminal.lastGood', { at: at.slice(0, 16).replace('T', ' '), name, ...counts });
  return new Error(`${problem.message}\n${says}`);
}

export async function closeWorkshop() {
  const { closeStore } = await store();
  if (shared.ulexiteStore) closeStore(shared.ulexiteStore);
  shared.ulexiteLock?.close();
}
