/** A browser's store; `full`: it keeps nothing. */
function store(full = false) {
  const kept = new Map<string, string>();
  return {
    kept,
    getItem: (key: string) => {
      if (full) throw new Error('no store');
      return kept.get(key) ?? null;
    },
    setItem: (key: string, value: string) => {
      if (full) throw new Error('no store');
      kept.set(key, value);
    },
  };
}

async function withStore(one: ReturnType<typeof store>) {
  jest.resetModules();
  Object.defineProperty(globalThis, 'localStorage', { value: one, configurable: true });
  return import('./asked');
}
afterAll(() => Reflect.deleteProperty(globalThis, 'localStorage'));

test('a question that was asked is known again, on a later day too; others are not', async () => {
  const one = store();
  const first = await withStore(one);
  expect(first.askedAlready('["shim",{"dxMm":0.3}]')).toBe(false);
  first.keepAsked('["shim",{"dxMm":0.3}]');
  expect(first.askedAlready('["shim",{"dxMm":0.3}]')).toBe(true);
  const later = await withStore(one);
  expect(later.askedAlready('["shim",{"dxMm":0.3}]')).toBe(true);
  expect(later.askedAlready('["shim",{"dxMm":0.35}]')).toBe(false);
});

test('the last six hundred are kept, and no two keys of many have one mark', async () => {
  const one = store();
  const { askedAlready, keepAsked } = await withStore(one);
  for (let i = 0; i < 700; i++) keepAsked(`question ${i}`);
  const kept = JSON.parse([...one.kept.values()][0]) as string[];
  expect(kept).toHaveLength(600);
  expect(new Set(kept).size).toBe(600);
  expect([askedAlready('question 0'), askedAlready('question 699')]).toEqual([false, true]);
});

test('a browser that keeps nothing, or something else, asks all the same', async () => {
  const none = await withStore(store(true));
  none.keepAsked('a');
  expect([none.askedAlready('a'), none.askedAlready('b')]).toEqual([true, false]);
  const odd = store();
  odd.kept.set('ulexite-asked', '{"not":"a list"');
  expect((await withStore(odd)).askedAlready('a')).toBe(false);
});
