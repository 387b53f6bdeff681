import { readFileSync } from 'node:fs';
import { expect, test, type Page } from './test';
import type { Download, Locator } from '@playwright/test';
import sharp from 'sharp';
import { unzipSync } from 'fflate';
import { type Plan } from '@/model';
import { looksOfPlan, plainSheet, trapsOf } from '@/derived';
import { api, drawnPrint, flattenedPrint, stateOf, edit } from './prints';
import { TestServer } from './server';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

const planOf = async (id: string): Promise<Plan> => (await stateOf(server, id)).plan;
let serial = 0;
const log = (id: string, ...acts: object[]) =>
  api(server, 'POST', `/api/prints/${id}/log`, {
    known: '0.0.0',
    events: acts.map((act) => ({ id: `cutting-setup-${++serial}`, at: new Date().toISOString(), act })),
  });

/** Where a point of the print (shares of its width and height) lies on a canvas that shows all of it. */
async function spot(
  canvas: Locator,
  plan: Plan,
  x: number,
  y: number,
  mirrored = false,
): Promise<{ x: number; y: number }> {
  const box = (await canvas.boundingBox())!;
  const { widthPx, heightPx } = plan.picture!.raster;
  const fit = Math.min((box.width - 24) / widthPx, (box.height - 24) / heightPx);
  return {
    x: box.width / 2 + (mirrored ? 0.5 - x : x - 0.5) * widthPx * fit,
    y: box.height / 2 + (y - 0.5) * heightPx * fit,
  };
}

async function saved(page: Page, button: Locator): Promise<{ download: Download; bytes: Buffer }> {
  const waiting = page.waitForEvent('download');
  await button.click();
  const download = await waiting;
  return { download, bytes: readFileSync((await download.path())!) };
}

test('regions: chosen by click, key and list; merged, split, thickened, smoothed, specks removed; each undone on its own', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'regions');
  await page.goto(`${server.url}/print/${id}/picture`);
  await page.keyboard.press('s');
  const canvas = page.getByTestId('sheet'),
    heading = page.getByRole('heading', { name: /^Island of/ });
  const start = await planOf(id);
  const hand = async () => (await planOf(id)).flat!.handChanges;
  const darkShare = async () => {
    const plan = await planOf(id);
    return plan.flat!.colours.find((c) => c.id === dark.id)!.areaShare;
  };
  const dark = [...start.flat!.colours].sort((a, b) => a.wantedLabD50[0] - b.wantedLabD50[0])[0];

  await canvas.click({ position: await spot(canvas, start, 0.1, 0.9) });
  await expect(heading).toBeVisible();
  const first = await heading.textContent();
  await page.keyboard.press('n');
  await expect(heading).not.toHaveText(first!);
  await page.getByRole('tab', { name: 'Islands' }).click();
  await page.getByRole('combobox', { name: 'sorted by' }).click();
  await page.getByRole('option', { name: 'thinness' }).click();
  await page.getByRole('option').filter({ hasText: dark.name }).first().click();
  await expect(page.getByLabel('Chosen island').getByText(new RegExp(`${dark.name}.*thinnest`))).toBeVisible();

  // the dark band with its two thin uprights: one upright is cut off and given away
  await canvas.click({ position: await spot(canvas, start, 0.1, 0.9) });
  await page.getByRole('button', { name: 'Split along a line' }).click();
  for (const x of [0.7, 0.88]) await canvas.click({ position: await spot(canvas, start, x, 0.62) });
  const before = await darkShare();
  await page.keyboard.press('f');
  await expect.poll(hand).toBe(1);
  expect(await darkShare()).toBeLessThan(before);
  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(hand).toBe(0);
  await expect.poll(darkShare).toBeCloseTo(before, 6);

  await canvas.click({ position: await spot(canvas, start, 0.1, 0.9) });
  await page.getByLabel('Thin parts up to').fill('3');
  await page.getByLabel('Thin parts up to').press('Enter');
  await page.getByRole('button', { name: 'Thicken' }).click();
  await expect.poll(hand).toBe(1);
  const thicker = await darkShare();
  expect(thicker).toBeGreaterThan(before);

  await canvas.click({ position: await spot(canvas, start, 0.7, 0.64) });
  await expect(heading).toBeVisible();
  await page.getByRole('button', { name: 'Open a gap' }).click();
  await page.keyboard.press('Backspace');
  await page.getByRole('button', { name: 'No', exact: true }).click();
  await page.getByRole('button', { name: /^Merge into/ }).click();
  await expect.poll(hand).toBe(2);

  await page.getByRole('button', { name: 'Draw a lasso' }).click();
  for (const [x, y] of [
    [0.02, 0.02],
    [0.3, 0.02],
    [0.3, 0.1],
  ])
    await canvas.click({ position: await spot(canvas, start, x, y) });
  await page.getByRole('button', { name: 'Remove them' }).click();
  await expect(
    page.getByRole('alert').filter({ hasText: /No island that small lies wholly inside this line/ }),
  ).toBeVisible();
  expect(await hand()).toBe(2);
  await page.reload();
  await expect(page.getByText('2 changes by hand')).toBeVisible();
});

