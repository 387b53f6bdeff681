/** `npm run shots`: retakes docs/screenshots from a fresh sample workshop, 1280 × 800, the bench on a tablet upright too. */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { built, CHROMIUM, installed, run } from './common.mjs';

await installed();
await built();
const folder = mkdtempSync(join(tmpdir(), 'ulexite-shots-'));
process.env.ULEXITE_DATA = join(folder, 'demo.sqlite');
run('npx', ['tsx', 'demo/make.ts']);
const port = '3298',
  url = `http://127.0.0.1:${port}`;
const server = spawn('node', ['scripts/serve.mjs'], { env: { ...process.env, PORT: port }, stdio: 'ignore' });
const browser = await chromium.launch(CHROMIUM);
try {
  for (let i = 0; i < 100; i++) {
    try {
      await fetch(url);
      break;
    } catch {
      await new Promise((r) => {
        setTimeout(r, 100);
      });
    }
  }
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' });
  const shot = async (name) => {
    await page.waitForTimeout(900);
    await page.screenshot({ path: `docs/screenshots/${name}.png` });
    console.log(`docs/screenshots/${name}.png`);
  };
  const open = async (print, view) => {
    await page.goto(url);
    const href = await page.getByRole('article', { name: print }).getByRole('link').first().getAttribute('href');
    await page.goto(url + href.replace(/[^/]+$/, view));
  };
  await page.goto(url);
  await page.waitForTimeout(8000); // the strips of all prints are drawn on the server, one after the other
  await shot('shelf');
  await open('Allotment Gate', 'picture');
  await page.getByRole('button', { name: 'Flatten', exact: true }).click();
  await page.getByTestId('hours-of-cutting').waitFor({ timeout: 60_000 });
  await page.getByRole('slider', { name: 'hours of cutting' }).waitFor({ timeout: 60_000 });
  await page.getByRole('button', { name: /^Show them/ }).click();
  await page.locator('aside').evaluate((side) => {
    side.scrollTop = 215;
  });
  await shot('picture');
  await open('Quinces on a Blue Cloth', 'finish');
  await page.getByRole('button', { name: /^1: valley fold/ }).click();
  await page.waitForTimeout(1500);
  await shot('finish');
  await open('Salt Works, Low Sun', 'inks');
  await page.getByRole('button', { name: /^Run 4,/ }).click();
  await page.getByText(/seen, wanted/).waitFor();
  await shot('inks');
  await open('Salt Works, Low Sun', 'runs');
  await page.getByText(/plans were weighed/).waitFor({ timeout: 60_000 });
  await page.mouse.move(905, 175);
  await shot('runs');
  await open('Ferry Slip, Night Rain', 'runs');
  await page.getByText(/You work/).waitFor({ timeout: 60_000 });
  await page.keyboard.press('l');
  await page.getByRole('combobox', { name: 'Light' }).click();
  await page.getByRole('option', { name: /^warm lamp/ }).click();
  await page.getByRole('combobox', { name: 'Beside it' }).click();
  await page.getByRole('option', { name: 'the picture wanted' }).click();
  await page.waitForTimeout(1500);
  await shot('large');
  await page.keyboard.press('Escape');
  await open('Salt Works, Low Sun', 'block');
  await page.getByRole('heading', { name: /places? to decide on|Nothing stands/ }).waitFor({ timeout: 60_000 });
  await page.getByRole('button', { name: /^Look over all/ }).click();
  await page.waitForTimeout(2500);
  await shot('block');
  await open('Salt Works, Low Sun', 'rehearse');
  await page.getByRole('button', { name: 'Practise on Two Pears and a Knife' }).click();
  await page.getByText(/parts to choose from/).waitFor();
  // paper first, then straw too early with it, and so on: a rehearsal with a mistake
  const block = page.getByTestId('sheet').first();
  await block.click({ position: { x: 60, y: 200 } });
  await block.click({ position: { x: 188, y: 320 } });
  await page.keyboard.press('p');
  await block.click({ position: { x: 310, y: 220 } });
  await page.keyboard.press('p');
  await block.click({ position: { x: 130, y: 350 } });
  await shot('rehearsal');
  for (const view of ['sheets', 'cut', 'pull']) {
    await open('Salt Works, Low Sun', view);
    await page.waitForTimeout(1500);
    if (view === 'cut') await page.getByText(/parts done/).waitFor();
    await page.waitForTimeout(1500);
    await shot(view);
  }
  await open('Ferry Slip, Night Rain', 'look-over');
  await page.waitForTimeout(2500);
  await page.keyboard.press('b');
  for (let n = 0; n < 7; n++) await page.keyboard.press('ArrowRight');
  await page.waitForTimeout(1500);
  await shot('look-over');
  await open('Ferry Slip, Night Rain', 'record');
  await page.waitForTimeout(2500);
  await shot('record');
  await open('Salt Works, Low Sun', 'today');
  for (let n = 0; n < 4; n++) {
    await page.keyboard.press('Space');
    await page.waitForTimeout(900);
  }
  await shot('today');
  await open('Salt Works, Low Sun', 'mix');
  await page.getByRole('combobox', { name: 'Ink to mix' }).click();
  await page.getByRole('option', { name: /^run 4/ }).click();
  await page.getByLabel('weigh out, g').fill('14');
  await page.getByRole('button', { name: 'Begin an empty pot' }).click();
  await page.getByRole('button', { name: 'a knifeful' }).click();
  await page.waitForTimeout(1400);
  await page.getByRole('button', { name: 'a knifeful' }).click();
  await page.waitForTimeout(2000);
  await shot('mix');
  await open('Quinces on a Blue Cloth', 'table');
  await page.getByLabel('Places at the table').fill('12');
  await page.getByLabel('Places at the table').press('Enter');
  await page.getByRole('button', { name: 'Begin the class' }).click();
  const place = (n) => page.getByRole('button', { name: `Place ${n}`, exact: true });
  const printed = page.getByRole('button', { name: /^Printed/ });
  for (const n of [1, 3, 4, 6, 8]) {
    await place(n).click();
    if (n === 6) await page.getByRole('button', { name: 'patchy' }).click();
    await printed.click();
    await page.waitForTimeout(600);
  }
  for (const [n, where] of [
    [7, 'block'],
    [2, 'block'],
    [9, 'block'],
    [5, 'rubbing'],
  ]) {
    await place(n).click();
    await page.getByRole('button', { name: `Place ${n}: line up At the ${where}` }).click();
    await page.waitForTimeout(400);
  }
  await shot('table');
  await open('Salt Works, Low Sun', 'days');
  await page.getByRole('heading', { name: 'What comes when' }).waitFor({ timeout: 60_000 });
  await page.waitForTimeout(2500);
  await shot('days');
  // the same in the other language
  await page.goto(url);
  await page.getByRole('button', { name: /^Deutsch/ }).click();
  await page.getByText(/Drucke in Arbeit/).waitFor();
  await page.waitForTimeout(3000);
  await shot('shelf-de');
  await open('Salt Works, Low Sun', 'pull');
  await page.waitForTimeout(1500);
  await shot('pull-de');
} finally {
  await browser.close();
  server.kill();
  rmSync(folder, { recursive: true, force: true });
}
