import { applyEdit, withWay } from '@/derived';
import { checkEdit, type PrintState, type Saw } from '@/model';
import { openStore, type Store } from '@/store';
import { printOfBands } from '@/testing/bands';
import { polylines } from '@/testing/polylines';
import { expectOk as ok, stateAfter } from '@/testing/prints';
import { told } from '@/testing/told';
import { editPrint, printState, sawFile, savePlan } from './index';

const NOW = '2026-11-27T10:00:00.000Z',
  DAY = new Date(NOW);
const SIZE = { widthMm: 80, heightMm: 30 } as const;
let db: Store;
beforeEach(() => {
  db = openStore(':memory:');
});
afterEach(() => {
  db.close();
});
const text = (bytes: Uint8Array) => new TextDecoder().decode(bytes);

/** Four bands of 20 mm on one block: bare paper, straw, rust and night, sawn between the three that stand. */
async function sawn(more: Partial<Saw> = {}): Promise<PrintState & { readonly sideId: string }> {
  const flat = await printOfBands(db, ['paper', 'straw', 'rust', 'night'], SIZE, NOW);
  const plan = withWay(flat.plan, 'jigsaw', true),
    side = plan.blocks[0].sides[0];
  const changed = ok(applyEdit(plan, { kind: 'saw-set', sideId: side.id, saw: { ...side.saw!, ...more } }));
  const state = stateAfter(db, flat.id, savePlan(db, flat.id, flat.now.plan, changed, 'saw-set', NOW));
  return { ...state, sideId: side.id };
}

test('the lines to saw along as DXF: open, each once, mirrored as the block lies, with its rim', async () => {
  const { id, sideId } = await sawn();
  const lines = polylines(text(ok(await sawFile(db, id, sideId, 'dxf', DAY)).bytes));
  const saw = lines.filter(({ layer }) => layer === 'SAW'),
    rim = lines.filter(({ layer }) => layer === 'BLOCK');
  expect(saw.map(({ closed }) => closed)).toEqual([false, false]);
  expect(rim.map(({ closed }) => closed)).toEqual([true]);
  // the paper at the left goes with straw; what meets 40 and 60 mm from the left lies 40 and 20 mm from the left of the block
  const across = saw.map(({ points }) => points[0][0]).sort((a, b) => a - b);
  expect(across[0]).toBeCloseTo(20, 5);
  expect(across[1]).toBeCloseTo(40, 5);
  for (const { points } of saw) {
    expect(points.every(([x]) => Math.abs(x - points[0][0]) < 0.05)).toBe(true);
    expect(points.map(([, y]) => y).sort((a, b) => a - b)).toEqual([0, 30]);
  }
});

test('as SVG the lines with their letters, true to size', async () => {
  const { id, sideId } = await sawn();
  const svg = text(ok(await sawFile(db, id, sideId, 'svg', DAY)).bytes);
  expect(svg).toContain('width="108mm" height="74mm"');
  expect(svg).toMatch(/MIRRORED, as it lies on the block/);
  const letters = [...svg.matchAll(/<text x="([\d.]+)"[^>]*>([A-C])<\/text>/g)].map((m) => [m[2], Number(m[1])]);
  // A is straw with the bare paper beside it, B rust, C night, from right to left on the block
  expect(letters.map(([letter]) => letter)).toEqual(['A', 'B', 'C']);
  const [a, b, c] = letters.map(([, x]) => x as number);
  expect(a).toBeGreaterThan(b);
  expect(b).toBeGreaterThan(c);
  expect(b).toBeCloseTo(14 + 30, 0);
});

test('as PDF three pages: the lines, and the pieces put together as the block lies and as printed', async () => {
  const { id, sideId } = await sawn({ gaps: 'closed' });
  const pdf = Buffer.from(ok(await sawFile(db, id, sideId, 'pdf', DAY)).bytes).toString('latin1');
  expect([...pdf.matchAll(/\/Type \/Page\b/g)].length).toBe(3);
});

test('a side that is whole, or not there, has no lines', async () => {
  const flat = await printOfBands(db, ['paper', 'straw'], SIZE, NOW);
  const sideId = flat.plan.blocks[0].sides[0].id;
  expect(await sawFile(db, flat.id, sideId, 'svg', DAY)).toMatchObject({ ok: false, code: 'saw.notSawn' });
  expect(await sawFile(db, flat.id, 'none', 'svg', DAY)).toMatchObject({ ok: false, code: 'saw.notSawn' });
});

test('a saw is set through the print, kept, and refused in words where it cannot be', async () => {
  const flat = await printOfBands(db, ['paper', 'straw', 'rust'], SIZE, NOW);
  const sideId = flat.plan.blocks[0].sides[0].id;
  const saw = { widthMm: 0.8, gaps: 'open', whole: [], leastMm2: 20, heldIn: [] } as const;
  // a reduction is cut on between its runs
  expect(told(editPrint(db, flat.id, { kind: 'saw-set', sideId, saw }, NOW))).toMatchObject({
    code: 'saw.cutOn',
    message: expect.stringMatching(/cut on between runs/),
  });
  ok(editPrint(db, flat.id, { kind: 'way-chosen', chosen: 'jigsaw', lay: true }, NOW));
  const side = ok(printState(db, flat.id)).plan.blocks[0].sides[0];
  ok(editPrint(db, flat.id, { kind: 'saw-set', sideId: side.id, saw }, NOW));
  expect(ok(printState(db, flat.id)).plan.blocks[0].sides[0].saw).toEqual(saw);
  for (const [wrong, says] of [
    [{ ...saw, widthMm: 9 }, /what the saw takes/i],
    [{ ...saw, gaps: 'ajar' }, /gaps/],
    [{ ...saw, whole: [null] }, /whole/],
  ] as const)
    expect(told(checkEdit({ kind: 'saw-set', sideId: side.id, saw: wrong }))).toMatchObject({
      ok: false,
      message: expect.stringMatching(says),
    });
});
