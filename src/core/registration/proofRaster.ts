import { deltaE2000, srgb8FromLabD50, type Lab } from '../colour';
import { changesOfLabels, type Changes, type PartMap } from '../geometry';
import { motionAt, type Motion } from './motion';
import type { ExpectedProof } from './readProof';
import { SHEET_LEVEL, type StraightImage } from './straighten';

/** Which runs lie on which label, as bits, and the looks known for such sets of films. */
export interface States {
  readonly runs: readonly number[];
  readonly ofLabel: Uint32Array;
  readonly count: number;
  /** sRGB levels predicted for a state, three each; NaN where unknown. */
  readonly predicted: Float64Array;
}

export function statesOf({ lookUpToLabD50: looks, inked, strips }: ExpectedProof): States {
  const runs = Array.from({ length: looks.length - 1 }, (_, r) => r + 1);
  const labels = looks[0].length,
    ofLabel = new Uint32Array(Math.max(256, labels));
  for (let l = 0; l < labels; l++)
    for (const run of runs)
      if (inked ? inked[run - 1][l] : deltaE2000(looks[run][l], looks[run - 1][l]) > 0.05) ofLabel[l] |= 1 << (run - 1);
  const count = 1 << runs.length;
  const predicted = new Float64Array(3 * count).fill(NaN);
  const put = (state: number, lab: Lab) =>
    srgb8FromLabD50(lab).rgb.forEach((v, c) => {
      predicted[3 * state + c] = v * SHEET_LEVEL;
    });
  for (const strip of strips ?? [])
    put(
      strip.runs.reduce((bits, run) => bits | (1 << (run - 1)), 0),
      strip.labD50,
    );
  for (let l = 0; l < labels; l++) put(ofLabel[l], looks[runs.length][l]);
  put(0, looks[0][0]);
  return { runs, ofLabel, count, predicted };
}

/** The straightened proof on one raster, with what should print where as bits. Outside the image is paper. */
export interface Proof {
  readonly width: number;
  readonly height: number;
  readonly rgb: Uint8ClampedArray;
  readonly labels: PartMap['labels'];
  readonly labelWidth: number;
  readonly labelHeight: number;
  readonly padPx: number;
  readonly mmPerPx: number;
  readonly atXMm: number;
  readonly atYMm: number;
  readonly bits: Uint32Array;
  /** Where the labels change. */
  readonly changes: Changes;
}

export function proofAt(
  image: StraightImage,
  labels: PartMap['labels'],
  labelWidth: number,
  labelHeight: number,
  mmPerPx: number,
  padPx: number,
  at: { xMm: number; yMm: number },
  states: States,
): Proof {
  return {
    width: image.width,
    height: image.height,
    rgb: image.rgb,
    labels,
    labelWidth,
    labelHeight,
    padPx,
    mmPerPx,
    atXMm: at.xMm,
    atYMm: at.yMm,
    bits: states.ofLabel,
    changes: changesOfLabels({ width: labelWidth, height: labelHeight, labels }),
  };
}

/** What a motion carried to pixel p of the proof's raster came from p − u(p), with u(p) = (x, y) + [xx xy; yx yy] · p, in pixels. */
export interface LinearMove {
  readonly x: number;
  readonly y: number;
  readonly xx: number;
  readonly xy: number;
  readonly yx: number;
  readonly yy: number;
}

export function linearMove(proof: Proof, motion: Motion): LinearMove {
  const [x0, y0] = forwardMove(proof, motion, 0, 0),
    far = 1000;
  const [x1, y1] = forwardMove(proof, motion, far, 0),
    [x2, y2] = forwardMove(proof, motion, 0, far);
  // forward: q = A p + t
  const a = 1 + (x1 - x0) / far,
    b = (x2 - x0) / far,
    c = (y1 - y0) / far,
    d = 1 + (y2 - y0) / far,
    det = a * d - b * c;
  const [ia, ib, ic, id] = [d / det, -b / det, -c / det, a / det];
  return { x: ia * x0 + ib * y0, y: ic * x0 + id * y0, xx: 1 - ia, xy: -ib, yx: -ic, yy: 1 - id };
}

/** How far, in pixels, the motion carries what belongs at pixel (x, y). */
export function forwardMove(proof: Proof, motion: Motion, x: number, y: number): readonly [number, number] {
  const mm = proof.mmPerPx;
  const [dx, dy] = motionAt(
    motion,
    proof.atXMm + (x - proof.padPx + 0.5) * mm,
    proof.atYMm + (y - proof.padPx + 0.5) * mm,
  );
  return [dx / mm, dy / mm];
}

/** The bits of a run (or several) at a pixel whose film was carried there by its motion. */
export function bitsAt(proof: Proof, moves: readonly LinearMove[], x: number, y: number, without: number): number {
  const { padPx, labelWidth, labelHeight, labels, bits } = proof;
  let state = 0;
  for (let k = 0; k < moves.length; k++) {
    if (k === without) continue;
    const m = moves[k];
    const sx = Math.floor(x - m.x - m.xx * x - m.xy * y - padPx + 0.5),
      sy = Math.floor(y - m.y - m.yx * x - m.yy * y - padPx + 0.5);
    if (sx < 0 || sy < 0 || sx >= labelWidth || sy >= labelHeight) continue;
    state |= bits[labels[sy * labelWidth + sx]] & (1 << k);
  }
  return state;
}

/** `bitsAt` for `count` pixels of row y from x on, into `out`: run by run along the row. */
export function bitsAlong(
  proof: Proof,
  moves: readonly LinearMove[],
  x: number,
  y: number,
  count: number,
  without: number,
  out: Uint32Array,
): void {
  out.fill(0, 0, count);
  moves.forEach((move, k) => {
    const bit = 1 << k;
    if (k !== without) addFilm(proof, move, bit, x, y, count, out);
  });
}

/** Adds the bit of one film to `count` pixels of row y from x on, where its move has carried it. */
export function addFilm(
  { padPx, labelWidth, labelHeight, labels, bits }: Proof,
  move: LinearMove,
  bit: number,
  x: number,
  y: number,
  count: number,
  out: Uint32Array,
): void {
  const startX = x - move.x - move.xx * x - move.xy * y - padPx + 0.5,
    startY = y - move.y - move.yx * x - move.yy * y - padPx + 0.5,
    stepX = 1 - move.xx,
    stepY = -move.yx;
  const inside = (u: number) => {
    const sx = Math.floor(startX + u * stepX),
      sy = Math.floor(startY + u * stepY);
    return sx >= 0 && sy >= 0 && sx < labelWidth && sy < labelHeight;
  };
  // a row goes straight: what is inside is one stretch of it
  const [fromX, toX] = within(startX, stepX, labelWidth),
    [fromY, toY] = within(startY, stepY, labelHeight);
  let first = Math.max(0, Math.ceil(Math.max(fromX, fromY))),
    end = Math.min(count, Math.ceil(Math.min(toX, toY)));
  while (first < end && !inside(first)) first++;
  while (first < end && !inside(end - 1)) end--;
  for (let u = first; u < end; u++) {
    const sx = (startX + u * stepX) | 0,
      sy = (startY + u * stepY) | 0;
    out[u] |= bits[labels[sy * labelWidth + sx]] & bit;
  }
}

/** Between which u start + u × step lies from 0 to below `size`. */
function within(start: number, step: number, size: number): readonly [number, number] {
  if (step === 0) return start >= 0 && start < size ? [-Infinity, Infinity] : [Infinity, -Infinity];
  const a = -start / step,
    b = (size - start) / step;
  return a < b ? [a, b] : [b, a];
}
