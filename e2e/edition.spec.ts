import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import type { BenchAct } from '@/model';
import { expect, test, type Page } from './test';
import { bytesOf } from './files';
import { api, drawnPrint, edit, flattenedPrint, logged, stateOf } from './prints';
import { DESK, expectToBeReadable, expectToLieWell } from './readable';
import { TestServer } from './server';

const server = new TestServer();
const folder = mkdtempSync(join(tmpdir(), 'edition-'));
test.beforeAll(() => server.start());
test.afterAll(async () => {
  await server.stop();
  rmSync(folder, { recursive: true });
});

const PRINTS = 14;

/** All runs on so many sheets, one fault noted on the way. */
async function printedThrough(
  id: string,
  counted: number,
  colourways?: readonly { colourwayId: string; sheets: number }[],
) {
  const { plan } = await stateOf(server, id);
  const sheets = Array.from({ length: counted }, (_, i) => `${i + 1}`);
  await logged(server, id, [
    { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted, tests: 0, colourways },
  ]);
  for (const [r, run] of plan.runs.entries()) {
    const pulls = sheets.map((sheet): BenchAct => ({
      ...{ kind: 'pull', runId: run.id, sheet, setAside: false, note: '' },
      faults: r === 0 && sheet === '3' ? ['weak'] : [],
    }));
    await logged(server, id, [{ kind: 'cut-done', cutId: run.formes[0].cutId! }, ...pulls]);
  }
}

const actsOf = async (id: string, kind: BenchAct['kind']) =>
  (await stateOf(server, id)).events.filter(({ act }) => act.kind === kind);

/** A file saved by its button, and where it lies. */
async function saved(page: Page, name: RegExp): Promise<string> {
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name }).click()]);
  const path = join(folder, download.suggestedFilename());
  writeFileSync(path, await bytesOf(download));
  return path;
}

const tool = (name: string, ...args: string[]) => execFileSync(name, args, { encoding: 'utf8' });

/** As it is to be kept: faces within, said to be PDF/A, and whole by a reader that had no part in writing it. */
function expectToKeep(path: string): void {
  tool('qpdf', '--check', path);
  const fonts = tool('pdffonts', path).trim().split('\n').slice(2);
  expect(fonts.length).toBeGreaterThan(0);
  for (const font of fonts) expect(font).toMatch(/\byes\s+yes\s+yes\b/);
  expect(tool('pdfinfo', '-meta', path)).toMatch(/pdfaid:part>2</);
}

