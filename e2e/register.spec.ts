import { expect, test, type Page } from './test';
import sharp from 'sharp';
import { motionAbout, type Motion } from '@/core/registration';
import { type Plan } from '@/model';
import { progressOf, sheetLayoutOf } from '@/derived';
import { sampleMisfitsOf } from '@/server';
import { api, drawnPrint, stateOf, edit } from './prints';
import { TestServer } from './server';
import { readPdf, bytesOf } from './files';

/** Two runs on two sheets, each laid within 0.04 mm (σ) across and down, and half of the thinnest shim: five σ. */
const AS_ONE_SHEET_LIES_MM = 0.45;

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.stop());

const COLOURS = [
  { name: 'paper', labD50: [94.5, 0.3, 4.2] },
  { name: 'straw', labD50: [84, 2, 45] },
  { name: 'rust', labD50: [52, 40, 40] },
  { name: 'night', labD50: [20, 2, -10] },
] as const;
/** Shapes of all three colours all over a print of 150 × 110 mm. */
const BOXES: (readonly [number, number, number, number, number])[] = Array.from({ length: 12 }, (_, i) => {
  const x = 6 + (i % 4) * 36,
    y = 6 + Math.floor(i / 4) * 34;
  return [
    [1, x, y, 30, 28],
    [2, x + 5, y + 5, 18, 17],
    [3, x + 9, y + 9, 6, 8],
  ] as const;
}).flat();

const print = (name: string) => drawnPrint(server, name, { widthMm: 150, heightMm: 110 }, COLOURS, BOXES);
/** The same two thirds as large, with narrow margins: little paper to scan. */
async function smallPrint(name: string): Promise<string> {
  const id = await drawnPrint(
    server,
    name,
    { widthMm: 100, heightMm: 74 },
    COLOURS,
    BOXES.map(([label, ...mm]) => [label, ...mm.map((v) => v * (2 / 3))] as unknown as (typeof BOXES)[number]),
  );
  await edit(server, id, { kind: 'layout-set', part: { marginMm: 12 } });
  return id;
}
const planOf = async (id: string): Promise<Plan> => (await stateOf(server, id)).plan;
const type = async (page: Page, label: string, value: string) => {
  await page.getByLabel(label, { exact: true }).fill(value);
  await page.keyboard.press('Enter');
};

