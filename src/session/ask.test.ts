import { failureSaid } from '@/model';
import { told } from '@/testing/told';
import { ask, askRaw } from './ask';
import { atDoor } from './atDoor';
import { isAway } from './transport';

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

  test('a device that was put out keeps what it did, and hears when it is let in again', async () => {
    const heard: boolean[] = [];
    const stop = atDoor.subscribe(() => heard.push(atDoor.isShut()));
    answer(401, '<html>closed</html>');
    const shut = await ask('POST', '/x', {});
    expect(told(shut)).toMatchObject({ ok: false, code: 'unreachable', message: expect.stringContaining('is kept') });
    expect(isAway(shut)).toBe(true);
    await ask('GET', '/x');
    answer(200, '{}');
    await ask('GET', '/x');
    expect(heard).toEqual([true, false]);
    stop();
    answer(401, '');
    await ask('GET', '/x');
    expect(heard).toHaveLength(2);
    answer(200, '{}');
    await ask('GET', '/x');
  });

  test('no answer is told apart from a refusal', async () => {
    Object.assign(globalThis, { fetch: jest.fn().mockRejectedValue(new TypeError('failed')) });
    expect(await askRaw('/x', { method: 'POST' })).toMatchObject({ ok: false, code: 'unreachable' });
  });
});
