import { randomStream } from '../random/random';
import { NO_MOTION, motionAt, type Motion } from './motion';
import { learnColours, looksAlike, predictedColours } from './proofColours';
import { measureRun, patchesOf, vote } from './proofPatches';
import { bitsAt, linearMove, proofAt, type Proof, type States } from './proofRaster';

const LOOKS = [
  [230, 225, 215],
  [220, 180, 40],
  [60, 120, 190],
  [40, 70, 60],
] as const;

/** Paper, two films and both: as many labels as sets of films. */
function statesOfTwo(): States {
  const predicted = Float64Array.from(LOOKS.flat());
  return { runs: [1, 2], ofLabel: Uint32Array.from({ length: 256 }, (_, l) => l & 3), count: 4, predicted };
}

/** A picture of boxes, each label a set of films. */
function picture(width: number, height: number, seed: number, count = 60): Uint8Array {
  const random = randomStream(seed),
    labels = new Uint8Array(width * height);
  for (let k = 0; k < count; k++) {
    const x = Math.floor(random() * width),
      y = Math.floor(random() * height),
      w = 6 + Math.floor(random() * 50),
      h = 6 + Math.floor(random() * 40);
    for (let row = y; row < Math.min(height, y + h); row++)
      labels.fill(k % 4, row * width + x, row * width + Math.min(width, x + w));
  }
  return labels;
}

/** A proof of the picture with its films where the motions carry them, and a little noise. */
function printed(
  size: { width: number; height: number },
  labels: Uint8Array,
  mmPerPx: number,
  motions: readonly Motion[],
  seed: number,
): Proof {
  const padPx = Math.round(4 / mmPerPx),
    width = size.width + 2 * padPx,
    height = size.height + 2 * padPx;
  const rgb = new Uint8ClampedArray(3 * width * height),
    random = randomStream(seed);
  const proof = proofAt(
    { width, height, rgb },
    labels,
    size.width,
    size.height,
    mmPerPx,
    padPx,
    { xMm: 20, yMm: 15 },
    statesOfTwo(),
  );
  const moves = motions.map((m) => linearMove(proof, m));
  for (let y = 0, at = 0; y < height; y++)
    for (let x = 0; x < width; x++, at += 3) {
      const look = LOOKS[bitsAt(proof, moves, x, y, -1)];
      for (let c = 0; c < 3; c++) rgb[at + c] = look[c] + 6 * (random() - 0.5);
    }
  return proof;
}

test('patches hold the edges of a run that a walk over all pixels finds', () => {
  const size = { width: 157, height: 93 },
    states = statesOfTwo(),
    sizePx = 20;
  for (const seed of [1, 2, 3]) {
    const labels = picture(size.width, size.height, seed, 25);
    const proof = printed(size, labels, 0.1, [NO_MOTION, NO_MOTION], seed);
    for (const run of [0, 1]) {
      const bit = 1 << run,
        edges = new Map<string, number>();
      const state = (x: number, y: number) =>
        x < 0 || y < 0 || x >= size.width || y >= size.height ? 0 : states.ofLabel[labels[y * size.width + x]];
      // how well a film is seen over each of the others, as a share of 60 levels
      const seen = (over: number) =>
        Math.min(1, Math.hypot(...[0, 1, 2].map((c) => LOOKS[over | bit][c] - LOOKS[over & ~bit][c])) / 60);
      const add = (x: number, y: number, one: number, other: number) => {
        if (((one ^ other) & bit) === 0) return;
        const key = [x, y].map((v) => Math.floor((v + sizePx / 2) / sizePx) * sizePx - sizePx / 2 + proof.padPx).join();
        edges.set(key, (edges.get(key) ?? 0) + ((one ^ other) === bit ? 1 : 0.5) * seen(one & ~bit));
      };
      for (let y = 0; y <= size.height; y++)
        for (let x = 0; x <= size.width; x++) {
          if (y < size.height) add(x, y, state(x - 1, y), state(x, y));
          if (x < size.width) add(x, y, state(x, y - 1), state(x, y));
        }
      const patches = patchesOf(proof, states, predictedColours(states), run, sizePx, 1e-9, 1e6);
      expect(patches.length).toBe([...edges.values()].filter((edge) => edge >= 1e-9).length);
      for (const patch of patches) expect(patch.edge).toBeCloseTo(edges.get(`${patch.x},${patch.y}`)!, 9);
      expect(patches.map((p) => p.edge)).toEqual(patches.map((p) => p.edge).sort((a, b) => b - a));
    }
  }
});

