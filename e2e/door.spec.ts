/** Devices let in and put out, what each role may, copies of the file and the whole workshop out and in: through the real interface. */
import { execFileSync, spawnSync } from 'node:child_process';
import { get } from 'node:https';
import { copyFileSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { comeIn, NAME, outsideOf, readyToPull, servedOutside } from './outside';
import { api, edit, flattenedPrint, giveFile, stateOf } from './prints';
import type { DoorState } from '@/model';
import { expectToBeReadable, expectToLieWell, type Size } from './readable';
import { TestServer } from './server';
import { expect, test, type Page } from './test';

const { server, browser } = servedOutside();

const SIZES: readonly Size[] = [
  [390, 844],
  [820, 1180],
  [1280, 800],
];
const outside = () => outsideOf(server);
const device = async (size = { width: 820, height: 1180 }) =>
  (await browser().newContext({ viewport: size, locale: 'en-GB', timezoneId: 'UTC' })).newPage();

/** Has a code shown at the machine. */
async function codeFor(page: Page, role: string, devices = '1'): Promise<string> {
  await page.goto(`${server.url}/machine`);
  await page.getByRole('combobox', { name: 'Let in for' }).click();
  await page.getByRole('option', { name: role }).click();
  await page.getByLabel('Devices by this code').fill(devices);
  await page.getByRole('button', { name: 'Let a device in' }).click();
  return (await page.getByTestId('code').textContent())!.trim();
}

const pullsOf = async (id: string) =>
  (await stateOf(server, id)).events.flatMap(({ act }) => (act.kind === 'pull' ? [act.sheet] : []));
/** As a program on the device would ask. */
const asked = (on: Page, method: string, path: string, body?: object) =>
  on.evaluate(
    async ([how, where, what]) =>
      (
        await fetch(where, {
          method: how,
          body: what === '' ? undefined : what,
          headers: { 'Content-Type': 'application/json' },
        })
      ).status,
    [method, path, body ? JSON.stringify(body) : ''] as const,
  );

test('a tablet is let in for the bench by a code, does its work there and nothing else, and is put out', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const id = await readyToPull(page, server, 'Tablet');
  const tablet = await device();
  const code = await codeFor(page, 'the bench');
  await comeIn(tablet, server, code, 'Tablet at the press');
  await expect(page.getByText('Came in: Tablet at the press')).toBeVisible();
  await expect(page.getByRole('row', { name: /Tablet at the press the bench/ })).toBeVisible();

  // the shelf offers what it may do
  await expect(tablet.getByRole('link', { name: 'Tablet', exact: true })).toBeVisible();
  await expect(tablet.getByRole('link', { name: 'New print' })).toHaveCount(0);
  await expect(tablet.getByRole('link', { name: 'Workshop' })).toHaveCount(0);
  await expect(tablet.getByRole('button', { name: 'delete' })).toHaveCount(0);
  await tablet.goto(`${outside()}/print/${id}/pull`);
  await expect(tablet.getByRole('navigation', { name: 'Places' }).getByRole('link')).toHaveText([
    'Shelf',
    'Bench',
    'Drawer',
  ]);
  await tablet.keyboard.press('Space');
  await expect(tablet.getByTestId('next-sheet')).toHaveText('2');
  await expect.poll(() => pullsOf(id)).toEqual(['1']);

  // the rest is closed to it, whatever it asks
  await tablet.goto(`${outside()}/print/${id}/runs`);
  await expect(tablet.getByRole('alert').filter({ hasText: 'not let in for that' })).toBeVisible();
  await tablet.goto(`${outside()}/machine`);
  await expect(tablet.getByRole('alert').filter({ hasText: 'not let in for that' })).toBeVisible();
  const known = '0.0.0';
  expect(
    await asked(tablet, 'PUT', `/api/prints/${id}`, { known, edit: { kind: 'sheets-set', part: { edition: 3 } } }),
  ).toBe(403);
  expect(await asked(tablet, 'DELETE', `/api/prints/${id}`, { name: 'Tablet' })).toBe(403);
  expect(await asked(tablet, 'POST', '/api/devices', { role: 'desk', devices: 1, places: false })).toBe(403);
  expect(await asked(tablet, 'GET', '/api/copies')).toBe(403);
  expect(await asked(tablet, 'GET', `/api/prints/${id}/files/print.ulexite.zip`)).toBe(403);
  const moved = {
    id: 'door-moved-1',
    at: new Date().toISOString(),
    act: { kind: 'moved-to', impressions: ['1'], where: 'sold', place: 'x', note: '' },
  };
  expect(await asked(tablet, 'POST', `/api/prints/${id}/log`, { known, events: [moved] })).toBe(403);
  expect((await stateOf(server, id)).plan.sheets.edition).not.toBe(3);

  // put out while it works: what it does then is kept in its browser, and counts once it is let in again
  await tablet.goto(`${outside()}/print/${id}/pull`);
  await expect(tablet.getByTestId('next-sheet')).toHaveText('2');
  await page.getByRole('button', { name: 'Put out Tablet at the press' }).click();
  await expect(page.getByRole('row', { name: /Tablet at the press/ })).toHaveCount(0);
  await tablet.keyboard.press('Space');
  await expect(tablet.getByText('This device is not let in. What you did is kept in this browser.')).toBeVisible();
  expect(await pullsOf(id)).toEqual(['1']);
  await tablet.getByRole('link', { name: 'Come in again' }).click();
  await expect(tablet.getByRole('heading', { name: 'This workshop is closed to this device' })).toBeVisible();
  await page.getByRole('button', { name: 'Put the code away' }).click();
  await comeIn(tablet, server, await codeFor(page, 'the bench'), 'Tablet again');
  await tablet.goto(`${outside()}/print/${id}/pull`);
  await expect.poll(() => pullsOf(id)).toEqual(['1', '2']);
  await expect(page.getByRole('row', { name: /was put out/ })).toBeVisible();
  await tablet.context().close();
});

