import { toldByServer } from '../../src/words/refusals';
import { chromium, type Browser, type Page } from '@playwright/test';
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { applyEdit, withFlat } from '@/derived';
import { emptyPlan, type BenchAct, type Plan } from '@/model';
import { createPrint, keepLabels } from '@/server';
import { appendBenchEvent, closeStore, openStore, putBlob, touchPrint } from '@/store';
import { randomStream } from '../../src/core/random/random';
import { answers } from '../answers';
import { median } from '../page';
import CHROMIUM from '../../scripts/chromium.json';

const PORT = 3295,
  PULLS = 100,
  OPENINGS = 9,
  SHEETS = 60,
  COLOURS = 10,
  RUNS = 14,
  WIDTH_MM = 240,
  HEIGHT_MM = 180,
  MM_PER_PX = 0.1;

/** A print of fourteen runs over wavy bands, so many of them pulled on every sheet and the next one cut. */
function largePrint(file: string, sheets: number, pulledRuns: number): string {
  const db = openStore(file);
  const now = new Date().toISOString();
  const width = WIDTH_MM / MM_PER_PX,
    height = HEIGHT_MM / MM_PER_PX;
  const labels = Uint8Array.from({ length: width * height }, (_, i) => {
    const x = i % width,
      y = Math.floor(i / width);
    return Math.min(COLOURS - 1, Math.max(0, Math.floor(((y + 40 * Math.sin(x / 90)) * COLOURS) / height)));
  });
  const sha = putBlob(db, Buffer.from('the place of a picture'), 'image/png', now);
  const random = randomStream(7);
  const colours = Array.from({ length: COLOURS }, (_, l) => ({
    id: `c${l}`,
    name: `tone ${l}`,
    wantedLabD50: [94 - 8 * l, 30 * (random() - 0.5), 50 * (random() - 0.3)] as const,
    areaShare: 1 / COLOURS,
    islandCount: 1,
  }));
  const labelsSha = keepLabels(db, { width, height, labels }, now);
  const picture: Plan['picture'] = {
    originalSha: sha,
    fileName: 'bands.png',
    format: 'png',
    sourceWidthPx: width,
    sourceHeightPx: height,
    turnDeg: 0,
    mirrored: false,
    crop: { x: 0, y: 0, width: 1, height: 1 },
    widthMm: WIDTH_MM,
    heightMm: HEIGHT_MM,
    raster: { sha, widthPx: width, heightPx: height, mmPerPx: MM_PER_PX },
  };
  let plan = withFlat(
    { ...emptyPlan(), picture },
    {
      labelsSha,
      settings: { colourCount: COLOURS, radiusMm: 0, minIslandMm2: 0 },
      colours,
      barePaperId: 'c0',
      handChanges: 0,
    },
  );
  // as many runs again as are wanted from cuts that still stand
  for (let n = 0; plan.runs.length < RUNS; n++) {
    const again = applyEdit(plan, { kind: 'run-repeated', runId: plan.runs[2 * n].id, as: `again-${n}` });
    if (!again.ok) throw new Error(toldByServer(again));
    plan = again.value;
  }
  const created = createPrint(db, 'Fourteen runs', now, plan);
  if (!created.ok) throw new Error(toldByServer(created));
  const id = created.value;
  let serial = 0;
  const log = (act: BenchAct) =>
    appendBenchEvent(db, id, { id: `large-${String(++serial).padStart(5, '0')}`, at: now, act });
  db.transaction(() => {
    log({ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: sheets, tests: 0 });
    for (const [r, run] of plan.runs.entries()) {
      if (run.formes[0].cutId !== plan.runs[r - 1]?.formes[0].cutId)
        log({ kind: 'cut-done', cutId: run.formes[0].cutId! });
      if (r === pulledRuns) break;
      for (let sheet = 1; sheet <= sheets; sheet++)
        log({ kind: 'pull', runId: run.id, sheet: String(sheet), faults: [], setAside: false, note: '' });
    }
    touchPrint(db, id, now);
  })();
  closeStore(db);
  return id;
}