test('a change is painted at once, also when another follows before the first is saved', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'quick hands');
  await page.goto(`${server.url}/print/${id}/picture`);
  await page.keyboard.press('s');
  const canvas = page.getByTestId('sheet');
  const plan = await planOf(id);
  for (const [x, y] of [
    [0.7, 0.64],
    [0.28, 0.2],
  ]) {
    await canvas.click({ position: await spot(canvas, plan, x, y) });
    await expect(page.getByRole('heading', { name: /^Island of/ })).toBeVisible();
    await page
      .getByRole('button', { name: /^Give the island to/ })
      .first()
      .click();
    await expect(page.getByRole('heading', { name: /^Island of/ })).toHaveCount(0);
  }
  await expect.poll(async () => (await planOf(id)).flat!.handChanges).toBe(2);
  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(async () => (await planOf(id)).flat!.handChanges).toBe(1);
});

test('cutting check: places with a number, a reason and cures; material, tools and roller change the verdict; what is wanted is kept', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'check');
  await page.goto(`${server.url}/print/${id}/block`);
  await page.getByTestId('run-cell').nth(3).click();
  const headline = page.getByRole('heading', { name: /place|Nothing stands/ });
  await expect(headline).toBeVisible();
  await page.getByLabel('Block', { exact: true }).click();
  await page.getByRole('option', { name: 'soft cutting sheet' }).click();
  await page.getByLabel('Tools, widths').fill('2, 4, 9');
  await page.getByLabel('Tools, widths').press('Enter');
  await expect.poll(async () => (await planOf(id)).toolsMm).toEqual([2, 4, 9]);
  await page.getByLabel('Tools, widths').fill('0.5, 99');
  await page.getByLabel('Tools, widths').press('Enter');
  await expect(page.getByText(/“99” is 99 mm, which cannot be a tool’s width/)).toBeVisible();
  await page.getByLabel('Narrowest tool').focus();
  await page.keyboard.press('End');
  await expect.poll(async () => (await planOf(id)).toolsMm[0]).toBe(3);
  await expect(page.getByText(/gouge/).first()).toBeVisible();

  await page.getByLabel('Roller, diameter').fill('4 cm');
  await page.getByLabel('Roller, diameter').press('Enter');
  await expect(page.getByText(/openings? the roller reaches into/)).toBeVisible();
  const chatter = page
    .getByText(/wide, \d+ mm bridged/)
    .first()
    .getByRole('button');
  await chatter.click();
  await expect(page.getByText(/Nothing stands near enough to carry the roller/)).toBeVisible();
  await page.getByRole('button', { name: 'Mask cleared ground in this run' }).click();
  await expect.poll(async () => (await planOf(id)).masks.map((m) => m.kind)).toEqual(['keep clean']);
  const count = async () => Number(/^(\d+)/.exec((await headline.textContent())!)?.[1] ?? 0);
  // what the mask changes is reckoned anew, run by run
  let before = -1;
  await expect
    .poll(
      async () => {
        const [was, now] = [before, await count()];
        before = now;
        return now > 0 && was === now;
      },
      { intervals: [1500] },
    )
    .toBe(true);
  await page
    .getByText(/wide, \d+ mm bridged/)
    .first()
    .getByRole('button')
    .click();
  await page.getByRole('button', { name: 'Keep it: it is wanted' }).click();
  await expect.poll(count).toBe(before - 1);
  await expect(page.getByText('1 wanted so')).toBeVisible();

  // all stages together: as many rows as runs, each with the number its own headline gives
  await page.getByRole('button', { name: /^Look over all \d+ stages$/ }).click();
  const rows = page.getByRole('listitem').filter({ hasText: /^before run/ });
  await expect(rows).toHaveCount((await planOf(id)).runs.length);
  await expect(rows.filter({ hasText: '…' })).toHaveCount(0);
  for (const run of [2, 3]) {
    const row = rows.nth(run - 1);
    await row.getByRole('button').click();
    await expect(page.getByRole('heading', { name: `before run ${run}` })).toBeVisible();
    await expect(row.getByRole('button')).toHaveAttribute('aria-current', 'step');
    const places = /nothing|(\d+) place/.exec((await row.textContent())!)![1] ?? '0';
    await expect.poll(count).toBe(Number(places));
  }
  // a finer tool is answered for every stage, not only the one that is open
  const sum = async () =>
    (await rows.allTextContents()).reduce((n, text) => n + Number(/(\d+) place/.exec(text)?.[1] ?? 0), 0);
  const placesBefore = await sum();
  await page.getByLabel('Narrowest tool').focus();
  await page.keyboard.press('Home');
  await expect.poll(sum).toBeLessThan(placesBefore);
});

