import { traceArcs } from '../geometry';
import {
  BEYOND,
  boundariesOf,
  findSheet,
  homographyOf,
  NO_MOTION,
  paintMisprint,
  straighten,
  type FoundSheet,
  type ScanPicture,
} from './index';
import { leastSquares } from '../numeric';
import { randomStream } from '../random/random';
import { bitsAlong, bitsAt, linearMove, proofAt } from './proofRaster';
import { coarser, lightOn, SHEET_LEVEL, through, type StraightImage } from './straighten';

/** A light sheet on a dark ground, its corners at the given places, each pixel the mean of 4 × 4 points. */
function sheetScan(
  width: number,
  height: number,
  corners: FoundSheet['corners'],
  light = (u: number, v: number) => 1 + 0 * u * v,
): ScanPicture {
  const data = new Uint8ClampedArray(width * height * 4);
  const inside = (x: number, y: number) =>
    corners.every((p, i) => {
      const q = corners[(i + 1) % 4];
      return (q.x - p.x) * (y - p.y) - (q.y - p.y) * (x - p.x) >= 0;
    });
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let part = 0;
      for (let k = 0; k < 16; k++) if (inside(x + ((k & 3) + 0.5) / 4, y + ((k >> 2) + 0.5) / 4)) part++;
      const level = 40 + (part / 16) * 190 * light(x / width, y / height);
      for (let c = 0; c < 3; c++) data[4 * (y * width + x) + c] = level;
      data[4 * (y * width + x) + 3] = 255;
    }
  return { width, height, data, dpi: 0 };
}
const sheetMm = { widthMm: 60, heightMm: 45 };
const square = [
  { x: 40.3, y: 30.6 },
  { x: 520.3, y: 30.6 },
  { x: 520.3, y: 390.6 },
  { x: 40.3, y: 390.6 },
] as const;

describe('finding the sheet', () => {
  test('corners to a fifth of a pixel', () => {
    const found = findSheet(sheetScan(560, 430, square), sheetMm);
    if (!found.ok) throw new Error(found.code);
    found.value.corners.forEach((corner, i) => {
      expect(Math.abs(corner.x - square[i].x)).toBeLessThan(0.2);
      expect(Math.abs(corner.y - square[i].y)).toBeLessThan(0.2);
    });
    expect(found.value.turnDeg).toBeCloseTo(0, 1);
    expect(found.value.pxPerMm).toBeCloseTo(8, 2);
  });
  test('a photograph a little from the side is put right; too far from the side it is refused', () => {
    const leaning = (by: number) =>
      [
        { x: 40 + by, y: 30 },
        { x: 520 - by, y: 31 },
        { x: 520, y: 391 },
        { x: 40, y: 390 },
      ] as const;
    const slight = findSheet(sheetScan(560, 430, leaning(6)), sheetMm);
    expect(slight.ok && Math.round(slight.value.perspective * 1000)).toBe(26);
    const strong = findSheet(sheetScan(560, 430, leaning(16)), sheetMm);
    expect(strong).toMatchObject({ ok: false, code: 'perspective' });
  });
  test('a ragged edge is told from a straight one', () => {
    const scan = sheetScan(560, 430, square);
    for (let y = 30; y < 391; y++)
      for (
        let x = 40;
        x < 40 + 30 * Math.abs(Math.sin(y * 0.21)) * Math.abs(Math.sin(y * 0.057)) + 8 * ((y * 7919) % 5);
        x++
      )
        scan.data.fill(40, 4 * (y * 560 + x), 4 * (y * 560 + x) + 3);
    const found = findSheet(scan, sheetMm);
    expect(found).toMatchObject({ ok: false, code: 'sheet.theEdgeOfTheSheet', values: { side: 'left' } });
  });
});

test('a homography carries the sheet’s corners to those found, and its middle between them', () => {
  const corners = [
    { x: 12, y: 9 },
    { x: 610, y: 22 },
    { x: 600, y: 470 },
    { x: 5, y: 455 },
  ] as const;
  const m = homographyOf({ corners }, 60, 45);
  [
    [0, 0],
    [60, 0],
    [60, 45],
    [0, 45],
  ].forEach(([x, y], i) => {
    const at = through(m, x, y);
    expect(at.x).toBeCloseTo(corners[i].x, 6);
    expect(at.y).toBeCloseTo(corners[i].y, 6);
  });
  const middle = through(m, 30, 22.5);
  expect(Math.hypot(middle.x - 307, middle.y - 239)).toBeLessThan(6);
});

