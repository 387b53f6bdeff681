import type { DraftKeeper, KeptDraft } from './planEdits';

/** The parts of a browser that keep drafts: its store, and its locks where it has them (pages from this machine or by https). */
export interface DraftPlace {
  readonly store: Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;
  readonly locks: LockManager | undefined;
}

/**
 * Keeps the draft of one print in the browser, one for each window: two windows on one print neither overwrite nor send each
 * other's edits. A window holds a lock as long as it is open, so a draft whose lock is free was left by one that is gone, by a
 * reload or a power cut, and the next window takes it. Without locks every draft counts as left. A full or closed store is
 * said once and edits go on.
 */
export function draftKeeper(printId: string, full: () => void, place: () => DraftPlace = inBrowser): DraftKeeper {
  const ofPrint = `ulexite-draft-${printId}`,
    own = `${ofPrint}-${crypto.randomUUID()}`;
  let held = false;

  /** The lock is held until the window closes: its promise never resolves. */
  const hold = ({ locks }: DraftPlace) => {
    if (held) return;
    held = true;
    // a browser that refuses the lock only means that the draft may count as left
    locks?.request(own, () => new Promise(() => undefined)).catch(() => undefined);
  };

  const takeLeft = async (): Promise<KeptDraft | undefined> => {
    const { store, locks } = place();
    const living = new Set((await locks?.query())?.held?.map(({ name }) => name));
    const left = Array.from({ length: store.length }, (_, i) => store.key(i) ?? '')
      .filter((key) => (key === ofPrint || key.startsWith(`${ofPrint}-`)) && key !== own && !living.has(key))
      .sort();
    for (const key of left) {
      const draft = readDraft(store.getItem(key));
      if (!draft) continue; // not of this form: left where it lies
      store.setItem(own, JSON.stringify(draft));
      store.removeItem(key);
      return draft;
    }
    return undefined;
  };

  return {
    takeLeft: async () => {
      try {
        const at = place();
        hold(at);
        // one window at a time, so that no two take the same draft
        return at.locks ? await at.locks.request(ofPrint, takeLeft) : await takeLeft();
      } catch {
        return undefined;
      }
    },
    write: (draft) => {
      try {
        const at = place();
        hold(at);
        if (draft) at.store.setItem(own, JSON.stringify(draft));
        else at.store.removeItem(own);
      } catch {
        full();
      }
    },
  };
}

function readDraft(text: string | null): KeptDraft | undefined {
  try {
    const draft = JSON.parse(text ?? 'null') as KeptDraft | null;
    return draft && Number.isInteger(draft.revision) && Array.isArray(draft.edits) ? draft : undefined;
  } catch {
    return undefined;
  }
}

function inBrowser(): DraftPlace {
  return { store: localStorage, locks: navigator.locks as LockManager | undefined };
}
