import { expect, test } from './test';
import { api, flattenedPrint, stateOf } from './prints';
import { TestServer } from './server';
import { inkingsOf, looksOfPlan } from '@/derived';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

test('flat colours: name, merge, split, bare paper, an island given away, undo and redo', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'tones');
  await page.goto(`${server.url}/print/${id}/picture`);
  const flat = async () => (await stateOf(server, id)).plan.flat!;
  const first = await flat();
  const tone = (n: number) => page.getByTestId('tone').nth(n);

  await tone(1).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('harvest');
  await page.getByRole('textbox', { name: 'Name' }).press('Enter');
  await expect.poll(async () => (await flat()).colours.map((c) => c.name)).toContain('harvest');

  await page.getByRole('button', { name: /Leave as bare paper|Print it after all/ }).click();
  await expect.poll(async () => (await flat()).barePaperId).toBe(first.colours[1].id);
  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(async () => (await flat()).barePaperId).toBe(first.barePaperId);

  const before = (await flat()).colours.length;
  await page.getByLabel('Merge into').click();
  await page.getByRole('option').first().click();
  await expect.poll(async () => (await flat()).colours.length).toBe(before - 1);
  await expect(page.getByText('1 change by hand')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await flat()).colours.length).toBe(before);
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(async () => (await flat()).colours.length).toBe(before - 1);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await flat()).colours.length).toBe(before);
  await expect(page.getByTestId('tone')).toHaveCount(before);

  await page.keyboard.press('s');
  await page.waitForTimeout(300);
  const canvas = (await page.getByTestId('sheet').boundingBox())!;
  await page.mouse.click(canvas.x + canvas.width / 2, canvas.y + canvas.height * 0.93);
  await expect(page.getByRole('heading', { name: /^Island of/ })).toBeVisible();
  const dark = (await flat()).colours.at(-1)!;
  await page
    .getByRole('button', { name: /^Give the island to/ })
    .first()
    .click();
  await expect.poll(async () => (await flat()).handChanges).toBe(1);
  expect((await flat()).colours.find((c) => c.id === dark.id)?.areaShare ?? 0).toBeLessThan(dark.areaShare);
});

test('whatever the order, the model computes what happens, and warns where a light ink cannot cover', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'orders');
  await page.goto(`${server.url}/print/${id}/runs`);
  const order = async () => (await stateOf(server, id)).plan.runs.map((r) => inkingsOf(r)[0].colourId);
  const before = await order();
  await page.getByRole('button', { name: `Move run ${before.length} earlier` }).click();
  await expect.poll(order).toEqual([...before.slice(0, -2), before.at(-1), before.at(-2)]);
  await page.getByRole('button', { name: `Run ${before.length}`, exact: true }).click();
  await page.getByRole('tab', { name: /^Ink of run/ }).click();
  await page.getByRole('slider', { name: 'opacity' }).press('Home');
  await expect(page.getByText(/does not cover what lies below|stains through/).first()).toBeVisible();
  await page.getByRole('button', { name: `Run ${before.length}`, exact: true }).focus();
  await page.keyboard.press('ArrowLeft');
  await expect(page.locator('[data-testid="run-cell"][aria-current="true"]')).toContainText(String(before.length - 1));

  const grip = page.getByRole('button', { name: 'move run 1 to another place' });
  const from = (await grip.boundingBox())!,
    to = (await page.getByRole('button', { name: 'move run 2 to another place' }).boundingBox())!;
  const now = await order();
  await page.mouse.move(from.x + 5, from.y + 5);
  await page.mouse.down();
  await page.mouse.move(to.x + to.width, to.y + 8, { steps: 12 });
  await page.waitForTimeout(250); // a hand rests a moment before it lets go
  await page.mouse.up();
  await expect.poll(order).toEqual([now[1], now[0], ...now.slice(2)]);

  // by keys, and told: let go back, then carried on by one
  const told = (text: string) => expect(page.getByText(text, { exact: true })).toBeAttached();
  await grip.focus();
  await page.keyboard.press('Space');
  await told('Run 1 is taken up.');
  await page.keyboard.press('ArrowRight');
  await told(`Run 1: place 2 of ${now.length}.`);
  await page.keyboard.press('Escape');
  await told('Run 1 stays where it was.');
  await page.keyboard.press('Space');
  await told('Run 1 is taken up.');
  await page.keyboard.press('ArrowRight');
  await told(`Run 1: place 2 of ${now.length}.`);
  await page.keyboard.press('Space');
  await told(`Run 1 is put down: place 2 of ${now.length}.`);
  await expect.poll(order).toEqual(now);
});

