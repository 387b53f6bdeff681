import { randomStream } from '../random/random';
import { countPixels, emptyMask, fillSpan, invertMask, labelSet, traceArcs, type LabelMap } from '../geometry';
import {
  atRisk,
  bridgedWidthMm,
  clearingByTool,
  cutIslandsOf,
  cuttingHours,
  DEFAULT_ROLLER,
  directionDeg,
  findingsOf,
  learnedPace,
  materialById,
  StageMeter,
  openGround,
  cutEdgeM,
  ridgeLimitMm,
  supportsFor,
  type CutSettings,
} from './index';

function drawing(
  width: number,
  height: number,
  boxes: readonly (readonly [number, number, number, number, number])[],
): LabelMap {
  const labels = new Uint8Array(width * height);
  for (const [x, y, w, h, label] of boxes)
    for (let row = y; row < y + h; row++) labels.fill(label, row * width + x, row * width + x + w);
  return { width, height, labels };
}

/** 60 × 40 mm at 0.1 mm: a standing square of 20 mm with a ridge 0.4 mm wide to the right and a slit of 0.3 mm in it. */
const block = () =>
  drawing(600, 400, [
    [100, 100, 200, 200, 1],
    [300, 198, 150, 4, 1],
    [180, 100, 3, 120, 0],
  ]);
const LINO: CutSettings = { material: materialById('lino'), grainDeg: 0, toolsMm: [0.5, 1, 3], roller: DEFAULT_ROLLER };
const checked = (map: LabelMap, settings: Partial<CutSettings> = {}) => {
  const measure = new StageMeter(map, 0.1).measure(labelSet([1]))!;
  return { measure, ...findingsOf(measure, { ...LINO, ...settings }) };
};
const ofKind = (found: ReturnType<typeof checked>, kind: string) => found.findings.filter((f) => f.kind === kind);

test('a ridge that would break and a gap no tool enters are found where they are, with their widths', () => {
  const found = checked(block());
  expect(countPixels(found.measure.stands)).toBe(200 * 200 + 600 - 360);
  const [ridge, ...moreRidges] = ofKind(found, 'ridge'),
    [gap, ...moreGaps] = ofKind(found, 'gap');
  expect([moreRidges, moreGaps]).toEqual([[], []]);
  expect([ridge.value, gap.value]).toEqual([expect.closeTo(0.4, 9), expect.closeTo(0.3, 9)]);
  expect(ridge.xMm).toBeGreaterThan(30);
  expect(ridge.yMm).toBeCloseTo(20, 0);
  expect(ridge.lengthMm).toBeGreaterThan(14);
  expect(gap.xMm).toBeCloseTo(18.15, 1);
});

test('nothing is found when the material holds it and the tool fits', () => {
  const found = checked(block(), { material: materialById('cherry'), toolsMm: [0.2] });
  expect([...ofKind(found, 'ridge'), ...ofKind(found, 'gap')]).toEqual([]);
});

test('a meter measures each stage as if it were the first', () => {
  const random = randomStream(5);
  const map: LabelMap = { width: 150, height: 100, labels: new Uint8Array(150 * 100) };
  for (let k = 0; k < 60; k++) {
    const x = Math.floor(random() * 140),
      y = Math.floor(random() * 90);
    for (let row = y; row < y + 10; row++) map.labels.fill(k % 4, row * 150 + x, row * 150 + x + 3 + (k % 7));
  }
  const meter = new StageMeter(map, 0.1);
  for (const standing of [[1, 2, 3], [3], [2, 3], [1, 2, 3]])
    expect(meter.measure(labelSet(standing))).toEqual(new StageMeter(map, 0.1).measure(labelSet(standing)));
});

test.each([
  { toolsMm: [0.5, 2], gaps: 0, uncuttable: 0 },
  { toolsMm: [2.5], gaps: 0, uncuttable: 0 },
  { toolsMm: [4, 6], gaps: 1, uncuttable: 0 },
  { toolsMm: [6], gaps: 1, uncuttable: 1 },
  { toolsMm: [22], gaps: 1, uncuttable: 1 },
])('what tools of $toolsMm mm leave: open ground is never too narrow for them', ({ toolsMm, gaps, uncuttable }) => {
  // on a block of 60 × 30 mm, 30 mm of open ground; a channel of 3.6 mm leads on from it; a pocket of 5 × 5 mm stands alone
  const map: LabelMap = { width: 600, height: 300, labels: new Uint8Array(600 * 300).fill(1) };
  const clear = (x: number, y: number, w: number, h: number) => {
    for (let row = y; row < y + h; row++) map.labels.fill(0, row * 600 + x, row * 600 + x + w);
  };
  clear(0, 0, 300, 300);
  clear(300, 100, 150, 36);
  clear(520, 200, 50, 50);
  const measure = new StageMeter(map, 0.1).measure(labelSet([1]), Math.min(...toolsMm))!;
  const { findings } = findingsOf(measure, { ...LINO, toolsMm });
  const of = (kind: string) => findings.filter((f) => f.kind === kind);
  expect([of('gap').length, of('uncuttable').length]).toEqual([gaps, uncuttable]);
  for (const gap of of('gap')) expect(gap.value).toBeCloseTo(3.6, 1);
  for (const pocket of of('uncuttable')) expect(pocket.value).toBeCloseTo(5, 1);
});

