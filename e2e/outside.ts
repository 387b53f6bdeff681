import { chromium, type Browser } from '@playwright/test';
import CHROMIUM from '../scripts/chromium.json';
import { api, flattenedPrint } from './prints';
import { TestServer } from './server';
import { expect, test, type Page } from './test';

/** The name under which devices know the machine: by it they come from the network. */
export const NAME = 'desk.workshop.test';

/** A browser that finds the machine under that name. */
export function outsideBrowser(): Promise<Browser> {
  return chromium.launch({ ...CHROMIUM, args: [...CHROMIUM.args, `--host-resolver-rules=MAP ${NAME} 127.0.0.1`] });
}

/** A server for the tests of a file, that devices find from outside, and a browser that stands there. */
export function servedOutside(): { readonly server: TestServer; readonly browser: () => Browser } {
  const server = new TestServer({ ULEXITE_HOSTS: NAME });
  let browser: Browser;
  test.beforeAll(async () => {
    await server.start();
    browser = await outsideBrowser();
  });
  test.afterAll(async () => {
    await browser.close();
    await server.stop();
  });
  return { server, browser: () => browser };
}

/** Where a device finds the server. */
export const outsideOf = (server: TestServer) => server.url.replace('127.0.0.1', NAME);

/** Comes in as by the camera: the code stands behind the address, and not in it afterwards. */
export async function comeIn(on: Page, server: TestServer, code: string, name: string): Promise<void> {
  await on.goto(`${outsideOf(server)}/#${code}`);
  await expect(on.getByLabel('Code')).toHaveValue(code);
  expect(on.url()).not.toContain(code);
  await on.getByLabel('Name of this device').fill(name);
  await on.getByRole('button', { name: 'Come in' }).click();
  await expect(on).toHaveURL(`${outsideOf(server)}/`);
}

/** A print whose first run is cut and can be pulled. */
export async function readyToPull(page: Page, server: TestServer, name: string): Promise<string> {
  const id = await flattenedPrint(page, server, name);
  const act = (body: object, n: number) => ({
    id: `${id.slice(0, 8)}-setup-${n}`,
    at: new Date().toISOString(),
    act: body,
  });
  await api(server, 'POST', `/api/prints/${id}/log`, {
    known: '0.0.0',
    events: [
      act({ kind: 'cut-done', cutId: 'stage-1' }, 1),
      act({ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 60, tests: 0 }, 2),
    ],
  });
  return id;
}
