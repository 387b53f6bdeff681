import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { tmpdir } from 'node:os';
import type { DaysOfPrint, StoredItem } from '@/model';
import { expect, test, type Page } from './test';
import { bytesOf } from './files';
import { api, drawnPrint, stateOf } from './prints';
import { DESK, expectToBeReadable, expectToLieWell, type Size } from './readable';
import { TestServer } from './server';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

const tool = (name: string, ...args: string[]) => execFileSync(name, args, { encoding: 'utf8' });
const PHONE: Size = [390, 844];
const finishing = async (id: string) => (await stateOf(server, id)).plan.finishing;

/** Kites in three colours, 80 × 60 mm. */
const kites = (name: string) =>
  drawnPrint(
    server,
    name,
    { widthMm: 80, heightMm: 60 },
    [
      { name: 'paper', labD50: [94, 0, 4] },
      { name: 'straw', labD50: [82, 2, 40] },
      { name: 'night', labD50: [16, 4, -14] },
    ],
    [
      [1, 10, 10, 50, 30],
      [2, 20, 15, 14, 20],
      [2, 65, 45, 8, 8],
    ],
  );

async function typed(page: Page, label: string, text: string): Promise<void> {
  await page.getByLabel(label, { exact: true }).fill(text);
  await page.getByLabel(label, { exact: true }).press('Enter');
}
const choose = async (page: Page, label: string, option: string) => {
  await page.getByLabel(label, { exact: true }).click();
  await page.getByRole('option', { name: option, exact: true }).click();
};

test('sheets are finished: trimmed with a rim, cut to a shape, folded into a box by keys, pressed; files true to size', async ({
  page,
}) => {
  const id = await kites('Boxed kites');
  await page.goto(`${server.url}/print/${id}/finish`);
  const answer = page.getByTestId('finish-answer');
  await expect(answer).toHaveText(/^The sheet stays as it is/);

  await test.step('to the image: a rim, a wrong one refused in words, and one that is too wide told', async () => {
    await choose(page, 'Brought to', 'the image, with a rim');
    await typed(page, 'Rim round the image', 'wide');
    await expect(page.getByText(/“wide”/)).toBeVisible();
    await typed(page, 'Rim round the image', '1/2 in');
    await expect.poll(async () => (await finishing(id)).marginMm).toBeCloseTo(12.7, 2);
    await expect(answer).toHaveText(/one piece of 105\.4 × 85\.4 mm/);
    await typed(page, 'Rim round the image', '9 cm');
    await expect(page.getByText(/The pieces reach .* beyond the sheet/)).toBeVisible();
  });

  await test.step('to its shape: two pieces, held together by a wider line', async () => {
    await choose(page, 'Brought to', 'the shape of what prints');
    await expect(answer).toHaveText(/^A shape in 2 pieces/);
    await expect(page.getByText(/falls into 2 pieces/)).toBeVisible();
    await expect(page.locator('[data-line="shape"]')).toHaveCount(1);
    await typed(page, 'Beyond what prints (below 0: within)', '5 mm');
    await expect(answer).toHaveText(/^A shape in one piece/);
    await page.getByLabel('night', { exact: true }).check();
    await expect(answer).toHaveText(/in 2 pieces/);
    await expectToLieWell(page, [...DESK, PHONE], 'a shape to cut out');
    await expectToBeReadable(page, 'a shape to cut out');
    const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'DXF' }).click()]);
    expect((await bytesOf(file)).toString()).toMatch(/SHAPE_1/);
    await page.getByLabel('night', { exact: true }).uncheck();
    await typed(page, 'Beyond what prints (below 0: within)', '-5 mm');
    await typed(page, 'Smallest piece or opening, mm²', '9000');
    await expect(answer).toHaveText(/Nothing is left of the shape/);
  });

  await test.step('a box is laid, one of its lines moved by keys and by hand, taken out, and brought back by undo', async () => {
    await choose(page, 'Brought to', 'the finished paper');
    await choose(page, 'Begin with', 'an open box');
    await typed(page, 'Length', '40 mm');
    await typed(page, 'Width', '25 mm');
    await typed(page, 'Height', '12 mm');
    await page.getByRole('button', { name: 'Lay these lines' }).click();
    await expect.poll(async () => (await finishing(id)).lines.length).toBe(28);
    await page.getByRole('button', { name: /^28: mountain fold, 12 mm/ }).click();
    const end = page.getByRole('button', { name: /^End of line 28/ });
    const before = (await finishing(id)).lines.at(-1)!.toMm;
    await end.focus();
    await page.keyboard.press('ArrowDown');
    await expect.poll(async () => (await finishing(id)).lines.at(-1)!.toMm.yMm).toBeCloseTo(before.yMm + 1, 5);
    const box = (await end.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + 60, box.y + 3, { steps: 4 });
    await page.mouse.up();
    await expect.poll(async () => (await finishing(id)).lines.at(-1)!.toMm.xMm).toBeGreaterThan(before.xMm + 5);
    await expectToBeReadable(page, 'a box to fold');
    await page.getByRole('button', { name: 'Take this line out' }).click();
    await expect.poll(async () => (await finishing(id)).lines.length).toBe(27);
    await page.getByRole('button', { name: 'undo' }).click();
    await expect.poll(async () => (await finishing(id)).lines.length).toBe(28);
  });

  await test.step('the PDF is whole, and true to size', async () => {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'PDF with a check ruler' }).click(),
    ]);
    const path = join(tmpdir(), `finishing-${process.pid}.pdf`);
    writeFileSync(path, await bytesOf(file));
    expect(tool('qpdf', '--check', path)).toMatch(/No syntax or stream encoding errors/);
    expect(tool('pdftotext', path, '-')).toMatch(/mountain fold/);
  });

  await test.step('pressed and folded are steps of Days, and outlast a reload', async () => {
    await page.getByLabel('Smooth sheets between the prints').check();
    await typed(page, 'Pressed flat, days', '3');
    await expect.poll(async () => (await finishing(id)).pressDays).toBe(3);
    await page.reload();
    await expect(page.getByLabel('Pressed flat, days')).toHaveValue('3');
    const days = await api<DaysOfPrint[]>(server, 'GET', '/api/days');
    const last = days.find((one) => one.id === id)!.steps.slice(-4);
    expect(last.map(({ what }) => what)).toEqual(['press', 'trim', 'fold', 'sign']);
    await page.goto(`${server.url}/print/${id}/days`);
    await expect(page.getByText('interleave and press flat').first()).toBeVisible();
  });
});

