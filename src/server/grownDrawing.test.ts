import sharp from 'sharp';
import { measuredGrowth, replayLog, sideOfRun, withWay } from '@/derived';
import { checkEdit, type BenchAct, type PrintState } from '@/model';
import { benchLog, openStore, type Store } from '@/store';
import { printOfBands } from '@/testing/bands';
import { expectOk as ok, stateAfter } from '@/testing/prints';
import { told } from '@/testing/told';
import { editPrint, linesFile, logActs, registrationPdf, runSvg, savePlan, transferFile } from './index';

const NOW = '2026-11-27T10:00:00.000Z',
  DAY = new Date(NOW),
  MS = Date.parse(NOW);
const SIZE = { widthMm: 80, heightMm: 30 } as const;
let db: Store;
beforeEach(() => {
  db = openStore(':memory:');
});
afterEach(() => db.close());
const text = (bytes: Uint8Array) => new TextDecoder().decode(bytes);
let serial = 0;
const log = (id: string, ...acts: BenchAct[]) =>
  ok(
    logActs(
      db,
      id,
      acts.map((act) => ({ id: `grown-${String(++serial).padStart(5, '0')}`, version: 3, at: NOW, act })),
      MS,
    ),
  );

/** Damp and brushed, on blocks of their own: straw, rust and night on bare paper, in bands of 20 mm. */
async function damp(): Promise<PrintState> {
  const flat = await printOfBands(db, ['paper', 'straw', 'rust', 'night'], SIZE, NOW);
  const plan = withWay(flat.plan, 'damp and brushed', true);
  return stateAfter(db, flat.id, savePlan(db, flat.id, flat.now.plan, plan, 'way-chosen', NOW));
}
const proof = (plan: PrintState['plan'], growthX: number, growthY: number): BenchAct => ({
  ...{
    kind: 'proofed',
    proofId: 'p1',
    runId: plan.runs[1].id,
    againstRunId: plan.runs[0].id,
    sheet: '',
    source: 'eye',
  },
  marks: [{ xMm: 10, yMm: 10, dxMm: 0.1, dyMm: 0 }],
  motion: {
    ...{ dxMm: 0, dyMm: 0, rotationDeg: 0, growthX, growthY, residualMm: 0 },
    about: { xMm: 40, yMm: 15 },
  },
});

/** All x of the shapes of an SVG drawing, mm: absolute moves and what follows them. */
function across(svg: string): { least: number; most: number } {
  const xs: number[] = [];
  for (const [, d] of svg.matchAll(/\bd="(M[^"]*)"/g))
    for (const [, x] of d.matchAll(/M(-?\d+) /g)) xs.push(Number(x) / 100);
  return { least: Math.min(...xs), most: Math.max(...xs) };
}
const frame = (svg: string) =>
  /<rect x="([\d.]+)" y="[\d.]+" width="([\d.]+)" height="([\d.]+)"/.exec(svg)!.slice(1).map(Number);
/** Ends of all lines of a DXF. */
function dxfSpan(dxf: string) {
  const rows = dxf.split('\r\n'),
    xs: number[] = [],
    ys: number[] = [];
  for (let i = 0; i + 1 < rows.length; i += 2)
    if (rows[i + 1] === 'VERTEX') {
      xs.push(Number(rows[i + 5]));
      ys.push(Number(rows[i + 7]));
    }
  return { left: Math.min(...xs), right: Math.max(...xs), foot: Math.min(...ys), top: Math.max(...ys) };
}

const GROWN = { acrossPercent: 0.4, downPercent: 1 };
const sideOf = (plan: PrintState['plan'], r: number) => sideOfRun(plan, plan.runs[r])!;