test('a tool wider than anything that is measured asks for no more than the widest width known', () => {
  const map: LabelMap = { width: 400, height: 300, labels: new Uint8Array(400 * 300) };
  const measure = new StageMeter(map, 0.1).measure(labelSet([1]), 1000)!;
  expect(measure.widestMm).toBeCloseTo(25.2, 6);
  expect(findingsOf(measure, { ...LINO, toolsMm: [1000] }).findings).toEqual([]);
});

test('supports are set where it is deepest, and where nothing stands at all nothing is asked for', () => {
  const map: LabelMap = { width: 900, height: 600, labels: new Uint8Array(900 * 600) };
  const empty = new StageMeter(map, 0.1).measure(labelSet([1]))!;
  expect(findingsOf(empty, LINO)).toMatchObject({ supports: [], supportsEnough: true });
  expect(findingsOf(empty, LINO).findings.filter((f) => f.kind === 'chatter')).toEqual([]);
  // a frame 5 mm wide round an opening of 80 × 50 mm
  for (let y = 0; y < 600; y++)
    for (let x = 0; x < 900; x++) if (x < 50 || y < 50 || x >= 850 || y >= 550) map.labels[y * 900 + x] = 1;
  const { findings, supports } = findingsOf(new StageMeter(map, 0.1).measure(labelSet([1]))!, LINO);
  const opening = findings.filter((f) => f.kind === 'chatter');
  expect(opening.length).toBe(1);
  expect(opening[0].value).toBeCloseTo(50, 0);
  expect(opening[0].boxMm.x0).toBeGreaterThan(5);
  expect(opening[0].boxMm.x1).toBeLessThan(85);
  expect(Math.abs(supports[0].yMm - 30)).toBeLessThan(0.5);
  expect(supports[0].xMm).toBeGreaterThanOrEqual(29);
  expect(supports[0].xMm).toBeLessThanOrEqual(61);
});

test('with the grain a ridge holds that breaks across it', () => {
  const bars = drawing(600, 400, [
    [100, 100, 300, 8, 1],
    [450, 60, 8, 300, 1],
  ]);
  const plywood = { material: materialById('plywood'), toolsMm: [0.2] };
  expect(ofKind(checked(bars, { ...plywood, grainDeg: 0 }), 'ridge').map((f) => Math.round(f.xMm))).toEqual([45]);
  expect(ofKind(checked(bars, { ...plywood, grainDeg: 90 }), 'ridge').map((f) => Math.round(f.yMm))).toEqual([10]);
  expect(ridgeLimitMm(materialById('plywood'), 45)).toBeCloseTo(0.8, 9);
  expect(directionDeg([0, 1, 2, 3], [0, 1, 2, 3])).toBeCloseTo(45, 9);
});

test('a hole no tool enters cannot be cut at all, and a tiny standing part breaks loose', () => {
  const found = checked(
    drawing(300, 200, [
      [50, 50, 100, 100, 1],
      [90, 90, 4, 30, 0],
      [220, 100, 7, 7, 1],
    ]),
  );
  expect(ofKind(found, 'uncuttable')).toEqual([expect.objectContaining({ value: expect.closeTo(0.4, 1), limit: 0.5 })]);
  expect(ofKind(found, 'gap')).toEqual([]);
  expect(ofKind(found, 'loose')).toEqual([
    expect.objectContaining({ value: expect.closeTo(0.49, 9), xMm: expect.closeTo(22.4, 0) }),
  ]);
});

