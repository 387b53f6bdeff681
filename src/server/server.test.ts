import { told } from '@/testing/told';
import type { Outcome } from '@/core/units';
import { toldByServer } from '@/words/refusals';
import sharp from 'sharp';
import { inflateSync } from 'node:zlib';
import { openStore, type Store } from '@/store';
import type { Plan, PrintState } from '@/model';
import {
  bringInPicture,
  bundleFile,
  copyPrint,
  createPrint,
  deletePrint,
  keepLabels,
  ledgerFile,
  shelfPage,
  logActs,
  lookPng,
  numberingFile,
  openBundle,
  placeAgain,
  printState,
  redo,
  registrationPdf,
  rename,
  restorePrint,
  runSvg,
  savePlan,
  sourcePng,
  storeLabels,
  storedBlob,
  undo,
} from './index';
import { patienceOf, withPicture } from './decode';
import { inspectPicture, makeRaster, rasterMmPerPx, type PictureFacts, type Placement } from './imageIn';
import type { Lab } from '@/core/colour';
import { withFlat } from '@/derived';
import { withCuts } from '@/derived/lookups';
import { stateAfter } from '@/testing/prints';
import { StoreTemplate } from '@/testing/template';

const NOW = '2026-11-20T10:00:00.000Z';
const MS = Date.parse(NOW);
let db: Store;
beforeEach(() => {
  db = openStore(':memory:');
});
afterEach(() => db.close());

function ok<T>(got: Outcome<T>): T {
  if (!got.ok) throw new Error(toldByServer(got));
  return got.value;
}
const png = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#c08040' } })
    .png()
    .toBuffer();

const inspected = (bytes: Buffer, name: string) =>
  withPicture(bytes, patienceOf(), (picture) => inspectPicture(picture, name));
const rastered = (bytes: Buffer, facts: PictureFacts, name: string, place: Placement, paper: Lab) =>
  withPicture(bytes, patienceOf(), (picture) => makeRaster(picture, facts, name, place, paper));

/** A print of 24 × 18 mm with three vertical bands: paper, straw, night. */
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
  const id = ok(createPrint(db, 'Bands', NOW));
  ok(await bringInPicture(db, id, await png(400, 300), 'bands.png', NOW));
  const sized = stateAfter(
    db,
    id,
    await placeAgain(
      db,
      id,
      { turnDeg: 0, mirrored: false, crop: { x: 0, y: 0, width: 1, height: 1 }, widthMm: 24, heightMm: 18 },
      NOW,
    ),
  );
  const labels = Uint8Array.from({ length: 240 * 180 }, (_, i) => Math.floor((i % 240) / 80));
  const labelsSha = keepLabels(db, { width: 240, height: 180, labels }, NOW);
  const colour = (name: string, L: number) => ({
    id: name,
    name,
    wantedLabD50: [L, 2, 10] as const,
    areaShare: 1 / 3,
    islandCount: 1,
  });
  const plan = withFlat(sized.plan, {
    labelsSha,
    settings: { colourCount: 3, radiusMm: 0, minIslandMm2: 0 },
    colours: [colour('paper', 94), colour('straw', 80), colour('night', 15)],
    barePaperId: 'paper',
    handChanges: 0,
  });
  return stateAfter(
    db,
    id,
    savePlan(
      db,
      id,
      sized.now.plan,
      { ...plan, sheets: { ...plan.sheets, edition: 2, proofsToKeep: 0, testSheets: 1 } },
      'flat',
      NOW,
    ),
  );
}

