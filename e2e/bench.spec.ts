import { expect, test, type Page } from './test';
import { api, flattenedPrint, stateOf } from './prints';
import { TestServer } from './server';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

let serial = 0;
function log(id: string, ...acts: object[]) {
  const events = acts.map((act) => ({ id: `bench-setup-${++serial}`, at: new Date().toISOString(), act }));
  return api(server, 'POST', `/api/prints/${id}/log`, { known: '0.0.0', events });
}

async function readyToPull(page: Page, name: string, counted: number, tests = 0): Promise<string> {
  const id = await flattenedPrint(page, server, name);
  await log(
    id,
    { kind: 'cut-done', cutId: 'stage-1' },
    { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted, tests },
  );
  await page.goto(`${server.url}/print/${id}/pull`);
  await expect(page.getByTestId('next-sheet')).toBeVisible();
  return id;
}

const pullsOf = async (id: string) =>
  (await stateOf(server, id)).events.flatMap((e) => (e.act.kind === 'pull' ? [e.act] : []));

test('parts of the cut are ticked off by click, list and key, and stay ticked', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'ticks');
  await page.goto(`${server.url}/print/${id}/cut`);
  await expect(page.getByText(/^0 of \d+ parts? done/)).toBeVisible();
  const parts = page.getByTestId('part');
  const count = await parts.count();
  await parts.first().click();
  await expect(page.getByText(new RegExp(`^1 of ${count} part`))).toBeVisible();
  await expect.poll(async () => (await stateOf(server, id)).events.length).toBe(1);
  await page.reload();
  await expect(page.getByText(new RegExp(`^1 of ${count} part`))).toBeVisible();
  await parts.first().click();
  await expect(page.getByText(new RegExp(`^0 of ${count} part`))).toBeVisible();
  await page.getByRole('group', { name: /What to cut/ }).click({ position: { x: 420, y: 60 } });
  await expect(page.getByText(/^1 of \d+ part/)).toBeVisible();
  await page.keyboard.press('m');
  await expect(page.getByTestId('stamp').filter({ hasText: 'as printed' })).toBeVisible();
});

test('pieces by number, colour and place; the sheet laid under the cut; ticked by painting over', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'pieces');
  await page.goto(`${server.url}/print/${id}/cut`);
  const first = page.getByTestId('part').first();
  await expect(first).toContainText(/^[☐☑]\s*1 · .+, (in the middle|at \d+ o’clock(, by the edge)?)/);
  await expect(first).toContainText(/outline with|with \d|narrower than/);
  const sheet = page.getByTestId('sheet');
  await expect(sheet.locator('text').first()).toHaveText('1');
  const colour = () =>
    sheet.locator('canvas').evaluate((canvas: HTMLCanvasElement) => {
      const small = new OffscreenCanvas(16, 12).getContext('2d')!;
      small.drawImage(canvas, 0, 0, 16, 12);
      return small.getImageData(0, 0, 16, 12).data.join();
    });
  await page.waitForTimeout(500);
  const block = await colour();
  await page.keyboard.press('u');
  await expect(page.getByRole('button', { name: 'the sheet so far' })).toHaveAttribute('aria-pressed', 'true');
  await expect.poll(colour).not.toBe(block);
  await page.keyboard.press('b');
  const box = (await sheet.boundingBox())!;
  await page.mouse.move(box.x + 30, box.y + box.height * 0.2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width - 30, box.y + box.height * 0.2, { steps: 30 });
  await page.mouse.up();
  await expect(page.getByText(/^[1-9]\d* of \d+ parts? done/)).toBeVisible();
});

test('a note, several faults, setting aside, and taking back by target', async ({ page }) => {
  const id = await readyToPull(page, 'targets', 6);
  const faults = page.getByRole('group', { name: 'Faults of this pull' });
  await faults.getByRole('button', { name: /misfit/ }).click();
  await faults.getByRole('button', { name: /crease/ }).click();
  await faults.getByRole('button', { name: /misfit/ }).click();
  await faults.getByRole('button', { name: /tear/ }).click();
  await page.keyboard.press('n');
  await page.getByRole('textbox', { name: 'Note' }).fill('corner caught on the stop');
  await page.getByRole('button', { name: 'Keep it with the next pull' }).click();
  await page.getByRole('button', { name: /^set sheet aside/ }).click();
  await expect(page.getByTestId('next-sheet')).toHaveText('2');
  expect(await pullsOf(id)).toEqual([
    expect.objectContaining({
      sheet: '1',
      faults: ['crease', 'tear'],
      setAside: true,
      note: 'corner caught on the stop',
    }),
  ]);
  await page.getByRole('button', { name: /^Good pull/ }).click();
  await expect(page.getByTestId('next-sheet')).toHaveText('3');
  await expect(page.getByText('1 good · 0 usable with fault · 1 set aside')).toBeVisible();
  await page.getByRole('button', { name: /^take back 2/ }).click();
  await expect(page.getByTestId('next-sheet')).toHaveText('2');
  await expect(page.getByText('0 good · 0 usable with fault · 1 set aside')).toBeVisible();
});

