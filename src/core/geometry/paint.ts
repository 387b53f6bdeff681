import { GOUGE, TILE } from './gouge';
import { OUTSIDE, type PartMap } from './raster';
import { FillsAt, packRgb, type Fill } from './shade';

/** How one label is drawn: a colour, flat or changing, or gouge strokes of `stroke` on it. Colours are 0xAABBGGRR. */
export interface LabelStyle {
  readonly fill: Fill;
  readonly stroke?: number;
}

/** The part of a map to draw: map pixel at the picture's left top corner, and map pixels for each drawn pixel. */
export interface View {
  readonly x: number;
  readonly y: number;
  readonly pxPerOut: number;
  readonly mirrored: boolean;
}

/**
 * Draws part of a label map as RGBA words (0xAABBGGRR): averaged where the view is coarser than the map, square
 * pixels where it is finer. Labels without a style and what lies outside the map are drawn as `backdrop`.
 * Cost: at most 16 reads of the map for each drawn pixel, and one look-up for each colour that changes.
 */
export function paintLabels(
  map: PartMap,
  styles: readonly (LabelStyle | undefined)[],
  view: View,
  outWidth: number,
  outHeight: number,
  backdrop: number,
): Uint32Array {
  const out = new Uint32Array(outWidth * outHeight),
    most = Math.max(256, styles.length, map.labels.BYTES_PER_ELEMENT === 1 ? 0 : OUTSIDE + 1);
  const of = (fills: readonly (Fill | undefined)[]) => new FillsAt(fills, backdrop, most);
  const fills = of(styles.map((style) => style?.fill)),
    strokes = of(styles.map((style) => style?.stroke ?? style?.fill));
  const samples = Math.min(4, Math.max(1, Math.round(view.pxPerOut)));
  const columns = sampleOffsets(view.x, view.pxPerOut, outWidth, samples, map.width, view.mirrored);
  const [phaseX, phaseY] = [view.x, view.y].map((px) => Math.round(px / view.pxPerOut));
  const count = samples * samples,
    rows = new Int32Array(samples);
  const gouge = GOUGE, // looked up once: an import is asked for anew at every use
    tile = TILE;
  for (let oy = 0; oy < outHeight; oy++) {
    for (let s = 0; s < samples; s++) {
      const y = Math.floor(view.y + (oy + (s + 0.5) / samples) * view.pxPerOut);
      rows[s] = y < 0 || y >= map.height ? -1 : y * map.width;
    }
    const tileRow = ((((oy + phaseY) % tile) + tile) % tile) * tile;
    for (let ox = 0; ox < outWidth; ox++) {
      const stroked = gouge[tileRow + ((((ox + phaseX) % tile) + tile) % tile)];
      const at = stroked ? strokes : fills,
        changes = at.change;
      if (changes) {
        const u = (view.x + (ox + 0.5) * view.pxPerOut) / map.width;
        at.goTo(view.mirrored ? 1 - u : u, (view.y + (oy + 0.5) * view.pxPerOut) / map.height);
      }
      const colours = at.words;
      let r = 0,
        g = 0,
        b = 0,
        first = 0,
        same = true;
      for (let sy = 0, n = 0; sy < samples; sy++) {
        for (let sx = 0; sx < samples; sx++, n++) {
          const column = columns[ox * samples + sx];
          const beyond = rows[sy] < 0 || column < 0,
            label = beyond ? 0 : map.labels[rows[sy] + column];
          const colour = beyond ? backdrop : changes ? at.wordOf(label) : colours[label];
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
  map: PartMap,
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
