import type { Page } from '@playwright/test';
import type { LetIn } from '@/model';
import { expect, test } from './test';
import { api, edit, flattenedPrint, stateOf } from './prints';
import { comeIn, NAME, outsideBrowser, outsideOf, readyToPull } from './outside';
import { TestServer } from './server';

const server = new TestServer({ ULEXITE_HOSTS: NAME });
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

const pullsOf = async (id: string) =>
  (await stateOf(server, id)).events.flatMap(({ act }) => (act.kind === 'pull' ? [act.sheet] : []));
const setEdition = async (page: Page, value: string) => {
  await page.getByLabel('Edition', { exact: true }).fill(value);
  await page.getByLabel('Edition', { exact: true }).press('Enter');
};

test('two devices on one print: pulls on the tablet and edits at the desk are seen on the other, and disturb nothing there', async ({
  page,
  browser,
}) => {
  const id = await readyToPull(page, server, 'desk and tablet');
  await page.goto(`${server.url}/print/${id}/sheets`);
  const tablet = await (await browser.newContext()).newPage();
  await tablet.goto(`${server.url}/print/${id}/pull`);
  await expect(tablet.getByTestId('next-sheet')).toHaveText('1');

  // an edit half typed at the desk stays as it is while sheets are pulled
  await page.getByLabel('Test sheets').fill('7');
  await tablet.keyboard.press('Space');
  await expect(tablet.getByTestId('next-sheet')).toHaveText('2');
  await expect(page.getByTestId('run-cell').getByText('printing 1/60')).toBeVisible();
  await expect(page.getByLabel('Test sheets')).toHaveValue('7');
  await page.getByLabel('Test sheets').press('Enter');
  await expect.poll(async () => (await stateOf(server, id)).plan.sheets.testSheets).toBe(7);

  // undo and redo go on over pulls
  await setEdition(page, '33');
  await expect.poll(async () => (await stateOf(server, id)).plan.sheets.edition).toBe(33);
  await tablet.keyboard.press('Space');
  await expect(tablet.getByTestId('next-sheet')).toHaveText('3');
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(page.getByLabel('Edition', { exact: true })).not.toHaveValue('33');
  await tablet.keyboard.press('Space');
  await expect(tablet.getByTestId('next-sheet')).toHaveText('4');
  await page.getByRole('button', { name: 'redo' }).click();
  await expect(page.getByLabel('Edition', { exact: true })).toHaveValue('33');
  await expect(tablet.getByText(/edition of 33/)).toBeAttached();
  expect(await pullsOf(id)).toEqual(['1', '2', '3']);
  await tablet.context().close();
});

test('two windows that change the same are both heard: the later word stands, and nobody is asked to choose', async ({
  page,
  context,
}) => {
  const id = await flattenedPrint(page, server, 'two windows');
  const second = await context.newPage();
  for (const p of [page, second]) await p.goto(`${server.url}/print/${id}/sheets`);
  await setEdition(page, '12');
  await expect(second.getByLabel('Edition', { exact: true })).toHaveValue('12');
  await setEdition(second, '30');
  await expect(page.getByLabel('Edition', { exact: true })).toHaveValue('30');
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(second.getByLabel('Edition', { exact: true })).toHaveValue('12');
});

test('one device offline for ten pulls and three edits: the other goes on, and both are whole when it is back', async ({
  page,
  browser,
}) => {
  const id = await readyToPull(page, server, 'offline');
  const context = await browser.newContext();
  const tablet = await context.newPage();
  await tablet.goto(`${server.url}/print/${id}/pull`);
  const planning = await context.newPage();
  await planning.goto(`${server.url}/print/${id}/sheets`);
  await planning.getByLabel('Edition', { exact: true }).waitFor();
  await expect(tablet.getByTestId('next-sheet')).toHaveText('1');
  await page.goto(`${server.url}/print/${id}/register`);
  await page.getByLabel('Margin', { exact: true }).waitFor();
  await context.setOffline(true);
  for (let n = 1; n <= 10; n++) {
    await tablet.keyboard.press('Space');
    await expect(tablet.getByTestId('next-sheet')).toHaveText(String(n + 1));
  }
  await expect(tablet.getByText(/10 acts wait in this browser/)).toBeVisible();
  await page.getByLabel('Margin', { exact: true }).fill('33 mm');
  await page.getByLabel('Margin', { exact: true }).press('Enter');
  await expect.poll(async () => (await stateOf(server, id)).plan.layout.marginMm).toBe(33);
  await setEdition(planning, '41');
  await planning.getByLabel('Test sheets').fill('3');
  await planning.getByLabel('Test sheets').press('Enter');
  await setEdition(planning, '42');
  await expect(planning.getByText('not saved')).toBeVisible();
  expect(await pullsOf(id)).toEqual([]);
  await context.setOffline(false);
  await expect.poll(() => pullsOf(id)).toEqual(Array.from({ length: 10 }, (_, i) => `${i + 1}`));
  await expect
    .poll(async () => (await stateOf(server, id)).plan)
    .toMatchObject({ sheets: { edition: 42, testSheets: 3 }, layout: { marginMm: 33 } });
  await expect(page.getByText(/edition of 42/)).toBeAttached();
  await expect(planning.getByText('not saved')).toHaveCount(0);
  await expect(tablet.getByText(/wait in this browser/)).toHaveCount(0);
  await context.close();
});

