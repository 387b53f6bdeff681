import { expect, test } from './test';
import { api, flattenedPrint, stateOf } from './prints';
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
  await api(server, 'POST', `/api/prints/${id}/log`, {
    known: '0.0.0',
    events: acts.map((act, i) => ({
      id: `${id.slice(0, 8)}-pull-${i}`,
      version: 3,
      at: new Date().toISOString(),
      act,
    })),
  });
  await page.goto(`${server.url}/print/${id}/pull`);
  await expect(page.getByTestId('next-sheet')).toHaveText('3');
  await page.keyboard.press('p');
  await expect(page.getByRole('heading', { name: 'The pull beside the plan' })).toBeVisible();
  await page.getByRole('button', { name: 'Simulated camera' }).click();
  await expect(page.getByRole('heading', { name: 'Misfit' })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText(/± 3\.0/).first()).toBeVisible();
  await expect(page.getByText(/^Run 1 lies/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep with sheet 2' }).click();
  await expect(page.getByText('Kept with sheet 2.')).toBeVisible();
  const kept = (await stateOf(server, id)).events.map(({ act }) => act).find((act) => act.kind === 'photographed');
  if (kept?.kind !== 'photographed') throw new Error('nothing was kept');
  expect(kept).toMatchObject({ sheet: '2', errorDeltaE: 3 });
  expect(kept.seen!.length).toBeGreaterThan(1);
  const bytes = Buffer.from(await (await fetch(`${server.url}/api/blobs/${kept.pictureSha}`)).arrayBuffer());
  expect((await sharp(bytes).metadata()).exif).toBeUndefined();

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
