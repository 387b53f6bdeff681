/** The other language: turned to, kept, typed in, and lying as well in every view as the first. */
import type { Browser, BrowserContext } from '@playwright/test';
import { readdirSync, readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import type { Catalogue, Compiled } from '../src/words/translator';
import { layoutFaults } from './layout';
import { DESK, expectToBeReadable, expectToLieWell, type Size } from './readable';
import { sampleWorkshopAt } from './sample';
import { TestServer } from './server';
import { expect, test, type Page } from './test';
import { AT_THE_BENCH, IN_THE_DRAWER, nameOf, ON_THE_DESK, viewsOf, type View } from './views';

const server = new TestServer();
const TABLET: Size = [820, 1180];
const BENCH_TARGET_PX = 64;
let german: BrowserContext;
/** English as it stands in a catalogue, and what the other says in its place. */
const inGerman = new Map<string, Set<string>>();
/** All that is said in the other without values. */
let germanTexts: ReadonlySet<string> = new Set();
/** Sentences of the first language that are said nowhere in the other. */
let onlyEnglish: readonly string[] = [];

const MADE = 'src/words/made';
const read = (...path: string[]) => JSON.parse(readFileSync(join(MADE, ...path), 'utf8')) as unknown;
const catalogues = () => ({
  english: Object.fromEntries(
    readdirSync(join(MADE, 'en')).map((file) => [basename(file, '.json'), read('en', file) as Compiled]),
  ),
  other: read('de.json') as Catalogue,
});
/** Texts without values, by their keys. */
const plain = (room: Compiled, before = ''): [key: string, text: string][] =>
  Object.entries(room).flatMap(([key, value]): [string, string][] =>
    typeof value === 'string'
      ? [[before + key, value]]
      : Array.isArray(value)
        ? []
        : plain(value as Compiled, `${before}${key}.`),
  );

test.beforeAll(async ({ browser }) => {
  test.setTimeout(240_000);
  await sampleWorkshopAt(server.data);
  await server.start();
  const { english, other } = catalogues();
  for (const [name, room] of Object.entries(english)) {
    const there = new Map(plain(other[name]));
    for (const [key, text] of plain(room))
      inGerman.set(text, (inGerman.get(text) ?? new Set()).add(there.get(key) ?? ''));
  }
  germanTexts = new Set(Object.values(other).flatMap((room) => plain(room).map(([, text]) => text)));
  onlyEnglish = [...inGerman.keys()].filter((text) => text.length > 18 && / .* /.test(text) && !germanTexts.has(text));
  german = await contextIn(browser, 'de-DE');
});
test.afterAll(async () => {
  await german.close();
  await server.stop();
});

const contextIn = (browser: Browser, locale: string) =>
  browser.newContext({ locale, viewport: { width: 1280, height: 800 }, timezoneId: 'UTC' });

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
/** What stands for an English text; any text of the view where it is only known by a pattern. */
function said<T extends string | RegExp>(text: T): T | RegExp {
  const found = typeof text === 'string' ? inGerman.get(text) : undefined;
  if (typeof text === 'string') expect(found, text).toBeDefined();
  return found ? new RegExp(`^(${[...found].map(escaped).join('|')})`) : /\p{L}{3}/u;
}
const open = viewsOf(server, said);

/** Nothing of the first language is left to be read or heard; names that were given stay as they were given. */
async function expectToBeGerman(page: Page, what: string): Promise<void> {
  expect(await page.locator('html').getAttribute('lang'), what).toBe('de');
  const seen = await page.evaluate(() => {
    const heard = [...document.querySelectorAll('[aria-label], [title], [placeholder]')].flatMap((one) =>
      ['aria-label', 'title', 'placeholder'].map((name) => one.getAttribute(name) ?? ''),
    );
    return [document.body.innerText, ...heard].join('\n').replace(/\s+/g, ' ');
  });
  expect(
    onlyEnglish.filter((text) => seen.includes(text)),
    what,
  ).toEqual([]);
  // said by packages, to who does not see
  const bySide = await page.evaluate(() => [
    ...[...document.querySelectorAll('[aria-roledescription]')].map((one) => one.getAttribute('aria-roledescription')!),
    ...[...document.querySelectorAll('[id^="DndDescribedBy"]')].map((one) => one.textContent),
  ]);
  expect(
    bySide.filter((text) => !germanTexts.has(text)),
    what,
  ).toEqual([]);
}

async function wellIn(page: Page, views: readonly View[], sizes: readonly Size[], target = 0): Promise<void> {
  for (const view of views) {
    await open(page, view);
    await expectToBeGerman(page, nameOf(view));
    await expectToLieWell(page, sizes, nameOf(view), target);
    await expectToBeReadable(page, nameOf(view));
  }
}

test('desk views speak German, lie well and are readable', async () => {
  test.setTimeout(300_000);
  const page = await german.newPage();
  await wellIn(page, ON_THE_DESK, DESK);
  await page.close();
});

test('bench views speak German and lie well on a desk and a tablet', async () => {
  test.setTimeout(300_000);
  const page = await german.newPage();
  await wellIn(page, AT_THE_BENCH, [...DESK, TABLET], BENCH_TARGET_PX);
  await page.close();
});

test('shelf, drawer and the pages beside speak German and lie well', async () => {
  test.setTimeout(300_000);
  const page = await german.newPage();
  for (const path of ['/', '/new', '/workshop', '/inks', '/shopping', '/days', '/whereabouts', '/machine']) {
    await page.goto(server.url + path);
    await page.waitForLoadState('networkidle');
    await expectToBeGerman(page, path);
    await expect.poll(() => layoutFaults(page, 0), { message: path, timeout: 5000 }).toEqual([]);
    await expectToBeReadable(page, path);
  }
  await wellIn(page, IN_THE_DRAWER, DESK);
  await page.close();
});

test('the language is turned by a button and kept; numbers are typed as they are written there; files follow', async ({
  browser,
}) => {
  test.setTimeout(120_000);
  const context = await contextIn(browser, 'en-GB');
  const page = await context.newPage();
  const faults: string[] = [];
  page.on('console', (message) => message.type() === 'error' && faults.push(message.text()));
  page.on('pageerror', (error) => faults.push(error.message));
  await page.goto(server.url);
  await expect(page.getByText('5 prints in work')).toBeVisible();
  await page.getByRole('button', { name: 'Deutsch' }).click();
  await expect(page.getByText('5 Drucke in Arbeit')).toBeVisible();
  await page.reload();
  await expect(page.getByText('5 Drucke in Arbeit')).toBeVisible();

  const print = page.getByRole('article', { name: 'Quinces on a Blue Cloth' }).getByRole('link').first();
  const address = server.url + (await print.getAttribute('href'))!.replace(/[^/]+$/, '');
  await page.goto(`${address}register`);
  const allowance = page.getByLabel('Platz für Titel und Signatur');
  await allowance.fill('1,25 cm');
  await allowance.press('Enter');
  await expect(allowance).toHaveValue('12,5 mm');
  await allowance.fill('1.250');
  await allowance.press('Enter');
  await expect(page.getByText(/„1\.250“ kann 1,25 oder 1250 heißen/)).toBeVisible();
  await allowance.press('Escape');
  await allowance.fill('9,5 km');
  await allowance.press('Enter');
  await expect(page.getByText(/„km“ ist hier keine bekannte Einheit/)).toBeVisible();
  await allowance.press('Escape');

  // the server says it, too: in files, and in what it refuses
  const list = await (await context.request.get(`${server.url}/api/shopping.csv`)).text();
  expect(list).toContain('Zu kaufen');
  const refused = await context.request.post(`${server.url}/api/prints`, {
    data: { name: '' },
    headers: { origin: server.url },
  });
  expect((await refused.json()).message).toMatch(/Ein Druck braucht einen Namen/);
  const other = await contextIn(browser, 'en-GB');
  expect(await (await other.request.get(`${server.url}/api/shopping.csv`)).text()).toContain('To buy');
  await other.close();

  await page.getByRole('button', { name: /^en/ }).click();
  await expect(page.getByText('Room for title and signature').first()).toBeVisible();
  expect(faults).toEqual([]);
  await context.close();
});

test('the words of a language come as one program that is kept for good; what is none is not there', async ({
  request,
}) => {
  const page = await (await request.get(server.url, { headers: { 'accept-language': 'de' } })).text();
  const address = /\/words\/de\.js\?[0-9a-f]{16}/.exec(page)![0];
  const answer = await request.get(server.url + address);
  expect(answer.headers()['cache-control']).toContain('immutable');
  const { bench } = catalogues().other;
  expect(await answer.text()).toContain(JSON.stringify(bench));
  for (const none of ['en.js', 'fr.js', 'de', '../de.js'])
    expect((await request.get(`${server.url}/words/${none}`)).ok(), none).toBe(false);
});
