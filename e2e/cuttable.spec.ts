import { expect, test, type Page } from './test';
import { api, hillsPng, stateOf, givePicture } from './prints';
import { TestServer } from './server';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

async function photograph(page: Page, name: string): Promise<string> {
  const id = await api<string>(server, 'POST', '/api/prints', { name });
  await page.goto(`${server.url}/print/${id}/picture`);
  await givePicture(page, { name: 'hills.png', mimeType: 'image/png', buffer: await hillsPng() });
  await page.getByRole('button', { name: 'Flatten', exact: true }).waitFor();
  return id;
}

const figure = async (page: Page, testId: string) =>
  Number((await page.getByTestId(testId).innerText()).replace(/[^\d.]/g, ''));
const cuttableOf = async (id: string) => (await stateOf(server, id)).plan.flat?.settings.cuttable;
const saved = async (id: string) => (await stateOf(server, id)).plan.flat?.labelsSha;

/** Places of all stages that shapes could mend, as the check of the block says. */
async function placesOfAllStages(page: Page, id: string): Promise<number> {
  await page.goto(`${server.url}/print/${id}/block`);
  await page.getByRole('button', { name: /^Look over all/ }).click();
  await expect(page.getByRole('progressbar', { name: /stages looked over/i })).toHaveCount(0, { timeout: 30_000 });
  const all = page.getByRole('button', { name: 'Mend all stages' });
  await page.waitForTimeout(300);
  if ((await all.count()) === 0) return 0;
  await all.click();
  const said = page.getByRole('region', { name: 'Places mended together' }).getByRole('status');
  await expect(said).toHaveText(/change hands/, { timeout: 60_000 });
  return Number(/^(\d+)/.exec(await said.innerText())![1]);
}

test('a photograph comes out cuttable, is brought within fewer hours, and a thin line is brought back', async ({
  page,
}) => {
  test.slow();
  const id = await photograph(page, 'hills');
  await page.getByRole('button', { name: 'Flatten', exact: true }).click();
  await page.getByTestId('hours-of-cutting').waitFor({ timeout: 60_000 });
  await expect(page.getByTestId('places-left')).toHaveText(/Nothing is left/);
  const hours = await figure(page, 'hours-of-cutting'),
    likeness = await figure(page, 'likeness');
  expect(hours).toBeGreaterThan(1);

  // two thirds of the hours, by the handle's own arrow keys a little more
  await page.getByRole('button', { name: 'simpler', exact: true }).click();
  await expect.poll(async () => (await cuttableOf(id))?.hours ?? null, { timeout: 60_000 }).not.toBeNull();
  await expect.poll(() => figure(page, 'hours-of-cutting'), { timeout: 30_000 }).toBeLessThan(0.8 * hours);
  expect(await figure(page, 'likeness')).toBeLessThan(likeness + 2);
  const handle = page.getByRole('slider', { name: 'hours of cutting' }),
    before = Number(await handle.getAttribute('aria-valuenow'));
  await handle.focus();
  await page.keyboard.press('ArrowRight');
  await expect.poll(async () => (await cuttableOf(id))?.hours, { timeout: 30_000 }).toBeCloseTo(before + 0.25, 6);

  // all hours again; lines count for nothing more than anything else, so some are dropped; one comes back by its button
  await page.getByRole('button', { name: 'cuttable', exact: true }).click();
  await expect.poll(async () => (await cuttableOf(id))?.hours, { timeout: 30_000 }).toBeNull();
  const dial = page.getByRole('slider', { name: 'thin lines' });
  await dial.focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await expect.poll(async () => (await cuttableOf(id))?.thinLines, { timeout: 60_000 }).toBe(1);
  const back = page.getByRole('button', { name: 'Bring back' }).first();
  await back.waitFor({ timeout: 60_000 });
  await back.scrollIntoViewIfNeeded();
  await page.getByRole('button', { name: /^Show them/ }).click();
  await expect(page.getByTestId('line-dropped').first()).toBeAttached();
  const sha = await saved(id);
  await back.click();
  await expect.poll(async () => (await cuttableOf(id))?.linesBack.length, { timeout: 60_000 }).toBe(1);
  await expect.poll(() => saved(id), { timeout: 60_000 }).not.toBe(sha);
  await expect(page.getByTestId('line-back').first()).toBeAttached({ timeout: 60_000 });
  await expect(page.getByRole('button', { name: 'Let go again' })).toBeVisible();

  // a place drawn round has hours of its own; what is no number is told, and a reload keeps what was taken
  await page.getByRole('button', { name: /^Hide them/ }).click();
  await page.getByRole('button', { name: 'Draw round a place' }).click();
  const sheet = page.getByTestId('sheet');
  for (const position of [
    { x: 150, y: 150 },
    { x: 300, y: 150 },
    { x: 300, y: 300 },
  ])
    await sheet.click({ position });
  await page.getByRole('button', { name: /^Close it/ }).click();
  await expect.poll(async () => (await cuttableOf(id))?.zones.length, { timeout: 60_000 }).toBe(1);
  await expect(page.getByTestId('zone')).toBeAttached();
  const zoneHours = page.getByLabel('hours, place 1');
  await zoneHours.fill('a while');
  await zoneHours.blur();
  await expect(page.getByText(/For the hours of this place/)).toBeVisible();
  await page.reload();
  await expect(page.getByTestId('zone')).toBeAttached();
  await page.getByRole('button', { name: 'Work it out' }).click();
  await page.getByTestId('hours-of-cutting').waitFor({ timeout: 60_000 });

  expect(await placesOfAllStages(page, id)).toBeLessThanOrEqual(3);
});