test('all stages: stopped, reloaded, left and come back to, and with tools that are odd, nothing is lost or wrong', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'stages');
  await page.goto(`${server.url}/print/${id}/block`);
  const look = page.getByRole('button', { name: /^Look over all \d+ stages$/ }),
    rows = page.getByRole('listitem').filter({ hasText: /^before run/ });
  const runs = (await planOf(id)).runs.length;
  const places = async () => {
    await expect(rows).toHaveCount(runs);
    await expect(rows.filter({ hasText: '…' })).toHaveCount(0);
    return (await rows.allTextContents()).map((text) => Number(/(\d+) place/.exec(text)?.[1] ?? 0));
  };
  await look.click();
  const first = await places();
  // a reload asks for nothing that was not asked for; what is asked again is answered the same
  await page.reload();
  await expect(rows).toHaveCount(0);
  await look.click();
  expect(await places()).toEqual(first);
  await page
    .getByRole('link', { name: /^\d?\s*Runs/ })
    .first()
    .click();
  await expect(page).toHaveURL(/runs$/);
  await page.goBack();
  await look.click();
  expect(await places()).toEqual(first);

  const tools = page.getByLabel('Tools, widths');
  for (const odd of ['', '0', 'abc', '1e9', '1; 2; 31']) {
    await tools.fill(odd);
    await tools.press('Enter');
    await expect(tools).toHaveAttribute('aria-invalid', 'true');
    expect(await places()).toEqual(first);
  }
  // inches with fractions, coarser and coarser
  for (const [typed, kept] of [
    ['1/32 in; 1/8 in', 0.79375],
    ['1/8 in', 3.175],
    ['6 mm, 1/2 in', 6],
  ] as const) {
    await tools.fill(typed);
    await tools.press('Enter');
    await expect.poll(async () => (await planOf(id)).toolsMm[0]).toBeCloseTo(kept, 3);
    await expect(tools).toHaveAttribute('aria-invalid', 'false');
    expect(Math.max(...(await places()))).toBeGreaterThan(0);
  }
  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(async () => (await planOf(id)).toolsMm[0]).toBeCloseTo(3.175, 3);
  await expect(tools).toHaveValue(/^3[.,]17/);
});

