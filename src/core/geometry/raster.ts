/** A number for each pixel, row by row: of a flat colour, or of a part of the print. A byte each while there are no more than 255 of them. */
export interface PartMap {
  readonly width: number;
  readonly height: number;
  readonly labels: Uint8Array | Uint16Array;
}

/** A label map: one byte a pixel; the value is an index into a list of flat colours. */
export interface LabelMap extends PartMap {
  readonly labels: Uint8Array;
}

/** A colour raster, RGBA bytes row by row, sRGB, alpha ignored. */
export interface ColourRaster {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8ClampedArray | Uint8Array;
}

/** What lies outside every map: flat colours and parts are numbers below it. */
export const OUTSIDE = 0xffff;

/** The labels four to a word, for skipping what is uniform; undefined when rows do not start on whole words, or a label is more than a byte. */
export function labelWords({ width, labels }: PartMap): Int32Array | undefined {
  return labels.BYTES_PER_ELEMENT === 1 && width % 4 === 0 && labels.byteOffset % 4 === 0
    ? new Int32Array(labels.buffer, labels.byteOffset, labels.length >> 2)
    : undefined;
}

/** 1 at the labels of `members`, 0 at all others a map can hold: for quick tests of membership. */
export function labelSet(members: Iterable<number>): Uint8Array {
  const set = new Uint8Array(OUTSIDE + 1);
  for (const label of members) set[label] = 1;
  return set;
}

/** Pixels of each label, indexed by label. */
export function labelCounts(map: PartMap): Uint32Array {
  const counts = new Uint32Array(map.labels.BYTES_PER_ELEMENT === 1 ? 256 : OUTSIDE + 1);
  const { labels } = map;
  for (let i = 0; i < labels.length; i++) counts[labels[i]]++;
  return counts;
}
