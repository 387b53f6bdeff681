import { expect, test } from './test';
import {
  dayNowOf,
  inkingsOf,
  looksOfPlan,
  measuredGrowth,
  outOfRegister,
  plainSheet,
  processOf,
  progressOf,
} from '@/derived';
import { wholePrints } from '@/testing/prints';
import { openStore } from '@/store';
import { SAMPLE_NOW as NOW, sampleWorkshopAt } from './sample';
import { TestServer } from './server';

const server = new TestServer();

test.beforeAll(async () => {
  test.setTimeout(240_000); // on a machine that is busy with another lane
  await sampleWorkshopAt(server.data);
  await server.start();
});
test.afterAll(() => server.stop());

test('the sample workshop: five prints, one half way through its third run', async () => {
  const db = openStore(server.data);
  const prints = wholePrints(db);
  db.close();
  expect(prints.map((p) => p.name).sort()).toEqual([
    'Allotment Gate',
    'Ferry Slip, Night Rain',
    'Market Morning, Wet Day',
    'Quinces on a Blue Cloth',
    'Salt Works, Low Sun',
  ]);
  const salt = prints.find((p) => p.name.startsWith('Salt'))!;
  expect([salt.plan.picture!.widthMm, salt.plan.picture!.heightMm, salt.plan.runs.length]).toEqual([240, 180, 5]);
  const progress = progressOf(salt.plan, salt.events);
  expect(progress.runs.map((r) => r.phase)).toEqual(['done', 'done', 'printing', 'planned', 'planned']);
  expect(progress.cutsDone).toBe(3);
  expect(progress.bench.pulls.some((p) => p.faults.length > 0)).toBe(true);
  expect(progress.bench.pulls.some((p) => p.setAside)).toBe(true);
  expect(salt.events.every((e) => Date.parse(e.at) <= NOW)).toBe(true);
  const others = prints.filter((p) => p !== salt);
  expect(others.filter((p) => p.plan.picture && p.events.length === 0).map((p) => p.name)).toEqual(['Allotment Gate']);
  expect(salt.plan.inks.every((ink) => ink.recipe && ink.film)).toBe(true);
});

test('market morning: five blocks in one day, its clock running and its sheets in time', () => {
  const db = openStore(server.data);
  const { plan, events } = wholePrints(db).find((p) => p.name.startsWith('Market'))!;
  db.close();
  expect([plan.blocks.length, plan.runs.length, plan.sheets.edition, plan.way.under]).toEqual([5, 5, 9, 'wet']);
  const progress = progressOf(plan, events);
  expect(progress.runs.map((r) => r.phase)).toEqual(['done', 'done', 'printing', 'cut', 'cut']);
  const day = dayNowOf(plan, plainSheet(plan), progress, NOW)!;
  expect(day.minutesOpen).toBeGreaterThan(60);
  expect(day.sheetsInTime).toBeGreaterThanOrEqual(9);
  expect(looksOfPlan(plan)!.agreement.mean).toBeLessThan(6);
});

test('ferry slip: key first, nine impressions from five boards, two fades, proofed, put right, finished and numbered', () => {
  const db = openStore(server.data);
  const { plan, events } = wholePrints(db).find((p) => p.name.startsWith('Ferry'))!;
  db.close();
  expect([plan.blocks.length, plan.blocks.flatMap(({ sides }) => sides).length, plan.runs.length]).toEqual([5, 6, 9]);
  expect(inkingsOf(plan.runs[0])[0].colourId).toBe(plan.flat!.key!.colourId);
  const inkings = plan.runs.flatMap(inkingsOf);
  expect(inkings.filter(({ fade }) => fade).map(({ fade }) => fade!.by)).toEqual(['brush', 'brush']);
  expect(inkings.every(({ inkId }) => plan.inks.find(({ id }) => id === inkId)!.mediumId === 'pigment and paste')).toBe(
    true,
  );
  const { bench, runs } = progressOf(plan, events);
  expect(runs.every(({ phase }) => phase === 'done')).toBe(true);
  expect(bench.marks.filter(({ mark }) => /^\d+\/30$/.test(mark))).toHaveLength(30);
  expect(bench.proofs).toHaveLength(1);
  expect(bench.kentoMoves).toHaveLength(1);
  expect(measuredGrowth(plan, bench)).toEqual({ acrossPercent: -0.16, downPercent: -0.24 });
  expect(bench.packs.map(({ ended, weighings }) => [ended?.why, weighings.length])).toEqual([['used up', 3]]);
  expect(looksOfPlan(plan)!.agreement.mean).toBeLessThan(8);
});

