import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { DEVICE_ROLES, EDIT_KINDS, mayDo, ROLES, type Role } from '@/model';
import { leastRole, mayEdit, mayLog, ROUTE_ROLES } from './roles';

const APP = join(process.cwd(), 'src/app');

/** Every way in that the application has, as its folders and exports say. */
function waysIn(folder = '', path = ''): string[] {
  return readdirSync(join(APP, folder), { withFileTypes: true }).flatMap((entry) => {
    if (entry.isDirectory()) return waysIn(join(folder, entry.name), `${path}/${entry.name}`);
    if (entry.name === 'page.tsx') return [`GET ${path || '/'}`];
    if (entry.name !== 'route.ts') return [];
    const text = readFileSync(join(APP, folder, entry.name), 'utf8');
    return [...text.matchAll(/^export (?:const|async function|function) (GET|POST|PUT|PATCH|DELETE|HEAD)\b/gm)].map(
      ([, method]) => `${method} ${path}`,
    );
  });
}

test('every page and every handler has its row in the table, and every row its page or handler', () => {
  const there = waysIn();
  expect(there.length).toBeGreaterThan(60);
  expect(there.filter((route) => ROUTE_ROLES[route] === undefined)).toEqual([]);
  // rows for some names of an address stand beside the row for any name
  const further = Object.keys(ROUTE_ROLES).filter((route) => !there.includes(route));
  const isFurther = (route: string) =>
    there.some((one) => {
      const [mine, others] = [route.split('/'), one.split('/')];
      return mine.length === others.length && mine.every((part, i) => part === others[i] || others[i].startsWith('['));
    });
  expect(further.filter((route) => !isFurther(route))).toEqual([]);
});

/** An address for a row, as one asks for it. */
const asked = (path: string) => path.replace(/\[(\w+)\]/g, (_, name: string) => `some-${name}`).replaceAll('*', '1');

test.each(Object.entries(ROUTE_ROLES))('%s is for %s and above, and for nobody below', (route, least) => {
  const [method, path] = route.split(' ');
  const found = leastRole(method, asked(path));
  expect(found).toBe(least);
  expect(ROLES.filter((role) => mayDo(role, found!))).toEqual(ROLES.slice(ROLES.indexOf(least)));
});

test('what changes anything is never for who only looks on, and devices and copies are for no device', () => {
  const open = (role: Role) =>
    Object.entries(ROUTE_ROLES).flatMap(([route, least]) => (mayDo(role, least) ? [route] : []));
  expect(open('look').filter((route) => !route.startsWith('GET '))).toEqual([]);
  for (const role of DEVICE_ROLES)
    expect(open(role).filter((route) => /devices|copies|archive$|machine/.test(route))).toEqual([]);
});

test('the names of a file decide: a look at a sheet is for all, the whole print is for the desk', () => {
  const file = (name: string) => leastRole('GET', `/api/prints/x/files/${name}`);
  expect(file('look-3.png')).toBe('look');
  expect(file('print.ulexite.zip')).toBe('desk');
  expect(file('whereabouts.csv')).toBe('desk');
  expect(file('card-2.pdf')).toBe('bench');
  expect(leastRole('POST', '/api/prints/x/slip')).toBe('bench');
  expect(leastRole('POST', '/api/prints/x/undo')).toBe('desk');
});

test.each([
  '/api/prints/x/files/look-1.png%2f..%2fprint.ulexite.zip',
  '/api/prints/x/files/look-1.png/../print.ulexite.zip',
  '/api/prints/x//log',
  '/api/prints/x/files/look-%00.png',
  '/api/prints/./files/look-1.png',
  '/api/devices/',
  '/API/shelf',
  '/_next/image',
  '/_next/static/../../api/devices',
  'http://other/api/shelf',
  '/api/prints/%e0%a4%a/files/look-1.png',
  '/nothing',
])('%s leads nowhere for a device', (path) => {
  expect(leastRole('GET', path)).toBeUndefined();
});

test('a method that the table does not name leads nowhere, HEAD goes as GET', () => {
  expect(leastRole('POST', '/')).toBeUndefined();
  expect(leastRole('DELETE', '/api/shelf')).toBeUndefined();
  expect(leastRole('HEAD', '/api/shelf')).toBe('look');
});

test('at the bench few edits may be made, and of the acts all but those on finished prints', () => {
  expect(EDIT_KINDS.filter((kind) => mayEdit('bench', kind))).toEqual(['sides-drawn', 'trial-taken', 'register-set']);
  expect(EDIT_KINDS.filter((kind) => mayEdit('look', kind))).toEqual([]);
  expect(EDIT_KINDS.every((kind) => mayEdit('desk', kind))).toBe(true);
  expect(['pull', 'photographed', 'bat-chosen'].every((kind) => mayLog('bench', kind))).toBe(true);
  expect(['numbered', 'moved-to', 'block-ended'].some((kind) => mayLog('bench', kind))).toBe(false);
  expect(mayLog('look', 'pull')).toBe(false);
  expect(mayEdit('bench', { kind: 'trial-taken' })).toBe(false);
});
