import { ActQueue } from './actQueue';
import { ask, askRaw } from './api';

const event = (id: string) => ({
  id,
  at: '2026-11-20T10:00:00.000Z',
  act: { kind: 'cut-done', cutId: 's' } as const,
});

describe('the queue of acts', () => {
  const kept = new Map<string, string>();
  beforeEach(() => {
    kept.clear();
    Object.assign(globalThis, {
      localStorage: {
        getItem: (key: string) => kept.get(key) ?? null,
        setItem: (key: string, value: string) => void kept.set(key, value),
        removeItem: (key: string) => void kept.delete(key),
      },
    });
  });

  test('keeps acts in order, each print its own', () => {
    const queue = new ActQueue('a');
    queue.add(event('one'));
    queue.add(event('two'));
    new ActQueue('b').add(event('other'));
    expect(new ActQueue('a').all().map((e) => e.id)).toEqual(['one', 'two']);
  });

  test('forgets only what was acknowledged, and leaves no trace when empty', () => {
    const queue = new ActQueue('a');
    ['one', 'two', 'three'].forEach((id) => queue.add(event(id)));
    queue.remove(new Set(['one', 'three']));
    expect(queue.all().map((e) => e.id)).toEqual(['two']);
    queue.remove(new Set(['two']));
    expect(kept.size).toBe(0);
  });

  test('a full store keeps acts on the page, tells it, and loses none', () => {
    const told = jest.fn();
    const queue = new ActQueue('a', told);
    queue.add(event('one'));
    Object.assign(globalThis.localStorage, {
      setItem: () => {
        throw new DOMException('full', 'QuotaExceededError');
      },
    });
    queue.add(event('two'));
    expect(told).toHaveBeenCalledTimes(1);
    expect(queue.all().map((e) => e.id)).toEqual(['one', 'two']);
    queue.remove(new Set(['one']));
    expect(queue.all().map((e) => e.id)).toEqual(['two']);
  });

  test('damaged storage reads as empty', () => {
    kept.set('ulexite-waiting-a', '{not json');
    expect(new ActQueue('a').all()).toEqual([]);
  });
});

describe('asking the server', () => {
  const answer = (status: number, body: string) => {
    Object.assign(globalThis, { fetch: jest.fn().mockResolvedValue(new Response(body, { status })) });
  };

  test('a good answer is its value', async () => {
    answer(200, '{"a":1}');
    expect(await ask('PUT', '/x', { b: 2 })).toEqual({ ok: true, value: { a: 1 } });
    expect(fetch).toHaveBeenCalledWith('/x', expect.objectContaining({ method: 'PUT', body: '{"b":2}' }));
  });

  test('a refusal keeps its code and its words', async () => {
    answer(409, '{"code":"stale","message":"changed elsewhere"}');
    expect(await ask('PUT', '/x', {})).toEqual({ ok: false, code: 'stale', message: 'changed elsewhere' });
  });

  test('a refusal without words still says something', async () => {
    answer(500, '{}');
    expect(await ask('GET', '/x')).toMatchObject({ ok: false, code: 'server' });
  });

  test('a page instead of an answer is a server in trouble', async () => {
    answer(502, '<html>bad gateway</html>');
    expect(await ask('GET', '/x')).toMatchObject({
      ok: false,
      code: 'server',
      message: expect.stringContaining('502'),
    });
  });

  test('no answer is told apart from a refusal', async () => {
    Object.assign(globalThis, { fetch: jest.fn().mockRejectedValue(new TypeError('failed')) });
    expect(await askRaw('/x', { method: 'POST' })).toMatchObject({ ok: false, code: 'unreachable' });
  });
});
