import type { LabelMap } from './raster';

/** How one label is drawn: a flat colour, or gouge strokes of `stroke` on it. Colours are 0xAABBGGRR. */
export interface LabelStyle {
  readonly fill: number;
  readonly stroke?: number;
}

/** The part of a map to draw: map pixel at the picture's left top corner, and map pixels for each drawn pixel. */
export interface View {
  readonly x: number;
  readonly y: number;
  readonly pxPerOut: number;
  readonly mirrored: boolean;
}

const TILE = 16;
/** Gouge strokes: short slanted cuts, thick at the middle, in a tile that repeats without seam. */
const GOUGE = gougeTile();

function gougeTile(): Uint8Array {
  const tile = new Uint8Array(TILE * TILE);
  const strokes = [
    [0, 3, 9],
    [8, 11, 9],
  ] as const;
  for (const [x0, y0, length] of strokes) {
    for (let t = 0; t < length; t++) {
      const wide = t > 1 && t < length - 2;
      const x = x0 + t,
        y = y0 - Math.round(t * 0.7) + 2 * TILE;
      tile[(y % TILE) * TILE + (x % TILE)] = 1;
      if (wide) tile[((y + 1) % TILE) * TILE + (x % TILE)] = 1;
    }
  }
  return tile;
}

/**
 * Draws part of a label map as RGBA words (0xAABBGGRR): averaged where the view is coarser than the map, square
 * pixels where it is finer. Labels without a style and what lies outside the map are drawn as `backdrop`.
 * Cost: at most 16 reads of the map for each drawn pixel.
 */
export function paintLabels(
  map: LabelMap,
  styles: readonly (LabelStyle | undefined)[],
  view: View,
  outWidth: number,
  outHeight: number,
  backdrop: number,
): Uint32Array {
  const out = new Uint32Array(outWidth * outHeight);
  const fill = new Uint32Array(256).fill(backdrop);
  const stroke = new Uint32Array(256).fill(backdrop);
  styles.forEach((style, label) => {
    if (style) {
      fill[label] = style.fill;
      stroke[label] = style.stroke ?? style.fill;
    }
  });
  const samples = Math.min(4, Math.max(1, Math.round(view.pxPerOut)));
  const columns = sampleOffsets(view.x, view.pxPerOut, outWidth, samples, map.width, view.mirrored);
  const phaseX = Math.round(view.x / view.pxPerOut),
    phaseY = Math.round(view.y / view.pxPerOut);
  const count = samples * samples;
  const rows = new Int32Array(samples);
  for (let oy = 0; oy < outHeight; oy++) {
    for (let s = 0; s < samples; s++) {
      const y = Math.floor(view.y + (oy + (s + 0.5) / samples) * view.pxPerOut);
      rows[s] = y < 0 || y >= map.height ? -1 : y * map.width;
    }
    const tileRow = ((((oy + phaseY) % TILE) + TILE) % TILE) * TILE;
    for (let ox = 0; ox < outWidth; ox++) {
      const colours = GOUGE[tileRow + ((((ox + phaseX) % TILE) + TILE) % TILE)] ? stroke : fill;
      let r = 0,
        g = 0,
        b = 0,
        first = 0,
        same = true;
      for (let sy = 0, n = 0; sy < samples; sy++) {
        for (let sx = 0; sx < samples; sx++, n++) {
          const column = columns[ox * samples + sx];
          const colour = rows[sy] < 0 || column < 0 ? backdrop : colours[map.labels[rows[sy] + column]];
          if (n === 0) first = colour;
          else if (colour !== first) same = false;
          r += colour & 255;
          g += (colour >>> 8) & 255;
          b += (colour >>> 16) & 255;
        }
      }
      out[oy * outWidth + ox] = same
        ? first
        : (0xff000000 | (Math.round(b / count) << 16) | (Math.round(g / count) << 8) | Math.round(r / count)) >>> 0;
    }
  }
  return out;
}

