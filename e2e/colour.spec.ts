import { readFileSync } from 'node:fs';
import { expect, test, type Page } from './test';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { type StoredInk } from '@/model';
import { inkingsOf, looksOfPlan, progressOf, processOf } from '@/derived';
import { api, flattenedPrint, stateOf } from './prints';
import { TestServer } from './server';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

const inks = () => api<StoredInk[]>(server, 'GET', '/api/cabinet');
const inkNamed = async (name: string) => (await inks()).find((ink) => ink.name === name);

async function openInks(page: Page, id: string): Promise<void> {
  await page.goto(`${server.url}/print/${id}/inks`);
}

async function openCabinet(page: Page, id: string): Promise<void> {
  await openInks(page, id);
  await page.getByRole('button', { name: 'the cabinet' }).click();
  await expect(page.getByRole('table', { name: 'Inks of the workshop' })).toBeVisible();
}

test('the cabinet: starter inks, an ink changed, a wrong value refused in words, taken out and put back', async ({
  page,
}) => {
  const id = await api<string>(server, 'POST', '/api/prints', { name: 'cabinet' });
  await openInks(page, id);
  await expect(page.getByText('No run needs an ink yet')).toBeVisible();
  await openCabinet(page, id);
  expect((await inks()).length).toBeGreaterThanOrEqual(18);
  await page.getByRole('button', { name: 'yellow ochre' }).click();
  await page.getByLabel('Stock, g').fill('a lot');
  await page.getByLabel('Stock, g').press('Enter');
  await expect(page.getByText(/“a lot” is not a number/)).toBeVisible();
  await page.getByLabel('Stock, g').fill('12,5');
  await page.getByLabel('Stock, g').press('Enter');
  await expect.poll(async () => (await inkNamed('yellow ochre'))!.stockG).toBe(12.5);
  await expect(page.getByText('13 g, low')).toBeVisible();
  await page.getByRole('textbox', { name: 'Name' }).fill('orange');
  await page.getByRole('textbox', { name: 'Name' }).press('Enter');
  await expect(page.getByText(/There is another ink named “orange”/)).toBeVisible();
  expect(await inkNamed('yellow ochre')).toBeDefined();

  await page.getByRole('button', { name: 'Take this ink out of the cabinet' }).click();
  await expect.poll(() => inkNamed('yellow ochre')).toBeUndefined();
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect.poll(async () => (await inkNamed('yellow ochre'))?.stockG).toBe(12.5);
});

