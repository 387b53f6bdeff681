import { expect, test, type Page } from './test';
import sharp from 'sharp';
import { api, bandsPng, stateOf, givePicture } from './prints';
import { TestServer } from './server';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

async function newPrint(page: Page, name: string): Promise<string> {
  const id = await api<string>(server, 'POST', '/api/prints', { name });
  await page.goto(`${server.url}/print/${id}/picture`);
  await page.getByRole('heading', { name: 'Bring in a picture' }).waitFor();
  return id;
}

const formatOf = async (id: string) => (await stateOf(server, id)).plan.picture?.format;

for (const [format, make] of [
  [
    'webp',
    async () =>
      sharp(await bandsPng())
        .webp({ lossless: true })
        .toBuffer(),
  ],
  [
    'tiff',
    async () =>
      sharp(await bandsPng())
        .toColourspace('cmyk')
        .tiff()
        .toBuffer(),
  ],
  [
    'jpeg',
    async () =>
      sharp(await bandsPng())
        .withMetadata({ orientation: 6 })
        .jpeg()
        .toBuffer(),
  ],
] as const) {
  test(`a ${format} is brought in and shown flat`, async ({ page }) => {
    const id = await newPrint(page, format);
    await givePicture(page, { name: `bands.${format}`, mimeType: `image/${format}`, buffer: await make() });
    await expect(page.getByText('a first look; nothing is decided')).toBeVisible();
    expect(await formatOf(id)).toBe(format);
    if (format === 'jpeg') await expect(page.getByText('180 × 240 mm').first()).toBeVisible();
  });
}

test('a picture dropped, and another pasted over it', async ({ page }) => {
  const id = await newPrint(page, 'dropped');
  const hand = async (kind: 'drop' | 'paste', name: string) => {
    const bytes = [...(await bandsPng())];
    await page.evaluate(
      ([what, fileName, content]) => {
        const data = new DataTransfer();
        data.items.add(new File([new Uint8Array(content as number[])], fileName as string, { type: 'image/png' }));
        if (what === 'paste') window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data }));
        else
          document
            .querySelector('main > *')!
            .dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }));
      },
      [kind, name, bytes] as const,
    );
  };
  const fileName = async () => (await stateOf(server, id)).plan.picture?.fileName;
  await hand('drop', 'dropped.png');
  await expect.poll(fileName).toBe('dropped.png');
  await expect(page.getByRole('button', { name: 'Another picture' })).toBeEnabled();
  await hand('paste', 'pasted.png');
  await expect.poll(fileName).toBe('pasted.png');
});

test('larger than A3 is worked on at 0.2 mm, and a soft source is told', async ({ page }) => {
  const id = await newPrint(page, 'large');
  await givePicture(page, { name: 'bands.png', mimeType: 'image/png', buffer: await bandsPng() });
  await page.getByRole('button', { name: 'Crop, turn, size' }).click();
  await page.getByLabel('Width').fill('600');
  await page.getByLabel('Width').press('Enter');
  await page.getByLabel('Height').fill('45 cm');
  await page.getByLabel('Height').press('Enter');
  await page.getByRole('button', { name: 'Take this size' }).click();
  await expect(
    page.getByText(
      /worked on at 0.2 mm a pixel, 3,000 × 2,250. The source has one pixel for each 1.0 mm: edges will be soft/,
    ),
  ).toBeVisible();
  expect((await stateOf(server, id)).plan.picture!.raster.mmPerPx).toBe(0.2);
});

test('turned and mirrored, and brought back by undo', async ({ page }) => {
  const id = await newPrint(page, 'turned');
  await givePicture(page, { name: 'bands.png', mimeType: 'image/png', buffer: await bandsPng() });
  await page.getByRole('button', { name: 'Crop, turn, size' }).click();
  await page.getByRole('button', { name: 'Turn right' }).click();
  await page.getByRole('button', { name: 'Mirror the picture' }).click();
  await page.getByRole('button', { name: 'Take this size' }).click();
  await expect(page.getByText('180 × 240 mm').first()).toBeVisible();
  expect((await stateOf(server, id)).plan.picture).toMatchObject({ turnDeg: 90, mirrored: true });
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(page.getByText('240 × 180 mm').first()).toBeVisible();
});

test('an island chosen and given away by keyboard alone', async ({ page }) => {
  const id = await newPrint(page, 'keyboard');
  await givePicture(page, { name: 'bands.png', mimeType: 'image/png', buffer: await bandsPng() });
  await page.getByRole('button', { name: 'Flatten', exact: true }).press('Enter');
  await page.getByText('Flat colours').waitFor();
  await page.getByText(/Whole picture flattened/).waitFor();
  const before = (await stateOf(server, id)).plan.flat!;
  await page.getByTestId('sheet').focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  const heading = page.getByRole('heading', { name: /^Island of/ });
  await expect(heading).toBeVisible();
  const choice = await page
    .getByRole('button', { name: /^Give the island to/ })
    .first()
    .locator('kbd')
    .textContent();
  await page.keyboard.press(choice!);
  await expect.poll(async () => (await stateOf(server, id)).plan.flat!.handChanges).toBe(1);
  const after = (await stateOf(server, id)).plan.flat!;
  expect(after.labelsSha).not.toBe(before.labelsSha);
  await expect(heading).toHaveCount(0);
});

test('work on the whole picture can be stopped, and leaves the old colours', async ({ page }) => {
  const id = await newPrint(page, 'stopped');
  const noise = await sharp({
    create: {
      width: 3000,
      height: 2200,
      channels: 3,
      background: '#888',
      noise: { type: 'gaussian', mean: 128, sigma: 60 },
    },
  })
    .jpeg()
    .toBuffer();
  await givePicture(page, { name: 'noise.jpg', mimeType: 'image/jpeg', buffer: noise });
  // pressed in the moment it appears: on a busy machine the work is over before a click from outside arrives
  await page.evaluate(() => {
    const stopAtOnce = new MutationObserver(() => {
      const stop = [...document.querySelectorAll('button')].find((b) => b.textContent === 'Stop');
      if (!stop) return;
      stopAtOnce.disconnect();
      stop.click();
      document.body.dataset.stopped = 'yes';
    });
    stopAtOnce.observe(document.body, { childList: true, subtree: true });
  });
  await page.getByRole('button', { name: 'Flatten', exact: true }).click();
  await expect(page.locator('body')).toHaveAttribute('data-stopped', 'yes');
  await expect(page.getByText('a first look; nothing is decided')).toBeVisible();
  await page.waitForTimeout(1500);
  expect((await stateOf(server, id)).plan.flat).toBeNull();
});
