import { told } from '@/testing/told';
import { toldByServer } from '@/words/refusals';
import type { Outcome } from '@/core/units';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { type InkFade, type PrintState } from '@/model';
import { applyEdit, inkingsOf, withFlat } from '@/derived';
import { openStore, timedCuts, type Store } from '@/store';
import {
  answerSlip,
  bringInPicture,
  bundleFile,
  createPrint,
  fadeFile,
  keepLabels,
  keepPracticeScore,
  layeredFile,
  lidLabelPdf,
  lookPng,
  linesFile,
  logActs,
  maskFile,
  openBundle,
  placeAgain,
  practiceScores,
  printState,
  registrationPdf,
  runSvg,
  savePlan,
  storedBlob,
  transferFile,
  undo,
} from './index';
import { stateAfter } from '@/testing/prints';
import { StoreTemplate } from '@/testing/template';

const NOW = '2026-11-20T10:00:00.000Z';
const DAY = new Date(NOW);
const MS = Date.parse(NOW);
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
    acts.map((act) => ({ id: `files-${String(++serial).padStart(5, '0')}`, at: NOW, act })),
    MS,
  );

/** 24 × 18 mm in three upright bands of 8 mm: paper, straw, night. */
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
  const png = await sharp({ create: { width: 400, height: 300, channels: 3, background: '#c08040' } })
    .png()
    .toBuffer();
  ok(await bringInPicture(db, id, png, 'bands.png', NOW));
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
  const colour = (name: string, L: number) => ({
    id: name,
    name,
    wantedLabD50: [L, 2, 10] as const,
    areaShare: 1 / 3,
    islandCount: 1,
  });
  const plan = withFlat(sized.plan, {
    labelsSha: keepLabels(db, { width: 240, height: 180, labels }, NOW),
    settings: { colourCount: 3, radiusMm: 0, minIslandMm2: 0 },
    colours: [colour('paper', 94), colour('straw', 80), colour('night', 15)],
    barePaperId: 'paper',
    handChanges: 0,
  });
  return stateAfter(db, id, savePlan(db, id, sized.now.plan, plan, 'flat', NOW));
}
const outlinesMm = [[17, 2, 20, 2, 20, 5, 17, 5]];
const maskOnNight = { anchors: [], outlinesMm },
  placeOnNight = { islands: [], outlinesMm };

describe('fades', () => {
  /** Night runs out from left to right over its band, x 16 to 24 mm. */
  async function fading(toInkId: string | null = null): Promise<PrintState> {
    const state = await planned();
    const run = state.plan.runs[1],
      [inking] = inkingsOf(run);
    const fade: InkFade = {
      ...{ fromMm: { xMm: 16, yMm: 9 }, toMm: { xMm: 24, yMm: 9 }, toInkId },
      ...{ curve: 'even', by: 'brush', wanted: null },
    };
    const next = applyEdit(state.plan, { kind: 'inking-set', inkingId: inking.id, part: { fade } });
    return stateAfter(db, state.id, savePlan(db, state.id, state.now.plan, ok(next), 'inking-set', NOW));
  }
  const colourAt = async (png: Uint8Array, x: number, y: number) => {
    const { data, info } = await sharp(Buffer.from(png)).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    return [...data.subarray(4 * (y * info.width + x), 4 * (y * info.width + x) + 4)];
  };

  test('the drawing lies as the block: lines across at the quarters, zones by name, a tone for each', async () => {
    const { id } = await fading();
    const svg = text(ok(await fadeFile(db, id, 2, 'svg', DAY)).bytes);
    // 14 mm of frame, and mirrored: what begins 16 mm from the left lies 24 − 16 from there
    const lines = [...svg.matchAll(/<line x1="([\d.]+)" y1="([\d.-]+)" x2="([\d.]+)" y2="([\d.-]+)"/g)].map((m) =>
      m.slice(1).map(Number),
    );
    const upright = lines.filter(([x1, , x2]) => x1 === x2 && x1 >= 14 && x1 <= 38).map(([x]) => x);
    expect([22, 20, 18, 16, 14].every((x) => upright.includes(x))).toBe(true);
    for (const word of ['pigment', 'paste', 'wet, no pigment', 'MIRRORED', 'begins', '½', 'ends'])
      expect(svg).toContain(word);
    const tones = [...svg.matchAll(/<rect[^>]*fill="(#[0-9a-f]{6})"/g)].map((m) => m[1]);
    expect(new Set(tones.slice(-6)).size).toBeGreaterThanOrEqual(5);
    const over = await fading('ink-straw');
    expect(text(ok(await fadeFile(db, over.id, 2, 'svg', DAY)).bytes)).toMatch(/night to straw/);
    expect(ok(await fadeFile(db, over.id, 2, 'pdf', DAY)).bytes.length).toBeGreaterThan(1000);
  });

  test('a run that does not fade, or is not there, is said so', async () => {
    const { id } = await fading();
    for (const [run, which] of [
      [1, 1],
      [9, 1],
      [2, 2],
    ])
      expect(await fadeFile(db, id, run, 'svg', DAY, which)).toMatchObject({
        ok: false,
        code: expect.stringMatching(/^run-missing/),
      });
  });

  test('as layers the film runs out in its opacity, and the sheet in its colours', async () => {
    const { id } = await fading();
    const files = unzipSync(ok(layeredFile(db, id, 2, 'run')).bytes);
    const film = files['data/layer0.png'];
    expect((await colourAt(film, 20, 90))[3]).toBe(0);
    const [begin, middle, end] = await Promise.all([161, 200, 238].map((x) => colourAt(film, x, 90)));
    expect([begin[3] > 245, Math.abs(middle[3] - 127) < 4, end[3] < 10]).toEqual([true, true, true]);
    const [dark, pale] = await Promise.all([161, 238].map((x) => colourAt(files['mergedimage.png'], x, 90)));
    expect(pale[0] - dark[0]).toBeGreaterThan(40);
    const look = await sharp(ok(await lookPng(db, id, 2, 240)).bytes)
      .raw()
      .toBuffer();
    expect(Math.abs(look[3 * (90 * 240 + 238)] - pale[0])).toBeLessThan(3);
  });

  test('each ink of a fade has a lid of its own', async () => {
    const { id } = await fading('ink-straw');
    const of = async (run: number) =>
      Buffer.from(ok(await lidLabelPdf(db, id, run, DAY)).bytes)
        .toString('latin1')
        .match(/\/Type \/Page\b/g)?.length;
    expect([await of(1), await of(2)]).toEqual([1, 2]);
  });
});

