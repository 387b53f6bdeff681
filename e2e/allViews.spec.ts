/** Every view as it lies at the sizes it is used at, and as it is read by those who do not see it. */
import { chromium } from '@playwright/test';
import CHROMIUM from '../scripts/chromium.json';
import { layoutFaults } from './layout';
import { DESK, expectToBeReadable, expectToLieWell, type Size } from './readable';
import { sampleWorkshopAt } from './sample';
import { TestServer } from './server';
import { expect, test } from './test';
import { AT_THE_BENCH, IN_THE_DRAWER, nameOf, ON_THE_DESK, SALT, viewsOf } from './views';

const server = new TestServer();
const BENCH_TARGET_PX = 64;

test.beforeAll(async () => {
  test.setTimeout(240_000); // on a machine that is busy with another lane
  await sampleWorkshopAt(server.data);
  await server.start();
});
test.afterAll(() => server.stop());

const TABLET: Size = [820, 1180],
  PHONE: Size = [390, 844];
const ALL: readonly Size[] = [...DESK, TABLET, PHONE];
const open = viewsOf(server);

test('desk views lie well and are readable from 1024 px up', async ({ page }) => {
  test.setTimeout(240_000);
  for (const view of ON_THE_DESK) {
    await open(page, view);
    await expectToLieWell(page, DESK, nameOf(view));
    await expectToBeReadable(page, nameOf(view));
  }
});

test('bench views lie well with large targets on a desk, on tablets both ways and on a phone, and are readable', async ({
  page,
}) => {
  test.setTimeout(240_000);
  for (const view of AT_THE_BENCH) {
    await open(page, view);
    await expectToLieWell(page, ALL, nameOf(view), BENCH_TARGET_PX);
    await expectToBeReadable(page, nameOf(view));
    await page.setViewportSize({ width: TABLET[0], height: TABLET[1] });
    await expectToBeReadable(page, `${nameOf(view)} on a tablet`);
    await page.setViewportSize({ width: 1280, height: 800 });
  }
});

test('shelf and drawer lie well at every size and are readable, dialogs as well', async ({ page }) => {
  test.setTimeout(240_000);
  await page.goto(server.url);
  await expect(page.getByRole('article')).toHaveCount(5);
  await expectToLieWell(page, ALL, 'the shelf');
  await expectToBeReadable(page, 'the shelf');
  await page.getByRole('link', { name: 'New print' }).click();
  await expectToBeReadable(page, 'a new print');
  await page.goto(`${server.url}/workshop`);
  for (const kind of ['Papers', 'Working hours']) {
    await page.getByRole('button', { name: kind }).click();
    await expectToLieWell(page, ALL, `the workshop’s ${kind}`);
    await expectToBeReadable(page, `the workshop’s ${kind}`);
  }
  await page.goto(`${server.url}/inks`);
  await expectToLieWell(page, ALL, 'inks kept');
  await expectToBeReadable(page, 'inks kept');
  for (const view of IN_THE_DRAWER) {
    await open(page, view);
    await expectToLieWell(page, ALL, nameOf(view));
    await expectToBeReadable(page, nameOf(view));
  }
  await page.getByRole('button', { name: /^keys/ }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await expectToLieWell(page, ALL, 'the sheet of keys');
  await expectToBeReadable(page, 'the sheet of keys');
});

test('with letters twice as large every view still lies well on a desk', async () => {
  test.setTimeout(240_000);
  const browser = await chromium.launch({
    ...CHROMIUM,
    args: [...CHROMIUM.args, '--blink-settings=defaultFontSize=32'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, locale: 'en-GB', timezoneId: 'UTC' });
  await page.goto(server.url);
  expect(await page.evaluate(() => getComputedStyle(document.body).fontSize)).toBe('27px');
  await expectToLieWell(page, DESK, 'the shelf');
  for (const view of [...ON_THE_DESK, ...AT_THE_BENCH, ...IN_THE_DRAWER].filter(({ leaf }) => !leaf)) {
    await open(page, view);
    await expectToLieWell(page, DESK, nameOf(view));
  }
  await browser.close();
});

test('faults that are planted are found', async ({ page }) => {
  await open(page, AT_THE_BENCH.at(-1)!);
  // what is planted before the page is taken over by its program would be swept away again
  await page.waitForFunction(() =>
    Object.keys(document.querySelector('main')!.firstElementChild!).some((key) => key.startsWith('__reactFiber')),
  );
  await page.evaluate(() => {
    const planted = document.createElement('div');
    planted.innerHTML =
      '<p style="width:500px">wide</p><p style="position:absolute;left:20px;top:300px">laid over</p><p style="position:absolute;left:30px;top:302px">what stands here</p><p style="width:30px;overflow:hidden;white-space:nowrap">cut off at the side</p><p style="font-size:9px">small</p><button style="min-height:20px;height:20px">low</button><button aria-label="something else">words</button><p style="color:#ddd">pale</p>';
    document.querySelector('main')!.prepend(planted);
  });
  await page.setViewportSize({ width: PHONE[0], height: PHONE[1] });
  const found = (await layoutFaults(page, BENCH_TARGET_PX)).join('\n');
  for (const fault of [
    /scrolls sideways/,
    /cut off without an ellipsis/,
    /9 px small/,
    /is a target of/,
    /lie on one another/,
  ])
    expect(found).toMatch(fault);
  const read = expectToBeReadable(page, 'planted');
  await expect(read).rejects.toThrow(/label-content-name-mismatch/);
  await expect(read).rejects.toThrow(/color-contrast/);
  await page.setViewportSize({ width: 1280, height: 800 });
});

test('keys of one letter can be switched off, and arrows leave lists and fields their own', async ({ page }) => {
  await open(
    page,
    AT_THE_BENCH.find(({ view }) => view === 'cut')!,
  );
  const stamp = page.getByTestId('stamp');
  await expect(stamp).toContainText('mirrored');
  await page.keyboard.press('m');
  await expect(stamp).toContainText('as printed');
  const characters = page.getByRole('checkbox', { name: 'Keys of one letter or digit act' });
  await page.getByRole('button', { name: /^keys/ }).click();
  await expect(page.getByRole('dialog').getByText('M', { exact: true })).toBeVisible();
  await characters.uncheck();
  await expect(page.getByRole('dialog').getByText('M', { exact: true })).toBeHidden();
  await page.getByRole('button', { name: 'Close' }).click();
  await page.reload();
  await expect(stamp).toContainText('mirrored');
  await page.keyboard.press('m');
  await page.keyboard.press('Shift+?');
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(stamp).toContainText('mirrored');
  await page.getByRole('button', { name: /^keys/ }).click();
  await characters.check();
  await page.getByRole('button', { name: 'Close' }).click();
  await page.keyboard.press('m');
  await expect(stamp).toContainText('as printed');

  await open(page, { print: SALT, view: 'runs', whole: /plans were weighed/ });
  const current = page.locator('[data-testid="run-cell"][aria-current="true"]');
  const before = await current.textContent();
  await page.getByRole('tab', { name: 'From here on' }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('tab', { name: /^Ink of run/ })).toHaveAttribute('aria-selected', 'true');
  await expect(page.getByRole('tabpanel')).toHaveAccessibleName(/^Ink of run/);
  expect(await current.textContent()).toBe(before);
  await page.getByRole('button', { name: /^Run 1$/ }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(current).not.toHaveText(before!);
});
