import { toldByServer } from '../src/words/refusals';
import { chromium, type Page } from '@playwright/test';
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { findIslands } from '@/core/geometry';
import { colourCells, findPalette, flattenPicture, majorityFilter, quantise } from '@/core/picture';
import type { Outcome } from '@/core/units';
import { seedWorkshop } from '../demo/workshop';
import { withFlat, progressOf } from '@/derived';
import { bringInPicture, createPrint, keepLabels, placeAgain, printState, shelfPage, savePlan } from '@/server';
import { openStore } from '@/store';
import { answers } from './answers';
import { median } from './page';
import CHROMIUM from '../scripts/chromium.json';

export interface InterfaceFigures {
  readonly pulls: number;
  readonly pullMs: number;
  readonly reorders: number;
  readonly reorderMs: number;
  readonly previewMs: number;
  /** Of the main thread, from the key to what follows from it laid out: the edition under Sheets, the margin under Register. */
  readonly editMs: { readonly edition: number; readonly margin: number };
  readonly edits: number;
  readonly runsKb: number;
  readonly pictureKb: number;
  /** On the main thread: until the first look is shown, and from then on. */
  readonly openingTaskMs: number;
  readonly longestTaskMs: number;
}

export interface RegionFigures {
  readonly chooseMs: number;
  readonly recolourMs: number;
  readonly recolours: number;
  readonly editTaskMs: number;
}

export interface StageFigures {
  readonly stages: number;
  /** Pressed at once, and after the open stage has been read for `READING_MS`. */
  readonly coldMs: number;
  readonly allStagesMs: number;
  readonly againMs: number;
  readonly longestTaskMs: number;
}

const PORT = 3297;
/** As long as a person takes at least to read what is found on the open stage. */
export const READING_MS = 3000;

