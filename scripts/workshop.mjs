/** The workshop's file as the server holds it: looked at, locked against a second server, opened, and closed whole. */
import { existsSync } from 'node:fs';

const shared = globalThis;

export function workshopFile() {
  process.env.ULEXITE_DATA ??= 'data/ulexite.sqlite';
  return process.env.ULEXITE_DATA;
}

/** Ends with the reason and a code that is not 0. */
function refuse(error) {
  console.error(`\nUlexite was not started. ${error.message}`);
  process.exit(1);
}

const BUILT = new URL('../.next/ulexite/store.mjs', import.meta.url);

/** The store as it was built; while it is worked on, from its source. */
async function store() {
  if (!process.argv.includes('--dev') && existsSync(BUILT)) return import(BUILT.href);
  const { tsImport } = await import('tsx/esm/api');
  shared.ulexiteStoreModule ??= await tsImport('../src/store/index.ts', import.meta.url);
  return shared.ulexiteStoreModule;
}

/** Keeps other servers off the file until this process ends. */
export async function lockWorkshop() {
  try {
    shared.ulexiteLock ??= (await store()).lockForServer(workshopFile());
  } catch (error) {
    refuse(error);
  }
}

/** Opens the file for the application, which finds it under this name. */
export async function openWorkshop() {
  await lockWorkshop();
  try {
    shared.ulexiteStore ??= (await store()).openStore(workshopFile());
  } catch (error) {
    refuse(error);
  }
}

export async function closeWorkshop() {
  const { closeStore } = await store();
  if (shared.ulexiteStore) closeStore(shared.ulexiteStore);
  shared.ulexiteLock?.close();
}
