import type { Lab } from '@/core/colour';
import { emptyMask, fillOutlines, type LabelMap } from '@/core/geometry';
import { emptyPlan, type Plan, type SAMPLE_IDS } from '@/model';
import { drawnKey, keyPieces } from '@/core/picture/keyDrawing';
import { withFlat } from './runPlan';

/** A small made-up picture: flat shapes, later ones over earlier ones. Coordinates in mm of a sheet of 120 × 90. */
export interface DrawnPicture {
  /** The paper, then the inks from light to dark. */
  readonly colours: readonly { readonly labD50: Lab }[];
  /** Colour by place in the list, and the outline. */
  readonly shapes: readonly (readonly [number, readonly number[]])[];
}

/** One that has a name, to practise on. */
export interface SamplePrint extends DrawnPicture {
  readonly id: (typeof SAMPLE_IDS)[number];
  readonly name: string;
  readonly colours: readonly { readonly name: string; readonly labD50: Lab }[];
}

const WIDTH_MM = 120,
  HEIGHT_MM = 90,
  MM_PER_PX = 0.2;
export const SAMPLE_SIZE_MM = { widthMm: WIDTH_MM, heightMm: HEIGHT_MM } as const;

export function disc(x: number, y: number, rx: number, ry = rx, from = 0, to = 360): number[] {
  return Array.from({ length: 49 }, (_, i) => ((from + ((to - from) * i) / 48) * Math.PI) / 180).flatMap((a) => [
    x + rx * Math.cos(a),
    y + ry * Math.sin(a),
  ]);
}
export const box = (x: number, y: number, w: number, h: number) => [x, y, x + w, y, x + w, y + h, x, y + h];

export const SAMPLE_PRINTS: readonly SamplePrint[] = [
  {
    id: 'buoy',
    name: 'Buoy at Noon',
    colours: [
      { name: 'paper', labD50: [94.5, 0.3, 4.2] },
      { name: 'sea green', labD50: [72, -22, 2] },
      { name: 'orange', labD50: [62, 45, 55] },
      { name: 'slate', labD50: [32, -4, -12] },
    ],
    shapes: [
      [1, [0, 52, 20, 49, 42, 53, 66, 49, 92, 53, 120, 50, 120, 90, 0, 90]],
      [0, [10, 66, 34, 64, 34, 66, 10, 68]],
      [0, [84, 74, 110, 72, 110, 74, 84, 76]],
      [2, [44, 66, 50, 34, 66, 34, 72, 66]],
      [3, box(53, 22, 10, 12)],
      [0, box(56, 25, 4, 5)],
      [3, [47, 52, 69, 52, 70, 57, 46, 57]],
      [0, disc(98, 18, 9)],
      [3, [40, 66, 76, 66, 72, 74, 46, 74]],
      [2, [15, 20, 22, 16, 29, 20, 22, 18]],
    ],
  },
  {
    id: 'pear',
    name: 'Two Pears and a Knife',
    colours: [
      { name: 'paper', labD50: [94.5, 0.3, 4.2] },
      { name: 'straw', labD50: [86, -2, 48] },
      { name: 'leaf', labD50: [58, -30, 36] },
      { name: 'brick', labD50: [46, 38, 30] },
      { name: 'night', labD50: [22, 2, -14] },
    ],
    shapes: [
      [3, box(0, 58, 120, 32)],
      [1, disc(36, 52, 19, 21)],
      [1, disc(38, 28, 10, 15)],
      [2, disc(30, 58, 10, 14)],
      [4, box(37, 8, 3, 12)],
      [2, disc(78, 56, 17, 18)],
      [2, disc(77, 36, 9, 12)],
      [1, disc(72, 50, 5, 9)],
      [4, box(75, 18, 3, 11)],
      [4, [8, 78, 70, 74, 70, 79, 12, 84]],
      [0, [16, 79, 60, 75.5, 60, 77, 17, 81]],
      [4, box(70, 73, 30, 8)],
      [1, disc(78, 77, 1.6)],
      [1, disc(88, 77, 1.6)],
      [0, disc(42, 36, 2.4, 6)],
    ],
  },
  {
    id: 'lamps',
    name: 'Three Lamps on the Quay',
    colours: [
      { name: 'paper', labD50: [94.5, 0.3, 4.2] },
      { name: 'lamp yellow', labD50: [87, 4, 62] },
      { name: 'haze', labD50: [70, 2, -10] },
      { name: 'quay blue', labD50: [48, -6, -28] },
      { name: 'plum', labD50: [34, 22, -16] },
      { name: 'black blue', labD50: [18, 2, -12] },
    ],
    shapes: [
      [5, box(0, 0, 120, 90)],
      [3, [0, 60, 120, 54, 120, 74, 0, 78]],
      [4, box(0, 40, 34, 24)],
      [4, box(88, 34, 32, 24)],
      [2, disc(26, 26, 13)],
      [2, disc(60, 20, 13)],
      [2, disc(94, 22, 13)],
      [1, disc(26, 26, 7)],
      [1, disc(60, 20, 7)],
      [1, disc(94, 22, 7)],
      [0, disc(26, 26, 3)],
      [0, disc(60, 20, 3)],
      [0, disc(94, 22, 3)],
      [5, box(25, 34, 2, 34)],
      [5, box(59, 28, 2, 38)],
      [5, box(93, 30, 2, 34)],
      [1, [20, 78, 34, 77, 30, 84, 24, 84]],
      [1, [54, 76, 68, 75, 64, 82, 58, 82]],
      [1, [88, 74, 102, 73, 98, 80, 92, 80]],
      [3, box(8, 46, 6, 8)],
      [1, box(18, 46, 6, 8)],
      [3, box(98, 40, 6, 7)],
    ],
  },
];

