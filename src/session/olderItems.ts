import type { BenchEvent, PlanEdit } from '@/model';
import type { Item } from './items';

/** The browser's small store, as far as it is read here. */
export type OlderStore = Pick<Storage, 'getItem' | 'removeItem' | 'key' | 'length'>;

/**
 * What the release before this one left unsent in the browser's small store: acts in a list, edits in a draft for each window. Each is
 * taken out of there once `add` has kept it. What has another form is left where it lies.
 */
export async function takeOlderItems(
  printId: string,
  store: OlderStore,
  add: (item: Item) => Promise<void>,
): Promise<Item[]> {
  const taken: Item[] = [];
  const keys = Array.from({ length: store.length }, (_, i) => store.key(i) ?? '').sort();
  for (const key of keys) {
    const read = READERS.find(([start]) => key.startsWith(start + printId))?.[1];
    const items = read?.(parsed(store.getItem(key)), key) ?? [];
    if (items.length === 0) continue;
    for (const item of items) await add(item);
    taken.push(...items);
    store.removeItem(key);
  }
  return taken;
}

type Reader = (value: unknown, key: string) => Item[];

const READERS: readonly (readonly [start: string, read: Reader])[] = [
  [
    'ulexite-draft-',
    (value, key) => {
      const edits = (value as { edits?: unknown } | null)?.edits;
      return Array.isArray(edits)
        ? (edits as PlanEdit[]).map((edit, i): Item => ({ kind: 'edit', id: idOf(key, i), edit }))
        : [];
    },
  ],
  [
    'ulexite-waiting-',
    (value, key) =>
      Array.isArray(value)
        ? (value as BenchEvent[]).map((event, i): Item => ({ kind: 'acts', id: idOf(key, i), events: [event] }))
        : [],
  ],
];

/** The same at every reading: an edit that was sent, but not yet taken out here, is not made twice. */
const idOf = (key: string, i: number) => `${key.replace(/[^\w-]/g, '').slice(-54)}-${i}`.padStart(8, 'x');

function parsed(text: string | null): unknown {
  try {
    return JSON.parse(text ?? 'null');
  } catch {
    return undefined;
  }
}
