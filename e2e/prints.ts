import { toldByServer } from '../src/words/refusals';
import { expect, type Page } from './test';
import sharp from 'sharp';
import { randomStream } from '../src/core/random/random';
import { deflateSync } from 'node:zlib';
import { ACT_VERSION, checkAnswer, encodeLabelMap, type Plan, type PrintState, type PlanEdit } from '@/model';
import type { TestServer } from './server';

/** Asks the server as the interface does. */
export async function api<T>(server: TestServer, method: string, path: string, body?: unknown): Promise<T> {
  const response = await fetch(server.url + path, {
    method,
    headers: { 'Content-Type': 'application/json', Origin: server.url },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  const answer = (await response.json()) as T & { message?: string };
  const kept = checkAnswer(method, path, !response.ok, answer);
  if (!kept.ok) throw new Error(`${method} ${path} answered otherwise than is promised: ${toldByServer(kept)}`);
  if (!response.ok) throw new Error(answer.message);
  return answer;
}

type GivenFile = Readonly<{ name: string; mimeType: string; buffer: Buffer }>;

/** A picture brought in by its field. */
export const givePicture = (page: Page, file: GivenFile): Promise<void> => giveFile(page, 'Picture file', file);

/** A file given to a field. One given before the page is taken over by its program would be lost, as no hand is quick enough to do. */
export async function giveFile(page: Page, label: string, file: GivenFile): Promise<void> {
  const field = page.getByLabel(label);
  await expect
    .poll(() => field.evaluate((input) => Object.keys(input).some((key) => key.startsWith('__reactProps'))))
    .toBe(true);
  await field.setInputFiles(file);
}

/** A picture of four broad bands with a disc and thin lines: quick to flatten, with all that matters. */
export function bandsPng(): Promise<Buffer> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="450"><rect width="600" height="450" fill="#f4efe2"/><rect y="120" width="600" height="330" fill="#e6c47a"/><rect y="230" width="600" height="220" fill="#b0603c"/>
    <rect y="350" width="600" height="100" fill="#23293a"/><circle cx="170" cy="120" r="70" fill="#b0603c"/><circle cx="420" cy="290" r="40" fill="#e6c47a"/><path d="M470 40V420M480 60L560 400" stroke="#23293a" stroke-width="6"/></svg>`;
  return sharp(Buffer.from(svg)).png().toBuffer();
}

/** A picture as a camera has it: hills in soft light with grain, twigs and wires over them too thin to be cut, specks everywhere. */
export function hillsPng(): Promise<Buffer> {
  const width = 1200,
    height = 900,
    rgb = Buffer.alloc(3 * width * height),
    random = randomStream(9);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const ridge = Math.sin(x / 130) * 60 + Math.sin(x / 37 + 2) * 22 + Math.sin((x + y) / 19) * 6,
        tone = Math.max(0, Math.min(3, Math.floor((y + ridge) / 225))),
        light = 232 - 56 * tone + 26 * (random() - 0.5);
      rgb.set([light, light * (0.94 - 0.05 * tone), light * (0.82 - 0.1 * tone)], 3 * (y * width + x));
    }
  const dot = (x: number, y: number, colour: readonly number[]) => {
    if (x >= 0 && y >= 0 && x < width && y < height) rgb.set(colour, 3 * (Math.floor(y) * width + Math.floor(x)));
  };
  for (let wire = 0; wire < 9; wire++)
    for (let x = 80; x < 1120; x++)
      for (const thick of [0, 1])
        dot(x, 60 + 90 * wire + 14 * Math.sin(x / 90 + wire) + thick, wire % 2 ? [246, 232, 198] : [34, 28, 26]);
  for (let speck = 0; speck < 500; speck++) {
    const x = random() * width,
      y = random() * height,
      r = 1 + random() * 4;
    for (let dy = -r; dy < r; dy++) for (let dx = -r; dx < r; dx++) dot(x + dx, y + dy, [70, 52, 44]);
  }
  return sharp(rgb, { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer();
}

const flattened = new WeakMap<TestServer, Plan>();

/** A print with that picture at 60 × 45 mm, flattened by the interface's own worker in the page; on one server once, later ones take its plan. */
export async function flattenedPrint(page: Page, server: TestServer, name: string): Promise<string> {
  const id = await api<string>(server, 'POST', '/api/prints', { name });
  const known = flattened.get(server);
  if (known) {
    await edit(server, id, { kind: 'picture-placed', picture: known.picture! });
    await edit(server, id, { kind: 'shapes-changed', flat: known.flat, how: 'flattened' });
    return id;
  }
  await page.goto(`${server.url}/print/${id}/picture`);
  await givePicture(page, { name: 'bands.png', mimeType: 'image/png', buffer: await bandsPng() });
  // with its thin lines: what cannot be cut is what many tests are about
  await page.getByRole('button', { name: 'as it is', exact: true }).click();
  await page.getByText('Flat colours').waitFor();
  await page.getByText(/Whole picture flattened/).waitFor();
  flattened.set(server, (await stateOf(server, id)).plan);
  return id;
}

/** One edit on the print as it is. */
export async function edit(server: TestServer, id: string, change: PlanEdit): Promise<void> {
  await api(server, 'PUT', `/api/prints/${id}`, { known: '0.0.0', edit: change });
}

let told = 0;
/** Acts at a print's bench, as the interface says them. */
export async function logged(server: TestServer, id: string, acts: readonly object[]): Promise<void> {
  const at = new Date().toISOString();
  await api(server, 'POST', `/api/prints/${id}/log`, {
    known: '0.0.0',
    events: acts.map((act) => ({ id: `${id.slice(0, 8)}-told-${++told}`, version: ACT_VERSION, at, act })),
  });
}

export async function stateOf(server: TestServer, id: string): Promise<PrintState> {
  return api<PrintState>(server, 'GET', `/api/prints/${id}`);
}

/** A print made without the interface: a picture of the given size, and flat colours drawn as boxes of millimetres over colour 0. */
export async function drawnPrint(
  server: TestServer,
  name: string,
  size: { widthMm: number; heightMm: number },
  colours: readonly { name: string; labD50: readonly [number, number, number] }[],
  boxes: readonly (readonly [number, number, number, number, number])[],
): Promise<string> {
  const id = await api<string>(server, 'POST', '/api/prints', { name });
  const base = await sharp({
    create: { width: size.widthMm * 4, height: size.heightMm * 4, channels: 3, background: '#f4efe2' },
  })
    .png()
    .toBuffer();
  const brought = await fetch(`${server.url}/api/prints/${id}/picture`, {
    method: 'POST',
    body: new Uint8Array(base),
    headers: {
      Origin: server.url,
      'x-file-name': 'drawn.png',
      'x-known': '0.0.0',
    },
  });
  if (!brought.ok) throw new Error(await brought.text());
  await api(server, 'PUT', `/api/prints/${id}/picture`, {
    known: '0.0.0',
    place: { turnDeg: 0, mirrored: false, crop: { x: 0, y: 0, width: 1, height: 1 }, ...size },
  });
  const { widthPx, heightPx, mmPerPx } = (await stateOf(server, id)).plan.picture!.raster;
  const labels = new Uint8Array(widthPx * heightPx);
  for (const [label, x, y, w, h] of boxes)
    for (let row = Math.round(y / mmPerPx); row < Math.round((y + h) / mmPerPx); row++)
      labels.fill(label, row * widthPx + Math.round(x / mmPerPx), row * widthPx + Math.round((x + w) / mmPerPx));
  const stored = await fetch(`${server.url}/api/prints/${id}/labels`, {
    method: 'POST',
    body: new Uint8Array(deflateSync(encodeLabelMap({ width: widthPx, height: heightPx, labels }))),
    headers: { Origin: server.url },
  });
  const labelsSha = (await stored.json()) as string;
  const share = (label: number) => labels.reduce((sum, l) => sum + (l === label ? 1 : 0), 0) / labels.length;
  const flat = {
    labelsSha,
    settings: { colourCount: Math.max(2, colours.length), radiusMm: 0, minIslandMm2: 0 },
    colours: colours.map((c, i) => ({
      id: `c${i}`,
      name: c.name,
      wantedLabD50: c.labD50,
      areaShare: share(i),
      islandCount: 1,
    })),
    barePaperId: 'c0',
    handChanges: 0,
  };
  await edit(server, id, { kind: 'shapes-changed', flat, how: 'flattened' });
  return id;
}
