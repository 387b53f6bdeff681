import type { Page } from '@playwright/test';
import type { PrintState } from '@/model';
import { expect, test } from './test';
import { api, flattenedPrint, logged, stateOf } from './prints';
import { TestServer } from './server';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

const kinds = ({ events }: PrintState) => events.map(({ act }) => act.kind);
const countOf = async (id: string, kind: string) => kinds(await stateOf(server, id)).filter((k) => k === kind).length;

/** A print whose first ink has a recipe, whose block is cut and whose sheets are started. */
async function ready(page: Page, name: string, counted: number): Promise<string> {
  const id = await flattenedPrint(page, server, name);
  await page.goto(`${server.url}/print/${id}/inks`);
  await page.getByRole('button', { name: 'Take this recipe' }).first().click();
  await expect.poll(async () => (await stateOf(server, id)).plan.inks.some(({ recipe }) => recipe !== null)).toBe(true);
  await logged(server, id, [
    { kind: 'cut-done', cutId: 'stage-1' },
    { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted, tests: 0 },
  ]);
  return id;
}

test('a whole sitting by one key that was taught: begun, laid ready, ink poured, sheets pulled', async ({ page }) => {
  test.setTimeout(120_000);
  const id = await ready(page, 'by pedal', 3);
  await page.goto(`${server.url}/print/${id}/today`);
  await page.getByRole('button', { name: /^keys/ }).click();
  await page.getByRole('button', { name: 'Teach another key' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByText(/Escape cannot be a pedal/)).toBeVisible();
  await page.getByRole('button', { name: 'Teach another key' }).click();
  await page.keyboard.press('b');
  await expect(page.getByText(/The pedal is the space bar and KeyB/)).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();

  // from here on nothing is touched but the pedal
  const pedal = () => page.keyboard.press('b');
  await pedal();
  await expect(page.getByText(/^0 of \d+ done/)).toBeVisible();
  const all = Number(/of (\d+) done/.exec((await page.getByText(/^0 of \d+ done/).textContent())!)![1]);
  // a foot that is quicker than the disk: both count
  await pedal();
  await pedal();
  await expect(page.getByText(new RegExp(`^2 of ${all} done`))).toBeVisible();
  for (let done = 3; done <= all; done++) {
    await pedal();
    await expect(page.getByText(new RegExp(`^${done} of ${all} done`))).toBeVisible();
  }
  await pedal();
  await page.waitForURL(/\/mix$/);
  await expect(page.getByRole('button', { name: 'Begin an empty pot' })).toBeVisible();
  await pedal();
  await expect(page.getByText(/g to go/).first()).toBeVisible();
  for (let part = 0; part < 12 && !(await page.getByText(/The pot is full/).isVisible()); part++) {
    const poured = await countOf(id, 'poured');
    const grams = Number(
      /([\d.]+) g to go/.exec(
        (await page
          .getByText(/g to go/)
          .first()
          .textContent())!,
      )![1],
    );
    // the hand puts ink on the scale, the foot says that it is in
    await api(server, 'POST', '/api/scale', { act: 'put', aboutG: Math.max(0.03, grams) });
    // the scale trembles: a foot that comes while it does comes again, and puts nothing in twice
    await expect(async () => {
      await expect(page.getByRole('button', { name: 'It is in' })).toBeEnabled();
      await pedal();
      await expect.poll(() => countOf(id, 'poured'), { timeout: 3000 }).toBeGreaterThan(poured);
    }).toPass({ timeout: 30_000 });
    await expect(page.getByRole('button', { name: /It is in|To the sheets/ }).first()).toBeVisible();
  }
  await expect(page.getByText(/The pot is full/)).toBeVisible();
  await pedal();
  await page.waitForURL(/\/pull$/);
  for (const sheet of ['1', '2', '3']) {
    await expect(page.getByTestId('next-sheet')).toHaveText(sheet);
    await pedal();
    await expect.poll(() => countOf(id, 'pull')).toBe(Number(sheet));
  }
  const state = await stateOf(server, id);
  expect(kinds(state)).toEqual(expect.arrayContaining(['sitting-begun', 'room-read', 'ticked', 'pot-begun', 'poured']));
  // in this view B names a fault; taught as the pedal it names none
  expect(state.events.flatMap(({ act }) => (act.kind === 'pull' ? act.faults : []))).toEqual([]);
});

test('a clock goes on when page and server are closed, falls due, and is quieted by a key on every device', async ({
  page,
  browser,
}) => {
  const id = await ready(page, 'clocks', 5);
  await page.goto(`${server.url}/print/${id}/pull`);
  await page.getByRole('button', { name: 'Set a clock' }).click();
  await page.getByLabel('Called (if you like)').fill('turn the pack');
  await page.getByLabel('Minutes').fill('0.2');
  await page.getByLabel('Minutes').press('Tab');
  await page.getByRole('button', { name: 'Start it' }).click();
  await expect(page.getByTestId('timer')).toContainText('turn the pack');
  await page.goto('about:blank');
  await server.kill('SIGTERM');
  await server.start();
  const tablet = await (await browser.newContext()).newPage();
  await tablet.goto(`${server.url}/print/${id}/today`);
  await expect(tablet.getByTestId('timer')).toContainText('now', { timeout: 20_000 });
  await page.goto(`${server.url}/print/${id}/pull`);
  await expect(page.getByTestId('timer')).toContainText('now');
  await page.keyboard.press('t');
  await expect(page.getByTestId('timer')).toHaveCount(0);
  await expect(tablet.getByTestId('timer')).toHaveCount(0);
  await tablet.context().close();
});

test('locked against touches, the pedal still pulls; held long enough it is unlocked', async ({ page }) => {
  const id = await ready(page, 'locked', 4);
  await page.goto(`${server.url}/print/${id}/pull`);
  await expect(page.getByTestId('next-sheet')).toHaveText('1');
  await page.getByRole('button', { name: 'Lock the screen' }).click();
  const good = page.getByRole('button', { name: /^Good pull/ });
  const box = (await good.boundingBox())!;
  await page.mouse.click(box.x + 20, box.y + 20);
  await page.waitForTimeout(400);
  await expect(page.getByTestId('next-sheet')).toHaveText('1');
  await page.keyboard.press('Space');
  await expect(page.getByTestId('next-sheet')).toHaveText('2');
  const unlock = page.getByRole('button', { name: 'Hold to unlock' });
  await unlock.click();
  await expect(page.getByTestId('touch-lock')).toBeVisible();
  await unlock.hover();
  await page.mouse.down();
  await page.waitForTimeout(1800);
  await page.mouse.up();
  await expect(page.getByTestId('touch-lock')).toBeHidden();
  await good.click();
  await expect(page.getByTestId('next-sheet')).toHaveText('3');
});

test('hours and minutes that cannot be begin nothing; a sitting outlasts a reload and the way back', async ({
  page,
}) => {
  const id = await ready(page, 'odd hours', 4);
  await page.goto(`${server.url}/print/${id}/today`);
  const hours = page.getByLabel('Hours'),
    begin = page.getByRole('button', { name: /^Begin the sitting/ });
  for (const [typed, says] of [
    ['an evening', /is not a number/],
    ['0', /0 is out of range/],
    ['1000', /1000 is out of range/],
  ] as const) {
    await hours.fill(typed);
    await begin.click();
    await expect(page.getByText(says).first()).toBeVisible();
    await expect(hours).toBeFocused();
  }
  expect(await countOf(id, 'sitting-begun')).toBe(0);
  await page.keyboard.press('Escape');
  await hours.fill('1.5');
  await begin.click();
  await expect(page.getByText(/^0 of \d+ done/)).toBeVisible();
  const first = page.getByRole('checkbox').first();
  await first.click();
  await expect(page.getByText(/^1 of \d+ done/)).toBeVisible();
  await page.reload();
  await expect(page.getByText(/^1 of \d+ done/)).toBeVisible();
  await expect(first).toBeChecked();
  await expect(hours).toHaveValue('1.5');
  await page.getByRole('link', { name: 'Mix', exact: true }).first().click();
  await page.waitForURL(/\/mix$/);
  await page.goBack();
  await expect(page.getByText(/^1 of \d+ done/)).toBeVisible();

  await page.getByRole('button', { name: 'Set a clock' }).click();
  const minutes = page.getByLabel('Minutes');
  for (const typed of ['soon', '0', '99999', '<i>5</i>']) {
    await minutes.fill(typed);
    await page.getByRole('button', { name: 'Start it' }).click();
    await expect(minutes).toBeFocused();
    await expect(minutes).toHaveAttribute('aria-invalid', 'true');
  }
  expect(await countOf(id, 'timer-set')).toBe(0);
  await minutes.fill('30');
  await page.getByLabel('Called (if you like)').fill('<b>turn</b> the pack');
  await page.getByRole('button', { name: 'Start it' }).click();
  await expect(page.getByTestId('timer')).toContainText('<b>turn</b> the pack');
});