test('the sheet: numbers on the drawing typed over, any two give the third, what does not fit is said, undone', async ({
  page,
}) => {
  const id = await print('sheet');
  await page.goto(`${server.url}/print/${id}/register`);
  const drawing = page.getByRole('img', { name: /^Sheet 230 × 198 mm/ });
  await expect(drawing).toBeVisible();
  await type(page, 'Left margin', '1 1/2 in');
  await expect
    .poll(async () => {
      const { rule, marginsMm } = (await planOf(id)).layout;
      return [rule, Math.round(marginsMm.left * 100) / 100, marginsMm.right];
    })
    .toEqual(['typed', 38.1, 40]);
  await type(page, 'Paper, width', '25cm');
  await expect
    .poll(async () => {
      const plan = await planOf(id);
      return [plan.layout.solve, sheetLayoutOf(plan)!.paperMm.widthMm];
    })
    .toEqual(['margins', 250]);
  await expect(page.getByLabel('Right margin', { exact: true })).toHaveValue('61.9 mm');
  await type(page, 'Paper, height', 'wide');
  await expect(page.getByRole('alert').filter({ hasText: /“wide”/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await type(page, 'Paper, width', '120 mm');
  await expect(page.getByText(/would lie beyond its right edge/)).toBeVisible();
  await page.getByRole('heading', { name: 'The sheet' }).click();
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/would lie beyond its right edge/)).toBeHidden();
  await page.getByRole('checkbox', { name: 'bottom torn' }).check();
  await expect(page.getByText(/the bottom edge comes against a stop/)).toBeVisible();
  await type(page, 'Block 1, width', '240');
  await expect(page.getByText(/Block 1 stands out .* beyond the paper’s left edge/)).toBeVisible();
  await type(page, 'Across', '2');
  await expect.poll(async () => sheetLayoutOf(await planOf(id))!.images.length).toBe(2);
});

test('ways of registration: each drawn with its cut list; PDF measured, SVG and DXF true to size', async ({ page }) => {
  const id = await print('ways');
  await page.goto(`${server.url}/print/${id}/register`);
  await page.getByRole('tab', { name: 'Jig' }).click();
  for (const way of [
    'L-window in card',
    'Kento',
    'Outline sheet under film',
    'Block turned onto paper',
    'Pins and punched tabs',
  ]) {
    await page.getByLabel('Way of registration', { exact: true }).click();
    await page.getByRole('option', { name: way }).click();
    await expect(page.getByRole('img', { name: new RegExp(`^${way}: `) })).toBeVisible();
    await expect(page.getByRole('row', { name: /^paper / })).toContainText('mm');
  }
  await expect.poll(async () => (await planOf(id)).way.registration).toBe('pins and tabs');
  const layout = sheetLayoutOf(await planOf(id))!;
  expect(layout.sheetMm.heightMm - layout.paperMm.heightMm).toBe(20);
  const saved = async (name: string) => {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name, exact: true }).click(),
    ]);
    return bytesOf(file);
  };
  const pages = await readPdf(await saved('PDF, true to size'));
  expect(pages.length).toBeGreaterThan(1);
  for (const p of pages) expect(Math.abs(p.rulerMm - 100)).toBeLessThan(0.1);
  expect(pages.map((p) => p.text).join()).toMatch(/pins and punched tabs/);
  const svg = (await saved('SVG')).toString();
  expect(svg).toContain(`width="${layout.sheetMm.widthMm + 60}mm"`);
  const dxf = (await saved('DXF')).toString();
  expect(dxf).toMatch(/BLOCK_STOP/);
  // the paper's width between the two sides of its rectangle
  const paper = dxf
    .split('POLYLINE')
    .slice(1)
    .find((part) => /\r\nPAPER\r\n/.test(part))!;
  const xs = [...paper.matchAll(/\r\n10\r\n(-?[\d.]+)/g)].slice(1).map((m) => Number(m[1]));
  expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(layout.sheetMm.widthMm, 3);
});

test('fit: the share of faulty sheets, a run moved by hand, the choke found and taken, heights', async ({ page }) => {
  // every shape straight on the paper: films end on one line there, so what moves shows
  const apart = BOXES.filter(([label]) => label === 1).map(([, x, y, w, h], i) => [(i % 3) + 1, x, y, w, h] as const);
  const id = await drawnPrint(server, 'fit', { widthMm: 150, heightMm: 110 }, COLOURS, apart);
  await page.goto(`${server.url}/print/${id}/register`);
  await page.getByRole('tab', { name: 'Fit' }).click();
  await expect(page.getByText(/a fault wider than 0.25 mm/)).toBeVisible();
  await expect(page.getByRole('img', { name: /^Typical sheet: its worst place/ })).toHaveAttribute(
    'data-painted',
    /\d/,
  );
  await expect(page.getByRole('row', { name: /^Pins and punched tabs/ })).toContainText('%');
  const share = async (way: string) =>
    Number(
      /(\d+) %/.exec(
        (await page.getByRole('row', { name: new RegExp(`^${way}`) }).textContent())!.replace(/[<>]\s*/, ''),
      )![1],
    );
  await expect.poll(async () => (await share('By eye')) >= (await share('Pins and punched tabs'))).toBe(true);
  await page.getByRole('tab', { name: 'By hand' }).click();
  const picture = page.getByRole('img', { name: 'The sheet with the runs as set by hand' });
  await expect(picture).toHaveAttribute('data-painted', /\d/);
  const before = await picture.screenshot();
  const slider = page.getByRole('slider', { name: /^Run \d, right/ });
  await slider.focus();
  for (let i = 0; i < 12; i++) await slider.press('ArrowRight');
  await expect(slider).toHaveAttribute('aria-valuenow', '0.6');
  await expect.poll(async () => (await picture.screenshot()).equals(before)).toBe(false);
  await page.getByRole('tab', { name: 'Where it moves' }).click();
  await expect(page.getByRole('img', { name: /^Boundaries, the heavier/ })).toHaveAttribute('data-painted', /\d/);
  await type(page, 'Sheets, percent', '10');
  const find = page.getByRole('button', { name: /^Find the choke/ });
  await find.click();
  const answer = page.getByText(/A choke of .* leaves|No choke up to/);
  await expect(answer).toBeVisible();
  const take = page.getByRole('button', { name: 'Take it into the cutting plan' });
  if (/A choke of/.test((await answer.textContent())!)) {
    await expect(take).toBeVisible();
    await take.click();
    await expect.poll(async () => (await planOf(id)).fit.chokeMm).toBeGreaterThan(0);
  } else await expect(take).toBeHidden();
  await page.getByRole('tab', { name: 'Heights' }).click();
  await page.getByRole('checkbox', { name: 'printed in a press' }).check();
  await type(page, 'Press is open', '4 mm');
  await expect(page.getByText(/does not pass, do not force it/)).toBeVisible();
});

