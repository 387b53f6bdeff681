import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { inkingsOf, looksOfPlan } from '@/derived';
import { api, edit, flattenedPrint, stateOf, givePicture } from './prints';
import { TestServer } from './server';
import { expect, test, type Page } from './test';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

const fadeOf = async (id: string, run: number) => inkingsOf((await stateOf(server, id)).plan.runs[run])[0].fade;

async function openInkOf(page: Page, id: string, run: number): Promise<void> {
  await page.goto(`${server.url}/print/${id}/runs`);
  await page.locator('[data-testid="run-cell"] canvas').first().waitFor();
  await page.locator('[data-testid="run-cell"]').nth(run).click();
  await page.getByText(`Ink of run ${run}`).click();
}

async function choose(page: Page, label: string, option: string | RegExp): Promise<void> {
  await page.getByRole('combobox', { name: label }).click();
  await page.getByRole('option', { name: option }).click();
}

/** Red, green and blue of the canvas that shows the sheet, at shares of it. */
const pixel = (page: Page, u: number, v: number) =>
  page
    .getByTestId('sheet')
    .locator('canvas')
    .evaluate(
      (canvas: HTMLCanvasElement, [x, y]) => [
        ...canvas.getContext('2d')!.getImageData(Math.round(x * canvas.width), Math.round(y * canvas.height), 1, 1)
          .data,
      ],
      [u, v] as const,
    );

test('a fade is begun, edited on the look by keys and by hand, gone over to another ink, drawn for the block, and undone', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'fades');
  await openInkOf(page, id, 1);
  await page.getByRole('button', { name: 'Let it fade' }).click();
  await expect.poll(async () => (await fadeOf(id, 0))?.toInkId).toBeNull();
  const begin = page.getByRole('button', { name: /^Where the fade of .* begins/ }),
    end = page.getByRole('button', { name: /^Where the fade of .* ends/ });
  await expect(begin).toBeVisible();
  const first = (await fadeOf(id, 0))!;

  // by keys: a millimetre, ten with Shift
  await begin.focus();
  await page.keyboard.press('ArrowDown');
  await expect.poll(async () => (await fadeOf(id, 0))!.fromMm.yMm).toBeCloseTo(first.fromMm.yMm + 1, 5);
  await page.keyboard.press('Shift+ArrowUp');
  await expect.poll(async () => (await fadeOf(id, 0))!.fromMm.yMm).toBeCloseTo(first.fromMm.yMm - 9, 5);

  // by hand: the picture follows while it is held, and is kept when it is let go
  const at = (await end.boundingBox())!;
  const kept = (await fadeOf(id, 0))!.toMm;
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
  await page.mouse.down();
  await page.mouse.move(at.x + at.width / 2 + 60, at.y - 120, { steps: 4 });
  expect((await fadeOf(id, 0))!.toMm).toEqual(kept);
  await page.mouse.up();
  await expect.poll(async () => (await fadeOf(id, 0))!.toMm.xMm).toBeGreaterThan(kept.xMm + 5);
  expect((await fadeOf(id, 0))!.toMm.yMm).toBeLessThan(kept.yMm - 10);

  await choose(page, 'Along the line', 'slowly, then quickly');
  await choose(page, 'Laid by', 'a brush, pigment and paste');
  await expect(page.getByText('Brush fades want pigment and paste')).toBeVisible();
  const { plan } = await stateOf(server, id);
  const second = plan.inks[2];
  await choose(page, 'Goes over to', second.name);
  await expect.poll(async () => await fadeOf(id, 0)).toMatchObject({ curve: 'slow', by: 'brush', toInkId: second.id });
  await expect(page.getByText(new RegExp(`For \\d+ sheets: .* · .* of ${second.name}`))).toBeVisible();

  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Zones and tones, PDF' }).click();
  const pdf = await getDocument({ data: new Uint8Array(readFileSync(await (await download).path())) }).promise;
  const words = (await (await pdf.getPage(1)).getTextContent()).items
    .map((item) => ('str' in item ? item.str : ''))
    .join(' ');
  expect(words).toContain('MIRRORED');
  expect(words).toContain(second.name);

  await page.getByRole('button', { name: 'No fade' }).click();
  await expect.poll(() => fadeOf(id, 0)).toBeNull();
  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(async () => (await fadeOf(id, 0))?.toInkId).toBe(second.id);
});

