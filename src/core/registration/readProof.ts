import { deltaE2000, labD50FromSrgb8, srgb8FromLabD50, type Lab } from '../colour';
import { failure, success, type Outcome } from '../units';
import { findSheet, middle, type FoundSheet, type ScanPicture } from './findSheet';
import { fitWeighed, motionAt, motionAbout, NO_MOTION, DEG, residualAt, type Motion, type WeighedMark } from './motion';
import { coarser, homographyOf, leastSquares, lightOn, SHEET_LEVEL, straighten, through, type ImageFrame, type StraightImage } from './straighten';

/** What should be on the scan. Positions on the print as seen, mm from the sheet's top left corner. */
export interface ExpectedProof {
  /** The parts of the image, row by row: `width` × `height` labels of `mmPerPx`. */
  readonly labels: Uint8Array;
  readonly width: number;
  readonly height: number;
  readonly mmPerPx: number;
  /** `lookUpToLabD50[k][label]`: the look after k runs; row 0 is bare paper; the last row is what was scanned. */
  readonly lookUpToLabD50: readonly (readonly Lab[])[];
  readonly sheetMm: { readonly widthMm: number; readonly heightMm: number };
  /** Top left corner of the image on the sheet. */
  readonly imageAtMm: { readonly xMm: number; readonly yMm: number };
  /** `inked[k][label]`: whether run k + 1 prints on the label. Without it a run is taken to print where it changes the look. */
  readonly inked?: readonly (readonly boolean[])[];
  /** Looks of films that no label has but a misfit shows: numbers of the runs (from 1) that lie there. */
  readonly strips?: readonly { readonly runs: readonly number[]; readonly labD50: Lab }[];
}

export interface PatchReading {
  readonly xMm: number;
  readonly yMm: number;
  readonly dxMm: number;
  readonly dyMm: number;
  /** False where it was left out as one that contradicts the others. */
  readonly kept: boolean;
}

export interface Range95 { readonly dxMm: number; readonly dyMm: number; readonly rotationDeg: number; readonly growthX: number; readonly growthY: number }

export interface RunReading {
  readonly run: number;
  /** Against its place on the sheet. */
  readonly onSheet: Motion;
  /** Against the run below (run 1: against its place on the sheet), about the image's middle. */
  readonly motion: Motion;
  /** Half of the range that holds the truth in 95 of 100 cases. */
  readonly range95: Range95;
  /** What each patch shows, against the run below. */
  readonly patches: readonly PatchReading[];
}

export type RunAnswer = { readonly ok: true; readonly value: RunReading } | { readonly ok: false; readonly run: number; readonly code: string; readonly message: string };

export interface ProofReading {
  readonly sheet: FoundSheet;
  readonly runs: readonly RunAnswer[];
  /** Mean colour of each label where it lies clear of its edges, as scanned in even light; null where there is no such place. */
  readonly seenLabD50: readonly (Lab | null)[];
}

const PAD_MM = 6, COARSE_MM = 0.5;
const COARSE = { patchPx: 24, reachMm: 6, count: 90, leastEdge: 8 };
/** First far enough to make up for the coarse raster, then near: by then the other runs are known, too. */
const FINE = { patchMm: 8, reachPx: [7, 5, 3], count: 72, leastEdgeMm: 1.6 };
/** How far apart two looks must be for an edge between them to be worth measuring, in 8-bit levels. */
const LEAST_STEP = 14;
const MAX_SHIFT_MM = 3.6, MAX_TURN_DEG = 1.4;
/** What sheet finding and straightening may leave, 1σ: added to what the patches say of themselves. */
const FLOOR = { shiftMm: 0.005, turnDeg: 0.003, growth: 0.00005 };

/**
 * Reads a scanned proof: finds the sheet, straightens it, evens the light, and for each run printed finds where its picture
 * lies. For a patch the question is at which displacement d the scan is best explained: with L₁ the look with the run's film and L₀ the
 * look without it over the films really below, W = 2(S − (L₀+L₁)/2)·(L₁−L₀) is the evidence for film at a pixel, and the sum of
 * W over where the film should be, minus the rest, is greatest at d. All patches vote together for displacement and turn on a coarse raster;
 * on the fine one each gives its own peak, to a fraction of a pixel, with the directions it can tell; the motion is fitted to
 * these by iterated least squares in which contradicting patches lose their say.
 */
