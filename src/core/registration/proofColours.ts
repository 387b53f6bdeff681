import { labD50FromSrgb8, type Lab } from '../colour';
import type { Motion } from './motion';
import { bitsAlong, bitsAt, linearMove, type Proof, type States } from './proofRaster';
import type { ExpectedProof } from './readProof';
import { leastSquares } from '../numeric';
import { SHEET_LEVEL } from './straighten';

/** Colours of the states as the scan has them. */
export type Colours = Float64Array;

export function predictedColours(states: States): Colours {
  return states.predicted.slice();
}

/** Mean colours of states from places where the state is one and the same for `clearMm` all round; the rest by a map from predicted to seen. */
export function learnColours(
  proof: Proof,
  states: States,
  motions: readonly Motion[],
  colours: Colours,
  clearMm: number,
): void {
  const clear = clearMm / proof.mmPerPx,
    step = Math.max(1, Math.round(1 / proof.mmPerPx));
  const stateAt = stateLookup(proof, motions, ((RING.length * 2 + 1) * proof.width * proof.height) / step ** 2);
  const ring = [1, 0.5].flatMap((part) =>
    RING.map(([u, v]) => [Math.round(part * clear * u), Math.round(part * clear * v)] as const),
  );
  const sum = new Float64Array(3 * states.count),
    seen = new Float64Array(states.count);
  for (let y = Math.ceil(clear); y < proof.height - clear; y += step)
    for (let x = Math.ceil(clear); x < proof.width - clear; x += step) {
      const state = stateAt(x, y);
      let alone = true;
      for (let k = 0; k < ring.length && alone; k++) alone = stateAt(x + ring[k][0], y + ring[k][1]) === state;
      if (!alone) continue;
      const at = 3 * (y * proof.width + x);
      for (let c = 0; c < 3; c++) sum[3 * state + c] += proof.rgb[at + c];
      seen[state]++;
    }
  const rows: number[][] = [],
    values: number[][] = [[], [], []];
  for (let s = 0; s < states.count; s++) {
    const known = !Number.isNaN(states.predicted[3 * s]);
    // every state pulls a little towards itself, so that few places do not bend the map
    if (!known) continue;
    const of = (c: number) => states.predicted[3 * s + c];
    const strong = Math.min(40, seen[s]);
    for (const [weight, value] of [
      [strong, (c: number) => sum[3 * s + c] / seen[s]],
      [2, of],
    ] as const) {
      if (weight === 0) continue;
      const w = Math.sqrt(weight);
      rows.push([w * 255, w * of(0), w * of(1), w * of(2)]);
      for (let c = 0; c < 3; c++) values[c].push(w * value(c));
    }
  }
  const map = values.map((v) => leastSquares(rows, v, 1e-3));
  for (let s = 0; s < states.count; s++)
    for (let c = 0; c < 3; c++) {
      const p = states.predicted;
      colours[3 * s + c] =
        seen[s] >= 6
          ? sum[3 * s + c] / seen[s]
          : map[c][0] * 255 + map[c][1] * p[3 * s] + map[c][2] * p[3 * s + 1] + map[c][3] * p[3 * s + 2];
    }
}

/** Which films lie on a pixel of the proof. Asked `times` times: a raster small beside that is worked out whole first. */
function stateLookup(proof: Proof, motions: readonly Motion[], times: number): (x: number, y: number) => number {
  const { width, height } = proof,
    moves = motions.map((m) => linearMove(proof, m));
  if (times < 2 * width * height) return (x, y) => bitsAt(proof, moves, x, y, -1);
  const states = new Uint32Array(width * height);
  for (let y = 0; y < height; y++)
    bitsAlong(proof, moves, 0, y, width, -1, states.subarray(y * width, (y + 1) * width));
  return (x, y) =>
    x >= 0 && y >= 0 && x < width && y < height ? states[y * width + x] : bitsAt(proof, moves, x, y, -1);
}

const RING: readonly (readonly [number, number])[] = Array.from(
  { length: 8 },
  (_, k) => [Math.cos((k * Math.PI) / 4), Math.sin((k * Math.PI) / 4)] as const,
);

/** Whether the proof is nearer to the picture planned than to one flat colour. */
export function looksAlike(proof: Proof, states: States, motions: readonly Motion[], colours: Colours): boolean {
  const moves = motions.map((m) => linearMove(proof, m));
  const n = [0, 0, 0],
    meanSeen = [0, 0, 0],
    meanWished = [0, 0, 0];
  const pairs: number[][] = [];
  for (let y = proof.padPx + 4; y < proof.height - proof.padPx - 4; y += 5)
    for (let x = proof.padPx + 4; x < proof.width - proof.padPx - 4; x += 5) {
      const state = bitsAt(proof, moves, x, y, -1),
        at = 3 * (y * proof.width + x);
      if (Number.isNaN(colours[3 * state])) continue;
      const wished = states.predicted;
      for (let c = 0; c < 3; c++) {
        n[c]++;
        meanSeen[c] += proof.rgb[at + c];
        meanWished[c] += wished[3 * state + c];
        pairs.push([c, proof.rgb[at + c], wished[3 * state + c]]);
      }
    }
  let cross = 0,
    a = 0,
    b = 0;
  for (const [c, seen, wished] of pairs) {
    const s = seen - meanSeen[c] / n[c],
      w = wished - meanWished[c] / n[c];
    cross += s * w;
    a += s * s;
    b += w * w;
  }
  return cross / Math.sqrt(a * b + 1e-9) > 0.3;
}

/** Mean colour of each label clear of its edges, brought back to full level. */
export function seenColours(
  proof: Proof,
  expected: ExpectedProof,
  states: States,
  motions: readonly Motion[],
): (Lab | null)[] {
  const last = linearMove(proof, motions.at(-1)!);
  const { labelWidth: w, labelHeight: h, labels, padPx } = proof;
  const clear = Math.max(2, Math.round(1 / proof.mmPerPx)),
    step = Math.max(2, Math.round(0.8 / proof.mmPerPx));
  const sums = expected.lookUpToLabD50[0].map(() => [0, 0, 0, 0]);
  const moves = motions.map((m) => linearMove(proof, m));
  for (let y = clear; y < h - clear; y += step)
    for (let x = clear; x < w - clear; x += step) {
      const label = labels[y * w + x];
      if (RING.some(([u, v]) => labels[(y + Math.round(v * clear)) * w + x + Math.round(u * clear)] !== label))
        continue;
      const px = Math.round(x + padPx + last.x + last.xx * x + last.xy * y),
        py = Math.round(y + padPx + last.y + last.yx * x + last.yy * y);
      if (
        px < 0 ||
        py < 0 ||
        px >= proof.width ||
        py >= proof.height ||
        bitsAt(proof, moves, px, py, -1) !== states.ofLabel[label]
      )
        continue;
      const at = 3 * (py * proof.width + px),
        sum = sums[label];
      for (let c = 0; c < 3; c++) sum[c] += proof.rgb[at + c];
      sum[3]++;
    }
  return sums.map(([r, g, b, n]) =>
    n < 8 ? null : labD50FromSrgb8([r / n / SHEET_LEVEL, g / n / SHEET_LEVEL, b / n / SHEET_LEVEL]),
  );
}
