import type { ItemOf, StoredItem } from '@/model';
import { api, edit, flattenedPrint, stateOf } from './prints';
import { TestServer } from './server';
import { expect, test, type Page } from './test';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

const items = () => api<StoredItem[]>(server, 'GET', '/api/workshop');
const paperNamed = async (name: string) =>
  (await items()).find(({ item }) => item.kind === 'paper' && item.name === name)?.item as ItemOf<'paper'> | undefined;

async function type(page: Page, label: string, text: string): Promise<void> {
  await page.getByLabel(label, { exact: true }).fill(text);
  await page.getByLabel(label, { exact: true }).press('Enter');
}

test('the workshop from the shelf: things of every kind, one changed, a wrong value refused, one put in, out and back', async ({
  page,
}) => {
  await page.goto(server.url);
  await page.getByRole('link', { name: 'Workshop' }).click();
  await expect(page.getByRole('heading', { name: 'Papers' })).toBeVisible();
  await page.getByRole('button', { name: /^cream/ }).click();
  await type(page, 'Weight, g/m²', 'heavy');
  await expect(page.getByText(/“heavy” is not a number/)).toBeVisible();
  await page.getByLabel('Weight, g/m²').press('Escape');
  await type(page, 'Thickness', '1/50 in');
  await expect.poll(async () => (await paperNamed('cream'))!.thicknessMm).toBeCloseTo(0.508, 6);
  await page.getByRole('button', { name: 'Say it' }).click();
  await type(page, 'Price of a parent sheet', '4,20');
  await type(page, 'Currency', 'nok');
  await expect.poll(async () => (await paperNamed('cream'))!.price).toEqual({ amount: 4.2, currency: 'NOK' });
  await type(page, 'Currency', 'crowns');
  await expect(page.getByText(/“CROWNS” is no currency/)).toBeVisible();
  await expect(page.getByLabel('Currency')).toHaveValue('NOK');
  // a name that is taken is refused, and the thing keeps its own
  await type(page, 'Name', 'brown');
  await expect(page.getByText(/another paper named “brown”/)).toBeVisible();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('cream');
  // by keys through the kinds and the things
  await page.getByRole('button', { name: /^Papers/ }).focus();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('heading', { name: 'Rollers' })).toBeVisible();
  await page.getByRole('button', { name: /^the hard one/ }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('heading', { name: 'the broad one' })).toBeVisible();
  await page.getByRole('button', { name: /^Working hours/ }).click();
  await page.getByRole('button', { name: 'Put hours in' }).click();
  await expect(page.getByRole('heading', { name: 'new hours' })).toBeVisible();
  await type(page, 'Name', 'Sunday');
  await page.getByLabel('Sun', { exact: true }).check();
  for (const day of ['Mon', 'Tue', 'Wed', 'Thu', 'Fri']) await page.getByLabel(day, { exact: true }).uncheck();
  await type(page, 'To, as 09:30', '08:00');
  await expect(page.getByText(/Work ends after it begins/)).toBeVisible();
  await type(page, 'To, as 09:30', '11:15');
  await expect
    .poll(async () => (await items()).at(-1)!.item)
    .toMatchObject({ days: ['Sun'], from: '09:00', to: '11:15' });
  await page.getByRole('button', { name: 'Take it out of the workshop' }).click();
  await expect.poll(async () => (await items()).some(({ item }) => item.name === 'Sunday')).toBe(false);
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(page.getByRole('heading', { name: 'Sunday' })).toBeVisible();
});

test('a print follows the paper it is made with until its first cut, and its looks with it', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'followed');
  const state = await stateOf(server, id);
  const order = state.plan.runs.map((run) => run.id);
  expect(order.length).toBeGreaterThan(1);
  await page.goto(`${server.url}/print/${id}/register`);
  await page.getByLabel('Paper', { exact: true }).click();
  await page.getByRole('option', { name: 'pale grey' }).click();
  await expect(page.getByRole('navigation', { name: /run/i }).getByText('pale grey')).toBeVisible();
  await expect.poll(async () => (await stateOf(server, id)).plan.paper.labD50).toEqual([80, 0, 1]);

  await page.goto(`${server.url}/workshop`);
  await page.getByRole('button', { name: /^pale grey/ }).click();
  await type(page, 'L*', '71');
  await expect.poll(async () => (await paperNamed('pale grey'))!.labD50).toEqual([71, 0, 1]);
  await page.goto(`${server.url}/print/${id}/register`);
  await expect(page.getByLabel('L*')).toHaveValue('71');
  await expect(page.getByText('Until the first cut it follows the workshop')).toBeVisible();

  // cut: what it uses is frozen into it
  const cutId = state.plan.blocks[0].sides[0].cuts[0].id;
  const events = [
    { id: 'first-cut-of-followed', version: 2, at: new Date().toISOString(), act: { kind: 'cut-done', cutId } },
  ];
  await api(server, 'POST', `/api/prints/${id}/log`, { known: '0.0.0', events });
  await page.goto(`${server.url}/workshop`);
  await page.getByRole('button', { name: /^pale grey/ }).click();
  await type(page, 'L*', '60');
  await expect.poll(async () => (await paperNamed('pale grey'))!.labD50[0]).toBe(60);
  await page.goto(`${server.url}/print/${id}/register`);
  await expect(page.getByLabel('L*')).toHaveValue('71');
  await expect(page.getByText('kept as it was at the first cut')).toBeVisible();

  // typed by hand it is a paper of its own, and undo brings the chosen one back
  await type(page, 'L*', '75');
  await expect(page.getByLabel('Paper', { exact: true })).toContainText('paper of our own');
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(page.getByLabel('Paper', { exact: true })).toContainText('pale grey');
});

test('rounds of proofs lie on papers of their own, and every view predicts on the one that is looked at', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'rounds');
  await edit(server, id, { kind: 'sheets-set', part: { edition: 7 } });
  await page.goto(`${server.url}/print/${id}/sheets`);
  const rounds = page.getByRole('region', { name: 'Rounds' });
  await rounds.getByLabel('Paper', { exact: true }).click();
  await page.getByRole('option', { name: 'brown' }).click();
  await rounds.getByRole('button', { name: 'Begin a round of proofs' }).click();
  await rounds.getByRole('radio', { name: /Proofs 1/ }).check();
  const bare = page.getByRole('navigation', { name: /run/i }).getByText('brown');
  await expect(bare).toBeVisible();
  await page.getByRole('link', { name: /Runs/ }).first().click();
  await expect(bare).toBeVisible();
  // what is planned stays what it was, and can still be undone
  expect((await stateOf(server, id)).plan.paper.name).toBe('warm white');
  expect((await stateOf(server, id)).undoLabel).not.toBeNull();
  await page
    .getByRole('link', { name: /Sheets/ })
    .first()
    .click();
  await rounds.getByRole('radio', { name: /Edition/ }).check();
  await expect(page.getByRole('navigation', { name: /run/i }).getByText('warm white')).toBeVisible();
});
