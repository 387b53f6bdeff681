import { told } from '@/testing/told';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { curvesOf, labelSet, traceArcs, type LabelMap } from '@/core/geometry';
import { replayLog, withFlat } from '@/derived';
import { emptyPlan, type Plan } from '@/model';
import {
  blobsOfPlan,
  ledgerCsv,
  numberingCsv,
  PAPER_MM,
  pathOfEdges,
  pathOfSet,
  pdfOfDrawings,
  readBundle,
  shoppingCsv,
  svgDocument,
  tileDrawing,
  TILE_OVERLAP_MM,
  writeBundle,
  type BundleToWrite,
} from './index';

/** 6 × 4 mm: left half label 0, right half label 1 with a hole of label 0. */
const map: LabelMap = { width: 60, height: 40, labels: new Uint8Array(2400) };
for (let y = 0; y < 40; y++) map.labels.fill(1, y * 60 + 30, y * 60 + 60);
for (let y = 10; y < 20; y++) map.labels.fill(0, y * 60 + 40, y * 60 + 50);
const arcs = traceArcs(map, 0.49);

describe('SVG in mm', () => {
  test('outlines in hundredths of a millimetre, holes as rings of their own', () => {
    const path = pathOfSet(arcs, labelSet([1]), 0.1);
    expect(path.match(/M/g)!.length).toBe(2);
    const xs = absolute(path).map(([x]) => x),
      ys = absolute(path).map(([, y]) => y);
    expect([Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]).toEqual([300, 600, 0, 400]);
  });
  test('mirrored twice is itself', () => {
    const mirrored = absolute(pathOfSet(arcs, labelSet([1]), 0.1, true))
      .map(([x]) => 600 - x)
      .sort();
    expect(mirrored).toEqual(
      absolute(pathOfSet(arcs, labelSet([1]), 0.1))
        .map(([x]) => x)
        .sort(),
    );
  });
  test('curves are written as curves, straight edges as lines, and neighbours share their knots', () => {
    const labels = new Uint8Array(80 * 80);
    for (let y = 0; y < 80; y++)
      for (let x = 0; x < 80; x++) labels[y * 80 + x] = Math.hypot(x - 39.5, y - 39.5) < 25 ? 1 : x < 40 ? 0 : 2;
    const curves = curvesOf({ width: 80, height: 80, labels }, 0.75);
    const disc = pathOfSet(curves, labelSet([1]), 0.1);
    expect(disc).toMatch(/^M\d+ \d+c/);
    expect(disc.match(/c/g)!.length).toBeLessThan(9);
    // the halves of the ground are square outside
    expect(pathOfSet(curves, labelSet([0]), 0.1)).toMatch(/l-?\d+ 0|l0 -?\d+/);
    const edges = pathOfEdges(curves, 0.1);
    expect(edges.match(/M/g)!.length).toBe(curves.count);
    const mirrored = pathOfEdges(curves, 0.1, true);
    expect(mirrored.length).toBeGreaterThan(0.8 * edges.length);
  });
  test('the document is true to size and names are escaped', () => {
    const svg = svgDocument(6, 4, 'A & <B>', [{ name: 'run "1"', path: 'M0 0z', fill: '#fff' }]);
    expect(svg).toContain('width="6mm" height="4mm" viewBox="0 0 6 4"');
    expect(svg).not.toMatch(/& |<B>/);
  });
});

function absolute(path: string): [number, number][] {
  let x = 0,
    y = 0;
  return [...path.matchAll(/([Ml])(-?\d+) (-?\d+)/g)].map(([, op, a, b]) => {
    x = op === 'M' ? Number(a) : x + Number(a);
    y = op === 'M' ? Number(b) : y + Number(b);
    return [x, y];
  });
}

