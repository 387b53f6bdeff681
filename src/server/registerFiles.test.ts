import { told } from '@/testing/told';
import type { Outcome } from '@/core/units';
import { toldByServer } from '@/words/refusals';
import sharp from 'sharp';
import { findSheet, REGISTRATION_WAYS } from '@/core/registration';
import { replayLog, outOfRegister, progressOf, sheetLayoutOf, withFlat } from '@/derived';
import { type PrintState } from '@/model';
import { openStore, type Store } from '@/store';
import {
  createPrint,
  bringInPicture,
  jigFile,
  keepLabels,
  logActs,
  placeAgain,
  printState,
  readableScan,
  registrationPdf,
  sampleMisfitsOf,
  sampleProofs,
  savePlan,
  simulatedScan,
} from './index';
import { stateAfter } from '@/testing/prints';
import { StoreTemplate } from '@/testing/template';

const NOW = '2026-11-20T10:00:00.000Z';
let db: Store;
beforeEach(() => {
  db = openStore(':memory:');
});
afterEach(() => {
  db.close();
});

function ok<T>(got: Outcome<T>): T {
  if (!got.ok) throw new Error(toldByServer(got));
  return got.value;
}
const text = (bytes: Uint8Array) => new TextDecoder().decode(bytes);
let serial = 0;
const log = (id: string, ...acts: object[]) =>
  logActs(
    db,
    id,
    acts.map((act) => ({ id: `register-${String(++serial).padStart(5, '0')}`, at: NOW, act })),
    Date.parse(NOW),
  );

/** 40 × 30 mm: paper with a field of straw and a box of night in it. */
const template = new StoreTemplate();

async function planned(): Promise<PrintState> {
  const again = template.again(db);
  if (again) {
    db = again.db;
    return ok(printState(db, again.printId));
  }
  const made = await plannedAnew();
  template.keep(db, made.id);
  return made;
}

async function plannedAnew(): Promise<PrintState> {
  const id = ok(createPrint(db, 'Field', NOW));
  const png = await sharp({ create: { width: 400, height: 300, channels: 3, background: '#c08040' } })
    .png()
    .toBuffer();
  ok(await bringInPicture(db, id, png, 'field.png', NOW));
  const whole = { turnDeg: 0 as const, mirrored: false, crop: { x: 0, y: 0, width: 1, height: 1 } };
  const sized = stateAfter(db, id, await placeAgain(db, id, { ...whole, widthMm: 40, heightMm: 30 }, NOW));
  const labels = new Uint8Array(400 * 300);
  for (let y = 30; y < 270; y++) labels.fill(1, y * 400 + 40, y * 400 + 360);
  for (let y = 90; y < 200; y++) labels.fill(2, y * 400 + 120, y * 400 + 260);
  const colour = (name: string, L: number) => ({
    id: name,
    name,
    wantedLabD50: [L, 2, 10] as const,
    areaShare: 1 / 3,
    islandCount: 1,
  });
  const plan = withFlat(sized.plan, {
    labelsSha: keepLabels(db, { width: 400, height: 300, labels }, NOW),
    settings: { colourCount: 3, radiusMm: 0, minIslandMm2: 0 },
    colours: [colour('paper', 94), colour('straw', 80), colour('night', 15)],
    barePaperId: 'paper',
    handChanges: 0,
  });
  // narrow margins: little paper to scan
  return stateAfter(
    db,
    id,
    savePlan(db, id, sized.now.plan, { ...plan, layout: { ...plan.layout, marginMm: 8 } }, 'flat', NOW),
  );
}

async function withWay(way: (typeof REGISTRATION_WAYS)[number]): Promise<PrintState> {
  const state = await planned();
  return stateAfter(
    db,
    state.id,
    savePlan(
      db,
      state.id,
      state.now.plan,
      { ...state.plan, way: { ...state.plan.way, registration: way } },
      'way',
      NOW,
    ),
  );
}

describe('the drawing of the jig', () => {
  test.each(REGISTRATION_WAYS)('%s: SVG true to size, DXF in mm, PDF', async (way) => {
    const { id } = await withWay(way);
    const svg = text(ok(await jigFile(db, id, 'svg', new Date(NOW))).bytes);
    const [, width, box] = /width="([\d.]+)mm".*viewBox="0 0 ([\d.]+)/.exec(svg)!;
    expect(Number(width)).toBe(Number(box));
    expect(svg).toContain('check ruler: 100 mm');
    const dxf = ok(await jigFile(db, id, 'dxf', new Date(NOW)));
    expect(dxf.fileName).toBe(`Field ${way}.dxf`);
    expect(text(dxf.bytes)).toMatch(/\$INSUNITS\r\n70\r\n4/);
    expect(text(dxf.bytes)).toMatch(/PAPER/);
    const pdf = ok(await jigFile(db, id, 'pdf', new Date(NOW)));
    expect(text(pdf.bytes.subarray(0, 5))).toBe('%PDF-');
  });

  test('an outline sheet has a dashed line and a letter for each run', async () => {
    const { id } = await withWay('outline sheet');
    const svg = text(ok(await jigFile(db, id, 'svg', new Date(NOW))).bytes);
    expect(svg).toContain('A · run 1, straw');
    expect(svg).toContain('B · run 2, night');
    expect(svg.match(/<path transform="scale\(0\.01\)" fill="none"/g)!.length).toBe(2);
    expect(svg.match(/stroke-dasharray="120"/g)!.length).toBe(1);
  });

  test('the sheet for the bench begins with the same drawing, whatever the way', async () => {
    const { id } = await withWay('kento');
    const bytes = ok(await registrationPdf(db, id, new Date(NOW))).bytes;
    expect(bytes.length).toBeGreaterThan(2000);
    expect(text(bytes)).toMatch(/\/Type \/Page\b/);
  });

  test('nothing flat yet: said in words', async () => {
    const id = ok(createPrint(db, 'Empty', NOW));
    expect(await jigFile(db, id, 'pdf', new Date(NOW))).toMatchObject({
      ok: false,
      code: expect.stringMatching(/^nothing-flat\b/),
    });
  });
});

