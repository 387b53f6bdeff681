import type { Lab } from '@/core/colour';
import { randomStream, type RandomStream } from '@/core/random/random';
import { box, disc, SAMPLE_SIZE_MM, type DrawnPicture } from '../samplePrints';

/** What made-up pictures show. Each has a left and a right, and stands on its feet. */
export const SKETCH_MOTIFS = ['boat', 'house', 'jug', 'bird', 'window'] as const;
export type SketchMotif = (typeof SKETCH_MOTIFS)[number];
/** Inks a sketch may have besides the paper. */
export const SKETCH_INKS = [3, 4, 5] as const;

/** A made-up picture is known by a whole number from 0; the number of its inks and what it shows are read off it. */
export const inksOfSketch = (seed: number) => SKETCH_INKS[seed % 3];
export const motifOfSketch = (seed: number) => SKETCH_MOTIFS[Math.floor(seed / 3) % SKETCH_MOTIFS.length];

const PAPER: Lab = [94.5, 0.3, 4.2];
/** Inks from light to dark, of which a sketch has some; the darkest always. */
const PALETTES: readonly (readonly Lab[])[] = [
  [
    [86, -2, 44],
    [74, 16, 50],
    [60, 38, 40],
    [42, 24, 20],
    [20, 4, -14],
  ],
  [
    [84, -8, -6],
    [70, -18, -12],
    [55, -20, -26],
    [38, -6, -34],
    [18, 2, -16],
  ],
  [
    [85, 8, 12],
    [70, 30, 18],
    [56, 44, 26],
    [40, 34, 2],
    [22, 14, -18],
  ],
  [
    [87, -10, 34],
    [72, -24, 36],
    [56, -30, 24],
    [40, -22, 6],
    [21, -8, -6],
  ],
];

/** A colour by its tone: 0 the lightest ink, 1 the darkest. */
type Toned = (tone: number) => number;
type Shape = DrawnPicture['shapes'][number];
const { widthMm: WIDTH, heightMm: HEIGHT } = SAMPLE_SIZE_MM;

const between = (random: RandomStream, least: number, most: number) => least + random() * (most - least);

/** An ellipse that leans by some degrees. */
function leaning(x: number, y: number, rx: number, ry: number, deg: number): number[] {
  const flat = disc(0, 0, rx, ry),
    [cos, sin] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  return flat.map((_, i) =>
    i % 2 === 0 ? x + flat[i] * cos - flat[i + 1] * sin : y + flat[i - 1] * sin + flat[i] * cos,
  );
}

/** The ground below a line that rises and falls. */
function ridge(random: RandomStream, y: number, rise: number): number[] {
  const line = [0, 20, 42, 64, 86, 104, WIDTH].flatMap((x) => [x, y + between(random, -rise, rise)]);
  return [...line, WIDTH, HEIGHT, 0, HEIGHT];
}

function boat(random: RandomStream, tone: Toned): Shape[] {
  const sea = between(random, 46, 56),
    x = between(random, 40, 72),
    long = between(random, 18, 26),
    mast = between(random, 26, 36);
  const waves = Array.from({ length: 3 }, (_, i): Shape => {
    const at = between(random, 6, 90),
      y = sea + 14 + 8 * i;
    return [0, [at, y, at + 22, y - 1.5, at + 22, y + 1, at, y + 2.5]];
  });
  return [
    [tone(0), box(0, 0, WIDTH, HEIGHT)],
    [0, disc(between(random, 14, 26), between(random, 14, 24), between(random, 7, 11))],
    [tone(0.5), [0, sea, WIDTH, sea - 2, WIDTH, HEIGHT, 0, HEIGHT]],
    [tone(0.75), [84, sea - 1, 94, sea - 12, WIDTH, sea - between(random, 14, 22), WIDTH, sea]],
    ...waves,
    [tone(1), box(x - 1, sea - mast, 2, mast)],
    [tone(0.25), [x + 3, sea - mast + 3, x + 3, sea - 4, x + long - 3, sea - 4]],
    [tone(1), [x - long, sea - 3, x + long, sea - 3, x + 0.7 * long, sea + 8, x - 0.8 * long, sea + 8]],
    [tone(0), box(x - 0.6 * long, sea, 6, 4)],
  ];
}

function house(random: RandomStream, tone: Toned): Shape[] {
  const x = between(random, 20, 44),
    y = between(random, 60, 68),
    wide = between(random, 26, 34),
    high = between(random, 18, 24),
    tree = between(random, 90, 104);
  return [
    [tone(0), ridge(random, 44, 5)],
    [tone(0), disc(tree - 8, 16, between(random, 6, 10))],
    [tone(0.25), ridge(random, 56, 4)],
    [tone(0.75), ridge(random, 70, 3)],
    [tone(1), box(x + 0.15 * wide, y - high - 15, 4, 12)],
    [0, box(x, y - high, wide, high)],
    [tone(0.5), [x - 4, y - high, x + wide / 2, y - high - 15, x + wide + 4, y - high]],
    [tone(1), box(x + 0.62 * wide, y - 12, 7, 12)],
    [tone(0.75), box(x + 0.16 * wide, y - high + 5, 7, 6)],
    [tone(1), box(tree - 1.5, y - 16, 3, 24)],
    [tone(1), leaning(tree, y - 24, between(random, 9, 13), between(random, 12, 16), 10)],
  ];
}