export function readProof(scan: ScanPicture, expected: ExpectedProof, done: (share: number, what: string) => void = () => undefined): Outcome<ProofReading> {
  const wrong = refusalOf(scan, expected);
  if (wrong) return wrong;
  const { sheetMm, imageAtMm, mmPerPx } = expected;
  done(0.02, 'finding the sheet');
  const sheet = findSheet(scan, sheetMm);
  if (!sheet.ok) return sheet;
  const toScan = homographyOf(sheet.value, sheetMm.widthMm, sheetMm.heightMm);
  const image = { ...imageAtMm, widthMm: expected.width * mmPerPx, heightMm: expected.height * mmPerPx };
  done(0.06, 'evening the light');
  const light = lightOn(scan, toScan, sheetMm, image, srgb8FromLabD50(expected.lookUpToLabD50[0][0]).rgb);
  const padPx = Math.round(PAD_MM / mmPerPx);
  const frame: ImageFrame = { ...imageAtMm, widthPx: expected.width, heightPx: expected.height, mmPerPx, padPx };
  const fine = straighten(scan, toScan, light, sheetMm, frame, (share) => { done(0.08 + 0.42 * share, 'straightening'); });
  const factor = Math.max(1, Math.round(COARSE_MM / mmPerPx));
  const states = statesOf(expected);
  const low = proofAt(coarser(fine, factor), coarseLabels(expected, factor), Math.ceil(expected.width / factor), Math.ceil(expected.height / factor), mmPerPx * factor, padPx / factor, image, states);
  const motions = states.runs.map(() => ({ ...NO_MOTION, about: centreOf(image) }));
  const colours = predictedColours(states);
  learnColours(low, states, motions, colours, 3.4);
  if (!looksAlike(low, states, motions, colours)) return failure('picture', 'The picture on the sheet is not the one planned, or not with these runs printed. Check which print and how many runs the scan shows, and which way up it lies.');
  for (let sweep = 0; sweep < 3; sweep++) states.runs.forEach((run, r) => {
    done(0.52 + 0.14 * ((sweep + r / states.runs.length) / 3), `run ${run}: where it roughly lies`);
    motions[r] = vote(low, states, motions, colours, r) ?? motions[Math.max(0, r - 1)];
    if (sweep === 0) learnColours(low, states, motions, colours, 1.6);
  });
  const high = proofAt(fine, expected.labels, expected.width, expected.height, mmPerPx, padPx, image, states);
  learnColours(high, states, motions, colours, 1.1);
  const fits: (RunFit | undefined)[] = states.runs.map(() => undefined);
  const size = Math.round(FINE.patchMm / Math.max(0.1, mmPerPx));
  const patches = states.runs.map((_, r) => patchesOf(high, states, colours, r, size, FINE.leastEdgeMm / mmPerPx, FINE.count));
  FINE.reachPx.forEach((reachPx, sweep) => states.runs.forEach((run, r) => {
    done(0.68 + 0.3 * ((sweep + r / states.runs.length) / FINE.reachPx.length), `run ${run}: patch by patch`);
    fits[r] = measureRun(high, patches[r], size, motions, colours, r, reachPx);
    if (fits[r]) motions[r] = motionAbout(fits[r]!.motion, motions[r].about.xMm, motions[r].about.yMm);
  }));
  done(1, 'done');
  return success({ sheet: sheet.value, runs: states.runs.map((run, r) => answerFor(run, r, fits)), seenLabD50: seenColours(high, expected, states, motions) });
}

/** The misfit of one run (from 1) against the run below: `readProof`, of which just this run is given. */
export function measureMisfit(scan: ScanPicture, expected: ExpectedProof & { readonly run: number }): Outcome<RunReading> {
  const printed = expected.lookUpToLabD50.length - 1;
  if (!(Number.isInteger(expected.run) && expected.run >= 1 && expected.run <= printed)) return failure('run', `Run ${expected.run} is not on the scan: looks are given for runs 1 to ${printed}.`);
  const reading = readProof(scan, expected);
  if (!reading.ok) return reading;
  const answer = reading.value.runs[expected.run - 1];
  return answer.ok ? success(answer.value) : failure(answer.code, answer.message);
}

/** Where a point of the sheet (mm) lies on the scan. */
export function scanPointOf(sheet: FoundSheet, sheetMm: { widthMm: number; heightMm: number }, xMm: number, yMm: number): { x: number; y: number } {
  return through(homographyOf(sheet, sheetMm.widthMm, sheetMm.heightMm), xMm, yMm);
}

function refusalOf(scan: ScanPicture, expected: ExpectedProof) {
  if (scan.data.length !== scan.width * scan.height * 4) return failure('scan', `A scan of ${scan.width} × ${scan.height} pixels has ${scan.width * scan.height * 4} bytes; ${scan.data.length} were given.`);
  if (scan.width < 200 || scan.height < 200) return failure('resolution', `The scan has ${scan.width} × ${scan.height} pixels: too few to measure on.`);
  if (scan.dpi > 0 && scan.dpi < 190) return failure('resolution', `The scan has ${Math.round(scan.dpi)} dpi; 200 are needed, 300 are better.`);
  if (expected.labels.length !== expected.width * expected.height) return failure('picture', `A picture of ${expected.width} × ${expected.height} labels was given ${expected.labels.length}.`);
  if (expected.lookUpToLabD50.length < 2) return failure('run', 'No run is said to be printed: there is nothing to measure.');
  if (expected.lookUpToLabD50.length > 13) return failure('run', 'At most 12 runs can be told apart on one scan.');
  return undefined;
}

