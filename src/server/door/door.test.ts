import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, request, type IncomingHttpHeaders, type Server } from 'node:http';
import { createServer as createSecure, request as requestSecure } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openMachine, type Store } from '@/store';
import { toldByServer } from '@/words/refusals';
import { certificateOf } from './certificate';
import { Door, ROLE_HEADER } from './door';
import { localAddresses, ownNames } from './network';

let folder: string, machine: Store, door: Door, server: Server, port: number;
const NAME = 'desk.workshop.test';

/** A door before a small application that answers who asks. */
function standing(): Door {
  const made = new Door({
    machine,
    port,
    host: '127.0.0.1',
    names: [NAME],
    makeServer: () => createServer(),
    secure: false,
    addresses: () => [],
  });
  return made;
}

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'door-'));
  machine = openMachine(join(folder, 'w.sqlite'));
  server = createServer((incoming, response) => {
    void door.pass(incoming, response).then((caller) => {
      if (!caller) return;
      if (incoming.url === '/api/prints/x/changes') response.write(':');
      else response.end(String(incoming.headers[ROLE_HEADER]));
    });
  });
  await new Promise<void>((listens) => {
    server.listen(0, '127.0.0.1', listens);
  });
  ({ port } = server.address() as AddressInfo);
  door = standing();
});
afterEach(async () => {
  await door.end();
  server.closeAllConnections();
  await new Promise((closed) => {
    server.close(closed);
  });
  machine.close();
  rmSync(folder, { recursive: true, force: true });
});

interface Asked {
  readonly path?: string;
  readonly method?: string;
  readonly host?: string;
  readonly headers?: Readonly<Record<string, string>>;
  readonly body?: string;
}
interface Answer {
  readonly status: number;
  readonly text: string;
  readonly headers: IncomingHttpHeaders;
}

/** From a device on the network: under the name by which that knows the machine. */
function ask({ path = '/', method = 'GET', host = NAME, headers = {}, body }: Asked = {}): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const sent = request(
      { host: '127.0.0.1', port, path, method, headers: { Host: `${host}:${port}`, ...headers } },
      (response) => {
        let text = '';
        response.on('data', (chunk: Buffer) => (text += chunk.toString()));
        response.on('end', () => resolve({ status: response.statusCode ?? 0, text, headers: response.headers }));
        response.on('error', reject);
      },
    );
    sent.on('error', reject);
    sent.end(body);
  });
}

const form = (code: string, name: string) => `code=${encodeURIComponent(code)}&name=${encodeURIComponent(name)}`;
const comeIn = (code: string, name = 'Tablet') =>
  ask({ path: '/come-in', method: 'POST', headers: { Origin: `http://${NAME}:${port}` }, body: form(code, name) });
const cookieOf = ({ headers }: Answer) => headers['set-cookie']![0].split(';')[0];

async function letIn(role: 'look' | 'bench' | 'desk', name = 'Tablet'): Promise<string> {
  const { code } = await door.letIn({ role, devices: 1, places: false });
  const came = await comeIn(code, name);
  expect([came.status, came.headers.location]).toEqual([303, '/']);
  return cookieOf(came);
}

test('this machine may do everything; whoever comes by another name, or through something between, shows a token', async () => {
  const here = { host: '127.0.0.1' };
  expect((await ask(here)).text).toBe('machine');
  expect((await ask({ ...here, path: '/api/devices' })).text).toBe('machine');
  for (const header of ['X-Forwarded-For', 'Forwarded', 'Via', 'X-Real-IP'])
    expect((await ask({ ...here, headers: { [header]: '10.0.0.9' } })).status).toBe(401);
  expect((await ask()).status).toBe(401);
});