test('a proof by hand: in words, kept, its shims never negative, put in, and then in register', async ({ page }) => {
  const id = await print('by hand');
  await page.goto(`${server.url}/print/${id}/proof`);
  await page.getByRole('group', { name: 'Run' }).getByRole('button', { name: '2' }).click();
  const rights = page.getByLabel('too far right', { exact: true });
  for (const i of [0, 1]) {
    await rights.nth(i).fill('-0.6');
    await page.keyboard.press('Enter');
  }
  await expect(page.getByText(/Run 2 lies 0.6 mm too far left\./)).toBeVisible();
  await rights.nth(0).fill('far');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/“far”/)).toBeVisible();
  await rights.nth(0).fill('-0.6');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Keep this proof' }).click();
  await expect(page.getByText('Proof of run 2 kept.')).toBeVisible();
  await page.getByRole('tab', { name: 'Put right' }).click();
  // run 2 lies too far left and cannot be pulled nearer: run 1 is pushed left instead
  const first = page.getByTestId('shim-row').filter({ hasText: 'Run 1' });
  await expect(first.getByRole('row', { name: /^short side/ })).toContainText('1 board + 1 paper');
  await expect(page.getByText(/The image moves 0.62 mm to the left on the sheet/)).toBeVisible();
  await page.getByRole('button', { name: 'These shims are in' }).click();
  await expect(page.getByText(/Run 2 against run 1 lies in register/)).toBeVisible();
  const { bench } = progressOf(await planOf(id), (await stateOf(server, id)).events);
  expect(bench.shimmings.length).toBe(2);
  expect(bench.shimmings.flatMap((s) => s.shimsMm).every((mm) => mm >= 0)).toBe(true);
});

test('a proof by scan: the hidden misfit found, shims put in, the second proof in register', async ({ page }) => {
  test.setTimeout(180_000);
  const id = await smallPrint('by scan');
  const plan = await planOf(id),
    layout = sheetLayoutOf(plan)!;
  const truth = sampleMisfitsOf(id, plan, 0);
  await page.goto(`${server.url}/print/${id}/proof`);
  await page.getByRole('tab', { name: 'From a scan' }).click();
  await page.getByRole('button', { name: 'Simulated scanner' }).click();
  await expect(page.getByRole('heading', { name: 'What the scan shows' })).toBeVisible({ timeout: 90_000 });
  await expect(page.getByText('Colour, uncalibrated')).toBeVisible();
  await page.getByRole('button', { name: 'where it shows' }).click();
  await expect(page.getByRole('img', { name: /slivers and fringes/ })).toHaveAttribute('data-painted', /\d/);
  await page.getByRole('button', { name: 'Keep, and put it right' }).click();
  await expect(page.getByRole('heading', { name: 'Shims for the set' })).toBeVisible();
  const { bench } = progressOf(plan, (await stateOf(server, id)).events);
  for (const run of [2, 3]) {
    const proof = bench.proofs.find((p) => p.runId === plan.runs[run - 1].id)!;
    const { xMm, yMm } = proof.motion.about,
      own = motionAbout(truth[run - 1], xMm, yMm),
      below = motionAbout(truth[run - 2], xMm, yMm);
    const found: Motion = proof.motion;
    expect(Math.hypot(found.dxMm - own.dxMm + below.dxMm, found.dyMm - own.dyMm + below.dyMm)).toBeLessThan(0.06);
    expect(Math.abs(found.rotationDeg - own.rotationDeg + below.rotationDeg)).toBeLessThan(0.06);
  }
  await page.getByRole('button', { name: 'These shims are in' }).click();
  await expect(page.getByRole('button', { name: 'In', exact: true })).toBeVisible();
  await page.getByRole('tab', { name: 'From a scan' }).click();
  await page.getByRole('button', { name: 'Simulated scanner' }).click();
  await expect(page.getByRole('heading', { name: 'What the scan shows' })).toBeVisible({ timeout: 90_000 });
  await page.getByRole('button', { name: 'Keep, and put it right' }).click();
  await expect.poll(async () => progressOf(plan, (await stateOf(server, id)).events).bench.proofs.length).toBe(6);
  const after = progressOf(plan, (await stateOf(server, id)).events)
    .bench.proofs.slice(3)
    .filter((p) => p.againstRunId !== null);
  for (const proof of after)
    expect(Math.hypot(proof.motion.dxMm, proof.motion.dyMm)).toBeLessThan(AS_ONE_SHEET_LIES_MM);
  expect(layout.images.length).toBe(1);
});