/** Which runs lie on which label, as bits, and the looks known for such sets of films. */
interface States {
  readonly runs: readonly number[];
  readonly ofLabel: Uint16Array;
  readonly count: number;
  /** sRGB levels predicted for a state, three each; NaN where unknown. */
  readonly predicted: Float64Array;
}

function statesOf({ lookUpToLabD50: looks, inked, strips }: ExpectedProof): States {
  const runs = Array.from({ length: looks.length - 1 }, (_, r) => r + 1);
  const ofLabel = new Uint16Array(256);
  const labels = looks[0].length;
  for (let l = 0; l < labels; l++) for (const run of runs) if (inked ? inked[run - 1][l] : deltaE2000(looks[run][l], looks[run - 1][l]) > 0.05) ofLabel[l] |= 1 << (run - 1);
  const count = 1 << runs.length;
  const predicted = new Float64Array(3 * count).fill(NaN);
  const put = (state: number, lab: Lab) => srgb8FromLabD50(lab).rgb.forEach((v, c) => { predicted[3 * state + c] = v * SHEET_LEVEL; });
  for (const strip of strips ?? []) put(strip.runs.reduce((bits, run) => bits | (1 << (run - 1)), 0), strip.labD50);
  for (let l = 0; l < labels; l++) put(ofLabel[l], looks[runs.length][l]);
  put(0, looks[0][0]);
  return { runs, ofLabel, count, predicted };
}

/** Colours of the states as the scan has them. */
type Colours = Float64Array;

function predictedColours(states: States): Colours {
  return states.predicted.slice();
}

/** The straightened proof on one raster, with what should print where as bits. Outside the image is paper. */
interface Proof {
  readonly width: number;
  readonly height: number;
  readonly rgb: Uint8ClampedArray;
  readonly labels: Uint8Array;
  readonly labelWidth: number;
  readonly labelHeight: number;
  readonly padPx: number;
  readonly mmPerPx: number;
  readonly atXMm: number;
  readonly atYMm: number;
  readonly bits: Uint16Array;
}

function proofAt(image: StraightImage, labels: Uint8Array, labelWidth: number, labelHeight: number, mmPerPx: number, padPx: number, at: { xMm: number; yMm: number }, states: States): Proof {
  return { width: image.width, height: image.height, rgb: image.rgb, labels, labelWidth, labelHeight, padPx, mmPerPx, atXMm: at.xMm, atYMm: at.yMm, bits: states.ofLabel };
}

function coarseLabels({ labels, width, height }: ExpectedProof, factor: number): Uint8Array {
  const w = Math.ceil(width / factor), h = Math.ceil(height / factor), half = factor >> 1;
  const out = new Uint8Array(w * h);
  for (let y = 0; y < h; y++) for (let x = 0; x < w; x++) out[y * w + x] = labels[Math.min(height - 1, y * factor + half) * width + Math.min(width - 1, x * factor + half)];
  return out;
}

function centreOf(image: { xMm: number; yMm: number; widthMm: number; heightMm: number }) {
  return { xMm: image.xMm + image.widthMm / 2, yMm: image.yMm + image.heightMm / 2 };
}

/** What a motion carried to pixel p of the proof's raster came from p − u(p), with u(p) = (x, y) + [xx xy; yx yy] · p, in pixels. */
interface LinearMove { readonly x: number; readonly y: number; readonly xx: number; readonly xy: number; readonly yx: number; readonly yy: number }

function linearMove(proof: Proof, motion: Motion): LinearMove {
  const [x0, y0] = forwardMove(proof, motion, 0, 0), far = 1000;
  const [x1, y1] = forwardMove(proof, motion, far, 0), [x2, y2] = forwardMove(proof, motion, 0, far);
  // forward: q = A p + t
  const a = 1 + (x1 - x0) / far, b = (x2 - x0) / far, c = (y1 - y0) / far, d = 1 + (y2 - y0) / far, det = a * d - b * c;
  const [ia, ib, ic, id] = [d / det, -b / det, -c / det, a / det];
  return { x: ia * x0 + ib * y0, y: ic * x0 + id * y0, xx: 1 - ia, xy: -ib, yx: -ic, yy: 1 - id };
}

/** How far, in pixels, the motion carries what belongs at pixel (x, y). */
function forwardMove(proof: Proof, motion: Motion, x: number, y: number): readonly [number, number] {
  const mm = proof.mmPerPx;
  const [dx, dy] = motionAt(motion, proof.atXMm + (x - proof.padPx + 0.5) * mm, proof.atYMm + (y - proof.padPx + 0.5) * mm);
  return [dx / mm, dy / mm];
}