test('a roller bridges 2√(2Rd − d²), a soft one less, and touches where nothing near stands', () => {
  expect(bridgedWidthMm({ diameterMm: 50, soft: false, depthMm: 1.5 })).toBeCloseTo(
    2 * Math.sqrt(2 * 25 * 1.5 - 2.25),
    9,
  );
  expect(bridgedWidthMm({ diameterMm: 50, soft: true, depthMm: 0.4 })).toBe(0);
  const open = drawing(600, 400, [
    [0, 0, 600, 20, 1],
    [0, 380, 600, 20, 1],
  ]);
  const found = checked(open);
  const [chatter] = ofKind(found, 'chatter');
  expect(chatter.value).toBeCloseTo(36, 0);
  expect(chatter.yMm).toBeCloseTo(20, 0);
  expect(found.supports.length).toBeGreaterThan(1);
  expect(ofKind(checked(open, { roller: { ...DEFAULT_ROLLER, diameterMm: 400 } }), 'chatter')).toEqual([]);
});

test('the margin: how much of the edge is cleared, and how wide', () => {
  expect(checked(drawing(400, 300, [[0, 0, 400, 300, 1]])).margin).toEqual({ clearedEdgeMm: 0, widestMm: 0 });
  const { margin } = checked(drawing(400, 300, [[100, 100, 200, 100, 1]]));
  // the rim is 140 mm; each corner cell counts once
  expect(margin.clearedEdgeMm).toBeGreaterThan(138.5);
  expect(margin.clearedEdgeMm).toBeLessThanOrEqual(140);
  expect(margin.widestMm).toBeCloseTo(Math.hypot(10, 10), 0);
});

test('supports leave nothing at risk', () => {
  const standing = emptyMask(800, 600);
  for (let y = 0; y < 600; y++) fillSpan(standing, y, 0, 30);
  const ground = openGround(standing, 0.1);
  const { supports, enough } = supportsFor(ground, DEFAULT_ROLLER);
  expect(enough).toBe(true);
  const risk = atRisk(ground, DEFAULT_ROLLER);
  const reach = bridgedWidthMm(DEFAULT_ROLLER) / 2;
  for (let y = 0; y < ground.height; y += 3)
    for (let x = 0; x < ground.width; x += 3) {
      if (!((risk.words[y * risk.wordsPerRow + (x >>> 5)] >>> (x & 31)) & 1)) continue;
      const near = Math.min(
        ...supports.map((s) => Math.hypot(s.xMm - (x + 0.5) * ground.cellMm, s.yMm - (y + 0.5) * ground.cellMm)),
      );
      expect(near).toBeLessThanOrEqual(reach + 0.01);
    }
  expect(supportsFor(ground, { ...DEFAULT_ROLLER, soft: true, depthMm: 0.3 }).enough).toBe(false);
});

test('clearing is divided among the tools: the wide one where there is room, the rest to the knife, all of it once', () => {
  const cleared = emptyMask(800, 400);
  for (let y = 50; y < 150; y++) fillSpan(cleared, y, 50, 350);
  for (let y = 200; y < 210; y++) fillSpan(cleared, y, 50, 350);
  const shares = clearingByTool(cleared, cleared, 0.1, [1, 6]);
  expect(shares.map((s) => s.widthMm)).toEqual([6, 1, 0]);
  expect(shares.reduce((sum, s) => sum + s.cm2, 0)).toBeCloseTo(3.3, 6);
  expect(shares[0].cm2).toBeGreaterThan(2.7);
  expect(shares[1].cm2).toBeGreaterThan(0.25);
  expect(clearingByTool(invertMask(cleared), emptyMask(800, 400), 0.1, [1]).every((s) => s.cm2 === 0)).toBe(true);
});

test('parts to cut are listed once each, largest first, and sum to the area', () => {
  const map = block();
  map.labels.fill(2, 0, 600 * 20);
  const { islands } = cutIslandsOf(map, labelSet([0, 1]), 0.1);
  expect(islands.length).toBe(1);
  const standing = cutIslandsOf(map, labelSet([2, 1]), 0.1).islands;
  expect(standing.length).toBe(2);
  expect(standing[0].areaMm2).toBeGreaterThan(standing[1].areaMm2);
  expect(standing.reduce((sum, i) => sum + i.areaMm2, 0)).toBeCloseTo((600 * 20 + 40000 + 600 - 360) / 100, 6);
});