/** Drives the built application on a fresh sample workshop and reads its own times. */
export async function measureInterface(): Promise<InterfaceFigures> {
  const folder = mkdtempSync(join(tmpdir(), 'ulexite-bench-'));
  const data = join(folder, 'w.sqlite');
  const db = openStore(data);
  await seedWorkshop(db, Date.now());
  const prints = shelfPage(db, 1, new Date().toISOString()).prints;
  const saltId = prints.find((p) => p.name.startsWith('Salt Works'))!.id;
  const salty = printState(db, saltId);
  if (!salty.ok) throw new Error(toldByServer(salty));
  const { plan, events } = salty.value;
  const waiting = progressOf(plan, events).runs[2].tally.waiting[0];
  db.close();
  const byName = (name: string) => prints.find((p) => p.name.startsWith(name))!;
  const server = spawn('node', ['scripts/serve.mjs'], {
    env: { ...process.env, PORT: String(PORT), ULEXITE_DATA: data },
    stdio: 'ignore',
  });
  const url = `http://127.0.0.1:${PORT}`;
  await answers(url);
  const browser = await chromium.launch(CHROMIUM);
  try {
    const salt = byName('Salt Works'),
      gate = byName('Allotment');
    const pullMs = await timePulls(url, salt.id, plan.runs[2].id, waiting);
    const runsKb = await javascriptKb(`${url}/print/${salt.id}/runs`),
      pictureKb = await javascriptKb(`${url}/print/${gate.id}/picture`);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.addInitScript('globalThis.__name = (work) => work'); // the bundler names functions sent to the page
    await page.addInitScript(() => {
      (window as unknown as { longest: number }).longest = 0;
      new PerformanceObserver((list) => {
        for (const e of list.getEntries()) {
          const w = window as unknown as { longest: number };
          w.longest = Math.max(w.longest, e.duration);
        }
      }).observe({ entryTypes: ['longtask'] });
    });
    await page.goto(`${url}/print/${gate.id}/picture`);
    await page.getByText('a first look').waitFor();
    const openingTaskMs = await page.evaluate(() => {
      const w = window as unknown as { longest: number };
      const until = w.longest;
      w.longest = 0;
      return until;
    });
    await page.waitForTimeout(2500);
    const previewMs = await page.evaluate(async () => {
      const slider = document.querySelector<HTMLInputElement>('input[type=range]')!;
      const times: number[] = [];
      // a small copy tells a change without the cost of packing the whole picture
      const small = new OffscreenCanvas(48, 36).getContext('2d', { willReadFrequently: true })!;
      const seen = (canvas: HTMLCanvasElement) => {
        small.drawImage(canvas, 0, 0, 48, 36);
        return small.getImageData(0, 0, 48, 36).data.join();
      };
      for (let i = 0; i < 9; i++) {
        const canvas = document.querySelector('canvas')!;
        const before = seen(canvas);
        slider.focus();
        const from = performance.now();
        Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!.call(
          slider,
          String(4 + (i % 2) * 3),
        );
        slider.dispatchEvent(new Event('change', { bubbles: true }));
        while (seen(canvas) === before && performance.now() - from < 5000)
          await new Promise((r) => {
            requestAnimationFrame(r);
          });
        times.push(performance.now() - from);
        await new Promise((r) => {
          setTimeout(r, 120);
        });
      }
      return times.sort((a, b) => a - b)[4];
    });
    await page.waitForTimeout(4000);
    const longestTaskMs = await page.evaluate(() => (window as unknown as { longest: number }).longest);
    await page.goto(`${url}/print/${gate.id}/runs`);
    await page.locator('main canvas[role="img"]').first().waitFor();
    const reorderTimes = await page.evaluate(async () => {
      const times: number[] = [];
      for (let i = 0; i < 9; i++) {
        const canvas = [...document.querySelectorAll<HTMLCanvasElement>('main canvas[role="img"]')][
          i % 2 === 0 ? 0 : 0
        ];
        const before = canvas.toDataURL();
        const from = performance.now();
        document.querySelector<HTMLButtonElement>('button[aria-label="Move run 1 later"]')!.click();
        while (canvas.toDataURL() === before && performance.now() - from < 5000)
          await new Promise((r) => {
            requestAnimationFrame(r);
          });
        times.push(performance.now() - from);
        await new Promise((r) => {
          setTimeout(r, 400);
        });
      }
      return times;
    });
    const quinces = `${url}/print/${byName('Quinces').id}`;
    const each = Array.from({ length: 15 }, (_, i) => 40 + ((i + 1) % 5));
    const edition = await timeEdits(page, `${quinces}/sheets`, 'Edition', 'main h1 + p', each.map(String));
    const margin = await timeEdits(
      page,
      `${quinces}/register`,
      'Margin',
      'main aside strong',
      each.map((mm) => `${mm} mm`),
    );
    return {
      edits: edition.length,
      editMs: { edition: median(edition), margin: median(margin) },
      pulls: pullMs.length,
      pullMs: median(pullMs),
      reorders: reorderTimes.length,
      reorderMs: median(reorderTimes),
      previewMs,
      runsKb,
      pictureKb,
      openingTaskMs,
      longestTaskMs,
    };
  } finally {
    await browser.close();
    server.kill();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Values typed into a field, one after the other: ms from the key that takes each to the text that follows from it, laid out. */
async function timeEdits(
  page: Page,
  url: string,
  label: string,
  follows: string,
  values: readonly string[],
): Promise<number[]> {
  await page.goto(url);
  await page.locator(follows).first().waitFor();
  await page.waitForTimeout(3000);
  const times: number[] = [];
  for (const value of values) {
    const field = page.getByLabel(label, { exact: true }).first();
    await field.fill(value);
    await page.waitForTimeout(700);
    times.push(
      await field.evaluate(
        (input, selector) =>
          new Promise<number>((done) => {
            const text = () => document.querySelector(selector)!.textContent;
            const before = text();
            let from = 0;
            const seen = new MutationObserver(() => {
              if (text() === before) return;
              seen.disconnect();
              void document.body.offsetHeight; // laid out
              done(performance.now() - from);
            });
            seen.observe(document.body, { subtree: true, childList: true, characterData: true });
            from = performance.now();
            input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
          }),
        follows,
      ),
    );
    await page.waitForTimeout(900);
  }
  return times;
}

type Shapes = (widthPx: number, heightPx: number) => Uint8Array | Promise<Uint8Array>;

/** The built application on a workshop of its own with one A3 print of these shapes, each label a tone; open in a browser while `work` runs. */
async function onA3<T>(
  port: number,
  tones: number,
  shapes: Shapes,
  work: (page: Page, print: string, raster: { widthPx: number; heightPx: number }) => Promise<T>,
): Promise<T> {
  const folder = mkdtempSync(join(tmpdir(), 'ulexite-a3-'));
  const db = openStore(join(folder, 'w.sqlite'));
  const now = new Date().toISOString();
  const id = valueOf(createPrint(db, 'A3', now));
  const png = await sharp({ create: { width: 1400, height: 990, channels: 3, background: '#f4efe2' } })
    .png()
    .toBuffer();
  valueOf(await bringInPicture(db, id, png, 'field.png', now));
  const place = { turnDeg: 0, mirrored: false, crop: { x: 0, y: 0, width: 1, height: 1 }, ...A3 } as const;
  valueOf(await placeAgain(db, id, place, now));
  const placed = valueOf(printState(db, id));
  const { raster } = placed.plan.picture!;
  const labels = await shapes(raster.widthPx, raster.heightPx);
  const colours = Array.from({ length: tones }, (_, i) => ({
    id: `c${i}`,
    name: `tone ${i}`,
    wantedLabD50: [94 - (74 * i) / (tones - 1), 4, 10 - 4 * i] as const,
    areaShare: 1 / tones,
    islandCount: i ? 1000 : 1,
  }));
  const flat = {
    labelsSha: keepLabels(db, { width: raster.widthPx, height: raster.heightPx, labels }, now),
    settings: { colourCount: tones, radiusMm: 0, minIslandMm2: 0 },
    colours,
    barePaperId: 'c0',
    handChanges: 0,
  };
  valueOf(savePlan(db, id, placed.now.plan, withFlat(placed.plan, flat), 'made', now));
  db.close();
  const url = `http://127.0.0.1:${port}`;
  const server = spawn('node', ['scripts/serve.mjs'], {
    env: { ...process.env, PORT: String(port), ULEXITE_DATA: join(folder, 'w.sqlite') },
    stdio: 'ignore',
  });
  await answers(url);
  const browser = await chromium.launch(CHROMIUM);
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    // the compiler gives inner functions their names by a helper the page does not have
    await page.addInitScript('globalThis.__name = (work) => work');
    return await work(page, `${url}/print/${id}`, raster);
  } finally {
    await browser.close();
    server.kill();
    rmSync(folder, { recursive: true, force: true });
  }
}

function valueOf<T>(outcome: Outcome<T>): T {
  if (!outcome.ok) throw new Error(toldByServer(outcome));
  return outcome.value;
}

const ISLANDS_ACROSS = 100,
  ISLANDS_DOWN = 50,
  A3 = { widthMm: 420, heightMm: 297 };

/** Five thousand islands in a field. */
function field(widthPx: number, heightPx: number): Uint8Array {
  const labels = new Uint8Array(widthPx * heightPx);
  const stepX = widthPx / ISLANDS_ACROSS,
    stepY = heightPx / ISLANDS_DOWN;
  for (let j = 0; j < ISLANDS_DOWN; j++)
    for (let i = 0; i < ISLANDS_ACROSS; i++)
      for (let y = Math.round(j * stepY) + 6; y < Math.round((j + 1) * stepY) - 6; y++)
        labels.fill(
          1 + ((i * 7 + j * 3) % 5),
          y * widthPx + Math.round(i * stepX) + 6,
          y * widthPx + Math.round((i + 1) * stepX) - 6,
        );
  return labels;
}

/** Islands chosen and given away in the built application, on an A3 raster with five thousand of them. */
export function measureRegions(): Promise<RegionFigures> {
  return onA3(PORT + 1, 6, field, async (page, print, { widthPx, heightPx }) => {
    const stepX = widthPx / ISLANDS_ACROSS,
      stepY = heightPx / ISLANDS_DOWN;
    await page.goto(`${print}/picture`);
    await page.waitForTimeout(5000);
    await page.keyboard.press('s');
    await page.keyboard.press('n');
    await page.getByLabel('Chosen island').waitFor();
    await page.waitForTimeout(3000);
    await page.keyboard.press('Escape');
    const times = await page.evaluate(
      async (sheet) => {
        let longest = 0;
        new PerformanceObserver((list) => {
          for (const e of list.getEntries()) longest = Math.max(longest, e.duration);
        }).observe({ entryTypes: ['longtask'] });
        const box = document.querySelector('[data-testid="sheet"]')!,
          canvas = box.querySelector('canvas')!,
          bounds = box.getBoundingClientRect();
        const wait = (ms: number) =>
          new Promise((r) => {
            setTimeout(r, ms);
          });
        const frame = () =>
          new Promise((r) => {
            requestAnimationFrame(r);
          });
        const choose: number[] = [],
          give: number[] = [];
        for (let i = 0; i < 9; i++) {
          // the middle of an island, where the whole sheet is shown
          const fit = Math.min((bounds.width - 24) / sheet.width, (bounds.height - 24) / sheet.height);
          const x = Math.round(bounds.width / 2 + ((8.5 + 9 * i) * sheet.stepX - sheet.width / 2) * fit),
            y = Math.round(bounds.height / 2 + ((10.5 + 5 * (i % 4)) * sheet.stepY - sheet.height / 2) * fit);
          const ring = () => document.querySelector('[data-testid="picked"]')?.getAttribute('cx') ?? '';
          const before = ring();
          let from = performance.now();
          box.dispatchEvent(
            new MouseEvent('click', { bubbles: true, clientX: bounds.left + x, clientY: bounds.top + y }),
          );
          while (ring() === before && performance.now() - from < 4000) await frame();
          choose.push(performance.now() - from);
          await wait(700);
          const pixel = () => canvas.getContext('2d')!.getImageData(x, y, 1, 1).data.join();
          const old = pixel();
          const button = [...document.querySelectorAll<HTMLButtonElement>('button[aria-label^="Give the island to"]')][
            (i + 1) % 5
          ];
          from = performance.now();
          button.click();
          while (pixel() === old && performance.now() - from < 4000) await frame();
          give.push(performance.now() - from);
          await wait(4500);
        }
        return { choose, give, longest };
      },
      { width: widthPx, height: heightPx, stepX, stepY },
    );
    return {
      chooseMs: median(times.choose),
      recolourMs: median(times.give),
      recolours: times.give.length,
      editTaskMs: times.longest,
    };
  });
}

/** Every stage of an A3 print of a photograph looked over in the built application, and again with another tool. */
export function measureStages(file: string): Promise<StageFigures> {
  const photograph = async (width: number, height: number) => {
    const rgba = await sharp(file).resize(width, height, { fit: 'cover' }).ensureAlpha().raw().toBuffer();
    const flat = flattenPicture({ width, height, rgba: new Uint8ClampedArray(rgba) }, 0.1, {
      colourCount: 8,
      radiusMm: 0.4,
      minIslandMm2: 1,
    });
    return valueOf(flat).labels;
  };
  return onA3(PORT + 2, 8, photograph, async (page, print) => {
    const once = async (tool: number, restMs: number) => {
      await page.goto(`${print}/block`);
      await page.getByRole('heading', { name: 'Which tool for what' }).waitFor();
      await page.waitForTimeout(restMs); // what is found for the open stage is read first
      return page.evaluate(async (narrowestMm) => {
        let longest = 0;
        new PerformanceObserver((list) => {
          for (const e of list.getEntries()) longest = Math.max(longest, e.duration);
        }).observe({ entryTypes: ['longtask'] });
        const frame = () =>
          new Promise((r) => {
            requestAnimationFrame(r);
          });
        const rows = () =>
          [...document.querySelectorAll('li')].filter((li) => li.textContent!.startsWith('before run'));
        const waitFor = async (done: () => boolean) => {
          const from = performance.now();
          while (!done() && performance.now() - from < 20_000) await frame();
          return performance.now() - from;
        };
        const all = () => rows().length > 0 && rows().every((li) => !li.textContent!.includes('…'));
        [...document.querySelectorAll('button')].find((b) => b.textContent!.startsWith('Look over all'))!.click();
        const firstMs = await waitFor(all);
        // another tool: the headline of the open stage, then all rows
        const slider = document.querySelector<HTMLInputElement>('input[type=range][aria-label="Narrowest tool"]')!,
          before = rows()
            .map((li) => li.textContent)
            .join();
        Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!.call(slider, String(narrowestMm));
        slider.dispatchEvent(new Event('change', { bubbles: true }));
        const againMs = await waitFor(
          () =>
            all() &&
            rows()
              .map((li) => li.textContent)
              .join() !== before,
        );
        return { stages: rows().length, firstMs, againMs, longest };
      }, tool);
    };
    const cold = [await once(1, 0), await once(0.5, 0), await once(1, 0)];
    const rounds = [await once(0.5, READING_MS), await once(1, READING_MS), await once(0.5, READING_MS)];
    return {
      stages: rounds[0].stages,
      coldMs: median(cold.map((r) => r.firstMs)),
      allStagesMs: median(rounds.map((r) => r.firstMs)),
      againMs: median(rounds.map((r) => r.againMs)),
      longestTaskMs: Math.max(...rounds.map((r) => r.longest)),
    };
  });
}

async function timePulls(url: string, printId: string, runId: string, sheet: string): Promise<number[]> {
  const log = async (act: object, id: string) => {
    const from = performance.now();
    const answer = await fetch(`${url}/api/prints/${printId}/log`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: url },
      body: JSON.stringify({ known: '0.0.0', events: [{ id, at: new Date().toISOString(), act }] }),
    });
    await answer.arrayBuffer();
    if (!answer.ok) throw new Error(`a pull was refused (${answer.status})`);
    return performance.now() - from;
  };
  const times: number[] = [];
  for (let i = 0; i < 60; i++) {
    times.push(await log({ kind: 'pull', runId, sheet, faults: [], setAside: false, note: '' }, `bench-pull-${i}`));
    await log({ kind: 'pull-undone', pullId: `bench-pull-${i}` }, `bench-undo-${i}`);
  }
  return times;
}