describe('layers and lines', () => {
  test('a run as layers: what prints, the sheet after and before, at full size and resolution', async () => {
    const { id } = await planned();
    const files = unzipSync(ok(layeredFile(db, id, 2, 'run')).bytes);
    const stack = text(files['stack.xml']);
    expect(stack).toMatch(/w="240" h="180" xres="254"/);
    expect(stack).toMatch(
      /run 2, night: what prints[\s\S]*the sheet after run 2[\s\S]*the sheet after run 1[\s\S]*name="paper"/,
    );
    const { data } = await sharp(Buffer.from(files['data/layer0.png']))
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const alpha = (x: number) => data[(90 * 240 + x) * 4 + 3];
    expect([alpha(40), alpha(120), alpha(200)]).toEqual([0, 0, 255]);
  });

  test('a stage is mirrored: what is cut now lies where the block has it', async () => {
    const { id } = await planned();
    const files = unzipSync(ok(layeredFile(db, id, 1, 'stage')).bytes);
    const { data } = await sharp(Buffer.from(files['data/layer0.png']))
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const alpha = (x: number) => data[(90 * 240 + x) * 4 + 3];
    expect([alpha(40), alpha(120), alpha(200)]).toEqual([0, 0, 255]);
    const dxf = text(ok(linesFile(db, id, 1, 'stage')).bytes);
    expect(dxf).toMatch(/CUT_NOW/);
    expect(
      [...dxf.matchAll(/VERTEX\r\n8\r\nCUT_NOW\r\n10\r\n([\d.]+)/g)].map((m) => Number(m[1])).every((x) => x >= 15.9),
    ).toBe(true);
    expect(text(ok(linesFile(db, id, 2, 'run')).bytes)).toMatch(/RUN_2_NIGHT/);
    expect(layeredFile(db, id, 9, 'run')).toMatchObject({ ok: false, code: expect.stringMatching(/^run-missing\b/) });
  });
});