test('flattened as it is, the check groups what it finds, mends all of a kind after showing it, keeps all of a kind, and reaches nothing', async ({
  page,
}) => {
  test.slow();
  const id = await photograph(page, 'hills as they are');
  await page.getByRole('button', { name: 'as it is', exact: true }).click();
  await page.getByText(/Whole picture flattened/).waitFor({ timeout: 60_000 });
  expect(await cuttableOf(id)).toBeUndefined();
  expect(await placesOfAllStages(page, id)).toBeGreaterThan(20);
  // let go: nothing was changed
  const sha = await saved(id);
  await page.getByRole('button', { name: 'Let go', exact: true }).click();
  await expect(page.getByTestId('would-change')).toHaveCount(0);
  expect(await saved(id)).toBe(sha);

  // a group kept as it is: decided together, one step of the history
  const keep = page.getByRole('button', { name: /^keep all here/ }).first();
  await keep.click();
  await expect.poll(async () => (await stateOf(server, id)).plan.kept.length).toBeGreaterThan(1);
  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(async () => (await stateOf(server, id)).plan.kept.length).toBe(0);

  await page.getByRole('button', { name: 'Mend all stages' }).click();
  await expect(page.getByTestId('would-change')).toBeAttached({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Mend them' }).click();
  await expect.poll(() => saved(id), { timeout: 60_000 }).not.toBe(sha);
  expect(await placesOfAllStages(page, id)).toBeLessThanOrEqual(8);
});

test('tones by light alone, an edge moved by keys and led through a place, a colour taken from the picture, light from one side', async ({
  page,
}) => {
  test.slow();
  const id = await photograph(page, 'tones');
  const tonesOf = async () => (await stateOf(server, id)).plan.flat?.settings.tones;
  await page.getByRole('button', { name: 'as it is', exact: true }).click();
  await page.getByText(/Whole picture flattened/).waitFor({ timeout: 60_000 });
  await page.getByText('How tones are found').click();
  await page.getByRole('button', { name: 'light only' }).click();
  await expect.poll(async () => (await tonesOf())?.groupBy, { timeout: 30_000 }).toBe('light');
  const edge = page.getByRole('slider', { name: /^Edge between/ }).first();
  await edge.scrollIntoViewIfNeeded();
  const share = async () => (await stateOf(server, id)).plan.flat!.colours[0].areaShare;
  const before = await share();
  await edge.focus();
  for (let k = 0; k < 6; k++) await page.keyboard.press('ArrowRight');
  await expect.poll(async () => (await tonesOf())?.edges[0], { timeout: 30_000 }).toBeCloseTo(0.3, 6);
  await expect.poll(share, { timeout: 30_000 }).not.toBeCloseTo(before, 4);

  await page
    .getByRole('button', { name: /^Move the edge between/ })
    .first()
    .click();
  const sheet = page.getByTestId('sheet');
  await sheet.click({ position: { x: 120, y: 90 } });
  await expect.poll(async () => (await tonesOf())?.edges[0], { timeout: 30_000 }).not.toBeCloseTo(0.3, 2);

  await page.keyboard.press('Escape');

  // whichever edge lies nearest is dragged over the picture, and the picture stays where it is
  await page.getByRole('button', { name: 'Drag edges on the picture' }).click();
  const edges = async () => JSON.stringify((await tonesOf())?.edges),
    undragged = await edges(),
    box = (await sheet.boundingBox())!;
  await page.mouse.move(box.x + 200, box.y + 200);
  await page.mouse.down();
  await page.mouse.move(box.x + 330, box.y + 330, { steps: 6 });
  await page.mouse.up();
  await expect.poll(edges, { timeout: 30_000 }).not.toBe(undragged);
  await page.getByRole('button', { name: 'Let go' }).first().click();

  await page.getByRole('button', { name: 'Take a colour from the picture' }).click();
  await sheet.click({ position: { x: 300, y: 300 } });
  await expect.poll(async () => (await tonesOf())?.picked.length, { timeout: 30_000 }).toBe(1);

  await page.getByLabel('light from one side').click();
  await page.getByRole('option', { name: 'from the left' }).click();
  await expect.poll(async () => (await tonesOf())?.side, { timeout: 30_000 }).toEqual({ fromDeg: 0, strength: 0.5 });
  await expect
    .poll(async () => (await stateOf(server, id)).plan.flat!.colours.length, { timeout: 30_000 })
    .toBeGreaterThan(2);
  // the picture is shown in that light; a button shows it in its own
  const brightness = () =>
    sheet.locator('canvas').evaluate((canvas: HTMLCanvasElement) => {
      const { data } = canvas.getContext('2d')!.getImageData(0, 0, Math.round(canvas.width * 0.2), canvas.height);
      return data.reduce((sum, value, i) => (i % 4 === 3 ? sum : sum + value), 0) / data.length;
    });
  const lit = await brightness();
  await page.getByRole('button', { name: 'picture in the side light' }).click();
  await expect.poll(brightness).toBeLessThan(lit - 1);
});
