/** The bench when the server is away: what was open is shown again, and what is done there waits. */
import type { BrowserContext } from '@playwright/test';
import { flattenedPrint, logged, stateOf } from './prints';
import { TestServer } from './server';
import { expect, test } from './test';

const server = new TestServer();
let context: BrowserContext;
test.beforeAll(async ({ browser }) => {
  await server.start();
  context = await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB', timezoneId: 'UTC' });
});
test.afterAll(async () => {
  await context.close();
  await server.stop();
});

const pulls = async (id: string) => (await stateOf(server, id)).events.filter(({ act }) => act.kind === 'pull').length;

test('a page of the bench opens without the server; pulls wait and count once', async () => {
  test.setTimeout(120_000);
  const page = await context.newPage();
  const id = await flattenedPrint(page, server, 'Away');
  await logged(server, id, [
    { kind: 'cut-done', cutId: 'stage-1' },
    { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 6, tests: 0 },
  ]);
  await page.goto(`${server.url}/print/${id}/pull`);
  await page.evaluate(async () => (await navigator.serviceWorker.ready).active);
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
  // seen once with whoever keeps it
  await page.reload();
  await expect(page.getByTestId('next-sheet')).toHaveText('1');
  await page.waitForFunction(async () => (await caches.match(location.pathname)) !== undefined);

  await server.kill();
  await page.reload();
  await expect(page.getByTestId('next-sheet')).toHaveText('1');
  await page.getByRole('button', { name: /^Good pull/ }).click();
  await expect(page.getByTestId('next-sheet')).toHaveText('2');
  await page.reload();
  await expect(page.getByTestId('next-sheet')).toHaveText('2');

  await server.start();
  await page.reload();
  await expect.poll(() => pulls(id), { timeout: 30_000 }).toBe(1);
  await expect(page.getByTestId('next-sheet')).toHaveText('2');
  await page.close();
});

test('each worker runs its own program, though their files are kept under one address', async () => {
  const page = await context.newPage();
  const id = await flattenedPrint(page, server, 'Two workers');
  // the first time their programs are put away, the second time they are taken from there
  for (let visit = 0; visit < 2; visit++) {
    await page.goto(`${server.url}/print/${id}/runs`);
    await expect(page.getByText(/plans were weighed/)).toBeVisible();
    expect(await page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  }
  await page.close();
});

test('it can be put on the home screen, and pages of the desk are not kept', async () => {
  const page = await context.newPage();
  await page.goto(server.url);
  const manifest = await page.evaluate(async () => {
    const link = document.querySelector<HTMLLinkElement>('link[rel="manifest"]')!;
    return (await (await fetch(link.href)).json()) as {
      display: string;
      icons: { src: string; sizes: string; purpose: string }[];
    };
  });
  expect(manifest.display).toBe('standalone');
  for (const { src, sizes } of manifest.icons) {
    const wide = await page.evaluate(async (from) => {
      const picture = new Image();
      picture.src = from;
      await picture.decode();
      return picture.naturalWidth;
    }, src);
    expect(`${wide}x${wide}`).toBe(sizes);
  }
  expect(manifest.icons.map(({ purpose }) => purpose)).toContain('maskable');
  const kept = await page.evaluate(async () =>
    (
      await Promise.all(
        (await caches.keys()).map(async (name) =>
          (await (await caches.open(name)).keys()).map(({ url }) => new URL(url).pathname),
        ),
      )
    ).flat(),
  );
  expect(kept.filter((path) => path === '/' || /\/(runs|picture|api\/prints\/[^/]+)$/.test(path))).toEqual([]);
  await page.close();
});
