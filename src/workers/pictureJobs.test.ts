import { failure, failureSaid } from '@/core/units';
import { toldByServer } from '@/words/refusals';
import type { PartMap } from '@/core/geometry';
import { deflateSync, inflateSync } from 'node:zlib';
import type { Lab } from '@/core/colour';
import { DEFAULT_ROLLER, materialById } from '@/core/cutting';
import type { LabelMap } from '@/core/geometry';
import type { Failure } from '@/core/units';
import { decodeLabelMap, encodeLabelMap } from '@/model';
import { pixelFile, WorkerBench, type Pixels } from '@/testing/workerBench';
import type { PictureJobs } from './protocol';

const MM_PER_PX = 0.1;
const W = 240,
  H = 160;
const PAPER: Lab = [94, 0, 4],
  SAND: Lab = [75, 8, 40],
  DARK: Lab = [25, 2, -8];

/** Paper, a band of sand below, a dark square in it and a dark bar 3 px wide in the paper. */
function drawn(): LabelMap {
  const labels = new Uint8Array(W * H);
  const box = (label: number, x: number, y: number, w: number, h: number) => {
    for (let row = y; row < y + h; row++) labels.fill(label, row * W + x, row * W + x + w);
  };
  box(1, 0, 80, W, 80);
  box(2, 20, 100, 40, 40);
  box(2, 150, 10, 3, 50);
  return { width: W, height: H, labels };
}
const SQUARE = 100 * W + 20,
  BAR = 10 * W + 150;
const labelFile = (map: LabelMap) => new Uint8Array(deflateSync(encodeLabelMap(map)));
const same = (a: PartMap['labels'], b: PartMap['labels']) => Buffer.from(a).equals(Buffer.from(b));

const bench = new WorkerBench<PictureJobs>(() => jest.requireActual('./picture.worker'));
bench.files.set('/labels', labelFile(drawn()));
const open = () => bench.get('openLabels', { url: '/labels', mmPerPx: MM_PER_PX });

describe('what is not there', () => {
  test('before anything is opened each job says that the picture is loading', async () => {
    for (const answer of [
      await bench.ask('islandAt', { x: 1, y: 1 }),
      await bench.ask('meetings', { labelCount: 3 }),
      await bench.ask('flatten', { settings: { colourCount: 3, radiusMm: 0, minIslandMm2: 0 }, thinnest: false }),
      await bench.ask('cutIslandAt', { x: 0, y: 0 }),
      await bench.ask('rehearsalPartAt', { x: 0, y: 0 }),
    ])
      expect(answer).toMatchObject(failure('not-opened.thePictureIsStill'));
  });

  test('a map the server does not have, and one that is no map', async () => {
    expect(await bench.ask('openLabels', { url: '/gone', mmPerPx: 0.1 })).toMatchObject({ ok: false, code: 'fetch' });
    bench.files.set('/odd', new Uint8Array(deflateSync(Buffer.from('nothing of a map'))));
    expect(await bench.ask('openLabels', { url: '/odd', mmPerPx: 0.1 })).toMatchObject({ ok: false });
    bench.files.set('/broken', new Uint8Array([1, 2, 3, 4]));
    const broken = (await bench.ask('openLabels', { url: '/broken', mmPerPx: 0.1 })) as Failure;
    expect(broken.code).toBe('worker');
    expect(toldByServer(broken)).toMatch(/nothing saved is lost/);
  });
});