test('quinces: four blocks whose overprints give seven colours near the wish', () => {
  const db = openStore(server.data);
  const { plan, events } = wholePrints(db).find((p) => p.name.startsWith('Quinces'))!;
  db.close();
  const out = outOfRegister(plan, progressOf(plan, events).bench)!;
  expect(out.mm).toBeGreaterThan(0.5);
  expect(out.run).toBeGreaterThan(1);
  expect([processOf(plan), plan.blocks.length, plan.runs.length]).toEqual(['several blocks', 4, 4]);
  expect(plan.flat!.colours.length).toBe(8);
  const looks = looksOfPlan(plan)!;
  const stacks = looks.stacks.map((stack) => stack.map((e) => e.run).join());
  expect(new Set(stacks).size).toBe(8);
  expect(stacks.filter((stack) => stack.includes(',')).length).toBeGreaterThanOrEqual(3);
  expect(looks.agreement.mean).toBeLessThan(3);
});

test('the shelf shows each as its strip of states, with the next act', async ({ page }) => {
  await page.goto(server.url);
  const salt = page.getByRole('article', { name: 'Salt Works, Low Sun' });
  await expect(salt.getByRole('img')).toHaveCount(5);
  await expect(salt.getByText(/^Print on: \d+ of \d+/)).toBeVisible();
  for (const image of await salt.getByRole('img').all()) {
    await expect.poll(() => image.evaluate((img) => (img as HTMLImageElement).naturalWidth)).toBeGreaterThan(0);
  }
  await expect(
    page.getByRole('article', { name: 'Allotment Gate' }).getByText('Flatten the picture', { exact: true }),
  ).toBeVisible();
  await salt.getByRole('link', { name: /Print on/ }).click();
  await expect(page.getByTestId('next-sheet')).toBeVisible();
});

test('closed runs stay, later ones move, and what is closed says so', async ({ page }) => {
  await page.goto(server.url);
  const href = await page
    .getByRole('article', { name: 'Salt Works, Low Sun' })
    .getByRole('link')
    .first()
    .getAttribute('href');
  await page.goto(server.url + href!.replace(/[^/]+$/, 'runs'));
  await expect(page.getByText('closed', { exact: true })).toHaveCount(3);
  await expect(page.getByRole('button', { name: /^move run/ })).toHaveCount(2);
  const fifth = page.getByRole('region', { name: /^Run 5/ });
  const before = await fifth.getAttribute('aria-label');
  await page.getByRole('button', { name: 'Move run 5 earlier' }).click();
  await expect(page.getByRole('region', { name: before!.replace('Run 5', 'Run 4') })).toBeVisible();
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(page.getByRole('region', { name: before! })).toBeVisible();
  await page.goto(server.url + href!.replace(/[^/]+$/, 'picture'));
  await expect(page.getByText('The block is cut for these shapes, so they are closed.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Crop, turn, size' })).toBeDisabled();
});

test('no view throws, logs an error or asks another host for anything', async ({ page }) => {
  const troubles: string[] = [];
  page.on('pageerror', (error) => troubles.push(String(error)));
  page.on('console', (message) => {
    if (message.type() === 'error') troubles.push(message.text());
  });
  page.on('request', (request) => {
    if (!request.url().startsWith(server.url) && !/^(data|blob):/.test(request.url())) troubles.push(request.url());
  });
  await page.goto(server.url);
  const href = await page
    .getByRole('article', { name: 'Salt Works, Low Sun' })
    .getByRole('link')
    .first()
    .getAttribute('href');
  for (const view of ['picture', 'runs', 'inks', 'block', 'sheets', 'cut', 'pull', 'ledger', 'numbering']) {
    await page.goto(server.url + href!.replace(/[^/]+$/, view));
    await expect(
      page.getByRole('navigation', { name: 'Run line' }).getByRole('img', { name: 'The sheet after run 5' }),
    ).toBeVisible();
    const unnamed = await page.evaluate(() =>
      [...document.querySelectorAll('button, a[href], input:not([type=file]), select, [role=slider]')]
        .filter(
          (e) =>
            e.getAttribute('aria-hidden') !== 'true' &&
            !(
              e.getAttribute('aria-label') ||
              e.getAttribute('aria-labelledby') ||
              e.textContent?.trim() ||
              (e as HTMLInputElement).labels?.length
            ),
        )
        .map((e) => e.outerHTML.slice(0, 120)),
    );
    expect(unnamed, `unnamed controls on ${view}`).toEqual([]);
  }
  expect(troubles).toEqual([]);
});

test('a print that is not there, and a deleted one, are told apart from a fault', async ({ page }) => {
  const response = await page.goto(`${server.url}/print/nothing-here/runs`);
  expect(response!.status()).toBe(404);
  await expect(page.getByRole('heading', { name: 'Not on the shelf' })).toBeVisible();
  await page.getByRole('link', { name: 'To the shelf' }).click();
  await expect(page.getByRole('article').first()).toBeVisible();
});