describe('sides still to be cut', () => {
  /** Two of the three blocks cut, their growth measured, and the third drawn for it. */
  async function grown() {
    const { id, plan } = await damp();
    expect(measuredGrowth(plan, replayLog([]))).toBeUndefined();
    log(
      id,
      { kind: 'cut-done', cutId: plan.runs[0].formes[0].cutId! },
      { kind: 'cut-done', cutId: plan.runs[1].formes[0].cutId! },
    );
    log(id, proof(plan, -0.004, -0.01));
    const growth = measuredGrowth(plan, replayLog(benchLog(db, id)))!;
    expect(growth).toEqual(GROWN);
    ok(editPrint(db, id, { kind: 'sides-drawn', sideIds: [sideOf(plan, 2).id], drawnLarger: growth }, NOW));
    const blockOf = (r: number) => 1 + plan.blocks.findIndex((block) => block.sides.includes(sideOf(plan, r)));
    const drawing = async (r: number, format: 'svg' | 'png') =>
      ok(await transferFile(db, id, `block-${blockOf(r)}`, format, 300, DAY)).bytes;
    return { id, plan, drawing };
  }

  test('are drawn as much larger as the images measured came out too small, and stay so when they are cut', async () => {
    const { id, plan, drawing } = await grown();
    const [cut, open] = [text(await drawing(1, 'svg')), text(await drawing(2, 'svg'))];
    expect(frame(cut).slice(1)).toEqual([80, 30]);
    const [, wide, high] = frame(open);
    expect(wide).toBeCloseTo(80.32, 2);
    expect(high).toBeCloseTo(30.3, 2);
    const [x] = frame(open),
      drawn = across(open);
    expect(drawn.least).toBeGreaterThanOrEqual(x - 0.01);
    expect(drawn.most).toBeLessThanOrEqual(x + 80.33);
    log(id, { kind: 'cut-done', cutId: plan.runs[2].formes[0].cutId! });
    expect(frame(text(await drawing(2, 'svg')))).toEqual(frame(open));
  });

  test('the picture to print on paper is as much larger, its marks red beside it', async () => {
    const { drawing } = await grown();
    const picture = async (r: number) => {
      const { data, info } = await sharp(Buffer.from(await drawing(r, 'png')))
        .removeAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true });
      let red = 0;
      for (let i = 0; i < data.length; i += 3) if (data[i] === 166 && data[i + 1] === 58 && data[i + 2] === 43) red++;
      return { width: info.width, height: info.height, red };
    };
    const [cut, open] = [await picture(1), await picture(2)];
    const perMm = 300 / 25.4;
    expect((open.width - cut.width) / perMm).toBeGreaterThan(0.25);
    expect((open.height - cut.height) / perMm).toBeGreaterThan(0.25);
    // wide enough for the marks beside the image, three lines of 0.9 mm
    expect(cut.width / perMm).toBeGreaterThan(80 + 28 + 10);
    expect(cut.red).toBeGreaterThan(1000);
  });

  test('lines for a machine and the stage are as much larger; what prints is not', async () => {
    const { id } = await grown();
    const stage = (run: number) => dxfSpan(text(ok(linesFile(db, id, run, 'stage')).bytes));
    const [cut, open] = [stage(2), stage(3)];
    expect((open.right - open.left) / (cut.right - cut.left)).toBeCloseTo(1.004, 4);
    expect((open.top - open.foot) / (cut.top - cut.foot)).toBeCloseTo(1.01, 4);
    const box = (run: number, what: 'run' | 'stage') =>
      /viewBox="-?[\d.]+ -?[\d.]+ ([\d.]+) ([\d.]+)"/.exec(text(ok(runSvg(db, id, run, what)).bytes))!.slice(1);
    expect(box(3, 'run')).toEqual(['80', '30']);
    expect(Number(box(3, 'stage')[0])).toBeGreaterThan(Number(box(2, 'stage')[0]) + 0.3);
  });

  test('a side that is cut keeps its size; one that was never there is refused in words', async () => {
    const { id, plan } = await damp();
    log(id, { kind: 'cut-done', cutId: plan.runs[0].formes[0].cutId! });
    const drawn = (sideId: string) =>
      told(editPrint(db, id, { kind: 'sides-drawn', sideIds: [sideId], drawnLarger: GROWN }, NOW));
    expect(drawn(sideOf(plan, 0).id)).toMatchObject({ message: expect.stringMatching(/cannot be drawn larger/) });
    expect(drawn('nowhere')).toMatchObject({ ok: false, message: expect.stringMatching(/block/) });
    expect(drawn(sideOf(plan, 1).id)).toMatchObject({ ok: true });
    for (const wrong of [
      { acrossPercent: 40, downPercent: 0 },
      { acrossPercent: NaN, downPercent: 0 },
    ])
      expect(checkEdit({ kind: 'sides-drawn', sideIds: ['a'], drawnLarger: wrong })).toMatchObject({ ok: false });
    expect(checkEdit({ kind: 'sides-drawn', sideIds: [], drawnLarger: GROWN })).toMatchObject({ ok: false });
  });
});

describe('marks for the paper in every drawing of a block', () => {
  test('stand red beside the image, mirrored as the block lies: SVG, DXF and PDF', async () => {
    const { id, plan } = await damp();
    expect(plan.way.registration).toBe('kento');
    const svg = text(ok(runSvg(db, id, 1, 'stage')).bytes);
    const [, left, , width, height] = /viewBox="(-[\d.]+) ([\d.]+) ([\d.]+) ([\d.]+)"/.exec(svg)!.map(Number);
    expect(left).toBeLessThan(-10);
    expect(width).toBeGreaterThan(80 + 10);
    expect(height).toBeGreaterThan(30 + 10);
    expect(svg).toMatch(/id="marks for the paper: DO NOT CUT"[^>]*stroke="#A63A2B"/i);
    // as printed there are no marks
    expect(text(ok(runSvg(db, id, 1, 'run')).bytes)).not.toMatch(/DO NOT CUT/);
    const dxf = text(ok(linesFile(db, id, 1, 'stage')).bytes);
    expect(dxf).toMatch(/MARKS_FOR_THE_PAPER_DO_NOT_CUT/);
    expect(ok(await registrationPdf(db, id, DAY)).bytes.length).toBeGreaterThan(1000);
  });

  test('other ways of registration cut none into the block', async () => {
    const { id } = await printOfBands(db, ['paper', 'straw'], SIZE, NOW);
    expect(text(ok(runSvg(db, id, 1, 'stage')).bytes)).not.toMatch(/DO NOT CUT/);
    expect(text(ok(linesFile(db, id, 1, 'stage')).bytes)).not.toMatch(/DO_NOT_CUT/);
  });
});