describe('pictures are looked at without trust', () => {
  test.each<[string, () => Promise<Buffer> | Buffer, string]>([
    ['empty', () => Buffer.alloc(0), 'picture-empty'],
    ['text.png', () => Buffer.from('this is only text'), 'picture-kind'],
    ['tiny.png', () => png(1, 1), 'picture-small'],
    [
      'huge.png',
      () =>
        sharp({ create: { width: 30000, height: 3000, channels: 3, background: '#fff' }, limitInputPixels: false })
          .png()
          .toBuffer(),
      'picture-pixels',
    ],
    [
      'still.gif',
      () =>
        sharp({ create: { width: 50, height: 50, channels: 3, background: '#fff' } })
          .gif()
          .toBuffer(),
      'picture-kind',
    ],
    [
      'entities.svg',
      () =>
        Buffer.from(
          `<!DOCTYPE svg [<!ENTITY a "${'x'.repeat(5e6)}">]><svg xmlns="http://www.w3.org/2000/svg" width="90" height="90"><text>&a;</text></svg>`,
        ),
      'svg-entities',
    ],
    [
      'linked.svg',
      () =>
        Buffer.from(
          '<svg xmlns="http://www.w3.org/2000/svg" width="90" height="90"><image href="http://example.org/a.png"/></svg>',
        ),
      'svg-external',
    ],
    [
      'file.svg',
      () =>
        Buffer.from(
          '<svg xmlns="http://www.w3.org/2000/svg" width="90" height="90"><image href="file:///etc/passwd"/></svg>',
        ),
      'svg-external',
    ],
    [
      'script.svg',
      () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="90" height="90"><script>1</script></svg>'),
      'svg-script',
    ],
    ['wide.svg', () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="90" height="90"'), 'picture-kind'],
  ])('%s', async (name, make, code) => {
    const got = await inspected(await make(), name);
    expect(got).toMatchObject({ ok: false, code: expect.stringMatching(`^${code}`) });
    expect(got.ok ? '' : toldByServer(got)).toContain(name);
  });

  test('a truncated picture is refused when it is read, and nothing is stored', async () => {
    const noise = Buffer.from(Array.from({ length: 300 * 300 * 3 }, (_, i) => (i * 2654435761) >>> 24));
    const whole = await sharp(noise, { raw: { width: 300, height: 300, channels: 3 } })
      .jpeg()
      .toBuffer();
    const id = ok(createPrint(db, 'Cut off', NOW));
    const got = await bringInPicture(db, id, whole.subarray(0, whole.length >> 1), 'half.jpg', NOW);
    expect(got).toMatchObject({ ok: false, code: expect.stringMatching(/^picture-damaged\b/) });
    expect(db.prepare('SELECT count(*) AS n FROM blobs').get()).toEqual({ n: 0 });
    expect(ok(printState(db, id)).plan.picture).toBeNull();
  });

  test('orientation, transparency, 16 bit and CMYK come out as upright 8-bit sRGB on the paper’s colour', async () => {
    const turned = await sharp({ create: { width: 400, height: 200, channels: 3, background: '#f00' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    expect(await inspected(turned, 'x')).toMatchObject({ value: { widthPx: 200, heightPx: 400 } });
    const place = {
      turnDeg: 0,
      mirrored: false,
      crop: { x: 0, y: 0, width: 1, height: 1 },
      widthMm: 10,
      heightMm: 10,
    } as const;
    const clear = await sharp({
      create: { width: 100, height: 100, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } },
    })
      .png()
      .toBuffer();
    const onPaper = ok(
      await rastered(clear, { format: 'png', widthPx: 100, heightPx: 100 }, 'x', place, [94.5, 0.3, 4.2]),
    );
    const { data, info } = await sharp(onPaper.png).raw().toBuffer({ resolveWithObject: true });
    expect([info.width, info.height, info.channels]).toEqual([100, 100, 3]);
    expect(data[0]).toBeGreaterThan(235);
    const cmyk = await sharp({ create: { width: 60, height: 60, channels: 3, background: '#2060c0' } })
      .toColourspace('cmyk')
      .tiff()
      .toBuffer();
    const sixteen = await sharp({ create: { width: 60, height: 60, channels: 3, background: '#2060c0' } })
      .toColourspace('rgb16')
      .png()
      .toBuffer();
    for (const [bytes, format] of [
      [cmyk, 'tiff'],
      [sixteen, 'png'],
    ] as const) {
      const raster = ok(await rastered(bytes, { format, widthPx: 60, heightPx: 60 }, 'x', place, [94, 0, 0]));
      const pixel = await sharp(raster.png).raw().toBuffer();
      expect(Math.abs(pixel[0] - 0x20) + Math.abs(pixel[1] - 0x60) + Math.abs(pixel[2] - 0xc0)).toBeLessThan(
        format === 'png' ? 4 : 90,
      );
    }
  });

  test('crop, turn and mirror are done in that sense', async () => {
    const quarters = await sharp({ create: { width: 200, height: 100, channels: 3, background: '#ffffff' } })
      .composite([{ input: await png(100, 100), left: 0, top: 0 }])
      .png()
      .toBuffer();
    const left = async (turnDeg: 0 | 90 | 180, mirrored: boolean) => {
      const raster = ok(
        await rastered(
          quarters,
          { format: 'png', widthPx: 200, heightPx: 100 },
          'x',
          { turnDeg, mirrored, crop: { x: 0, y: 0, width: 0.4, height: 0.4 }, widthMm: 10, heightMm: 10 },
          [94, 0, 0],
        ),
      );
      return (await sharp(raster.png).raw().toBuffer())[2] < 200;
    };
    expect([
      await left(0, false),
      await left(0, true),
      await left(180, false),
      await left(180, true),
      await left(90, false),
    ]).toEqual([true, false, false, true, true]);
  });

  test('an SVG in mm is drawn sharply', async () => {
    const svg = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="250mm" height="350mm" viewBox="0 0 25 35"><rect width="25" height="35" fill="#123"/></svg>',
    );
    const facts = ok(await inspected(svg, 'x.svg'));
    expect(Math.max(facts.widthPx, facts.heightPx)).toBeCloseTo(4000, -2);
    expect(
      (
        await rastered(
          svg,
          facts,
          'x.svg',
          { turnDeg: 0, mirrored: false, crop: { x: 0, y: 0, width: 1, height: 1 }, widthMm: 25, heightMm: 35 },
          [94, 0, 0],
        )
      ).ok,
    ).toBe(true);
  });

  test('fineness by size', () =>
    expect([
      rasterMmPerPx(420, 297),
      rasterMmPerPx(297, 420),
      rasterMmPerPx(300, 300),
      rasterMmPerPx(500, 200),
    ]).toEqual([0.1, 0.1, 0.2, 0.2]));
});

describe('plans', () => {
  test('the original is kept byte for byte, and the crop can be drawn on it', async () => {
    const state = await planned();
    expect(storedBlob(db, state.plan.picture!.originalSha)!.bytes.equals(await png(400, 300))).toBe(true);
    expect(storedBlob(db, '../etc')).toBeUndefined();
    const turned = await sharp(ok(await sourcePng(db, state.id, 90, true)).bytes).metadata();
    expect([turned.width, turned.height]).toEqual([750, 1000]);
  });

  test('two windows: the second is told and nothing is overwritten', async () => {
    const state = await planned();
    const first = stateAfter(
      db,
      state.id,
      savePlan(db, state.id, state.now.plan, { ...state.plan, toolsMm: [0.7] }, 'tool', NOW),
    );
    expect(savePlan(db, state.id, state.now.plan, { ...state.plan, toolsMm: [2] }, 'tool', NOW)).toMatchObject({
      ok: false,
      code: expect.stringMatching(/^stale\b/),
    });
    expect(ok(printState(db, state.id)).plan.toolsMm).toEqual([0.7]);
    expect(first.undoLabel).toBe('tool');
  });

  test('undo and redo walk the history; bad placements leave everything as it was', async () => {
    const state = await planned();
    const back = stateAfter(db, state.id, undo(db, state.id, state.now.plan, NOW));
    expect([back.plan.flat, back.redoLabel]).toEqual([null, 'flat']);
    expect(stateAfter(db, state.id, redo(db, state.id, back.now.plan, NOW)).plan).toEqual(state.plan);
    for (const bad of [
      { widthMm: 0 },
      { widthMm: 5000 },
      { turnDeg: 45 },
      { crop: { x: 0.5, y: 0, width: 0.9, height: 1 } },
    ]) {
      const { now } = ok(printState(db, state.id));
      const place = {
        turnDeg: 0,
        mirrored: false,
        crop: { x: 0, y: 0, width: 1, height: 1 },
        widthMm: 24,
        heightMm: 18,
        ...bad,
      } as never;
      expect((await placeAgain(db, state.id, place, NOW)).ok).toBe(false);
      expect(ok(printState(db, state.id))).toMatchObject({ now, plan: state.plan });
    }
  });

  test('a plan may not name what was never brought in; labels must fit the picture', async () => {
    const state = await planned();
    const foreign: Plan = { ...state.plan, flat: { ...state.plan.flat!, labelsSha: 'f'.repeat(64) } };
    expect(savePlan(db, state.id, state.now.plan, foreign, 'x', NOW)).toMatchObject({
      ok: false,
      code: expect.stringMatching(/^plan\b/),
    });
    const labels = storedBlob(db, state.plan.flat!.labelsSha)!.bytes;
    expect(ok(storeLabels(db, state.id, labels, NOW))).toBe(state.plan.flat!.labelsSha);
    expect(inflateSync(labels).length).toBe(16 + 240 * 180);
    expect(storeLabels(db, state.id, Buffer.from('junk'), NOW).ok).toBe(false);
  });

  test('copy, rename, delete by name, restore', async () => {
    const { id } = await planned();
    ok(copyPrint(db, id, NOW));
    expect(
      shelfPage(db, 1, NOW)
        .prints.map((p) => p.name)
        .sort(),
    ).toEqual(['Bands', 'Bands (2)']);
    expect(ok(rename(db, id, 'Bands (2)', NOW))).toBe('Bands (2) (2)');
    expect(deletePrint(db, id, 'Bands', NOW)).toMatchObject({ ok: false, code: 'delete-name' });
    ok(deletePrint(db, id, 'Bands (2) (2)', NOW));
    expect(printState(db, id)).toMatchObject({ code: 'print-deleted' });
    ok(restorePrint(db, id, NOW));
    expect(printState(db, id).ok).toBe(true);
  });
});

describe('the bench', () => {
  let serial = 0;
  const entry = (act: object) => ({ id: `entry-${String(++serial).padStart(6, '0')}`, at: NOW, act });
  const pull = (sheet: string, more: object = {}) => ({
    kind: 'pull',
    runId: 'run-straw',
    sheet,
    faults: [],
    setAside: false,
    note: '',
    ...more,
  });
  const log = (id: string, ...acts: object[]) => logActs(db, id, acts.map(entry), MS);

  test('a whole print, from the first cut to the numbers', async () => {
    const { id } = await planned();
    ok(
      log(
        id,
        { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 3, tests: 1 },
        { kind: 'cut-done', cutId: 'stage-1' },
      ),
    );
    ok(log(id, pull('T1'), pull('1'), pull('2', { faults: ['ghost'], setAside: true })));
    expect(told(log(id, { kind: 'cut-done', cutId: 'stage-2' }))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/Run 1 is not finished: 1 sheet is/),
    });
    ok(log(id, pull('3', { faults: ['weak'] }), { kind: 'cut-done', cutId: 'stage-2' }));
    ok(log(id, ...['T1', '1', '3'].map((sheet) => pull(sheet, { runId: 'run-night' }))));
    expect(log(id, { kind: 'numbered', marks: [{ sheet: '2', mark: '1/1' }], reason: '' }).ok).toBe(false);
    const marks = [
      { sheet: '1', mark: '1/2' },
      { sheet: '3', mark: '2/2' },
    ];
    ok(log(id, { kind: 'numbered', marks, reason: '' }));
    expect(told(log(id, { kind: 'numbered', marks: marks.slice(0, 1), reason: '' }))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/say why/),
    });
    ok(log(id, { kind: 'numbered', marks, reason: 'sheet 3 torn' }));
    expect(new TextDecoder().decode(ok(numberingFile(db, id)).bytes)).toContain('2/2,3,weak');
    expect(new TextDecoder().decode(ok(ledgerFile(db, id)).bytes)).toContain('set aside,ghost');
  });

  test('what cannot be is refused in words, and all of one request or none of it is kept', async () => {
    const { id } = await planned();
    expect(told(log(id, pull('1')))).toMatchObject({ ok: false, message: expect.stringMatching(/how many sheets/) });
    ok(log(id, { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 2, tests: 0 }));
    expect(told(log(id, pull('1')))).toMatchObject({ ok: false, message: expect.stringMatching(/not cut/) });
    ok(log(id, { kind: 'cut-done', cutId: 'stage-1' }));
    expect(log(id, pull('1'), pull('9')).ok).toBe(false);
    expect(ok(printState(db, id)).events.filter((e) => e.act.kind === 'pull')).toEqual([]);
    expect(log(id, { kind: 'cut-done', cutId: 'stage-9' }).ok).toBe(false);
    expect(
      told(log(id, { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 9, tests: 0 })),
    ).toMatchObject({
      message: expect.stringMatching(/already started/),
    });
    expect(logActs(db, id, [{ id: 'x', at: NOW, act: pull('1') }], MS).ok).toBe(false);
    expect(logActs(db, id, [{ id: 'entry-future', at: '2031-01-01', act: pull('1') }], MS).ok).toBe(false);
    expect(logActs(db, id, 'nonsense', MS).ok).toBe(false);
  });

  test('a repeated request counts once; taking back is for the last pull, and not across a gate', async () => {
    const { id } = await planned();
    ok(
      log(
        id,
        { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 2, tests: 0 },
        { kind: 'cut-done', cutId: 'stage-1' },
      ),
    );
    const first = entry(pull('1')),
      second = entry(pull('2'));
    ok(logActs(db, id, [first], MS));
    expect(stateAfter(db, id, logActs(db, id, [first], MS)).events.length).toBe(3);
    ok(logActs(db, id, [second], MS));
    expect(told(log(id, { kind: 'pull-undone', pullId: first.id }))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/last pull/),
    });
    ok(log(id, { kind: 'pull-undone', pullId: second.id }));
    ok(log(id, pull('2'), { kind: 'cut-done', cutId: 'stage-2' }));
    const last = ok(printState(db, id))
      .events.filter((e) => e.act.kind === 'pull')
      .at(-1)!;
    expect(told(log(id, { kind: 'pull-undone', pullId: last.id }))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/cut again/),
    });
  });

  test('no undo across a gate, and the closed part of the plan stays', async () => {
    const state = await planned();
    ok(log(state.id, { kind: 'cut-done', cutId: 'stage-1' }));
    const passed = ok(printState(db, state.id));
    expect(passed.undoLabel).toBeNull();
    expect(undo(db, state.id, passed.now.plan, NOW)).toMatchObject({ code: 'undo-end' });
    const other = withCuts(passed.plan, (cut) => ({ ...cut, standingIds: cut.standingIds.slice(1) }));
    expect(savePlan(db, state.id, passed.now.plan, other, 'x', NOW)).toMatchObject({
      code: expect.stringMatching(/^closed\b/),
    });
    const saved = stateAfter(
      db,
      state.id,
      savePlan(db, state.id, passed.now.plan, { ...passed.plan, toolsMm: [1, 4] }, 'tool', NOW),
    );
    expect(saved.plan.toolsMm).toEqual([1, 4]);
    expect(passed.plan.toolsMm).not.toEqual([1, 4]);
  });
});