test('outline metres and hours; the log takes the place of the start values as it grows', () => {
  const map = drawing(300, 200, [[100, 50, 100, 100, 1]]);
  // a square cut out of what stands: its whole outline; ground cleared earlier beside it takes that side away
  expect(cutEdgeM(traceArcs(map, 0.49), labelSet([1]), labelSet([0]), 0.1)).toBeCloseTo(0.04, 4);
  const later = drawing(300, 200, [
    [100, 50, 100, 100, 1],
    [200, 50, 60, 100, 2],
  ]);
  expect(cutEdgeM(traceArcs(later, 0.49), labelSet([1]), labelSet([0]), 0.1)).toBeCloseTo(0.03, 4);
  const toTheRim = drawing(300, 200, [[0, 0, 100, 200, 1]]);
  expect(cutEdgeM(traceArcs(toTheRim, 0.49), labelSet([1]), labelSet([0]), 0.1)).toBeCloseTo(0.02, 4);
  expect(cuttingHours(1.2, 60, materialById('lino'))).toBeCloseTo(2, 9);
  expect(cuttingHours(1.2, 60, materialById('lino'), 1.5)).toBeCloseTo(3, 9);
  expect(learnedPace([])).toBe(1);
  expect(learnedPace([{ tookMin: 120, saidHours: 1 }])).toBeCloseTo(5 / 4, 9);
  expect(learnedPace(Array.from({ length: 200 }, () => ({ tookMin: 120, saidHours: 1 })))).toBeCloseTo(2, 1);
  expect(materialById('unheard of').id).toBe('lino');
});

describe('thin parts on slants', () => {
  /** A bar of this width and length about the middle, turned. */
  const bar = (widthPx: number, lengthPx: number, deg: number) => {
    const map = { width: 400, height: 400, labels: new Uint8Array(160_000) };
    const c = Math.cos((deg * Math.PI) / 180),
      s = Math.sin((deg * Math.PI) / 180);
    for (let y = 0; y < 400; y++)
      for (let x = 0; x < 400; x++) {
        const dx = x - 199.7,
          dy = y - 199.6;
        if (Math.abs(dx * s - dy * c) < widthPx / 2 && Math.abs(dx * c + dy * s) < lengthPx / 2)
          map.labels[400 * y + x] = 1;
      }
    return map;
  };
  const ridges = (map: LabelMap) => checked(map).findings.filter((f) => f.kind === 'ridge');

  test.each([0, 12, 26, 33, 45, 58, 71, 90])('turned by %d°: width within 0.05 mm, area within a tenth', (deg) => {
    const found = ridges(bar(4.3, 180, deg));
    expect(found.length).toBe(1);
    expect(Math.abs(found[0].value - 0.43)).toBeLessThan(0.051);
    expect(found[0].areaMm2 / (0.43 * 18)).toBeGreaterThan(0.9);
    expect(found[0].areaMm2 / (0.43 * 18)).toBeLessThan(1.1);
  });

  test.each([20, 33, 70])('a bar as wide as the material holds is not thin for being turned by %d°', (deg) => {
    const found = ridges(bar(5.6, 180, deg));
    expect(found.reduce((sum, f) => sum + f.areaMm2, 0)).toBeLessThan(0.5);
  });

  test('a level taper is one finding, and the corner of a triangle is none', () => {
    const taper = { width: 400, height: 200, labels: new Uint8Array(80_000) },
      corner = { width: 400, height: 200, labels: new Uint8Array(80_000) };
    for (let y = 0; y < 200; y++)
      for (let x = 50; x < 350; x++) {
        if (Math.abs(y + 0.5 - 100) < ((x - 50) * 4) / 300) taper.labels[400 * y + x] = 1;
        if (y > 50 && x > 100 && x + y < 250) corner.labels[400 * y + x] = 1;
      }
    expect(ridges(taper).length).toBe(1);
    expect(ridges(corner)).toEqual([]);
  });
});

test('clearing goes to the tools that reach it: next to nothing of an even groove is left to the knife', () => {
  const cut = emptyMask(800, 600);
  for (let y = 100; y < 160; y++) fillSpan(cut, y, 50, 750);
  const rows = clearingByTool(cut, cut, 0.1, [0.5, 1, 3]);
  expect(rows.reduce((sum, row) => sum + row.cm2, 0)).toBeCloseTo(4.2, 6);
  expect(rows.at(-1)!.cm2).toBeLessThan(0.005);
  expect(rows[0].cm2).toBeGreaterThan(4.1);
});

test.each([7, 13.4, 16, 22])(
  'an opening %d mm wide is flagged when the roller reaches in, and at most 0.9 mm early',
  (mm) => {
    const width = Math.round(mm * 10);
    const standing = emptyMask(900, 400);
    for (let y = 0; y < 400; y++) {
      fillSpan(standing, y, 0, 300);
      fillSpan(standing, y, 300 + width, 900);
    }
    const bridged = bridgedWidthMm(DEFAULT_ROLLER);
    const flagged = countPixels(atRisk(openGround(standing, 0.1), DEFAULT_ROLLER)) > 0;
    if (mm > bridged) expect(flagged).toBe(true);
    if (mm < bridged - 0.9) expect(flagged).toBe(false);
  },
);