test('without a token there is one plain page; wrong codes are told and cut short', async ({ page }) => {
  const stranger = await device({ width: 390, height: 844 });
  await stranger.goto(`${outside()}/print/any/pull`);
  await expect(stranger.getByRole('heading', { name: 'This workshop is closed to this device' })).toBeVisible();
  await expect(stranger.getByText(/Nothing is encrypted on the way/)).toBeVisible();
  await expectToLieWell(stranger, SIZES, 'the plain page');
  await expectToBeReadable(stranger, 'the plain page');
  for (let n = 0; n < 7; n++) {
    await stranger.getByLabel('Code').fill('AAAA-BBBB');
    await stranger.getByLabel('Name of this device').fill('Stranger');
    await stranger.getByRole('button', { name: 'Come in' }).click();
    await expect(stranger.getByRole('alert')).toHaveText(
      n < 6 ? /This code lets nobody in/ : /Too many codes were tried/,
    );
  }
  await expect(stranger.getByLabel('Name of this device')).toHaveValue('Stranger');
  await page.goto(`${server.url}/machine`);
  await expect(page.getByRole('row', { name: /^wrong or old code 6/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /^too many codes tried 1/ })).toBeVisible();
  await stranger.context().close();
});

test('who looks on sees prints and their table, changes nothing, and does not read where prints went', async ({
  page,
}) => {
  // the minute of tries that the test before used up
  await server.kill('SIGTERM');
  await server.start();
  const id = await readyToPull(page, server, 'Looked at');
  const pupil = await device({ width: 1280, height: 800 });
  await comeIn(pupil, server, await codeFor(page, 'looking on', '3'), 'Pupil');
  await pupil.getByRole('link', { name: 'Looked at', exact: true }).click();
  await expect(pupil).toHaveURL(`${outside()}/print/${id}/table`);
  await expect(pupil.getByRole('navigation', { name: 'Places' }).getByRole('link')).toHaveText(['Shelf', 'Bench']);
  for (const view of ['pull', 'runs', 'record', 'rehearse']) {
    await pupil.goto(`${outside()}/print/${id}/${view}`);
    await expect(pupil).toHaveURL(`${outside()}/?closed=1`);
  }
  expect(await asked(pupil, 'POST', `/api/prints/${id}/log`, { known: '0.0.0', events: [] })).toBe(403);
  expect(await asked(pupil, 'GET', `/api/prints/${id}`)).toBe(200);
  expect(await asked(pupil, 'GET', '/api/days')).toBe(403);
  await expect(page.getByRole('row', { name: /^Pupil looking on 1/ })).toBeVisible();
  await pupil.context().close();
});

