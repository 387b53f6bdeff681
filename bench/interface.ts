import { chromium } from '@playwright/test';
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { findIslands } from '@/core/geometry';
import { colourCells, findPalette, majorityFilter, quantise } from '@/core/picture';
import { seedWorkshop } from '../demo/workshop';
import { listPrints } from '@/server';
import { openStore } from '@/store';

export interface InterfaceFigures {
  readonly pulls: number; readonly pullMs: number; readonly reorders: number; readonly reorderMs: number; readonly previewMs: number;
  readonly runsKb: number; readonly pictureKb: number; readonly longestTaskMs: number; readonly bytesPerPixel: number;
}

const PORT = 3297;
const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1];

/** Drives the built application on a fresh sample workshop and reads its own times. */
export async function measureInterface(): Promise<InterfaceFigures> {
  const folder = mkdtempSync(join(tmpdir(), 'ulexite-bench-'));
  const data = join(folder, 'w.sqlite');
  const db = openStore(data);
  await seedWorkshop(db, Date.now());
  const prints = listPrints(db);
  db.close();
  const byName = (name: string) => prints.find((p) => p.name.startsWith(name))!;
  const server = spawn('node', ['scripts/serve.mjs'], { env: { ...process.env, PORT: String(PORT), ULEXITE_DATA: data }, stdio: 'ignore' });
  const url = `http://127.0.0.1:${PORT}`;
  for (let i = 0; i < 100; i++) { try { await fetch(url); break; } catch { await new Promise((r) => { setTimeout(r, 100); }); } }
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'] });
  try {
    const salt = byName('Salt Works'), gate = byName('Allotment');
    const pullMs = await timePulls(url, salt.id, salt.plan.runs[2].id);
    const runsKb = await javascriptKb(`${url}/print/${salt.id}/runs`), pictureKb = await javascriptKb(`${url}/print/${gate.id}/picture`);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.addInitScript(() => {
      (window as unknown as { longest: number }).longest = 0;
      new PerformanceObserver((list) => { for (const e of list.getEntries()) { const w = window as unknown as { longest: number }; w.longest = Math.max(w.longest, e.duration); } }).observe({ entryTypes: ['longtask'] });
    });
    await page.goto(`${url}/print/${gate.id}/picture`);
    await page.getByText('a first look').waitFor();
    await page.waitForTimeout(2500);
    const previewMs = await page.evaluate(async () => {
      const slider = document.querySelector<HTMLInputElement>('input[type=range]')!;
      const times: number[] = [];
      for (let i = 0; i < 5; i++) {
        const canvas = document.querySelector('canvas')!;
        const before = canvas.toDataURL();
        slider.focus();
        const from = performance.now();
        Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!.call(slider, String(4 + (i % 2) * 3));
        slider.dispatchEvent(new Event('change', { bubbles: true }));
        while (canvas.toDataURL() === before && performance.now() - from < 5000) await new Promise((r) => { requestAnimationFrame(r); });
        times.push(performance.now() - from);
        await new Promise((r) => { setTimeout(r, 120); });
      }
      return times.sort((a, b) => a - b)[2];
    });
    await page.waitForTimeout(4000);
    const longestTaskMs = await page.evaluate(() => (window as unknown as { longest: number }).longest);
    await page.goto(`${url}/print/${gate.id}/runs`);
    await page.locator('.thumb canvas').first().waitFor();
    const reorderTimes = await page.evaluate(async () => {
      const times: number[] = [];
      for (let i = 0; i < 9; i++) {
        const canvas = [...document.querySelectorAll<HTMLCanvasElement>('.thumb canvas')][i % 2 === 0 ? 0 : 0];
        const before = canvas.toDataURL();
        const from = performance.now();
        document.querySelector<HTMLButtonElement>('button[aria-label="Move run 1 later"]')!.click();
        while (canvas.toDataURL() === before && performance.now() - from < 5000) await new Promise((r) => { requestAnimationFrame(r); });
        times.push(performance.now() - from);
        await new Promise((r) => { setTimeout(r, 400); });
      }
      return times;
    });
    return { pulls: pullMs.length, pullMs: median(pullMs), reorders: reorderTimes.length, reorderMs: median(reorderTimes), previewMs, runsKb, pictureKb, longestTaskMs, bytesPerPixel: await bytesPerPixel() };
  } finally {
    await browser.close();
    server.kill();
    rmSync(folder, { recursive: true, force: true });
  }
}

async function timePulls(url: string, printId: string, runId: string): Promise<number[]> {
  const log = async (act: object, id: string) => {
    const from = performance.now();
    const answer = await fetch(`${url}/api/prints/${printId}/log`, { method: 'POST', headers: { 'Content-Type': 'application/json', Origin: url }, body: JSON.stringify({ events: [{ id, at: new Date().toISOString(), act }] }) });
    await answer.arrayBuffer();
    if (!answer.ok) throw new Error(`a pull was refused (${answer.status})`);
    return performance.now() - from;
  };
  const times: number[] = [];
  for (let i = 0; i < 60; i++) {
    times.push(await log({ kind: 'pull', runId, sheet: '20', faults: [], setAside: false, note: '' }, `bench-pull-${i}`));
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
  for (const script of scripts) bytes += gzipSync(Buffer.from(await (await fetch(new URL(script, page))).arrayBuffer())).length;
  return bytes / 1024;
}

/** The largest set of arrays alive at once in flattening and tracing, on a picture of noise over bands: many strips. */
async function bytesPerPixel(): Promise<number> {
  const width = 2000, height = 1500;
  const { data } = await sharp({ create: { width, height, channels: 3, background: '#888', noise: { type: 'gaussian', mean: 128, sigma: 40 } } }).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const raster = { width, height, rgba: new Uint8ClampedArray(data.buffer, data.byteOffset, data.length) };
  const cells = colourCells(raster);
  const labels = quantise(raster, cells, findPalette(cells, 8).oklab);
  const smooth = majorityFilter({ width, height, labels }, 4);
  const islands = findIslands({ width, height, labels: smooth })!;
  const strips = islands.stripEnd.length * 9 + islands.stripEnd.length * 4; // ends, labels, islands, and parents while uniting
  const perIsland = islands.islandCount * (1 + 4 + 4 + 5 * 4);
  return (4 * width * height + 3 * width * height + strips + perIsland) / (width * height);
}