describe('mending places of the check together', () => {
  beforeEach(open);
  const bar = { x0: 145, y0: 5, x1: 158, y1: 65 };
  const edit = (keptPx: readonly (typeof bar)[] = []) => ({
    ...{ kind: 'mend' as const, boxesPx: [bar], keptPx, letteringPx: [], coloursLabD50: [PAPER, SAND, DARK] },
    classOf: [0, 0, 0],
    cutFor: { material: materialById('lino'), grainDeg: 0, toolMm: 0.5, pace: 1, stages: null },
  });

  test('is shown before it is done, and changes nothing by being shown', async () => {
    const before = (await bench.get('snapshot', { of: 'labels' })).labels;
    const preview = await bench.get('mendPreview', edit());
    expect(preview.left).toBe(0);
    // a bar of 3 × 50 pixels goes, or two pixels beside it become bar
    expect(preview.changedMm2).toBeGreaterThan(0.5);
    expect(preview.changedMm2).toBeLessThan(3);
    expect(preview.outlinesMm.length).toBeGreaterThan(0);
    expect(same((await bench.get('snapshot', { of: 'labels' })).labels, before)).toBe(true);
    const done = await bench.get('edit', edit());
    expect(done.changedPx * MM_PER_PX ** 2).toBeCloseTo(preview.changedMm2, 9);
    expect(done.box.x0).toBeGreaterThanOrEqual(140);
    expect((await bench.get('mendPreview', edit())).changedMm2).toBe(0);
  });

  test('lines between colours that are cut or printed apart by now do not move; what stands in the way is told', async () => {
    const closed = { ...edit(), classOf: [0, 1, 2] };
    const preview = await bench.get('mendPreview', closed);
    expect(preview.changedMm2).toBe(0);
    expect(preview.left).toBeGreaterThan(0);
    expect(await bench.ask('edit', closed)).toMatchObject({ ok: false, code: 'nothing-mended' });
  });

  test('what is kept, and lettering, stands in the way and is told', async () => {
    expect(await bench.ask('edit', edit([bar]))).toMatchObject({ ok: false, code: 'nothing-mended' });
    const lettering = { ...edit(), letteringPx: [{ x: 151, y: 30, label: 2 }] };
    const before = (await bench.get('snapshot', { of: 'labels' })).labels.slice();
    await bench.ask('edit', lettering);
    const after = (await bench.get('snapshot', { of: 'labels' })).labels;
    for (let y = 10; y < 60; y++) for (let x = 150; x < 153; x++) expect(after[y * W + x]).toBe(before[y * W + x]);
  });
});

