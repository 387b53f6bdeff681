/** A label map: one byte a pixel, row by row; the value is an index into a list of flat colours. */
export interface LabelMap {
  readonly width: number;
  readonly height: number;
  readonly labels: Uint8Array;
}

/** A colour raster, RGBA bytes row by row, sRGB, alpha ignored. */
export interface ColourRaster {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8ClampedArray | Uint8Array;
}

/** What lies outside every map; never a flat colour. */
export const OUTSIDE = 255;

/** The labels four to a word, for skipping what is uniform; undefined when rows do not start on whole words. */
export function labelWords({ width, labels }: LabelMap): Int32Array | undefined {
  return width % 4 === 0 && labels.byteOffset % 4 === 0
    ? new Int32Array(labels.buffer, labels.byteOffset, labels.length >> 2)
    : undefined;
}

/** `true` at the labels of `members`, for quick tests of membership. */
export function labelSet(members: Iterable<number>): Uint8Array {
  const set = new Uint8Array(256);
  for (const label of members) set[label] = 1;
  return set;
}

/** Pixels of each label, indexed by label. */
export function labelCounts(map: LabelMap): Uint32Array {
  const counts = new Uint32Array(256);
  const { labels } = map;
  for (let i = 0; i < labels.length; i++) counts[labels[i]]++;
  return counts;
}