describe('files out', () => {
  test('PDF, SVG and looks', async () => {
    const { id } = await planned();
    const pdf = ok(await registrationPdf(db, id, new Date(NOW)));
    expect(pdf.fileName).toBe('Bands registration and cuts.pdf');
    expect(
      Buffer.from(pdf.bytes)
        .toString('latin1')
        .match(/\/Type \/Page\b/g)!.length,
    ).toBe(3);
    const run = new TextDecoder().decode(ok(runSvg(db, id, 2, 'run')).bytes),
      stage = new TextDecoder().decode(ok(runSvg(db, id, 2, 'stage')).bytes);
    expect(run).toContain('d="M1600 1800l800 0l0 -1800l-800 0z"');
    expect(stage).toMatch(/id="cut now"/);
    expect(runSvg(db, id, 3, 'run')).toMatchObject({ code: expect.stringMatching(/^run-missing\b/) });
    const look = await sharp(ok(await lookPng(db, id, 2, 120)).bytes)
      .raw()
      .toBuffer();
    expect(look[0]).toBeGreaterThan(230);
    expect(look[119 * 3]).toBeLessThan(80);
  });

  test('before it is flattened a print looks like its picture, small', async () => {
    const id = ok(createPrint(db, 'Raw', NOW));
    expect(await lookPng(db, id, 0, 120)).toMatchObject({ ok: false, code: expect.stringMatching(/^nothing-flat\b/) });
    stateAfter(db, id, await bringInPicture(db, id, await png(400, 300), 'raw.png', NOW));
    const { width, height } = await sharp(ok(await lookPng(db, id, 0, 120)).bytes).metadata();
    expect([width, height]).toEqual([120, 90]);
    expect(await lookPng(db, id, 1, 120)).toMatchObject({ ok: false, code: expect.stringMatching(/^nothing-flat\b/) });
  });

  test('a bundle opens as a print of its own, with its log, and is the same again', async () => {
    const { id } = await planned();
    ok(logActs(db, id, [{ id: 'entry-0001', at: NOW, act: { kind: 'cut-done', cutId: 'stage-1' } }], MS));
    const bundle = ok(bundleFile(db, id, NOW));
    const other = openStore(':memory:');
    const opened = ok(openBundle(other, bundle.bytes, NOW));
    const here = ok(printState(db, id)),
      there = ok(printState(other, opened));
    expect({ plan: there.plan, events: there.events, name: there.name }).toEqual({
      plan: here.plan,
      events: here.events,
      name: 'Bands',
    });
    expect(there.undoLabel).toBeNull();
    ok(openBundle(other, bundle.bytes, NOW));
    expect(
      shelfPage(other, 1, NOW)
        .prints.map((p) => p.name)
        .sort(),
    ).toEqual(['Bands', 'Bands (2)']);
    expect(openBundle(other, Buffer.from('junk'), NOW).ok).toBe(false);
    other.close();
  });
});