test('a varied edition of fourteen: photographed, looked over by keys, numbered, kept on record, one out on loan', async ({
  page,
}) => {
  test.setTimeout(600_000);
  const id = await drawnPrint(
    server,
    'Kites',
    { widthMm: 80, heightMm: 60 },
    [
      { name: 'paper', labD50: [94, 0, 4] },
      { name: 'straw', labD50: [82, 2, 40] },
      { name: 'night', labD50: [16, 4, -14] },
    ],
    [
      [1, 0, 20, 80, 40],
      [2, 10, 8, 14, 20],
      [2, 50, 30, 22, 24],
    ],
  );
  await edit(server, id, { kind: 'sheets-set', part: { edition: PRINTS, proofsToKeep: 0, testSheets: 0 } });
  await printedThrough(id, PRINTS + 1);

  await test.step('all are photographed by the simulated camera', async () => {
    await page.goto(`${server.url}/print/${id}/look-over`);
    await expect(page.getByRole('option')).toHaveCount(PRINTS + 1);
    // a photograph that cannot be read is told, with its sheet, and taken once more
    const camera = page.getByRole('button', { name: /^Simulated camera: \d+ sheets?$/ }),
      all = page.getByRole('button', { name: 'All are photographed' });
    for (let row = 0; row < 5 && (await camera.isVisible()); row++) {
      await camera.click();
      await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
      await expect(camera.or(all)).toBeVisible({ timeout: 380_000 });
    }
    await expect(all).toBeVisible();
    expect(await actsOf(id, 'photographed')).toHaveLength(PRINTS + 1);
    await expect(
      page
        .getByRole('option')
        .first()
        .getByRole('img', { name: /photographed/ }),
    ).toBeVisible();
  });

  await test.step('sorted, compared and marked without a mouse', async () => {
    await page.getByRole('listbox', { name: 'Prints on the table' }).focus();
    await page.keyboard.press('Home');
    await page.keyboard.press('c');
    await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('figure').filter({ hasText: '1, beside it' })).toBeVisible();
    await page.keyboard.press('+');
    const zooms = await page.locator('[data-pane] > div').evaluateAll((all) => all.map((one) => one.style.transform));
    expect(zooms).toHaveLength(2);
    expect(zooms[0]).toMatch(/scale\(1\.5\)/);
    expect(zooms[1]).toBe(zooms[0]);
    await page.keyboard.press('9');
    await page.keyboard.press('Home');
    for (let n = 0; n < PRINTS; n++) {
      await page.keyboard.press('1');
      await expect(page.getByRole('button', { name: `Good ${n + 1}`, exact: true })).toBeVisible();
    }
    await page.keyboard.press('3');
    await expect(page.getByRole('button', { name: 'Not 1', exact: true })).toBeVisible();
    await page.keyboard.press('Home');
    await page.keyboard.press('f');
    await page.getByRole('application', { name: /Place of the fault/ }).focus();
    for (const key of ['ArrowRight', 'ArrowRight', 'ArrowUp', 'Enter', 'Escape']) await page.keyboard.press(key);
    await expect(page.getByText(/^weak, 41\.6 mm from the left, 29\.4 mm from the top/)).toBeVisible();
    await page.getByRole('button', { name: 'Make this the B.A.T.' }).click();
    await expect(page.getByRole('button', { name: 'This is the B.A.T.' })).toBeVisible();
    await page.getByRole('listbox', { name: 'Prints on the table' }).focus();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('b');
    await expect(page.getByRole('figure').filter({ hasText: '1: good to print' })).toBeVisible();
    await page.getByLabel('What is otherwise on this print, in words').fill('the sky wiped thin at the left');
    await page.keyboard.press('Enter');
    await expect.poll(async () => (await actsOf(id, 'varies-in')).length).toBe(1);
    await expectToBeReadable(page, 'edition');
    await expectToLieWell(page, DESK, 'edition');
  });

  await test.step('numbered as varied; the one sorted out gets no number', async () => {
    await logged(
      server,
      id,
      Array.from({ length: PRINTS }, (_, i) => ({
        ...{ kind: 'varies-in', sheet: `${i + 1}`, says: `kite no. ${i + 1} wiped by hand` },
      })),
    );
    await page.goto(`${server.url}/print/${id}/numbering`);
    await expect(page.getByRole('combobox', { name: 'The numbered prints are' })).toHaveText(/varied on purpose/);
    await page.getByRole('button', { name: 'Give these numbers' }).click();
    await expect(page.getByText(/on record since/)).toBeVisible();
    const marks = (await actsOf(id, 'numbered')).flatMap(({ act }) => (act.kind === 'numbered' ? act.marks : []));
    expect(marks.map(({ sheet, mark }) => `${sheet} ${mark}`)).toContain('2 V.E. 1/13');
    expect(marks.find(({ sheet }) => sheet === '1')).toMatchObject({ role: 'B.A.T.', mark: 'B.A.T.' });
    expect(marks.some(({ sheet }) => sheet === '15')).toBe(false);
    await page.getByRole('searchbox', { name: 'Find in the table' }).fill('no. 9 ');
    await expect(page.getByRole('row')).toHaveCount(2);
    await expectToBeReadable(page, 'edition');
  });

  await test.step('on record: texts, sheet, certificate, picture', async () => {
    await page.goto(`${server.url}/print/${id}/record`);
    await page.getByLabel('By', { exact: true }).fill('the print room');
    await page.getByLabel('A few sentences on the print').fill('Kites over the harbour wall & <b>no markup</b>.');
    await page.getByLabel('Rights').fill('© the print room');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('article')).toContainText('a varied edition (V.E.) of 13');
    await page.getByRole('combobox', { name: /What became of Block 1/ }).click();
    await page.getByRole('option', { name: 'cancelled' }).click();
    await expect(page.getByRole('article')).toContainText('cancelled');
    const record = await saved(page, /Record sheet/);
    expectToKeep(record);
    expect(tool('pdftotext', '-layout', record, '-')).toMatch(
      /Kites[\s\S]*a varied edition \(V\.E\.\) of 13[\s\S]*cancelled/,
    );
    const certificate = await saved(page, /Certificate/);
    expectToKeep(certificate);
    expect(tool('pdftotext', certificate, '-')).toMatch(/V\.E\. 1\/13[\s\S]*kite no\. 2 wiped by hand/);
    expectToKeep(await saved(page, /Labels for folders/));
    const { xmpAsString } = await sharp(await saved(page, /Picture \(JPEG\)/)).metadata();
    expect(xmpAsString).toMatch(/<Iptc4xmpExt:AOSourceInvNo>V\.E\. 1\/13</);
    expect(xmpAsString).toContain('Kites over the harbour wall &amp; &lt;b&gt;no markup');
    await expectToBeReadable(page, 'edition');
    await expectToLieWell(page, DESK, 'edition');
  });

  await test.step('one is on loan, and the workshop knows what is left', async () => {
    await page.goto(`${server.url}/print/${id}/whereabouts`);
    await page.getByRole('checkbox', { name: 'Tick V.E. 3/13' }).check();
    await page.getByRole('combobox', { name: 'where' }).click();
    await page.getByRole('option', { name: 'on loan' }).click();
    await page.getByLabel('in a word').fill('winter show');
    await page.getByLabel('note', { exact: true }).fill('ask at the desk');
    await page.getByRole('button', { name: 'Move 1 print' }).click();
    await expect(page.getByRole('heading', { name: '12 numbered prints left to give' })).toBeVisible();
    await page.goto(`${server.url}/whereabouts`);
    await page.getByRole('searchbox', { name: 'Find in the table' }).fill('winter');
    await expect(page.getByRole('row', { name: /Kites V\.E\. 3\/13 numbered on loan/ })).toBeVisible();
    await page.getByRole('checkbox', { name: 'Tick V.E. 3/13' }).check();
    await page.getByRole('combobox', { name: 'where' }).click();
    await page.getByRole('option', { name: 'drawer' }).click();
    await page.getByRole('button', { name: 'Move 1 print' }).click();
    await expect.poll(async () => (await actsOf(id, 'moved-to')).length).toBe(2);
    await expectToBeReadable(page, 'edition');
  });

  await test.step('the archive opens in a browser without the application, and in another Ulexite', async () => {
    await page.goto(`${server.url}/print/${id}/record`);
    const path = await saved(page, /Archive that opens anywhere/);
    const files = unzipSync(await import('node:fs').then(({ readFileSync }) => readFileSync(path)));
    const opened = join(folder, 'archive');
    for (const [name, bytes] of Object.entries(files)) {
      mkdirSync(dirname(join(opened, name)), { recursive: true });
      writeFileSync(join(opened, name), bytes);
    }
    // what was said of whereabouts is nobody's business
    expect(Buffer.from(files['bench-log.json']).toString()).not.toMatch(/winter show|ask at the desk/);
    const alone = await page.context().newPage();
    const outside: string[] = [];
    alone.on('request', (request) => !request.url().startsWith('file:') && outside.push(request.url()));
    await alone.goto(`file://${join(opened, 'index.html')}`);
    await expect(alone.getByRole('heading', { name: 'Kites', level: 1 })).toBeVisible();
    await expect(alone.getByText('Kites over the harbour wall & <b>no markup</b>.')).toBeVisible();
    await expect(alone.getByRole('cell', { name: 'V.E. 13/13' })).toBeVisible();
    await alone.evaluate(() => document.querySelectorAll('img').forEach((img) => (img.loading = 'eager')));
    await expect
      .poll(() => alone.evaluate(() => [...document.images].filter((img) => img.naturalWidth === 0).length))
      .toBe(0);
    expect(await alone.evaluate(() => document.images.length)).toBeGreaterThan(PRINTS);
    expect(outside).toEqual([]);
    await alone.close();
    const again = await fetch(`${server.url}/api/bundles`, {
      ...{ method: 'POST', headers: { 'Content-Type': 'application/zip', Origin: server.url } },
      body: new Blob([await import('node:fs').then(({ readFileSync }) => readFileSync(path))]),
    });
    expect(again.ok).toBe(true);
    const twin = (await again.json()) as string | { id: string };
    const state = await stateOf(server, typeof twin === 'string' ? twin : twin.id);
    expect(state.plan.record.by).toBe('the print room');
    expect(state.events.filter(({ act }) => act.kind === 'numbered')).toHaveLength(1);
  });
});