// the compiler gives inner functions their names by a helper pages do not have
const NAMES = 'globalThis.__name = (work) => work';

/** From the start of the navigation to the first picture of the print painted, in a browser that has the programs. */
async function timeOpening(page: Page, url: string): Promise<number> {
  await page.goto(url);
  return page.evaluate(
    () =>
      new Promise<number>((done, refuse) => {
        const look = () => {
          if (performance.now() > 20_000) return refuse(new Error('no picture within 20 s'));
          const seen = [
            ...document.querySelectorAll<HTMLElement>('[data-testid="run-cell"] canvas, [data-testid="run-cell"] img'),
          ];
          const there = seen.some(
            (one) => !(one instanceof HTMLImageElement) || (one.complete && one.naturalWidth > 0),
          );
          if (there) requestAnimationFrame(() => done(performance.now()));
          else requestAnimationFrame(look);
        };
        look();
      }),
  );
}

/** From a key on one device to the sheet after it on the other. */
async function timeHearing(
  browser: Browser,
  url: string,
): Promise<{ there: number[]; here: number[]; answerBytes: number }> {
  const [desk, tablet] = [await (await browser.newContext()).newPage(), await (await browser.newContext()).newPage()];
  let answerBytes = 0;
  tablet.on('response', (response) => {
    if (response.url().endsWith('/log'))
      void response.body().then((body) => (answerBytes = Math.max(answerBytes, body.length)));
  });
  for (const page of [desk, tablet]) {
    await page.addInitScript(NAMES);
    await page.goto(url);
    await page.getByTestId('next-sheet').waitFor();
    await page.waitForTimeout(1500);
    await page.evaluate(() => {
      const heard: [string, number][] = [];
      Object.assign(window, { heard });
      const next = document.querySelector('[data-testid="next-sheet"]')!;
      new MutationObserver(() => heard.push([next.textContent!, Date.now()])).observe(next, {
        characterData: true,
        childList: true,
        subtree: true,
      });
      window.addEventListener('keydown', () => heard.push(['key', Date.now()]), { capture: true });
    });
  }
  for (let n = 0; n < PULLS; n++) {
    await tablet.keyboard.press('Space');
    await desk
      .getByTestId('next-sheet')
      .getByText(String(n + 2), { exact: true })
      .waitFor();
    await desk.waitForTimeout(60);
  }
  const heard = (page: Page) => page.evaluate(() => (window as unknown as { heard: [string, number][] }).heard);
  const own = await heard(tablet),
    other = new Map(await heard(desk));
  const keys = own.filter(([what]) => what === 'key').map(([, at]) => at),
    seen = own.filter(([what]) => what !== 'key');
  return {
    here: keys.map((at, i) => (seen[i]?.[1] ?? NaN) - at),
    there: keys.map((at, i) => (other.get(String(i + 2)) ?? NaN) - at).filter((ms) => !Number.isNaN(ms)),
    answerBytes,
  };
}

