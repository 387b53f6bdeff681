import type { PartMap } from '../geometry';
import { srgb8FromLabD50, type Lab } from '../colour';
import { failed, failure, phrase, success, type Outcome, type Phrase, type PhraseValues } from '../units';
import { findSheet, SCAN_LIMITS, type FoundSheet, type ScanPicture, type SheetLimits } from './findSheet';
import { motionAbout, motionAt, NO_MOTION, DEG, type Motion } from './motion';
import { learnColours, looksAlike, predictedColours, seenColours } from './proofColours';
import { measureRun, patchesOf, vote, type RunFit } from './proofPatches';
import { proofAt, statesOf } from './proofRaster';
import {
  coarser,
  homographyOf,
  lightOn,
  straighten,
  type ImageFrame,
  type Light,
  type StraightImage,
} from './straighten';

/** What should be on the scan. Positions on the print as seen, mm from the sheet's top left corner. */
export interface ExpectedProof {
  /** The parts of the image, row by row: `width` × `height` labels of `mmPerPx`. */
  readonly labels: PartMap['labels'];
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

export interface Range95 {
  readonly dxMm: number;
  readonly dyMm: number;
  readonly rotationDeg: number;
  readonly growthX: number;
  readonly growthY: number;
}

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

export type RunAnswer =
  | { readonly ok: true; readonly value: RunReading }
  | { readonly ok: false; readonly run: number; readonly code: string; readonly values: PhraseValues };

export interface ProofReading {
  readonly sheet: FoundSheet;
  /** As it fell on the bare paper. */
  readonly light: Light;
  readonly runs: readonly RunAnswer[];
  /** Mean colour of each label where it lies clear of its edges, as scanned in even light; null where there is no such place. */
  readonly seenLabD50: readonly (Lab | null)[];
}

const PAD_MM = 6,
  COARSE_MM = 0.5;
/** First far enough to make up for the coarse raster, then near: by then the other runs are known, too. */
const FINE = { patchMm: 8, reachPx: [7, 4, 2], count: 48, leastEdgeMm: 1.6 };
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
export function readProof(
  scan: ScanPicture,
  expected: ExpectedProof,
  done: (share: number, what: Phrase) => void = () => undefined,
  limits: SheetLimits = SCAN_LIMITS,
): Outcome<ProofReading> {
  const wrong = refusalOf(scan, expected);
  if (wrong) return wrong;
  const { sheetMm, imageAtMm, mmPerPx } = expected;
  done(0.02, phrase('readProof.findingTheSheet'));
  const sheet = findSheet(scan, sheetMm, limits);
  if (!sheet.ok) return sheet;
  const toScan = homographyOf(sheet.value, sheetMm.widthMm, sheetMm.heightMm);
  const image = { ...imageAtMm, widthMm: expected.width * mmPerPx, heightMm: expected.height * mmPerPx };
  done(0.06, phrase('readProof.eveningTheLight'));
  const light = lightOn(scan, toScan, sheetMm, image, srgb8FromLabD50(expected.lookUpToLabD50[0][0]).rgb);
  const padPx = Math.round(PAD_MM / mmPerPx);
  const frame: ImageFrame = { ...imageAtMm, widthPx: expected.width, heightPx: expected.height, mmPerPx, padPx };
  const fine = straighten(scan, toScan, light, sheetMm, frame, (share) => {
    done(0.08 + 0.42 * share, phrase('readProof.straightening'));
  });
  const { states, low } = coarseProof(mmPerPx, expected, fine, padPx, image);
  const motions = states.runs.map(() => ({ ...NO_MOTION, about: centreOf(image) }));
  const colours = predictedColours(states);
  learnColours(low, states, motions, colours, 3.4);
  if (!looksAlike(low, states, motions, colours)) return failure('picture.thePictureOnThe');
  for (let sweep = 0; sweep < 3; sweep++)
    states.runs.forEach((run, r) => {
      done(0.52 + 0.14 * ((sweep + r / states.runs.length) / 3), phrase('readProof.runWhereItRoughly', { run }));
      motions[r] = vote(low, states, motions, colours, r) ?? motions[Math.max(0, r - 1)];
      if (sweep === 0) learnColours(low, states, motions, colours, 1.6);
    });
  const high = proofAt(fine, expected.labels, expected.width, expected.height, mmPerPx, padPx, image, states);
  learnColours(high, states, motions, colours, 1.1);
  const fits: (RunFit | undefined)[] = states.runs.map(() => undefined);
  const size = Math.round(FINE.patchMm / Math.max(0.1, mmPerPx));
  const patches = states.runs.map((_, r) =>
    patchesOf(high, states, colours, r, size, FINE.leastEdgeMm / mmPerPx, FINE.count),
  );
  FINE.reachPx.forEach((reachPx, sweep) =>
    states.runs.forEach((run, r) => {
      done(
        0.68 + 0.3 * ((sweep + r / states.runs.length) / FINE.reachPx.length),
        phrase('readProof.runPatchByPatch', { run }),
      );
      fits[r] = measureRun(high, patches[r], size, motions, colours, r, reachPx);
      if (fits[r]) motions[r] = motionAbout(fits[r]!.motion, motions[r].about.xMm, motions[r].about.yMm);
    }),
  );
  done(1, phrase('readProof.done'));
  return success({
    sheet: sheet.value,
    light,
    runs: states.runs.map((run, r) => answerFor(run, r, fits, limits.lensMm)),
    seenLabD50: seenColours(high, expected, states, motions),
  });
}

/** The proof on a coarse raster, where all patches vote together. */
function coarseProof(
  mmPerPx: number,
  expected: ExpectedProof,
  fine: StraightImage,
  padPx: number,
  image: { widthMm: number; heightMm: number; xMm: number; yMm: number },
) {
  const factor = Math.max(1, Math.round(COARSE_MM / mmPerPx));
  const states = statesOf(expected);
  const low = proofAt(
    coarser(fine, factor),
    coarseLabels(expected, factor),
    Math.ceil(expected.width / factor),
    Math.ceil(expected.height / factor),
    mmPerPx * factor,
    padPx / factor,
    image,
    states,
  );
  return { states, low };
}

/** The misfit of one run (from 1) against the run below: `readProof`, of which just this run is given. */
export function measureMisfit(
  scan: ScanPicture,
  expected: ExpectedProof & { readonly run: number },
): Outcome<RunReading> {
  const printed = expected.lookUpToLabD50.length - 1;
  if (!(Number.isInteger(expected.run) && expected.run >= 1 && expected.run <= printed))
    return failure('run.runIsNotOn', { run: expected.run, printed });
  const reading = readProof(scan, expected);
  if (!reading.ok) return reading;
  const answer = reading.value.runs[expected.run - 1];
  return answer.ok ? success(answer.value) : failed(answer);
}

function refusalOf(scan: ScanPicture, expected: ExpectedProof) {
  if (scan.data.length !== scan.width * scan.height * 4)
    return failure('scan.aScanOfPixels', {
      width: scan.width,
      height: scan.height,
      bytes: scan.width * scan.height * 4,
      given: scan.data.length,
    });
  if (scan.width < 200 || scan.height < 200)
    return failure('resolution.theScanHasPixels', { width: scan.width, height: scan.height });
  if (scan.dpi > 0 && scan.dpi < 190) return failure('resolution.theScanHasDpi', { dpi: Math.round(scan.dpi) });
  if (expected.labels.length !== expected.width * expected.height)
    return failure('picture.aPictureOfLabels', {
      width: expected.width,
      height: expected.height,
      labels: expected.labels.length,
    });
  if (expected.lookUpToLabD50.length < 2) return failure('run.noRunIsSaid');
  if (expected.lookUpToLabD50.length > 13) return failure('run.atMostRunsCan');
  return undefined;
}

function coarseLabels({ labels, width, height }: ExpectedProof, factor: number): PartMap['labels'] {
  const w = Math.ceil(width / factor),
    h = Math.ceil(height / factor),
    half = factor >> 1;
  const out = labels.slice(0, w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++)
      out[y * w + x] = labels[Math.min(height - 1, y * factor + half) * width + Math.min(width - 1, x * factor + half)];
  return out;
}

function centreOf(image: { xMm: number; yMm: number; widthMm: number; heightMm: number }) {
  return { xMm: image.xMm + image.widthMm / 2, yMm: image.yMm + image.heightMm / 2 };
}

function answerFor(run: number, r: number, fits: readonly (RunFit | undefined)[], lensMm: number): RunAnswer {
  const fit = fits[r],
    below = r > 0 ? fits[r - 1] : undefined;
  if (!fit) return { ...failure('readProof.runHasTooFew', { run }), run };
  const kept = fit.say.filter((s) => s > 0.1).length;
  if (kept < 4 || kept < 0.35 * fit.say.length || fit.motion.residualMm > 1.5)
    return { ...failure('readProof.runItsPatchesContradict', { run, kept, patches: fit.say.length }), run };
  if (r > 0 && !below) return { ...failure('readProof.runWasFoundBut', { run, below: r }), run };
  const { xMm, yMm } = fit.motion.about;
  const base = below ? motionAbout(below.motion, xMm, yMm) : { ...NO_MOTION, about: fit.motion.about };
  const marks = fit.marks.map((mark) => {
    const [bx, by] = motionAt(base, mark.xMm, mark.yMm);
    return { ...mark, dxMm: mark.dxMm - bx, dyMm: mark.dyMm - by };
  });
  return {
    ok: true,
    value: {
      run,
      onSheet: fit.motion,
      motion: {
        ...fit.motion,
        dxMm: fit.motion.dxMm - base.dxMm,
        dyMm: fit.motion.dyMm - base.dyMm,
        rotationDeg: fit.motion.rotationDeg - base.rotationDeg,
        growthX: fit.motion.growthX - base.growthX,
        growthY: fit.motion.growthY - base.growthY,
      },
      range95: rangeOf(fit, below, lensMm),
      patches: marks.map((mark, i) => ({
        xMm: mark.xMm,
        yMm: mark.yMm,
        dxMm: mark.dxMm,
        dyMm: mark.dyMm,
        kept: fit.say[i] > 0.1,
      })),
    },
  };
}

function rangeOf(fit: RunFit, below: RunFit | undefined, lensMm: number): Range95 {
  // the run below told about this run's middle: its displacement there takes part of its turn's and growth's doubt
  const arm = below
    ? [fit.motion.about.xMm - below.motion.about.xMm, fit.motion.about.yMm - below.motion.about.yMm]
    : [0, 0];
  const of = (i: number) => {
    let variance = fit.covariance[i * 6];
    if (below) {
      const c = (a: number, b: number) => below.covariance[a * 5 + b];
      variance +=
        i === 0
          ? c(0, 0) + arm[1] ** 2 * c(2, 2) + arm[0] ** 2 * c(3, 3)
          : i === 1
            ? c(1, 1) + arm[0] ** 2 * c(2, 2) + arm[1] ** 2 * c(4, 4)
            : c(i, i);
    }
    return Math.sqrt(Math.max(0, variance));
  };
  const wide = (sigma: number, floor: number) => 1.96 * Math.hypot(1.25 * sigma, floor);
  return {
    dxMm: wide(of(0), Math.hypot(FLOOR.shiftMm, lensMm)),
    dyMm: wide(of(1), Math.hypot(FLOOR.shiftMm, lensMm)),
    rotationDeg: wide(of(2) / DEG, FLOOR.turnDeg),
    growthX: wide(of(3), FLOOR.growth),
    growthY: wide(of(4), FLOOR.growth),
  };
}
