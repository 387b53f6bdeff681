import type { IncomingMessage } from 'node:http';
import { hostName, namedHosts, pagePolicy, refusedAtGate } from './gate';

const NAMES = new Set(['127.0.0.1', 'localhost', 'desk.test']);

/** A request as Node reads it, with just what the gate looks at. */
function asked(
  method: string,
  headers: Readonly<Record<string, string>> = {},
  { url = '/', hosts = ['desk.test:3210'] }: { url?: string; hosts?: readonly string[] } = {},
): IncomingMessage {
  const rawHeaders = [...hosts.flatMap((host) => ['Host', host]), ...Object.entries(headers).flat()];
  return { method, url, headers: { host: hosts[0], ...headers }, rawHeaders } as unknown as IncomingMessage;
}
const told = (request: IncomingMessage, secure = false) =>
  refusedAtGate(request, NAMES, 'http://127.0.0.1:3210', secure);
const status = (...args: Parameters<typeof told>) => told(...args)?.status;

test.each([
  ['localhost', 'localhost'],
  ['LOCALHOST:3210', 'localhost'],
  [' desk.test ', 'desk.test'],
  ['desk.test.', 'desk.test.'],
  ['[::1]:80', '[::1]'],
  ['127.0.0.1:99999999', undefined],
  ['a@127.0.0.1', undefined],
  ['127.0.0.1/x', undefined],
  ['[::1', undefined],
  ['', undefined],
  ['-x.test', undefined],
])('the host “%s” is read as %s', (text, name) => {
  expect(hostName(text)).toBe(name);
});

test('further names are read with and without ports, in any case; what is none is passed over', () => {
  expect(namedHosts(' Desk.Test:3210, fd00::2 ,[fd00::3]:80,, not a name,192.168.1.7 ')).toEqual([
    'desk.test',
    '[fd00::2]',
    '[fd00::3]',
    '192.168.1.7',
  ]);
});

test('a name that is not ours, two names, or none are refused, and the refusal says where to look', () => {
  expect(status(asked('GET'))).toBeUndefined();
  expect(told(asked('GET', {}, { hosts: ['evil.test'] }))).toMatchObject({
    status: 403,
    message: expect.stringMatching(/“evil\.test”.*http:\/\/127\.0\.0\.1:3210/),
  });
  expect(status(asked('GET', {}, { hosts: ['desk.test', 'evil.test'] }))).toBe(403);
  expect(status(asked('GET', {}, { hosts: [] }))).toBe(403);
  expect(told(asked('GET', {}, { hosts: ['x'.repeat(5000)] }))!.message.length).toBeLessThan(400);
});

test('a change comes from our own page by the same scheme, or from a program that is no browser', () => {
  const own = 'http://desk.test:3210';
  expect(status(asked('POST', { origin: own }))).toBeUndefined();
  expect(status(asked('POST', { origin: own.toUpperCase() }))).toBeUndefined();
  expect(status(asked('POST'))).toBeUndefined();
  expect(status(asked('POST', { 'sec-fetch-site': 'none' }))).toBe(403);
  expect(status(asked('POST', { origin: own, 'sec-fetch-site': 'same-origin' }))).toBeUndefined();
  for (const origin of [
    'null',
    'https://desk.test:3210',
    'http://desk.test',
    'http://evil.test',
    'http://desk.test:3210.evil.test',
  ])
    expect([origin, status(asked('POST', { origin }))]).toEqual([origin, 403]);
  expect(status(asked('POST', { origin: own, 'sec-fetch-site': 'cross-site' }))).toBe(403);
  expect(status(asked('POST', { origin: own }), true)).toBe(403);
  expect(status(asked('DELETE', { origin: 'https://desk.test:3210' }), true)).toBeUndefined();
  // what only reads is not asked where it comes from
  expect(status(asked('GET', { origin: 'http://evil.test' }))).toBeUndefined();
});

test('methods and addresses that mean nothing are refused', () => {
  for (const method of ['TRACE', 'OPTIONS', 'CONNECT', 'PURGE', 'get'])
    expect([method, status(asked(method))]).toEqual([method, 405]);
  expect(status(asked('GET', {}, { url: '/api/%zz' }))).toBe(400);
  expect(status(asked('GET', {}, { url: '/api/x?name=%zz' }))).toBeUndefined();
});

test('each page has a nonce of its own, and no script runs without one', () => {
  const nonce = (policy: string) => /'nonce-([^']+)'/.exec(policy)![1];
  const [one, two] = [pagePolicy(false), pagePolicy(false)];
  expect(nonce(one)).not.toBe(nonce(two));
  expect(Buffer.from(nonce(one), 'base64')).toHaveLength(16);
  const scripts = /script-src [^;]+/.exec(one)![0];
  expect(scripts).not.toMatch(/unsafe|\*|https?:/);
  for (const rule of ["frame-ancestors 'none'", "object-src 'none'", "base-uri 'none'", "form-action 'self'"])
    expect(one).toContain(rule);
});