test('the targets are large enough for inky hands', async ({ page }) => {
  await readyToPull(page, 'large targets', 4);
  const heights = await page
    .locator('main')
    .getByRole('button')
    .filter({ hasNotText: /caution|numbers/i })
    .evaluateAll((all) =>
      all
        // a word that is explained stands in its sentence
        .filter((e) => !e.closest('p'))
        .map((e) => e.getBoundingClientRect())
        .map((r) => Math.min(r.height, r.width)),
    );
  // 18 of the pull, one to find a cause, 16 of the six settings, 2 to warm the block up
  expect(heights.length).toBe(40);
  expect(Math.min(...heights)).toBeGreaterThanOrEqual(64);
});

test('the forecast falls with a loss and rises with a good pull', async ({ page }) => {
  const id = await readyToPull(page, 'forecast', 24);
  const chance = async () => {
    const text = (await page.getByTestId('chance').textContent())!;
    return text.includes('over') ? 99.5 : text.includes('under') ? 0.5 : Number.parseFloat(text);
  };
  const before = await chance();
  for (const sheet of ['2', '3', '4', '5']) {
    await page.keyboard.press('x');
    await expect(page.getByTestId('next-sheet')).toHaveText(sheet);
  }
  const lower = await chance();
  expect(lower).toBeLessThan(before);
  for (let sheet = 6; sheet <= 12; sheet++) {
    await page.keyboard.press('Space');
    await expect(page.getByTestId('next-sheet')).toHaveText(String(sheet));
  }
  expect(await chance()).toBeGreaterThanOrEqual(lower);
  expect((await pullsOf(id)).length).toBe(11);
});

test('a run ended early: the sheets without its film leave the edition', async ({ page }) => {
  const id = await readyToPull(page, 'ended early', 5);
  await expect(page.getByRole('button', { name: 'end the run' })).toBeDisabled();
  for (const next of ['2', '3', '4']) {
    await page.keyboard.press('Space');
    await expect(page.getByTestId('next-sheet')).toHaveText(next);
  }
  await page.getByRole('button', { name: 'end the run' }).click();
  await expect(page.getByText('2 sheets have not been pulled in this run.')).toBeVisible();
  await page.getByRole('dialog').getByRole('button', { name: 'End the run' }).click();
  await expect(page.getByRole('heading', { name: 'The block is not cut for run 2' })).toBeVisible();
  await log(id, { kind: 'cut-done', cutId: 'stage-2' });
  await page.reload();
  await expect(page.getByTestId('next-sheet')).toHaveText('1');
  await expect(page.getByText('0 of 3 pulled in this run')).toBeVisible();
});