/** Compressed size of the scripts a page asks for at once, as the server sends them. */
async function javascriptKb(page: string): Promise<number> {
  const html = await (await fetch(page)).text();
  const scripts = new Set([...html.matchAll(/<script[^>]+src="([^"]+\.js)"/g)].map((m) => m[1]));
  const { gzipSync } = await import('node:zlib');
  let bytes = 0;
  for (const script of scripts)
    bytes += gzipSync(Buffer.from(await (await fetch(new URL(script, page))).arrayBuffer())).length;
  return bytes / 1024;
}

/** The largest set of arrays alive at once in flattening and tracing, on a picture of noise over bands: many strips. */
export async function bytesPerPixel(): Promise<number> {
  const width = 2000,
    height = 1500;
  const { data } = await sharp({
    create: { width, height, channels: 3, background: '#888', noise: { type: 'gaussian', mean: 128, sigma: 40 } },
  })
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const raster = { width, height, rgba: new Uint8ClampedArray(data.buffer, data.byteOffset, data.length) };
  const cells = colourCells(raster);
  const labels = quantise(raster, cells, findPalette(cells, 8).oklab);
  const smooth = majorityFilter({ width, height, labels }, 4);
  const islands = findIslands({ width, height, labels: smooth })!;
  const strips = islands.stripEnd.length * 9 + islands.stripEnd.length * 4; // ends, labels, islands, and parents while uniting
  const perIsland = islands.islandCount * (1 + 4 + 4 + 5 * 4);
  return (4 * width * height + 3 * width * height + strips + perIsland) / (width * height);
}
