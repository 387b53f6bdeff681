import { expect, test, type Page } from './test';
import sharp from 'sharp';
import { allotmentGate } from '../demo/allotmentGate';
import { cornerStopLayout } from '@/core/registration';
import { tileDrawing } from '@/formats';
import { bytesOf, readPdf } from './files';
import { stateOf, givePicture } from './prints';
import { TestServer } from './server';
import { inkingsOf } from '@/derived';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

const toView = (page: Page, name: string) =>
  page
    .getByRole('navigation', { name: 'Planning, in the order of the work' })
    .getByRole('link', { name: new RegExp(name) })
    .click();
const toPlace = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name }).click();

test('from a photograph to a numbered edition', async ({ page }) => {
  test.setTimeout(300_000);
  const photograph = await sharp(allotmentGate(1200), { raw: { width: 1200, height: 900, channels: 3 } })
    .jpeg({ quality: 92 })
    .toBuffer();

  await test.step('a new print, and a picture brought in', async () => {
    await page.goto(server.url);
    await page.getByRole('link', { name: 'New print' }).first().click();
    await page.getByRole('textbox', { name: 'Name' }).fill('Gate in the Morning');
    await page.getByRole('button', { name: 'Begin' }).click();
    await page.getByRole('heading', { name: 'Bring in a picture' }).waitFor();
    await givePicture(page, { name: 'gate.jpg', mimeType: 'image/jpeg', buffer: photograph });
    await expect(page.getByText('240 × 180 mm').first()).toBeVisible();
  });
  const id = page.url().match(/print\/([^/]+)/)![1];

  await test.step('sized in mixed units, a bad size refused in words', async () => {
    await page.getByRole('button', { name: 'Crop, turn, size' }).click();
    for (const [bad, words] of [
      ['0', '“0” is 0 mm'],
      ['-3', '“-3” is −3 mm'],
      ['abc', '“abc” is not a length'],
      ['5 m', '“5 m” is 5000 mm'],
    ]) {
      await page.getByLabel('Width').fill(bad);
      await page.getByLabel('Width').press('Enter');
      await expect(page.getByText(words)).toBeVisible();
    }
    await page.getByLabel('Width').fill('12 cm');
    await page.getByLabel('Width').press('Enter');
    await page.getByLabel('Height').fill('3 1/2 in');
    await page.getByLabel('Height').press('Enter');
    await page.getByRole('button', { name: 'Take this size' }).click();
    await expect(page.getByText('120 × 88.9 mm').first()).toBeVisible();
    const raster = (await stateOf(server, id)).plan.picture!.raster;
    expect([raster.widthPx, raster.heightPx, raster.mmPerPx]).toEqual([1200, 889, 0.1]);
  });

  await test.step('flattened to 5, then 6, then 5 by slider', async () => {
    // moved on while the first answer is still being saved: the wish outlives the save
    const saving = page.waitForRequest((request) => request.method() === 'PUT');
    await page.route('**/api/prints/*', async (route) => {
      await new Promise((later) => {
        setTimeout(later, 250);
      });
      await route.continue();
    });
    await page.getByRole('button', { name: 'Flatten', exact: true }).click();
    await expect(page.getByTestId('tone')).toHaveCount(5);
    await saving;
    await page.getByRole('slider', { name: 'colours', exact: true }).press('ArrowRight');
    await expect(page.getByTestId('tone')).toHaveCount(6);
    await page.getByRole('slider', { name: 'colours', exact: true }).press('ArrowLeft');
    await expect(page.getByTestId('tone')).toHaveCount(5);
    await expect(page.getByRole('status').filter({ hasText: 'saved' })).toBeVisible();
    await page.unrouteAll({ behavior: 'wait' });
    const { flat } = (await stateOf(server, id)).plan;
    expect(flat!.colours.reduce((sum, c) => sum + c.areaShare, 0)).toBeCloseTo(1, 9);
  });

  let runs = 0;
  await test.step('runs reordered by key and put back', async () => {
    await toView(page, 'Runs');
    await expect(page.getByRole('heading', { name: /^Run \d$/ }).first()).toBeVisible();
    const before = (await stateOf(server, id)).plan.runs.map((r) => inkingsOf(r)[0].colourId);
    runs = before.length;
    await page.getByRole('button', { name: 'Run 2', exact: true }).click();
    await page.keyboard.press('Alt+ArrowLeft');
    await expect
      .poll(async () => (await stateOf(server, id)).plan.runs.map((r) => inkingsOf(r)[0].colourId))
      .toEqual([before[1], before[0], ...before.slice(2)]);
    await page.getByRole('button', { name: 'Put in order: light to dark' }).click();
    await expect
      .poll(async () => (await stateOf(server, id)).plan.runs.map((r) => inkingsOf(r)[0].colourId))
      .toEqual(before);
    await page
      .getByRole('button', { name: /^Look closely at the sheet after run/ })
      .first()
      .hover();
    await expect(page.getByText(/seen, wanted: ΔE/)).toBeVisible();
  });

  await test.step('the block, and the PDF opened again', async () => {
    await toView(page, 'Block');
    await expect(page.getByText('mirrored: as the block lies')).toBeVisible();
    await page.keyboard.press('m');
    await expect(page.getByTestId('stamp').filter({ hasText: 'as printed' })).toBeVisible();
    await expect(page.getByRole('heading', { name: /places? to decide on|Nothing stands in the way/ })).toBeVisible();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'PDF, true to size' }).click(),
    ]);
    const pages = await readPdf(await bytesOf(download));
    const layout = cornerStopLayout(
      { widthMm: 200, heightMm: 176.9 },
      { xMm: 40, yMm: 40, widthMm: 120, heightMm: 88.9 },
    );
    const expected =
      tileDrawing(layout.board.widthMm, layout.board.heightMm, 'A4').tiles.length +
      runs * tileDrawing(120 + 28, 88.9 + 28, 'A4').tiles.length;
    expect(pages.length).toBe(expected);
    for (const p of pages) {
      expect([p.widthMm, p.heightMm].sort((a, b) => a - b).map((mm) => Math.round(mm))).toEqual([210, 297]);
      expect(Math.abs(p.rulerMm - 100)).toBeLessThan(0.1);
    }
    expect(pages[0].text).toContain('registration sheet');
    expect(pages.at(-1)!.text).toContain(`block before run ${runs}`);
    expect(pages.at(-1)!.text).toContain('MIRRORED');
    const [svg] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: /Run \d SVG/ }).click(),
    ]);
    expect((await bytesOf(svg)).toString()).toContain('width="120mm" height="88.9mm"');
  });

  await test.step('sheets to start', async () => {
    await toView(page, 'Sheets');
    for (const [bad, words] of [
      ['0', '“0” is outside'],
      ['100000', '“100000” is outside'],
    ]) {
      await page.getByLabel('Edition', { exact: true }).fill(bad);
      await page.getByLabel('Edition', { exact: true }).press('Enter');
      await expect(page.getByText(words)).toBeVisible();
    }
    await page.getByLabel('Edition', { exact: true }).fill('3');
    await page.getByLabel('Edition', { exact: true }).press('Enter');
    await page.getByLabel('Proofs to keep').fill('1');
    await page.getByLabel('Proofs to keep').press('Enter');
    await page.getByLabel('Test sheets').fill('1');
    await page.getByLabel('Test sheets').press('Enter');
    await expect(
      page.getByText(/Start \d+ sheets: \d+ that count and 1 test sheets .* 3 good prints and 1 proof/),
    ).toBeVisible();
    await expect(page.locator('.recharts-bar-rectangle').first()).toBeVisible();
  });

  await test.step('a gate is asked for once and names what it makes final', async () => {
    await toPlace(page, 'Bench');
    await expect(page.getByText(/parts? done/)).toBeVisible();
    await page.getByTestId('part').first().click();
    await expect(page.getByText(/^1 of \d+ parts? done/)).toBeVisible();
    await page.getByRole('button', { name: 'The cut is done' }).click();
    await expect(page.getByText('no undo leads back before this moment')).toBeVisible();
    await page.getByRole('button', { name: 'Yes, it is cut' }).click();
    await expect(page.getByRole('img', { name: 'Gate passed: cut for run 1 is done' })).toBeVisible();
  });

  let counted = 0;
  await test.step('the first run, with faults, and the server restarted in between', async () => {
    await page.getByRole('navigation', { name: 'At the bench' }).getByRole('link', { name: 'Pull' }).click();
    await page.getByRole('button', { name: 'The paper is ready' }).click();
    await expect(page.getByTestId('next-sheet')).toHaveText('T1');
    await page.keyboard.press('Space');
    await expect(page.getByTestId('next-sheet')).toHaveText('1');
    await page.keyboard.press('5');
    await page.keyboard.press('2');
    await expect(page.getByRole('button', { name: /Usable with fault/ })).toBeVisible();
    await page.keyboard.press('Space');
    await expect(page.getByTestId('next-sheet')).toHaveText('2');
    await server.kill();
    await server.start();
    await page.keyboard.press('x');
    await expect(page.getByTestId('next-sheet')).toHaveText('3');
    await page.keyboard.press('Space');
    await expect(page.getByTestId('next-sheet')).toHaveText('4');
    await page.keyboard.press('z');
    await expect(page.getByTestId('next-sheet')).toHaveText('3');
    await expect(page.getByTestId('chance')).toHaveText(/%/);
    const { events } = await stateOf(server, id);
    const pulls = events.flatMap((e) => (e.act.kind === 'pull' ? [e.act] : []));
    expect(pulls.map((p) => [p.sheet, p.faults, p.setAside])).toEqual([
      ['T1', [], false],
      ['1', ['ghost', 'weak'], false],
      ['2', [], true],
      ['3', [], false],
    ]);
    expect(events.at(-1)!.act.kind).toBe('pull-undone');
    const started = events.flatMap((e) => (e.act.kind === 'round-begun' ? [e.act] : []))[0];
    counted = started.counted;
  });

  await test.step('all runs to the end', async () => {
    for (let run = 1; run <= runs; run++) {
      for (;;) {
        const shown = () => page.getByTestId('next-sheet').evaluateAll((found) => found[0]?.textContent ?? 'none');
        const sheet = await shown();
        if (sheet === 'none') break;
        await page.keyboard.press('Space');
        await expect.poll(shown, { intervals: [30] }).not.toBe(sheet);
      }
      if (run === runs) break;
      await page.getByRole('link', { name: 'Cut', exact: true }).click();
      await page.getByRole('button', { name: 'The cut is done' }).click();
      await page.getByRole('button', { name: 'Yes, it is cut' }).click();
      await expect(page.getByRole('img', { name: `Gate passed: cut for run ${run + 1} is done` })).toBeVisible();
      await page.getByRole('navigation', { name: 'At the bench' }).getByRole('link', { name: 'Pull' }).click();
      await expect(page.getByTestId('next-sheet')).toBeVisible();
    }
    await expect(page.getByRole('heading', { name: 'All runs are printed' })).toBeVisible();
  });

  await test.step('ledger and numbers', async () => {
    await toPlace(page, 'Drawer');
    await expect(page.getByRole('table').locator('tbody tr')).toHaveCount(counted + 1);
    const [csv] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Ledger as CSV' }).click(),
    ]);
    const ledger = (await bytesOf(csv)).toString();
    expect(ledger).toContain('set aside');
    expect(ledger.match(/usable/g)!.length).toBe(1);
    await page.getByRole('link', { name: /Numbering/ }).click();
    await page.getByRole('button', { name: 'Give these numbers' }).click();
    await expect(page.getByText(/on record since/)).toBeVisible();
    await expect(page.getByText('1/3')).toBeVisible();
    await expect(page.getByText('A.P. I/I')).toBeVisible();
    const [numbers] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Numbering as CSV' }).click(),
    ]);
    expect((await bytesOf(numbers)).toString()).toContain('3/3');
    await page
      .getByRole('combobox', { name: /^What sheet/ })
      .first()
      .click();
    await page.getByRole('option', { name: 'B.A.T.' }).click();
    await expect(page.getByText('This differs from the numbers on record.')).toBeVisible();
    await page.getByRole('button', { name: 'Change the record' }).click();
    await page.getByLabel('Reason').fill('kept as the model');
    await page.getByRole('dialog').getByRole('button', { name: 'Change the record' }).click();
    await expect(page.getByRole('list', { name: 'Numbers that were changed' })).toContainText('kept as the model');
  });

  await test.step('bundle out and in', async () => {
    await page.getByRole('link', { name: /Ledger/ }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Whole print as a bundle' }).click(),
    ]);
    const bundle = await bytesOf(download);
    await toPlace(page, 'Shelf');
    await page
      .getByLabel('Bundle file')
      .setInputFiles({ name: 'foreign.zip', mimeType: 'application/zip', buffer: Buffer.from('no zip at all') });
    await expect(page.getByRole('alert').filter({ hasText: 'not a zip file' })).toBeVisible();
    await page
      .getByLabel('Bundle file')
      .setInputFiles({ name: 'gate.ulexite.zip', mimeType: 'application/zip', buffer: bundle });
    await page.waitForURL(/\/runs$/);
    await expect(page.getByText('Gate in the Morning (2)', { exact: true })).toBeVisible();
    const copy = await stateOf(server, page.url().match(/print\/([^/]+)/)![1]),
      first = await stateOf(server, id);
    expect(copy.plan).toEqual(first.plan);
    expect(copy.events).toEqual(first.events);
  });
});
