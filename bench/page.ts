import { chromium, type Page } from '@playwright/test';
import { createReadStream, existsSync, readdirSync, statSync } from 'node:fs';
import { createServer } from 'node:http';
import { join } from 'node:path';
import type { ColourFigures } from './colourWorker';
import type { CuttingFigures } from './cuttingWorker';
import type { ProofStudy } from './proofStudy';
import type { RegisterFigures } from './registerWorker';
import CHROMIUM from '../scripts/chromium.json';

const OUT = 'bench/.out';
const PEER = 'node_modules/@techstark/opencv-js/dist/opencv.js';
/** Two photographs, a very busy one, a drawing: the first file under the folder whose name begins so. */
const PICTURES = [
  { what: 'photograph, mountains', folder: 'lomiri-wallpapers-16.04', begins: 'picosdeeuropa' },
  { what: 'photograph, close', folder: 'lomiri-wallpapers-16.04', begins: 'Dragonfly' },
  { what: 'busiest photograph', folder: 'mate-backgrounds', begins: 'Elephants_5640' },
  { what: 'drawing', folder: 'ukui-wallpapers', begins: 'calla' },
] as const;
export interface Round {
  times: Record<string, { ours: number; theirs?: number }>;
  notes: Record<string, number>;
}
export type Answer = {
  rounds?: Round[];
  chain?: number[];
  ok?: boolean;
  error?: string;
  figures?: ColourFigures;
  cutting?: CuttingFigures;
  register?: RegisterFigures;
  study?: ProofStudy;
};

function find(folder: string, begins: string): string {
  const walk = (at: string): string | undefined =>
    readdirSync(at)
      .sort()
      .map((name) => join(at, name))
      .map((path) =>
        statSync(path).isDirectory() ? walk(path) : path.split('/').pop()!.startsWith(begins) ? path : undefined,
      )
      .find(Boolean);
  const found = existsSync(join(OUT, folder)) ? walk(join(OUT, folder)) : undefined;
  if (!found) throw new Error(`no picture that begins with ${begins} in ${folder}`);
  return found;
}

export const pictures = PICTURES.map((p) => ({ ...p, file: find(p.folder, p.begins) }));

export async function withPage<T>(
  work: (page: Page, url: string) => Promise<T>,
  more: Readonly<Record<string, string>> = {},
): Promise<T> {
  const files: Record<string, string> = {
    '/worker.js': `${OUT}/worker.js`,
    '/colourWorker.js': `${OUT}/colourWorker.js`,
    '/cuttingWorker.js': `${OUT}/cuttingWorker.js`,
    '/registerWorker.js': `${OUT}/registerWorker.js`,
    '/peer.js': PEER,
    ...Object.fromEntries(pictures.map((p, i) => [`/picture-${i}`, p.file])),
    ...more,
  };
  const server = createServer((request, response) => {
    const file = files[request.url ?? ''];
    if (file) {
      response.setHeader('Content-Type', file.endsWith('.js') ? 'text/javascript' : 'application/octet-stream');
      createReadStream(file).pipe(response);
    } else {
      response.setHeader('Content-Type', 'text/html');
      response.end('<!doctype html><title>bench</title>');
    }
  });
  await new Promise<void>((resolve) => {
    server.listen(0, '127.0.0.1', resolve);
  });
  const browser = await chromium.launch({
    ...CHROMIUM,
    args: [...CHROMIUM.args, '--enable-precise-memory-info'],
  });
  try {
    const page = await browser.newPage();
    const url = `http://127.0.0.1:${(server.address() as { port: number }).port}`;
    await page.goto(url);
    return await work(page, url);
  } finally {
    await browser.close();
    server.close();
  }
}

/** Sends one job to a worker of its own in the page and waits for the answer. */
export function inWorker(page: Page, url: string, jobs: object[], script = 'worker'): Promise<Answer> {
  return page.evaluate(
    ([base, list, name]) =>
      new Promise<Answer>((resolve) => {
        const worker = new Worker(`${base}/${name}.js`);
        const queue = [...(list as object[])];
        worker.onerror = (e) => resolve({ error: e.message });
        worker.onmessage = ({ data }) => {
          if (data.error || queue.length === 0) {
            worker.terminate();
            resolve(data);
          } else worker.postMessage(queue.shift());
        };
        worker.postMessage(queue.shift());
      }),
    [url, jobs, script] as const,
  );
}

/** The middle time of several goes at a piece of work, ms. */
export function timed(work: () => unknown, goes = 7): number {
  return median(
    Array.from({ length: goes }, () => {
      const started = performance.now();
      work();
      return performance.now() - started;
    }),
  );
}

export const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1];
export const ms = (value: number): string => `${value < 10 ? value.toFixed(1) : Math.round(value)} ms`;
