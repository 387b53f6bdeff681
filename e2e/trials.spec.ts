import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { inkingsOf, progressOf, runsOfCut } from '@/derived';
import type { BenchAct, Plan } from '@/model';
import { api, edit, flattenedPrint, stateOf } from './prints';
import { TestServer } from './server';
import { expect, test, type Page } from './test';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

const planOf = async (id: string) => (await stateOf(server, id)).plan;
const progress = async (id: string) => {
  const { plan, events } = await stateOf(server, id);
  return progressOf(plan, events);
};
const pullsOf = async (id: string) => (await progress(id)).bench.rounds.flatMap((round) => round.pulls);
const log = (id: string, ...acts: readonly BenchAct[]) =>
  api(server, 'POST', `/api/prints/${id}/log`, {
    known: '0.0.0',
    events: acts.map((act) => ({ id: randomUUID(), at: new Date().toISOString(), version: 3, act })),
  });
const cutFor = (plan: Plan, run: number): BenchAct => ({
  kind: 'cut-done',
  cutId: plan.runs[run].formes[0].cutId!,
});
const choose = async (page: Page, label: string, option: RegExp | string) => {
  await page.getByLabel(label, { exact: true }).click();
  await page.getByRole('option', { name: option }).click();
};

test('a proof round in odd order: laid dark first, wet and twice, read, photographed, and one trial taken into the plan', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'trials');
  const first = await planOf(id);
  const night = first.flat!.colours.at(-1)!.id;
  await edit(server, id, {
    ...{ kind: 'block-split', blockId: first.blocks[0].id, colourIds: [night], as: 'key', name: 'Key' },
  });
  const plan = await planOf(id);
  const dark = plan.runs.findIndex((run) => inkingsOf(run).some(({ colourId }) => colourId === night));
  expect(runsOfCut(plan, plan.runs[dark].formes[0].cutId!)).toEqual([dark]);
  await log(id, cutFor(plan, 0), cutFor(plan, dark));

  await page.goto(`${server.url}/print/${id}/proof`);
  await page.getByRole('tab', { name: 'Trials' }).click();
  await page.getByLabel('Name of the round').fill('Straw, ever paler');
  await choose(page, 'Purpose', 'colour trial');
  await page.getByLabel('Sheets', { exact: true }).fill('3');
  await page.getByLabel('Sheets', { exact: true }).press('Enter');
  await page.getByLabel('one mix with ever more extender').check();
  await expect(page.getByText(/Sheet by sheet: 0 %, 30 %, 60 %/)).toBeVisible();
  await page.getByRole('button', { name: 'Begin a round of proofs' }).click();
  await expect(page.getByLabel('Round', { exact: true })).toContainText('Straw, ever paler: colour trial');

  await page.getByRole('button', { name: /^Sheet 2:/ }).click();
  const lay = page.getByRole('region', { name: 'Lay on sheet 2' });
  await expect(lay.getByLabel('Extender, %')).toHaveValue('30');
  // the darkest first, as planned
  await choose(page, 'Run', new RegExp(`^${dark + 1} `));
  await expect(lay.getByLabel('Extender, %')).toHaveValue('0');
  await lay.getByRole('button', { name: 'Pulled' }).click();
  await expect.poll(async () => (await pullsOf(id)).length).toBe(1);
  // then the first colour over it while it is open: paler by the row, lighter by hand, printed twice
  await expect(lay.getByLabel('Extender, %')).toHaveValue('30');
  await lay.getByLabel('Film weight').fill('0.8');
  await lay.getByLabel('Film weight').press('Enter');
  await choose(page, 'Passes', 'twice');
  await choose(page, 'Laid', 'on film still open');
  await lay.getByLabel('Note').fill('rolled thin');
  await lay.getByRole('button', { name: 'Pulled' }).click();
  await expect.poll(async () => (await pullsOf(id)).length).toBe(2);
  const [, over] = await pullsOf(id);
  expect(over).toMatchObject({ sheet: '2', runId: plan.runs[0].id, note: 'rolled thin' });
  expect(over.laid).toMatchObject({ wet: true, passes: 2, inkings: [{ extenderPercent: 30, filmWeight: 0.8 }] });
  const card = page.getByRole('button', { name: /^Sheet 2:/ });
  await expect(card).toHaveAccessibleName(/as planned; 1 .*: 30 % extender · film × 0.8 · twice · wet/);

  // what it really gave: typed, and photographed
  const gave = page.getByRole('region', { name: 'What it really gave' });
  await gave.getByLabel('L*', { exact: true }).fill('71');
  await gave.getByLabel('L*', { exact: true }).press('Enter');
  await gave.getByRole('button', { name: 'Put it down' }).click();
  await expect(page.getByRole('table', { name: 'Colours of the sheet' })).toContainText(
    /ΔE [\d.]+ from the prediction/,
  );
  const photograph = await sharp({ create: { width: 2400, height: 1800, channels: 3, background: '#c7b27a' } })
    .jpeg()
    .toBuffer();
  await gave
    .getByLabel('Photograph', { exact: true })
    .setInputFiles({ name: 'sheet 2.jpg', mimeType: 'image/jpeg', buffer: photograph });
  await expect(page.getByRole('img', { name: 'Sheet 2, photographed' })).toBeVisible();
  const kept = (await progress(id)).bench.photographs;
  expect(kept).toMatchObject([{ sheet: '2', roundId: 'proofs-1' }]);
  const small = await sharp(
    await (await page.request.get(`${server.url}/api/blobs/${kept[0].pictureSha}`)).body(),
  ).metadata();
  expect([small.width, small.format]).toEqual([1600, 'png']);

  const take = page.getByRole('region', { name: 'Take this one' });
  await expect(take).toContainText('30 % extender · film × 0.8 · twice');
  await expect(take).toContainText('the order');
  await expect(take).toContainText('It was laid on films still open');
  await take.getByRole('button', { name: 'Take this one into the plan' }).click();
  await expect.poll(async () => (await planOf(id)).runs.findIndex((run) => run.id === plan.runs[dark].id)).toBe(0);
  const taken = await planOf(id);
  const straw = taken.runs.find((run) => run.id === plan.runs[0].id)!;
  expect([straw.impressions, inkingsOf(straw)[0].filmWeight]).toEqual([2, 0.8]);
  expect(taken.inks.find((ink) => ink.id === inkingsOf(straw)[0].inkId)!.film).not.toBeNull();
  await expect(page.getByText('Undo takes that back')).toBeVisible();
  expect((await progress(id)).closedRuns).toBe(0);
});

