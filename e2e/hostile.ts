import { unzipSync, zipSync, type Zippable } from 'fflate';
import { createHash } from 'node:crypto';
import { deflateSync, gzipSync } from 'node:zlib';
import { connect } from 'node:net';
import { randomStream } from '@/core/random/random';
import { ROUTE_ROLES } from '@/server/door/roles';

/** One request as somebody with bad intent or a broken program may send it, and what may come back. */
export interface Hostile {
  readonly name: string;
  readonly method: string;
  readonly path: string;
  readonly body?: Uint8Array | string;
  readonly headers?: Readonly<Record<string, string>>;
}

const JSON_TYPE = { 'Content-Type': 'application/json' };
const svg = (inside: string, attributes = 'width="400" height="300"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${inside}</svg>`;

/** What makes something without being told anything, and so makes it of any body. */
const WANTS_NO_BODY = ['POST /api/sample', 'POST /api/copies'];

/** Every way in that changes something, as the table of roles has it: one that is new is asked, too. */
function changingRoutes(id: string): [string, string][] {
  const rows = Object.keys(ROUTE_ROLES)
    .filter((route) => !route.startsWith('GET ') && !WANTS_NO_BODY.includes(route))
    .map((route) => route.split(' ') as [string, string]);
  const print = (path: string) => path.replace('/api/prints/[id]', `/api/prints/${id}`);
  return rows.flatMap(([method, path]): [string, string][] =>
    path.endsWith('/[step]')
      ? ['undo', 'no-such-step'].map((step) => [method, print(path).replace('[step]', step)])
      : [[method, print(path).replace(/\[\w+\]/g, 'none')]],
  );
}

/** Bodies that are no record, on every route that changes something. */
export function oddBodies(id: string): Hostile[] {
  const routes = changingRoutes(id);
  const bodies: [string, Uint8Array | string][] = [
    ['null', 'null'],
    ['a list', '[1,2,3]'],
    ['a number', '7'],
    ['a text', '"x"'],
    ['nothing', ''],
    ['cut off', '{"name":'],
    ['broken UTF-8', Buffer.from([0x7b, 0x22, 0xff, 0xfe, 0x22, 0x3a, 0x31, 0x7d])],
    ['half a character', '{"label":"\\udc00","events":[{"id":"\\ud800"}]}'],
    ['deep nesting', `${'['.repeat(20_000)}${']'.repeat(20_000)}`],
    ['wrong kinds', '{"name":{},"plan":7,"events":{},"place":null,"baseRevision":"x","ink":[],"kind":3,"sample":0}'],
    ['lists of nothing', '{"name":[],"plan":null,"events":[null],"place":[1],"baseRevision":null,"ink":null}'],
    ['prototype', '{"__proto__":{"x":1},"constructor":1,"events":[{"act":{"kind":"__proto__"}}]}'],
  ];
  return routes.flatMap(([method, path]) =>
    bodies.map(([name, body]) => ({ name: `${method} ${path} with ${name}`, method, path, body, headers: JSON_TYPE })),
  );
}

/** Addresses and methods that mean nothing. */
export function oddAddresses(id: string): Hostile[] {
  return [
    ...['%', '%zz', '%E0%A4%A', '..%2f..%2fetc%2fpasswd', '%00', '\u00e9'.repeat(200)].flatMap((odd) => [
      {
        name: `address ${odd.slice(0, 12)}`,
        method: 'GET',
        path: `/api/prints/${encodeURI(odd).replace(/%25/g, '%')}`,
      },
      {
        name: `file ${odd.slice(0, 12)}`,
        method: 'GET',
        path: `/api/prints/${id}/files/${encodeURI(odd).replace(/%25/g, '%')}`,
      },
      { name: `blob ${odd.slice(0, 12)}`, method: 'GET', path: `/api/blobs/${encodeURI(odd).replace(/%25/g, '%')}` },
    ]),
    { name: 'OPTIONS', method: 'OPTIONS', path: '/api/prints' },
    { name: 'PURGE', method: 'PURGE', path: '/' },
    ...['', 'known=', 'known=1.2', 'known=-1.0.0', `known=${'9'.repeat(400)}.0.0`, 'known=%00.1.1'].map((query) => ({
      name: `changes since ${query.slice(0, 12)}`,
      method: 'GET',
      path: `/api/prints/${id}/changes?${query}`,
    })),
    { name: 'changes of no print', method: 'GET', path: '/api/prints/none/changes?known=0.0.0' },
    { name: 'a shelf far behind', method: 'GET', path: '/api/shelf?page=1e99' },
    { name: 'a page far behind', method: 'GET', path: '/?page=999999999999' },
    { name: 'a page that is none', method: 'GET', path: '/?page=-1&page=x' },
    { name: 'a look as wide as a house', method: 'GET', path: `/api/prints/${id}/files/look-1.png?width=1e9` },
    { name: 'a drawing at no resolution', method: 'GET', path: `/api/prints/${id}/files/drawing-flat.png?dpi=NaN` },
    { name: 'a scan of no run', method: 'POST', path: `/api/prints/${id}/scan?printed=-1` },
  ];
}

/** Every way in that shows something, asked for names that mean nothing or more than they seem. */
export function oddNames(): Hostile[] {
  const names = [
    '..',
    '.',
    '%2e%2e',
    '..%2f..%2fdevices',
    '%5c',
    'x'.repeat(4000),
    '%00',
    "1' OR '1'='1",
    '<script>',
    '__proto__',
    '%F0%9F%98%80',
  ];
  return Object.keys(ROUTE_ROLES).flatMap((route) => {
    const [method, path] = route.split(' ');
    if (method !== 'GET' || !path.includes('[')) return [];
    return names.map((name) => ({
      name: `${route} called ${name.slice(0, 20)}`,
      method,
      path: `${path.replace(/\[\w+\]/g, () => name).replaceAll('*', '1')}?width=NaN&page=-1&known=x&palette=${name.slice(0, 50)}`,
    }));
  });
}

/** Calendars of days off that were made to take time. */
export function oddCalendars(): Hostile[] {
  const event = (lines: string) =>
    `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:1\r\n${lines}\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`;
  const files: [string, string][] = [
    ['every second for ever', event('DTSTART;VALUE=DATE:20000101\r\nRRULE:FREQ=SECONDLY')],
    ['a day that never comes', event('DTSTART;VALUE=DATE:20000101\r\nRRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30')],
    ['an end before its begin', event('DTSTART;VALUE=DATE:20261201\r\nDTEND;VALUE=DATE:19000101')],
    ['half a calendar', 'BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nDTSTART:2'],
    ['components in components', 'BEGIN:VCALENDAR\r\n'.repeat(20_000)],
    ['a line without end', event(`SUMMARY:${'x'.repeat(1_500_000)}`)],
    ['years of five digits', event('DTSTART;VALUE=DATE:99991231\r\nDURATION:P999999999D')],
  ];
  return files.map(([name, body]) => ({
    name: `calendar: ${name}`,
    method: 'POST',
    path: '/api/workshop/daysoff',
    body,
  }));
}

/** Archives of a workshop that lie, or that were made to fill disk and memory. */
export function oddArchives(): Hostile[] {
  const head = (more: object = {}) =>
    Buffer.from(
      JSON.stringify({
        ...{
          format: 'ulexite-workshop',
          version: 1,
          writtenAt: '2026-11-20',
          prints: 1,
          things: [],
          inks: [],
          practice: [],
        },
        ...more,
      }),
    );
  const nothing = new Uint8Array(90_000_000);
  const files: [string, Uint8Array][] = [
    ['no zip', Buffer.from('PK not a zip')],
    ['a zip of nothing', zipSync({})],
    ['no head', zipSync({ 'prints/a.ulexite.zip': head() })],
    ['a head of lists in lists', zipSync({ 'workshop.json': Buffer.from('['.repeat(60_000)) })],
    ['a head that grows a thousand times', zipSync({ 'workshop.json': nothing }, { level: 9 })],
    [
      'a print that grows a thousand times',
      zipSync({ 'workshop.json': head(), 'prints/a.ulexite.zip': nothing }, { level: 9 }),
    ],
    [
      'names that climb',
      zipSync({ 'workshop.json': head(), '../../../tmp/x': head(), 'prints/../x.ulexite.zip': head() }),
    ],
    [
      'things that are none',
      zipSync({ 'workshop.json': head({ things: [1, null, {}], inks: [[], 'x'], practice: [{}] }) }),
    ],
    ['a prototype', zipSync({ 'workshop.json': Buffer.from('{"__proto__":{"format":"ulexite-workshop"}}') })],
    ['another version', zipSync({ 'workshop.json': head({ version: 99 }) })],
  ];
  return files.map(([name, body]) => ({ name: `archive: ${name}`, method: 'POST', path: '/api/archive', body }));
}

/** Pictures that are none, or that were made to take time or memory. */
export function oddPictures(id: string): Hostile[] {
  const uses = Array.from(
    { length: 12 },
    (_, i) => `<g id="a${i + 1}">${`<use xlink:href="#a${i}"/>`.repeat(10)}</g>`,
  ).join('');
  const files: [string, Uint8Array | string][] = [
    ['nothing', ''],
    ['text', 'this is no picture'],
    ['half a PNG', Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex')],
    [
      'a PNG of 60 000 × 60 000',
      Buffer.concat([
        Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex'),
        Buffer.from([0, 0, 0xea, 0x60, 0, 0, 0xea, 0x60, 8, 2, 0, 0, 0, 0, 0, 0, 0]),
      ]),
    ],
    ['an SVG with a script', svg('<script>alert(1)</script>')],
    ['an SVG with an entity', `<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa">]>${svg('<text>&a;</text>')}`],
    ['an SVG that fetches', svg('<image href="http://127.0.0.1:9/x.png" width="9" height="9"/>')],
    [
      'an SVG of a thousand million shapes',
      svg(`<defs><g id="a0"><rect width="9" height="9"/></g>${uses}</defs><use xlink:href="#a12"/>`),
    ],
    ['2 000 shapes at half opacity', svg('<rect width="400" height="300" opacity="0.5"/>'.repeat(2000))],
    [
      'an SVG with filters',
      svg(
        '<filter id="f"><feGaussianBlur stdDeviation="400"/></filter><rect filter="url(#f)" width="400" height="300"/>',
      ),
    ],
    ['a compressed SVG', gzipSync(svg(' '.repeat(50_000_000)), { level: 1 })],
    ['an SVG 50 000 deep', `${'<g>'.repeat(50_000)}`],
    ['an SVG of no size', svg('', 'width="0" height="0"')],
  ];
  return files.map(([name, body]) => ({
    name: `picture: ${name}`,
    method: 'POST',
    path: `/api/prints/${id}/picture`,
    body,
    headers: { 'x-file-name': encodeURIComponent(`${name}.svg`), 'x-known': '0.0.0' },
  }));
}

/** Text files of measurements, palettes and inks, made for readers that look back too often. */
export function oddTexts(): Hostile[] {
  const blank = ' '.repeat(700_000);
  const files: [string, string][] = [
    ['blanks before a mark', `${blank}BEGIN_DATA_FORMAT\n${blank}\nEND_DATA_FORMAT`],
    ['marks without ends', 'BEGIN_DATA_FORMAT\n'.repeat(40_000)],
    [
      'quotes without ends',
      `BEGIN_DATA_FORMAT\nLAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n${'"'.repeat(700_001)}\nEND_DATA`,
    ],
    [
      'quotes and blanks',
      `BEGIN_DATA_FORMAT\nLAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n${'"a '.repeat(230_000)}\nEND_DATA`,
    ],
    ['a palette of one line', `GIMP Palette\n${'1 '.repeat(350_000)}`],
    ['a table of one field', `name,l*,a*,b*\n"${'x'.repeat(900_000)}`],
    ['a table of commas', `name,l*,a*,b*\n${','.repeat(900_000)}`],
    ['zeros', '\0'.repeat(500_000)],
  ];
  return files.flatMap(([name, body]) =>
    ['/api/cabinet/import', '/api/reader/file'].map((path) => ({
      name: `${path}: ${name}`,
      method: 'POST',
      path,
      body,
      headers: { 'x-file-name': '%E0%A4%A' },
    })),
  );
}

const sha256 = (bytes: Uint8Array | string) => createHash('sha256').update(bytes).digest('hex');

/** A good bundle changed in one place each, with checksums that fit again. */
export function oddBundles(good: Uint8Array): Hostile[] {
  const files = unzipSync(good);
  const text = (name: string) => JSON.parse(Buffer.from(files[name]).toString('utf8')) as Record<string, unknown>;
  type Json = Record<string, never> & {
    flat: { labelsSha: string };
    picture: { raster: Record<string, unknown>; originalSha: string };
  };
  const packed = (edit: (plan: Json, log: unknown[], pictures: Map<string, Uint8Array>) => void): Uint8Array => {
    const plan = text('plan.json') as unknown as Json,
      log = text('bench-log.json') as unknown as unknown[];
    const pictures = new Map(
      Object.entries(files).flatMap(([path, bytes]) =>
        path.startsWith('pictures/') ? [[path.slice(9), bytes] as const] : [],
      ),
    );
    edit(plan, log, pictures);
    const out: Record<string, Uint8Array> = {
      'plan.json': Buffer.from(JSON.stringify(plan)),
      'bench-log.json': Buffer.from(JSON.stringify(log)),
    };
    for (const [sha, bytes] of pictures) out[`pictures/${sha}`] = bytes;
    const manifest = {
      ...text('manifest.json'),
      files: Object.entries(out).map(([path, bytes]) => ({
        path,
        bytes: bytes.length,
        sha256: sha256(bytes),
        mediaType: 'text/html',
      })),
    };
    const zip: Zippable = { 'manifest.json': Buffer.from(JSON.stringify(manifest)), ...out };
    return zipSync(zip, { level: 1 });
  };
  const labels = (width: number, height: number, fill: (i: number) => number) => {
    const bytes = Buffer.alloc(16 + width * height);
    bytes.set([0x55, 0x4c, 0x58, 0x4c, 1, 0, 0, 0]);
    bytes.writeUInt32LE(width, 8);
    bytes.writeUInt32LE(height, 12);
    for (let i = 0; i < width * height; i++) bytes[16 + i] = fill(i);
    return deflateSync(bytes);
  };
  const withLabels = (plan: Json, pictures: Map<string, Uint8Array>, bytes: Uint8Array) => {
    pictures.delete(plan.flat.labelsSha);
    plan.flat.labelsSha = sha256(bytes);
    pictures.set(plan.flat.labelsSha, bytes);
  };
  const random = randomStream(5);
  const raster = (text('plan.json') as unknown as Json).picture.raster as { widthPx: number; heightPx: number };
  const act = { kind: 'island-cut', cutId: 'stage-1', island: 5, done: true };
  const changed: [string, Uint8Array][] = [
    [
      'a label map far larger than its picture',
      packed((plan, _, p) =>
        withLabels(
          plan,
          p,
          labels(7000, 7000, () => 0),
        ),
      ),
    ],
    [
      'a label map of noise',
      packed((plan, _, p) =>
        withLabels(
          plan,
          p,
          labels(raster.widthPx, raster.heightPx, () => Math.floor(random() * 4)),
        ),
      ),
    ],
    [
      'a label map with colours that are not there',
      packed((plan, _, p) =>
        withLabels(
          plan,
          p,
          labels(raster.widthPx, raster.heightPx, (i) => i % 200),
        ),
      ),
    ],
    [
      'the raster naming the label map',
      packed((plan) => {
        plan.picture.raster.sha = plan.flat.labelsSha;
      }),
    ],
    [
      'the original naming the label map',
      packed((plan) => {
        plan.picture.originalSha = plan.flat.labelsSha;
      }),
    ],
    [
      'a raster of another size',
      packed((plan) => {
        plan.picture.raster.widthPx = 9;
      }),
    ],
    [
      'a page in place of the picture',
      packed((plan, _, p) => {
        const page = Buffer.from('<html><script>document.title=1</script>');
        plan.picture.originalSha = sha256(page);
        p.set(sha256(page), page);
      }),
    ],
    [
      '200 000 entries of the log',
      packed((_, log) => {
        for (let i = 0; i < 200_000; i++) log.push({ id: `tick-${i}`, at: '2026-11-20T10:00:00.000Z', act });
      }),
    ],
    [
      'the same entry twice',
      packed((_, log) => {
        for (let i = 0; i < 2; i++) log.push({ id: 'same-one', at: '2026-11-20T10:00:00.000Z', act });
      }),
    ],
    [
      '40 MB of zeros beside it',
      packed((_, __, p) => {
        const zeros = new Uint8Array(60_000_000);
        p.set(sha256(zeros), zeros);
      }),
    ],
    [
      'cuts of colours that do not exist',
      packed((plan) => {
        (
          plan as unknown as { blocks: { sides: { cuts: { standingIds: string[] }[] }[] }[] }
        ).blocks[0].sides[0].cuts[0].standingIds.push('nothing');
      }),
    ],
    ['half a zip', good.slice(0, good.length / 2)],
    ['no zip', Buffer.from('PK not a zip at all')],
  ];
  return changed.map(([name, body]) => ({ name: `bundle: ${name}`, method: 'POST', path: '/api/bundles', body }));
}

/** Sends one; the status, and how long it took. */
export async function send(
  url: string,
  { method, path, body, headers }: Hostile,
): Promise<{ status: number; ms: number; text: string }> {
  const started = performance.now();
  const reads = method === 'GET' || method === 'HEAD';
  const response = await fetch(url + path, {
    method,
    headers: { Origin: url, ...headers },
    body: reads ? undefined : typeof body === 'string' ? body : body && new Uint8Array(body),
  });
  const text = await response.text();
  return { status: response.status, ms: performance.now() - started, text };
}

/** A request written by hand, for what no client would send; the first line that comes back. */
export function sendRaw(port: number, lines: readonly string[]): Promise<string> {
  return new Promise((resolve, reject) => {
    const socket = connect(port, '127.0.0.1', () => socket.write(`${lines.join('\r\n')}\r\n\r\n`));
    let answer = '';
    socket.setTimeout(15_000, () => socket.destroy(new Error('no answer')));
    socket.on('data', (chunk) => {
      answer += chunk.toString('latin1');
    });
    socket.on('close', () => resolve(answer.split('\r\n')[0]));
    socket.on('error', reject);
  });
}