test('the server killed under two devices: what was done meanwhile on both comes together, once', async ({
  page,
  browser,
}) => {
  const id = await readyToPull(page, server, 'killed');
  await page.goto(`${server.url}/print/${id}/sheets`);
  const tablet = await (await browser.newContext()).newPage();
  await tablet.goto(`${server.url}/print/${id}/pull`);
  await tablet.keyboard.press('Space');
  await expect(tablet.getByTestId('next-sheet')).toHaveText('2');
  await expect(page.getByTestId('run-cell').getByText('printing 1/60')).toBeVisible();
  await server.kill();
  await tablet.keyboard.press('Space');
  // pressed sooner it would be taken for a pedal that bounces
  await expect(tablet.getByTestId('next-sheet')).toHaveText('3');
  await tablet.keyboard.press('Space');
  await expect(tablet.getByText(/2 acts wait in this browser/)).toBeVisible();
  await expect(page.getByText('server away')).toBeVisible();
  await setEdition(page, '17');
  await expect(page.getByText('not saved')).toBeVisible();
  await server.start();
  await expect.poll(() => pullsOf(id)).toEqual(['1', '2', '3']);
  await expect.poll(async () => (await stateOf(server, id)).plan.sheets.edition).toBe(17);
  await expect(page.getByTestId('run-cell').getByText('printing 3/60')).toBeVisible();
  await expect(page.getByText('server away')).toHaveCount(0);
  await expect(tablet.getByText(/edition of 17/)).toBeAttached();
  await tablet.context().close();
});

test('an edit that the newest plan cannot take is told, and taken back', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'gone meanwhile');
  await page.goto(`${server.url}/print/${id}/runs`);
  await page.getByRole('button', { name: 'undo' }).waitFor();
  const { plan } = await stateOf(server, id);
  await page.route(`**/api/prints/${id}/changes*`, (route) => route.abort());
  await page.reload();
  await page.getByRole('button', { name: 'undo' }).waitFor();
  await edit(server, id, { kind: 'sheets-set', part: { edition: 55 } });
  // an undo on a plan the page has not heard of is not made on another
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(page.getByText(/The plan was changed elsewhere just now/)).toBeVisible();
  expect((await stateOf(server, id)).plan.sheets.edition).toBe(55);
  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(async () => (await stateOf(server, id)).plan.sheets.edition).toBe(plan.sheets.edition);
});

test('a tablet that comes by plain http from another machine pulls, keeps and hears like any other', async ({
  page,
}) => {
  const id = await readyToPull(page, server, 'by its name');
  await page.goto(`${server.url}/print/${id}/pull`);
  const browser = await outsideBrowser();
  try {
    const tablet = await browser.newPage();
    const address = outsideOf(server);
    const { code } = await api<LetIn>(server, 'POST', '/api/devices', { role: 'bench', devices: 1, places: false });
    await comeIn(tablet, server, code, 'Tablet');
    await tablet.goto(`${address}/print/${id}/pull`);
    expect(await tablet.evaluate(() => window.isSecureContext)).toBe(false);
    await tablet.keyboard.press('Space');
    await expect(page.getByTestId('next-sheet')).toHaveText('2');
    await page.keyboard.press('Space');
    await expect(tablet.getByTestId('next-sheet')).toHaveText('3');
    await tablet.context().setOffline(true);
    await tablet.keyboard.press('Space');
    await expect(tablet.getByText(/1 act waits in this browser/)).toBeVisible();
    await tablet.context().setOffline(false);
    await expect.poll(() => pullsOf(id)).toEqual(['1', '2', '3']);
    await expect(page.getByTestId('next-sheet')).toHaveText('4');
  } finally {
    await browser.close();
  }
});

test('a file that takes work says how far it is, can be given up, and is saved under its name', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'slow file');
  await page.goto(`${server.url}/print/${id}/block`);
  // the answer comes as the server gives it, only slowly
  await page.route('**/registration.pdf', async (route) => {
    await new Promise((later) => setTimeout(later, 900));
    await route.continue();
  });
  const link = page.getByRole('link', { name: 'PDF, true to size' });
  await link.click();
  await expect(page.getByRole('progressbar', { name: 'How far the file is' })).toBeVisible();
  await page.getByRole('button', { name: 'Give it up' }).click();
  await expect(page.getByRole('progressbar', { name: 'How far the file is' })).toHaveCount(0);
  const [download] = await Promise.all([page.waitForEvent('download'), link.click()]);
  expect(download.suggestedFilename()).toBe('slow file registration and cuts.pdf');
  await page.unroute('**/registration.pdf');
  await server.kill();
  await link.click();
  await expect(page.getByText(/The server does not answer/)).toBeVisible();
  await server.start();
});
