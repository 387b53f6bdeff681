import { labD50FromOklab, type Lab } from '../colour';
import { failure, success, type Outcome } from '../units/outcome';
import { findIslands, type ColourRaster } from '../geometry';
import { colourCells } from './histogram';
import { MAX_RADIUS_PX, majorityFilter } from './majority';
import { mergeSmallIslands } from './mergeSmall';
import { findPalette } from './palette';
import { quantise } from './quantise';
import { findTones, litFromSide, quantiseByCells } from './tones';
import { FLATTEN_LIMITS, type FlattenSettings } from './settings';

export interface FlatPicture {
  readonly width: number;
  readonly height: number;
  /** Every pixel has one label, an index into `coloursLabD50`, light to dark. */
  readonly labels: Uint8Array;
  readonly coloursLabD50: Lab[];
}

/** Called with the share done, 0–1, between the steps; returning false stops the work. */
export type Progress = (share: number) => boolean;

/** Checks settings as they come from outside; names the value and what is allowed. */
export function checkFlattenSettings(settings: FlattenSettings): Outcome<FlattenSettings> {
  const { minColours, maxColours, maxRadiusMm, maxIslandMm2 } = FLATTEN_LIMITS;
  const { colourCount, radiusMm, minIslandMm2 } = settings;
  if (!Number.isInteger(colourCount) || colourCount < minColours || colourCount > maxColours) {
    return failure('flatten-colours', { colourCount, minColours, maxColours });
  }
  if (!(radiusMm >= 0 && radiusMm <= maxRadiusMm)) return failure('flatten-radius', { radiusMm, maxRadiusMm });
  if (!(minIslandMm2 >= 0 && minIslandMm2 <= maxIslandMm2))
    return failure('flatten-island', { minIslandMm2, maxIslandMm2 });
  return success(settings);
}

/** Flat colours as far as the chain has come, before colours that nobody has any more are left out. */
export interface FlatSteps {
  readonly width: number;
  readonly height: number;
  readonly coloursLabD50: Lab[];
  /** Each pixel the colour nearest to its own, neither smoothed nor merged. */
  readonly raw: Uint8Array;
  readonly merged: Uint8Array;
}

/** The steps of `flattenPicture`, raw labels kept. Failures as there. */
export function flattenSteps(
  raster: ColourRaster,
  mmPerPx: number,
  settings: FlattenSettings,
  progress: Progress = () => true,
): Outcome<FlatSteps> {
  const checked = checkFlattenSettings(settings);
  if (!checked.ok) return checked;
  const { width, height } = raster;
  const lit = litRaster(raster, settings);
  const cells = colourCells(lit);
  if (!progress(0.15)) return stopped();
  const tones = settings.tones && findTones(cells, settings.colourCount, settings.tones);
  const palette = tones ?? findPalette(cells, settings.colourCount);
  if (palette.count < 2) {
    return failure('flatten-one-colour');
  }
  if (!progress(0.25)) return stopped();
  const raw = tones ? quantiseByCells(lit, cells, tones.toneOfCell) : quantise(lit, cells, palette.oklab);
  if (!progress(0.35)) return stopped();
  const radiusPx = Math.min(MAX_RADIUS_PX, Math.round(settings.radiusMm / mmPerPx));
  const smooth = majorityFilter({ width, height, labels: raw }, radiusPx);
  if (!progress(0.65)) return stopped();
  const islands = findIslands({ width, height, labels: smooth });
  if (!islands) {
    return failure('flatten-too-broken.thisPictureBreaksUp');
  }
  if (!progress(0.8)) return stopped();
  const merged = mergeSmallIslands({ width, height, labels: smooth }, islands, settings.minIslandMm2 / mmPerPx ** 2);
  progress(1);
  return success({ width, height, coloursLabD50: labsOf(palette.oklab), raw, merged });
}

/** The picture as its tones are found in: with the light from one side, where that was asked for. */
export function litRaster(raster: ColourRaster, { tones }: Pick<FlattenSettings, 'tones'>): ColourRaster {
  return tones?.side ? litFromSide(raster, tones.side) : raster;
}

/**
 * Turns a picture into flat colours: palette, labels, smoothing, small islands merged. Deterministic.
 * Failures: bad settings, one flat colour only, a picture too broken up for shapes, stopped by `progress`.
 */
export function flattenPicture(
  raster: ColourRaster,
  mmPerPx: number,
  settings: FlattenSettings,
  progress: Progress = () => true,
): Outcome<FlatPicture> {
  const steps = flattenSteps(raster, mmPerPx, settings, progress);
  if (!steps.ok) return steps;
  const { width, height, coloursLabD50, merged } = steps.value;
  return success(onlyUsed({ width, height, labels: merged, coloursLabD50 }));
}

function stopped() {
  return failure('stopped');
}

/** Smoothing and merging can use a colour up; labels then close ranks. */
export function onlyUsed(flat: FlatPicture): FlatPicture {
  const used = new Uint8Array(256);
  for (let i = 0; i < flat.labels.length; i++) used[flat.labels[i]] = 1;
  const keep = flat.coloursLabD50.flatMap((_, label) => (used[label] ? [label] : []));
  if (keep.length === flat.coloursLabD50.length) return flat;
  const moved = new Uint8Array(256);
  keep.forEach((label, index) => {
    moved[label] = index;
  });
  return {
    ...flat,
    labels: flat.labels.map((label) => moved[label]),
    coloursLabD50: keep.map((label) => flat.coloursLabD50[label]),
  };
}

function labsOf(oklab: Float64Array): Lab[] {
  return Array.from({ length: oklab.length / 3 }, (_, k) =>
    labD50FromOklab(oklab[3 * k], oklab[3 * k + 1], oklab[3 * k + 2]),
  );
}