function sampleOffsets(
  from: number,
  pxPerOut: number,
  outWidth: number,
  samples: number,
  width: number,
  mirrored: boolean,
): Int32Array {
  const offsets = new Int32Array(outWidth * samples);
  for (let i = 0; i < offsets.length; i++) {
    const x = Math.floor(from + ((i + 0.5) / samples) * pxPerOut);
    offsets[i] = x < 0 || x >= width ? -1 : mirrored ? width - 1 - x : x;
  }
  return offsets;
}

/**
 * Share of each label in each cell of a small picture, 0–255, label after label (`labelCount` × outHeight × outWidth):
 * any look of the sheet is then a weighted sum, quick enough to follow a hand.
 */
export function labelCoverage(map: LabelMap, labelCount: number, outWidth: number, outHeight: number): Uint8Array {
  const cells = outWidth * outHeight;
  const counts = new Uint32Array(labelCount * cells);
  const cellX = Int32Array.from({ length: map.width }, (_, x) => Math.floor((x * outWidth) / map.width));
  for (let y = 0; y < map.height; y++) {
    const row = Math.floor((y * outHeight) / map.height) * outWidth;
    const from = y * map.width;
    for (let x = 0; x < map.width; x++) counts[map.labels[from + x] * cells + row + cellX[x]]++;
  }
  const out = new Uint8Array(labelCount * cells);
  for (let c = 0; c < cells; c++) {
    let total = 0;
    for (let l = 0; l < labelCount; l++) total += counts[l * cells + c];
    for (let l = 0; l < labelCount; l++) out[l * cells + c] = Math.round((255 * counts[l * cells + c]) / total);
  }
  return out;
}

/** The same shares on a grid `times` as coarse: for pictures as small as a stamp. Sizes are rounded down. */
export function coarserCoverage(
  coverage: Uint8Array,
  labelCount: number,
  width: number,
  height: number,
  times: number,
): { bytes: Uint8Array; width: number; height: number } {
  const w = Math.max(1, Math.floor(width / times)),
    h = Math.max(1, Math.floor(height / times));
  const across = Math.min(times, width),
    down = Math.min(times, height);
  const bytes = new Uint8Array(labelCount * w * h);
  for (let l = 0; l < labelCount; l++) {
    for (let y = 0; y < h; y++) {
      for (let x = 0; x < w; x++) {
        let sum = 0;
        for (let dy = 0; dy < down; dy++)
          for (let dx = 0; dx < across; dx++) sum += coverage[(l * height + y * times + dy) * width + x * times + dx];
        bytes[(l * h + y) * w + x] = Math.round(sum / (across * down));
      }
    }
  }
  return { bytes, width: w, height: h };
}

/** The labels that are there in each cell, one after another: most cells hold one, so a picture is painted in one short pass. */
interface SparseCoverage {
  readonly from: Uint32Array;
  readonly label: Uint8Array;
  readonly share: Uint8Array;
}

const sparseOf = new WeakMap<Uint8Array, SparseCoverage>();

function sparse(coverage: Uint8Array, labelCount: number, cells: number): SparseCoverage {
  const known = sparseOf.get(coverage);
  if (known && known.from.length === cells + 1) return known;
  const from = new Uint32Array(cells + 1);
  for (let c = 0; c < cells; c++) {
    let there = 0;
    for (let l = 0; l < labelCount; l++) if (coverage[l * cells + c] > 0) there++;
    from[c + 1] = from[c] + there;
  }
  const label = new Uint8Array(from[cells]),
    share = new Uint8Array(from[cells]);
  for (let c = 0; c < cells; c++) {
    for (let l = 0, at = from[c]; l < labelCount; l++) {
      const s = coverage[l * cells + c];
      if (s > 0) {
        label[at] = l;
        share[at++] = s;
      }
    }
  }
  const made = { from, label, share };
  sparseOf.set(coverage, made);
  return made;
}

/**
 * A small picture from `labelCoverage` and one colour (0xAABBGGRR) for each label. With `strokes` and the picture's
 * `width`, labels whose stroke differs from their colour are drawn as gouge strokes. `coverage` must not change afterwards:
 * what is worked out from it is kept.
 */
