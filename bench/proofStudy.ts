import { overprintLabD50 } from '@/core/inks';
import type { Lab } from '@/core/colour';
import { motionAbout, readProof, type ExpectedProof } from '@/core/registration';
import { randomStream } from '@/core/random/random';
import { hiddenMotions, simulateScan, type ProofUnderLid } from '@/devices';

const PAPER: Lab = [94.5, 0.3, 4.2];
const SOLIDS: readonly Lab[] = [
  [85, 2, 45],
  [70, 35, 30],
  [55, -30, 10],
  [45, 10, -40],
  [22, 2, -8],
];

/** A picture of boxes and ellipses in `labels` colours, by seed. */
export function shapes(
  width: number,
  height: number,
  labels: number,
  count: number,
  mostPx: number,
  seed: number,
): Uint8Array {
  const out = new Uint8Array(width * height),
    random = randomStream(seed);
  for (let k = 0; k < count; k++) {
    const label = 1 + Math.floor(random() * (labels - 1)),
      cx = random() * width,
      cy = random() * height,
      a = mostPx * (0.12 + 0.88 * random()),
      b = mostPx * (0.12 + 0.88 * random()),
      box = random() < 0.4;
    for (let y = Math.max(0, Math.floor(cy - b)); y < Math.min(height, cy + b); y++)
      for (let x = Math.max(0, Math.floor(cx - a)); x < Math.min(width, cx + a); x++)
        if (box || ((x - cx) / a) ** 2 + ((y - cy) / b) ** 2 < 1) out[y * width + x] = label;
  }
  return out;
}

/** A proof of `runs` runs, as a reduction or from several blocks, and what is expected of it. */
export function madeUpProof(
  seed: number,
  size: { width: number; height: number; marginMm: number },
  runs: number,
  reduction: boolean,
): { proof: ProofUnderLid; expected: ExpectedProof } {
  const labels = runs + 1,
    mmPerPx = 0.1;
  const sheetMm = {
      widthMm: size.width * mmPerPx + 2 * size.marginMm,
      heightMm: size.height * mmPerPx + 2 * size.marginMm,
    },
    imageAtMm = { xMm: size.marginMm, yMm: size.marginMm };
  const inked = Array.from({ length: runs }, (_, k) =>
    Array.from({ length: labels }, (__, l) => (reduction ? l > k : l === k + 1 || (l === labels - 1 && k < runs - 2))),
  );
  const known = new Map<number, Lab>();
  const lookLabD50 = (films: number) => {
    const look =
      known.get(films) ??
      overprintLabD50({
        paperLabD50: PAPER,
        solidsLabD50: SOLIDS.filter((_, k) => films & (1 << k)),
        darkestSolidLabD50: [16, 0, 0],
        under: 'dry',
      });
    known.set(films, look);
    return look;
  };
  const filmsOf = (label: number, upTo: number) =>
    inked.slice(0, upTo).reduce((bits, row, k) => bits | (row[label] ? 1 << k : 0), 0);
  const picture = {
    labels: shapes(size.width, size.height, labels, 60, size.width / 7, seed + 7),
    width: size.width,
    height: size.height,
    mmPerPx,
    sheetMm,
    imageAtMm,
    inked,
  };
  return {
    proof: {
      ...picture,
      motions: hiddenMotions(seed, runs, { xMm: sheetMm.widthMm / 2, yMm: sheetMm.heightMm / 2 }),
      lookLabD50,
    },
    expected: {
      ...picture,
      lookUpToLabD50: Array.from({ length: runs + 1 }, (_, k) =>
        Array.from({ length: labels }, (__, l) => lookLabD50(filmsOf(l, k))),
      ),
      strips: Array.from({ length: 1 << runs }, (_, films) => ({
        runs: Array.from({ length: runs }, (__, k) => k + 1).filter((run) => films & (1 << (run - 1))),
        labD50: lookLabD50(films),
      })),
    },
  };
}

export interface ProofStudy {
  readonly scans: number;
  readonly scansRight: number;
  readonly runs: number;
  readonly runsRight: number;
  readonly refused: number;
  readonly inside95: number;
  readonly medianMm: number;
  readonly p95Mm: number;
  readonly p95Deg: number;
}

/**
 * Seeded scans at 300 dpi with hidden misfit to 3 mm and 1°, skew to 2°, uneven light, grain and noise: how many displacements and turns
 * (each run against the one below) are within 0.05 mm and 0.03°, and how often the truth lies in the stated range.
 */
export function studyProofs(scans = 100): ProofStudy {
  const mm: number[] = [],
    deg: number[] = [];
  let scansRight = 0,
    runsRight = 0,
    refused = 0,
    inside = 0,
    asked = 0;
  for (let seed = 1; seed <= scans; seed++) {
    const { proof, expected } = madeUpProof(
      seed,
      { width: 1200, height: 900, marginMm: 20 },
      3 + (seed % 3),
      seed % 2 === 0,
    );
    const reading = readProof(simulateScan(proof, { dpi: 300, seed }), expected);
    if (!reading.ok) {
      refused += proof.motions.length;
      continue;
    }
    let right = true;
    reading.value.runs.forEach((answer, r) => {
      if (!answer.ok) {
        refused++;
        right = false;
        return;
      }
      const { motion, range95 } = answer.value,
        { xMm, yMm } = motion.about;
      const truth = motionAbout(proof.motions[r], xMm, yMm),
        below = r > 0 ? motionAbout(proof.motions[r - 1], xMm, yMm) : undefined;
      const off = [
        motion.dxMm - truth.dxMm + (below?.dxMm ?? 0),
        motion.dyMm - truth.dyMm + (below?.dyMm ?? 0),
        motion.rotationDeg - truth.rotationDeg + (below?.rotationDeg ?? 0),
      ];
      mm.push(Math.hypot(off[0], off[1]));
      deg.push(Math.abs(off[2]));
      const good = mm.at(-1)! <= 0.05 && deg.at(-1)! <= 0.03;
      if (good) runsRight++;
      else right = false;
      asked += 3;
      inside += [range95.dxMm, range95.dyMm, range95.rotationDeg].filter(
        (range, i) => Math.abs(off[i]) <= range,
      ).length;
    });
    if (right) scansRight++;
  }
  const at = (list: number[], share: number) => [...list].sort((a, b) => a - b)[Math.floor(share * (list.length - 1))];
  return {
    scans,
    scansRight,
    runs: mm.length + refused,
    runsRight,
    refused,
    inside95: inside / Math.max(1, asked),
    medianMm: at(mm, 0.5),
    p95Mm: at(mm, 0.95),
    p95Deg: at(deg, 0.95),
  };
}
