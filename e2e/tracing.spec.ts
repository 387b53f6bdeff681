import { randomUUID } from 'node:crypto';
import { inflateSync } from 'node:zlib';
import sharp from 'sharp';
import type { LabelMap } from '@/core/geometry';
import { decodeLabelMap, type BenchAct, type Plan } from '@/model';
import { photographOfTracing, type Shot } from '@/testing/photographOfTracing';
import { api, flattenedPrint, stateOf } from './prints';
import { TestServer } from './server';
import { expect, test, type Page } from './test';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

const planOf = async (id: string) => (await stateOf(server, id)).plan;

async function labelsOf(page: Page, plan: Plan): Promise<LabelMap> {
  const stored = await page.request.get(`${server.url}/api/blobs/${plan.flat!.labelsSha}`);
  const map = decodeLabelMap(new Uint8Array(inflateSync(await stored.body())));
  if (!map.ok) throw new Error(map.code);
  return map.value;
}

/** A print with its first cut and run done, so that only what the first cut left still stands. */
async function begun(page: Page, name: string) {
  const id = await flattenedPrint(page, server, name);
  const plan = await planOf(id);
  const pull = { kind: 'pull', runId: plan.runs[0].id, sheet: '1', faults: [], setAside: false, note: '' } as const;
  const acts: BenchAct[] = [
    { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 1, tests: 0 },
    { kind: 'cut-done', cutId: plan.runs[0].formes[0].cutId! },
    pull,
  ];
  await api(server, 'POST', `/api/prints/${id}/log`, {
    known: '0.0.0',
    events: acts.map((act) => ({ id: randomUUID(), at: new Date().toISOString(), version: 3, act })),
  });
  return { id, plan, map: await labelsOf(page, plan) };
}

/** A telephone's picture of the tracing with two strokes of the pen on it. */
async function photograph(plan: Plan, map: LabelMap, shot: Shot): Promise<Buffer> {
  const { widthMm, heightMm, raster } = plan.picture!;
  const standing = new Set(plan.blocks[0].sides[0].cuts[0].standingIds);
  const stands = plan.flat!.colours.map(({ id }) => standing.has(id));
  const { width, height, data } = photographOfTracing(
    {
      frame: { widthMm, heightMm },
      mmPerPx: raster.mmPerPx,
      drawn: (x, y) => (y > 1600 && y < 1660 && x > 240 && x < 1200) || (x > 2000 && x < 2040 && y > 80 && y < 1760),
      stands: (x, y) => stands[map.labels[y * map.width + x]],
    },
    shot,
  );
  return sharp(data, { raw: { width, height, channels: 4 } })
    .jpeg({ quality: 88 })
    .toBuffer();
}

const bring = async (page: Page, id: string, buffer: Buffer) => {
  await page.goto(`${server.url}/print/${id}/block`);
  await page.getByRole('tab', { name: 'Transfer' }).click();
  await page
    .getByLabel('Photograph or scan of the tracing')
    .setInputFiles({ name: 'tracing.jpg', mimeType: 'image/jpeg', buffer });
};