describe('islands', () => {
  beforeEach(open);

  test('at a place, by step, in detail', async () => {
    const square = (await bench.get('islandAt', { x: 30, y: 110 }))!;
    expect(square).toMatchObject({ key: SQUARE, label: 2, boxPx: { x0: 20, y0: 100, x1: 60, y1: 140 } });
    expect(square.areaMm2).toBeCloseTo(16, 9);
    expect(await bench.get('islandAt', { x: -1, y: 0 })).toBeNull();
    expect(await bench.get('islandAt', { x: W, y: 0 })).toBeNull();

    const keys: number[] = [];
    let key: number | null = null;
    for (let n = 0; n < 5; n++) {
      key = (await bench.get('islandStep', { key, step: 1, leastMm2: 0 }))!.key;
      keys.push(key);
    }
    expect(keys).toEqual([0, BAR, 80 * W, SQUARE, 0]); // reading order, then round again
    expect((await bench.get('islandStep', { key: null, step: -1, leastMm2: 0 }))!.key).toBe(SQUARE);
    expect((await bench.get('islandStep', { key: 0, step: 1, leastMm2: 2 }))!.key).toBe(80 * W); // the bar is too small
    expect(await bench.get('islandStep', { key: null, step: 1, leastMm2: 1e6 })).toBeNull();

    const bar = (await bench.get('islandDetail', { key: BAR }))!;
    expect(bar.thinnestMm).toBeCloseTo(0.3, 1);
    expect(bar.neighbours.map((n) => n.label)).toEqual([0]);
    expect(bar.neighbours[0].edgeMm).toBeCloseTo(10.6, 1);
    expect(await bench.get('islandDetail', { key: 5 })).toBeNull();
  });

  test.each([
    ['reading order', [0, BAR, 80 * W, SQUARE]],
    ['area', [0, 80 * W, SQUARE, BAR]],
    ['thinness', [BAR]],
    ['risk', [BAR]],
  ] as const)('listed by %s', async (order, first) => {
    const { rows, total } = await bench.get('islands', { order, limit: 10, leastMm2: 0 });
    expect(total).toBe(4);
    expect(rows.slice(0, first.length).map((row) => row.key)).toEqual(first);
    const bar = rows.find((row) => row.key === BAR)!;
    expect(bar.thinnestMm).toBeCloseTo(0.3, 1);
    expect(bar.widestMm).toBeLessThan(0.5);
    expect((await bench.get('islands', { order, limit: 1, leastMm2: 0 })).rows.length).toBe(1);
  });

  test('named by anchors, found again and lost', async () => {
    expect(
      await bench.get('findAnchors', {
        anchors: [
          { x: 40, y: 120, label: 2 },
          { x: 40, y: 120, label: 1 },
          { x: 200, y: 20, label: 0 },
        ],
      }),
    ).toEqual([SQUARE, null, 0]);
  });

  test('outlines are in mm, and of a large place coarser at most', async () => {
    const { outlinesMm, areaMm2 } = await bench.get('outlines', { region: { islands: [SQUARE], outlinesPx: [] } });
    expect(areaMm2).toBeCloseTo(16, 9);
    const xs = outlinesMm.flatMap((ring) => ring.filter((_, i) => i % 2 === 0));
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([2, 6]);
    const lasso = await bench.get('outlines', {
      region: { islands: [], outlinesPx: [[200, 20, 220, 20, 220, 40, 200, 40]] },
      forShow: true,
    });
    expect(lasso.areaMm2).toBeCloseTo(4, 1);
    expect(await bench.get('outlines', { region: { islands: [], outlinesPx: [] } })).toEqual({
      outlinesMm: [],
      areaMm2: 0,
    });
  });

  test('least distances between areas, and their common borders', async () => {
    const { gapsMm, bordersMm } = await bench.get('meetings', { labelCount: 3 });
    expect(gapsMm.length).toBe(9);
    expect(gapsMm[2 * 3 + 1]).toBe(0); // the square lies in the sand
    expect([...gapsMm].every((mm) => mm >= 0)).toBe(true);
    expect(bordersMm[2 * 3 + 1]).toBeGreaterThan(0);
    expect(bordersMm[2 * 3 + 1]).toBe(bordersMm[1 * 3 + 2]);
  });
});

describe('changes to the map', () => {
  beforeEach(open);
  const colours = [PAPER, SAND, DARK];

  test('an island given away changes the map itself; a copy taken before keeps what was', async () => {
    const before = await bench.get('snapshot', { of: 'labels' });
    const done = await bench.get('edit', { kind: 'give', island: BAR, label: 0 });
    const after = await bench.get('snapshot', { of: 'labels' });
    expect(done.changedPx).toBe(150);
    expect(done.box).toEqual({ x0: 150, y0: 10, x1: 153, y1: 60 });
    expect(before.labels[BAR]).toBe(2);
    expect(after.labels[BAR]).toBe(0);
    expect((await bench.get('islandAt', { x: 151, y: 30 }))!.key).toBe(0);
    expect(await bench.ask('edit', { kind: 'give', island: BAR, label: 1 })).toMatchObject({ code: 'island-gone' });
    expect(same((await bench.get('snapshot', { of: 'labels' })).labels, after.labels)).toBe(true);
  });

  test('two colours merged: the rest close up, and say which they were', async () => {
    const result = await bench.get('merge', { from: 1, into: 0, coloursLabD50: colours });
    expect(result.from).toEqual([0, 2]);
    expect(result.coloursLabD50).toEqual([PAPER, DARK]);
    expect(result.figures.map((f) => f.islandCount)).toEqual([1, 2]);
    expect(result.figures.reduce((sum, f) => sum + f.areaShare, 0)).toBeCloseTo(1, 12);
  });

  test('a colour no pixel has is dropped when a map is measured', async () => {
    const { labels, width, height } = drawn();
    const result = await bench.get('measure', {
      labels: labels.map((l) => (l === 1 ? 0 : l)),
      width,
      height,
      mmPerPx: MM_PER_PX,
      coloursLabD50: colours,
    });
    expect(result.from).toEqual([0, 2]);
    expect(result.figures[1].thinnestMm).toBeCloseTo(0.3, 1);
  });

  test('a map made elsewhere is taken as the present one', async () => {
    const labels = new Uint8Array(W * H).fill(2);
    expect(await bench.get('useLabels', { labels, width: W, height: H, mmPerPx: 0.2 })).toBeNull();
    expect((await bench.get('islandAt', { x: 3, y: 3 }))!.areaMm2).toBeCloseTo(W * H * 0.04, 6);
  });

  test('what is stored is the map, deflated; a refusal comes back in the server’s words', async () => {
    bench.answer = 'a'.repeat(64);
    expect(await bench.get('storeLabels', { url: '/api/labels' })).toBe('a'.repeat(64));
    const stored = decodeLabelMap(new Uint8Array(inflateSync(bench.sent[0].bytes)));
    expect(bench.sent[0].url).toBe('/api/labels');
    expect(stored.ok && same(stored.value.labels, drawn().labels)).toBe(true);
    bench.answer = { ok: false, code: 'file-full', message: 'The disk is full.' };
    expect(await bench.ask('storeLabels', { url: '/api/labels' })).toEqual(
      failureSaid('file-full', 'The disk is full.'),
    );
  });
});

