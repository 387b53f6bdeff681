import { oklabFromSrgb8, srgb8FromLabD50 } from '../colour';
import type { ColourRaster } from '../geometry';
import { CELL_COUNT, wordsOf, type ColourCells } from './histogram';
import { findPalette, refined } from './palette';
import type { ToneGroup, ToneSettings } from './settings';

/** Tones, light to dark, and which of them each cell of the histogram belongs to. */
export interface Tones {
  readonly count: number;
  /** OKLab of each, one after the other. */
  readonly oklab: Float64Array;
  readonly toneOfCell: Uint8Array;
}

/** In which space likeness is reckoned: weights of lightness and of the two other axes. */
const SPACES: Readonly<Record<ToneGroup, readonly [number, number]>> = {
  colour: [1, 1],
  light: [1, 0],
  // the hue tells, lightness only where hues are alike
  hue: [0.2, 2],
};

/**
 * The tones of a picture by its histogram: `count` of them at most, those pointed at among them and left as they are; each cell goes to the
 * nearest in the way of grouping, edges between neighbours moved by their settings. Deterministic. Tones nobody is in are left out.
 */
export function findTones(cells: ColourCells, count: number, { groupBy, edges, picked }: ToneSettings): Tones {
  const space = { ...cells, oklab: inSpace(cells.oklab, SPACES[groupBy]) };
  const fixed = Float64Array.from(picked.slice(0, count).flatMap((lab) => oklabFromSrgb8(...srgb8FromLabD50(lab).rgb)));
  const start = findPalette(space, count).oklab,
    { centres, pinned } = withFixed(start, inSpace(fixed, SPACES[groupBy]));
  const settled = refined(space, centres, pinned);
  const colours = meansOf(cells, nearestOf(space, settled, new Float64Array(settled.length / 3)), settled.length / 3);
  for (let k = 0; k < fixed.length / 3; k++) colours.set(fixed.subarray(3 * k, 3 * k + 3), 3 * k);
  const order = Array.from({ length: settled.length / 3 }, (_, k) => k).sort((a, b) => colours[3 * b] - colours[3 * a]);
  const sorted = pickedRows(settled, order);
  const toneOfCell = nearestOf(space, sorted, weightsOf(sorted, edges));
  return withoutEmpty(toneOfCell, cells, pickedRows(colours, order), (k) => order[k] < fixed.length / 3);
}

function inSpace(oklab: Float64Array, [light, hue]: readonly [number, number]): Float64Array {
  return oklab.map((v, j) => v * (j % 3 === 0 ? light : hue));
}

/** Of the centres found, the one nearest to each fixed one gives way to it. Fixed ones come first. */
function withFixed(found: Float64Array, fixed: Float64Array): { centres: Float64Array; pinned: number } {
  const left = Array.from({ length: found.length / 3 }, (_, k) => k);
  for (let f = 0; f < fixed.length; f += 3) {
    const off = (k: number) => [0, 1, 2].reduce((sum, d) => sum + (found[3 * k + d] - fixed[f + d]) ** 2, 0);
    const nearest = left.reduce((best, k) => (off(k) < off(best) ? k : best), left[0]);
    left.splice(left.indexOf(nearest), 1);
  }
  return { centres: Float64Array.from([...fixed, ...pickedRows(found, left)]), pinned: fixed.length / 3 };
}

function pickedRows(rows: Float64Array, order: readonly number[]): Float64Array {
  return Float64Array.from(order.flatMap((k) => Array.from(rows.subarray(3 * k, 3 * k + 3))));
}

/**
 * What is added to the squared distance of each centre so that the edge between two neighbours moves along the line between them: by 1 to the
 * darker one's centre, by −1 to the lighter one's.
 */
function weightsOf(centres: Float64Array, edges: readonly number[]): Float64Array {
  const weights = new Float64Array(centres.length / 3);
  for (let k = 0; k + 1 < weights.length; k++) {
    let apart = 0;
    for (let d = 0; d < 3; d++) apart += (centres[3 * k + 3 + d] - centres[3 * k + d]) ** 2;
    weights[k + 1] = weights[k] + Math.max(-1, Math.min(1, edges[k] ?? 0)) * apart;
  }
  return weights;
}

function nearestOf({ oklab }: Pick<ColourCells, 'oklab'>, centres: Float64Array, weights: Float64Array): Uint8Array {
  const out = new Uint8Array(oklab.length / 3);
  for (let i = 0, j = 0; i < out.length; i++, j += 3) {
    let least = Infinity;
    for (let k = 0; k < weights.length; k++) {
      const off =
        (oklab[j] - centres[3 * k]) ** 2 +
        (oklab[j + 1] - centres[3 * k + 1]) ** 2 +
        (oklab[j + 2] - centres[3 * k + 2]) ** 2 +
        weights[k];
      if (off < least) {
        least = off;
        out[i] = k;
      }
    }
  }
  return out;
}