test('a cure is applied to the picture: a thin ridge thickened is found no more', async ({ page }) => {
  const id = await drawnPrint(
    server,
    'cure',
    { widthMm: 60, heightMm: 45 },
    [
      { name: 'paper', labD50: [94, 0, 4] },
      { name: 'night', labD50: [16, 2, -12] },
    ],
    [
      [1, 4, 6, 18, 30],
      [1, 22, 20, 24, 0.3],
      [1, 46, 6, 10, 30],
    ],
  );
  await page.goto(`${server.url}/print/${id}/block`);
  await page.getByTestId('run-cell').nth(1).click();
  const ridge = page
    .getByText(/0\.3 of 0\.5 mm/)
    .first()
    .getByRole('button');
  await ridge.click();
  await expect(page.getByText(/does not hold a ridge this thin/)).toBeVisible();
  await page.getByRole('button', { name: 'Thicken to 0.5 mm' }).click();
  await expect.poll(async () => (await planOf(id)).flat!.handChanges).toBe(1);
  await expect(page.getByText(/ridges? too thin/)).toHaveCount(0);
  await expect(page.getByRole('heading', { name: /place|Nothing stands/ })).toBeVisible();
});

test('overlap: the lighter grows under the darker in cut map, look and export; a pair of its own; a choke for reductions', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'overlap');
  await page.goto(`${server.url}/print/${id}/block`);
  await page.getByRole('tab', { name: 'Overlap' }).click();
  await page.getByLabel('Choke').fill('0.5');
  await page.getByLabel('Choke').press('Enter');
  await expect.poll(async () => (await planOf(id)).fit.chokeMm).toBe(0.5);
  await expect(page.getByText(/end inside/)).toBeVisible();
  await page.getByLabel('Choke').fill('9');
  await page.getByLabel('Choke').press('Enter');
  await expect(page.getByText(/“9” is 9 mm, which cannot be the choke; it may be/)).toBeVisible();

  // the same picture as a block for each colour
  const state = await stateOf(server, id);
  const { colours, barePaperId } = state.plan.flat!;
  const labels = colours.flatMap((c, label) => (c.id === barePaperId ? [] : [label]));
  await edit(server, id, {
    kind: 'sketch-taken',
    sketch: {
      blocks: labels.map((label) => ({ stages: [[label]] })),
      runs: labels.map((colour, block) => ({
        inkings: [
          { block, stage: 0, zone: null, colour, ink: { labD50: colours[colour].wantedLabD50, keepsInkOf: colour } },
        ],
      })),
      exact: true,
    },
  });
  await page.reload();
  await page.getByRole('tab', { name: 'Overlap' }).click();
  const svgOf = async (run: number) =>
    (await (await fetch(`${server.url}/api/prints/${id}/files/run-${run}.svg`)).text()).length;
  const lengths = await Promise.all([1, 2, 3].map(svgOf));
  await page.getByLabel('Overlap for all pairs').fill('0,4');
  await page.getByLabel('Overlap for all pairs').press('Enter');
  await expect(page.getByText(/cm² overlap/)).toBeVisible();
  const trapped = await planOf(id);
  expect(trapsOf(trapped).every((t) => t.mm === 0.4)).toBe(true);
  expect(await Promise.all([1, 2, 3].map(svgOf))).not.toEqual(lengths);
  await page.getByRole('button', { name: 'Set this pair' }).click();
  await page.getByLabel('Grows').click();
  await page.getByRole('option', { name: 'the darker' }).click();
  await expect.poll(async () => (await planOf(id)).fit.pairs.map((p) => p.grows)).toEqual(['darker']);
  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(async () => (await planOf(id)).fit.pairs.map((p) => p.grows)).toEqual(['lighter']);

  // the progress sheet, the proposals and the core sample speak of the same parts
  await page.goto(`${server.url}/print/${id}/runs`);
  await expect(page.getByText(/plans were weighed/)).toBeVisible();
  const blank = () =>
    page.locator('main canvas[role="img"]').evaluateAll(
      (all) =>
        all.filter((c) => {
          const canvas = c as HTMLCanvasElement;
          return canvas.getContext('2d')!.getImageData(canvas.width >> 1, canvas.height >> 1, 1, 1).data[3] === 0;
        }).length,
    );
  await expect.poll(blank).toBe(0);
  await page
    .getByRole('button', { name: /^Look closely at the sheet after run/ })
    .first()
    .hover();
  await expect(page.getByText(/seen, wanted: ΔE/)).toBeVisible();
  await page.getByRole('button', { name: /^Look closely at the sheet after run 3/ }).click();
  const large = page.getByTestId('sheet');
  await large.click({ position: await spot(large, await planOf(id), 0.1, 0.9) });
  await expect(large.getByTestId('picked')).toHaveCount(1);
  await page
    .getByRole('link', { name: /^Picture|Picture/ })
    .first()
    .click();
  await expect(page.getByRole('heading', { name: /^Island of/ })).toBeVisible();
});

