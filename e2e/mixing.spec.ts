import type { Page } from '@playwright/test';
import { expect, test } from './test';
import { api, flattenedPrint, logged, stateOf } from './prints';
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
  await expect(page.getByText(/g to go/).first()).toBeVisible();

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
  await logged(server, id, acts);
  await page.goto(`${server.url}/print/${id}/mix`);
  await page.getByRole('combobox', { name: 'Ink to mix' }).click();
  await page.getByRole('option').nth(1).click();
  await page.getByLabel('seconds', { exact: true }).fill('9');
  await page.getByRole('region', { name: 'Stiffness' }).getByRole('button', { name: 'Put down' }).click();
  await expect(page.getByText(/Run 2 falls later than run 1/)).toBeVisible();
});

/** A print whose first ink has a recipe, at its Mix page. */
async function atMix(page: Page, name: string): Promise<string> {
  const id = await flattenedPrint(page, server, name);
  await page.goto(`${server.url}/print/${id}/inks`);
  await page.getByRole('button', { name: 'Take this recipe' }).first().click();
  await expect.poll(async () => (await stateOf(server, id)).plan.inks.some(({ recipe }) => recipe !== null)).toBe(true);
  await page.goto(`${server.url}/print/${id}/mix`);
  return id;
}
const saidOf = async (id: string) => (await stateOf(server, id)).events.map(({ act }) => act);

test('amounts that cannot be are said and gone to, never taken as what stood there before; a pot outlasts a reload and the way back', async ({
  page,
}) => {
  const id = await atMix(page, 'odd amounts');
  const much = page.getByLabel('weigh out, g'),
    begin = page.getByRole('button', { name: 'Begin an empty pot' });
  for (const [typed, says] of [
    ['1 1/2 in', /is not a number/],
    ['<b>6</b>', /is not a number/],
    ['-3', /-3 is out of range/],
    ['1e9', /is not a number|out of range/],
    ['', /is not a number/],
  ] as const) {
    await much.fill(typed);
    await begin.click();
    await expect(page.getByText(says).first()).toBeVisible();
    await expect(much).toBeFocused();
    await expect(much).toHaveValue(typed);
  }
  // nor by the pedal, when the field is left
  await page.getByRole('heading', { name: /A pot of/ }).click();
  await page.keyboard.press('Space');
  await expect(much).toBeFocused();
  expect(await saidOf(id)).toEqual([]);
  await page.keyboard.press('Escape');
  await much.fill('8');
  await begin.click();
  await expect(page.getByText(/g to go/).first()).toBeVisible();

  await page.getByRole('button', { name: 'typed in grams' }).click();
  const grams = page.getByLabel('grams', { exact: true }),
    isIn = page.getByRole('button', { name: 'It is in' });
  const suggested = await grams.inputValue();
  await grams.fill('a knifeful');
  await isIn.click();
  await expect(grams).toBeFocused();
  await expect(grams).toHaveAttribute('aria-invalid', 'true');
  expect((await saidOf(id)).map(({ kind }) => kind)).toEqual(['pot-begun']);
  await page.keyboard.press('Escape');
  await expect(grams).toHaveValue(suggested);
  await isIn.click();
  await expect.poll(async () => (await saidOf(id)).length).toBe(2);

  // by the teaspoon: how many grams that is, is said before it is put down
  const parts = page.getByRole('list', { name: 'Parts of the pot' });
  const first = parts.getByRole('listitem').first();
  await expect(first).not.toHaveText(/^\D*0\.00 g of/); // what was put down is shown
  const poured = await first.textContent();
  if (
    await page
      .getByText(/g to go/)
      .first()
      .isVisible()
  ) {
    await page.getByRole('button', { name: 'by the teaspoon' }).click();
    await expect(page.getByText(/a level teaspoon of ink weighs some/)).toBeVisible();
    await page.getByLabel('level teaspoons').fill('0.25');
    await isIn.click();
    await expect.poll(async () => (await saidOf(id)).at(-1)).toMatchObject({ kind: 'poured', by: 'spoon' });
  }
  await page.reload();
  await expect(first).toHaveText(poured!);
  await page.getByRole('link', { name: 'Pull', exact: true }).first().click();
  await page.waitForURL(/\/pull$/);
  await page.goBack();
  await expect(first).toHaveText(poured!);

  // something else went in: not what cannot be, and not what was left open
  const before = (await saidOf(id)).length;
  await page.getByRole('button', { name: 'Another ink went in' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('grams', { exact: true }).fill('0');
  await dialog.getByRole('button', { name: 'It is in' }).click();
  await expect(dialog.getByText(/0 is out of range/)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await expect(dialog).toBeHidden();
  expect(await saidOf(id)).toHaveLength(before);
});

test('what one print has left begins a pot of another, and is gone from the lid', async ({ page }) => {
  const from = await atMix(page, 'has something left');
  const { plan } = await stateOf(server, from);
  const [{ id: runId }] = plan.runs,
    { inkId } = plan.runs[0].formes[0].inkings[0];
  const { recipe, name } = plan.inks.find(({ id }) => id === inkId)!;
  await logged(server, from, [
    { kind: 'pot-begun', potId: 'kept', runId, inkId, name, wantedG: 30, shares: recipe!.parts, from: null },
    ...recipe!.parts.map((part) => ({
      ...{ kind: 'poured', potId: 'kept', what: 'ink', inkId: part.inkId, name: part.name, by: 'scale' },
      grams: Math.max(0.01, Math.round(3000 * part.share) / 100),
    })),
    { kind: 'poured', potId: 'kept', what: 'softener', inkId: null, name: '', grams: 0.6, by: 'typed' },
    { kind: 'pot-kept', potId: 'kept', grams: 12 },
  ]);
  const id = await atMix(page, 'wants the same');
  await page.getByLabel('weigh out, g').fill('5');
  await page.getByLabel('weigh out, g').press('Enter');
  await expect(page.getByText(/has something left/).first()).toBeVisible();
  await page
    .getByRole('button', { name: /Begin with it/ })
    .first()
    .click();
  await expect.poll(async () => (await saidOf(id)).length).toBe(1);
  const [begun] = await saidOf(id);
  if (begun.kind !== 'pot-begun' || !begun.from) throw new Error('the pot was not begun with the leftover');
  const taken = begun.from.parts.reduce((sum, { grams }) => sum + grams, 0);
  expect(begun.from.potId).toBe('kept');
  expect(taken).toBeGreaterThan(4.5);
  // the softener that was in it comes along, in proportion
  expect(begun.from.added.softener).toBeCloseTo((0.6 / 30) * taken, 1);
  const left = await api<{ potId: string; grams: number }[]>(server, 'GET', '/api/pots');
  expect(left.find(({ potId }) => potId === 'kept')!.grams).toBeCloseTo(12 - taken - begun.from.added.softener, 1);
});