function jug(random: RandomStream, tone: Toned): Shape[] {
  const edge = between(random, 54, 62),
    x = between(random, 34, 46),
    fat = between(random, 13, 17);
  const fruits = Array.from({ length: 2 }, (_, i): Shape[] => {
    const at = 76 + 20 * i + between(random, -3, 3),
      r = between(random, 7, 9.5);
    return [
      [tone(i === 0 ? 0.75 : 0), disc(at, edge + 8, r)],
      [tone(1), box(at - 0.8, edge + 8 - r - 5, 1.8, 6)],
    ];
  });
  return [
    [tone(0), box(0, 0, WIDTH, edge)],
    [tone(0.25), box(0, edge, WIDTH, HEIGHT - edge)],
    [tone(1), disc(x - fat, edge - 12, 10, 12)],
    [tone(0), disc(x - fat, edge - 12, 6, 8)],
    [tone(1), leaning(x, edge - 4, fat, 20, 0)],
    [tone(1), [x - 8, edge - 42, x + 12, edge - 45, x + 8, edge - 18, x - 8, edge - 18]],
    [tone(0.5), leaning(x + 0.4 * fat, edge - 6, 3, 9, between(random, 8, 20))],
    ...fruits.flat(),
    [0, [24, 80, 80, 76.5, 84, 78, 80, 80.5, 24, 84]],
    [tone(0.75), box(12, 80, 14, 4)],
  ];
}

function bird(random: RandomStream, tone: Toned): Shape[] {
  const x = between(random, 50, 64),
    y = between(random, 44, 52),
    fat = between(random, 17, 21);
  const leaves = Array.from({ length: 3 }, (_, i): Shape => {
    const at = 12 + 36 * i + between(random, -4, 4);
    return [tone(0.25), leaning(at, y + 33 - 0.05 * at, between(random, 6, 9), 3.4, between(random, 20, 60))];
  });
  return [
    [tone(0), box(0, 0, WIDTH, HEIGHT)],
    [0, disc(between(random, 14, 24), between(random, 14, 22), between(random, 8, 12))],
    [tone(0.75), [0, y + 24, WIDTH, y + 14, WIDTH, y + 18, 0, y + 29]],
    ...leaves,
    [tone(1), [x - 0.8 * fat, y + 2, x - 2.2 * fat, y + 16, x - 1.9 * fat, y + 22, x - 0.4 * fat, y + 10]],
    [tone(0.5), leaning(x, y, fat, 13, -12)],
    [tone(0.5), disc(x + 0.9 * fat, y - 10, 9)],
    [tone(1), leaning(x - 3, y + 1, 11, 6, between(random, 8, 24))],
    [tone(1), [x + 0.9 * fat + 8, y - 13, x + 0.9 * fat + 17, y - 9, x + 0.9 * fat + 8, y - 7]],
    [0, disc(x + 0.9 * fat + 3, y - 12, 1.8)],
  ];
}

function window(random: RandomStream, tone: Toned): Shape[] {
  const x = between(random, 12, 22),
    wide = between(random, 46, 56),
    sill = between(random, 62, 68),
    pot = x + wide + between(random, 14, 20);
  const leaves = [-50, -20, 15, 45].map((deg): Shape => [
    tone(0),
    leaning(pot + 0.3 * deg, sill - 26, 4.5, between(random, 10, 15), deg + between(random, -8, 8)),
  ]);
  return [
    [tone(0.25), box(0, 0, WIDTH, HEIGHT)],
    [0, box(x - 3, 9, wide + 6, sill - 12)],
    [tone(1), box(x, 12, wide, sill - 18)],
    [0, disc(x + 0.3 * wide, between(random, 22, 28), between(random, 6, 8))],
    [tone(0.5), [x, sill - 20, x + wide, sill - between(random, 24, 34), x + wide, sill - 6, x, sill - 6]],
    [0, box(x + wide / 2 - 1.5, 12, 3, sill - 18)],
    [0, box(x, 34, wide, 3)],
    [tone(0.75), box(0, sill, WIDTH, HEIGHT - sill)],
    ...leaves,
    [tone(1), [pot - 10, sill - 12, pot + 10, sill - 12, pot + 7, sill + 4, pot - 7, sill + 4]],
  ];
}

const DRAW = { boat, house, jug, bird, window } as const satisfies Record<SketchMotif, unknown>;

/** The made-up picture of a number: the same one gives the same picture. */
export function sketchOf(seed: number): DrawnPicture {
  const random = randomStream(seed),
    inks = inksOfSketch(seed);
  const palette = PALETTES[Math.floor(random() * PALETTES.length)],
    left = palette.slice(0, -1);
  while (left.length > inks - 1) left.splice(Math.floor(random() * left.length), 1);
  const turned = random() < 0.5;
  const shapes = DRAW[motifOfSketch(seed)](random, (tone) => 1 + Math.round(tone * (inks - 1)));
  return {
    colours: [PAPER, ...left, palette.at(-1)!].map((labD50) => ({ labD50 })),
    shapes: shapes.map(([colour, outline]) => [
      colour,
      turned ? outline.map((mm, i) => (i % 2 === 0 ? WIDTH - mm : mm)) : outline,
    ]),
  };
}