test('transfer: the right drawing for the way, at true size, in every form; layers and lines open', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'transfer');
  await page.goto(`${server.url}/print/${id}/block`);
  await page.getByRole('tab', { name: 'Transfer' }).click();
  await expect(page.getByText(/Prepare the drawing as seen/)).toBeVisible();
  await page.getByLabel('The drawing comes onto the block by').click();
  await page.getByRole('option', { name: 'carbon or chalked paper' }).click();
  await expect(page.getByText(/Prepare the drawing mirrored/)).toBeVisible();
  await expect(page.getByRole('img', { name: 'the drawing, mirrored' })).toBeVisible();
  const { widthMm } = (await planOf(id)).picture!;
  const pdf = await saved(page, page.getByRole('link', { name: 'Key lines, PDF' }));
  expect(pdf.bytes.subarray(0, 5).toString()).toBe('%PDF-');
  expect(pdf.download.suggestedFilename()).toMatch(/key lines, mirrored\.pdf$/);
  const svg = await saved(page, page.getByRole('link', { name: 'Flat tones, SVG' }));
  expect(svg.bytes.toString()).toMatch(new RegExp(`width="${widthMm + 28}mm"`));
  const png = await saved(page, page.getByRole('link', { name: 'Block 1, PNG at 300' }));
  const facts = await sharp(png.bytes).metadata();
  expect([facts.density, facts.width]).toEqual([300, Math.round(((widthMm + 28) * 300) / 25.4)]);
  // mirrored: the disc of the picture, left of its middle, lies right of it
  const mean = async (left: number) =>
    (
      await sharp(png.bytes)
        .extract({ left: Math.round(facts.width! * left), top: Math.round(facts.height! * 0.2), width: 60, height: 30 })
        .greyscale()
        .stats()
    ).channels[0].mean;
  expect(await mean(0.7)).toBeLessThan((await mean(0.25)) + 1);

  const ora = unzipSync(
    new Uint8Array(await (await fetch(`${server.url}/api/prints/${id}/files/block-2.ora`)).arrayBuffer()),
  );
  expect(new TextDecoder().decode(ora.mimetype)).toBe('image/openraster');
  const { raster } = (await planOf(id)).picture!;
  const layer = await sharp(Buffer.from(ora['data/layer0.png'])).metadata();
  expect([layer.width, layer.height, layer.density]).toEqual([
    raster.widthPx,
    raster.heightPx,
    Math.round(25.4 / raster.mmPerPx),
  ]);
  const dxf = await (await fetch(`${server.url}/api/prints/${id}/files/block-2.dxf`)).text();
  expect(dxf).toMatch(/POLYLINE[\s\S]*SEQEND[\s\S]*EOF/);
  const none = await fetch(`${server.url}/api/prints/${id}/files/drawing-block-7.pdf`);
  expect([none.status, await none.json()]).toEqual([
    422,
    expect.objectContaining({ message: expect.stringMatching(/There is no drawing “block-7”/) }),
  ]);
});