test('a file that is no photograph is refused in words, and nothing is logged', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'no photograph');
  const plan = await planOf(id);
  await log(
    id,
    cutFor(plan, 0),
    { kind: 'round-begun', roundId: 'proofs-1', round: 'proof', paper: null, counted: 1, tests: 0 },
    { kind: 'pull', roundId: 'proofs-1', runId: plan.runs[0].id, sheet: '1', faults: [], setAside: false, note: '' },
  );
  await page.goto(`${server.url}/print/${id}/proof#trials`);
  const gave = page.getByRole('region', { name: 'What it really gave' });
  await gave
    .getByLabel('Photograph', { exact: true })
    .setInputFiles({ name: 'sheet.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture at all') });
  await expect(page.getByText(/“sheet.jpg” is not a picture/)).toBeVisible();
  expect((await progress(id)).bench.photographs).toEqual([]);
});

test('a progressive set: planned, told at Pull, kept by a key, out of the later runs, and marked', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'progressive');
  await page.goto(`${server.url}/print/${id}/sheets`);
  const answer = page.getByText(/^Start \d+ sheets/);
  const before = Number(/\d+/.exec(await answer.innerText())![0]);
  await page.getByLabel('Progressive sets').fill('1');
  await page.getByLabel('Progressive sets').press('Enter');
  await expect(answer).toContainText('and a progressive set');
  const plan = await planOf(id);
  const runs = plan.runs.length;
  expect(Number(/\d+/.exec(await answer.innerText())![0])).toBeGreaterThanOrEqual(before + runs - 1);

  await log(id, cutFor(plan, 0), {
    ...{ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: runs + 2, tests: 0 },
  });
  await page.goto(`${server.url}/print/${id}/pull`);
  await expect(page.getByTestId('next-sheet')).toHaveText('1');
  for (let sheet = 1; sheet <= 2; sheet++) {
    await page.keyboard.press('Space');
    await expect(page.getByTestId('next-sheet')).toHaveText(String(sheet + 1));
  }
  const keep = page.getByRole('region', { name: 'Progressive set' });
  await expect(keep).toContainText('Run 1: keep this one now');
  await expect(keep.getByRole('combobox', { name: 'The sheet to keep' })).toHaveText('sheet 2');
  await page.keyboard.press('k');
  await expect.poll(async () => (await progress(id)).bench.kept.map(({ sheet }) => sheet)).toEqual(['2']);
  await expect(page.getByText('Sheet 2 is kept after run 1')).toBeVisible();
  await page.getByRole('button', { name: 'Take it back into the edition' }).click();
  await expect(keep).toBeVisible();
  await keep.getByRole('combobox', { name: 'The sheet to keep' }).click();
  await page.getByRole('option', { name: /\b1$/ }).click();
  await keep.getByRole('button', { name: /Keep it/ }).click();
  await expect.poll(async () => (await progress(id)).bench.kept.map(({ sheet }) => sheet)).toEqual(['1']);

  // the later runs, each keeping its first sheet; the kept ones wait for none of them
  for (let run = 0; run < runs; run++) {
    if (run > 0) await log(id, cutFor(plan, run));
    const waiting = (await progress(id)).runs[run].tally.waiting;
    expect(waiting).not.toContain('1');
    await log(
      id,
      ...waiting.map((sheet): BenchAct => ({
        ...{ kind: 'pull', runId: plan.runs[run].id, sheet, faults: [], setAside: false, note: '' },
      })),
      ...(run > 0 && run < runs - 1
        ? [{ kind: 'sheet-kept' as const, sheet: waiting[0], runId: plan.runs[run].id, kept: true }]
        : []),
    );
  }
  await page.goto(`${server.url}/print/${id}/numbering`);
  const early = page.getByRole('region', { name: 'Kept before they were finished' });
  await expect(early.getByRole('row').nth(1)).toContainText(`Prog. 1/${runs}`);
  await page.getByRole('button', { name: 'Give these numbers' }).click();
  await expect.poll(async () => (await progress(id)).bench.marks.length).toBeGreaterThan(runs - 2);
  const marks = (await progress(id)).bench.marks;
  expect(marks.filter(({ mark }) => mark.startsWith('Prog.')).length).toBeGreaterThanOrEqual(runs - 1);
  expect(marks.find(({ sheet }) => sheet === '1')?.mark).toBe(`Prog. 1/${runs}`);
});
