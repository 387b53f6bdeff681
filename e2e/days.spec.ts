import { expect, test } from './test';
import { api, flattenedPrint, logged, stateOf } from './prints';
import { bytesOf, readPdf } from './files';
import { TestServer } from './server';
import { sheetLayoutOf } from '@/derived';
import type { StoredItem } from '@/model';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

const stockOf = async (name: string) => {
  const items = await api<readonly StoredItem[]>(server, 'GET', '/api/workshop');
  const found = items.find(({ item }) => item.kind === 'paper' && item.name === name)!.item;
  return found.kind === 'paper' ? found.stockSheets : 0;
};

test('a paper is chosen with its reasons, parted on paper and in the log; stock follows, and back', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'on which paper');
  await page.goto(`${server.url}/print/${id}/paper`);
  await expect(page.getByText(/Choose a paper of the workshop/)).toBeVisible();
  await page.getByRole('button', { name: 'Print on it: cream' }).click();
  const drawing = page.getByRole('img', { name: /^The parent sheet/ });
  await expect(drawing).toBeVisible();
  await expect(page.getByText(/parents? of cream gives?/)).toBeVisible();
  await expect(page.getByText('chosen', { exact: true })).toBeVisible();

  // fibres alike, a raw edge kept, torn: the drawing and the list follow
  const pieces = async () => Number(/with (\d+) sheets/.exec((await drawing.getAttribute('aria-label'))!)![1]);
  const free = await pieces();
  await page.getByLabel('bottom').check();
  await expect.poll(pieces).toBeLessThanOrEqual(free);
  await page.getByLabel('By', { exact: true }).click();
  await page.getByRole('option', { name: 'tearing along a ruler' }).click();
  await expect(
    page
      .getByRole('listitem')
      .filter({ hasText: /^tear (across|upright)/ })
      .first(),
  ).toBeVisible();
  await page.getByLabel('Off each raw edge').fill('a thumb');
  await page.getByLabel('Off each raw edge').press('Tab');
  await expect(page.getByText(/“a thumb” is not a length/)).toBeVisible();
  await page.getByLabel('Off each raw edge').press('Escape');

  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Cut list (PDF)' }).click();
  expect((await download).suggestedFilename()).toMatch(/cut list\.pdf$/);
  // measured: parent and pieces at the scale that is said, beside a line of 50 mm to check the printer by
  const [{ boxesMm, text }] = await readPdf(await bytesOf(await download));
  const { sheetMm } = sheetLayoutOf((await stateOf(server, id)).plan)!;
  const parentMm = /^The parent sheet, ([\d.]+) × ([\d.]+) mm/
    .exec((await drawing.getAttribute('aria-label'))!)!
    .slice(1);
  const scale = Number(/1 : ([\d.]+)/.exec(text)![1]);
  const drawn = (widthMm: number, heightMm: number) =>
    boxesMm.filter(
      (box) =>
        (Math.abs(box.widthMm - widthMm) < 0.1 && Math.abs(box.heightMm - heightMm) < 0.1) ||
        (Math.abs(box.widthMm - heightMm) < 0.1 && Math.abs(box.heightMm - widthMm) < 0.1),
    ).length;
  expect(drawn(Number(parentMm[0]) / scale, Number(parentMm[1]) / scale)).toBe(1);
  expect(drawn(sheetMm.widthMm / scale, sheetMm.heightMm / scale)).toBe(await pieces());
  expect(drawn(50, 0)).toBeGreaterThan(0);

  const before = await stockOf('cream');
  await page.getByLabel('Parents parted now').fill('0');
  await page.getByRole('button', { name: 'They are parted' }).click();
  await expect(page.getByLabel('Parents parted now')).toHaveAttribute('aria-invalid', 'true');
  expect((await stateOf(server, id)).events).toHaveLength(0);
  await page.getByLabel('Parents parted now').fill('3');
  await page.getByLabel('Parents parted now').press('Tab');
  await page.getByRole('button', { name: 'They are parted' }).click();
  await expect(page.getByText(/^3 parents of cream into/)).toBeVisible();
  await expect.poll(() => stockOf('cream')).toBe(before - 3);
  await expect(page.getByTestId('paper-stock')).toContainText(`${before - 3} in stock`);
  await page.getByRole('button', { name: 'Take back' }).click();
  await expect.poll(() => stockOf('cream')).toBe(before);

  // what it costs: nothing until a rate is said
  await page.getByLabel('Ink, for 100 g').fill('12.5');
  await page.getByLabel('Ink, for 100 g').press('Tab');
  await expect.poll(async () => (await stateOf(server, id)).plan.costs.inkPer100G).toBe(12.5);
});