test('odd hands: a line too short, a place with nothing, half a number: told in words, and nothing changes', async ({
  page,
}) => {
  const id = await drawnPrint(
    server,
    'odd hands',
    { widthMm: 60, heightMm: 45 },
    [
      { name: 'paper', labD50: [94, 0, 4] },
      { name: 'straw', labD50: [78, 2, 40] },
      { name: 'night', labD50: [16, 2, -12] },
    ],
    [
      [1, 5, 5, 50, 35],
      [2, 20, 15, 20, 15],
    ],
  );
  await page.goto(`${server.url}/print/${id}/picture`);
  await page.keyboard.press('s');
  const canvas = page.getByTestId('sheet'),
    plan = await planOf(id);
  const before = plan.flat!.labelsSha;
  await canvas.click({ position: await spot(canvas, plan, 0.5, 0.5) });
  await page.getByRole('button', { name: 'Split along a line' }).click();
  for (const x of [0.45, 0.55]) await canvas.click({ position: await spot(canvas, plan, x, 0.5) });
  await page.getByRole('button', { name: /^Split here/ }).click();
  await expect(
    page.getByRole('alert').filter({ hasText: /does not cross the island from edge to edge/ }),
  ).toBeVisible();
  await page.getByLabel('Thin parts up to').fill('a lot');
  await page.getByLabel('Thin parts up to').press('Enter');
  await expect(page.getByText(/“a lot” is not a length/)).toBeVisible();
  await page.getByLabel('Thin parts up to').fill('1/16 in');
  await page.getByLabel('Thin parts up to').press('Enter');
  await page.getByRole('button', { name: 'Thicken' }).click();
  await expect(page.getByRole('alert').filter({ hasText: /Nothing here is thinner than that/ })).toBeVisible();
  await page.getByLabel('this is lettering').check();
  await expect.poll(async () => (await planOf(id)).lettering.length).toBe(1);
  expect((await planOf(id)).flat!.labelsSha).toBe(before);
  await page.goto(`${server.url}/print/${id}/block`);
  await expect(page.getByText('1 part is lettering: on the block it must read backwards.')).toBeVisible();
  await page.goBack();
  await expect(page.getByRole('heading', { name: 'Picture', exact: true })).toBeVisible();
});

test('masks: an island left out of a run changes the look and stands on the bench card; a second tone; files', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'masks');
  await page.goto(`${server.url}/print/${id}/block`);
  await page.getByTestId('run-cell').nth(1).click();
  await page.getByRole('tab', { name: 'Masks' }).click();
  const canvas = page.getByTestId('sheet'),
    start = await planOf(id);
  await canvas.click({ position: await spot(canvas, start, 0.28, 0.2, true) });
  await page.getByRole('button', { name: /^Gather: / }).click();
  await expect(page.getByText('1 place gathered.')).toBeVisible();
  await page.getByRole('button', { name: 'Leave it out of run 1' }).click();
  await expect
    .poll(async () => (await planOf(id)).masks.map((m) => [m.kind, m.covers, m.place.anchors.length]))
    .toEqual([['mask', 'place', 1]]);
  await page.getByRole('button', { name: /^Lay the mask over 1 place/ }).click();
  const svg = await saved(page, page.getByRole('link', { name: 'SVG' }));
  expect(svg.bytes.toString()).toMatch(/mask for run 1/);
  const dxf = await saved(page, page.getByRole('link', { name: 'DXF' }));
  expect(dxf.bytes.toString()).toMatch(/MASK/);
  await page.getByLabel('Note for the bench').fill('keep the sun light');
  await page.getByRole('tab', { name: 'Check' }).click();
  await expect.poll(async () => (await planOf(id)).masks[0].note).toBe('keep the sun light');
  await log(
    id,
    { kind: 'cut-done', cutId: 'stage-1' },
    { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 4, tests: 0 },
  );
  await page.goto(`${server.url}/print/${id}/pull`);
  await expect(page.getByText(/Lay the mask over 1 place: keep the sun light/)).toBeVisible();

  const second = await flattenedPrint(page, server, 'two tones');
  await page.goto(`${server.url}/print/${second}/block`);
  await page.getByTestId('run-cell').nth(3).click();
  await page.getByRole('tab', { name: 'Masks' }).click();
  await canvas.click({ position: await spot(canvas, await planOf(second), 0.1, 0.9, true) });
  await page.getByRole('button', { name: /^Gather: / }).click();
  await page.getByRole('button', { name: 'Print it in a second tone' }).click();
  await expect.poll(async () => (await planOf(second)).masks.map((m) => m.covers)).toEqual(['place', 'all else']);
  await expect(page.getByTestId('run-cell')).toHaveCount((await planOf(second)).runs.length + 1);
});