describe('the simulated scanner', () => {
  test('gives a picture of the whole sheet at the resolution it says', async () => {
    const { id, plan } = await planned();
    const { png, dpi } = ok(await simulatedScan(db, id, 2));
    const { data, info } = await sharp(png).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    const layout = sheetLayoutOf(plan)!;
    const found = ok(
      findSheet({ width: info.width, height: info.height, data: new Uint8ClampedArray(data), dpi }, layout.sheetMm),
    );
    expect(found.pxPerMm * 25.4).toBeCloseTo(dpi, 0);
    expect((await sharp(png).metadata()).density).toBe(dpi);
  }, 60_000);

  test('refuses runs that are not there', async () => {
    const { id } = await planned();
    for (const printed of [0, 3, 1.5, Number.NaN])
      expect(await simulatedScan(db, id, printed)).toMatchObject({
        ok: false,
        code: expect.stringMatching(/^run-missing\b/),
      });
  });

  test('a ruler on its first proof finds the block that is out', async () => {
    const { id, plan } = await planned();
    const proofs = sampleProofs(id, plan);
    expect(proofs.map((p) => [p.runId, p.againstRunId, p.marks.length])).toEqual([
      [plan.runs[1].id, plan.runs[0].id, 4],
    ]);
    const [first, second] = sampleMisfitsOf(id, plan, 0);
    expect(proofs[0].motion.dxMm).toBeCloseTo(second.dxMm - first.dxMm, 1);
    expect(proofs[0].motion.dyMm).toBeCloseTo(second.dyMm - first.dyMm, 1);
  });
});

describe('scans taken in', () => {
  const page = () => sharp({ create: { width: 300, height: 200, channels: 3, background: '#c0b090' } });

  test.each(['tiff', 'png', 'jpeg'] as const)('a %s keeps its pixels and its resolution', async (format) => {
    const scan = ok(await readableScan(await page().withMetadata({ density: 300 }).toFormat(format).toBuffer()));
    const meta = await sharp(scan.png).metadata();
    expect([meta.format, meta.width, meta.height, scan.dpi]).toEqual(['png', 300, 200, 300]);
  });

  test('what is no scan, or broken, is refused', async () => {
    expect(told(await readableScan(Buffer.from('nothing')))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/no picture that can be read/) as string,
    });
    expect(told(await readableScan(await page().webp().toBuffer()))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/this is a WEBP file/) as string,
    });
    const tiff = await page().tiff().toBuffer();
    expect((await readableScan(tiff.subarray(0, 120))).ok).toBe(false);
  });
});

describe('proofs and shims in the log', () => {
  const motion = {
    dxMm: 0.7,
    dyMm: 0,
    rotationDeg: 0,
    growthX: 0,
    growthY: 0,
    residualMm: 0,
    about: { xMm: 60, yMm: 55 },
  };
  const proof = (state: PrintState, more: object = {}) => ({
    kind: 'proofed',
    proofId: 'proof-1',
    runId: state.plan.runs[1].id,
    againstRunId: state.plan.runs[0].id,
    sheet: '',
    source: 'eye',
    marks: [{ xMm: 50, yMm: 50, dxMm: 0.7, dyMm: 0 }],
    motion,
    ...more,
  });

  test('kept, and they say which run is out of register', async () => {
    const state = await planned();
    ok(log(state.id, proof(state)));
    const { plan, events } = ok(printState(db, state.id));
    expect(outOfRegister(plan, progressOf(plan, events).bench)).toMatchObject({ run: 2 });
    ok(
      log(state.id, {
        kind: 'shimmed',
        note: '',
        settings: [{ runId: plan.runs[1].id, shimsMm: [0, 0, 0.7], pieces: '1 board + 3 papers' }],
      }),
    );
    const after = replayLog(ok(printState(db, state.id)).events);
    expect(outOfRegister(plan, after)).toBeUndefined();
    expect(after.shimmings[0].pieces).toBe('1 board + 3 papers');
  });

  test.each([
    ['a run that is not there', { runId: 'nobody' }, /not in the plan/],
    ['itself', { againstRunId: 'own' }, /against another run/],
    ['no marks', { marks: [] }, /at least one mark/],
    [
      'a misfit beyond all measure',
      { marks: [{ xMm: 1, yMm: 1, dxMm: 300, dyMm: 0 }] },
      /300 mm is too much for a misfit/,
    ],
    ['half a number', { motion: { ...motion, dxMm: Number.NaN } }, /motion|number/],
  ])('a proof against %s is refused', async (_, part, words) => {
    const state = await planned();
    const own = 'againstRunId' in part ? { againstRunId: state.plan.runs[1].id } : part;
    const got = log(state.id, proof(state, own));
    expect(!got.ok && toldByServer(got)).toMatch(words);
  });

  test('a shim cannot be less than nothing', async () => {
    const { id, plan } = await planned();
    const got = log(id, {
      kind: 'shimmed',
      note: '',
      settings: [{ runId: plan.runs[0].id, shimsMm: [0, -0.1, 0], pieces: '' }],
    });
    expect(!got.ok && toldByServer(got)).toMatch(/−0.1 mm is too little for a shim/);
  });
});
