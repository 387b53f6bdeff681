import { WAYS_OF_WORKING, type BenchAct, type Plan } from '@/model';
import { working } from '@/words/en/working';
import { expect, test, type Page } from './test';
import { bytesOf, readPdf } from './files';
import { api, drawnPrint, edit, flattenedPrint, stateOf } from './prints';
import { DESK, expectToBeReadable, expectToLieWell } from './readable';
import { TestServer } from './server';

const server = new TestServer();
let flattened: Plan;
test.beforeAll(async ({ browser }) => {
  await server.start();
  const page = await browser.newPage();
  flattened = (await stateOf(server, await flattenedPrint(page, server, 'Shapes'))).plan;
  await page.close();
});
test.afterAll(() => server.stop());

const log = (id: string, ...acts: readonly BenchAct[]) =>
  api(server, 'POST', `/api/prints/${id}/log`, {
    known: '0.0.0',
    events: acts.map((act) => ({ id: crypto.randomUUID(), version: 3, at: new Date().toISOString(), act })),
  });
const pull = (runId: string, sheet: string): BenchAct => ({
  ...{ kind: 'pull', runId, sheet },
  ...{ faults: [], setAside: false, note: '' },
});

/** A new print by its name and its way, with a picture in flat colours, as the page begins it. */
async function begun(page: Page, way: string, name: string): Promise<string> {
  await page.goto(`${server.url}/new`);
  await page.getByRole('textbox', { name: 'Name of the print' }).fill(name);
  await page.getByRole('radio', { name: new RegExp(`^${way}`) }).check();
  await page.getByRole('button', { name: 'Begin the print' }).click();
  await page.waitForURL(/\/print\/.+\/picture$/);
  const id = page.url().match(/print\/([^/]+)/)![1];
  await edit(server, id, { kind: 'picture-placed', picture: flattened.picture! });
  await edit(server, id, { kind: 'shapes-changed', flat: flattened.flat, how: 'flattened' });
  await edit(server, id, { kind: 'sheets-set', part: { edition: 2, proofsToKeep: 0, testSheets: 0 } });
  return id;
}

/** Everything up to the last sheet of the last run, as the log has it. */
async function printed(id: string): Promise<Plan> {
  const { plan } = await stateOf(server, id);
  const cut = new Set<string | null>();
  await log(id, { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 2, tests: 0 });
  for (const [r, run] of plan.runs.entries()) {
    for (const { cutId } of run.formes)
      if (cutId !== null && !cut.has(cutId)) {
        cut.add(cutId);
        await log(id, { kind: 'cut-done', cutId });
      }
    await log(id, pull(run.id, '1'), ...(r + 1 < plan.runs.length ? [pull(run.id, '2')] : []));
  }
  return plan;
}

for (const way of WAYS_OF_WORKING)
  test(`worked so, a print goes from its beginning to a numbered sheet: ${way}`, async ({ page }) => {
    test.slow();
    const id = await begun(page, working.way[way].name, `By ${way}`);
    await page.goto(`${server.url}/print/${id}/runs`);
    await expect(page.getByText(new RegExp(`You work: ${working.way[way].name}`, 'i'))).toBeVisible();
    const { plan } = await stateOf(server, id);
    await expect(page.getByRole('region', { name: new RegExp(`^Run ${plan.runs.length}\\b`) })).toBeVisible();
    for (const view of ['block', 'register', 'sheets'])
      await page
        .goto(`${server.url}/print/${id}/${view}`)
        .then(() => expect(page.getByRole('heading').first()).toBeVisible());

    await printed(id);
    await page.goto(`${server.url}/print/${id}/pull`);
    await page.getByRole('button', { name: /^Good pull/ }).click();
    await expect
      .poll(async () => (await stateOf(server, id)).events.filter(({ act }) => act.kind === 'pull').length)
      .toBe(2 * plan.runs.length);
    await page.goto(`${server.url}/print/${id}/numbering`);
    await page.getByRole('button', { name: /Give these/ }).click();
    await expect(page.getByRole('cell', { name: '1/2', exact: true })).toBeVisible();
    await expect
      .poll(async () => (await stateOf(server, id)).events.findLast(({ act }) => act.kind === 'numbered')?.act)
      .toMatchObject({
        marks: [
          { sheet: '1', mark: '1/2' },
          { sheet: '2', mark: '2/2' },
        ],
      });
  });