test('a full rehearsal with mistakes: held against the plan, with their cost, scored and kept; a sample without any', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'rehearsal');
  const plan = await planOf(id);
  await page.goto(`${server.url}/print/${id}/rehearse`);
  await expect(page.getByRole('navigation', { name: 'Run line' })).toHaveCount(0);
  await page.getByLabel(/with hints/).check();
  await page.getByRole('button', { name: 'Rehearse this print' }).click();
  const block = page.getByTestId('sheet').first();
  await expect(page.getByText(/\d+ parts to choose from/)).toBeVisible();
  await page.keyboard.press('h');
  await expect(page.getByText(/By the plan \d+ parts?/)).toBeVisible();
  // too early: the dark band goes first of all
  await block.click({ position: await spot(block, plan, 0.1, 0.9, true) });
  await expect(page.getByText('1 part', { exact: true })).toBeVisible();
  for (let run = 1; run <= plan.runs.length; run++) {
    await page.keyboard.press('p');
    if (run === 1) {
      await block.click({ position: await spot(block, plan, 0.1, 0.9, true) });
      await expect(page.getByText(/off the block already/)).toBeVisible();
    }
  }
  await expect(page.getByRole('heading', { name: 'Held against the plan' })).toBeVisible();
  await expect(page.getByText('too early').first()).toBeVisible();
  await expect(page.getByText('never').first()).toBeVisible();
  const score = Number(/^(\d+)/.exec((await page.getByTestId('score').textContent())!)![1]);
  expect(score).toBeLessThan(60);
  await expect
    .poll(async () =>
      (await stateOf(server, id)).events.flatMap((e) =>
        e.act.kind === 'rehearsed' ? [[e.act.level, e.act.score, e.act.tooEarly]] : [],
      ),
    )
    .toEqual([['with hints', score, 1]]);
  await page.getByRole('button', { name: 'Enough for today' }).click();
  await expect(page.getByText(`last: ${score} of 100, with hints`)).toBeVisible();

  // a sample, by keyboard alone: every part at its time
  await page.getByLabel(/with tracing/).check();
  await page.getByRole('button', { name: 'Practise on Buoy at Noon' }).click();
  await expect(page.getByText(/\d+ parts to choose from/)).toBeVisible();
  const parts = Number(/(\d+) parts/.exec((await page.getByText(/\d+ parts to choose from/).textContent())!)![1]);
  for (const colour of ['paper', 'sea green', 'orange']) {
    await page.getByRole('heading', { name: 'What goes now?' }).click();
    for (let i = 0; i < parts; i++) {
      await page.keyboard.press('n');
      await page.evaluate(
        () =>
          new Promise((done) => {
            requestAnimationFrame(() => requestAnimationFrame(done));
          }),
      );
      if (
        await page
          .locator('aside')
          .getByText(new RegExp(`^\\s*${colour}, `))
          .count()
      )
        await page.keyboard.press('Space');
    }
    await page.keyboard.press('p');
  }
  await expect(page.getByTestId('score')).toHaveText('100 of 100');
  await page.getByRole('button', { name: 'Enough for today' }).click();
  await expect(page.getByText('last: 100 of 100, with tracing')).toBeVisible();
  expect(await api(server, 'GET', '/api/practice')).toEqual([expect.objectContaining({ sample: 'buoy', score: 100 })]);
});