describe('from a raster', () => {
  const tones = [
    [240, 236, 225],
    [196, 170, 104],
    [40, 42, 50],
  ];
  function raster(): Pixels {
    const { labels } = drawn();
    const data = new Uint8ClampedArray(4 * W * H);
    labels.forEach((label, i) => data.set([...tones[label], 255], 4 * i));
    return { width: W, height: H, data };
  }
  const settings = { colourCount: 3, radiusMm: 0, minIslandMm2: 0 };
  bench.files.set('/raster', pixelFile(raster()));

  test('flattened: as many colours as were drawn, with progress on the way, and the map is the present one', async () => {
    expect(await bench.get('openRaster', { url: '/raster', mmPerPx: MM_PER_PX })).toEqual({ width: W, height: H });
    bench.progress.length = 0;
    const result = await bench.get('flatten', { settings, thinnest: true });
    expect(result.coloursLabD50.length).toBe(3);
    expect(result.figures.map((f) => f.areaShare).sort()).toEqual(
      [0.5 - 150 / (W * H), 0.5 - 1600 / (W * H), 1750 / (W * H)].sort().map((share) => expect.closeTo(share, 3)),
    );
    expect(bench.progress.every((share, i, all) => share >= 0 && share <= 1 && (i === 0 || share >= all[i - 1]))).toBe(
      true,
    );
    expect((await bench.get('islandAt', { x: 30, y: 110 }))!.areaMm2).toBeCloseTo(16, 0);
  });

  test('opened small for a first look, its scale goes along', async () => {
    const { width, height } = await bench.get('openRaster', { url: '/raster', mmPerPx: MM_PER_PX, maxPixels: 9600 });
    expect([width, height]).toEqual([120, 80]);
    await bench.get('flatten', { settings, thinnest: false });
    const square = (await bench.get('islandAt', { x: 15, y: 55 }))!;
    expect(square.areaMm2).toBeCloseTo(16, 0);
  });

  test('a colour split in two: the new one stands behind it', async () => {
    await bench.get('openRaster', { url: '/raster', mmPerPx: MM_PER_PX });
    const flat = await bench.get('flatten', { settings: { ...settings, colourCount: 2 }, thinnest: false });
    expect(flat.coloursLabD50.length).toBe(2);
    const labelAt = async (x: number, y: number) => (await bench.get('islandAt', { x, y }))!.label;
    const [paper, sand, dark] = [await labelAt(5, 5), await labelAt(100, 120), await labelAt(30, 110)];
    const both = sand === dark ? sand : paper;
    const ask = (label: number) => bench.ask('split', { label, coloursLabD50: flat.coloursLabD50, settings });
    expect(await ask(1 - both)).toMatchObject({ code: expect.stringMatching(/^split-one-colour\b/) });
    const result = (await ask(both)) as PictureJobs['split']['give'];
    expect(result.coloursLabD50.length).toBe(3);
    expect(result.from).toEqual(both === 0 ? [0, null, 1] : [0, 1, null]);
  });

  test('painted from the raster and from labels, seen from where the view says', async () => {
    await bench.get('openRaster', { url: '/raster', mmPerPx: MM_PER_PX });
    await open();
    const paint = async (what: 'raster' | 'labels', styles: PictureJobs['paint']['take']['styles']) =>
      (await bench.get('paint', {
        what,
        styles,
        view: { x: 10, y: 95, pxPerOut: 1, mirrored: false },
        width: 80,
        height: 50,
        backdrop: 0xff000000,
      })) as unknown as Pixels;
    const at = ({ data, width }: Pixels, x: number, y: number) => [...data.subarray(4 * (y * width + x)).slice(0, 3)];
    const seen = await paint('raster', []);
    expect([at(seen, 0, 0), at(seen, 20, 20)]).toEqual([tones[1], tones[2]]);
    const flat = await paint('labels', [{ fill: 0xff000001 }, { fill: 0xff000002 }, { fill: 0xff000003 }]);
    expect([at(flat, 0, 0), at(flat, 20, 20)]).toEqual([
      [2, 0, 0],
      [3, 0, 0],
    ]);
  });
});