/** Components drawn again while one key is typed into a field: those within it, and those beyond. */
async function countRenders(browser: Browser, url: string, label: string): Promise<{ within: number; beyond: number }> {
  const page = await browser.newPage();
  await page.addInitScript(NAMES);
  await page.addInitScript(() => {
    interface Fiber {
      readonly tag: number;
      readonly flags: number;
      readonly child: Fiber | null;
      readonly sibling: Fiber | null;
      readonly return: Fiber | null;
      readonly alternate: Fiber | null;
      readonly stateNode: unknown;
    }
    const counted = { within: 0, beyond: 0, field: undefined as Element | undefined };
    Object.assign(window, { counted });
    const within = (fiber: Fiber | null): Element | undefined => {
      for (let at = fiber; at; at = at.sibling) {
        const host = at.stateNode instanceof Element ? at.stateNode : within(at.child);
        if (host) return host;
      }
      return undefined;
    };
    /** The element a component draws; of one that draws none, that beside or around it. */
    const hostOf = (fiber: Fiber): Element | undefined => {
      const inside = within(fiber.child) ?? within(fiber.sibling);
      if (inside) return inside;
      for (let at = fiber.return; at; at = at.return) if (at.stateNode instanceof Element) return at.stateNode;
      return undefined;
    };
    const FUNCTIONS = new Set([0, 11, 14, 15]);
    const PERFORMED_WORK = 1;
    const walk = (fiber: Fiber | null) => {
      for (let at = fiber; at; at = at.sibling) {
        if (at.alternate && FUNCTIONS.has(at.tag) && at.flags & PERFORMED_WORK) {
          const host = hostOf(at);
          if (host && counted.field?.contains(host)) counted.within++;
          else counted.beyond++;
        }
        // what was not touched is the very same as before
        if (at.child && at.child !== at.alternate?.child) walk(at.child);
      }
    };
    Object.assign(window, {
      __REACT_DEVTOOLS_GLOBAL_HOOK__: {
        supportsFiber: true,
        inject: () => 1,
        onCommitFiberRoot: (_: number, root: { readonly current: Fiber }) => counted.field && walk(root.current),
        onCommitFiberUnmount: () => undefined,
        onPostCommitFiberRoot: () => undefined,
      },
    });
  });
  await page.goto(url);
  const field = page.getByLabel(label, { exact: true });
  await field.waitFor();
  await page.waitForTimeout(2500);
  await field.focus();
  await page.waitForTimeout(300);
  await field.evaluate((input) => {
    const { counted } = window as unknown as { counted: { field: Element | null } };
    counted.field = input.closest('.MuiTextField-root') ?? input.parentElement;
  });
  await page.keyboard.press('7');
  await page.waitForTimeout(600);
  const { within, beyond } = await page.evaluate(
    () => (window as unknown as { counted: { within: number; beyond: number } }).counted,
  );
  await page.close();
  return { within, beyond };
}

/** One print on two devices, a large print opened, and what one typed key draws again. */
export async function devicesReport(): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'ulexite-devices-'));
  const file = join(folder, 'w.sqlite');
  const id = largePrint(file, SHEETS, RUNS - 1),
    heardId = largePrint(file, PULLS + 2, 1);
  const url = `http://127.0.0.1:${PORT}`;
  const server = spawn('node', ['scripts/serve.mjs'], {
    env: { ...process.env, PORT: String(PORT), ULEXITE_DATA: file },
    stdio: 'ignore',
  });
  const browser = await chromium.launch(CHROMIUM);
  try {
    await answers(url);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.addInitScript(NAMES);
    const opening: number[] = [];
    for (let n = 0; n <= OPENINGS; n++) opening.push(await timeOpening(page, `${url}/print/${id}/runs`));
    await page.close();
    const [cold, ...warm] = opening;
    const typed = await countRenders(browser, `${url}/print/${id}/register`, 'Margin');
    const { there, here, answerBytes } = await timeHearing(browser, `${url}/print/${heardId}/pull`);
    const worst = Math.max(...there);
    return `A print of ${SHEETS} sheets and ${RUNS} runs, ${SHEETS * (RUNS - 1)} pulls in its log; two browsers on it.

- A pull on one device is shown on the other after ${median(there).toFixed(0)} ms, at the median of ${there.length}, at most ${worst.toFixed(0)} ms (goal < 300 ms); on its own
  after ${median(here).toFixed(0)} ms. The answer to a pull: at most ${answerBytes} bytes (goal < 4 kB).
- Opened under Runs, from the address to its first picture: ${median(warm).toFixed(0)} ms at the median of ${OPENINGS}, ${cold.toFixed(0)} ms in a browser that has nothing of
  the application yet (goal < 500 ms).
- One key typed into a margin under Register draws ${typed.within} components of the field again and ${typed.beyond} beyond it (goal: only the field's own).
`;
  } finally {
    await browser.close();
    server.kill('SIGTERM');
    rmSync(folder, { recursive: true, force: true });
  }
}