/** The bits of a run (or several) at a pixel whose film was carried there by its motion. */
function bitsAt(proof: Proof, moves: readonly LinearMove[], x: number, y: number, without: number): number {
  const { padPx, labelWidth, labelHeight, labels, bits } = proof;
  let state = 0;
  for (let k = 0; k < moves.length; k++) {
    if (k === without) continue;
    const m = moves[k];
    const sx = Math.floor(x - m.x - m.xx * x - m.xy * y - padPx + 0.5), sy = Math.floor(y - m.y - m.yx * x - m.yy * y - padPx + 0.5);
    if (sx < 0 || sy < 0 || sx >= labelWidth || sy >= labelHeight) continue;
    state |= bits[labels[sy * labelWidth + sx]] & (1 << k);
  }
  return state;
}

/** Mean colours of states from places where the state is one and the same for `clearMm` all round; the rest by a map from predicted to seen. */
function learnColours(proof: Proof, states: States, motions: readonly Motion[], colours: Colours, clearMm: number): void {
  const moves = motions.map((m) => linearMove(proof, m));
  const clear = clearMm / proof.mmPerPx, step = Math.max(1, Math.round(1 / proof.mmPerPx));
  const sum = new Float64Array(3 * states.count), seen = new Float64Array(states.count);
  for (let y = Math.ceil(clear); y < proof.height - clear; y += step) for (let x = Math.ceil(clear); x < proof.width - clear; x += step) {
    const state = bitsAt(proof, moves, x, y, -1);
    let alone = true;
    for (let k = 0; k < 16 && alone; k++) {
      const reach = k < 8 ? clear : clear / 2;
      alone = bitsAt(proof, moves, Math.round(x + reach * RING[k & 7][0]), Math.round(y + reach * RING[k & 7][1]), -1) === state;
    }
    if (!alone) continue;
    const at = 3 * (y * proof.width + x);
    for (let c = 0; c < 3; c++) sum[3 * state + c] += proof.rgb[at + c];
    seen[state]++;
  }
  const rows: number[][] = [], values: number[][] = [[], [], []];
  for (let s = 0; s < states.count; s++) {
    const known = !Number.isNaN(states.predicted[3 * s]);
    // every state pulls a little towards itself, so that few places do not bend the map
    if (!known) continue;
    const of = (c: number) => states.predicted[3 * s + c];
    const strong = Math.min(40, seen[s]);
    for (const [weight, value] of [[strong, (c: number) => sum[3 * s + c] / seen[s]], [2, of]] as const) {
      if (weight === 0) continue;
      const w = Math.sqrt(weight);
      rows.push([w * 255, w * of(0), w * of(1), w * of(2)]);
      for (let c = 0; c < 3; c++) values[c].push(w * value(c));
    }
  }
  const map = values.map((v) => leastSquares(rows, v, 1e-3));
  for (let s = 0; s < states.count; s++) for (let c = 0; c < 3; c++) {
    const p = states.predicted;
    colours[3 * s + c] = seen[s] >= 6 ? sum[3 * s + c] / seen[s] : map[c][0] * 255 + map[c][1] * p[3 * s] + map[c][2] * p[3 * s + 1] + map[c][3] * p[3 * s + 2];
  }
}

const RING: readonly (readonly [number, number])[] = Array.from({ length: 8 }, (_, k) => [Math.cos((k * Math.PI) / 4), Math.sin((k * Math.PI) / 4)] as const);

/** Whether the proof is nearer to the picture planned than to one flat colour. */
function looksAlike(proof: Proof, states: States, motions: readonly Motion[], colours: Colours): boolean {
  const moves = motions.map((m) => linearMove(proof, m));
  const n = [0, 0, 0], meanSeen = [0, 0, 0], meanWished = [0, 0, 0];
  const pairs: number[][] = [];
  for (let y = proof.padPx + 4; y < proof.height - proof.padPx - 4; y += 5) for (let x = proof.padPx + 4; x < proof.width - proof.padPx - 4; x += 5) {
    const state = bitsAt(proof, moves, x, y, -1), at = 3 * (y * proof.width + x);
    if (Number.isNaN(colours[3 * state])) continue;
    const wished = states.predicted;
    for (let c = 0; c < 3; c++) { n[c]++; meanSeen[c] += proof.rgb[at + c]; meanWished[c] += wished[3 * state + c]; pairs.push([c, proof.rgb[at + c], wished[3 * state + c]]); }
  }
  let cross = 0, a = 0, b = 0;
  for (const [c, seen, wished] of pairs) {
    const s = seen - meanSeen[c] / n[c], w = wished - meanWished[c] / n[c];
    cross += s * w;
    a += s * s;
    b += w * w;
  }
  return cross / Math.sqrt(a * b + 1e-9) > 0.3;
}