test('a drawdown read with the reader makes the ink known by two readings, and the card shows prediction beside reading', async ({
  page,
}) => {
  const id = await api<string>(server, 'POST', '/api/prints', { name: 'drawdown' });
  await openCabinet(page, id);
  await page.getByRole('button', { name: 'red oxide' }).click();
  await page.getByRole('button', { name: 'Read a card with the reader' }).click();
  await expect(page.getByText(/reading full film over paper, 3 of 5/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep this drawdown' }).click();
  await expect.poll(async () => (await inkNamed('red oxide'))!.drawdowns.length).toBe(1);
  const [card] = (await inkNamed('red oxide'))!.drawdowns;
  expect(card.source).toBe('reader');
  expect(card.overBlack!.spectrum).toHaveLength(36);
  expect(card.overPaper.labD50[0]).toBeGreaterThan(card.overBlack!.labD50[0] - 1);
  await expect(page.getByRole('row', { name: /red oxide/ }).getByText('two readings')).toBeVisible();
  const full = page.getByRole('img', { name: /^full over paper: predicted and read/ });
  await expect(full).toBeVisible();
  expect(Number(/ΔE ([\d.]+)/.exec((await full.getAttribute('aria-label'))!)![1])).toBeLessThan(2);
  await expect(page.getByText(/\(two readings\)/).first()).toBeVisible();
});

test('inks go out and come in again as CSV, GPL and CGATS; what is no table of inks is refused and changes nothing', async ({
  page,
}) => {
  const id = await api<string>(server, 'POST', '/api/prints', { name: 'files' });
  await openCabinet(page, id);
  const before = (await inks()).length;
  const csv = await (await fetch(`${server.url}/api/cabinet/files/inks.csv`)).text();
  expect(csv).toContain('ultramarine');
  expect(await (await fetch(`${server.url}/api/cabinet/files/inks.gpl`)).text()).toMatch(
    /^GIMP Palette\nName: Ink cabinet/,
  );
  expect(await (await fetch(`${server.url}/api/cabinet/files/inks.cgats.txt`)).text()).toContain('BEGIN_DATA_FORMAT');
  const bring = (name: string, text: string) =>
    page
      .getByLabel('File of inks: CSV, GPL palette or CGATS')
      .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  await bring('bad.csv', 'name,L*,a*,b*\nmoss,300,0,0\n');
  await expect(page.getByText(/Row 2 \(“moss”\)/)).toBeVisible();
  expect((await inks()).length).toBe(before);
  await bring('two.csv', 'name;L*;a*;b*;opacity\nmoss;45;-20;30;0,6\nultramarine;30;20;-60;half\n');
  await expect(page.getByText('2 inks put into the cabinet from two.csv.')).toBeVisible();
  expect((await inks()).slice(-2).map((ink) => [ink.name, ink.opacity])).toEqual([
    ['moss', 0.6],
    ['ultramarine (2)', 'half'],
  ]);
  await bring('pal.gpl', 'GIMP Palette\nName: two\n#\n200 120  40\tclay\n');
  await expect.poll(async () => (await inkNamed('clay'))?.colour.labD50[0]).toBeGreaterThan(50);
});

test('a recipe: found, taken, changed by hand with the colour answering, on the lid label, undone', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'recipes');
  await openInks(page, id);
  const inkOne = async () => {
    const { plan } = await stateOf(server, id);
    return plan.inks.find((ink) => ink.id === inkingsOf(plan.runs[0])[0].inkId)!;
  };
  await page.getByRole('button', { name: /^Run 1,/ }).click();
  await page.getByRole('button', { name: 'Take this recipe' }).click();
  await expect.poll(async () => (await inkOne()).recipe?.parts.length).toBeGreaterThan(0);
  const taken = await inkOne();
  expect(taken.recipe!.parts.reduce((sum, p) => sum + p.share, 0)).toBeCloseTo(1, 3);
  expect(taken.film!.kh).toHaveLength(36);
  await expect(page.getByText('as found')).toBeVisible();

  const verdict = page.getByText(/seen, wanted: ΔE/);
  const first = await verdict.textContent();
  const percent = page.getByLabel(`${taken.recipe!.parts[0].name}, percent`);
  await percent.fill('5');
  await percent.press('Enter');
  await expect
    .poll(async () => (await inkOne()).recipe!.parts.find((p) => p.name === taken.recipe!.parts[0].name)!.share)
    .toBeCloseTo(0.05, 3);
  await expect(verdict).not.toHaveText(first!);
  await percent.fill('lots');
  await percent.press('Enter');
  await expect(page.getByText(/“lots” is not a number/)).toBeVisible();

  const download = page.waitForEvent('download');
  await page
    .getByRole('button', { name: 'Lid label, PDF' })
    .or(page.getByRole('link', { name: 'Lid label, PDF' }))
    .click();
  const pdf = await getDocument({ data: new Uint8Array(readFileSync(await (await download).path())) }).promise;
  const words = (await (await pdf.getPage(1)).getTextContent()).items
    .map((item) => ('str' in item ? item.str : ''))
    .join(' ');
  expect(words).toContain('recipes');
  expect(words).toContain('run 1');
  for (const part of (await inkOne()).recipe!.parts) expect(words).toContain(part.name);

  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(async () => (await inkOne()).recipe).toEqual(taken.recipe);
});

