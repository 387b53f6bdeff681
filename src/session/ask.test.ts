import { failureSaid } from '@/model';
import { told } from '@/testing/told';
import { ask, askRaw } from './ask';

describe('asking the server', () => {
  const answer = (status: number, body: string) => {
    Object.assign(globalThis, { fetch: jest.fn().mockResolvedValue(new Response(body, { status })) });
  };

  test('a good answer is its value', async () => {
    answer(200, '{"a":1}');
    expect(await ask('PUT', '/x', { b: 2 })).toEqual({ ok: true, value: { a: 1 } });
    const headers = expect.objectContaining({ 'x-length-unit': 'mm' }) as object;
    expect(fetch).toHaveBeenCalledWith('/x', expect.objectContaining({ method: 'PUT', body: '{"b":2}', headers }));
  });

  test('a refusal keeps its code and its words', async () => {
    answer(409, '{"code":"stale","message":"changed elsewhere"}');
    expect(await ask('PUT', '/x', {})).toEqual(failureSaid('stale', 'changed elsewhere'));
  });

  test('a refusal without words still says something', async () => {
    answer(500, '{}');
    expect(await ask('GET', '/x')).toMatchObject({ ok: false, code: 'server' });
  });

  test('a page instead of an answer is a server in trouble', async () => {
    answer(502, '<html>bad gateway</html>');
    expect(told(await ask('GET', '/x'))).toMatchObject({
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