test('the core sample by keyboard, the key sheet, and lengths in inches', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'keys');
  await page.goto(`${server.url}/print/${id}/runs`);
  await page.getByRole('button', { name: /Look closely at the sheet after run 2/ }).click();
  const canvas = page.getByTestId('sheet');
  await canvas.focus();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText(/seen, wanted: ΔE/)).toBeVisible();
  const where = page.getByRole('combobox', { name: 'At', exact: true });
  const sample = await where.textContent();
  await page.keyboard.press('ArrowDown');
  await expect(where).not.toHaveText(sample!);
  await page.keyboard.press('Shift+?');
  await expect(page.getByRole('heading', { name: 'Keys on this view' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /Lengths are in/ }).click();
  await expect(page.getByText('9.449 × 7.087 in').first()).toBeVisible();
});

test('shelf: copy, rename, delete by name, restore', async ({ page }) => {
  await flattenedPrint(page, server, 'on the shelf');
  await page.goto(server.url);
  const item = page.getByRole('article', { name: 'on the shelf', exact: true });
  await item.getByRole('button', { name: 'copy' }).click();
  const copy = page.getByRole('article', { name: 'on the shelf (2)' });
  await expect(copy).toBeVisible();
  await copy.getByRole('button', { name: 'rename' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('second state');
  await page.getByRole('dialog').getByRole('button', { name: 'Rename' }).click();
  const renamed = page.getByRole('article', { name: 'second state' });
  await renamed.getByRole('button', { name: 'delete' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('second');
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByText('type its name as it stands')).toBeVisible();
  await page.getByRole('textbox', { name: 'Name' }).fill('second state');
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click();
  await expect(renamed).toHaveCount(0);
  await page.getByRole('button', { name: 'Restore' }).click();
  await expect(renamed).toBeVisible();
});

test('what a print is made of: the paper chosen or typed, an ink of another medium, a cut printed once more', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'made of');
  const plan = async () => (await stateOf(server, id)).plan;
  const before = await plan();
  await page.goto(`${server.url}/print/${id}/register`);
  await page.getByLabel('Paper', { exact: true }).click();
  await page.getByRole('option', { name: 'pale grey' }).click();
  await expect.poll(async () => (await plan()).paper).toEqual({ name: 'pale grey', labD50: [80, 0, 1] });
  const typed = page.getByRole('group', { name: 'The paper’s colour' });
  await typed.getByLabel('L*').fill('180');
  await typed.getByLabel('L*').press('Enter');
  await expect(page.getByText('180 is out of range for L*; it may be 0 to 100.')).toBeVisible();
  await typed.getByLabel('L*').fill('70');
  await typed.getByLabel('L*').press('Enter');
  await expect.poll(async () => (await plan()).paper.labD50[0]).toBe(70);
  // every look follows: bare paper is seen as the paper is
  const bare = before.flat!.colours.findIndex((c) => c.id === before.flat!.barePaperId);
  expect(looksOfPlan(await plan())!.looks[0][bare][0]).toBeCloseTo(70, 0);
  await expect(page.getByRole('navigation', { name: 'Run line' })).toContainText('paper of our own');

  await page.goto(`${server.url}/print/${id}/runs`);
  await page.getByRole('button', { name: 'Run 1', exact: true }).click();
  await page.getByRole('tab', { name: 'Ink of run 1' }).click();
  await page.getByLabel('Medium').click();
  await page.getByRole('option', { name: 'water-based relief ink' }).click();
  await expect(page.getByText(/the next film after 30 min/)).toBeVisible();
  await expect(page.getByText(/water-based relief ink and oil relief ink/)).toBeVisible();
  await page.getByRole('link', { name: /Inks/ }).first().click();
  await page.getByRole('button', { name: /^Run 1,/ }).click();
  await expect(
    page.getByText('The cabinet holds no water-based relief ink to mix this from.', { exact: false }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'undo' }).click();
  await expect
    .poll(async () => (await plan()).inks.map((ink) => ink.mediumId))
    .toEqual(before.inks.map(() => 'oil relief'));

  await page.goto(`${server.url}/print/${id}/runs`);
  await page.getByRole('button', { name: 'Run 1', exact: true }).click();
  await page.getByRole('tab', { name: 'Ink of run 1' }).click();
  await page.getByRole('button', { name: 'Print it once more' }).click();
  await expect.poll(async () => (await plan()).runs.length).toBe(before.runs.length + 1);
  expect((await plan()).runs[1].formes[0].cutId).toBe(before.runs[0].formes[0].cutId);
  await expect(page.getByTitle(/Undo: printed once more/)).toBeVisible();
  await page.getByRole('button', { name: 'Run 2', exact: true }).click();
  await page.getByRole('button', { name: 'Take this run out' }).click();
  await expect.poll(async () => (await plan()).runs.map((run) => run.id)).toEqual(before.runs.map((run) => run.id));
});

test('a block more after the first is printed, and a cut carried and turned on the sheet: looks follow, what is printed stays', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'one block more');
  const plan = async () => (await stateOf(server, id)).plan;
  const before = await plan();
  const log = (n: number, act: object) =>
    api(server, 'POST', `/api/prints/${id}/log`, {
      known: '0.0.0',
      events: [{ id: `block-more-${n}-act`, version: 2, at: new Date().toISOString(), act }],
    });
  const round = { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 2, tests: 0 };
  await log(1, round);
  await log(2, { kind: 'cut-done', cutId: before.runs[0].formes[0].cutId });
  await log(3, { kind: 'pull', runId: before.runs[0].id, sheet: '1', faults: [], setAside: false, note: '' });

  await page.goto(`${server.url}/print/${id}/runs`);
  await page.getByLabel('Colours that stand on it').click();
  const names = before.flat!.colours.filter((c) => c.id !== before.flat!.barePaperId).map((c) => c.name);
  await page.getByRole('option', { name: names[0], exact: true }).click();
  await page.getByRole('option', { name: names[1], exact: true }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Add this block' }).click();
  await expect.poll(async () => (await plan()).blocks.length).toBe(before.blocks.length + 1);
  await expect(page.getByTitle(/Undo: block added/)).toBeVisible();
  const added = (await plan()).runs.at(-1)!;
  await expect(page.getByRole('tab', { name: `Ink of run ${before.runs.length + 1}` })).toBeVisible();

  // carried and turned: the film of the new block comes to lie elsewhere
  await page.getByRole('tab', { name: `Ink of run ${before.runs.length + 1}` }).click();
  const film = page.getByRole('img', { name: `What run ${before.runs.length + 1} lays down` });
  const seen = () => film.evaluate((canvas) => (canvas as HTMLCanvasElement).toDataURL());
  const lay = async (label: string, text: string) => {
    const was = await seen();
    await page.getByLabel(label, { exact: true }).fill(text);
    await page.getByLabel(label, { exact: true }).press('Enter');
    await expect.poll(seen).not.toBe(was);
  };
  await lay('To the right', '1/2 in');
  await lay('Turned clockwise, °', '-12,5');
  expect((await plan()).runs.at(-1)!.formes[0]).toMatchObject({
    ...{ id: added.formes[0].id, turnDeg: -12.5 },
    offsetMm: { xMm: 12.7, yMm: 0 },
  });
  await page.getByLabel('Turned clockwise, °').fill('200');
  await page.getByLabel('Turned clockwise, °').press('Enter');
  await expect(page.getByText(/200 is out of range for the turn of a forme/)).toBeVisible();
  await page.getByLabel('Turned clockwise, °').press('Escape');

  // of a printed run nothing of this can be set
  await page.getByRole('button', { name: 'Run 1', exact: true }).click();
  await expect(page.getByLabel('To the right', { exact: true })).toBeDisabled();
  await page.getByRole('button', { name: 'undo' }).click();
  await page.getByRole('button', { name: 'undo' }).click();
  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(async () => (await plan()).blocks.length).toBe(before.blocks.length);
});
