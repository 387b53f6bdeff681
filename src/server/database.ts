import { join } from 'node:path';
import { dropLooseBlobs, openStore, purgeDeleted, type Store } from '@/store';

const DAY_MS = 86_400_000;
export const RESTORABLE_DAYS = 30;

const shared = globalThis as { ulexiteStore?: Store };

/** The one open workshop file of this process. Old deletions are cleared out when it is opened. */
export function database(): Store {
  shared.ulexiteStore ??= openAndTidy(process.env.ULEXITE_DATA ?? join(process.cwd(), 'data/ulexite.sqlite'));
  return shared.ulexiteStore;
}

function openAndTidy(file: string): Store {
  const db = openStore(file);
  const ago = (days: number) => new Date(Date.now() - days * DAY_MS).toISOString();
  db.transaction(() => {
    purgeDeleted(db, ago(RESTORABLE_DAYS));
    dropLooseBlobs(db, ago(1));
  }).immediate();
  return db;
}