test('a wish that cannot be met is said and mended; a step is put to a later day, and let go; days are kept and saved', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'by when');
  await page.goto(`${server.url}/print/${id}/days`);
  await expect(page.getByTestId('days-answer')).toHaveText(/^Done on/);
  const wish = async (daysOn: number) => {
    const day = new Date(Date.now() + daysOn * 86_400_000);
    await api(server, 'PUT', `/api/prints/${id}`, {
      known: '0.0.0',
      edit: { kind: 'days-set', part: { wishedBy: day.toISOString().slice(0, 10) } },
    });
  };
  await wish(3);
  await expect(page.getByText(/It cannot be done by/)).toBeVisible();
  await wish(200);
  await expect(page.getByText(/It cannot be done by/)).toBeHidden();
  await expect(page.getByTestId('days-chance')).toContainText(/Chance to be done by .*: (9\d|100) %/);
  await expect(page.getByTestId('days-chance')).toContainText(/begin on .* at the latest/);

  // a step that waits for another names it, too: which it is itself, its own buttons say
  const printed = (run: number) =>
    page
      .locator('tr[data-step="print"]')
      .filter({ has: page.getByRole('button', { name: new RegExp(`^A day sooner: print run ${run},`) }) });
  const print = printed(1),
    { plan } = await stateOf(server, id);
  const when = await print.getByRole('cell').first().textContent();
  await print.getByRole('button', { name: /^A day later/ }).click();
  await expect.poll(async () => (await stateOf(server, id)).plan.days.pins).toHaveLength(1);
  await expect(print.getByRole('cell').first()).not.toHaveText(when!);
  // sooner than its block is cut cannot be, and that is said
  await printed(2)
    .getByRole('button', { name: /^A day sooner/ })
    .click();
  await expect(page.getByText(/cannot begin on|begins on/)).toBeVisible();
  await print.getByRole('button', { name: /^Let go of the day/ }).click();
  await expect.poll(async () => (await stateOf(server, id)).plan.days.pins.length).toBeLessThan(2);

  // by keys alone, on the rack
  const bar = page.getByRole('button', { name: /^print run 1.*Drag it/ });
  const pinOf = async () =>
    (await stateOf(server, id)).plan.days.pins.find(({ stepId }) => stepId.endsWith(`/print/${plan.runs[0].id}`))
      ?.notBefore;
  await bar.focus();
  await page.keyboard.press('Space');
  const told = page.getByText(/^print run 1, .* is taken up\.$/);
  await expect(told).toBeAttached();
  await page.keyboard.press('ArrowDown');
  await expect(told).toHaveCount(0);
  await page.keyboard.press('Space');
  await expect(page.getByText(/^print run 1, .* is put down: \S+ \d+ \S+\.$/)).toBeAttached();
  await expect.poll(pinOf).toBeDefined();

  // by the pointer, once the rack lies still: carried by the width of three days
  const before = await pinOf();
  await expect(page.getByText(/print run 1, \S+ (begins on|cannot begin on)/)).toBeVisible();
  const rack = (await page.getByRole('group', { name: /^The drying rack/ }).boundingBox())!,
    box = (await bar.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 30, box.y + box.height / 2, { steps: 4 });
  await page.mouse.move(Math.min(rack.x + rack.width - 4, box.x + 90), box.y + box.height / 2, { steps: 4 });
  await page.mouse.up();
  await expect.poll(pinOf).not.toBe(before);
  await expect(page.getByText(/print run 1, \S+ (begins on|cannot begin on)/)).toBeVisible();

  await page.getByRole('button', { name: 'Keep these days' }).click();
  await expect(page.getByText(/As kept, or sooner/)).toBeVisible();
  const calendar = await (await fetch(`${server.url}/api/calendar.ics?print=${id}`)).text();
  expect(calendar).toMatch(/BEGIN:VTODO/);
  await page.getByLabel('hours', { exact: true }).fill('3');
  await page.getByLabel('hours', { exact: true }).press('Tab');
  await expect(
    page
      .getByRole('region', { name: 'What can be done in' })
      .getByText(/drawing onto/)
      .first(),
  ).toBeVisible();
});

test('before a film is dry Pull says so; printed all the same is kept; dry now teaches', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'is it dry');
  const { plan } = await stateOf(server, id);
  const [first, second] = plan.runs;
  await logged(server, id, [
    { kind: 'cut-done', cutId: first.formes[0].cutId },
    { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 2, tests: 0 },
    ...['1', '2'].map((sheet) => ({ kind: 'pull', runId: first.id, sheet, faults: [], setAside: false, note: '' })),
    { kind: 'cut-done', cutId: second.formes[0].cutId },
  ]);
  await page.goto(`${server.url}/print/${id}/pull`);
  const below = page.getByTestId('film-below');
  await expect(below).toContainText(/Run 1 is not dry yet/);
  await below.getByRole('button', { name: 'Not yet' }).click();
  await expect(below).toContainText(/Still wet at/);
  await below.getByRole('button', { name: 'Print all the same' }).click();
  await expect(below).toContainText(/Printed all the same since/);
  expect((await stateOf(server, id)).events.at(-1)!.act).toMatchObject({
    kind: 'overruled',
    what: 'too early',
    sheet: '1',
  });
  await below.getByRole('button', { name: 'Dry now' }).click();
  await expect(below).toBeHidden();
  const { drying } = await stateOf(server, id);
  expect(drying).toHaveLength(1);
});