/** The picture's label map, each pixel so many mm. */
export function sampleMap(sample: DrawnPicture, mmPerPx = MM_PER_PX): LabelMap {
  const width = Math.round(WIDTH_MM / mmPerPx),
    height = Math.round(HEIGHT_MM / mmPerPx);
  const labels = new Uint8Array(width * height);
  for (const [label, outline] of sample.shapes) {
    const mask = emptyMask(width, height);
    fillOutlines(mask, [outline.map((mm) => mm / mmPerPx)]);
    for (let y = 0, w = 0; y < height; y++)
      for (let k = 0; k < mask.wordsPerRow; k++, w++)
        for (let bits = mask.words[w]; bits !== 0; bits &= bits - 1)
          labels[y * width + (k << 5) + 31 - Math.clz32(bits & -bits)] = label;
  }
  return { width, height, labels };
}

const NO_SHA = '0'.repeat(64);

/** The picture as a plan: a reduction from light to dark in opaque inks. It is never stored. */
export function samplePlan(sample: SamplePrint): Plan {
  const names = sample.colours.map(({ name }) => name);
  return drawnPlan(sample, sample.name, names, MM_PER_PX);
}

/** The same of a picture that has no names, `mmPerPx` fine. */
export function drawnPlan(sample: DrawnPicture, fileName: string, names: readonly string[], mmPerPx: number): Plan {
  const map = sampleMap(sample, mmPerPx);
  const counts = new Array<number>(sample.colours.length).fill(0);
  for (const label of map.labels) counts[label]++;
  const plan = emptyPlan();
  const picture = {
    originalSha: NO_SHA,
    fileName,
    format: 'svg' as const,
    sourceWidthPx: map.width,
    sourceHeightPx: map.height,
    turnDeg: 0 as const,
    mirrored: false,
    crop: { x: 0, y: 0, width: 1, height: 1 },
    widthMm: WIDTH_MM,
    heightMm: HEIGHT_MM,
    raster: { sha: NO_SHA, widthPx: map.width, heightPx: map.height, mmPerPx },
  };
  const colours = sample.colours.map((c, i) => ({
    id: `c${i}`,
    name: names[i],
    wantedLabD50: c.labD50,
    areaShare: counts[i] / map.labels.length,
    islandCount: 1,
  }));
  return withFlat(
    { ...plan, picture },
    {
      labelsSha: NO_SHA,
      settings: { colourCount: colours.length, radiusMm: 0, minIslandMm2: 0 },
      colours,
      barePaperId: 'c0',
      handChanges: 0,
    },
  );
}

/** Lines of a sample's key drawing. */
const KEY_MM = 1.2,
  KEY_LAB_D50: Lab = [18, 2, -2];

/** The same print with a key drawing along all its edges. */
export function keyedSample(sample: SamplePrint): { readonly plan: Plan; readonly map: LabelMap } {
  const plan = samplePlan(sample),
    ground = sampleMap(sample),
    flat = plan.flat!;
  const labels = sample.colours.map((_, label) => label);
  const pairs = labels.flatMap((a) => labels.slice(a + 1).map((b) => [a, b] as const));
  const pieces = keyPieces(ground, { pairs, smoothPx: 0.6 / MM_PER_PX });
  const map = {
    ...ground,
    labels: drawnKey(ground, pieces, { widthPx: KEY_MM / MM_PER_PX, taperPx: 0 }, labels.length),
  };
  const areas = [...labels, labels.length].map((label) => map.labels.reduce((n, own) => n + Number(own === label), 0));
  const share = (label: number) => areas[label] / map.labels.length;
  const key = { id: 'key', name: 'key', wantedLabD50: KEY_LAB_D50, areaShare: share(labels.length), islandCount: 1 };
  const keyed = {
    ...flat,
    colours: [...flat.colours.map((colour, label) => ({ ...colour, areaShare: share(label) })), key],
    key: { colourId: key.id, widthMm: KEY_MM },
  };
  return { plan: withFlat(plan, keyed), map };
}