/** The mean colour of each group, by the weights of its cells. */
function meansOf(cells: ColourCells, groupOf: Uint8Array, count: number): Float64Array {
  const sums = new Float64Array(4 * count);
  for (let i = 0; i < groupOf.length; i++) {
    const at = 4 * groupOf[i],
      w = cells.weight[i];
    sums[at] += w;
    for (let d = 0; d < 3; d++) sums[at + 1 + d] += w * cells.oklab[3 * i + d];
  }
  return Float64Array.from({ length: 3 * count }, (_, j) => {
    const at = 4 * Math.floor(j / 3);
    return sums[at] > 0 ? sums[at + 1 + (j % 3)] / sums[at] : 0;
  });
}

function withoutEmpty(
  toneOfCell: Uint8Array,
  cells: ColourCells,
  colours: Float64Array,
  isFixed: (tone: number) => boolean,
): Tones {
  const count = colours.length / 3,
    means = meansOf(cells, toneOfCell, count),
    used = new Uint8Array(count);
  for (const tone of toneOfCell) used[tone] = 1;
  const kept = Array.from({ length: count }, (_, k) => k).filter((k) => used[k]);
  const to = Uint8Array.from({ length: count }, (_, k) => Math.max(0, kept.indexOf(k)));
  return {
    count: kept.length,
    oklab: Float64Array.from(
      kept.flatMap((k) => Array.from((isFixed(k) ? colours : means).subarray(3 * k, 3 * k + 3))),
    ),
    toneOfCell: toneOfCell.map((tone) => to[tone]),
  };
}

/** A tone for each pixel, through its cell. */
export function quantiseByCells(raster: ColourRaster, cells: ColourCells, toneOfCell: Uint8Array): Uint8Array {
  const table = new Uint8Array(CELL_COUNT);
  for (let i = 0; i < cells.cell.length; i++) table[cells.cell[i]] = toneOfCell[i];
  const words = wordsOf(raster),
    labels = new Uint8Array(words.length);
  for (let i = 0; i < words.length; i++) {
    const word = words[i];
    labels[i] = table[((word & 0xfc) << 10) | ((word >>> 4) & 0xfc0) | ((word >>> 18) & 0x3f)];
  }
  return labels;
}

/** Steps of light across the picture. */
const LEVELS = 64;
/** At full strength the lit side is so many stops lighter, and the far one so many darker. */
const STOPS = 1.6;

/**
 * The picture with the light from one side made stronger: lighter towards it, darker away from it, by a curve that is steep in the middle
 * and level at both ends, so that a flat picture falls into a near, a middle and a far ground. `fromDeg`: 0 from the left, 90 from below.
 */
export function litFromSide(raster: ColourRaster, side: NonNullable<ToneSettings['side']>): ColourRaster {
  const { width, height } = raster,
    source = wordsOf(raster),
    out = new Uint32Array(source.length);
  const tables = Array.from({ length: LEVELS }, (_, level) =>
    gained(2 ** (STOPS * side.strength * (1 - (2 * level) / (LEVELS - 1)))),
  );
  const dx = Math.cos((side.fromDeg * Math.PI) / 180),
    dy = -Math.sin((side.fromDeg * Math.PI) / 180),
    reach = Math.abs(dx) * width + Math.abs(dy) * height;
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      // 0 at the lit side, 1 at the far one
      const t = 0.5 + ((x + 0.5 - width / 2) * dx + (y + 0.5 - height / 2) * dy) / reach,
        table = tables[Math.min(LEVELS - 1, Math.floor(t * t * (3 - 2 * t) * LEVELS))],
        word = source[i];
      out[i] =
        table[word & 255] | (table[(word >>> 8) & 255] << 8) | (table[(word >>> 16) & 255] << 16) | (word & 0xff000000);
    }
  return { width, height, rgba: new Uint8ClampedArray(out.buffer) };
}

/** sRGB values with their light multiplied; what is full stays full, by a shoulder. */
function gained(gain: number): Uint8Array {
  return Uint8Array.from({ length: 256 }, (_, v) => {
    const c = v / 255,
      light = c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4,
      more = gain > 1 ? (light * gain) / (1 + light * (gain - 1)) : light * gain,
      s = more <= 0.0031308 ? 12.92 * more : 1.055 * more ** (1 / 2.4) - 0.055;
    return Math.round(255 * Math.min(1, s));
  });
}
