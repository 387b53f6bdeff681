import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { looksInLight, looksOfPlan, plainSheet } from '@/derived';
import { srgb8FromLabD50 } from '@/core/colour';
import { flattenedPrint, stateOf } from './prints';
import { TestServer } from './server';
import { expect, test, type Page } from './test';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

async function openLarge(page: Page, id: string, view: string): Promise<void> {
  await page.goto(`${server.url}/print/${id}/${view}`);
  await page.locator('[data-testid="run-cell"] canvas').first().waitFor();
  await page.keyboard.press('l');
  await expect(page.getByRole('dialog', { name: 'The sheet, large' })).toBeVisible();
}
const choose = async (page: Page, label: string, option: string) => {
  await page.getByRole('combobox', { name: label }).click();
  await page.getByRole('option', { name: option }).click();
};
/** The colour of the canvas at a place of it, 0 to 1. */
const pixel = (page: Page, u: number, v: number) =>
  page.getByTestId('large-sheet').evaluate(
    (element, [x, y]) => {
      const canvas = element as HTMLCanvasElement;
      const data = canvas.getContext('2d')!.getImageData(x * canvas.width, y * canvas.height, 1, 1).data;
      return [...data.slice(0, 3)];
    },
    [u, v],
  );

test('the sheet large, from any view: films laid and lifted by keys, all laid down and stopped', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'large');
  const { plan } = await stateOf(server, id);
  const runs = plan.runs.length;
  await openLarge(page, id, 'sheets');
  const said = page.getByRole('status').filter({ hasText: /^(After run|Bare paper)/ });
  await expect(said).toContainText(/^After run 1 of/);
  await page.keyboard.press('ArrowRight');
  await expect(said).toContainText(`After run 2 of ${runs}`);
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await expect(said).toContainText('Bare paper');
  await page.getByRole('button', { name: 'Lay it all down' }).click();
  await expect(said).toContainText('After run 1 of');
  await page.getByRole('button', { name: 'Stop' }).click();
  const stopped = await said.textContent();
  await page.waitForTimeout(2000);
  expect(await said.textContent()).toBe(stopped);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('lights shift the colours, the picture wanted is laid over, and the sheet is measured and hung', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'lights');
  const { plan } = await stateOf(server, id);
  await openLarge(page, id, 'picture');
  for (let n = 0; n < plan.runs.length; n++) await page.keyboard.press('ArrowRight');
  const looks = looksOfPlan(plan)!;
  const warm = looksInLight(plan, [], looks, plainSheet(plan), 'warm lamp').looks.at(-1)!;
  await choose(page, 'Light', 'warm lamp (A)');
  await expect(page.getByText(/In this light/)).toBeVisible();
  // the middle of the picture lies in one of its colours, as the lamp shows it
  await expect
    .poll(async () => {
      const seen = await pixel(page, 0.5, 0.45);
      return Math.min(...warm.map((lab) => Math.max(...srgb8FromLabD50(lab).rgb.map((c, i) => Math.abs(c - seen[i])))));
    })
    .toBeLessThanOrEqual(2);
  const before = await pixel(page, 0.45, 0.5);
  await choose(page, 'Beside it', 'the picture wanted');
  await expect.poll(() => pixel(page, 0.45, 0.5)).not.toEqual(before);
  await choose(page, 'Laid', 'beside it');
  await choose(page, 'Size', 'on a wall, 2 m off');
  await expect(page.getByText(/not measured yet/)).toBeVisible();
  await page.getByRole('button', { name: 'Measure this screen' }).click();
  await page.getByRole('slider', { name: 'Pixels to a millimetre' }).press('ArrowRight');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText(/not measured yet/)).toHaveCount(0);
});

test('a PNG of what is shown, at the size that is asked, with margins and without', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'a picture');
  const { plan } = await stateOf(server, id);
  await openLarge(page, id, 'runs');
  await page.getByRole('button', { name: 'As a picture' }).click();
  await page.getByLabel('Longer side, px').fill('900');
  await page.getByLabel('Longer side, px').press('Enter');
  const save = async (name = 'a picture, after run 1.png') => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save PNG' }).click();
    const file = await (await download).path();
    expect((await download).suggestedFilename()).toBe(name);
    return sharp(readFileSync(file)).raw().toBuffer({ resolveWithObject: true });
  };
  const whole = await save();
  expect(Math.max(whole.info.width, whole.info.height)).toBe(900);
  const paper = srgb8FromLabD50(plan.paper.labD50).rgb;
  [...whole.data.subarray(4 * 905, 4 * 905 + 3)].forEach((c, i) =>
    expect(Math.abs(c - paper[i])).toBeLessThanOrEqual(1),
  );
  await page.getByLabel('with margins').uncheck();
  const image = await save();
  expect(image.info.width).toBe(900);
  expect(image.info.height).toBe(675);
  // what stands beside it can be had as well: the worst of ten sheets is no longer the one that was planned
  await page.getByRole('combobox', { name: 'Beside it' }).click();
  await page.getByRole('option', { name: 'the worst of ten' }).click();
  await page.getByLabel('the worst of ten instead').check();
  await expect(page.getByText('laying ten thousand sheets')).toBeHidden();
  const worst = await save('a picture, after run 1, the worst of ten.png');
  expect([worst.info.width, worst.info.height]).toEqual([900, 675]);
  expect(worst.data.equals(image.data)).toBe(false);
});