test('a tracing round trip: drawn on, photographed askew, read back by its corner marks, taken as the next cut', async ({
  page,
}) => {
  const { id, plan, map } = await begun(page, 'traced');
  await bring(
    page,
    id,
    await photograph(plan, map, { mirrored: true, turnDeg: 11, slant: 0.15, dim: 0.7, noise: 8, pxPerMm: 7 }),
  );
  const dialog = page.getByRole('dialog', { name: 'What was drawn' });
  await expect(dialog.getByText(/Drawn as the block lies, turned over here; taken at 1\d\d dpi/)).toBeVisible();
  await expect(dialog.getByText(/^\d+ pieces?, .* mm²|^\d+ pieces?, .* cm²/)).toBeVisible();
  // a threshold no pen reaches finds nothing, and nothing can be taken
  const slider = dialog.getByRole('slider', { name: 'A line is at least so dark' });
  await slider.focus();
  await page.keyboard.press('End');
  await expect(dialog.getByText('No line is that dark.')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Take it as the next cut' })).toBeDisabled();
  for (let n = 0; n < 4; n++) await page.keyboard.press('PageDown');
  await expect(dialog.getByText(/^\d+ pieces?, /)).toBeVisible();
  await expect(dialog.getByText(/becomes/).first()).toBeVisible();
  await dialog.getByRole('button', { name: 'Take it as the next cut' }).click();
  await expect(dialog).toBeHidden();
  await expect.poll(async () => (await planOf(id)).flat!.labelsSha).not.toBe(plan.flat!.labelsSha);

  const after = await planOf(id);
  const changed = await labelsOf(page, after);
  const of = (labels: LabelMap, from: Plan, x: number, y: number) =>
    from.flat!.colours[labels.labels[y * labels.width + x]].id;
  const standing = new Set(plan.blocks[0].sides[0].cuts[1].standingIds);
  // under the strokes nothing stands for run 2 any more; a millimetre beside them all is as it was
  for (const [x, y] of [
    [400, 1630],
    [1120, 1630],
    [2020, 1200],
    [2020, 1720],
  ]) {
    expect([x, y, standing.has(of(map, plan, x, y))]).toEqual([x, y, true]);
    expect([x, y, standing.has(of(changed, after, x, y))]).toEqual([x, y, false]);
  }
  for (const [x, y] of [
    [400, 1588],
    [400, 1672],
    [1988, 1200],
    [2052, 1200],
    [2020, 60],
  ])
    expect(of(changed, after, x, y)).toBe(of(map, plan, x, y));
  expect((await stateOf(server, id)).undoLabel).toBe('shapes-changed/redraw');
});

test('a photograph that does not show all corner marks is refused with the reason, and nothing changes', async ({
  page,
}) => {
  const { id, plan, map } = await begun(page, 'traced badly');
  await bring(page, id, await photograph(plan, map, { hide: 2, pxPerMm: 6 }));
  const dialog = page.getByRole('dialog', { name: 'What was drawn' });
  await expect(dialog.getByRole('alert')).toContainText('The four corner marks were not found together');
  await expect(dialog.getByRole('button', { name: 'Take it as the next cut' })).toBeDisabled();
  await dialog.getByRole('button', { name: 'Leave it' }).click();
  expect((await planOf(id)).flat!.labelsSha).toBe(plan.flat!.labelsSha);
});

test('a drawing that fills the print becomes a block of its own, printed last', async ({ page }) => {
  const { id, plan } = await begun(page, 'drawn block');
  await page.goto(`${server.url}/print/${id}/block`);
  await page.getByRole('tab', { name: 'Transfer' }).click();
  const drawing = `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="450"><rect width="600" height="450" fill="#fff"/><path d="M80 80L300 200" stroke="#222" stroke-width="14"/><circle cx="450" cy="150" r="40" fill="#333"/></svg>`;
  await page.getByLabel('Drawing that fills the print').setInputFiles({
    name: 'key.png',
    mimeType: 'image/png',
    buffer: await sharp(Buffer.from(drawing)).png().toBuffer(),
  });
  const dialog = page.getByRole('dialog', { name: 'What was drawn' });
  await dialog.getByLabel('only where something still stands').uncheck();
  await expect(dialog.getByText(/^2 pieces, /)).toBeVisible();
  await dialog.getByRole('button', { name: 'A block of its own from it' }).click();
  await expect.poll(async () => (await planOf(id)).blocks.length).toBe(plan.blocks.length + 1);
  const after = await planOf(id);
  expect(after.blocks.at(-1)!.sides[0].cuts[0].within!.outlinesMm.length).toBe(2);
  expect(after.runs.length).toBe(plan.runs.length + 1);
  expect(after.runs.slice(0, -1)).toEqual(plan.runs);
});