/** Dusk over water: a sky that runs from blue to gold down to the middle, then water of one colour. */
async function duskPrint(page: Page): Promise<string> {
  const [width, height] = [600, 450];
  const rgb = Buffer.alloc(3 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const t = Math.min(1, y / 250);
      const sky = [44 + 190 * t, 60 + 130 * t, 120 - 20 * t];
      rgb.set(y < 250 ? sky : [30, 60, 66], 3 * (y * width + x));
    }
  const id = await api<string>(server, 'POST', '/api/prints', { name: 'dusk' });
  await page.goto(`${server.url}/print/${id}/picture`);
  await givePicture(page, {
    name: 'dusk.png',
    mimeType: 'image/png',
    buffer: await sharp(rgb, { raw: { width, height, channels: 3 } })
      .png()
      .toBuffer(),
  });
  await page.getByRole('button', { name: 'as it is', exact: true }).click();
  await page.getByText(/Whole picture flattened/).waitFor();
  return id;
}

test('a fade saves a run where the picture runs from one colour into another, and is predicted as the picture has it', async ({
  page,
}) => {
  test.slow();
  const id = await duskPrint(page);
  const before = (await stateOf(server, id)).plan;
  await page.goto(`${server.url}/print/${id}/runs`);
  await page.locator('[data-testid="run-cell"] canvas').first().waitFor();
  const saves = page.getByRole('region', { name: 'A fade saves a run' });
  await saves.getByRole('button', { name: 'Look for fades' }).click();
  const take = saves.getByRole('button', { name: 'Print both as one fade' }).first();
  await take.click();
  await expect.poll(async () => (await stateOf(server, id)).plan.runs.length).toBe(before.runs.length - 1);
  const { plan } = await stateOf(server, id);
  const own = plan.runs.findIndex((run) => inkingsOf(run).some(({ fade }) => fade)),
    fading = inkingsOf(plan.runs[own]).find(({ fade }) => fade)!;
  expect(fading.fade).toMatchObject({ by: 'two rollers', wanted: expect.anything() });
  // down the sky, or up
  const { fromMm, toMm } = fading.fade!;
  expect(Math.abs(fromMm.yMm - toMm.yMm)).toBeGreaterThan(5 * Math.abs(fromMm.xMm - toMm.xMm));
  expect(looksOfPlan(plan)!.fields.some((field) => field)).toBe(true);

  await openInkOf(page, id, own + 1);
  await page.getByRole('button', { name: 'Edit it on the look' }).click();
  await expect
    .poll(async () => {
      const rows = await Promise.all([0.15, 0.3, 0.45].map((v) => pixel(page, 0.5, v)));
      return new Set(rows.map(([r, g, b]) => Math.round((r + g + b) / 6))).size;
    })
    .toBe(3);
});

test('at the press the fade stands with its tones and its faults; it is shown before anything is cut', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'fade at the press');
  const { plan } = await stateOf(server, id);
  const [inking] = inkingsOf(plan.runs[0]);
  await edit(server, id, {
    kind: 'inking-set',
    inkingId: inking.id,
    part: {
      fade: {
        ...{ fromMm: { xMm: 20, yMm: 10 }, toMm: { xMm: 20, yMm: 90 }, toInkId: null },
        ...{ curve: 'even', by: 'two rollers', wanted: null },
      },
    },
  });
  await page.goto(`${server.url}/print/${id}/pull`);
  await expect(page.getByRole('list', { name: /^Tones along the line/ }).getByRole('listitem')).toHaveCount(5);
  await expect(page.getByText(/to nothing, 80 mm long/)).toBeVisible();
});