describe('stages of the block', () => {
  beforeEach(open);

  test('what stands, the edge to cut, and which tool clears what', async () => {
    const stage = await bench.get('stageFigures', { standing: [2], cutNow: [1] });
    expect(stage.outlineM).toBeCloseTo(0.016, 3); // round the square only: the bar borders paper, cleared before
    const tools = await bench.get('clearing', { standing: [2], cutNow: [1], toolsMm: [8, 3, 1] });
    const cleared = tools.reduce((sum, t) => sum + t.cm2, 0);
    expect(cleared).toBeCloseTo((W * 80 - 1600) / 1e4, 1);
    expect(tools.map((t) => t.widthMm)).toEqual([...tools.map((t) => t.widthMm)].sort((a, b) => b - a));
  });

  test('with wider tools a stage is measured anew, as far as they reach; with narrower ones the wider measure serves', async () => {
    const settings = { material: materialById('lino'), grainDeg: 0, roller: DEFAULT_ROLLER };
    const gaps = async (toolsMm: number[]) => {
      const found = await bench.get('findings', { standing: [0, 2], cutNow: [1], settings: { ...settings, toolsMm } });
      return found.findings.filter((f) => f.kind === 'gap' || f.kind === 'uncuttable').length;
    };
    // the band is 8 mm high, 2 mm of it above the square and 2 below
    expect(await gaps([1])).toBe(0);
    const wide = await gaps([4]);
    expect(wide).toBeGreaterThan(0);
    expect(await gaps([1])).toBe(0);
    expect(await gaps([4])).toBe(wide);
    expect(await bench.get('stageAhead', { standing: [0, 2], cutNow: [1] })).toBeNull();
  });

  test('a sheet made anew forgets what was measured of the one before', async () => {
    const settings = { material: materialById('lino'), grainDeg: 0, roller: DEFAULT_ROLLER, toolsMm: [0.5] };
    const task = { labelCount: 3, traps: [], chokes: [], marks: [] };
    const ridges = async () => {
      const found = await bench.get('findings', { standing: [2], cutNow: [1], settings });
      return found.findings.filter((f) => f.kind === 'ridge').map((f) => Math.round(f.value * 10));
    };
    expect(await ridges()).toEqual([3]); // the bar, 0.3 mm
    const before = await bench.get('stageFigures', { standing: [2], cutNow: [1] });
    // the dark colours grow under the paper: the bar gets wider, and the square's edge longer
    await bench.get('printMap', { task: { ...task, traps: [{ grow: 2, under: 0, px: 3 }] }, width: 30, height: 20 });
    const grown = await bench.get('findings', { standing: [2, 3], cutNow: [1], settings });
    expect(grown.findings.filter((f) => f.kind === 'ridge')).toEqual([]);
    await bench.get('printMap', { task, width: 30, height: 20 });
    expect(await ridges()).toEqual([3]);
    expect(await bench.get('stageFigures', { standing: [2], cutNow: [1] })).toEqual(before);
  });

  test('the copy of the sheet is the print map, that of the labels the picture, each for another worker to keep', async () => {
    const task = { labelCount: 3, traps: [{ grow: 2, under: 0, px: 3 }], chokes: [], marks: [] };
    await bench.get('printMap', { task, width: 30, height: 20 });
    const sheet = await bench.get('snapshot', { of: 'sheet' }),
      labels = await bench.get('snapshot', { of: 'labels' });
    expect(same(labels.labels, drawn().labels)).toBe(true);
    expect(same(sheet.labels, labels.labels)).toBe(false);
    expect([sheet.width, sheet.height, sheet.mmPerPx]).toEqual([W, H, MM_PER_PX]);
    // given to a worker as its map, the sheet is what is measured there
    const here = await bench.get('stageFigures', { standing: [2, 3], cutNow: [1] });
    await bench.get('useLabels', sheet);
    expect(await bench.get('stageFigures', { standing: [2, 3], cutNow: [1] })).toEqual(here);
  });

  test('parts to cut are ticked, found again by place, and no other', async () => {
    const parts = await bench.get('cutIslands', { standing: [2], cutNow: [1], done: [] });
    expect(parts.length).toBe(1);
    const key = (await bench.get('cutIslandAt', { x: 100, y: 120 }))!;
    /** Sand, square and paper as they are painted: 1 to cut, 2 ticked off, 3 stands, 0 neither. */
    const seen = async () => {
      const styles = [0, 1, 2, 3].map((fill) => ({ fill: 0xff000000 + fill }));
      const view = { x: 0, y: 0, pxPerOut: 1, mirrored: false };
      const { data } = (await bench.get('paint', {
        what: 'cut',
        styles,
        view,
        width: W,
        height: H,
        backdrop: 0,
      })) as unknown as Pixels;
      return [120 * W + 100, 110 * W + 30, 5 * W + 5].map((i) => data[4 * i]);
    };
    expect(key).toBe(80 * W);
    expect(await bench.get('cutIslandAt', { x: 30, y: 110 })).toBeNull(); // it stands
    expect(await bench.get('cutIslandAt', { x: 5, y: -1 })).toBeNull();
    expect(await bench.get('tickIsland', { island: key, done: true })).toBeNull();
    expect(await bench.get('cutIslandAt', { x: 100, y: 120 })).toBe(key); // so that it can be taken back
    await bench.get('tickIsland', { island: SQUARE, done: true }); // not a part to cut
    expect(await seen()).toEqual([2, 3, 0]);
    await bench.get('tickIsland', { island: key, done: false });
    expect(await seen()).toEqual([1, 3, 0]);
    await bench.get('cutIslands', { standing: [2], cutNow: [1], done: [key] });
    expect(await seen()).toEqual([2, 3, 0]);
  });

  test('a rehearsal: parts from the largest, the small ones follow the largest of their colour', async () => {
    const { parts, leastMm2 } = await bench.get('rehearse', { due: [0, 1, 2], limit: 10 });
    expect(parts.map((p) => [p.key, p.label, p.due])).toEqual([
      [0, 0, 0],
      [80 * W, 1, 1],
      [SQUARE, 2, 2],
    ]);
    expect(leastMm2).toBeCloseTo(16, 9);
    expect(await bench.get('rehearsalPartAt', { x: 151, y: 30 })).toBe(SQUARE); // the bar follows the square
    expect(await bench.get('rehearsalPartAt', { x: 200, y: 30 })).toBe(0);
    expect(await bench.get('rehearsalPartAt', { x: -1, y: 30 })).toBeNull();
    expect(
      await bench.get('rehearseCut', {
        cuts: [
          [SQUARE, 1],
          [999999, 2],
        ],
      }),
    ).toBeNull();
    expect((await bench.get('rehearse', { due: [0, 1, 2], limit: 1 })).parts.length).toBe(1);
  });
});