interface Patch { readonly x: number; readonly y: number; readonly edge: number }

/** Patches with enough edge of run r alone: most edge first in each of a grid of places, so that they lie all over the image. */
function patchesOf(proof: Proof, states: States, colours: Colours, r: number, sizePx: number, leastEdge: number, count: number): Patch[] {
  const { labelWidth: w, labelHeight: h, labels, bits } = proof;
  const across = Math.ceil((w + sizePx) / sizePx), down = Math.ceil((h + sizePx) / sizePx);
  const edge = new Float64Array(across * down), bit = 1 << r;
  const strength = edgeStrengths(states, colours, r);
  const half = sizePx >> 1;
  const add = (x: number, y: number, s1: number, s2: number) => {
    if ((s1 ^ s2) & bit) edge[Math.floor((y + half) / sizePx) * across + Math.floor((x + half) / sizePx)] += (s1 ^ s2) === bit ? strength[s1 & ~bit] : 0.5 * strength[s1 & ~bit];
  };
  for (let y = 0; y < h; y++) {
    let before = 0;
    for (let x = 0; x < w; x++) {
      const state = bits[labels[y * w + x]];
      if (state !== before) add(x, y, before, state);
      const above = y > 0 ? bits[labels[(y - 1) * w + x]] : 0;
      if (state !== above) add(x, y, above, state);
      before = state;
    }
    if (before) add(w, y, before, 0);
  }
  for (let x = 0; x < w; x++) { const state = bits[labels[(h - 1) * w + x]]; if (state) add(x, h, state, 0); }
  const found: (Patch & { cell: number })[] = [];
  for (let v = 0; v < down; v++) for (let u = 0; u < across; u++) {
    const e = edge[v * across + u];
    if (e >= leastEdge) found.push({ x: u * sizePx - half + proof.padPx, y: v * sizePx - half + proof.padPx, edge: e, cell: Math.floor((u / across) * 5) + 5 * Math.floor((v / down) * 5) });
  }
  found.sort((a, b) => b.edge - a.edge);
  const taken = new Map<number, number>(), perCell = Math.ceil(count / 12);
  return found.filter((patch) => { const n = taken.get(patch.cell) ?? 0; taken.set(patch.cell, n + 1); return n < perCell; }).slice(0, count);
}

/** For each set of other films, how well an edge of run r over it can be seen, 0–1. */
function edgeStrengths(states: States, colours: Colours, r: number): Float64Array {
  const out = new Float64Array(states.count);
  for (let s = 0; s < states.count; s++) {
    if (s & (1 << r)) continue;
    const step = Math.hypot(...[0, 1, 2].map((c) => colours[3 * (s | (1 << r)) + c] - colours[3 * s + c]));
    out[s] = Number.isNaN(step) || step < LEAST_STEP ? 0 : Math.min(1, step / 60);
  }
  return out;
}

/** The sums for every displacement within reach, in whole pixels about a patch's base. */
interface Surface { readonly reach: number; readonly values: Float64Array }

/**
 * Correlates the evidence for the film in a patch of the scan with where the film should be, displaced by every lag about the
 * patch's base. The patch of the scan stays the same for all lags, so that they can be compared; the film's outline is looked up round it.
 */
function surfaceOf(proof: Proof, moves: readonly LinearMove[], colours: Colours, r: number, patch: Patch, size: number, reach: number, baseX: number, baseY: number): Surface {
  const prefix = evidenceOf(proof, moves, colours, r, patch.x + baseX, patch.y + baseY, size);
  const bit = 1 << r, lags = 2 * reach + 1, values = new Float64Array(lags * lags);
  const m = moves[r], midX = patch.x + size / 2, midY = patch.y + size / 2, across = size + 1;
  for (let v = -reach; v < size + reach; v++) {
    const y = patch.y + v, firstLag = Math.max(-reach, -v), lastLag = Math.min(reach, size - 1 - v);
    let from = Number.NaN;
    for (let u = -reach; u <= size + reach; u++) {
      const x = patch.x + u;
      // the base is the move at the patch's middle; what differs from it within the patch
      const sx = Math.floor(x - m.xx * (x - midX) - m.xy * (y - midY) - proof.padPx + 0.5), sy = Math.floor(y - m.yx * (x - midX) - m.yy * (y - midY) - proof.padPx + 0.5);
      const on = u < size + reach && sx >= 0 && sy >= 0 && sx < proof.labelWidth && sy < proof.labelHeight && (proof.bits[proof.labels[sy * proof.labelWidth + sx]] & bit) !== 0;
      if (on && Number.isNaN(from)) from = u;
      if (!on && !Number.isNaN(from)) {
        for (let ly = firstLag; ly <= lastLag; ly++) {
          const row = (v + ly) * across, to = (ly + reach) * lags + reach;
          for (let lx = -reach; lx <= reach; lx++) {
            const a = from + lx, b = u + lx;
            values[to + lx] += 2 * (prefix[row + (b > size ? size : b < 0 ? 0 : b)] - prefix[row + (a > size ? size : a < 0 ? 0 : a)]);
          }
        }
        from = Number.NaN;
      }
    }
  }
  return { reach, values };
}