describe('tiles', () => {
  test.each([
    [100, 100],
    [194, 257],
    [320, 272],
    [700, 400],
    [1000, 1000],
  ])('%d × %d mm is covered, overlapping', (w, h) => {
    for (const paper of ['A4', 'A3', 'Letter', 'Tabloid'] as const) {
      const sheet = tileDrawing(w, h, paper);
      const right = Math.max(...sheet.tiles.map((t) => t.xMm + t.widthMm)),
        bottom = Math.max(...sheet.tiles.map((t) => t.yMm + t.heightMm));
      expect(right).toBeCloseTo(w, 6);
      expect(bottom).toBeCloseTo(h, 6);
      for (const tile of sheet.tiles) {
        expect(tile.widthMm).toBeLessThanOrEqual(Math.max(...PAPER_MM[paper]));
        const before = sheet.tiles.find((t) => t.row === tile.row && t.column === tile.column - 1);
        if (before) expect(before.xMm + before.widthMm - tile.xMm).toBeCloseTo(TILE_OVERLAP_MM, 6);
      }
    }
  });
  test('what fits stays on one sheet', () => expect(tileDrawing(180, 240, 'A4').tiles.length).toBe(1));
  test('words stand beside where they would cost a second page below', () => {
    expect(tileDrawing(240, 180, 'A4')).toMatchObject({ landscape: true, words: 'side', tiles: { length: 1 } });
    expect(tileDrawing(190, 270, 'A4').tiles.length).toBe(2);
    expect(tileDrawing(180, 250, 'A4')).toMatchObject({ landscape: false, words: 'foot' });
  });
});

test('a PDF has a page for each tile, at the paper’s size', async () => {
  const font = readFileSync(
    'node_modules/@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-400-normal.woff',
  );
  const drawing = { title: 'Größe', note: 'n', widthMm: 320, heightMm: 272, draw: () => undefined };
  const pdf = (await pdfOfDrawings([drawing], 'A4', 't', new Date(0), [font])).toString('latin1');
  expect(pdf.startsWith('%PDF-')).toBe(true);
  expect(pdf.match(/\/Type \/Page\b/g)!.length).toBe(tileDrawing(320, 272, 'A4').tiles.length);
});

const planned: Plan = withFlat(
  { ...emptyPlan() },
  {
    labelsSha: 'a'.repeat(64),
    settings: { colourCount: 2, radiusMm: 0, minIslandMm2: 0 },
    barePaperId: 'c1',
    handChanges: 0,
    colours: [
      { id: 'c1', name: 'paper', wantedLabD50: [95, 0, 0], areaShare: 0.5, islandCount: 1 },
      { id: 'c2', name: '=night', wantedLabD50: [20, 0, 0], areaShare: 0.5, islandCount: 1 },
    ],
  },
);
const bench = replayLog([
  {
    id: 'e1',
    at: '2026-11-20T10:00:00.000Z',
    act: { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 2, tests: 1 },
  },
  {
    id: 'e2',
    at: '2026-11-20T10:00:00.000Z',
    act: { kind: 'pull', runId: 'run-c2', sheet: '1', faults: ['ghost', 'weak'], setAside: false, note: 'a, "b"' },
  },
  {
    id: 'e3',
    at: '2026-11-20T10:06:00.000Z',
    act: { kind: 'pull', runId: 'run-c2', sheet: '2', faults: [], setAside: true, note: '' },
  },
  {
    id: 'e4',
    at: '2026-11-20T10:07:00.000Z',
    act: { kind: 'numbered', edition: 'identical', marks: [{ sheet: '1', role: 'numbered', mark: '1/1' }], reason: '' },
  },
]);

test('CSV: sheets by runs, quoted, and no cell a spreadsheet would run', () => {
  const rows = ledgerCsv(planned, bench, ['T1', '1', '2']).split('\r\n');
  expect(rows[0]).toContain('run 1 =night');
  expect(rows[2]).toBe('1,counted,usable,ghost + weak,"a, ""b""",2026-11-20T10:00:00.000Z,1/1');
  expect(rows[3]).toBe('2,counted,set aside,,,2026-11-20T10:06:00.000Z,');
  expect(numberingCsv(bench)).toBe('mark,sheet,faults noted\r\n1/1,1,ghost + weak\r\n');
  expect(
    ledgerCsv(
      planned,
      replayLog([
        {
          id: 'e',
          at: '2026-11-20T10:00:00.000Z',
          act: { kind: 'pull', runId: 'run-c2', sheet: '1', faults: [], setAside: false, note: '=1+1' },
        },
      ]),
      ['1'],
    ),
  ).toContain("'=1+1");
});

/** The same zip whose directory says that each file unpacks to so many bytes. */
function claiming(zip: Uint8Array, bytes: number): Uint8Array {
  const out = zip.slice(),
    view = new DataView(out.buffer);
  for (let i = 0; i + 46 < out.length; i++) {
    const sign = view.getUint32(i, true);
    if (sign === 0x04034b50) view.setUint32(i + 22, bytes, true);
    if (sign === 0x02014b50) view.setUint32(i + 24, bytes, true);
  }
  return out;
}