test('proposals: weighed in a worker, one taken, undone; ways of working compared on this picture', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'proposals');
  await page.goto(`${server.url}/print/${id}/runs`);
  const plan = async () => (await stateOf(server, id)).plan;
  const before = await plan();
  await expect(page.getByText(/\d+ plans were weighed, every order of each/)).toBeVisible();
  await page
    .getByRole('button', { name: /^Take: / })
    .first()
    .click();
  await expect.poll(async () => JSON.stringify((await plan()).blocks)).not.toBe(JSON.stringify(before.blocks));
  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(plan).toEqual(before);

  await page.getByRole('button', { name: 'Compare ways of working' }).click();
  const table = page.getByRole('dialog').getByRole('table');
  await expect(table.getByRole('rowheader')).toHaveText([
    /^Reduction, light to dark/,
    /^Reduction, dark to light/,
    /^A block for each colour/,
    /^Overlaps that save blocks/,
    /^All in one day/,
    /^One block now/,
    /^Key drawing and colours, rolled/,
    /damp and brushed/,
    /^Jigsaw block/,
    /^With a line of type/,
  ]);
  // hours of cutting come from the map itself
  await expect(page.getByText('hours of cutting …')).toHaveCount(0, { timeout: 30_000 });
  await page.getByRole('combobox', { name: 'In the order of' }).click();
  await page.getByRole('option', { name: 'days' }).click();
  await expect(table.getByRole('rowheader').first()).toHaveText(/^All in one day/);
  await page.getByRole('checkbox', { name: 'Beside each other: All in one day' }).check();
  await page.getByRole('checkbox', { name: 'Beside each other: Reduction, dark to light' }).check();
  await expect(page.getByRole('region', { name: 'Two ways beside each other' }).getByRole('img')).toHaveCount(2);
  await table.getByRole('button', { name: 'Take: A block for each colour', exact: true }).click();
  await expect.poll(async () => processOf(await plan())).toBe('several blocks');
  const direct = await plan();
  expect(direct.blocks.length).toBe(before.runs.length);
  expect(direct.way.chosen).toBe('block each');
  expect(looksOfPlan(direct)!.stacks.every((stack) => stack.length <= 1)).toBe(true);
  await expect(page.getByText('prints from').first()).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect.poll(plan).toEqual(before);
});

test('what if: a run’s ink is turned with the keyboard, the sheet follows, and it can be undone', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'what if');
  await page.goto(`${server.url}/print/${id}/runs`);
  const plan = async () => (await stateOf(server, id)).plan;
  const before = await plan();
  await page.getByRole('button', { name: 'Run 2', exact: true }).click();
  await page.getByRole('tab', { name: 'Ink of run 2' }).click();
  const look = () =>
    page
      .getByRole('img', { name: 'The sheet after run 2' })
      .first()
      .evaluate((c) => (c as HTMLCanvasElement).toDataURL());
  const first = await look();
  const slider = page.getByRole('slider', { name: 'lightness' });
  await slider.focus();
  for (let i = 0; i < 12; i++) await page.keyboard.press('ArrowDown');
  await expect.poll(look).not.toBe(first);
  await expect
    .poll(async () => (await plan()).inks[1].solidLabD50[0])
    .toBeCloseTo(before.inks[1].solidLabD50[0] - 6, 0);
  await page.getByRole('slider', { name: 'film weight' }).press('Home');
  await expect.poll(async () => inkingsOf((await plan()).runs[1])[0].filmWeight).toBe(0.2);
  for (let i = 0; i < 13 && JSON.stringify(await plan()) !== JSON.stringify(before); i++) {
    const { now } = await stateOf(server, id);
    await page.getByRole('button', { name: 'undo' }).click();
    await expect.poll(async () => (await stateOf(server, id)).now.plan).toBeGreaterThan(now.plan);
  }
  expect(await plan()).toEqual(before);
  await expect.poll(look).toBe(first);
});

