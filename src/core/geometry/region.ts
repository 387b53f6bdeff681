import { emptyMask, type BitMask } from './bitMask';
import { dilateDisc } from './discMorphology';
import { eachStripOf, islandAt, type IslandMap } from './islands';

/** A point inside an island, in map pixels; `label` −1: whatever label it has. */
export interface AnchorPx {
  readonly x: number;
  readonly y: number;
  readonly label: number;
}

/**
 * A place on the map: islands by their first pixel or by a point inside them, and what lies within outlines (even–odd over all of
 * them), in map pixels (x, y, x, y …).
 */
export interface Region {
  readonly islands: readonly number[];
  readonly anchors?: readonly AnchorPx[];
  readonly outlinesPx: readonly (readonly number[])[];
}

/** The number of the island that begins at this pixel; undefined when none does (its shapes have changed since). */
export function islandByKey(islands: IslandMap, key: number): number | undefined {
  if (!Number.isInteger(key) || key < 0 || key >= islands.width * islands.height) return undefined;
  const island = islandAt(islands, key % islands.width, Math.floor(key / islands.width));
  return islands.islandFirstPx[island] === key ? island : undefined;
}

/** The island an anchor lies in; undefined when the anchor is off the map or the island there has another label: it is lost. */
export function islandOfAnchor(islands: IslandMap, { x, y, label }: AnchorPx): number | undefined {
  const [px, py] = [Math.floor(x), Math.floor(y)];
  if (!(px >= 0 && py >= 0 && px < islands.width && py < islands.height)) return undefined;
  const island = islandAt(islands, px, py);
  return label < 0 || islands.islandLabel[island] === label ? island : undefined;
}

/** The islands of a region that are there, each once. */
export function islandsOfRegion(islands: IslandMap, region: Region): number[] {
  const found = [
    ...region.islands.map((key) => islandByKey(islands, key)),
    ...(region.anchors ?? []).map((anchor) => islandOfAnchor(islands, anchor)),
  ];
  return [...new Set(found.filter((island) => island !== undefined))];
}

/** Sets the pixels x from `from` (inclusive) to `to` of row y. */
export function fillSpan(mask: BitMask, y: number, from: number, to: number): void {
  if (y < 0 || y >= mask.height) return;
  const start = Math.max(0, from),
    end = Math.min(mask.width, to);
  if (start >= end) return;
  const row = y * mask.wordsPerRow,
    first = start >>> 5,
    last = (end - 1) >>> 5;
  const head = -1 << (start & 31),
    tail = -1 >>> (31 - ((end - 1) & 31));
  if (first === last) {
    mask.words[row + first] |= head & tail;
    return;
  }
  mask.words[row + first] |= head;
  for (let k = first + 1; k < last; k++) mask.words[row + k] = 0xffffffff;
  mask.words[row + last] |= tail;
}

/**
 * Pixels whose middle lies inside closed outlines (even–odd over all of them, so that inner ones are holes). Crossings with the middles of
 * rows are gathered row by row first, so that long outlines cost their length and not their length times the rows.
 */
export function fillOutlines(mask: BitMask, outlinesPx: readonly ArrayLike<number>[]): void {
  const rings = outlinesPx.filter((ring) => ring.length >= 6);
  const counts = new Int32Array(mask.height + 1);
  eachCrossing(rings, mask.height, (y) => {
    counts[y + 1]++;
  });
  for (let y = 0; y < mask.height; y++) counts[y + 1] += counts[y];
  const next = counts.slice(),
    xs = new Float64Array(counts[mask.height]);
  eachCrossing(rings, mask.height, (y, x) => {
    xs[next[y]++] = x;
  });
  for (let y = 0; y < mask.height; y++) {
    const row = xs.subarray(counts[y], counts[y + 1]).sort();
    for (let c = 0; c + 1 < row.length; c += 2)
      fillSpan(mask, y, Math.ceil(row[c] - 0.5), Math.floor(row[c + 1] - 0.5) + 1);
  }
}

function eachCrossing(
  rings: readonly ArrayLike<number>[],
  height: number,
  visit: (y: number, x: number) => void,
): void {
  for (const ring of rings) {
    const n = ring.length >> 1;
    for (let p = 0; p < n; p++) {
      const x1 = ring[2 * p],
        y1 = ring[2 * p + 1],
        q = p + 1 === n ? 0 : p + 1,
        x2 = ring[2 * q],
        y2 = ring[2 * q + 1];
      if (y1 === y2) continue;
      const from = Math.max(0, Math.ceil(Math.min(y1, y2) - 0.5)),
        to = Math.min(height - 1, Math.ceil(Math.max(y1, y2) - 0.5) - 1);
      for (let y = from; y <= to; y++) visit(y, x1 + ((y + 0.5 - y1) / (y2 - y1)) * (x2 - x1));
    }
  }
}

/** A line with round ends, `widthPx` wide: pixels whose middle lies within half the width of it. */
export function fillLine(mask: BitMask, pointsPx: readonly number[], widthPx: number): void {
  const r = Math.max(0.5, widthPx / 2);
  const n = pointsPx.length >> 1;
  for (let p = 0; p < Math.max(1, n - 1); p++) {
    const x1 = pointsPx[2 * p],
      y1 = pointsPx[2 * p + 1],
      x2 = pointsPx[2 * Math.min(n - 1, p + 1)],
      y2 = pointsPx[2 * Math.min(n - 1, p + 1) + 1];
    const dx = x2 - x1,
      dy = y2 - y1,
      squared = dx * dx + dy * dy;
    for (
      let y = Math.max(0, Math.floor(Math.min(y1, y2) - r));
      y <= Math.min(mask.height - 1, Math.ceil(Math.max(y1, y2) + r));
      y++
    ) {
      for (
        let x = Math.max(0, Math.floor(Math.min(x1, x2) - r));
        x <= Math.min(mask.width - 1, Math.ceil(Math.max(x1, x2) + r));
        x++
      ) {
        const along =
          squared === 0 ? 0 : Math.max(0, Math.min(1, ((x + 0.5 - x1) * dx + (y + 0.5 - y1) * dy) / squared));
        const ox = x + 0.5 - x1 - along * dx,
          oy = y + 0.5 - y1 - along * dy;
        if (ox * ox + oy * oy <= r * r) mask.words[y * mask.wordsPerRow + (x >>> 5)] |= 1 << (x & 31);
      }
    }
  }
}

/** The pixels of a region, grown all round by `growPx`. Islands that are not there any more are passed over. */
export function regionMask(islands: IslandMap, region: Region, growPx = 0): BitMask {
  const mask = emptyMask(islands.width, islands.height);
  for (const island of islandsOfRegion(islands, region))
    eachStripOf(islands, island, (y, from, to) => fillSpan(mask, y, from, to));
  fillOutlines(mask, region.outlinesPx);
  return growPx >= 0.5 ? dilateDisc(mask, 2 * Math.round(growPx) + 1) : mask;
}