test('inks are kept: found by colour, taken into another print, shared as a palette, read as a cross strip', async ({
  page,
}) => {
  const [first, second] = [await kites('First kites'), await kites('Second kites')];
  await page.goto(`${server.url}/inks`);
  await expect(page.getByText('No ink is kept yet')).toBeVisible();

  await page.goto(`${server.url}/print/${first}/inks`);
  await page.getByRole('button', { name: /^Find and take recipes for all/ }).click();
  await expect
    .poll(async () => (await stateOf(server, first)).plan.inks.every(({ recipe }) => recipe !== null), {
      timeout: 30_000,
    })
    .toBe(true);
  await page.getByText('Palette of a series').click();
  await typed(page, 'Name of the palette', 'Kites in spring');
  await expect(page.getByText('Kept as “Kites in spring”.')).toBeVisible();

  await test.step('the nearest to a colour comes first; what is no colour is said', async () => {
    await page.goto(`${server.url}/inks`);
    const near = page.getByLabel('Near the colour');
    await near.fill('mauve');
    await expect(page.getByText(/“mauve” is no colour/)).toBeVisible();
    await near.fill('16 4 -14');
    await expect(page.getByRole('row').nth(1)).toContainText('night');
    await near.fill('#e2c97a');
    await expect(page.getByRole('row').nth(1)).toContainText('straw');
    await page.getByRole('searchbox').fill('no such ink');
    await expect(page.getByText('No ink fits what is sought.')).toBeVisible();
    await page.getByRole('searchbox').fill('');
    await expect(page.getByRole('heading', { name: 'Kites in spring' })).toBeVisible();
    await expectToLieWell(page, [...DESK, PHONE], 'inks kept');
    await expectToBeReadable(page, 'inks kept');
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'GPL palette' }).first().click(),
    ]);
    expect((await bytesOf(file)).toString()).toMatch(/^GIMP Palette\nName: Kites in spring/);
  });

  await test.step('another print takes one, and then is printed in the palette', async () => {
    await page.goto(`${server.url}/print/${second}/inks`);
    await page
      .getByRole('button', { name: /^Take this recipe: .* of First kites/ })
      .first()
      .click();
    const recipes = async () => (await stateOf(server, second)).plan.inks.filter(({ recipe }) => recipe !== null);
    await expect.poll(async () => (await recipes()).length).toBe(1);
    await page.getByText('Palette of a series').click();
    await page.getByRole('combobox', { name: 'Print in the palette' }).click();
    await page.getByRole('option', { name: 'Kites in spring' }).click();
    await expectToBeReadable(page, 'a print beside a palette');
    await page.getByRole('button', { name: /^Take (this ink|these \d+ inks)$/ }).click();
    await expect(page.getByText('These inks are of “Kites in spring”.')).toBeVisible();
    await expect.poll(async () => (await recipes()).length).toBe(2);
    const items = await api<StoredItem[]>(server, 'GET', '/api/workshop');
    expect(items.some(({ item }) => item.kind === 'palette' && item.inks.length === 2)).toBe(true);
  });

  await test.step('a cross strip makes an ink known over all grounds', async () => {
    await page.getByRole('button', { name: 'the cabinet' }).click();
    await page.getByRole('button', { name: 'ultramarine' }).click();
    await page.getByRole('button', { name: 'Read a cross strip with the reader' }).click();
    const keep = page.getByRole('button', { name: 'Keep this drawdown' });
    await expect(keep).toBeEnabled({ timeout: 20_000 });
    await keep.click();
    await expect(page.getByText(/drawn across 3 grounds/).first()).toBeVisible();
    await expect(page.getByText(/^straw: ΔE/)).toBeVisible();
    await expectToBeReadable(page, 'a cross strip');
  });
});
