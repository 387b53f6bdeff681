import sharp from 'sharp';
import { inkingsOf, keyRunOf, trapsOf } from '@/derived';
import { flattenedPrint, stateOf } from './prints';
import { TestServer } from './server';
import { expect, test, type Page } from './test';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

const planOf = async (id: string) => (await stateOf(server, id)).plan;

async function openKey(page: Page, id: string): Promise<void> {
  await page.goto(`${server.url}/print/${id}/picture`);
  await page.getByRole('button', { name: 'Key drawing …' }).click();
  await expect(page.getByRole('dialog', { name: 'Key drawing' })).toBeVisible();
}

test('a key drawing from edges: pieces left out by click and by list, drawn, printed first, drawn anew, taken away, undone', async ({
  page,
}) => {
  test.slow();
  const id = await flattenedPrint(page, server, 'key');
  const before = await planOf(id);
  await openKey(page, id);
  const draw = page.getByRole('button', { name: 'Draw the key' });
  await expect(draw).toBeDisabled();
  await page.getByRole('button', { name: 'all edges' }).click();
  const lines = page.getByTestId('key-line');
  await expect(lines).not.toHaveCount(0);
  const all = await lines.count();
  // one by list, one by a click on the picture
  await page.getByRole('heading', { name: 'Pieces' }).locator('..').getByRole('checkbox').first().uncheck();
  await expect(page.getByTestId('key-left-out')).toHaveCount(1);
  const longest = await page.getByTestId('key-line').evaluateAll(
    (paths) =>
      paths
        .map((path) => {
          const line = path as SVGPathElement,
            at = line.getPointAtLength(line.getTotalLength() / 2).matrixTransform(line.getScreenCTM()!);
          return { length: line.getTotalLength(), x: at.x, y: at.y };
        })
        .sort((a, b) => b.length - a.length)[0],
  );
  await page.mouse.click(longest.x, longest.y);
  await expect(page.getByTestId('key-left-out')).toHaveCount(2);
  await expect(lines).toHaveCount(all - 2);
  await page.getByLabel('Width', { exact: true }).fill('1.6');
  await page.getByLabel('Width', { exact: true }).press('Enter');
  await expect(page.getByText('Colours run 0.8 mm under each line.')).toBeVisible();
  await draw.click();
  await expect(page.getByRole('dialog')).toHaveCount(0, { timeout: 30_000 });
  await expect(page.getByText('key drawing, lines 1.6 mm wide')).toBeVisible();

  const keyed = await planOf(id);
  const colourId = keyed.flat!.key!.colourId;
  expect(keyed.flat!.colours.at(-1)).toMatchObject({ id: colourId, name: 'key' });
  expect(keyed.flat!.colours.at(-1)!.areaShare).toBeGreaterThan(0.005);
  expect(keyRunOf(keyed)).toBe(keyed.runs.length - 1);
  expect(keyed.runs.slice(0, -1).map((run) => inkingsOf(run)[0].inkId)).toEqual(
    before.runs.map((run) => inkingsOf(run)[0].inkId),
  );
  const under = trapsOf(keyed).filter((trap) => trap.under === colourId);
  expect(under.length).toBeGreaterThan(1);
  expect(under.every(({ mm }) => mm === 0.8)).toBe(true);

  await openKey(page, id);
  await page.getByRole('combobox', { name: 'The key is printed' }).click();
  await page.getByRole('option', { name: 'first' }).click();
  await expect.poll(async () => keyRunOf(await planOf(id))).toBe(0);
  await expect(page.getByText(/First: colours are laid to its lines/)).toBeVisible();
  await page.getByRole('button', { name: 'all edges' }).click();
  await expect(lines).not.toHaveCount(0);
  await page.getByRole('button', { name: 'Draw it anew' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0, { timeout: 30_000 });
  const again = await planOf(id);
  expect([keyRunOf(again), again.flat!.key!.colourId]).toEqual([0, colourId]);
  expect(again.flat!.labelsSha).not.toBe(keyed.flat!.labelsSha);

  await openKey(page, id);
  await page.getByRole('button', { name: 'Take the key away' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0, { timeout: 30_000 });
  const away = await planOf(id);
  expect([away.flat!.key, away.runs.length, away.blocks.length]).toEqual([
    undefined,
    before.runs.length,
    before.blocks.length,
  ]);
  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(async () => (await planOf(id)).flat!.key?.colourId).toBe(colourId);
});

test('a key drawing brought in: an SVG and a photograph in uneven light, moved by a millimetre, its lines as thick as they were drawn', async ({
  page,
}) => {
  test.slow();
  const id = await flattenedPrint(page, server, 'drawn key');
  const drawing = (ground: string) =>
    `<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="900">${ground}<g fill="none" stroke="#1a1a1a" stroke-width="12"><rect x="200" y="200" width="800" height="500"/><path d="M200 200L1000 700"/></g></svg>`;
  await openKey(page, id);
  await page.getByRole('combobox', { name: 'Made from' }).click();
  await page.getByRole('option', { name: 'A line drawing' }).click();
  const bring = (name: string, mimeType: string, buffer: Buffer) =>
    page.getByLabel('Line drawing', { exact: true }).setInputFiles({ name, mimeType, buffer });
  await bring('lines.txt', 'text/plain', Buffer.from('no picture'));
  await expect(page.getByRole('alert').filter({ hasText: /picture|read/ })).toBeVisible();
  await bring('lines.svg', 'image/svg+xml', Buffer.from(drawing('<rect width="1200" height="900" fill="#fff"/>')));
  await expect(page.getByTestId('key-drawn')).toBeVisible();
  await expect(page.getByText(/outlines, about/)).toBeVisible();
  // dusk on one side of the sheet
  const shade =
    '<defs><linearGradient id="s"><stop offset="0" stop-color="#fff"/><stop offset="1" stop-color="#9a948c"/></linearGradient></defs><rect width="1200" height="900" fill="url(#s)"/>';
  await bring(
    'photo.jpg',
    'image/jpeg',
    await sharp(Buffer.from(drawing(shade)))
      .jpeg({ quality: 90 })
      .toBuffer(),
  );
  await expect(page.getByText('photo.jpg')).toBeVisible();
  await expect(page.getByTestId('key-drawn')).toBeVisible();
  const handle = page.getByRole('button', { name: /^The drawing, moved/ });
  await handle.focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByLabel('Moved to the right')).toHaveValue('1 mm');
  await page.getByRole('button', { name: 'Draw the key' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0, { timeout: 30_000 });
  const { flat, picture } = await planOf(id);
  // twelve pixels of twelve hundred across the print
  expect(flat!.key!.widthMm).toBeCloseTo((12 / 1200) * picture!.widthMm, 0);
  expect(flat!.colours.at(-1)!.areaShare).toBeGreaterThan(0.02);
});
