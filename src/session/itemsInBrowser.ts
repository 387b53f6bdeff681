import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Item, ItemKeeper } from './items';
import { newId } from './newId';
import { takeOlderItems, type OlderStore } from './olderItems';

interface Kept extends DBSchema {
  waiting: {
    key: number;
    value: { readonly printId: string; readonly window: string; readonly item: Item };
    indexes: { readonly printId: string };
  };
}

/** What a browser has to keep things with, beside its database: locks (on pages from this machine or by https), and the store that releases before this one wrote to. */
interface Browser {
  readonly locks: LockManager | undefined;
  readonly olderStore: OlderStore;
}

/**
 * Keeps what waits on one print, for each window its own: a window holds a lock as long as it is open, so what lies under a window whose
 * lock is free was left by a reload or a power cut, and the next window takes it. Without locks all of it counts as left; two windows
 * may then send the same, which the server counts once.
 */
export function itemsInBrowser(printId: string, browser: () => Browser = thisBrowser): ItemKeeper {
  const window = `ulexite-window-${newId()}`;
  const keys = new Map<string, number>();
  let opened: Promise<IDBPDatabase<Kept>> | undefined;

  const database = () => {
    opened ??= openDB<Kept>('ulexite', 1, {
      upgrade: (db) => void db.createObjectStore('waiting', { autoIncrement: true }).createIndex('printId', 'printId'),
      terminated: () => (opened = undefined),
    });
    opened.catch(() => (opened = undefined));
    return opened;
  };

  const add = async (item: Item): Promise<void> => {
    const adding = (await database()).transaction('waiting', 'readwrite', { durability: 'strict' });
    keys.set(item.id, await adding.store.add({ printId, window, item }));
    await adding.done;
  };

  const takeLeft = async (): Promise<readonly Item[]> => {
    const { locks, olderStore } = browser();
    // held until the window closes: the promise never resolves. A browser that refuses it only means that what is here may count as left
    locks?.request(window, () => new Promise(() => undefined)).catch(() => undefined);
    const older = await takeOlderItems(printId, olderStore, add);
    const living = new Set((await locks?.query())?.held?.map(({ name }) => name)).add(window);
    const taking = (await database()).transaction('waiting', 'readwrite');
    const left: Item[] = [];
    for (let at = await taking.store.index('printId').openCursor(printId); at; at = await at.continue()) {
      if (living.has(at.value.window)) continue;
      left.push(at.value.item);
      keys.set(at.value.item.id, at.primaryKey);
      await at.update({ ...at.value, window });
    }
    await taking.done;
    return [...older, ...left];
  };

  return {
    add,
    takeLeft,
    remove: async (id) => {
      const key = keys.get(id);
      if (key === undefined) return;
      keys.delete(id);
      await (await database()).delete('waiting', key);
    },
  };
}

function thisBrowser(): Browser {
  return { locks: navigator.locks as LockManager | undefined, olderStore: localStorage };
}