test('a number of devices that cannot be lets nobody in, says what is allowed and is gone to', async ({ page }) => {
  await page.goto(`${server.url}/machine`);
  const devices = page.getByLabel('Devices by this code');
  for (const typed of ['', '0', '-3', '1e9', 'a few', '1 1/2 in', '41']) {
    await devices.fill(typed);
    await page.getByRole('button', { name: 'Let a device in' }).click();
    await expect(devices).toBeFocused();
    await expect(devices).toHaveAttribute('aria-invalid', 'true');
    await expect(devices).toHaveAccessibleDescription(/from 1 to 40/);
    await expect(devices).toHaveValue(typed);
  }
  await expect(page.getByTestId('code')).toHaveCount(0);
});

test('the page of this machine lies well and is readable, with a code shown and without', async ({ page }) => {
  await page.goto(`${server.url}/machine`);
  await page.getByRole('heading', { name: 'Copies of the workshop’s file' }).waitFor();
  await codeFor(page, 'the desk');
  await expectToLieWell(page, SIZES, 'this machine');
  await expectToBeReadable(page, 'this machine');
});

test('a copy is made by wish, put beside, and sent to a folder outside; nothing of the present file is touched', async ({
  page,
}) => {
  await flattenedPrint(page, server, 'Kept');
  await page.goto(`${server.url}/machine`);
  await page.getByRole('button', { name: 'Make a copy now' }).click();
  await expect(page.getByRole('row', { name: /you wished it/ })).toHaveCount(1);
  await page
    .getByRole('button', { name: /^Put beside the present file/ })
    .first()
    .click();
  const lies = page.getByText(/^The copy lies at /);
  await expect(lies).toContainText('npm run restore');
  const beside = /at (\S+\.sqlite), beside/.exec((await lies.textContent())!)![1];
  expect(existsSync(beside)).toBe(true);
  const folder = mkdtempSync(join(tmpdir(), 'ulexite-stick-'));
  try {
    await page.getByLabel('Folder outside, for a stick or another disk').fill('stick');
    await page.getByRole('button', { name: 'Copy there, too' }).click();
    await expect(page.getByText(/is no folder outside/)).toBeVisible();
    await page.getByLabel('Folder outside, for a stick or another disk').fill(folder);
    await page.getByRole('button', { name: 'Copy there, too' }).click();
    await expect(page.getByText('one copy there')).toBeVisible();
    expect(readdirSync(folder).filter((name) => name.endsWith('.sqlite'))).toHaveLength(1);
  } finally {
    await page.getByRole('button', { name: 'No longer' }).click();
    rmSync(folder, { recursive: true, force: true });
  }
});

test('the whole workshop goes out as one archive and comes into another, once', async ({ page }) => {
  test.setTimeout(120_000);
  const id = await flattenedPrint(page, server, 'Travelling');
  await edit(server, id, { kind: 'sheets-set', part: { edition: 13 } });
  await page.goto(`${server.url}/machine`);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Take it out' }).click(),
  ]);
  const file = await download.path();
  expect(download.suggestedFilename()).toMatch(/^\d{4}-\d\d-\d\d\.workshop\.zip$/);
  const other = new TestServer();
  try {
    await other.start();
    await page.goto(`${other.url}/machine`);
    const takeIn = async (buffer: Buffer) =>
      giveFile(page, 'Archive of a workshop', { name: 'all.workshop.zip', mimeType: 'application/zip', buffer });
    await takeIn(readFileSync(file));
    await expect(page.getByText(/^Taken in: \d+ prints?/)).toBeVisible({ timeout: 60_000 });
    expect((await stateOf(other, id)).plan.sheets.edition).toBe(13);
    expect((await stateOf(other, id)).name).toBe('Travelling');
    await page.reload();
    await takeIn(readFileSync(file));
    await expect(page.getByText(/^Taken in: 0 prints/)).toBeVisible({ timeout: 60_000 });
    await takeIn(Buffer.from('no archive'));
    await expect(page.getByRole('alert').filter({ hasText: 'This archive is no zip' })).toBeVisible();
  } finally {
    await other.stop();
  }
});

