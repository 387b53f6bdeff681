import { join } from 'node:path';
import { dropLooseBlobs, openStore, purgeDeleted, type Store } from '@/store';

const DAY_MS = 86_400_000;
export const RESTORABLE_DAYS = 30;
const FIRST_TIDY_MS = 20_000,
  TIDY_STEP_MS = 200;

const shared = globalThis as { ulexiteStore?: Store; ulexiteTidied?: boolean };

export function storeFile(): string {
  return process.env.ULEXITE_DATA ?? join(process.cwd(), 'data/ulexite.sqlite');
}

/** The one open workshop file of this process. The server's start opens it; elsewhere it is opened when first asked for. */
export function database(): Store {
  shared.ulexiteStore ??= openStore(storeFile());
  if (!shared.ulexiteTidied) {
    shared.ulexiteTidied = true;
    tidyLater(shared.ulexiteStore);
  }
  return shared.ulexiteStore;
}

/** Clears out old deletions and loose bytes in small steps, long after the first page was answered. */
function tidyLater(db: Store): void {
  const ago = (days: number) => new Date(Date.now() - days * DAY_MS).toISOString();
  const step = () => {
    if (!db.open) return;
    try {
      if (purgeDeleted(db, ago(RESTORABLE_DAYS)) + dropLooseBlobs(db, ago(1)) > 0)
        setTimeout(step, TIDY_STEP_MS).unref();
    } catch {
      // a full or held file: the next start tries again
    }
  };
  setTimeout(step, FIRST_TIDY_MS).unref();
}