test('the core sample: reached by keyboard, pinned beside another, in words', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'core');
  await page.goto(`${server.url}/print/${id}/runs`);
  const { plan } = await stateOf(server, id);
  const sample = page.getByRole('region', { name: 'Core sample' });
  const choose = async (name: string) => {
    await sample.getByRole('combobox', { name: 'At', exact: true }).focus();
    await page.keyboard.press('Enter');
    await page.getByRole('option', { name }).press('Enter');
  };
  const last = plan.flat!.colours.find((c) => c.id === plan.runs.at(-1)!.formes[0].inkings[0].colourId)!;
  await choose(last.name);
  await expect(sample.getByText(/seen, wanted: ΔE [\d.]+, (not seen|slight|clear|wrong)/)).toBeVisible();
  await expect(sample.getByRole('listitem')).toHaveCount(plan.runs.length + 1);
  await sample.getByRole('button', { name: 'pin, to compare' }).click();
  const bare = plan.flat!.colours.find((c) => c.id === plan.flat!.barePaperId)!;
  await choose(bare.name);
  await expect(sample.getByText(`pinned: ${last.name}`)).toBeVisible();
  await expect(sample.getByRole('listitem')).toHaveCount(plan.runs.length + 2);
});

test('the colour really got: read, the looks follow, and the runs after it are mixed anew', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'got');
  const { plan } = await stateOf(server, id);
  let serial = 0;
  const log = (act: object) =>
    api(server, 'POST', `/api/prints/${id}/log`, {
      known: '0.0.0',
      events: [{ id: `colour-${String(++serial).padStart(4, '0')}`, at: new Date().toISOString(), act }],
    });
  const first = plan.runs[0];
  const reading = {
    kind: 'colour-got',
    runId: first.id,
    colourId: first.formes[0].inkings[0].colourId,
    labD50: [60, 30, 30],
    source: 'typed',
  };
  await expect(log(reading)).rejects.toThrow(/Nothing has been pulled in run 1/);
  await log({ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 1, tests: 0 });
  await log({ kind: 'cut-done', cutId: first.formes[0].cutId });
  await log({ kind: 'pull', runId: first.id, sheet: '1', faults: [], setAside: false, note: '' });

  await openInks(page, id);
  await page.getByRole('button', { name: /^Run 1,/ }).click();
  await page.getByRole('button', { name: 'Read with the reader' }).click();
  await expect(page.getByText(/read with the reader: L\*/)).toBeVisible();
  const typed = page.getByRole('group', { name: 'The colour got, typed in' });
  await typed.getByLabel('L*').fill('140');
  await typed.getByLabel('L*').press('Enter');
  await expect(page.getByText('140 is out of range for L*; it may be 0 to 100.')).toBeVisible();
  await typed.getByLabel('L*').fill('66');
  await typed.getByLabel('L*').press('Enter');
  await page.getByRole('button', { name: 'Put down' }).click();
  await expect(page.getByText(/read and typed in: L\* 66.0/)).toBeVisible();
  const state = await stateOf(server, id);
  const got = progressOf(state.plan, state.events).bench.coloursGot;
  const label = plan.flat!.colours.findIndex((c) => c.id === first.formes[0].inkings[0].colourId);
  expect(looksOfPlan(state.plan, got)!.looks[1][label][0]).toBeCloseTo(66, 0);

  await page.getByRole('button', { name: /^Mix the/ }).click();
  await expect(page.getByRole('columnheader', { name: 'mixed anew' })).toBeVisible();
  await page.getByRole('button', { name: 'Take the new recipes' }).click();
  await expect
    .poll(async () => (await stateOf(server, id)).plan.inks.filter((ink) => ink.recipe).length)
    .toBe(plan.runs.length - 1);
});