test('uneven light on the margins is evened over the image', () => {
  const scan = sheetScan(560, 430, square, (u, v) => 0.9 + 0.15 * u - 0.08 * v);
  const found = findSheet(scan, sheetMm);
  if (!found.ok) throw new Error(found.code);
  const m = homographyOf(found.value, 60, 45),
    image = { xMm: 15, yMm: 12, widthMm: 30, heightMm: 20 };
  const light = lightOn(scan, m, sheetMm, image, [220, 220, 220]);
  const straight = straighten(scan, m, light, sheetMm, {
    ...image,
    widthPx: 300,
    heightPx: 200,
    mmPerPx: 0.1,
    padPx: 0,
  });
  const level = (x: number, y: number) => straight.rgb[3 * (y * 300 + x)];
  for (const [x, y] of [
    [5, 5],
    [295, 5],
    [150, 100],
    [5, 195],
    [295, 195],
  ])
    expect(Math.abs(level(x, y) - 220 * SHEET_LEVEL)).toBeLessThan(4);
});

test('straightening is bilinear to a level, in perspective, with light evened, and paper beyond the scan', () => {
  const random = randomStream(21),
    width = 300,
    height = 220,
    data = Uint8ClampedArray.from({ length: 4 * width * height }, () => 40 + 150 * random());
  const toScan = homographyOf(
    {
      corners: [
        { x: 12.3, y: 9.1 },
        { x: 281.7, y: 15.4 },
        { x: 270.2, y: 208.8 },
        { x: 18.9, y: 199.5 },
      ],
      turnDeg: 0,
      pxPerMm: 4,
    } as unknown as FoundSheet,
    60,
    45,
  );
  const light = [
    [0.9, 0.05, -0.02, 0.01, 0, 0.02],
    [1, 0, 0, 0, 0, 0],
    [1.1, -0.04, 0.03, 0, 0.01, 0],
  ];
  const frame = { xMm: 2, yMm: 3, widthPx: 150, heightPx: 100, mmPerPx: 0.35, padPx: 20 };
  const image = straighten({ width, height, data, dpi: 0 }, toScan, light, { widthMm: 60, heightMm: 45 }, frame);
  expect([image.width, image.height]).toEqual([190, 140]);
  let beyond = 0;
  for (let y = 0; y < image.height; y += 3)
    for (let x = 0; x < image.width; x += 7) {
      const xMm = 2 + (x - 20 + 0.5) * 0.35,
        yMm = 3 + (y - 20 + 0.5) * 0.35,
        at = through(toScan, xMm, yMm),
        fx = at.x - 0.5,
        fy = at.y - 0.5;
      const found = image.rgb.subarray(3 * (y * image.width + x), 3 * (y * image.width + x) + 3);
      if (fx < 0.01 || fy < 0.01 || fx >= width - 1.01 || fy >= height - 1.01) {
        if (fx < -0.01 || fy < -0.01 || fx > width - 0.99 || fy > height - 0.99) {
          expect([...found]).toEqual([235, 235, 235]);
          beyond++;
        }
        continue;
      }
      const ix = Math.floor(fx),
        iy = Math.floor(fy),
        u = (2 * xMm) / 60 - 1,
        v = (2 * yMm) / 45 - 1;
      for (let c = 0; c < 3; c++) {
        const pixel = (dx: number, dy: number) => data[4 * ((iy + dy) * width + ix + dx) + c],
          mix = (a: number, b: number, share: number) => a + (b - a) * share;
        const level = mix(mix(pixel(0, 0), pixel(1, 0), fx - ix), mix(pixel(0, 1), pixel(1, 1), fx - ix), fy - iy);
        const [l0, lu, lv, luu, luv, lvv] = light[c];
        const even = (SHEET_LEVEL * level) / (l0 + lu * u + lv * v + luu * u * u + luv * u * v + lvv * v * v);
        expect(Math.abs(found[c] - Math.min(255, even))).toBeLessThan(3);
      }
    }
  expect(beyond).toBeGreaterThan(20);
});

test('coarser means are means', () => {
  const rgb = Uint8ClampedArray.from({ length: 4 * 4 * 3 }, (_, i) => i);
  const half = coarser({ width: 4, height: 4, rgb }, 2);
  expect([half.width, half.height]).toEqual([2, 2]);
  // 7.5 and 39.5, rounded to even
  expect(half.rgb[0]).toBe(8);
  expect(half.rgb[11]).toBe(40);
});

