/** Short questions beside the rehearsal: asked, answered by keys, told why, and kept. */
import { flattenedPrint, api } from './prints';
import { DESK, expectToBeReadable, expectToLieWell } from './readable';
import { TestServer } from './server';
import { expect, test } from './test';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

interface Score {
  readonly sample: string;
  readonly level: string;
  readonly score: number;
}

test('questions are answered on pictures, each with its reason, none twice; what is shaky is kept', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const id = await flattenedPrint(page, server, 'Asked');
  await page.goto(`${server.url}/print/${id}/rehearse`);
  await expect(page.getByText('not asked yet')).toHaveCount(8);
  await page.getByRole('button', { name: 'Ask me' }).click();
  const card = page.getByRole('region', { name: 'Short questions' });
  const kinds = new Set<string>(),
    asked = new Set<string>();
  const given: boolean[] = [];
  for (let n = 1; n <= 12; n++) {
    await expect(card.getByText(`Question ${n} ·`)).toBeVisible();
    const kind = (await card.getByText(`Question ${n} ·`).innerText()).split('·')[1].trim();
    if (!kinds.has(kind)) {
      kinds.add(kind);
      await expectToLieWell(page, [...DESK, [820, 1180]], `a question: ${kind}`, 64);
      await expectToBeReadable(page, `a question: ${kind}`);
    }
    const pictures = await card.locator('h1, figure, ul').evaluateAll((parts) => parts.map((part) => part.innerHTML));
    const told = pictures.join(' ');
    expect(asked.has(told), told.slice(0, 200)).toBe(false);
    asked.add(told);
    await card.getByRole('button', { name: /^A/ }).focus();
    await page.keyboard.press('Enter');
    const why = card.getByRole('status');
    await expect(why).toHaveText(/^(Right\.|Not so: it is [B-D]\.) .{20}/);
    given.push((await why.innerText()).startsWith('Right'));
    await expect(card.getByRole('button', { name: 'Next question' })).toBeFocused();
    await page.keyboard.press('Enter');
  }
  expect(kinds.size).toBeGreaterThan(3);
  await card.getByRole('button', { name: 'Enough for today' }).click();
  await expect(page.getByText('still shaky', { exact: true }).first()).toBeVisible();
  const scores = await api<readonly Score[]>(server, 'GET', '/api/practice');
  expect(scores.filter(({ level }) => level === 'question').map(({ score }) => score === 100)).toEqual(
    [...given].reverse(),
  );
});
