import 'fake-indexeddb/auto';
import type { BenchEvent } from '@/model';
import type { Item } from './items';
import { itemsInBrowser } from './itemsInBrowser';

const edit = (id: string): Item => ({ kind: 'edit', id, edit: { kind: 'sheets-set', part: { edition: 9 } } });
const event = (id: string): BenchEvent => ({
  id,
  at: '2026-11-20T10:00:00.000Z',
  version: 2,
  act: { kind: 'cut-done', cutId: 's' },
});
const acts = (id: string): Item => ({ kind: 'acts', id, events: [event(`${id}-event`)] });

/** A browser with locks that are held as long as their window is open, and the small store of older releases. */
function browser() {
  const held = new Set<string>();
  const older = new Map<string, string>();
  return {
    older,
    close: () => held.clear(),
    browser: () => ({
      locks: {
        request: async (name: string) => void held.add(name),
        query: async () => ({ held: [...held].map((name) => ({ name })) }),
      } as unknown as LockManager,
      olderStore: {
        getItem: (key: string) => older.get(key) ?? null,
        removeItem: (key: string) => void older.delete(key),
        key: (i: number) => [...older.keys()][i] ?? null,
        get length() {
          return older.size;
        },
      },
    }),
  };
}

test('what waits is kept in its order over a reload, each print its own, until it is removed', async () => {
  const { browser: here, close } = browser();
  const first = itemsInBrowser('a', here);
  expect(await first.takeLeft()).toEqual([]);
  for (const item of [edit('one'), acts('two'), edit('three')]) await first.add(item);
  await itemsInBrowser('b', here).add(edit('other'));
  await first.remove('two');
  close();
  const second = itemsInBrowser('a', here);
  expect(await second.takeLeft()).toEqual([edit('one'), edit('three')]);
  await second.remove('one');
  await second.remove('three');
  close();
  expect(await itemsInBrowser('a', here).takeLeft()).toEqual([]);
});

test('what an open window keeps is left to it; once it is gone the next takes it, and only one', async () => {
  const { browser: here, close } = browser();
  const open = itemsInBrowser('c', here);
  await open.takeLeft();
  await open.add(edit('mine'));
  expect(await itemsInBrowser('c', here).takeLeft()).toEqual([]);
  close();
  const next = itemsInBrowser('c', here);
  expect(await next.takeLeft()).toEqual([edit('mine')]);
  expect(await itemsInBrowser('c', here).takeLeft()).toEqual([]);
});

test('what the release before this one left is taken over once, in the form of this one', async () => {
  const { browser: here, older, close } = browser();
  older.set(
    'ulexite-draft-d-window',
    JSON.stringify({ revision: 3, edits: [{ kind: 'sheets-set', part: { edition: 9 } }] }),
  );
  older.set('ulexite-waiting-d', JSON.stringify([event('old-event-1'), event('old-event-2')]));
  older.set('ulexite-draft-d-odd', '{not json');
  older.set('ulexite-unit', 'in');
  const taken = await itemsInBrowser('d', here).takeLeft();
  expect(taken.map((item) => (item.kind === 'edit' ? item.edit.kind : item.events[0].id))).toEqual([
    'sheets-set',
    'old-event-1',
    'old-event-2',
  ]);
  expect(new Set(taken.map(({ id }) => id)).size).toBe(3);
  expect([...older.keys()]).toEqual(['ulexite-draft-d-odd', 'ulexite-unit']);
  close();
  expect((await itemsInBrowser('d', here).takeLeft()).length).toBe(3);
});

test('a browser without locks keeps all the same; one without a database says so', async () => {
  const { browser: here } = browser();
  const without = () => ({ ...here(), locks: undefined });
  await itemsInBrowser('e', without).add(edit('kept'));
  expect(await itemsInBrowser('e', without).takeLeft()).toEqual([edit('kept')]);
  const { indexedDB } = globalThis;
  Object.assign(globalThis, {
    indexedDB: {
      open: () => {
        throw new DOMException('closed', 'InvalidStateError');
      },
    },
  });
  await expect(itemsInBrowser('f', without).add(edit('lost'))).rejects.toThrow();
  Object.assign(globalThis, { indexedDB });
});