export function paintCoverage(
  coverage: Uint8Array,
  fills: readonly number[],
  cells: number,
  strokes: readonly number[] = fills,
  width = cells,
): Uint32Array {
  const out = new Uint32Array(cells);
  const { from, label, share } = sparse(coverage, fills.length, cells);
  const hatched = strokes !== fills;
  for (let c = 0; c < cells; c++) {
    const colours = !hatched || !GOUGE[(Math.floor(c / width) % TILE) * TILE + ((c % width) % TILE)] ? fills : strokes;
    const first = from[c],
      end = from[c + 1];
    if (end - first === 1) {
      out[c] = colours[label[first]];
      continue;
    }
    let r = 0,
      g = 0,
      b = 0,
      total = 0;
    for (let i = first; i < end; i++) {
      const s = share[i],
        colour = colours[label[i]];
      total += s;
      r += s * (colour & 255);
      g += s * ((colour >>> 8) & 255);
      b += s * ((colour >>> 16) & 255);
    }
    const each = 1 / total;
    out[c] = total === 0 ? 0 : 0xff000000 | ((b * each + 0.5) << 16) | ((g * each + 0.5) << 8) | (r * each + 0.5);
  }
  return out;
}

/** 0xAABBGGRR, opaque, from three bytes. */
export function packRgb(r: number, g: number, b: number): number {
  return (0xff000000 | (b << 16) | (g << 8) | r) >>> 0;
}

/** Draws part of a colour raster as RGBA words, averaged where the view is coarser than the raster. */
export function paintRaster(
  raster: { width: number; height: number; words: Uint32Array },
  view: View,
  outWidth: number,
  outHeight: number,
  backdrop: number,
): Uint32Array {
  const out = new Uint32Array(outWidth * outHeight);
  const samples = Math.min(3, Math.max(1, Math.round(view.pxPerOut)));
  const columns = sampleOffsets(view.x, view.pxPerOut, outWidth, samples, raster.width, view.mirrored);
  const count = samples * samples;
  for (let oy = 0; oy < outHeight; oy++) {
    for (let ox = 0; ox < outWidth; ox++) {
      let r = 0,
        g = 0,
        b = 0;
      for (let sy = 0; sy < samples; sy++) {
        const y = Math.floor(view.y + (oy + (sy + 0.5) / samples) * view.pxPerOut);
        for (let sx = 0; sx < samples; sx++) {
          const column = columns[ox * samples + sx];
          const colour = y < 0 || y >= raster.height || column < 0 ? backdrop : raster.words[y * raster.width + column];
          r += colour & 255;
          g += (colour >>> 8) & 255;
          b += (colour >>> 16) & 255;
        }
      }
      out[oy * outWidth + ox] = packRgb(Math.round(r / count), Math.round(g / count), Math.round(b / count));
    }
  }
  return out;
}

/** Draws the edges between labels as lines one drawn pixel wide over a painted picture, in place. Cost: one read of the map for each pixel. */
export function paintEdges(
  map: LabelMap,
  view: View,
  out: Uint32Array,
  outWidth: number,
  outHeight: number,
  colour: number,
): void {
  const columns = sampleOffsets(view.x, view.pxPerOut, outWidth, 1, map.width, view.mirrored);
  const row = (oy: number): number => {
    const y = Math.floor(view.y + (oy + 0.5) * view.pxPerOut);
    return y < 0 || y >= map.height ? -1 : y * map.width;
  };
  for (let oy = 0; oy + 1 < outHeight; oy++) {
    const here = row(oy),
      below = row(oy + 1);
    if (here < 0 || below < 0) continue;
    for (let ox = 0; ox + 1 < outWidth; ox++) {
      const x = columns[ox],
        next = columns[ox + 1];
      if (x < 0 || next < 0) continue;
      const label = map.labels[here + x];
      if (label !== map.labels[here + next] || label !== map.labels[below + x]) out[oy * outWidth + ox] = colour;
    }
  }
}