describe('films moved apart', () => {
  const mm = 0.1,
    size = { width: 600, height: 420 },
    labels = picture(size.width, size.height, 7, 90),
    about = { xMm: 50, yMm: 36 };
  const truth: Motion[] = [
    { ...NO_MOTION, dxMm: 0.32, dyMm: -0.21, rotationDeg: 0.2, about },
    { ...NO_MOTION, dxMm: -0.45, dyMm: 0.38, rotationDeg: -0.3, about },
  ];
  const states = statesOfTwo();

  test('all patches of a coarse raster vote for where each lies, to a pixel', () => {
    const factor = 4,
      coarse = { width: size.width / factor, height: size.height / factor };
    const small = Uint8Array.from(
      { length: coarse.width * coarse.height },
      (_, i) => labels[(Math.floor(i / coarse.width) * factor + 2) * size.width + (i % coarse.width) * factor + 2],
    );
    const proof = printed(coarse, small, mm * factor, truth, 3);
    const motions: Motion[] = truth.map(() => ({ ...NO_MOTION, about })),
      colours = predictedColours(states);
    for (let sweep = 0; sweep < 2; sweep++)
      for (const run of [0, 1]) motions[run] = vote(proof, states, motions, colours, run)!;
    motions.forEach((found, run) => {
      expect(Math.hypot(found.dxMm - truth[run].dxMm, found.dyMm - truth[run].dyMm)).toBeLessThan(mm * factor);
      expect(Math.abs(found.rotationDeg - truth[run].rotationDeg)).toBeLessThan(0.35);
    });
  });

  test('patch by patch a fine raster gives each to a hundredth, and says how surely', () => {
    const proof = printed(size, labels, mm, truth, 5);
    const motions: Motion[] = truth.map((m) => ({
      ...m,
      dxMm: Math.round(2 * m.dxMm) / 2,
      dyMm: Math.round(2 * m.dyMm) / 2,
      rotationDeg: 0,
    }));
    const colours = predictedColours(states);
    const patches = truth.map((_, run) => patchesOf(proof, states, colours, run, 80, 16, 40));
    for (const reach of [7, 4, 2])
      for (const run of [0, 1])
        motions[run] = measureRun(proof, patches[run], 80, motions, colours, run, reach)!.motion;
    motions.forEach((found, run) => {
      const [x, y] = motionAt(found, 50, 36),
        [tx, ty] = motionAt(truth[run], 50, 36);
      expect(Math.hypot(x - tx, y - ty)).toBeLessThan(0.012);
      expect(Math.abs(found.rotationDeg - truth[run].rotationDeg)).toBeLessThan(0.02);
    });
  });

  test('a run without an edge of its own has no patches, and too few patches tell nothing', () => {
    const proof = printed(size, new Uint8Array(size.width * size.height), mm, truth, 5);
    expect(patchesOf(proof, states, predictedColours(states), 0, 80, 16, 40)).toEqual([]);
    expect(vote(proof, states, truth, predictedColours(states), 0)).toBeUndefined();
    expect(measureRun(proof, [], 80, truth, predictedColours(states), 0, 4)).toBeUndefined();
  });

  test('colours are learned clear of the edges, whether each place is looked up or all are worked out first', () => {
    for (const mmPerPx of [0.1, 0.5]) {
      const proof = printed(size, labels, mmPerPx, [NO_MOTION, NO_MOTION], 9);
      // the light of the scan is a sixth less than it should be
      for (let i = 0; i < proof.rgb.length; i++) proof.rgb[i] = proof.rgb[i] * (5 / 6);
      const colours = predictedColours(states);
      learnColours(proof, states, [NO_MOTION, NO_MOTION], colours, 1.1);
      LOOKS.flat().forEach((level, i) => expect(Math.abs(colours[i] - (level * 5) / 6)).toBeLessThan(2));
    }
  });

  test('the picture planned is told from one flat colour', () => {
    const proof = printed(size, labels, mm, truth, 5),
      flat = printed(size, new Uint8Array(size.width * size.height), mm, truth, 5);
    const colours = predictedColours(states);
    expect(looksAlike(proof, states, truth, colours)).toBe(true);
    expect(looksAlike({ ...flat, labels }, states, truth, colours)).toBe(false);
  });
});