/** Row by row the running sums of the evidence for run r's film in a square of the scan: `size` rows of `size` + 1. */
function evidenceOf(proof: Proof, moves: readonly LinearMove[], colours: Colours, r: number, left: number, top: number, size: number): Float64Array {
  const prefix = new Float64Array((size + 1) * size), bit = 1 << r;
  for (let v = 0; v < size; v++) {
    const y = top + v;
    let sum = 0;
    for (let u = 0; u < size; u++) {
      const x = left + u;
      if (x >= 0 && y >= 0 && x < proof.width && y < proof.height) {
        const below = bitsAt(proof, moves, x, y, r), a = 3 * below, b = 3 * (below | bit), at = 3 * (y * proof.width + x);
        const d0 = colours[b] - colours[a], d1 = colours[b + 1] - colours[a + 1], d2 = colours[b + 2] - colours[a + 2];
        const step = d0 * d0 + d1 * d1 + d2 * d2;
        if (step > LEAST_STEP * LEAST_STEP) {
          const w = 2 * ((proof.rgb[at] - (colours[a] + colours[b]) / 2) * d0 + (proof.rgb[at + 1] - (colours[a + 1] + colours[b + 1]) / 2) * d1 + (proof.rgb[at + 2] - (colours[a + 2] + colours[b + 2]) / 2) * d2);
          sum += (w > step ? step : w < -step ? -step : w) * 1e-3;
        }
      }
      prefix[v * (size + 1) + u + 1] = sum;
    }
  }
  return prefix;
}

/** All patches of the coarse raster vote for one displacement and turn. */
function vote(proof: Proof, states: States, motions: readonly Motion[], colours: Colours, r: number): Motion | undefined {
  const patches = patchesOf(proof, states, colours, r, COARSE.patchPx, COARSE.leastEdge, COARSE.count);
  if (patches.length < 3) return undefined;
  const still = motions.map((m, k) => linearMove(proof, k === r ? { ...NO_MOTION, about: m.about } : m));
  const reach = Math.round(COARSE.reachMm / proof.mmPerPx);
  const surfaces = patches.map((patch) => surfaceOf(proof, still, colours, r, patch, COARSE.patchPx, reach, 0, 0));
  const about = motions[r].about;
  const offsets = patches.map((p) => [proof.atXMm + (p.x + COARSE.patchPx / 2 - proof.padPx) * proof.mmPerPx - about.xMm, proof.atYMm + (p.y + COARSE.patchPx / 2 - proof.padPx) * proof.mmPerPx - about.yMm] as const);
  const lags = 2 * reach + 1, shift = Math.ceil(MAX_SHIFT_MM / proof.mmPerPx);
  let best = -Infinity, found: Motion | undefined;
  for (let turn = -MAX_TURN_DEG; turn <= MAX_TURN_DEG + 1e-9; turn += 0.1) {
    const moved = offsets.map(([x, y]) => [(-turn * DEG * y) / proof.mmPerPx, (turn * DEG * x) / proof.mmPerPx] as const);
    for (let dy = -shift; dy <= shift; dy++) for (let dx = -shift; dx <= shift; dx++) {
      let sum = 0;
      for (let p = 0; p < patches.length; p++) {
        const lx = Math.round(dx + moved[p][0]) + reach, ly = Math.round(dy + moved[p][1]) + reach;
        if (lx >= 0 && ly >= 0 && lx < lags && ly < lags) sum += surfaces[p].values[ly * lags + lx];
      }
      if (sum > best) { best = sum; found = { ...NO_MOTION, dxMm: dx * proof.mmPerPx, dyMm: dy * proof.mmPerPx, rotationDeg: turn, about }; }
    }
  }
  return found;
}

interface RunFit { readonly motion: Motion; readonly covariance: readonly number[]; readonly marks: readonly WeighedMark[]; readonly say: readonly number[] }

