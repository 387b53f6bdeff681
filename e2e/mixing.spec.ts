import type { Page } from '@playwright/test';
import { expect, test } from './test';
import { api, flattenedPrint, stateOf } from './prints';
import { TestServer } from './server';
import type { StoredInk } from '@/model';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

const figure = async (page: Page) =>
  Number((await page.getByLabel('On the scale').textContent())!.replace('−', '-').replace(/[^\d.-]/g, ''));
const stock = async () => {
  const inks = await api<StoredInk[]>(server, 'GET', '/api/cabinet');
  return inks.reduce((sum, { stockG }) => sum + stockG, 0);
};
/** Puts ink on the scale until it shows at least so much, and waits until it is at rest. */
async function putAtLeast(page: Page, grams: number, much: 'a knifeful' | 'a dab' | 'a speck') {
  for (let i = 0; i < 60 && (await figure(page)) < grams; i++) {
    await page.getByRole('button', { name: much }).click();
    await page.waitForTimeout(1300);
  }
  await expect(page.getByRole('button', { name: 'It is in' })).toBeEnabled();
}

test('mixing against the scale by pedal: a part goes over, the rest follows, the drawdown is read and put right, what is left is offered again', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'mixing');
  await page.goto(`${server.url}/print/${id}/inks`);
  await page.getByRole('button', { name: 'Take this recipe' }).first().click();
  await page.goto(`${server.url}/print/${id}/mix`);
  const before = await stock();
  await page.getByLabel('weigh out, g').fill('6');
  await page.getByRole('button', { name: 'Begin an empty pot' }).click();

  // the first part, well over: the rest of the recipe is worked out anew
  const parts = page.getByRole('list', { name: 'Parts of the pot' });
  const wanted = Number(/of ([\d.]+)/.exec((await parts.getByRole('listitem').first().textContent())!)![1]);
  await putAtLeast(page, wanted + 1.2, 'a knifeful');
  await expect(page.getByText(/ g over$/)).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByRole('heading', { name: 'More than the recipe' })).toBeVisible();
  await expect(page.getByText(/To the same shares the pot comes to [\d.]+ g: [\d.]+ g more than wanted/)).toBeVisible();
  await expect(parts.getByRole('listitem').first()).toContainText('✓');
  expect(await figure(page)).toBeLessThan(0.2);

  // taken back, and poured again by number
  const { events } = await stateOf(server, id);
  expect(events.at(-1)!.act).toMatchObject({ kind: 'poured', by: 'scale' });
  await expect.poll(stock).toBeLessThan(before - wanted);
  await page.keyboard.press('z');
  await expect(page.getByRole('heading', { name: 'More than the recipe' })).toBeHidden();
  await expect.poll(stock).toBeCloseTo(before, 1);
  await page.getByRole('button', { name: 'typed in grams' }).click();
  const isIn = page.getByRole('button', { name: 'It is in' });
  for (let i = 0; i < 8 && (await isIn.isVisible()); i++) {
    const pours = (await stateOf(server, id)).events.length;
    await isIn.click();
    await expect.poll(async () => (await stateOf(server, id)).events.length).toBeGreaterThan(pours);
  }
  await expect(page.getByRole('heading', { name: /The pot is full/ })).toBeVisible();

  // the drawdown, by chips: far off, and a little more of something
  await page.getByRole('button', { name: 'With chips …' }).click();
  await page.getByRole('radio', { name: /chip 5:/ }).check({ force: true });
  await page.getByRole('button', { name: 'lighter' }).click();
  await page.getByRole('button', { name: 'Put down', exact: true }).last().click();
  await expect(page.getByText(/Read by chips: .*± 4\.0 ΔE/)).toBeVisible();
  await page.getByRole('button', { name: 'Pour that' }).click();
  await expect(page.getByText(/g to go/)).toBeVisible();

  // what is left is put away, and offered where another pot is begun
  await page.getByLabel('Put away, g').fill('2.5');
  await page.getByRole('button', { name: 'Put away', exact: true }).click();
  await expect(page.getByText(/2\.5 g put away/)).toBeVisible();
  await page.getByRole('combobox', { name: 'Ink to mix' }).click();
  await page.getByRole('option').nth(1).click();
  await expect(page.getByRole('heading', { name: /A pot of/ })).toBeVisible();
});

test('stiffness by the knife is put down, and a later film that is stiffer is told', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'ladder');
  const { plan } = await stateOf(server, id);
  const begin = (run: number) => ({
    ...{ kind: 'pot-begun', potId: `pot-${run}`, runId: plan.runs[run].id, from: null, name: 'ink', wantedG: 5 },
    ...{ inkId: plan.runs[run].formes[0].inkings[0].inkId, shares: [{ inkId: 'x', name: 'x', share: 1 }] },
  });
  const acts = [begin(0), { kind: 'pot-fell', potId: 'pot-0', seconds: 4 }, begin(1)];
  await api(server, 'POST', `/api/prints/${id}/log`, {
    known: '0.0.0',
    events: acts.map((act, i) => ({
      id: `${id.slice(0, 8)}-ladder-${i}`,
      version: 3,
      at: new Date().toISOString(),
      act,
    })),
  });
  await page.goto(`${server.url}/print/${id}/mix`);
  await page.getByRole('combobox', { name: 'Ink to mix' }).click();
  await page.getByRole('option').nth(1).click();
  await page.getByLabel('seconds', { exact: true }).fill('9');
  await page.getByRole('region', { name: 'Stiffness' }).getByRole('button', { name: 'Put down' }).click();
  await expect(page.getByText(/Run 2 falls later than run 1/)).toBeVisible();
});