describe('bundles', () => {
  // the head of a PNG of 500 × 500 pixels: what a bundle is checked for before anything is decoded
  const bytes = Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13]),
    Buffer.from('IHDR'),
    Buffer.from([0, 0, 1, 0xf4, 0, 0, 1, 0xf4, 8, 2, 0, 0, 0, 0, 0, 0, 0]),
  ]);
  const sha = createHash('sha256').update(bytes).digest('hex');
  const bundle: BundleToWrite = {
    name: 'Harbour',
    plan: {
      ...planned,
      flat: null,
      runs: [],
      inks: [],
      picture: {
        originalSha: sha,
        fileName: 'x.png',
        format: 'png',
        sourceWidthPx: 100,
        sourceHeightPx: 100,
        turnDeg: 0,
        mirrored: false,
        crop: { x: 0, y: 0, width: 1, height: 1 },
        widthMm: 50,
        heightMm: 50,
        raster: { sha, widthPx: 500, heightPx: 500, mmPerPx: 0.1 },
      },
    },
    events: [{ id: 'event-1', at: '2026-11-20T10:00:00.000Z', act: { kind: 'cut-done', cutId: 's' } }],
    blobs: new Map([[sha, { bytes, mediaType: 'image/png' }]]),
    booklet: null,
  };
  const zip = () => writeBundle(bundle, '2026-11-20T10:00:00.000Z');
  const changed = (edit: (files: Record<string, Uint8Array>) => void) => {
    const files = unzipSync(zip());
    edit(files);
    return zipSync(files);
  };

  test('what is written is read back', () => {
    const got = readBundle(zip());
    expect(got).toMatchObject({ ok: true, value: { name: 'Harbour', plan: bundle.plan, events: bundle.events } });
    expect(got.ok && Buffer.from(got.value.blobs.get(sha)!.bytes).equals(bytes)).toBe(true);
    expect(blobsOfPlan(bundle.plan)).toEqual([sha]);
  });
  test.each<[string, () => Uint8Array, string]>([
    ['no zip', () => strToU8('hello'), 'bundle-zip'],
    ['a cut-off zip', () => zip().subarray(0, 200), 'bundle-zip'],
    ['a foreign zip', () => zipSync({ 'a.txt': strToU8('x') }), 'bundle-foreign'],
    [
      'a newer version',
      () =>
        changed((f) => {
          f['manifest.json'] = strToU8(strFromU8(f['manifest.json']).replace('"version": 1', '"version": 2'));
        }),
      'bundle-version',
    ],
    [
      'a changed plan',
      () =>
        changed((f) => {
          f['plan.json'] = strToU8('{}');
        }),
      'bundle-damaged',
    ],
    [
      'a lost picture',
      () =>
        changed((f) => {
          delete f[`pictures/${sha}`];
        }),
      'bundle-damaged',
    ],
    [
      'too many files',
      () => zipSync(Object.fromEntries(Array.from({ length: 1030 }, (_, i) => [`${i}`, strToU8('x')]))),
      'bundle-bomb',
    ],
    [
      'a zip bomb',
      () => claiming(zipSync({ 'plan.json': new Uint8Array(6 * 1024) }), 450 * 1024 * 1024),
      'bundle-bomb',
    ],
    ['a file too large for what it is', () => claiming(zip(), 30 * 1024 * 1024), 'bundle-bomb'],
  ])('%s is refused', (_name, make, code) =>
    expect(readBundle(make())).toMatchObject({ ok: false, code: expect.stringMatching(`^${code}`) }),
  );
  test('a plan that breaks the rules is refused with the reason', () => {
    const bad = writeBundle({ ...bundle, plan: { ...bundle.plan, toolsMm: [99] } }, '');
    expect(told(readBundle(bad))).toMatchObject({
      ok: false,
      code: expect.stringMatching(/^bundle-plan\b/),
      message: expect.stringMatching(/99 mm is too much for a tool’s width/),
    });
  });
});

test('the list of what is to be bought: each in its unit, whole pieces, nothing that a spreadsheet would reckon with', () => {
  const rows = shoppingCsv([
    { what: 'ink', name: '=white', amount: 12.2, stock: 4, missing: 8.2, prints: ['One', 'Two'] },
    { what: 'board', name: 'soft lino', amount: 1.26, stock: null, missing: 1.26, prints: ['One'] },
  ]).split('\r\n');
  expect(rows[0]).toBe('What,kind,unit,Wanted,In stock,To buy,For');
  expect(rows[1]).toBe("'=white,Ink,g,13,4,9,One · Two");
  expect(rows[2]).toMatch(/,Board,dm²,1\.3,,1\.3,One$/);
});