test('without a token there is one plain page, whatever is asked, and it says so in its head', async () => {
  const pages = await Promise.all(
    ['/', '/print/x/pull', '/api/shelf', '/api/prints/x', '/_next/static/a.js', '/icon.svg', '/api/nothing'].map(
      (path) => ask({ path }),
    ),
  );
  const plain = pages.map(({ text }) => text.replace(/nonce="[^"]+"/g, ''));
  expect(new Set(plain).size).toBe(1);
  expect(plain[0]).toContain('Name of this device');
  expect(pages.every(({ status }) => status === 401)).toBe(true);
  const { headers } = pages[0];
  expect(headers['content-security-policy']).toMatch(/default-src 'none'; .*frame-ancestors 'none'/);
  expect(headers['content-security-policy']).not.toContain('unsafe-inline');
  expect(headers['x-content-type-options']).toBe('nosniff');
  expect(headers['cache-control']).toBe('no-store');
});

test('a code makes a token in a cookie that no script reads and no other page sends; of it only a hash is kept', async () => {
  const { code } = await door.letIn({ role: 'bench', devices: 1, places: false });
  const came = await comeIn(code, '  Tablet\u0007 at\nthe press ');
  const [cookie] = came.headers['set-cookie']!;
  expect(cookie).toMatch(new RegExp(`^ulexite-${port}=[\\w-]{43}; Path=/; Max-Age=\\d+; HttpOnly; SameSite=Strict$`));
  const token = /=([\w-]{43})/.exec(cookie)![1];
  expect(readFileSync(join(folder, 'w.sqlite-machine')).includes(token)).toBe(false);
  expect(JSON.stringify(door.state())).not.toContain(token);
  expect(door.state().devices).toMatchObject([{ name: 'Tablet at the press', role: 'bench', place: null }]);
  expect((await ask({ headers: { Cookie: cookieOf(came) } })).text).toBe('bench');
  // the code was used up
  expect((await comeIn(code)).status).toBe(401);
});

test('a role opens its own ways and no others; what a device says of its role counts for nothing', async () => {
  const cookies = { look: await letIn('look'), bench: await letIn('bench'), desk: await letIn('desk') };
  const status = async (role: keyof typeof cookies, method: string, path: string) =>
    (
      await ask({
        method,
        path,
        headers: { Cookie: cookies[role], Origin: `http://${NAME}:${port}`, [ROLE_HEADER]: 'machine' },
      })
    ).status;
  expect(await status('look', 'GET', '/api/prints/x')).toBe(200);
  expect(await status('look', 'POST', '/api/prints/x/log')).toBe(403);
  expect(await status('bench', 'POST', '/api/prints/x/log')).toBe(200);
  expect(await status('bench', 'POST', '/api/prints')).toBe(403);
  expect(await status('desk', 'POST', '/api/prints')).toBe(200);
  expect(await status('desk', 'GET', '/api/devices')).toBe(403);
  expect(await status('bench', 'GET', '/print/x/runs')).toBe(303);
  const seen = await ask({ headers: { Cookie: cookies.look, [ROLE_HEADER]: 'machine' } });
  expect(seen.text).toBe('look');
  expect(door.state().turnedAway).toMatchObject([{ why: 'not-allowed', count: 4 }]);
});

test('a device that is put out is out at once, with all it has open, and stays out when the server starts anew', async () => {
  const cookie = await letIn('desk', 'Old laptop');
  const [device] = door.state().devices;
  const open = ask({ path: '/api/prints/x/changes', headers: { Cookie: cookie } });
  const broke = expect(open).rejects.toThrow();
  await new Promise((r) => {
    setTimeout(r, 50);
  });
  expect(door.putOut(device.id)).toBe(true);
  await broke;
  expect(door.putOut(device.id)).toBe(false);
  const after = await ask({ headers: { Cookie: cookie } });
  expect(after.status).toBe(401);
  expect(after.text).toContain('This device was put out');
  await door.end();
  door = standing();
  expect((await ask({ headers: { Cookie: cookie } })).status).toBe(401);
  expect(door.state().devices).toEqual([]);
});

test('devices stay let in when the server starts anew', async () => {
  const cookie = await letIn('bench');
  expect(door.wasOpen).toBe(true);
  await door.end();
  door = standing();
  expect(door.wasOpen).toBe(true);
  expect((await ask({ headers: { Cookie: cookie } })).text).toBe('bench');
  door.close();
  expect(door.wasOpen).toBe(false);
});

test('wrong codes are told, counted and cut short; a form that is none, or is too long, lets nobody in', async () => {
  await door.letIn({ role: 'bench', devices: 1, places: false });
  const wrong = await comeIn('AAAA-AAAA', '<b>me</b>');
  expect(wrong.status).toBe(401);
  expect(wrong.text).toContain('This code lets nobody in');
  expect(wrong.text).toContain('value="&lt;b&gt;me&lt;/b&gt;"');
  for (let n = 0; n < 5; n++) await comeIn('AAAA-AAAA');
  const slow = await comeIn('AAAA-AAAA');
  expect([slow.status, slow.headers['retry-after']]).toEqual([429, '60']);
  const post = (body: string) =>
    ask({ path: '/come-in', method: 'POST', headers: { Origin: `http://${NAME}:${port}` }, body });
  expect((await post('nothing')).status).toBe(401);
  expect((await post(`code=${'A'.repeat(5000)}&name=x`)).status).toBe(401);
  expect(
    (await ask({ path: '/come-in', method: 'POST', body: form('A', 'x'), headers: { Origin: 'http://evil.test' } }))
      .status,
  ).toBe(403);
  expect(door.state().turnedAway.map(({ why, count }) => [why, count])).toEqual([
    ['wrong-code', 8],
    ['too-often', 1],
    ['foreign', 1],
  ]);
});

test('a name the machine does not have is refused before anything else', async () => {
  expect((await ask({ host: 'evil.example' })).status).toBe(403);
  expect(door.state().turnedAway).toMatchObject([{ why: 'foreign', count: 1 }]);
});

test('the code stands behind the sign that browsers keep to themselves, in the link and in its picture', async () => {
  const made = await door.letIn({ role: 'look', devices: 12, places: true });
  expect(made.link).toBe(`http://${NAME}:${port}/#${made.code}`);
  expect(made.qr.length).toBeGreaterThan(20);
  expect(made.qr.every((row) => row.length === made.qr.length && /^[01]+$/.test(row))).toBe(true);
  const cookies = await Promise.all([1, 2].map((n) => comeIn(made.code, `Pupil ${n}`)));
  expect(cookies.every(({ status }) => status === 303)).toBe(true);
  expect(
    door
      .state()
      .devices.map(({ place }) => place)
      .sort(),
  ).toEqual([1, 2]);
});

test('addresses of the machine: no loopback, none that want a zone, the short ones first', () => {
  const of = (address: string, internal = false) =>
    ({ address, internal, family: address.includes(':') ? 'IPv6' : 'IPv4', netmask: '', mac: '', cidr: null }) as never;
  expect(
    localAddresses({ lo: [of('127.0.0.1', true)], en: [of('fe80::1'), of('fd00::2'), of('192.168.1.7')] }),
  ).toEqual(['192.168.1.7', 'fd00::2']);
  expect(ownNames('Desk-2')).toEqual(['desk-2', 'desk-2.local']);
  expect([ownNames('localhost'), ownNames('a b')]).toEqual([[], []]);
});

describe('a certificate of the owner’s own', () => {
  test('what comes over an encrypted line is answered so: the page says it, the cookie goes nowhere else, the form comes from there', async () => {
    const { key, cert } = made('line');
    const secured = createSecure({ key: readFileSync(key), cert: readFileSync(cert) }, (incoming, response) => {
      void door.pass(incoming, response).then((caller) => caller && response.end(caller.role));
    });
    await new Promise<void>((listens) => {
      secured.listen(0, '127.0.0.1', listens);
    });
    const { port: own } = secured.address() as AddressInfo;
    const over = (path: string, headers: Record<string, string> = {}, body?: string) =>
      new Promise<Answer>((resolve, reject) => {
        const sent = requestSecure(
          {
            ...{ host: '127.0.0.1', port: own, path, method: body === undefined ? 'GET' : 'POST' },
            ...{ headers: { Host: `${NAME}:${own}`, ...headers }, rejectUnauthorized: false },
          },
          (response) => {
            let text = '';
            response.on('data', (chunk: Buffer) => (text += chunk.toString()));
            response.on('end', () => resolve({ status: response.statusCode ?? 0, text, headers: response.headers }));
          },
        );
        sent.on('error', reject);
        sent.end(body);
      });
    try {
      const plain = await over('/');
      expect([plain.status, plain.text.includes('encrypted with the owner’s own certificate')]).toEqual([401, true]);
      const { code } = await door.letIn({ role: 'desk', devices: 1, places: false });
      expect((await over('/come-in', { Origin: `http://${NAME}:${own}` }, form(code, 'Laptop'))).status).toBe(403);
      const came = await over('/come-in', { Origin: `https://${NAME}:${own}` }, form(code, 'Laptop'));
      expect(came.headers['set-cookie']![0]).toMatch(/; Secure$/);
      expect((await over('/', { Cookie: cookieOf(came) })).text).toBe('desk');
      expect((await ask()).text).not.toContain('is encrypted with');
    } finally {
      secured.closeAllConnections();
      secured.close();
    }
  });

  const NOW = new Date('2026-11-28T12:00:00Z');
  const made = (name: string) => {
    const [key, cert] = [join(folder, `${name}.key`), join(folder, `${name}.crt`)];
    execFileSync(
      'openssl',
      [
        ...['req', '-x509', '-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:prime256v1', '-nodes', '-days', '3650'],
        ...['-subj', `/CN=${name}`, '-keyout', key, '-out', cert],
      ],
      { stdio: 'ignore' },
    );
    return { key, cert };
  };
  const told = (cert: string, key: string, now = NOW) => {
    const found = certificateOf(cert, key, now);
    return found.ok ? 'good' : toldByServer(found);
  };
  test('is looked at before it is used: missing, no certificate, another key, over', () => {
    const [mine, other] = [made('mine'), made('other')];
    expect(told(mine.cert, mine.key)).toBe('good');
    expect(told(join(folder, 'none'), mine.key)).toMatch(/cannot be read/);
    expect(told(mine.cert, other.key)).toMatch(/does not belong/);
    expect(told(mine.cert, mine.key, new Date('2050-01-01'))).toMatch(/was in force until/);
    writeFileSync(mine.key, 'no key');
    expect(told(mine.cert, mine.key)).toMatch(/are not a certificate/);
  });
});
