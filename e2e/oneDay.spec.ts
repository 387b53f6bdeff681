import { randomUUID } from 'node:crypto';
import { cutsOfRun } from '@/derived';
import type { BenchAct } from '@/model';
import { api, edit, flattenedPrint, stateOf } from './prints';
import { TestServer } from './server';
import { expect, test } from './test';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

const MINUTE = 60_000;

async function log(id: string, acts: readonly (readonly [minutesAgo: number, act: BenchAct])[]): Promise<void> {
  await api(server, 'POST', `/api/prints/${id}/log`, {
    known: '0.0.0',
    events: acts.map(([minutesAgo, act]) => ({
      ...{ id: randomUUID(), version: 3, act },
      at: new Date(Date.now() - minutesAgo * MINUTE).toISOString(),
    })),
  });
}

test('all in one day: sheets from hours, hours from sheets, then the clock at the press, in time and too late', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'one day');
  await edit(server, id, { kind: 'way-chosen', chosen: 'one day', lay: true });
  const { plan } = await stateOf(server, id);
  await page.goto(`${server.url}/print/${id}/sheets`);
  const panel = page.getByRole('region', { name: 'All in one day' });
  await expect(panel.getByText(/Open for 420 minutes/)).toBeVisible();
  const fits = async () =>
    Number(/(\d+) sheets?/.exec((await panel.getByText(/can be carried through/).textContent())!)![1]);
  const before = await fits();
  await panel.getByLabel('Change-over, minutes a run').fill('5');
  await panel.getByLabel('Change-over, minutes a run').press('Enter');
  await expect.poll(fits).toBeGreaterThan(before);
  // so many fit, one more does not
  await panel.getByLabel('Sheets', { exact: true }).fill(String(await fits()));
  await panel.getByLabel('Sheets', { exact: true }).press('Enter');
  await expect(panel.getByText(/In time/)).toBeVisible();
  await panel.getByLabel('Sheets', { exact: true }).fill(String((await fits()) + 1));
  await panel.getByLabel('Sheets', { exact: true }).press('Enter');
  await expect(panel.getByText(/Too long by/)).toBeVisible();
  await expect(panel.getByRole('row')).toHaveCount(plan.runs.length + 1);
  await panel.getByLabel('First film open, minutes').fill('7');
  await panel.getByLabel('First film open, minutes').press('Enter');
  await expect(panel.getByText(/7 is out of range.*10 to 4,320/)).toBeVisible();

  await log(id, [
    [30, { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 6, tests: 0 }],
    ...plan.runs.map((run): [number, BenchAct] => [30, { kind: 'cut-done', cutId: cutsOfRun(plan, run)[0].id }]),
    ...['1', '2', '3'].map((sheet, i): [number, BenchAct] => [
      20 - 4 * i,
      { kind: 'pull', runId: plan.runs[0].id, sheet, faults: [], setAside: false, note: '' },
    ]),
  ]);
  await page.goto(`${server.url}/print/${id}/pull`);
  const clock = page.getByRole('region', { name: 'The day’s clock' });
  await expect(clock.getByText(/open until \d\d:\d\d/)).toBeVisible();
  await expect(clock.getByText(/all 6 sheets in time.*3 pulls left in time/)).toBeVisible();
  await expect(clock.getByText(/last run to be begun by/)).toBeVisible();

  // hardly any time: some of them, then none
  const day = { openMinutes: 60, changeOverMinutes: 5 };
  await edit(server, id, { kind: 'way-set', part: { day } });
  await expect(clock.getByText(/only \d+ of 6 sheets/)).toBeVisible();
  await edit(server, id, { kind: 'way-set', part: { day: { ...day, openMinutes: 15 } } });
  await expect(clock.getByText(/The first film closed at/)).toBeVisible();
});
