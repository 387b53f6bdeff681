import { expect, test } from './test';
import { api, flattenedPrint, stateOf } from './prints';
import { TestServer } from './server';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

test('an empty shelf offers a sample print to walk through', async ({ page }) => {
  await page.goto(server.url);
  await page.getByRole('button', { name: 'Walk through a sample print' }).click();
  await page.waitForURL(/\/print\/.+\/picture$/);
  await expect(page.getByText('Three Lamps on the Quay').first()).toBeVisible();
  await page
    .getByRole('link', { name: /^2 Runs|Runs/ })
    .first()
    .click();
  await expect(page.getByText(/You work: reduction, light to dark/)).toBeVisible();
});

test('a new print asks how one works: each way with an example and its reasons, by keys alone', async ({ page }) => {
  await page.goto(server.url);
  await page.getByRole('link', { name: 'New print' }).first().click();
  const ways = page.getByRole('radio');
  await expect(ways).toHaveCount(11);
  await expect(page.getByRole('radio', { name: /I do not know yet/ })).toBeChecked();
  // every example is worked out, those of the search too
  await expect(page.getByText('Putting the example together')).toHaveCount(0, { timeout: 30_000 });
  await expect(page.getByRole('img', { name: /^Overlaps that save blocks after run/ }).first()).toBeVisible();

  await page.getByRole('button', { name: 'Begin the print' }).click();
  await expect(page.getByText(/name/i).first()).toBeVisible();
  await page.getByRole('textbox', { name: 'Name of the print' }).fill('Rain on the Slip');
  await page.getByRole('radio', { name: /I do not know yet/ }).focus();
  for (let k = 0; k < 8; k++) await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('radio', { name: /damp and brushed/ })).toBeChecked();
  await expect(page.getByText('Marks cut in each block hold the sheet', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Begin the print' }).click();
  await page.waitForURL(/\/print\/.+\/picture$/);
  const id = page.url().match(/print\/([^/]+)/)![1];
  expect((await stateOf(server, id)).plan.way).toMatchObject({ chosen: 'damp and brushed', registration: 'kento' });
  // back leads to the shelf, and what was begun once is not begun again
  await page.goBack();
  await expect(page.getByRole('article', { name: 'Rain on the Slip' })).toHaveCount(1);
});

test('odd names are refused in words and what was chosen stays; a reload and the browser’s back leave nothing behind', async ({
  page,
}) => {
  await page.goto(server.url);
  const before = await page.getByRole('article').count();
  await page.getByRole('link', { name: 'New print' }).first().click();
  const name = page.getByRole('textbox', { name: 'Name of the print' });
  await page.getByRole('radio', { name: /All in one day/ }).check();
  for (const odd of ['', '   ', 'x'.repeat(5000)]) {
    await name.fill(odd);
    await page.getByRole('button', { name: 'Begin the print' }).click();
    await expect(name).toHaveAccessibleDescription(/\S/);
    await expect(page.getByRole('radio', { name: /All in one day/ })).toBeChecked();
  }
  await page.reload();
  await expect(page.getByRole('radio', { name: /I do not know yet/ })).toBeChecked();
  await page.goBack();
  await expect(page.getByRole('article')).toHaveCount(before);
});

test('the way is changed later: what changes is shown first, and undo brings it back', async ({ page }) => {
  test.slow();
  const id = await flattenedPrint(page, server, 'Changing');
  await page.goto(`${server.url}/print/${id}/runs`);
  await page.getByText('How you work is not chosen.').waitFor();
  const before = (await stateOf(server, id)).plan;
  await page.getByRole('button', { name: 'Choose', exact: true }).click();
  await page.getByRole('radio', { name: /^A block for each colour A|^A block for each colour Each/ }).check();
  const count = before.runs.length;
  await expect(page.getByText(`1 → ${count}`)).toBeVisible();
  await expect(page.getByText('all from one block → one for each colour')).toBeVisible();
  expect((await stateOf(server, id)).plan.way.chosen).toBeNull();
  await page.getByRole('button', { name: 'Work this way' }).click();
  await expect.poll(async () => (await stateOf(server, id)).plan.blocks.length).toBe(count);
  await expect(page.getByText(/You work: a block for each colour/)).toBeVisible();

  // only the rules, and back
  await page.getByRole('button', { name: 'change', exact: true }).click();
  await page.getByRole('radio', { name: /All in one day/ }).check();
  await page.getByLabel('Begin blocks, runs and inks anew by it').uncheck();
  await page.getByRole('button', { name: 'Work this way' }).click();
  await expect.poll(async () => (await stateOf(server, id)).plan.way.under).toBe('wet');
  expect((await stateOf(server, id)).plan.blocks.length).toBe(count);
  await page.getByRole('button', { name: 'undo' }).click();
  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(async () => (await stateOf(server, id)).plan.runs).toEqual(before.runs);
});

test('once something is cut, only rules for what comes change', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'Cut already');
  const { plan, log } = await stateOf(server, id).then((state) => ({ plan: state.plan, log: state.events.length }));
  expect(log).toBe(0);
  const cutId = plan.blocks[0].sides[0].cuts[0].id;
  await api(server, 'POST', `/api/prints/${id}/log`, {
    known: '0.0.0',
    events: [{ id: crypto.randomUUID(), version: 3, at: new Date().toISOString(), act: { kind: 'cut-done', cutId } }],
  });
  await page.goto(`${server.url}/print/${id}/runs`);
  await page.getByRole('button', { name: 'Choose', exact: true }).click();
  await page.getByRole('radio', { name: /All in one day/ }).check();
  await expect(page.getByText(/what is on paper and off the block stays/)).toBeVisible();
  await expect(page.getByLabel('Begin blocks, runs and inks anew by it')).toHaveCount(0);
  await page.getByRole('button', { name: 'Work this way' }).click();
  await expect.poll(async () => (await stateOf(server, id)).plan.way.chosen).toBe('one day');
  expect((await stateOf(server, id)).plan.blocks).toEqual(plan.blocks);
});
