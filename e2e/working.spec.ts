import { expect, test } from './test';
import { api, flattenedPrint, stateOf } from './prints';
import { DESK, expectToBeReadable, expectToLieWell } from './readable';
import { TestServer } from './server';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

test('first start: three doors, and a walk of ten steps through the sample that touches real controls', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await page.goto(server.url);
  for (const door of ['Walk through a print', 'Begin your own', 'Bring a print along'])
    await expect(page.getByRole('heading', { name: door })).toBeVisible();
  await expectToLieWell(page, [...DESK, [820, 1180], [390, 844]], 'the three doors');
  await expectToBeReadable(page, 'the three doors');
  await page.getByRole('button', { name: 'Walk through a sample print' }).click();
  await page.waitForURL(/\/print\/.+\/picture$/);
  await expect(page.getByText('Three Lamps on the Quay').first()).toBeVisible();

  const card = page.getByRole('region', { name: 'A walk through this print' });
  const ringed = page.locator('[data-walk-now]');
  const touch: Readonly<Record<number, () => Promise<void>>> = {
    5: () => ringed.getByRole('button').nth(1).click(),
    7: async () => {
      await ringed.getByRole('textbox').fill('12');
      await ringed.getByRole('textbox').press('Tab');
    },
    9: async () => {
      await ringed.click();
      await page.getByRole('button', { name: 'Yes, it is cut' }).click();
    },
  };
  const elsewhere = new Set([2, 4, 5, 6, 7, 8, 10]);
  for (let step = 1; step <= 10; step++) {
    await expect(card.getByText(`Step ${step} of 10`)).toBeVisible();
    if (elsewhere.has(step)) await card.getByRole('link', { name: 'Go there' }).click();
    await expect(ringed).toHaveCount(1);
    if (step === 3) await expectToBeReadable(page, 'a step of the walk');
    await (touch[step] ?? (() => ringed.click()))();
  }
  await expect(card.getByText('That is the way of a print')).toBeVisible();
  // what was touched was really done
  const id = page.url().match(/print\/([^/]+)/)![1];
  const { plan, events } = await stateOf(server, id);
  expect(plan.sheets.edition).toBe(12);
  expect(events.map(({ act }) => act.kind)).toEqual(expect.arrayContaining(['cut-done', 'round-begun']));
  await page.reload();
  await expect(card).toBeVisible();
  await card.getByRole('button', { name: 'End the walk' }).click();
  await expect(card).toHaveCount(0);
  await page.reload();
  await expect(page.getByTestId('next-sheet')).toBeVisible();
  await expect(card).toHaveCount(0);
});

test('words of the craft show their card where they stand, by keys too, and stand on a page', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'Words');
  await page.goto(`${server.url}/print/${id}/block`);
  await page.getByRole('tab', { name: 'Overlap' }).click();
  const word = page.getByRole('button', { name: 'Choke of deeper stages' });
  await word.focus();
  await page.keyboard.press('Enter');
  const card = page.getByRole('dialog', { name: 'Choke' });
  await expect(card).toContainText('A film that ends a little inside the one below it');
  await expect(card.getByRole('img', { name: 'Choke, drawn' })).toBeVisible();
  await expectToBeReadable(page, 'the card of a word');
  await page.keyboard.press('Escape');
  await expect(card).toHaveCount(0);
  await expect(word).toBeFocused();
  await word.click();
  await card.getByRole('link', { name: 'All words of the craft' }).click();
  await page.waitForURL(/\/glossary#choke$/);
  await expect(page.getByRole('heading', { name: 'Kento' })).toBeVisible();
  await page.getByLabel('Find a word').fill('bon à tirer');
  await expect(page.getByRole('heading', { level: 2 })).toHaveText(['B.A.T.']);
  await page.getByLabel('Find a word').fill('');
  await expectToLieWell(page, [...DESK, [820, 1180], [390, 844]], 'the words');
  await expectToBeReadable(page, 'the words');
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