test('a block is sawn apart: its pieces by letters, small ones left in their neighbours, lines as light gaps or closed, files', async ({
  page,
}) => {
  test.slow();
  const id = await drawnPrint(
    server,
    'Sawn',
    { widthMm: 80, heightMm: 60 },
    [
      { name: 'paper', labD50: [94, 0, 4] },
      { name: 'straw', labD50: [82, 2, 40] },
      { name: 'rust', labD50: [48, 36, 38] },
      { name: 'night', labD50: [16, 4, -14] },
    ],
    [
      [1, 0, 0, 80, 60],
      [2, 40, 0, 40, 60],
      [3, 50, 20, 20, 20],
      [3, 10, 10, 7, 7],
      [0, 0, 50, 20, 10],
    ],
  );
  await edit(server, id, { kind: 'way-chosen', chosen: 'jigsaw', lay: true });
  await page.goto(`${server.url}/print/${id}/block`);
  await page.getByRole('tab', { name: 'Saw' }).click();
  const figures = page.getByTestId('saw-figures');
  await expect(figures).toHaveText(/\d+ pieces · [\d.]+ m to saw/);
  const pieces = async () => Number(/(\d+) piece/.exec(await figures.innerText())![1]);
  const first = await pieces();
  await expectToLieWell(page, DESK, 'a block sawn apart');
  await expectToBeReadable(page, 'a block sawn apart');
  await expect(page.getByTestId('saw-pieces').getByRole('listitem')).toHaveCount(first);
  await page.getByRole('button', { name: 'leave it in its neighbour' }).first().click();
  await expect.poll(pieces).toBeLessThan(first);
  await page.getByRole('button', { name: 'saw them out' }).click();
  await expect.poll(pieces).toBe(first);

  // what stays together is not sawn
  await page.getByRole('checkbox').first().uncheck();
  await expect.poll(pieces).toBeLessThan(first);

  await page.getByLabel('What the saw takes').fill('1 mm');
  await page.getByLabel('What the saw takes').press('Enter');
  await expect.poll(async () => (await stateOf(server, id)).plan.blocks[0].sides[0].saw!.widthMm).toBe(1);
  await page.getByLabel('What the saw takes').fill('9');
  await page.getByLabel('What the saw takes').press('Enter');
  await expect(page.getByText(/“9” is 9 mm/)).toBeVisible();
  await page.getByLabel('The gaps it leaves').click();
  await page.getByRole('option', { name: 'pushed together' }).click();
  await expect(page.getByText(/narrower and .* lower/)).toBeVisible();

  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'PDF, true to size' }).last().click();
  const pdf = await readPdf(await bytesOf(await download));
  expect(pdf.length).toBe(3);
  expect(pdf.map(({ text }) => /MIRRORED/.test(text))).toEqual([true, true, false]);

  await page.getByRole('button', { name: 'leave the block whole' }).click();
  await expect(page.getByRole('button', { name: 'Saw this block apart' })).toBeVisible();
  // left whole, its inks meet on the block and run into each other
  await page.goto(`${server.url}/print/${id}/sheets`);
  const blends = page.getByTestId('blends');
  const strawIntoRust = blends.getByText(/straw and rust meet on the block .* rust, holds some of the first/);
  await expect(strawIntoRust).toBeVisible();
  await blends.getByLabel('Carried on the block, over').fill('1 m');
  await blends.getByLabel('Carried on the block, over').press('Enter');
  await expect(blends.getByText(/“1 m” .*40 mm/)).toBeVisible();
  await blends.getByLabel('Carried on the block, over').fill('5 mm');
  await blends.getByLabel('Carried on the block, over').press('Enter');
  await blends.getByLabel('Charged first where inks meet on a block').click();
  await page.getByRole('option', { name: 'the darker' }).click();
  await expect(blends.getByText(/rust and straw meet on the block .* straw, holds some of the first/)).toBeVisible();
  await expect
    .poll(async () => (await stateOf(server, id)).plan.way.blend)
    .toMatchObject({ reachMm: 5, chargedFirst: 'darker' });
  await expectToLieWell(page, DESK, 'inks that meet on a block');
  await expectToBeReadable(page, 'inks that meet on a block');
  for (let step = 0; step < 3; step++) await page.getByRole('button', { name: 'undo' }).click();
  await page.goto(`${server.url}/print/${id}/block`);
  await page.getByRole('tab', { name: 'Saw' }).click();
  await expect(figures).toBeVisible();
});