test('the next cut waits for the run: the gate does not open before', async ({ page }) => {
  const id = await readyToPull(page, 'gate', 2);
  await page.getByRole('link', { name: 'Cut', exact: true }).click();
  await expect(page.getByText('Run 1 is not finished. Cutting now would end it.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'The cut is done' })).toBeDisabled();
  await expect(log(id, { kind: 'cut-done', cutId: 'stage-2' })).rejects.toThrow(/not finished/);
});

test('two devices that do not hear each other: a sheet pulled on both counts once, and the second is told', async ({
  page,
  browser,
}) => {
  const id = await readyToPull(page, 'two devices', 5);
  const tablet = await (await browser.newContext()).newPage();
  await tablet.route('**/changes*', (route) => route.abort());
  await tablet.goto(`${server.url}/print/${id}/pull`);
  await expect(tablet.getByTestId('next-sheet')).toHaveText('1');
  await page.keyboard.press('Space');
  await expect(page.getByTestId('next-sheet')).toHaveText('2');
  await tablet.keyboard.press('Space');
  await expect(tablet.getByText(/Sheet 1 was already pulled in run 1/)).toBeVisible();
  expect((await pullsOf(id)).map((p) => p.sheet)).toEqual(['1']);
});

test('a sitting with its settings: warmed up, more by a tap, said why, taken back, and what the counts say of it', async ({
  page,
}) => {
  const id = await readyToPull(page, 'settings', 24);
  const acts = async (kind: string) =>
    (await stateOf(server, id)).events.filter((e) => e.act.kind === kind).map((e) => e.act);
  await expect(page.getByRole('region', { name: 'Inking' })).toContainText(/charges? a sheet, \d+ for the first/);
  await expect(page.getByRole('img', { name: /The back of the sheet/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Rubbing' })).toContainText(/solids, [1-9]/);

  // warmed up on waste paper, by key; no sheet is counted for it
  await page.keyboard.press('w');
  await page.keyboard.press('Shift+W');
  await expect(page.getByText('2 made in this sitting, even now')).toBeVisible();
  expect(await pullsOf(id)).toHaveLength(0);

  const settings = page.getByRole('region', { name: 'Set for the next sheet' });
  await settings.getByRole('button', { name: 'ink: more' }).click();
  await settings.getByRole('button', { name: 'ink: more' }).click();
  await settings.getByRole('button', { name: 'rubbing tool: the next choice' }).click();
  await expect(settings.getByRole('button', { name: /^ink \+2/ })).toBeVisible();
  await expect(settings.getByRole('button', { name: /^rubbing tool hard/ })).toBeVisible();
  await page.keyboard.press(' ');
  await expect(page.getByTestId('next-sheet')).toHaveText('2');
  // the hard one rubs the ghost in
  for (const next of ['3', '4', '5', '6', '7', '8']) {
    await page.keyboard.press('5');
    await page.keyboard.press(' ');
    await expect(page.getByTestId('next-sheet')).toHaveText(next);
  }

  // said otherwise, with the reason, from the sheet that is next
  await page.keyboard.press('s');
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('What is set').click();
  await page.getByRole('option', { name: 'order of laying' }).click();
  await dialog.getByRole('button', { name: 'Set it' }).click();
  await expect(dialog.getByText('Say how it is now.')).toBeVisible();
  // the space bar presses the dialog's button, and pulls nothing
  await dialog.getByRole('button', { name: 'Set it' }).press(' ');
  await dialog.getByLabel('How it is now').fill('from the left');
  await dialog.getByLabel('Why').fill('the corner ghosted');
  await dialog.getByRole('button', { name: 'Set it' }).click();
  await expect(settings.getByRole('button', { name: /^order of laying from the left/ })).toBeVisible();
  await settings.getByRole('button', { name: 'rubbing tool: the next choice' }).click();
  await settings.getByRole('button', { name: 'rubbing tool: the next choice' }).click();
  await expect(settings.getByRole('button', { name: /^rubbing tool broad\s*\./ })).toBeVisible();
  for (const next of ['9', '10', '11', '12', '13', '14', '15', '16', '17']) {
    await page.keyboard.press(' ');
    await expect(page.getByTestId('next-sheet')).toHaveText(next);
  }
  const learned = page.getByRole('region', { name: 'What the counts say' });
  await expect(learned).toContainText(/ghost: 0 of 9 with .*rubbing tool broad.*, 6 of 7 without/);
  await expect(learned).toContainText(/By chance alone, less than 1 in [\d,]+; nothing was tried side by side/);

  // taken back, the one before it is in force again, and it stays so on another device
  await settings.getByRole('button', { name: /^order of laying/ }).click();
  await dialog.getByRole('button', { name: 'Take back: order of laying from the left' }).click();
  await dialog.getByRole('button', { name: 'Leave it' }).click();
  await expect(settings.getByRole('button', { name: /^order of laying/ })).toHaveCount(0);
  await expect.poll(() => acts('setting-undone')).toHaveLength(1);
  await page.reload();
  await expect(settings.getByRole('button', { name: /^ink \+2/ })).toBeVisible();
  expect(
    (await acts('setting-changed')).filter((act) => act.kind === 'setting-changed' && act.why !== ''),
  ).toMatchObject([{ what: 'order of laying', value: 'from the left', why: 'the corner ghosted', fromSheet: '8' }]);
});

test('from what is seen to its cause: a sign, questions, a remedy tried as a setting, and whether it helped', async ({
  page,
}) => {
  const id = await readyToPull(page, 'causes', 8);
  await page.keyboard.press('q');
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'pale all over' }).click();
  const likely = dialog.getByRole('region', { name: 'Likeliest causes' });
  const first = likely.getByRole('listitem').first();
  await expect(first).toContainText(/about \d+ %/);
  const question = dialog.getByRole('group');
  const asked = new Set<string>();
  for (let n = 0; n < 3; n++) {
    const words = await question.locator('legend').innerText();
    expect(asked.has(words)).toBe(false);
    asked.add(words);
    await question
      .getByRole('button', { name: /first sheets/.test(words) ? 'no' : n === 1 ? 'I do not know' : 'yes', exact: true })
      .click();
    if (n < 2) await expect(question.locator('legend')).not.toHaveText(words);
  }
  await expect(question).toHaveCount(0);
  await dialog.getByRole('button', { name: 'Another sign' }).click();
  await dialog.getByRole('button', { name: 'lines filled in' }).click();
  await likely
    .getByRole('listitem')
    .filter({ hasText: 'rubbed too hard' })
    .or(likely.getByRole('listitem').filter({ hasText: 'too many charges' }))
    .first()
    .getByRole('button', { name: 'Try it from sheet 1 on' })
    .click();
  await expect(dialog).toHaveCount(0);
  const trying = page.getByRole('region', { name: 'Being tried' });
  await expect(trying).toContainText('From sheet 1 on:');
  await trying.getByRole('button', { name: 'it helped' }).click();
  await expect(trying).toHaveCount(0);
  await expect
    .poll(async () => (await stateOf(server, id)).events.map((e) => e.act.kind))
    .toEqual(expect.arrayContaining(['remedy-tried', 'remedy-judged']));
  // learned: the next time it is told
  await page.keyboard.press('q');
  await dialog.getByRole('button', { name: 'lines filled in' }).click();
  await expect(likely).toContainText('tried once here, helped 1');
  await dialog.getByRole('button', { name: 'Close' }).click();
  expect(await pullsOf(id)).toEqual([]);
});