describe('transfer', () => {
  test('the drawing follows the way: as seen for a face-down tracing, mirrored for carbon; twice mirrored it is itself', async () => {
    const state = await planned();
    const seen = text(ok(await transferFile(db, state.id, 'flat', 'svg', 300, DAY)).bytes);
    stateAfter(
      db,
      state.id,
      savePlan(
        db,
        state.id,
        state.now.plan,
        { ...state.plan, transfer: { ...state.plan.transfer, wayId: 'carbon' } },
        'carbon',
        NOW,
      ),
    );
    const mirrored = ok(await transferFile(db, state.id, 'flat', 'svg', 300, DAY));
    expect(mirrored.fileName).toMatch(/mirrored\.svg$/);
    const night = (svg: string) =>
      [
        .../fill="#[0-9a-f]{6}" fill-rule="evenodd" d="([^"]+)"\/>\s*<path transform="scale\(0.01\)" fill="none"/i
          .exec(svg)![1]
          .matchAll(/M(-?\d+) /g),
      ].map((m) => Number(m[1]));
    expect(Math.min(...night(seen))).toBeGreaterThan(2000);
    expect(Math.min(...night(text(mirrored.bytes)))).toBeLessThan(2300);
    expect(seen).toMatch(/width="104mm"/);
    expect(seen).toMatch(/check ruler: 100 mm/);
  });

  test('as pixels: the size by dots an inch, black only on white for key lines, and too fine is refused', async () => {
    const { id } = await planned();
    const png = ok(await transferFile(db, id, 'key', 'png', 600, DAY));
    const facts = await sharp(Buffer.from(png.bytes)).metadata();
    expect([facts.density, facts.width, facts.height]).toEqual([
      600,
      Math.round((52 * 600) / 25.4),
      Math.round((46 * 600) / 25.4),
    ]);
    // the edge between paper and straw, 8 mm into the picture, is a line
    const { data, info } = await sharp(Buffer.from(png.bytes)).greyscale().raw().toBuffer({ resolveWithObject: true });
    const dark = (xMm: number) =>
      data[Math.round((23 * 600) / 25.4) * info.width + Math.round((xMm * 600) / 25.4)] < 80;
    expect([dark(22), dark(18), dark(26)]).toEqual([true, false, false]);
    expect(await transferFile(db, id, 'key', 'png', 72, DAY)).toMatchObject({
      ok: false,
      code: expect.stringMatching(/^dpi\b/),
    });
    expect(await transferFile(db, id, 'block-4', 'pdf', 300, DAY)).toMatchObject({ ok: false, code: 'drawing' });
    expect(
      ok(await transferFile(db, id, 'block-1', 'pdf', 300, DAY))
        .bytes.subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
  });
});

test('a mask lies mirrored, covers its place with its reach, and is gone when the plan lost it', async () => {
  const state = await planned();
  const mask = {
    id: 'mask-a',
    runId: state.plan.runs[1].id,
    kind: 'mask' as const,
    place: maskOnNight,
    covers: 'place' as const,
    growMm: 1,
    hold: 'pins' as const,
    note: '',
  };
  const next = stateAfter(
    db,
    state.id,
    savePlan(
      db,
      state.id,
      state.now.plan,
      { ...state.plan, masks: [mask, { ...mask, id: 'mask-b', kind: 'keep clean' as const, hold: 'corner' as const }] },
      'mask',
      NOW,
    ),
  );
  const dxf = text(ok(await maskFile(db, state.id, 'mask-a', 'dxf', DAY)).bytes);
  const xs = [...dxf.matchAll(/VERTEX\r\n8\r\nMASK\r\n10\r\n([\d.]+)/g)].map((m) => Number(m[1]));
  expect([Math.min(...xs), Math.max(...xs)]).toEqual([expect.closeTo(4, 0), expect.closeTo(7, 0)]);
  expect(text(ok(await maskFile(db, state.id, 'mask-b', 'svg', DAY)).bytes)).toMatch(/mask for run 2/);
  expect(ok(await maskFile(db, state.id, 'mask-a', 'pdf', DAY)).bytes.length).toBeGreaterThan(1000);
  expect(await maskFile(db, next.id, 'gone', 'pdf', DAY)).toMatchObject({ ok: false, code: 'mask' });
  const run = text(ok(runSvg(db, state.id, 2, 'run')).bytes);
  expect(run).not.toBe(text(ok(runSvg(db, state.id, 2, 'stage')).bytes));
  expect(ok(await registrationPdf(db, state.id, DAY)).bytes.length).toBeGreaterThan(1000);
});

