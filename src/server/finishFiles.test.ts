import { foldedIntoPanels, trimmedOf } from '@/derived';
import type { Plan } from '@/model';
import type { Store } from '@/store';
import { bandsAgain } from '@/testing/bands';
import { polylines } from '@/testing/polylines';
import { expectOk as ok } from '@/testing/prints';
import { told } from '@/testing/told';
import { finishFile } from './finishFiles';
import { editPrint, printState } from './index';

const NOW = '2026-11-28T10:00:00.000Z',
  DAY = new Date(NOW);
let db: Store, id: string;
const bands = bandsAgain(['paper', 'straw', 'rust', 'night'], { widthMm: 80, heightMm: 30 }, NOW);
beforeEach(async () => ({ db, id } = await bands()));
afterEach(() => db.close());

const text = async (format: 'svg' | 'dxf') => new TextDecoder().decode(ok(await finishFile(db, id, format, DAY)).bytes);
const planNow = (): Plan => ok(printState(db, id)).plan;
const set = (part: Partial<Plan['finishing']>) => ok(editPrint(db, id, { kind: 'finishing-set', part }, NOW));
const layout = (part: Partial<Plan['layout']>) => ok(editPrint(db, id, { kind: 'layout-set', part }, NOW));

test('lines to trim along: as many as come off, on the sheet as printed, y up', async () => {
  layout({ allowanceMm: { top: 10, right: 0, bottom: 0, left: 15 }, tornEdges: ['left'] });
  const lines = polylines(await text('dxf')),
    { layout: laid } = trimmedOf(planNow())!;
  expect(lines.map(({ layer }) => layer)).toEqual(['SHEET', 'TRIM', 'TEAR']);
  const [sheet, trim, tear] = lines;
  expect(sheet.closed).toBe(true);
  expect(sheet.points).toContainEqual([laid.sheetMm.widthMm, 0]);
  expect(trim).toMatchObject({ closed: false, points: expect.arrayContaining([[0, laid.sheetMm.heightMm - 10]]) });
  expect(tear.points.map(([x]) => x)).toEqual([15, 15]);
});

test('the shape: closed, once for each image, as far beyond what prints as asked', async () => {
  layout({ copies: { columns: 1, rows: 2, gapMm: 20 } });
  set({ to: 'shape', shape: { offsetMm: 3, roundMm: 0, openings: false, leastMm2: 0, colourIds: [] } });
  const shapes = polylines(await text('dxf')).filter(({ layer }) => layer.startsWith('SHAPE'));
  const { images, sheetMm } = trimmedOf(planNow())!.layout;
  expect(shapes.map(({ layer, closed }) => [layer, closed])).toEqual([
    ['SHAPE_1', true],
    ['SHAPE_2', true],
  ]);
  shapes.forEach(({ points }, i) => {
    // the band at the left is bare paper: the shape begins 3 mm before the second of four
    const xs = points.map(([x]) => x),
      ys = points.map(([, y]) => sheetMm.heightMm - y);
    expect(Math.abs(Math.min(...xs) - (images[i].xMm + 20 - 3))).toBeLessThan(0.15);
    expect(Math.abs(Math.max(...xs) - (images[i].xMm + 80 + 3))).toBeLessThan(0.15);
    expect(Math.abs(Math.min(...ys) - (images[i].yMm - 3))).toBeLessThan(0.15);
    expect(Math.abs(Math.max(...ys) - (images[i].yMm + 30 + 3))).toBeLessThan(0.15);
  });
});

test('folds and cuts are layers of their own, on every image', async () => {
  layout({ copies: { columns: 2, rows: 1, gapMm: 20 } });
  set({ lines: foldedIntoPanels(planNow(), 3, 'upright', 'a') });
  const layers = polylines(await text('dxf')).map(({ layer }) => layer);
  expect(layers.filter((layer) => layer === 'VALLEY')).toHaveLength(2);
  expect(layers.filter((layer) => layer === 'MOUNTAIN')).toHaveLength(2);
  expect(layers).not.toContain('CUT');
  const svg = await text('svg');
  expect(svg).toMatch(/valley fold/);
  expect(svg).toMatch(/mountain fold/);
  expect(svg).toMatch(/width="[\d.]+mm"/);
});

test('a PDF is made; where nothing is left of the shape that is said', async () => {
  const pdf = ok(await finishFile(db, id, 'pdf', DAY));
  expect(pdf.fileName).toMatch(/finishing\.pdf$/);
  expect(Buffer.from(pdf.bytes.subarray(0, 5)).toString()).toBe('%PDF-');
  set({ to: 'shape', shape: { offsetMm: 0, roundMm: 0, openings: true, leastMm2: 10_000, colourIds: [] } });
  expect(told(await finishFile(db, id, 'pdf', DAY))).toMatchObject({
    ok: false,
    message: expect.stringMatching(/Nothing is left of the shape/),
  });
  expect(await finishFile(db, 'no-such-print', 'dxf', DAY)).toMatchObject({ ok: false });
});