test('hours and days off of one hand; odd times, days and lengths are refused in words, and nothing is lost by a reload or the way back', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'whose hours');
  const items = () => api<readonly StoredItem[]>(server, 'GET', '/api/workshop');
  const hand = (await items()).find(({ item }) => item.kind === 'hand' && item.name === 'A')!.item;
  const newest = async () => (await items()).at(-1)!.item;
  const typed = async (label: string, text: string) => {
    await page.getByLabel(label, { exact: true }).fill(text);
    await page.getByLabel(label, { exact: true }).press('Enter');
  };
  await page.goto(`${server.url}/workshop`);
  await page.getByRole('button', { name: /^Working hours/ }).click();
  await page.getByRole('button', { name: 'Put hours in' }).click();
  await expect(page.getByRole('heading', { name: 'new hours' })).toBeVisible();
  await page.getByLabel('Of', { exact: true }).click();
  await page.getByRole('option', { name: 'A', exact: true }).click();
  await expect.poll(newest).toMatchObject({ kind: 'hours', handId: hand.id });
  for (const [odd, says] of [
    ['25:00', /“25:00” is no time/],
    ['half past nine', /“half past nine” is no time/],
  ] as const) {
    await typed('From, as 09:30', odd);
    await expect(page.getByText(says)).toBeVisible();
  }
  await page.getByRole('button', { name: /^Days off/ }).click();
  await page.getByRole('button', { name: 'Put days off in' }).click();
  await expect(page.getByRole('heading', { name: 'new days off' })).toBeVisible();
  for (const odd of ['2026-13-40', '2027-02-30', 'tomorrow']) {
    await typed('From, as 2026-12-24', odd);
    await expect(page.getByText(new RegExp(`“${odd}”`))).toBeVisible();
  }
  await typed('To, as 2026-12-24', '2026-01-01');
  await expect(page.getByText(/Days off end/)).toBeVisible();
  await page.getByLabel('Of', { exact: true }).click();
  await page.getByRole('option', { name: 'B', exact: true }).click();
  await expect(page.getByRole('button', { name: /^new days off.*B: / })).toBeVisible();
  // a hand that is taken out: the hours stay, and say so
  await page.getByRole('button', { name: /^Hands/ }).click();
  await page.getByRole('button', { name: 'B practised' }).click();
  await page.getByRole('button', { name: 'Take it out of the workshop' }).click();
  await page.getByRole('button', { name: /^Days off/ }).click();
  await expect(page.getByRole('button', { name: /^new days off.*a hand that was taken out: / })).toBeVisible();

  // lengths in inches, far too large, and none at all
  await page.goto(`${server.url}/print/${id}/paper`);
  await page.getByRole('button', { name: 'Print on it: cream' }).click();
  await typed('Off each raw edge', '1/2 in');
  await expect.poll(async () => (await stateOf(server, id)).plan.parting.edgeMm).toBeCloseTo(12.7, 6);
  await typed('Off each raw edge', '9000');
  await expect(page.getByLabel('Off each raw edge', { exact: true })).toHaveAttribute('aria-invalid', 'true');
  await page.getByLabel('Off each raw edge', { exact: true }).press('Escape');
  await typed('Strips for tabs', '-3');
  await expect(page.getByLabel('Strips for tabs', { exact: true })).toHaveAttribute('aria-invalid', 'true');
  await page.getByLabel('Strips for tabs', { exact: true }).press('Escape');
  await page.getByLabel('Off each raw edge', { exact: true }).press('Tab');
  await typed('Work, an hour', '1e99');
  await expect(page.getByLabel('Work, an hour', { exact: true })).toHaveAttribute('aria-invalid', 'true');
  await page.reload();
  await expect(page.getByLabel('Off each raw edge', { exact: true })).toHaveValue(/12\.7/);
  await page.getByRole('link', { name: /^9 Days|^Days/ }).click();
  await expect(page.getByTestId('days-answer')).toHaveText(/^Done on/);
  await page.getByLabel('hours', { exact: true }).fill('0');
  await page.getByLabel('hours', { exact: true }).press('Tab');
  await expect(page.getByLabel('hours', { exact: true })).toHaveAttribute('aria-invalid', 'true');
  await page.getByLabel('Evenings only (from five)').check();
  await expect.poll(async () => (await stateOf(server, id)).plan.days.eveningsOnly).toBe(true);
  await page.goBack();
  await expect(page.getByLabel('Off each raw edge', { exact: true })).toHaveValue(/12\.7/);
  await page.goForward();
  await expect(page.getByLabel('Evenings only (from five)')).toBeChecked();
  await expect(page.getByTestId('days-answer')).toHaveText(/^Done on/);
});