test('films looked up along a row are those looked up pixel by pixel, inside the picture, over its rim and beside it', () => {
  const width = 90,
    height = 60,
    random = randomStream(11);
  const labels = Uint8Array.from({ length: width * height }, () => Math.floor(random() * 4));
  const states = { runs: [1, 2, 3], ofLabel: Uint32Array.of(0, 1, 3, 7), count: 8, predicted: new Float64Array(24) };
  const image: StraightImage = { width: width + 20, height: height + 20, rgb: new Uint8ClampedArray(0) };
  const proof = proofAt(image, labels, width, height, 0.1, 10, { xMm: 20, yMm: 30 }, states);
  for (const rotationDeg of [0, -1.2, 0.7]) {
    const moves = states.runs.map((k) =>
      linearMove(proof, { ...NO_MOTION, dxMm: 0.3 * k - 0.5, dyMm: 0.2 - 0.17 * k, rotationDeg, growthX: 0.002 * k }),
    );
    const out = new Uint32Array(proof.width);
    for (let y = -3; y < proof.height + 3; y += 2)
      for (const without of [-1, 1]) {
        bitsAlong(proof, moves, -4, y, out.length, without, out);
        expect([...out]).toEqual(Array.from(out, (_, u) => bitsAt(proof, moves, u - 4, y, without)));
      }
  }
});

test('least squares finds a plane through points', () => {
  const rows = [
    [1, 0, 0],
    [1, 1, 0],
    [1, 0, 1],
    [1, 2, 3],
    [1, 5, 1],
  ];
  const found = leastSquares(
    rows,
    rows.map(([, x, y]) => 2 - 3 * x + 0.5 * y),
  );
  [2, -3, 0.5].forEach((v, i) => expect(found[i]).toBeCloseTo(v, 5));
});

describe('boundaries', () => {
  // a square of 20 px in the middle of 40
  const labels = new Uint8Array(40 * 40);
  for (let y = 10; y < 30; y++) labels.fill(1, y * 40 + 10, y * 40 + 30);
  const found = boundariesOf(traceArcs({ width: 40, height: 40, labels }, 0.3), 0.5);

  test('the square’s edge is as long as it is, the image’s own edge borders the bare sheet', () => {
    const total = (a: number, b: number) =>
      [...found.lengthMm].reduce((sum, mm, i) => sum + (found.a[i] === a && found.b[i] === b ? mm : 0), 0);
    expect(total(0, 1)).toBeCloseTo(40, 3);
    expect(total(0, BEYOND)).toBeCloseTo(80, 3);
  });
  test('normals point from the lower label to the higher: here inwards', () => {
    for (let i = 0; i < found.count; i++) {
      if (found.b[i] !== 1) continue;
      const inward = (10 - found.xMm[i]) * found.nx[i] + (10 - found.yMm[i]) * found.ny[i];
      expect(inward).toBeGreaterThan(0);
    }
  });
  test('every segment knows its gathering', () => {
    const used = [...found.ofSegment].filter((g) => g >= 0);
    expect(used.length).toBeGreaterThan(7);
    expect(Math.max(...used)).toBeLessThan(found.count);
  });
});

describe('a sheet out of register, drawn', () => {
  const map = { width: 20, height: 20, labels: Uint8Array.from({ length: 400 }, (_, i) => (i % 20 >= 10 ? 1 : 0)) };
  const draw = (dxMm: number, rotationDeg = 0) => {
    const out = new Uint32Array(400);
    paintMisprint(
      {
        map,
        mmPerPx: 1,
        film: [
          [0, 1],
          [1, 0],
        ],
        motions: [{ ...NO_MOTION, dxMm, rotationDeg, about: { xMm: 10, yMm: 10 } }, NO_MOTION],
      },
      { xMm: 0, yMm: 0, mmPerPx: 1, width: 20, height: 20 },
      (films) => films,
      out,
    );
    return out;
  };
  test('a block moved right leaves a gap of paper as wide as it moved; moved left it overlaps', () => {
    const right = draw(2),
      left = draw(-2);
    expect([...right.subarray(100, 120)]).toEqual([...Array<number>(10).fill(2), 0, 0, ...Array<number>(8).fill(1)]);
    expect([...left.subarray(100, 120)]).toEqual([
      ...Array<number>(8).fill(2),
      3,
      3,
      ...Array<number>(8).fill(1),
      0,
      0,
    ]);
  });
  test('clockwise as seen: the upper edge goes right, the lower left', () => {
    const turned = draw(0, 10);
    const edgeAt = (y: number) => [...turned.subarray(y * 20, y * 20 + 20)].findIndex((films) => (films & 1) === 1);
    expect(edgeAt(2)).toBeGreaterThan(edgeAt(17));
  });
});
