import { randomUUID } from 'node:crypto';
import { marksOf, inkingsOf, printedIds } from '@/derived';
import { readPdf } from './files';
import { edit, flattenedPrint, stateOf } from './prints';
import { TestServer } from './server';
import { expect, test, type Page } from './test';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

const planOf = async (id: string) => (await stateOf(server, id)).plan;
const marks = async (id: string) => marksOf(await planOf(id)).map((run) => run.map(({ kind }) => kind));

/** Opens the weave, and puts the focus into it by keys alone. */
async function openWeave(page: Page, id: string): Promise<void> {
  await page.goto(`${server.url}/print/${id}/runs`);
  const tab = page.getByRole('tab', { name: 'Progress sheet' });
  await tab.focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('grid', { name: 'Colours of the picture across the runs' })).toBeVisible();
}

/** Presses Tab until something in the grid has the focus. */
async function tabToGrid(page: Page): Promise<void> {
  for (let n = 0; n < 12; n++) {
    await page.keyboard.press('Tab');
    if (await page.evaluate(() => Boolean(document.activeElement?.closest('[role="grid"]')))) return;
  }
  throw new Error('the weave is not reached by Tab');
}
const focused = (page: Page) =>
  page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.textContent ?? '');

test('a composition by keyboard alone: given, uninked, masked, wiped, cut away, joined, printed again; every touch is priced', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'weave');
  await openWeave(page, id);
  await tabToGrid(page);
  const before = await marks(id);
  const { flat, runs } = await planOf(id);
  expect(runs.length).toBeGreaterThanOrEqual(3);
  const price = page.getByRole('row', { name: /^films at the deepest/ });
  await expect(price).toContainText('·');

  // to the first run, and down to the last colour, which all runs print
  await page.keyboard.press('Home');
  for (let i = 0; i < flat!.colours.length; i++) await page.keyboard.press('ArrowDown');
  const last = flat!.colours.length - 1;
  await expect.poll(() => focused(page)).toMatch(new RegExp(`^${flat!.colours[last].name}, run 1: `));
  expect(before[0][last]).toBe('covered');

  await page.keyboard.press('n');
  await expect.poll(async () => (await marks(id))[0][last]).toBe('not inked');
  await expect(price).toContainText('−1');
  await page.keyboard.press('m');
  await expect.poll(async () => (await marks(id))[0][last]).toBe('mask');
  await page.keyboard.press('w');
  await expect.poll(async () => (await marks(id))[0][last]).toBe('wipe');
  await expect.poll(() => focused(page)).toMatch(/wiped off$/);
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await marks(id))[0][last]).toBe('covered');

  // cut away before run 2 it stands in no later run either
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press(' ');
  await expect.poll(async () => (await marks(id)).slice(1).every((run) => run[last] === 'cleared')).toBe(true);
  await expect(page.getByText(/prints nothing/)).toBeVisible();
  await page.keyboard.press('ControlOrMeta+z');
  await expect.poll(() => marks(id)).toEqual(before);

  // the head of run 2: joined with the next, then printed again
  for (let i = 0; i <= last; i++) await page.keyboard.press('ArrowUp');
  await expect.poll(() => focused(page)).toMatch(/^Run 2/);
  await page.keyboard.press('j');
  await expect.poll(async () => (await planOf(id)).runs.length).toBe(runs.length - 1);
  const joined = await planOf(id);
  expect(inkingsOf(joined.runs[1]).length).toBe(2);
  await page.keyboard.press('a');
  await expect.poll(async () => (await planOf(id)).runs.length).toBe(runs.length);
});

test('what is printed says why it stays, and what is still open; another block is invented after it', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'printed weave');
  const { plan } = await stateOf(server, id);
  const logged = await page.request.post(`${server.url}/api/prints/${id}/log`, {
    headers: { Origin: server.url },
    data: {
      known: '0.0.0',
      events: [
        { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 1, tests: 0 },
        { kind: 'cut-done', cutId: plan.runs[0].formes[0].cutId },
        { kind: 'pull', runId: plan.runs[0].id, sheet: '1', faults: [], setAside: false, note: '' },
      ].map((act, n) => ({ id: randomUUID(), at: `2026-11-26T10:0${n}:00.000Z`, version: 2, act })),
    },
  });
  expect(logged.ok()).toBe(true);
  await openWeave(page, id);
  const name = plan.flat!.colours[2].name;
  await page.getByRole('gridcell', { name: new RegExp(`^${name}, run 1:`) }).click();
  const acts = page.getByRole('region', { name: `${name} in run 1` });
  await expect(acts.getByRole('button', { name: 'Cut it away' })).toBeDisabled();
  await expect(acts.getByText(/Not as it stands: .*What is still open/)).toBeVisible();
  await page.getByRole('button', { name: `One more run, from a block of its own, for ${name}` }).click();
  await expect.poll(async () => (await planOf(id)).blocks.length).toBe(2);
  const after = await planOf(id);
  expect(after.runs.slice(0, -1)).toEqual(plan.runs);
  expect(printedIds(after, inkingsOf(after.runs.at(-1)!)[0])).toEqual([plan.flat!.colours[2].id]);
});