test('a line of type is set, moved by keys and by number, locked up at the bench and printed', async ({ page }) => {
  test.slow();
  const id = await begun(page, working.way['with type'].name, 'With words');
  const { plan } = await stateOf(server, id);
  await page.goto(`${server.url}/print/${id}/block`);
  await page.getByRole('button', { name: /type black/ }).click();
  const words = page.getByLabel('Words');
  await expect(page.getByTestId('type-height')).toBeVisible();
  await expectToLieWell(page, DESK, 'a line of type');
  await expectToBeReadable(page, 'a line of type');
  await expect(words).toHaveValue('Title');
  await words.fill('Night Ferry');
  await words.press('Enter');
  await page.getByLabel('Face').click();
  await page.getByRole('option', { name: 'slab, bold' }).click();
  const line = async () => (await stateOf(server, id)).plan.blocks.find(({ type }) => type)!;
  await expect.poll(async () => (await line()).type).toMatchObject({ text: 'Night Ferry', face: 'slab bold' });
  // both stay, though the letters of the first were still being set
  const rings = (await line()).sides[0].cuts[0].within!.outlinesMm.length;
  expect(rings).toBeGreaterThan(10);

  const before = (await line()).type!.atMm;
  await page.getByTestId('type-line').focus();
  await page.keyboard.press('Shift+ArrowLeft');
  await expect.poll(async () => (await line()).type!.atMm.xMm).toBeCloseTo(before.xMm - 10, 3);
  await page.getByLabel('Below image').fill('12');
  await page.getByLabel('Below image').press('Enter');
  await expect.poll(async () => (await line()).type!.atMm.yMm).toBeCloseTo(plan.picture!.heightMm + 12, 3);
  await words.fill('夜');
  await words.press('Enter');
  await expect(page.getByText(/has no letter “夜”/)).toBeVisible();
  expect((await line()).type!.text).toBe('Night Ferry');
  await expect(page.getByTestId('type-height')).toHaveText(/higher than the block/);

  // at the bench: nothing to cut, the line is locked up
  const acts: BenchAct[] = plan.runs
    .slice(0, -1)
    .flatMap((run) => [{ kind: 'cut-done', cutId: run.formes[0].cutId! }, pull(run.id, '1'), pull(run.id, '2')]);
  await log(
    id,
    { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 2, tests: 0 },
    ...acts,
  );
  await page.goto(`${server.url}/print/${id}/cut`);
  await expect(page.getByRole('heading', { name: 'Lock up “Night Ferry”' })).toBeVisible();
  await expectToLieWell(page, DESK, 'type to be locked up');
  await expectToBeReadable(page, 'type to be locked up');
  await page.getByRole('button', { name: 'The type is locked up' }).click();
  await page.goto(`${server.url}/print/${id}/pull`);
  await page.getByRole('button', { name: /^Good pull/ }).click();
  await expect
    .poll(async () => (await stateOf(server, id)).events.filter(({ act }) => act.kind === 'pull').length)
    .toBe(2 * plan.runs.length - 1);
  // it is locked: what stands is not changed any more
  await page.goto(`${server.url}/print/${id}/block`);
  await page.getByRole('navigation', { name: 'Run line' }).getByRole('button').last().click();
  await expect(page.getByLabel('Words')).toBeDisabled();
});

test('a tint by its corners, and a block laid in a grid; several images on a sheet are numbered one by one', async ({
  page,
}) => {
  test.slow();
  const id = await begun(page, working.way['block each'].name, 'Tinted');
  const runs = (await stateOf(server, id)).plan.runs.length;
  await page.goto(`${server.url}/print/${id}/runs`);
  await page.getByRole('button', { name: 'Draw a tint block' }).click();
  await page.getByLabel('Its shape').click();
  await page.getByRole('option', { name: 'a shape of four corners' }).click();
  await page.getByLabel('Texture, as a word').fill('  wood grain ');
  await expectToBeReadable(page, 'a tint drawn by its corners');
  await page.getByRole('button', { name: /^upper left corner/ }).focus();
  await page.keyboard.press('Shift+ArrowRight');
  await page.getByRole('button', { name: 'Add this tint' }).click();
  await expect.poll(async () => (await stateOf(server, id)).plan.runs.length).toBe(runs + 1);
  const tinted = (await stateOf(server, id)).plan;
  expect(tinted.runs[0].id).toMatch(/^run-more/);
  expect(tinted.blocks.at(-1)!.name).toBe('Tint block, wood grain');
  const [ring] = tinted.blocks.at(-1)!.sides[0].cuts[0].within!.outlinesMm;
  expect(ring[0]).toBe(Math.round(0.15 * tinted.picture!.widthMm) + 10);

  await page.getByRole('tab', { name: /Ink of run/ }).click();
  await page.getByLabel('Side by side').fill('3');
  await page.getByLabel('Side by side').press('Enter');
  await page.getByRole('button', { name: 'Lay it 3 times' }).click();
  await expect
    .poll(async () => Math.max(...(await stateOf(server, id)).plan.runs.map((run) => run.formes.length)))
    .toBe(3);
  await page.getByRole('button', { name: 'lay it once', exact: true }).click();
  await expect
    .poll(async () => Math.max(...(await stateOf(server, id)).plan.runs.map((run) => run.formes.length)))
    .toBe(1);

  const copies = { columns: 2, rows: 1, gapMm: 6 };
  await edit(server, id, { kind: 'layout-set', part: { copies } });
  await page.goto(`${server.url}/print/${id}/sheets`);
  await expect(page.getByText(/cut apart from 1 finished sheet of 2 images/)).toBeVisible();
  await printed(id);
  await log(id, pull((await stateOf(server, id)).plan.runs.at(-1)!.id, '2'));
  await page.goto(`${server.url}/print/${id}/numbering`);
  for (const print of ['1a', '1b', '2a', '2b'])
    await expect(page.getByRole('cell', { name: print, exact: true })).toBeVisible();
  await page.getByRole('button', { name: /Give these/ }).click();
  await expect
    .poll(async () => (await stateOf(server, id)).events.findLast(({ act }) => act.kind === 'numbered')?.act)
    .toMatchObject({
      marks: [
        { sheet: '1', image: 1, mark: '1/2' },
        { sheet: '1', image: 2, mark: '2/2' },
        { sheet: '2', image: 1, mark: 'A.P. I/I' },
      ],
    });
});