test('a slip on the real block: marked, weighed, answered; the picture changed to fit, a spot printed on its own, the cuts replayed', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'slip');
  const plan = await planOf(id);
  await log(
    id,
    { kind: 'cut-done', cutId: 'stage-1' },
    { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 2, tests: 0 },
  );
  const pull = (runId: string, sheet: string) => ({
    kind: 'pull',
    runId,
    sheet,
    faults: [],
    setAside: false,
    note: '',
  });
  await log(id, pull(plan.runs[0].id, '1'), pull(plan.runs[0].id, '2'));
  await page.goto(`${server.url}/print/${id}/cut`);
  const canvas = page.getByTestId('sheet');
  await expect(page.getByText(/0 of \d+ parts? done/)).toBeVisible();

  // the disc, which is to be printed in run 2, is cut away before it
  await page.getByRole('button', { name: 'I cut something I should not have' }).click();
  await canvas.click({ position: await spot(canvas, plan, 0.28, 0.2, true) });
  await expect(page.getByText('1 place shown')).toBeVisible();
  await page.getByLabel('Note on the slip').fill('gouge ran on');
  await page.getByRole('button', { name: 'Mark it' }).click();
  const slip = page.getByRole('region', { name: 'Slip 1' }).or(page.getByLabel('Slip 1'));
  await expect(slip.first()).toBeVisible();
  await expect(page.getByText(/would come out mean ΔE \d/)).toBeVisible();
  await expect(page.getByText(/Let in an inlay of \d+ × \d+ mm.*from the origin corner \(lower left\)/)).toBeVisible();
  await expect(page.getByText(/becomes .* there; all later cuts and looks follow/)).toBeVisible();
  const shaBefore = (await planOf(id)).flat!.labelsSha;
  await page.getByRole('button', { name: 'Change it' }).click();
  await expect(page.getByText('the picture was changed so that it belongs')).toBeVisible();
  const changed = await planOf(id);
  expect(changed.flat!.labelsSha).not.toBe(shaBefore);
  expect((await stateOf(server, id)).undoLabel).toBeNull();

  // another, further on: printed on its own
  await page.getByRole('button', { name: 'I cut something I should not have' }).click();
  await page.getByRole('button', { name: 'Draw round it' }).click();
  for (const [x, y] of [
    [0.1, 0.85],
    [0.2, 0.85],
    [0.2, 0.95],
    [0.1, 0.95],
  ])
    await canvas.click({ position: await spot(canvas, plan, x, y, true) });
  await page.getByRole('button', { name: 'Take what is inside' }).click();
  await page.getByRole('button', { name: 'Mark it' }).click();
  await page.getByLabel('Slip 2').getByRole('button', { name: 'Add the run' }).click();
  await expect.poll(async () => (await planOf(id)).runs.length).toBe(plan.runs.length + 1);
  const after = await planOf(id);
  expect(after.blocks.at(-1)!.sides[0].cuts[0].within?.outlinesMm.length).toBe(1);
  expect(looksOfPlan(after, [], plainSheet(after))!.looks.length).toBe(plan.runs.length + 2);
  const stencil = await (await fetch(`${server.url}/api/prints/${id}/files/run-${after.runs.length}.svg`)).text();
  expect(stencil).toMatch(/<path d="M/);

  await page.getByRole('button', { name: 'the block, cut by cut' }).click();
  await expect(page.getByRole('dialog').getByRole('img', { name: /The block, mirrored: cut for run 1/ })).toBeVisible();
  await page.getByRole('slider', { name: 'Cut' }).focus();
  await page.keyboard.press('End');
  await expect(page.getByRole('dialog').getByRole('img', { name: /a slip, before run 2/ })).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();

  // minutes of a cut teach the pace
  await page.getByRole('button', { name: 'The cut is done' }).click();
  await page.getByLabel('Minutes of cutting').fill('600');
  await page.getByRole('button', { name: 'Yes, it is cut' }).click();
  await expect.poll(async () => (await stateOf(server, id)).cuttingPace).toBeGreaterThan(1);
});
