import { expect, test } from './test';
import { api, bandsPng, flattenedPrint, stateOf, givePicture } from './prints';
import { TestServer } from './server';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

async function readyToPull(page: import('@playwright/test').Page, name: string): Promise<string> {
  const id = await flattenedPrint(page, server, name);
  const act = (body: object, n: number) => ({ id: `${name}-setup-${n}`, at: new Date().toISOString(), act: body });
  await api(server, 'POST', `/api/prints/${id}/log`, {
    known: '0.0.0',
    events: [
      act({ kind: 'cut-done', cutId: 'stage-1' }, 1),
      act({ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 200, tests: 0 }, 2),
    ],
  });
  return id;
}

test('SIGKILL during a series of pulls loses none that was acknowledged', async ({ page }) => {
  const id = await readyToPull(page, 'kill');
  const runId = (await stateOf(server, id)).plan.runs[0].id;
  const acknowledged: string[] = [];
  let killed = false;
  const pulls = (async () => {
    for (let n = 1; n <= 200 && !killed; n++) {
      try {
        await api(server, 'POST', `/api/prints/${id}/log`, {
          known: '0.0.0',
          events: [
            {
              id: `kill-pull-${n}`,
              at: new Date().toISOString(),
              act: { kind: 'pull', runId, sheet: `${n}`, faults: [], setAside: false, note: '' },
            },
          ],
        });
        acknowledged.push(`kill-pull-${n}`);
      } catch {
        return;
      }
    }
  })();
  while (acknowledged.length < 40)
    await new Promise((r) => {
      setTimeout(r, 2);
    });
  killed = true;
  await server.kill('SIGKILL');
  await pulls;
  await server.start();
  const kept = new Set((await stateOf(server, id)).events.map((e) => e.id));
  expect(acknowledged.length).toBeGreaterThanOrEqual(40);
  expect(acknowledged.filter((pull) => !kept.has(pull))).toEqual([]);
});

test('pulls wait in the browser while the server is away, survive a reload, and count once', async ({ page }) => {
  const id = await readyToPull(page, 'away');
  await page.goto(`${server.url}/print/${id}/pull`);
  await expect(page.getByTestId('next-sheet')).toHaveText('1');
  await page.keyboard.press('Space');
  await expect(page.getByTestId('next-sheet')).toHaveText('2');
  await expect.poll(async () => (await stateOf(server, id)).events.filter((e) => e.act.kind === 'pull').length).toBe(1);
  await server.kill();
  await page.keyboard.press('Space');
  await expect(page.getByText(/The server does not answer. 1 act waits in this browser/)).toBeVisible();
  await page.keyboard.press('4');
  await page.keyboard.press('Space');
  await expect(page.getByText(/2 acts wait in this browser/)).toBeVisible();
  await expect(page.getByTestId('next-sheet')).toHaveText('4');
  await server.start();
  await page.reload();
  await expect(page.getByText(/wait in this browser/)).toHaveCount(0);
  await expect
    .poll(async () =>
      (await stateOf(server, id)).events.flatMap((e) => (e.act.kind === 'pull' ? [[e.act.sheet, e.act.faults]] : [])),
    )
    .toEqual([
      ['1', []],
      ['2', []],
      ['3', ['too heavy']],
    ]);
});

test('an edit while the server is away is kept and said so, and no view breaks for a part that cannot be fetched', async ({
  page,
}) => {
  const id = await flattenedPrint(page, server, 'away at the desk');
  await page.goto(`${server.url}/print/${id}/register`);
  await page.getByLabel('Margin', { exact: true }).waitFor();
  await server.kill();
  await page.getByLabel('Margin', { exact: true }).fill('33 mm');
  await page.getByLabel('Margin', { exact: true }).press('Enter');
  await expect(page.getByText('not saved')).toBeVisible();
  // heights were never looked at: they are not in this browser
  await page.getByRole('tab', { name: 'Heights' }).click();
  await expect(page.getByText(/could not be fetched: the server does not answer/).first()).toBeVisible();
  await page.getByRole('tab', { name: 'Sheet' }).click();
  await expect(page.getByLabel('Margin', { exact: true })).toHaveValue('33 mm');
  await server.start();
  await page.reload();
  await expect.poll(async () => (await stateOf(server, id)).plan.layout.marginMm).toBe(33);
  await page.getByRole('tab', { name: 'Heights' }).click();
  await expect(page.getByLabel('Backing')).toBeVisible();
});