test('a colourway: the same cuts in another ink on sheets of its own, told at the press, numbered apart', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'Two skies');
  await edit(server, id, { kind: 'sheets-set', part: { edition: 2, proofsToKeep: 0, testSheets: 0 } });
  await page.goto(`${server.url}/print/${id}/inks`);
  await page.getByRole('button', { name: 'New colourway' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Dusk');
  await page.getByLabel('Name', { exact: true }).press('Enter');
  await page.getByLabel('Edition', { exact: true }).fill('2');
  await page.getByLabel('Edition', { exact: true }).press('Enter');
  await page.getByLabel('Sheets of its own').fill('2');
  await page.getByLabel('Sheets of its own').press('Enter');
  const before = await stateOf(server, id);
  await page
    .getByRole('combobox', { name: /^Instead of/ })
    .last()
    .click();
  await page.getByRole('option', { name: /an ink of its own/ }).click();
  await expect.poll(async () => (await stateOf(server, id)).plan.colourways[0]?.inks.length).toBe(1);
  await expectToBeReadable(page, 'edition');
  const { plan } = await stateOf(server, id);
  expect(plan.colourways[0]).toMatchObject({ name: 'Dusk', edition: 2, sheets: 2 });
  expect(plan.inks).toHaveLength(before.plan.inks.length + 1);
  const [{ inkId, byInkId }] = plan.colourways[0].inks;
  await edit(server, id, { kind: 'ink-set', inkId: byInkId, part: { solidLabD50: [40, 30, -40] } });

  const looks = await Promise.all(
    ['', `&colourway=${plan.colourways[0].id}`].map(async (inks) => {
      const look = await fetch(`${server.url}/api/prints/${id}/files/look-${plan.runs.length}.png?width=64${inks}`);
      return Buffer.from(await look.arrayBuffer()).toString('base64');
    }),
  );
  expect(looks[0]).not.toBe(looks[1]);

  await api(server, 'POST', `/api/prints/${id}/log`, {
    known: '0.0.0',
    events: [
      {
        ...{ id: 'colourway-begun-1', version: 6, at: new Date().toISOString() },
        act: {
          ...{ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 4, tests: 0 },
          colourways: [{ colourwayId: plan.colourways[0].id, sheets: 2 }],
        },
      },
    ],
  });
  for (const run of plan.runs) {
    await logged(server, id, [{ kind: 'cut-done', cutId: run.formes[0].cutId! }]);
    const last = run === plan.runs.at(-1);
    const pulls = (last ? ['1', '2'] : ['1', '2', '3', '4']).map((sheet): BenchAct => ({
      ...{ kind: 'pull', runId: run.id, sheet, faults: [], setAside: false, note: '' },
    }));
    await logged(server, id, pulls);
  }
  await page.goto(`${server.url}/print/${id}/pull`);
  await expect(page.getByText(/Colourway “Dusk”: this sheet takes .*Dusk/)).toBeVisible();
  await page.getByRole('button', { name: /^Good pull/ }).click();
  await expect.poll(async () => (await actsOf(id, 'pull')).length).toBe(4 * plan.runs.length - 1);
  await page.getByRole('button', { name: /^Good pull/ }).click();
  await expect.poll(async () => (await actsOf(id, 'pull')).length).toBe(4 * plan.runs.length);

  const refused = await fetch(`${server.url}/api/prints/${id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json', Origin: server.url },
    body: JSON.stringify({
      known: '0.0.0',
      edit: { kind: 'ink-set', inkId: byInkId, part: { solidLabD50: [60, 0, 0] } },
    }),
  });
  expect(await refused.json()).toMatchObject({ message: expect.stringMatching(/colourway “Dusk” stays/) });

  await page.goto(`${server.url}/print/${id}/numbering`);
  await page.getByRole('button', { name: 'Give these numbers' }).click();
  await expect(page.getByRole('cell', { name: 'Dusk 2/2', exact: true })).toBeVisible();
  await expect(page.getByRole('cell', { name: '2/2', exact: true })).toBeVisible();
  expect(inkId).not.toBe(byInkId);
});