test('the rest is solved around what is kept, and a proposal is a weave to begin from', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'solved weave');
  const { plan } = await stateOf(server, id);
  // a spoilt plan: the dark colour kept from its own run
  const last = plan.runs.at(-1)!;
  await edit(server, id, { kind: 'runs-ordered', runIds: [last.id, ...plan.runs.slice(0, -1).map((run) => run.id)] });
  await openWeave(page, id);
  const rest = page.getByRole('region', { name: 'The best, keeping what is fixed' });
  await rest.getByRole('button', { name: 'Solve the rest' }).click();
  await expect(rest.getByText(/Mean ΔE [\d.]+ instead of [\d.]+/)).toBeVisible();
  await rest.getByRole('button', { name: 'Take it' }).click();
  const better = page.getByRole('row', { name: /^mean ΔE/ });
  await expect(better).toContainText('−');
  const begin = page.getByRole('region', { name: 'Begin from' });
  await begin
    .getByRole('button', { name: /^begin from it: / })
    .first()
    .click();
  await expect.poll(async () => (await stateOf(server, id)).undoLabel).toBe('sketch-taken');
  // its reason is kept with it, on the run line and in the history of the print
  const why = page.getByRole('region', { name: 'Why it was done' });
  await why.getByLabel(/^Why \(“plan taken”\)/).fill('the dark came first');
  await why.getByRole('button', { name: 'Keep it' }).click();
  await expect(why.getByRole('listitem')).toContainText(/the dark came first.*plan taken/);
  await expect(page.getByTestId('run-cell').filter({ hasText: 'decided: the dark came first' })).toHaveCount(1);
  expect((await planOf(id)).decisions.map((one) => one.why)).toEqual(['the dark came first']);
});

test('a block invented after run 2 of a reduction: drawn by hand, printed last, and the sheets numbered', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'invented');
  const { plan } = await stateOf(server, id);
  let minute = 0;
  const log = async (...acts: object[]) => {
    const events = acts.map((act) => ({
      id: randomUUID(),
      at: `2026-11-20T10:${String(minute++).padStart(2, '0')}:00.000Z`,
      version: 2,
      act,
    }));
    const answer = await page.request.post(`${server.url}/api/prints/${id}/log`, {
      headers: { Origin: server.url },
      data: { known: '0.0.0', events },
    });
    expect(await answer.text()).not.toContain('"message"');
  };
  const cut = (run: number) => ({ kind: 'cut-done', cutId: plan.runs[run].formes[0].cutId });
  const pulls = (runId: string) =>
    ['1', '2'].map((sheet) => ({ kind: 'pull', runId, sheet, faults: [], setAside: false, note: '' }));
  await log({ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 2, tests: 0 });
  for (const run of [0, 1]) await log(cut(run), ...pulls(plan.runs[run].id));

  // drawn on the block of run 2, which is closed: an island gathered
  await page.goto(`${server.url}/print/${id}/block`);
  await page.getByTestId('run-cell').nth(2).click();
  await page.getByRole('tab', { name: 'Masks' }).click();
  await page.getByTestId('sheet').click({ position: { x: 300, y: 200 } });
  await page.getByRole('button', { name: /^Gather: / }).click();
  await page.getByRole('button', { name: 'Make one more block of it' }).click();
  await expect.poll(async () => (await planOf(id)).runs.length).toBe(plan.runs.length + 1);
  const after = await planOf(id);
  expect(after.runs.slice(0, -1)).toEqual(plan.runs);
  const drawn = after.blocks.at(-1)!.sides[0].cuts[0];
  expect(drawn.within!.anchors.length).toBe(1);

  // what still stands, to draw on: the block that is cut, and the new one that is not
  const traced = await page.request.get(`${server.url}/api/prints/${id}/files/tracing-block.pdf`);
  const pages = await readPdf(await traced.body());
  const heads = pages.flatMap(({ text }) => /as it stands now|not cut yet/.exec(text)?.[0] ?? []);
  expect(heads).toEqual(['as it stands now', 'not cut yet']);
  expect(pages.every(({ text }) => text.includes('MIRRORED, as the block'))).toBe(true);

  // the rest of the reduction, then the new block
  await log(cut(2), ...pulls(plan.runs[2].id));
  await log({ kind: 'cut-done', cutId: drawn.id }, ...pulls(after.runs.at(-1)!.id));
  await page.goto(`${server.url}/print/${id}/numbering`);
  await page.getByRole('button', { name: 'Give these numbers' }).click();
  await expect(page.getByText(/on record since/)).toBeVisible();
});
