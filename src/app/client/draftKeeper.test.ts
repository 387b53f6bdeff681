import { draftKeeper, type DraftPlace } from './draftKeeper';
import type { KeptDraft } from './planEdits';

const draft = (revision: number): KeptDraft => ({
  revision,
  edits: [{ kind: 'sheets-set', part: { edition: revision } }],
});

/** A browser: one store and one set of locks, windows that open and close. */
function browser(withLocks = true) {
  const kept = new Map<string, string>();
  const store: DraftPlace['store'] = {
    getItem: (key) => kept.get(key) ?? null,
    setItem: (key, value) => void kept.set(key, value),
    removeItem: (key) => void kept.delete(key),
    key: (i) => [...kept.keys()][i] ?? null,
    get length() {
      return kept.size;
    },
  };
  const held = new Map<string, object>();
  const full = jest.fn();
  const windowOn = (printId: string, put = store.setItem) => {
    const window = {};
    const locks = {
      query: async () => ({ held: [...held.keys()].map((name) => ({ name })) }),
      request: async (name: string, act: () => Promise<unknown>) => {
        held.set(name, window);
        try {
          return await act();
        } finally {
          held.delete(name);
        }
      },
    } as unknown as LockManager;
    const at = { store: { ...store, setItem: put, length: 0 }, locks: withLocks ? locks : undefined };
    Object.defineProperty(at.store, 'length', { get: () => kept.size });
    const keeper = draftKeeper(printId, full, () => at);
    return { ...keeper, close: () => held.forEach((by, name) => by === window && held.delete(name)) };
  };
  return { windowOn, kept, full };
}

test('a draft is left to the next window only when its own is gone', async () => {
  const { windowOn, kept } = browser();
  const first = windowOn('p'),
    second = windowOn('p');
  first.write(draft(1));
  expect(await second.takeLeft()).toBeUndefined();
  second.write(draft(2));
  second.write(undefined);
  expect([...kept.values()].map((v) => JSON.parse(v).revision)).toEqual([1]);
  first.close();
  expect(await windowOn('another').takeLeft()).toBeUndefined();
  expect(await second.takeLeft()).toEqual(draft(1));
  // from now on it is the second window's: a third does not get it, and when it too closes nothing is lost
  const third = windowOn('p');
  expect(await third.takeLeft()).toBeUndefined();
  second.close();
  expect(await third.takeLeft()).toEqual(draft(1));
  third.write(undefined);
  expect(kept.size).toBe(0);
});

test('without locks, what lies there counts as left', async () => {
  const { windowOn } = browser(false);
  windowOn('p').write(draft(3));
  expect(await windowOn('p').takeLeft()).toEqual(draft(3));
});

test('a full store is said, and a draft that cannot be read is passed over', async () => {
  const { windowOn, kept, full } = browser();
  windowOn('p', () => {
    throw new Error('QuotaExceededError');
  }).write(draft(1));
  expect(full).toHaveBeenCalledTimes(1);
  kept.set('ulexite-draft-p-w', '{broken');
  kept.set('ulexite-draft-p-x', JSON.stringify({ revision: 1, plan: {}, labels: ['of an older release'] }));
  expect(await windowOn('p').takeLeft()).toBeUndefined();
  expect(kept.size).toBe(2); // left where they lie
  kept.set('ulexite-draft-p-y', JSON.stringify(draft(5)));
  expect(await windowOn('p').takeLeft()).toEqual(draft(5));
});
