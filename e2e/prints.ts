import type { Page } from '@playwright/test';
import sharp from 'sharp';
import type { PrintState } from '@/records';
import type { TestServer } from './server';

/** Asks the server as the interface does. */
export async function api<T>(server: TestServer, method: string, path: string, body?: unknown): Promise<T> {
  const response = await fetch(server.url + path, { method, headers: { 'Content-Type': 'application/json', Origin: server.url }, body: body === undefined ? undefined : JSON.stringify(body) });
  const answer = (await response.json()) as T & { message?: string };
  if (!response.ok) throw new Error(answer.message);
  return answer;
}

/** A picture of four broad bands with a disc and thin lines: quick to flatten, with all that matters. */
export function bandsPng(): Promise<Buffer> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="450"><rect width="600" height="450" fill="#f4efe2"/><rect y="120" width="600" height="330" fill="#e6c47a"/><rect y="230" width="600" height="220" fill="#b0603c"/>
    <rect y="350" width="600" height="100" fill="#23293a"/><circle cx="170" cy="120" r="70" fill="#b0603c"/><circle cx="420" cy="290" r="40" fill="#e6c47a"/><path d="M470 40V420M480 60L560 400" stroke="#23293a" stroke-width="6"/></svg>`;
  return sharp(Buffer.from(svg)).png().toBuffer();
}

/** A print with that picture at 60 × 45 mm, flattened by the interface's own worker in the page. */
export async function flattenedPrint(page: Page, server: TestServer, name: string): Promise<string> {
  const id = await api<string>(server, 'POST', '/api/prints', { name });
  await page.goto(`${server.url}/print/${id}/picture`);
  await page.getByLabel('Picture file').setInputFiles({ name: 'bands.png', mimeType: 'image/png', buffer: await bandsPng() });
  await page.getByRole('button', { name: 'Flatten', exact: true }).click();
  await page.getByText('Flat colours').waitFor();
  await page.getByText(/Whole picture flattened/).waitFor();
  return id;
}

export async function stateOf(server: TestServer, id: string): Promise<PrintState> {
  return api<PrintState>(server, 'GET', `/api/prints/${id}`);
}