test('a damaged file is told apart from a newer one, the last good copy is named, and the command puts it in place', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const own = new TestServer();
  const command = (script: string, ...args: string[]) => {
    const done = spawnSync('node', [script, ...args], {
      env: { ...process.env, ULEXITE_DATA: own.data, PORT: '3296' },
      encoding: 'utf8',
    });
    return { code: done.status, says: done.stdout + done.stderr };
  };
  try {
    await own.start();
    await api(own, 'POST', '/api/prints', { name: 'Saved by a copy' });
    await page.goto(`${own.url}/machine`);
    await page.getByRole('button', { name: 'Make a copy now' }).click();
    await expect(page.getByRole('row', { name: /you wished it/ })).toHaveCount(1);
    expect(command('scripts/restore.mjs', 'newest').says).toContain('is open in another Ulexite');
    await own.kill('SIGTERM');
    const bytes = readFileSync(own.data);
    writeFileSync(own.data, bytes.fill(0, 100, 4096));
    const damaged = command('scripts/serve.mjs');
    expect(damaged.code).toBe(1);
    expect(damaged.says).toMatch(/is damaged/);
    expect(damaged.says).toMatch(/The last good copy is of .* 1 print and .*npm run restore/);
    expect(command('scripts/restore.mjs').says).toContain('1 print, 0 acts');
    const restored = command('scripts/restore.mjs', 'newest');
    expect(restored).toMatchObject({ code: 0, says: expect.stringContaining('What was there lies at') });
    await own.start();
    await page.goto(own.url);
    await expect(page.getByRole('link', { name: 'Saved by a copy', exact: true })).toBeVisible();
    await own.kill('SIGTERM');
    const { default: Database } = await import('better-sqlite3');
    const db = new Database(own.data);
    db.prepare("INSERT INTO migrations VALUES ('9999_later', 'x', '2026-01-01')").run();
    db.close();
    const newer = command('scripts/serve.mjs');
    expect(newer.says).toMatch(/written by a newer Ulexite/);
    expect(newer.says).not.toMatch(/last good copy/);
  } finally {
    await own.stop();
  }
});

test('devices are let in from the terminal, too, where a server runs', async () => {
  const letIn = (...args: string[]) =>
    spawnSync('node', ['scripts/letIn.mjs', ...args], {
      env: { ...process.env, PORT: new URL(server.url).port },
      encoding: 'utf8',
    });
  const shown = letIn('look', '12');
  expect(shown.stdout).toMatch(/[A-Z2-9]{4}-[A-Z2-9]{4}/);
  expect(shown.stdout).toContain(`http://${NAME}`);
  expect(shown.stdout).toContain('It lets 12 devices in');
  expect(letIn('owner')).toMatchObject({ status: 1, stderr: expect.stringContaining('Say look, bench or desk') });
});

test('a file of an older form is copied before it is brought to the newest', async ({ page }) => {
  const own = new TestServer();
  try {
    copyFileSync('src/store/fixtures/store-0004.sqlite', own.data);
    await own.start();
    await page.goto(`${own.url}/machine`);
    await expect(page.getByRole('row', { name: /before a newer form/ })).toHaveCount(1);
  } finally {
    await own.stop();
  }
});

test('with a certificate of one’s own the network is served encrypted, and devices are told so', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'ulexite-cert-'));
  const [key, cert] = [join(folder, 'key.pem'), join(folder, 'cert.pem')];
  execFileSync(
    'openssl',
    [
      ...['req', '-x509', '-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:prime256v1', '-nodes', '-days', '30'],
      ...['-subj', '/CN=workshop', '-keyout', key, '-out', cert],
    ],
    { stdio: 'ignore' },
  );
  const own = new TestServer({ ULEXITE_CERT: cert, ULEXITE_KEY: key });
  try {
    await own.start();
    const { network } = await api<DoorState>(own, 'PUT', '/api/devices', { open: true });
    expect(network.secure).toBe(true);
    // as many as this machine has on its networks
    for (const address of network.addresses) {
      expect(address).toMatch(/^https:/);
      const plain = await new Promise<{ status: number; text: string }>((resolve, reject) => {
        get(address, { rejectUnauthorized: false }, (response) => {
          let text = '';
          response.on('data', (chunk: Buffer) => (text += chunk.toString()));
          response.on('end', () => resolve({ status: response.statusCode ?? 0, text }));
        }).on('error', reject);
      });
      expect(plain.status).toBe(401);
      expect(plain.text).toContain('encrypted with the owner’s own certificate');
    }
    expect((await api<DoorState>(own, 'PUT', '/api/devices', { open: false })).network.open).toBe(false);
    for (const address of network.addresses) await expect(fetch(address)).rejects.toThrow();
    const wrong = spawnSync('node', ['scripts/serve.mjs'], {
      env: { ...process.env, ULEXITE_DATA: join(folder, 'other.sqlite'), ULEXITE_CERT: cert, ULEXITE_KEY: cert },
      encoding: 'utf8',
    });
    expect(wrong).toMatchObject({ status: 1, stderr: expect.stringContaining('are not a certificate and its key') });
  } finally {
    await own.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