/** The peak of every patch on the fine raster, and the motion they agree on. */
function measureRun(proof: Proof, patches: readonly Patch[], size: number, motions: readonly Motion[], colours: Colours, r: number, reachPx: number): RunFit | undefined {
  const moves = motions.map((m) => linearMove(proof, m));
  const marks: WeighedMark[] = [];
  for (const patch of patches) {
    const midX = patch.x + size / 2, midY = patch.y + size / 2;
    const [baseX, baseY] = forwardMove(proof, motions[r], midX - 0.5, midY - 0.5).map(Math.round);
    const surface = surfaceOf(proof, moves, colours, r, patch, size, reachPx, baseX, baseY);
    const peak = peakOf(surface);
    if (!peak) continue;
    marks.push({
      xMm: proof.atXMm + (midX - proof.padPx) * proof.mmPerPx, yMm: proof.atYMm + (midY - proof.padPx) * proof.mmPerPx,
      dxMm: (baseX + peak.x) * proof.mmPerPx, dyMm: (baseY + peak.y) * proof.mmPerPx, weight: peak.weight,
    });
  }
  return marks.length < 4 ? undefined : robustFit(marks);
}

/** The summit of a surface to a fraction of a pixel, with its curvature as weight; none when it lies at the rim. */
function peakOf({ reach, values }: Surface): { x: number; y: number; weight: [number, number, number] } | undefined {
  const lags = 2 * reach + 1;
  let top = 0;
  for (let i = 1; i < values.length; i++) if (values[i] > values[top]) top = i;
  const tx = top % lags, ty = (top - tx) / lags;
  if (tx === 0 || ty === 0 || tx === lags - 1 || ty === lags - 1) return undefined;
  const at = (dx: number, dy: number) => values[(ty + dy) * lags + tx + dx];
  const gx = (at(1, 0) - at(-1, 0)) / 2, gy = (at(0, 1) - at(0, -1)) / 2;
  const hxx = 2 * at(0, 0) - at(1, 0) - at(-1, 0), hyy = 2 * at(0, 0) - at(0, 1) - at(0, -1), hxy = -(at(1, 1) - at(1, -1) - at(-1, 1) + at(-1, -1)) / 4;
  const half = (hxx + hyy) / 2, root = Math.hypot((hxx - hyy) / 2, hxy), most = half + root;
  if (most <= 0) return undefined;
  const least = half - root < 0.12 * most ? 0 : half - root;
  // unit vector of the direction that is told best
  const angle = Math.atan2(2 * hxy, hxx - hyy) / 2, ux = Math.cos(angle), uy = Math.sin(angle);
  const alongMost = clamp((gx * ux + gy * uy) / most), alongLeast = least > 0 ? clamp((-gx * uy + gy * ux) / least) : 0;
  return {
    x: tx - reach + alongMost * ux - alongLeast * uy, y: ty - reach + alongMost * uy + alongLeast * ux,
    weight: [most * ux * ux + least * uy * uy, (most - least) * ux * uy, most * uy * uy + least * ux * ux],
  };
}

/** Least squares in which patches that contradict the rest lose their say (Tukey's biweight; Beaton & Tukey 1974). */
function robustFit(marks: readonly WeighedMark[]): RunFit {
  const size = middle(marks.map(({ weight: [xx, , yy] }) => xx + yy));
  const scaled = marks.map((mark) => ({ ...mark, weight: mark.weight.map((w) => w / size) as unknown as [number, number, number] }));
  let say = scaled.map(() => 1), fit = fitWeighed(scaled), scale = 1;
  for (let round = 0; round < 12; round++) {
    const off = scaled.map((mark) => offBy(fit.motion, mark));
    scale = Math.max(0.01, 1.4826 * middle(off));
    const limit = round === 0 ? 8 * scale : 4.685 * scale;
    say = off.map((e) => (e >= limit ? 0 : (1 - (e / limit) ** 2) ** 2));
    if (say.filter((s) => s > 0.1).length < 4) break;
    fit = fitWeighed(scaled.map((mark, i) => ({ ...mark, weight: mark.weight.map((w) => w * say[i]) as unknown as [number, number, number] })));
  }
  const kept = say.reduce((sum, s) => sum + s, 0);
  const variance = scaled.reduce((sum, mark, i) => sum + say[i] * offBy(fit.motion, mark) ** 2, 0) / Math.max(1, 2 * kept - 5);
  // straight edges tell nothing along themselves: only what a patch can tell counts as left over
  return { motion: { ...fit.motion, residualMm: Math.sqrt(variance) }, covariance: fit.covariance.map((c) => c * Math.max(variance, 1e-5)), marks, say };
}

/** Distance a mark is off, counted only in the directions it can tell. */
function offBy(motion: Motion, mark: WeighedMark): number {
  const [rx, ry] = residualAt(motion, mark), [xx, xy, yy] = mark.weight;
  return Math.sqrt(Math.max(0, (xx * rx * rx + 2 * xy * rx * ry + yy * ry * ry) / (xx + yy)));
}

