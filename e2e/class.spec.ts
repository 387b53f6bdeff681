/** A class at one block: sheets dealt to places, lines, tally and side by side, on devices with a place and on one that looks on. */
import type { LetIn } from '@/model';
import { comeIn, outsideOf, servedOutside } from './outside';
import { api, flattenedPrint, stateOf } from './prints';
import { expectToBeReadable, expectToLieWell } from './readable';
import { expect, test, type Page } from './test';

const { server, browser } = servedOutside();
const outside = () => outsideOf(server);

async function atThePlace(code: string, name: string): Promise<Page> {
  const page = await (
    await browser().newContext({ viewport: { width: 820, height: 1180 }, locale: 'en-GB' })
  ).newPage();
  await comeIn(page, server, code, name);
  return page;
}

test('a class prints: places line up, print and are counted, and everybody sees it at once', async ({ page }) => {
  test.setTimeout(180_000);
  const id = await flattenedPrint(page, server, 'Class');
  const set = {
    id: `${id.slice(0, 8)}-cut-1`,
    at: new Date().toISOString(),
    act: { kind: 'cut-done', cutId: 'stage-1' },
  };
  await api(server, 'POST', `/api/prints/${id}/log`, { known: '0.0.0', events: [set] });
  await page.goto(`${server.url}/print/${id}/table`);
  for (const typed of ['', '0', '-3', '1e9', 'a few', '1 1/2 in']) {
    await page.getByLabel('Places at the table').fill(typed);
    await page.getByRole('button', { name: 'Begin the class' }).click();
    await expect(page.getByLabel('Places at the table')).toBeFocused();
    await expect(page.getByLabel('Places at the table')).toHaveAttribute('aria-invalid', 'true');
  }
  expect((await stateOf(server, id)).events.filter(({ act }) => act.kind === 'class-begun')).toEqual([]);
  await page.getByLabel('Places at the table').fill('3');
  await page.getByLabel('Places at the table').press('Enter');
  await page.getByLabel('Sheets for each').fill('2');
  await page.getByLabel('Sheets for each').press('Enter');
  await expect(page.getByText('3 places × 2 sheets are 6.')).toBeVisible();
  await page.getByRole('button', { name: 'Begin the class' }).click();
  await expect(page.getByRole('heading', { name: 'Tally' })).toBeVisible();
  await expect(page.getByTestId('ink-for-class')).toHaveText(/\d.* g/);

  const codes = async (role: string, devices: number) =>
    (await api<LetIn>(server, 'POST', '/api/devices', { role, devices, places: role === 'bench' })).code;
  const bench = await codes('bench', 2);
  const [one, two] = [await atThePlace(bench, 'Place one'), await atThePlace(bench, 'Place two')];
  const looking = await atThePlace(await codes('look', 1), 'On the wall');
  for (const device of [one, two, looking]) await device.goto(`${outside()}/print/${id}/table`);

  // each device knows its place; who looks on has no buttons
  await expect(one.getByText('Place 1', { exact: true })).toBeVisible();
  await expect(two.getByText('Place 2', { exact: true })).toBeVisible();
  await expect(looking.getByRole('button', { name: /line up|Printed/i })).toHaveCount(0);
  await two.getByRole('button', { name: 'Place 2: line up At the block' }).click();
  await expect(looking.getByTestId('first-block')).toHaveText('2');
  await one.getByRole('button', { name: 'Place 1: line up At the block' }).click();
  await expect(looking.getByRole('group', { name: 'At the block' })).toContainText('then1');
  await expect(two.getByTestId('next-of-place')).toHaveText('Next: sheet 3');
  await two.getByRole('button', { name: 'Printed', exact: true }).click();
  await expect(looking.getByTestId('first-block')).toHaveText('1');
  await one.getByRole('button', { name: 'patchy' }).click();
  await one.getByRole('button', { name: 'Printed, with a fault' }).click();
  await expect(looking.getByTestId('first-block')).toHaveText('free');
  await expect(
    looking.getByTestId('place-1').getByRole('img', { name: /^sheet 1: one run on it, a fault/ }),
  ).toBeVisible();
  await expect(looking.getByTestId('place-2')).toContainText('1 of 2');
  await expect(looking.getByText('2 of 6 sheets have this run.')).toBeVisible();

  // a device without a place acts for the one it touches
  await page.getByRole('button', { name: 'Place 3', exact: true }).click();
  await page.getByRole('button', { name: 'Printed', exact: true }).click();
  await expect(looking.getByTestId('place-3')).toContainText('1 of 2');
  expect(
    (await stateOf(server, id)).events.flatMap(({ act }) =>
      act.kind === 'pull' ? [[act.sheet, act.faults.length]] : [],
    ),
  ).toEqual([
    ['3', 0],
    ['1', 1],
    ['5', 0],
  ]);

  await expectToLieWell(
    page,
    [
      [1280, 800],
      [1024, 768],
      [820, 1180],
      [390, 844],
    ],
    'the table of a class',
  );
  await expectToBeReadable(page, 'the table of a class');
  const cards = await page.request.get(`${server.url}/api/prints/${id}/files/stations-1.pdf`);
  expect([cards.status(), cards.headers()['content-type']]).toEqual([200, 'application/pdf']);
  const status = (path: string) => looking.evaluate(async (where) => (await fetch(where)).status, path);
  expect(await status(`/api/prints/${id}/files/stations-1.pdf`)).toBe(200);
  expect(await status(`/api/prints/${id}/files/ledger.csv`)).toBe(403);

  await page.getByRole('button', { name: 'End the class' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'End the class' }).click();
  await expect(looking.getByRole('heading', { name: 'Place 2' })).toBeVisible();
  await expect(looking.getByRole('img', { name: 'Place 2, sheet 3, reckoned' })).toBeVisible();
  await expect(looking.getByRole('img', { name: 'Place 1, sheet 1, reckoned' })).toBeVisible();
  for (const device of [one, two, looking]) await device.context().close();
});
