import { expect, test } from './test';
import { api, flattenedPrint, logged, stateOf } from './prints';
import { TestServer } from './server';
import sharp from 'sharp';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

test('a photograph of a pull is read, laid beside the plan, kept with its sheet without what the camera wrote, and seen again', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const id = await flattenedPrint(page, server, 'beside');
  const { plan } = await stateOf(server, id);
  const pull = (sheet: string) => ({
    ...{ kind: 'pull', runId: plan.runs[0].id, sheet, faults: [], setAside: false, note: '' },
  });
  const acts = [
    { kind: 'cut-done', cutId: 'stage-1' },
    { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 6, tests: 0 },
    ...[pull('1'), pull('2')],
  ];
  await logged(server, id, acts);
  await page.goto(`${server.url}/print/${id}/pull`);
  await expect(page.getByTestId('next-sheet')).toHaveText('3');
  await page.keyboard.press('p');
  await expect(page.getByRole('heading', { name: 'The pull beside the plan' })).toBeVisible();
  await page.getByRole('button', { name: 'Simulated camera' }).click();
  await expect(page.getByRole('heading', { name: 'Misfit' })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText(/± 3\.0/).first()).toBeVisible();
  await expect(
    page
      .getByRole('dialog')
      .getByText(/^Run 1\b/)
      .first(),
  ).toBeVisible();
  await page.getByLabel(/keep it as it was taken/).check();
  await page.getByRole('button', { name: 'Keep with sheet 2' }).click();
  await expect(page.getByText('Kept with sheet 2.')).toBeVisible();
  const kept = (await stateOf(server, id)).events.map(({ act }) => act).find((act) => act.kind === 'photographed');
  if (kept?.kind !== 'photographed') throw new Error('nothing was kept');
  expect(kept).toMatchObject({ sheet: '2', errorDeltaE: 3 });
  expect(kept.seen!.length).toBeGreaterThan(1);
  const bytes = Buffer.from(await (await fetch(`${server.url}/api/blobs/${kept.pictureSha}`)).arrayBuffer());
  expect((await sharp(bytes).metadata()).exif).toBeUndefined();
  const original = await fetch(`${server.url}/api/blobs/${kept.originalSha}`);
  const { width, format, exif } = await sharp(Buffer.from(await original.arrayBuffer())).metadata();
  expect([format, exif]).toEqual(['jpeg', undefined]);
  expect(width).toBeGreaterThan(3000);

  // a picture that shows no sheet is told so, and nothing is lost
  await page.getByLabel('Photograph of the sheet').setInputFiles({
    ...{ name: 'wall.png', mimeType: 'image/png' },
    buffer: await sharp({ create: { width: 900, height: 700, channels: 3, background: '#888' } })
      .png()
      .toBuffer(),
  });
  await expect(page.getByRole('alert').filter({ hasText: /edge/ })).toBeVisible({ timeout: 30_000 });
  await page.getByRole('button', { name: 'All of the run' }).click();
  await expect(page.getByRole('button', { name: /2 · good/ })).toBeVisible();
});

test('a run card is opened again and checked, the booklet saved, and the print printed again', async ({ page }) => {
  test.setTimeout(120_000);
  const id = await flattenedPrint(page, server, 'cards');
  await api(server, 'PUT', `/api/prints/${id}`, {
    known: '0.0.0',
    edit: { kind: 'way-chosen', chosen: 'block each', lay: true },
  });
  const { plan } = await stateOf(server, id);
  const acts = [
    ...plan.runs.map((run) => ({ kind: 'cut-done', cutId: run.formes[0].cutId })),
    { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 3, tests: 0 },
    ...[
      {
        kind: 'setting-changed',
        roundId: 'edition',
        runId: plan.runs[0].id,
        fromSheet: '1',
        what: 'charges',
        value: '4',
        why: 'weak',
      },
      { kind: 'pull', runId: plan.runs[0].id, sheet: '1', faults: ['ghost'], setAside: false, note: 'slipped' },
    ],
  ];
  await logged(server, id, acts);
  await page.goto(`${server.url}/print/${id}/cards`);
  await page.getByTestId('run-cell').nth(1).click();
  const card = page.getByTestId('run-card');
  await expect(card.getByRole('heading', { name: /^Run 1:/ })).toBeVisible();
  await expect(card.getByText('charges 4 a sheet (weak)')).toBeVisible();
  await expect(card.getByText('one sheet: 1', { exact: true })).toBeVisible();
  await expect(card.getByText('slipped')).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Booklet (PDF)' }).click();
  expect((await download).suggestedFilename()).toMatch(/booklet\.pdf$/);
  await page.getByRole('button', { name: 'Print again …' }).click();
  const sheets = page.getByLabel('Sheets to start');
  for (const typed of ['', 'a few', '0', '2.5', '1e9']) {
    await sheets.fill(typed);
    await page.getByRole('button', { name: 'Begin the new printing' }).click();
    await expect(sheets).toBeFocused();
    await expect(sheets).toHaveAttribute('aria-invalid', 'true');
  }
  await expect(page).toHaveURL(new RegExp(`/print/${id}/`));
  await page.getByLabel('Sheets to start').fill('7');
  await page.getByLabel('Sheets to start').press('Tab');
  await page.getByRole('button', { name: 'Begin the new printing' }).click();
  await page.waitForURL(/\/today$/);
  await expect(page.getByText('cards, again', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Pull', exact: true }).click();
  await expect(page.getByTestId('next-sheet')).toHaveText('T1');
});

test('what was cut on cannot be printed again, and that is said; nothing is begun', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'a reduction');
  const { plan } = await stateOf(server, id);
  const prints = async () => (await api<{ prints: readonly object[] }>(server, 'GET', '/api/shelf')).prints.length;
  await logged(server, id, [
    { kind: 'cut-done', cutId: plan.runs[0].formes[0].cutId },
    { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 2, tests: 0 },
    { kind: 'pull', runId: plan.runs[0].id, sheet: '1', faults: [], setAside: false, note: '' },
    { kind: 'pull', runId: plan.runs[0].id, sheet: '2', faults: [], setAside: false, note: '' },
    { kind: 'cut-done', cutId: plan.runs[1].formes[0].cutId },
  ]);
  const before = await prints();
  await page.goto(`${server.url}/print/${id}/cards`);
  await page.getByRole('button', { name: 'Print again …' }).click();
  await page.getByRole('button', { name: 'Begin the new printing' }).click();
  await expect(page.getByRole('alert')).toContainText(/Run 1 cannot be printed again: its block was cut on/);
  expect(await prints()).toBe(before);
});