test('a search can be stopped and begun again, and rules that are set bind it', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'rules');
  await page.goto(`${server.url}/print/${id}/runs`);
  await expect(page.getByText(/plans were weighed/)).toBeVisible();
  await page.getByLabel('Direction').click();
  await page.getByRole('option', { name: 'dark to light' }).click();
  await expect.poll(async () => (await stateOf(server, id)).plan.rules.direction).toBe('dark to light');
  const stop = page.getByRole('button', { name: 'stop', exact: true });
  await stop.click({ timeout: 3000 }).catch(() => undefined); // a quick machine may be done before the hand is there
  const again = page.getByRole('button', { name: 'Search again' });
  if (await again.isVisible()) await again.click();
  await expect(page.getByText(/plans were weighed/)).toBeVisible();

  await page.getByLabel('Roller clearance').fill('a finger');
  await page.getByLabel('Roller clearance').press('Enter');
  await expect(page.getByText(/“a finger”/)).toBeVisible();
  await page.getByLabel('Roller clearance').fill('1 1/4 in');
  await page.getByLabel('Roller clearance').press('Enter');
  await expect.poll(async () => (await stateOf(server, id)).plan.rules.rollerClearanceMm).toBeCloseTo(31.75, 2);
  await page.getByRole('button', { name: 'Run 1', exact: true }).click();
  await page.getByRole('tab', { name: 'Ink of run 1' }).click();
  await page.getByLabel('keep this run at its place in the search').check();
  const { plan } = await stateOf(server, id);
  await expect
    .poll(async () => (await stateOf(server, id)).plan.rules.pinnedIds)
    .toEqual([inkingsOf(plan.runs[0])[0].colourId]);
});

test('several blocks on the bench: cut in any order, no gate between runs, pulled in their order', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'blocks');
  await page.goto(`${server.url}/print/${id}/runs`);
  await page.getByRole('button', { name: 'Compare ways of working' }).click();
  await page.getByRole('button', { name: 'Take: A block for each colour', exact: true }).click();
  await expect.poll(async () => processOf((await stateOf(server, id)).plan)).toBe('several blocks');
  await expect(page.getByRole('img', { name: /^Gate/ })).toHaveCount(0);
  await page.goto(`${server.url}/print/${id}/block`);
  await expect(page.getByRole('heading', { name: 'Block 1 before run 1' })).toBeVisible();
  await expect(page.getByText('recut a block, and it can be printed again')).toBeVisible();
  await page.goto(`${server.url}/print/${id}/cut`);
  await expect(
    page.getByRole('heading', { name: 'Cut away what does not print from block 1, before run 1' }),
  ).toBeVisible();
  const { plan } = await stateOf(server, id);
  let serial = 0;
  const log = (act: object) =>
    api(server, 'POST', `/api/prints/${id}/log`, {
      known: '0.0.0',
      events: [{ id: `several-${String(++serial).padStart(4, '0')}`, at: new Date().toISOString(), act }],
    });
  await log({ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 2, tests: 0 });
  for (const run of [...plan.runs].reverse()) await log({ kind: 'cut-done', cutId: inkingsOf(run)[0].cutId });
  await expect(
    log({ kind: 'pull', runId: plan.runs[1].id, sheet: '1', faults: [], setAside: false, note: '' }),
  ).rejects.toThrow(/Run 1 comes first/);
  await page.goto(`${server.url}/print/${id}/pull`);
  await expect(page.getByTestId('next-sheet')).toBeVisible();
});

test('the cabinet is not there: it says so, and is opened on asking again', async ({ page }) => {
  const id = await api<string>(server, 'POST', '/api/prints', { name: 'away' });
  await page.route('**/api/cabinet', (route) => route.abort());
  await openInks(page, id);
  await page.getByRole('button', { name: 'the cabinet' }).click();
  await expect(page.getByText(/The cabinet could not be opened/)).toBeVisible();
  await page.unroute('**/api/cabinet');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('table', { name: 'Inks of the workshop' })).toBeVisible();
});
