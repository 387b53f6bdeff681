import { chromium, type Browser, type Page } from '@playwright/test';
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { progressOf } from '@/derived';
import { ACT_VERSION, type PrintState } from '@/model';
import { livingPrints, openStore } from '@/store';
import { seedWorkshop } from '../../demo/workshop';
import { answers } from '../answers';
import { median } from '../page';
import CHROMIUM from '../../scripts/chromium.json';

const PORT = 3297,
  PULLS = 24,
  TAPS = 12,
  PHOTOGRAPHS = 5;
const PRINT = 'Salt Works, Low Sun';

/** A pull as a device sends it, from the question to the answer that says it is on disk; each is taken back again, unmeasured. */
async function timeAnswers(base: string, id: string): Promise<number[]> {
  const ask = async (act: object, eventId: string) => {
    const event = { id: eventId, version: ACT_VERSION, at: new Date().toISOString(), act };
    const response = await fetch(`${base}/api/prints/${id}/log`, {
      ...{ method: 'POST', headers: { 'Content-Type': 'application/json', Origin: base } },
      body: JSON.stringify({ known: '99999.99999.99999', events: [event] }),
    });
    if (!response.ok) throw new Error(await response.text());
  };
  const { runId, sheet } = await nextPull(base, id);
  const times: number[] = [];
  for (let n = 0; n < PULLS; n++) {
    const pullId = `measured-${Date.now()}-${n}`;
    const began = performance.now();
    await ask({ kind: 'pull', runId, sheet, faults: [], setAside: false, note: '' }, pullId);
    times.push(performance.now() - began);
    await ask({ kind: 'pull-undone', pullId }, `${pullId}-back`);
  }
  return times;
}

/** The run at the press of the sample print, and a sheet that waits for it. */
async function nextPull(base: string, id: string) {
  const { plan, events } = (await (await fetch(`${base}/api/prints/${id}`)).json()) as PrintState;
  const { runs, currentRun } = progressOf(plan, events);
  return { runId: plan.runs[currentRun].id, sheet: runs[currentRun].tally.waiting[0] };
}

/** In the page: from a key or a tap to the frame in which what it changed stands; and until nothing is waited for. */
async function timeShown(page: Page, act: () => Promise<void>, selector: string): Promise<number> {
  await page.evaluate((of) => {
    const marks = { began: 0, shown: 0 };
    Object.assign(window, { marks });
    const begin = () => (marks.began ||= performance.now());
    for (const kind of ['keydown', 'pointerdown']) window.addEventListener(kind, begin, { capture: true, once: true });
    const seen = () => document.querySelector(of)?.textContent;
    const before = seen();
    const look = () => {
      if (seen() !== before) marks.shown = performance.now();
      else requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
  }, selector);
  await act();
  await page.waitForFunction(() => (window as unknown as { marks: { shown: number } }).marks.shown > 0);
  return page.evaluate(() => {
    const { marks } = window as unknown as { marks: { began: number; shown: number } };
    return marks.shown - marks.began;
  });
}

/** A photograph of twelve megapixels from the moment it is given to the worker until it lies beside the plan. */
async function timePhotographs(page: Page): Promise<number[]> {
  await page.keyboard.press('p');
  const times: number[] = [];
  for (let n = 0; n < PHOTOGRAPHS; n++) {
    await page.getByRole('button', { name: 'Simulated camera' }).click();
    await page.getByText(/laying it beside/).waitFor({ timeout: 60_000 });
    const began = performance.now();
    await page.getByRole('heading', { name: 'Misfit' }).waitFor({ timeout: 60_000 });
    times.push(performance.now() - began);
  }
  return times;
}

async function inPage(browser: Browser, url: string) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript('globalThis.__name = (work) => work');
  await page.goto(url);
  await page.getByTestId('next-sheet').waitFor();
  await page.waitForTimeout(3000);
  const taps: number[] = [],
    pulls: number[] = [];
  const settings = page.getByRole('region', { name: 'Set for the next sheet' });
  const [less, more] = ['−', '+'].map((sign) => settings.getByRole('button').filter({ hasText: sign }).nth(1));
  for (let n = 0; n < TAPS; n++) {
    taps.push(await timeShown(page, () => (n % 2 ? less : more).click(), '[aria-label="Set for the next sheet"]'));
    await page.waitForTimeout(400);
  }
  for (let n = 0; n < 6; n++) {
    pulls.push(await timeShown(page, () => page.keyboard.press('Space'), '[data-testid="next-sheet"]'));
    await page.waitForTimeout(700);
  }
  return { taps, pulls, photographs: await timePhotographs(page) };
}

const inMs = (times: readonly number[]) =>
  `${Math.round(median(times))} ms (${Math.round(Math.max(...times))} at most)`;

/** A sitting on the sample print, with everything on screen. */
export async function sittingReport(): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'ulexite-sitting-')),
    file = join(folder, 'workshop.sqlite');
  const db = openStore(file);
  await seedWorkshop(db, Date.now());
  const { id } = livingPrints(db, 50, 0).find(({ name }) => name === PRINT)!;
  db.close();
  const server = spawn('node', ['scripts/serve.mjs'], {
    env: { ...process.env, PORT: String(PORT), ULEXITE_DATA: file },
    stdio: 'ignore',
  });
  const base = `http://127.0.0.1:${PORT}`;
  const browser = await chromium.launch(CHROMIUM);
  try {
    await answers(base);
    await timeAnswers(base, id);
    const answered = await timeAnswers(base, id);
    const { taps, pulls, photographs } = await inPage(browser, `${base}/print/${id}/pull`);
    return [
      `${PRINT}, its third run at the press, one browser on it.`,
      '',
      `- An act is answered as on disk after ${inMs(answered)} (goal < 15 ms at the median).`,
      `- A pull is shown as counted, which waits for the disk, after ${inMs(pulls)}; a setting that is tapped after ${inMs(taps)}`,
      '  (goal < 50 ms).',
      `- A photograph of 12 megapixels lies beside the plan after ${inMs(photographs)}, of ${PHOTOGRAPHS} (goal < 2.5 s).`,
    ].join('\n');
  } finally {
    await browser.close();
    server.kill();
    rmSync(folder, { recursive: true, force: true });
  }
}
