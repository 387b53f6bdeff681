import { cutsOfRun } from '@/derived';
import type { BenchAct } from '@/model';
import { api, edit, flattenedPrint, stateOf } from './prints';
import { TestServer } from './server';
import { expect, test } from './test';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

let serial = 0;
const log = (id: string, ...acts: readonly BenchAct[]) =>
  api(server, 'POST', `/api/prints/${id}/log`, {
    known: '0.0.0',
    events: acts.map((act) => ({ id: `damp-setup-${++serial}`, version: 3, at: new Date().toISOString(), act })),
  });

test('damp and brushed, from the way of working to a sheet with a number: the pack damped, weighed, opened, a wrong weight refused, the card, faults of this way', async ({
  page,
}) => {
  test.slow();
  const id = await flattenedPrint(page, server, 'damp');
  await edit(server, id, { kind: 'way-chosen', chosen: 'damp and brushed', lay: true });
  await edit(server, id, { kind: 'sheets-set', part: { edition: 1, proofsToKeep: 0, testSheets: 0 } });
  const { plan } = await stateOf(server, id);
  await log(id, ...plan.runs.map((run): BenchAct => ({ kind: 'cut-done', cutId: cutsOfRun(plan, run)[0].id })), {
    kind: 'round-begun',
    roundId: 'edition',
    round: 'edition',
    paper: null,
    counted: 2,
    tests: 0,
  });
  await page.goto(`${server.url}/print/${id}/pull`);
  const pack = page.getByRole('region', { name: 'The damp pack' });
  await expect(pack.getByText('No pack is damp.')).toBeVisible();
  await pack.getByRole('button', { name: 'Damp a pack …' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('Sheets', { exact: true })).toHaveValue('2');
  await dialog.getByLabel('Dry weight, g').fill('heavy');
  await dialog.getByLabel('Dry weight, g').press('Enter');
  await expect(dialog.getByText(/“heavy” is not a number/)).toBeVisible();
  // what cannot be read is not logged as what stood there before
  await dialog.getByRole('button', { name: 'Log it' }).click();
  await expect(dialog.getByLabel('Dry weight, g')).toBeFocused();
  await dialog.getByLabel('Dry weight, g').fill('20');
  await dialog.getByLabel('Dry weight, g').press('Enter');
  await dialog.getByRole('button', { name: 'Log it' }).click();
  await expect(pack.getByText(/damping, ready/)).toBeVisible();
  await expect(pack.getByText(/mould limit/)).toBeVisible();

  await pack.getByRole('button', { name: 'Weigh …' }).click();
  // 35 % on 20 g is 27 g
  await expect(dialog.getByText('As damp as is wanted they would weigh 27 g.')).toBeVisible();
  // nothing is logged that was not weighed
  await expect(dialog.getByLabel('Weight, g')).toHaveValue('');
  await expect(dialog.getByRole('button', { name: 'Log it' })).toBeDisabled();
  await dialog.getByLabel('Weight, g').fill('25');
  await dialog.getByLabel('Weight, g').press('Enter');
  await dialog.getByRole('button', { name: 'Log it' }).click();
  await expect(pack.getByText('too dry by 2.0 g: mist it')).toBeVisible();
  await pack.getByRole('button', { name: 'One out' }).click();
  await expect(pack.getByText('1 sheet under cover, 1 out')).toBeVisible();
  await pack.getByRole('button', { name: 'Turned' }).click();
  await expect(pack.getByText('turned once')).toBeVisible();
  await page.reload();
  await expect(pack.getByText('1 sheet under cover, 1 out')).toBeVisible();
  const refused = await log(id, { kind: 'pack-opened', packId: 'nobody', out: 1 }).catch(
    (error: Error) => error.message,
  );
  expect(refused).toMatch(/no such pack/);

  const card = page.getByRole('region', { name: 'Impression card' }).first();
  await expect(card.getByText(/ml pigment, .* ml paste, .* ml water for 2 sheets/)).toBeVisible();
  // what it took is written down, and the next card is sharper for it
  await card.getByRole('button', { name: 'What it took …' }).click();
  await expect(dialog.getByText(/The card said .* pigment/)).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Log it' })).toBeDisabled();
  for (const [part, ml] of [
    ['Pigment, ml', '20'],
    ['Paste, ml', '0'],
    ['Water, ml', '-3'],
  ]) {
    await dialog.getByLabel(part).fill(ml);
    await dialog.getByLabel(part).press('Enter');
  }
  await expect(dialog.getByText(/-3 is out of range for what was brushed on/)).toBeVisible();
  await dialog.getByLabel('Water, ml').fill('12,5');
  await dialog.getByLabel('Water, ml').press('Enter');
  await dialog.getByRole('button', { name: 'Log it' }).click();
  await expect(card.getByText(/Written down: 20 ml pigment, 0(\.0)? ml paste, 13 ml water for 2 sheets/)).toBeVisible();
  await expect(card.getByText(/sharpened by what this workshop’s own runs took/)).toBeVisible();
  expect((await stateOf(server, id)).brushMix.paste).toBeCloseTo(0.8, 9);

  const boards = page.getByRole('region', { name: 'Boards and water' });
  await expect(boards.getByText('Wet it now, while this one prints.')).toBeVisible();
  await boards.getByRole('button', { name: 'Wetted' }).nth(1).click();
  await expect(boards.getByText('Wet it now, while this one prints.')).toHaveCount(0);
  for (const across of ['100', '100,3']) {
    await boards.getByRole('button', { name: 'Measure …' }).first().click();
    await dialog.getByLabel('Across').fill(across);
    await dialog.getByLabel('Across').press('Enter');
    await dialog.getByRole('button', { name: 'Log it' }).click();
    await expect(dialog).toBeHidden();
  }
  await expect(boards.getByText('+0.30 % across, +0.00 % down from when it was measured first')).toBeVisible();
  for (const [act, why] of [
    [{ kind: 'board-rests', blockId: 'nobody', how: 'wetted' }, /This board is not in this plan/],
    [
      {
        kind: 'brushed-with',
        ...{ runId: plan.runs[0].id, inkingId: 'nobody', sheets: 1 },
        ...{ usedMl: { pigment: 1, paste: 1, water: 1 }, saidMl: { pigment: 1, paste: 1, water: 1 } },
      },
      /This ink is not in this run/,
    ],
  ] as const)
    expect(await log(id, act).catch((error: Error) => error.message)).toMatch(why);

  await page.getByRole('button', { name: /^bled: too wet/ }).click();
  await page.keyboard.press('Space');
  await expect
    .poll(async () =>
      (await stateOf(server, id)).events.flatMap(({ act }) => (act.kind === 'pull' ? [act.faults] : [])),
    )
    .toEqual([['bled']]);

  // the rest of the runs are pulled, and the sheets are numbered
  const done = await stateOf(server, id);
  const pulled = new Set(done.events.flatMap(({ act }) => (act.kind === 'pull' ? [`${act.runId} ${act.sheet}`] : [])));
  for (const run of plan.runs)
    await log(
      id,
      ...['1', '2']
        .filter((sheet) => !pulled.has(`${run.id} ${sheet}`))
        .map((sheet): BenchAct => ({ kind: 'pull', runId: run.id, sheet, faults: [], setAside: false, note: '' })),
    );
  await page.goto(`${server.url}/print/${id}/numbering`);
  await page.getByRole('button', { name: 'Give these numbers' }).click();
  await expect
    .poll(async () => (await stateOf(server, id)).events.some(({ act }) => act.kind === 'numbered'))
    .toBe(true);
});