test('bad scans are refused with the reason, and nothing is kept', async ({ page }) => {
  const id = await print('bad scans');
  await page.goto(`${server.url}/print/${id}/proof`);
  await page.getByRole('tab', { name: 'From a scan' }).click();
  const give = (name: string, buffer: Buffer, mimeType = 'image/png') =>
    page.getByLabel('Scan file').setInputFiles({ name, mimeType, buffer });
  const says = (text: RegExp) => expect(page.getByRole('alert').filter({ hasText: text })).toBeVisible();
  await give('note.png', Buffer.from('no picture'));
  await says(/no picture that can be read/);
  const sheet = (width: number, height: number, inner: string) =>
    sharp(
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="#333"/>${inner}</svg>`,
      ),
    )
      .png()
      .toBuffer();
  await give('blank.png', await sheet(1200, 1000, ''));
  await says(/edge of the sheet cannot be told/);
  await give('small.png', await sheet(1000, 870, '<rect x="40" y="40" width="920" height="792" fill="#f2ede0"/>'));
  await says(/seen at \d+ dots an inch; 200 are needed/);
  await give(
    'another.tif',
    await sharp(
      await sheet(
        2000,
        1740,
        '<rect x="40" y="40" width="1920" height="1653" fill="#f2ede0"/><circle cx="1000" cy="850" r="420" fill="#2a6"/>',
      ),
    )
      .tiff()
      .toBuffer(),
    'image/tiff',
  );
  await says(/not the one planned/);
  expect((await stateOf(server, id)).events).toEqual([]);
  await expect(
    api(server, 'POST', `/api/prints/${id}/log`, {
      known: '0.0.0',
      events: [
        {
          id: 'register-setup-1',
          at: new Date().toISOString(),
          act: {
            kind: 'proofed',
            proofId: 'p',
            runId: 'nobody',
            againstRunId: null,
            sheet: '',
            source: 'eye',
            marks: [{ xMm: 1, yMm: 1, dxMm: 0, dyMm: 0 }],
            motion: {
              dxMm: 0,
              dyMm: 0,
              rotationDeg: 0,
              growthX: 0,
              growthY: 0,
              residualMm: 0,
              about: { xMm: 0, yMm: 0 },
            },
          },
        },
      ],
    }),
  ).rejects.toThrow(/not in the plan/);
});

test('a scan as JPEG without a resolution, and as TIFF; reading stopped; nothing is kept until it is said', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const id = await smallPrint('as files');
  const scan = Buffer.from(
    await (
      await fetch(`${server.url}/api/prints/${id}/scan?printed=2`, { method: 'POST', headers: { Origin: server.url } })
    ).arrayBuffer(),
  );
  await page.goto(`${server.url}/print/${id}/proof`);
  await page.getByRole('tab', { name: 'From a scan' }).click();
  await page.getByLabel('Runs on the sheet').click();
  await page.getByRole('option', { name: '2', exact: true }).click();
  const give = (name: string, buffer: Buffer, mimeType: string) =>
    page.getByLabel('Scan file').setInputFiles({ name, mimeType, buffer });
  const shown = page.getByRole('heading', { name: 'What the scan shows' });
  await give('proof.jpg', await sharp(scan).jpeg({ quality: 92 }).toBuffer(), 'image/jpeg');
  await expect(shown).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText(/Read at 2[34]\d dpi/)).toBeVisible();
  await expect(page.getByText(/\d+ of \d+ patches/)).toHaveCount(2);
  const words = await page.getByTestId('read-runs').getByRole('listitem').nth(1).textContent();
  await give(
    'proof.tif',
    await sharp(scan).withMetadata({ density: 240 }).tiff({ compression: 'lzw' }).toBuffer(),
    'image/tiff',
  );
  await expect(shown).toBeHidden();
  await expect(shown).toBeVisible({ timeout: 60_000 });
  // the same sheet by another file says the same, to a hundredth or two
  const number = (text: string | null) => Number(/lies ([\d.]+) mm/.exec(text ?? '')?.[1] ?? 0);
  expect(
    Math.abs(number(await page.getByTestId('read-runs').getByRole('listitem').nth(1).textContent()) - number(words)),
  ).toBeLessThan(0.04);
  await give('again.png', scan, 'image/png');
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('progressbar')).toBeHidden();
  await expect(shown).toBeHidden();
  await expect(page.getByRole('button', { name: 'Choose a scan' })).toBeEnabled();
  expect((await stateOf(server, id)).events).toEqual([]);
});

test('register in inches and by keyboard; wood says how it moves; a way for torn edges', async ({ page }) => {
  const id = await print('in inches');
  for (const { id: blockId } of (await planOf(id)).blocks)
    await edit(server, id, { kind: 'block-set', blockId, part: { materialId: 'cherry' } });
  await page.goto(`${server.url}/print/${id}/register`);
  await page.getByRole('button', { name: /Lengths are in millimetres/ }).click();
  await expect(page.getByLabel('Top margin', { exact: true })).toHaveValue(/in$/);
  await page.getByLabel('Top margin', { exact: true }).focus();
  await page.keyboard.type('2');
  await page.keyboard.press('Enter');
  await expect.poll(async () => Math.round((await planOf(id)).layout.marginsMm.top * 10) / 10).toBe(50.8);
  // a torn edge at a stop is refused by corner stops, not by a hinged frame
  await page.getByRole('checkbox', { name: 'right torn' }).check();
  await expect(page.getByText(/the right edge comes against a stop/)).toBeVisible();
  const jig = page.getByRole('tab', { name: 'Jig' });
  await jig.focus();
  await page.keyboard.press('Enter');
  await expect(jig).toHaveAttribute('aria-selected', 'true');
  await page.getByLabel('Way of registration', { exact: true }).click();
  await page.getByRole('option', { name: 'Hinged frame' }).click();
  await page.getByRole('tab', { name: 'Sheet' }).click();
  await expect(page.getByText(/comes against a stop/)).toBeHidden();
  await page.getByRole('tab', { name: 'Fit' }).click();
  await type(page, 'Wood grows damper by (percent)', '30');
  await expect(page.getByText(/30 is out of range for the change of the wood/)).toBeVisible();
  await type(page, 'Wood grows damper by (percent)', '4');
  await type(page, 'Paper grows damper by (share of full damp)', '-0.3');
  await expect
    .poll(async () => {
      const { woodMoistureChange, paperDampChange } = (await planOf(id)).register;
      return [woodMoistureChange, paperDampChange];
    })
    .toEqual([4, -0.3]);
  await expect(page.getByText(/a fault wider than/)).toBeVisible();
  // three marks tell growth, and what to do about wood
  await page.goto(`${server.url}/print/${id}/proof`);
  await page.getByRole('group', { name: 'Run' }).getByRole('button', { name: '3' }).click();
  await page.getByRole('button', { name: 'Another mark' }).click();
  await page.getByRole('group', { name: 'Mark 1' }).getByLabel('too far right').fill('0.4mm');
  await page.keyboard.press('Enter');
  await page.getByRole('group', { name: 'Mark 2' }).getByLabel('too far right').fill('-0.4mm');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/The block should be .* larger: damp it/)).toBeVisible();
  await expect(page.getByText(/Both sides of one piece move together/)).toBeVisible();
});
