import { overprintLabD50 } from '@/core/inks';
import type { Lab } from '@/core/colour';
import type { ExpectedProof } from '@/core/registration';
import { hiddenMotions, type ProofUnderLid } from '@/devices';

const PAPER: Lab = [94.5, 0.3, 4.2],
  SOLIDS: readonly Lab[] = [
    [84, 2, 45],
    [45, 20, -30],
  ];
const WIDTH = 500,
  HEIGHT = 380;
const labels = new Uint8Array(WIDTH * HEIGHT);
for (let y = 0; y < HEIGHT; y++)
  for (let x = 0; x < WIDTH; x++) {
    const u = x % 125,
      v = y % 125;
    labels[y * WIDTH + x] = u > 12 && u < 108 && v > 10 && v < 100 ? (Math.hypot(u - 60, v - 55) < 26 ? 2 : 1) : 0;
  }
const inked = [
  [false, true, true],
  [false, false, true],
];
const look = (films: number) =>
  overprintLabD50({
    paperLabD50: PAPER,
    solidsLabD50: SOLIDS.filter((_, k) => films & (1 << k)),
    darkestSolidLabD50: [16, 0, 0],
    under: 'dry',
  });
const sheet = {
  labels,
  width: WIDTH,
  height: HEIGHT,
  mmPerPx: 0.1,
  sheetMm: { widthMm: 80, heightMm: 68 },
  imageAtMm: { xMm: 15, yMm: 15 },
  inked,
};
/** What a proof of two runs should show. */
export const expected: ExpectedProof = {
  ...sheet,
  lookUpToLabD50: [
    [0, 0, 0],
    [0, 1, 1],
    [0, 1, 3],
  ].map((row) => row.map(look)),
};
/** Of the sheet. */
export const middle = { xMm: 40, yMm: 34 };
/** The same as it lies under a lid, each block out of its place by the seed. */
export const proof = (seed: number): ProofUnderLid => ({
  ...sheet,
  motions: hiddenMotions(seed, 2, middle, { shiftMm: 1.5, turnDeg: 0.6, growth: 0.001 }),
  lookLabD50: look,
});