describe('a slip on the block', () => {
  const slip = (slipId: string, cutId = 'stage-2', place: object = placeOnNight) => ({
    kind: 'slip',
    slipId,
    cutId,
    place,
    note: 'ran on',
  });

  test('is marked once, with the block kept as a picture; where nothing is shown it is refused', async () => {
    const { id } = await planned();
    ok(log(id, { kind: 'cut-done', cutId: 'stage-1' }));
    expect(told(log(id, slip('slip-aaaa', 'stage-2', { islands: [], outlinesMm: [] })))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/Show where/),
    });
    expect(log(id, slip('slip-aaaa', 'stage-9'))).toMatchObject({ ok: false });
    const state = stateAfter(db, id, log(id, slip('slip-aaaa')));
    expect(told(log(id, slip('slip-aaaa')))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/marked already/),
    });
    const pictures = state.events.flatMap((e) => ('pictureSha' in e.act && e.act.pictureSha ? [e.act.pictureSha] : []));
    expect(pictures.length).toBe(2);
    const png = storedBlob(db, pictures[1])!.bytes;
    const { data, info } = await sharp(png).raw().toBuffer({ resolveWithObject: true });
    // 18.5 mm from the left on the print is 5.5 mm on the block
    const at =
      (Math.round(35 * (info.height / 180)) * info.width + Math.round(55 * (info.width / 240))) * info.channels;
    expect([...data.subarray(at, at + 3)]).toEqual([166, 58, 43]);
    expect(log(id, { kind: 'slip-answered', slipId: 'slip-aaaa', answer: 'patch' })).toMatchObject({ ok: false });
  });

  test('left first and patched later; what cannot be is refused, and another window is told', async () => {
    const { id } = await planned();
    const state = stateAfter(db, id, log(id, slip('slip-bbbb')));
    expect(answerSlip(db, id, state.now.plan - 1, 'slip-bbbb', 'leave', NOW)).toMatchObject({
      ok: false,
      code: expect.stringMatching(/^stale\b/),
    });
    expect(answerSlip(db, id, state.now.plan, 'slip-zzzz', 'leave', NOW)).toMatchObject({ ok: false });
    expect(told(answerSlip(db, id, state.now.plan, 'slip-bbbb', 'hope', NOW))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/is no answer to a slip/),
    });
    const left = stateAfter(db, id, answerSlip(db, id, state.now.plan, 'slip-bbbb', 'leave', NOW));
    expect(left.undoLabel).toBeNull();
    const patched = stateAfter(db, id, answerSlip(db, id, left.now.plan, 'slip-bbbb', 'patch', NOW));
    expect(told(answerSlip(db, id, patched.now.plan, 'slip-bbbb', 'leave', NOW))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/answered already: patch/),
    });
  });

  test('the picture is changed to fit: what lost its film becomes the colour that has just what is left, and nothing else changes', async () => {
    const { id } = await planned();
    ok(log(id, { kind: 'cut-done', cutId: 'stage-1' }));
    const state = stateAfter(db, id, log(id, slip('slip-cccc')));
    const after = stateAfter(db, id, answerSlip(db, id, state.now.plan, 'slip-cccc', 'change plan', NOW));
    const share = (name: string) => after.plan.flat!.colours.find((c) => c.id === name)!.areaShare;
    expect(share('night')).toBeCloseTo(1 / 3 - 9 / 432, 6);
    expect(share('straw')).toBeCloseTo(1 / 3 + 9 / 432, 6);
    expect(share('paper')).toBeCloseTo(1 / 3, 9);
    expect(undo(db, id, after.now.plan, NOW)).toMatchObject({ ok: false, code: 'undo-end' });
  });

  test('the spot is printed on its own, and its stencil goes out', async () => {
    const { id } = await planned();
    const state = stateAfter(db, id, log(id, slip('slip-dddd')));
    const after = stateAfter(db, id, answerSlip(db, id, state.now.plan, 'slip-dddd', 'spot run', NOW));
    expect(after.plan.runs.length).toBe(3);
    const dxf = text(ok(linesFile(db, id, 3, 'run')).bytes);
    const xs = [...dxf.matchAll(/VERTEX\r\n8\r\n\w+\r\n10\r\n([\d.]+)/g)].map((m) => Number(m[1]));
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([17, 20]);
  });

  test('slips, their pictures and rehearsals travel in the bundle', async () => {
    const { id } = await planned();
    ok(
      log(id, { kind: 'cut-done', cutId: 'stage-1', minutes: 90, saidHours: 1 }, slip('slip-eeee'), {
        kind: 'rehearsed',
        level: 'bare',
        score: 80,
        parts: 3,
        tooEarly: 1,
        tooLate: 0,
        never: 0,
      }),
    );
    const copy = ok(printState(db, ok(openBundle(db, ok(bundleFile(db, id, NOW)).bytes, NOW))));
    expect(copy.events.map((e) => e.act)).toEqual(ok(printState(db, id)).events.map((e) => e.act));
    expect(timedCuts(db)).toEqual([
      { tookMin: 90, saidHours: 1 },
      { tookMin: 90, saidHours: 1 },
    ]);
    expect(copy.cuttingPace).toBeGreaterThan(1);
  });
});

test('practice is kept, newest first; what is no sample or no score is refused', () => {
  expect(ok(practiceScores(db))).toEqual([]);
  ok(keepPracticeScore(db, { sample: 'buoy', level: 'bare', score: 40 }, NOW));
  expect(
    ok(keepPracticeScore(db, { sample: 'pear', level: 'with hints', score: 90 }, NOW)).map((s) => s.sample),
  ).toEqual(['pear', 'buoy']);
  expect(keepPracticeScore(db, { sample: 'moon', level: 'bare', score: 40 }, NOW)).toMatchObject({ ok: false });
  expect(told(keepPracticeScore(db, { sample: 'buoy', level: 'bare', score: 400 }, NOW))).toMatchObject({
    ok: false,
    message: expect.stringMatching(/400 is too much for the score/),
  });
});
