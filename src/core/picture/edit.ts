import { labD50FromOklab, type Lab } from '../colour';
import { findIslands, type ColourRaster, type LabelMap } from '../geometry';
import { failure, success, type Outcome } from '../units/outcome';
import { onlyUsed, type FlatPicture } from './flatten';
import { FLATTEN_LIMITS } from './settings';
import { colourCells } from './histogram';
import { majorityFilter } from './majority';
import { mergeSmallIslands } from './mergeSmall';
import { findPalette } from './palette';
import { quantise } from './quantise';

/** Every pixel of `from` becomes `into`; later labels move down by one. */
export function mergeColours(map: LabelMap, from: number, into: number): Uint8Array {
  const table = Uint8Array.from({ length: 256 }, (_, label) => {
    const target = label === from ? into : label;
    return target > from ? target - 1 : target;
  });
  return map.labels.map((label) => table[label]);
}

/**
 * Splits one flat colour in two by the picture's own colours inside it, smoothed and cleaned as the whole was.
 * The lighter half keeps the place, the darker comes right after it.
 */
export function splitColour(
  raster: ColourRaster,
  flat: FlatPicture,
  label: number,
  radiusPx: number,
  minAreaPx: number,
): Outcome<FlatPicture> {
  const { width, height, labels } = flat;
  if (flat.coloursLabD50.length >= FLATTEN_LIMITS.maxColours) {
    return failure('split-too-many', { maxColours: FLATTEN_LIMITS.maxColours });
  }
  const cells = colourCells(raster, (i) => labels[i] === label);
  const palette = findPalette(cells, 2);
  if (palette.count < 2) return failure('split-one-colour.allOfThisColour');
  const halves = quantise(raster, cells, palette.oklab);
  const split = labels.map((l, i) => (l > label ? l + 1 : l === label ? label + halves[i] : l));
  const smooth = majorityFilter({ width, height, labels: split }, radiusPx);
  const within = split.map((l, i) =>
    labels[i] === label && (smooth[i] === label || smooth[i] === label + 1) ? smooth[i] : l,
  );
  const islands = findIslands({ width, height, labels: within });
  if (!islands) return failure('flatten-too-broken.splitInTwoThis');
  const merged = mergeSmallIslands({ width, height, labels: within }, islands, minAreaPx);
  const [light, dark] = [0, 1].map((k) => meanLab(raster, merged, label + k));
  const coloursLabD50 = [
    ...flat.coloursLabD50.slice(0, label),
    light ?? flat.coloursLabD50[label],
    dark ?? flat.coloursLabD50[label],
    ...flat.coloursLabD50.slice(label + 1),
  ];
  const result = onlyUsed({ width, height, labels: merged, coloursLabD50 });
  if (result.coloursLabD50.length <= flat.coloursLabD50.length) {
    return failure('split-one-colour.afterCleaningOneHalf');
  }
  return success(result);
}

function meanLab(raster: ColourRaster, labels: Uint8Array, label: number): Lab | undefined {
  const cells = colourCells(raster, (i) => labels[i] === label);
  if (cells.cell.length === 0) return undefined;
  const { oklab } = findPalette(cells, 1);
  return labD50FromOklab(oklab[0], oklab[1], oklab[2]);
}