test('what one window has not saved yet is left alone by a second, and taken up when the first is gone', async ({
  page,
  context,
}) => {
  const id = await flattenedPrint(page, server, 'unsaved in a window');
  await page.goto(`${server.url}/print/${id}/sheets`);
  await page.route(`**/api/prints/${id}`, (route) => route.abort());
  await page.getByLabel('Edition', { exact: true }).fill('17');
  await page.getByLabel('Edition', { exact: true }).press('Enter');
  await expect(page.getByText('not saved')).toBeVisible();
  const second = await context.newPage();
  await second.goto(`${server.url}/print/${id}/sheets`);
  await second.getByLabel('Test sheets').fill('6');
  await second.getByLabel('Test sheets').press('Enter');
  await expect.poll(async () => (await stateOf(server, id)).plan.sheets).toMatchObject({ testSheets: 6 });
  expect((await stateOf(server, id)).plan.sheets.edition).not.toBe(17);
  await page.close();
  await second.reload();
  await expect.poll(async () => (await stateOf(server, id)).plan.sheets).toMatchObject({ edition: 17, testSheets: 6 });
  await expect(second.getByLabel('Edition', { exact: true })).toHaveValue('17');
});

test('bad pictures are refused in words and leave everything as it was', async ({ page }) => {
  const id = await flattenedPrint(page, server, 'bad pictures');
  await page.goto(`${server.url}/print/${id}/picture`);
  const before = await stateOf(server, id);
  const huge = Buffer.concat([
    Buffer.from('89504e470d0a1a0a0000000d494844520000753000007530080200000000000000', 'hex'),
    Buffer.alloc(64),
  ]);
  const whole = await bandsPng();
  for (const [name, buffer, words] of [
    ['empty.png', Buffer.alloc(0), /is empty/],
    ['letter.png', Buffer.from('Dear all, this is no picture.'), /is not a picture that can be read here/],
    ['half.png', whole.subarray(0, whole.length >> 1), /damaged|not a picture/],
    ['huge.png', huge, /megapixels|not a picture/],
    [
      'linked.svg',
      Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" width="90" height="90"><image href="https://example.org/x.png"/></svg>',
      ),
      /refers to something outside itself/,
    ],
  ] as const) {
    await givePicture(page, { name, mimeType: 'image/png', buffer });
    await expect(page.getByRole('alert').filter({ hasText: words })).toBeVisible();
  }
  expect(await stateOf(server, id)).toMatchObject({ now: before.now, plan: before.plan });
});

test('a picture of one flat colour is refused when it is flattened', async ({ page }) => {
  const id = await api<string>(server, 'POST', '/api/prints', { name: 'one colour' });
  await page.goto(`${server.url}/print/${id}/picture`);
  const { default: sharp } = await import('sharp');
  await givePicture(page, {
    name: 'plain.png',
    mimeType: 'image/png',
    buffer: await sharp({ create: { width: 300, height: 200, channels: 3, background: '#7799aa' } })
      .png()
      .toBuffer(),
  });
  await expect(page.getByRole('alert').filter({ hasText: 'one flat colour only' })).toBeVisible();
});

test('foreign hosts, foreign pages and oversized bodies are refused', async () => {
  const { request } = await import('node:http');
  const ask = (options: object, body?: string) =>
    new Promise<number>((resolve, reject) => {
      const r = request({ host: '127.0.0.1', port: new URL(server.url).port, ...options }, (response) => {
        response.resume();
        resolve(response.statusCode ?? 0);
      });
      r.on('error', reject);
      r.end(body);
    });
  expect(await ask({ path: '/', headers: { Host: 'evil.example' } })).toBe(403);
  expect(
    await ask(
      {
        path: '/api/prints',
        method: 'POST',
        headers: { Origin: 'https://evil.example', 'Content-Type': 'application/json' },
      },
      '{"name":"x"}',
    ),
  ).toBe(403);
  expect(
    await ask({ path: '/api/prints', method: 'POST', headers: { 'Sec-Fetch-Site': 'cross-site' } }, '{"name":"x"}'),
  ).toBe(403);
  expect(
    await ask(
      { path: '/api/prints', method: 'POST', headers: { Origin: server.url } },
      JSON.stringify({ name: 'x'.repeat(3_000_000) }),
    ),
  ).toBe(413);
  expect(await ask({ path: '/', headers: { Host: `localhost:${new URL(server.url).port}` } })).toBe(200);
});