function answerFor(run: number, r: number, fits: readonly (RunFit | undefined)[]): RunAnswer {
  const fit = fits[r], below = r > 0 ? fits[r - 1] : undefined;
  if (!fit) return { ok: false, run, code: 'edges', message: `Run ${run} has too few edges of its own that can be seen on this scan. Measure it at two marks with a ruler or loupe.` };
  const kept = fit.say.filter((s) => s > 0.1).length;
  if (kept < 4 || kept < 0.35 * fit.say.length || fit.motion.residualMm > 1.5) return { ok: false, run, code: 'patches', message: `Run ${run}: its patches contradict one another (${kept} of ${fit.say.length} agree). The picture printed may differ from the one planned, or the scan is unsharp. Measure it at two marks.` };
  if (r > 0 && !below) return { ok: false, run, code: 'edges', message: `Run ${run} was found, but run ${r} below it has too few edges of its own to compare with. Measure it at two marks.` };
  const { xMm, yMm } = fit.motion.about;
  const base = below ? motionAbout(below.motion, xMm, yMm) : { ...NO_MOTION, about: fit.motion.about };
  const marks = fit.marks.map((mark) => { const [bx, by] = motionAt(base, mark.xMm, mark.yMm); return { ...mark, dxMm: mark.dxMm - bx, dyMm: mark.dyMm - by }; });
  return {
    ok: true,
    value: {
      run,
      onSheet: fit.motion,
      motion: { ...fit.motion, dxMm: fit.motion.dxMm - base.dxMm, dyMm: fit.motion.dyMm - base.dyMm, rotationDeg: fit.motion.rotationDeg - base.rotationDeg, growthX: fit.motion.growthX - base.growthX, growthY: fit.motion.growthY - base.growthY },
      range95: rangeOf(fit, below),
      patches: marks.map((mark, i) => ({ xMm: mark.xMm, yMm: mark.yMm, dxMm: mark.dxMm, dyMm: mark.dyMm, kept: fit.say[i] > 0.1 })),
    },
  };
}

function rangeOf(fit: RunFit, below: RunFit | undefined): Range95 {
  // the run below told about this run's middle: its displacement there takes part of its turn's and growth's doubt
  const arm = below ? [fit.motion.about.xMm - below.motion.about.xMm, fit.motion.about.yMm - below.motion.about.yMm] : [0, 0];
  const of = (i: number) => {
    let variance = fit.covariance[i * 6];
    if (below) {
      const c = (a: number, b: number) => below.covariance[a * 5 + b];
      variance += i === 0 ? c(0, 0) + arm[1] ** 2 * c(2, 2) + arm[0] ** 2 * c(3, 3) : i === 1 ? c(1, 1) + arm[0] ** 2 * c(2, 2) + arm[1] ** 2 * c(4, 4) : c(i, i);
    }
    return Math.sqrt(Math.max(0, variance));
  };
  const wide = (sigma: number, floor: number) => 1.96 * Math.hypot(1.25 * sigma, floor);
  return { dxMm: wide(of(0), FLOOR.shiftMm), dyMm: wide(of(1), FLOOR.shiftMm), rotationDeg: wide(of(2) / DEG, FLOOR.turnDeg), growthX: wide(of(3), FLOOR.growth), growthY: wide(of(4), FLOOR.growth) };
}

/** Mean colour of each label clear of its edges, brought back to full level. */
function seenColours(proof: Proof, expected: ExpectedProof, states: States, motions: readonly Motion[]): (Lab | null)[] {
  const last = linearMove(proof, motions.at(-1)!);
  const { labelWidth: w, labelHeight: h, labels, padPx } = proof;
  const clear = Math.max(2, Math.round(1 / proof.mmPerPx)), step = Math.max(2, Math.round(0.8 / proof.mmPerPx));
  const sums = expected.lookUpToLabD50[0].map(() => [0, 0, 0, 0]);
  const moves = motions.map((m) => linearMove(proof, m));
  for (let y = clear; y < h - clear; y += step) for (let x = clear; x < w - clear; x += step) {
    const label = labels[y * w + x];
    if (RING.some(([u, v]) => labels[(y + Math.round(v * clear)) * w + x + Math.round(u * clear)] !== label)) continue;
    const px = Math.round(x + padPx + last.x + last.xx * x + last.xy * y), py = Math.round(y + padPx + last.y + last.yx * x + last.yy * y);
    if (px < 0 || py < 0 || px >= proof.width || py >= proof.height || bitsAt(proof, moves, px, py, -1) !== states.ofLabel[label]) continue;
    const at = 3 * (py * proof.width + px), sum = sums[label];
    for (let c = 0; c < 3; c++) sum[c] += proof.rgb[at + c];
    sum[3]++;
  }
  return sums.map(([r, g, b, n]) => (n < 8 ? null : labD50FromSrgb8([r / n / SHEET_LEVEL, g / n / SHEET_LEVEL, b / n / SHEET_LEVEL])));
}
function clamp(v: number): number {
  return Math.max(-1, Math.min(1, v));
}
