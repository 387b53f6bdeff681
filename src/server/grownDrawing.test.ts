import { applyEdit, measuredGrowth, replayLog, withWay } from '@/derived';
import type { BenchAct, PrintState } from '@/model';
import { benchLog, openStore, type Store } from '@/store';
import { printOfBands } from '@/testing/bands';
import { expectOk as ok, stateAfter } from '@/testing/prints';
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

describe('blocks still to be cut', () => {
  test('are drawn as much larger as the images measured came out too small', async () => {
    const { id, plan } = await damp();
    expect(measuredGrowth(plan, replayLog([]))).toBeUndefined();
    log(
      id,
      { kind: 'cut-done', cutId: plan.runs[0].formes[0].cutId! },
      { kind: 'cut-done', cutId: plan.runs[1].formes[0].cutId! },
    );
    log(id, proof(plan, -0.004, -0.01));
    const growth = measuredGrowth(plan, replayLog(benchLog(db, id)))!;
    expect(growth).toEqual({ acrossPercent: 0.4, downPercent: 1 });
    ok(editPrint(db, id, { kind: 'fit-set', part: { drawnLarger: growth } }, NOW));
    const blockOf = (r: number) =>
      1 + plan.blocks.findIndex((block) => block.sides[0].cuts.some((cut) => cut.id === plan.runs[r].formes[0].cutId));
    const drawing = async (r: number) =>
      text(ok(await transferFile(db, id, `block-${blockOf(r)}`, 'svg', 300, DAY)).bytes);
    const [cut, open] = [await drawing(1), await drawing(2)];
    expect(frame(cut).slice(1)).toEqual([80, 30]);
    const [, wide, high] = frame(open);
    expect(wide).toBeCloseTo(80.32, 2);
    expect(high).toBeCloseTo(30.3, 2);
    const [x] = frame(open),
      drawn = across(open);
    expect(drawn.least).toBeGreaterThanOrEqual(x - 0.01);
    expect(drawn.most).toBeLessThanOrEqual(x + 80.33);
  });

  test('that the paper has grown changes nothing that is printed: the plan takes it after the cut', async () => {
    const { id, plan } = await damp();
    log(id, { kind: 'cut-done', cutId: plan.runs[0].formes[0].cutId! });
    expect(
      editPrint(db, id, { kind: 'fit-set', part: { drawnLarger: { acrossPercent: 1, downPercent: 0 } } }, NOW),
    ).toMatchObject({ ok: true });
    expect(
      applyEdit(plan, { kind: 'fit-set', part: { drawnLarger: { acrossPercent: 1, downPercent: 0 } } }),
    ).toMatchObject({ ok: true });
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
