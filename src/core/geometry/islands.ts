import type { BitMask } from './bitMask';
import { changesOfMask } from './changes';
import { labelWords, type PartMap } from './raster';

/**
 * A label map as horizontal strips, each with the number of the island (4-connected part of one label) it belongs to.
 * Strip s of row y covers x from the end of the strip before it (0 for the row's first) to `stripEnd[s]`, exclusive.
 */
export interface IslandMap {
  readonly width: number;
  readonly height: number;
  /** height + 1 offsets into the strips. */
  readonly rowOffset: Int32Array;
  readonly stripEnd: Int32Array;
  readonly stripLabel: PartMap['labels'];
  readonly stripIsland: Int32Array;
  readonly islandCount: number;
  readonly islandLabel: PartMap['labels'];
  readonly islandAreaPx: Int32Array;
  /** First pixel in reading order (y × width + x): an island's lasting name while its map stays as it is. */
  readonly islandFirstPx: Int32Array;
}

/** More strips than this would cost gigabytes; such a picture has no flat shapes to cut. */
export const MAX_STRIPS = 12_000_000;

/** The islands of a map, or undefined when it is too broken up (`MAX_STRIPS`). Linear in pixels, union–find over strips. */
export function findIslands(map: PartMap): IslandMap | undefined {
  return islandsOfStrips(map, stripsOf(map));
}

/** The islands of a mask (label 1) and of the rest (label 0). */
export function islandsOfMask(mask: BitMask): IslandMap | undefined {
  return islandsOfStrips(mask, stripsOfMask(mask));
}

interface Strips {
  rowOffset: Int32Array;
  stripEnd: Int32Array;
  stripLabel: PartMap['labels'];
}

function islandsOfStrips(
  { width, height }: { readonly width: number; readonly height: number },
  strips: Strips | undefined,
): IslandMap | undefined {
  if (!strips) return undefined;
  const parent = uniteStrips(height, strips);
  return { width, height, ...strips, ...numberIslands({ width, height }, strips, parent) };
}

function stripsOfMask(mask: BitMask): Strips | undefined {
  const { width, height, wordsPerRow } = mask;
  const { across } = changesOfMask(mask);
  const rowOffset = new Int32Array(height + 1);
  let count = 0;
  for (let y = 0; y < height; y++) {
    rowOffset[y] = count++;
    for (let w = y * wordsPerRow; w < (y + 1) * wordsPerRow; w++)
      for (let bits = across[w]; bits !== 0; bits &= bits - 1) count++;
    if (count > MAX_STRIPS) return undefined;
  }
  rowOffset[height] = count;
  const stripEnd = new Int32Array(count),
    stripLabel = new Uint8Array(count);
  for (let y = 0, s = 0; y < height; y++) {
    let label = mask.words[y * wordsPerRow] & 1;
    for (let k = 0; k < wordsPerRow; k++)
      for (let bits = across[y * wordsPerRow + k]; bits !== 0; bits &= bits - 1) {
        stripEnd[s] = (k << 5) + 31 - Math.clz32(bits & -bits);
        stripLabel[s++] = label;
        label ^= 1;
      }
    stripEnd[s] = width;
    stripLabel[s++] = label;
  }
  return { rowOffset, stripEnd, stripLabel };
}

function stripsOf(map: PartMap): Strips | undefined {
  const { width, height, labels } = map;
  const words = labelWords(map);
  const rowOffset = new Int32Array(height + 1);
  let capacity = Math.max(1024, (width * height) >> 5);
  let stripEnd = new Int32Array(capacity);
  let stripLabel = labelsLike(labels, capacity);
  let count = 0;
  for (let y = 0; y < height; y++) {
    rowOffset[y] = count;
    if (count + width > capacity) {
      if (count > MAX_STRIPS) return undefined;
      capacity = Math.max(capacity * 2, count + width);
      stripEnd = grown(stripEnd, new Int32Array(capacity));
      stripLabel = grown(stripLabel, labelsLike(labels, capacity));
    }
    const row = y * width;
    let label = labels[row];
    for (let x = 1; x < width; x++) {
      if (words && (x & 3) === 0) {
        const four = Math.imul(label, 0x01010101);
        let w = (row + x) >> 2;
        const end = (row + width) >> 2;
        while (w < end && words[w] === four) w++;
        x = (w << 2) - row;
        if (x >= width) break;
      }
      const next = labels[row + x];
      if (next !== label) {
        stripEnd[count] = x;
        stripLabel[count++] = label;
        label = next;
      }
    }
    stripEnd[count] = width;
    stripLabel[count++] = label;
  }
  rowOffset[height] = count;
  return { rowOffset, stripEnd: stripEnd.subarray(0, count), stripLabel: stripLabel.subarray(0, count) };
}

/** Room for so many labels of the same size. */
function labelsLike(labels: PartMap['labels'], count: number): PartMap['labels'] {
  return labels.BYTES_PER_ELEMENT === 1 ? new Uint8Array(count) : new Uint16Array(count);
}

function grown<T extends Int32Array | PartMap['labels']>(old: T, larger: T): T {
  larger.set(old);
  return larger;
}

/** Follows parents to the root, halving the path on the way. */
export function findRoot(parent: Int32Array, node: number): number {
  while (parent[node] !== node) {
    parent[node] = parent[parent[node]];
    node = parent[node];
  }
  return node;
}

function uniteStrips(height: number, { rowOffset, stripEnd, stripLabel }: Strips): Int32Array {
  const parent = new Int32Array(stripEnd.length);
  for (let i = 0; i < parent.length; i++) parent[i] = i;
  for (let y = 1; y < height; y++) {
    let above = rowOffset[y - 1];
    let here = rowOffset[y];
    const last = rowOffset[y + 1];
    while (here < last) {
      if (stripLabel[above] === stripLabel[here]) {
        const a = findRoot(parent, above);
        const b = findRoot(parent, here);
        if (a < b) parent[b] = a;
        else if (b < a) parent[a] = b;
      }
      const endAbove = stripEnd[above];
      const endHere = stripEnd[here];
      if (endAbove <= endHere) above++;
      if (endHere <= endAbove) here++;
    }
  }
  return parent;
}

/** Roots are always the earliest strip, so numbers run in reading order and one forward pass suffices. */
function numberIslands(
  { width, height }: { width: number; height: number },
  { rowOffset, stripEnd, stripLabel }: Strips,
  parent: Int32Array,
) {
  const stripIsland = new Int32Array(stripEnd.length);
  let islandCount = 0;
  for (let s = 0; s < stripEnd.length; s++)
    stripIsland[s] = parent[s] === s ? islandCount++ : stripIsland[findRoot(parent, s)];
  const islandLabel = labelsLike(stripLabel, islandCount);
  const islandAreaPx = new Int32Array(islandCount);
  const islandFirstPx = new Int32Array(islandCount).fill(-1);
  for (let y = 0; y < height; y++) {
    let start = 0;
    for (let s = rowOffset[y]; s < rowOffset[y + 1]; s++) {
      const island = stripIsland[s];
      if (islandFirstPx[island] < 0) {
        islandFirstPx[island] = y * width + start;
        islandLabel[island] = stripLabel[s];
      }
      islandAreaPx[island] += stripEnd[s] - start;
      start = stripEnd[s];
    }
  }
  return { stripIsland, islandCount, islandLabel, islandAreaPx, islandFirstPx };
}

/** The island at a pixel: binary search in its row. */
export function islandAt(islands: IslandMap, x: number, y: number): number {
  let low = islands.rowOffset[y];
  let high = islands.rowOffset[y + 1] - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (islands.stripEnd[middle] > x) high = middle;
    else low = middle + 1;
  }
  return islands.stripIsland[low];
}

/** Calls `visit(y, fromX, toX)` for each strip of one island, `toX` exclusive. */
export function eachStripOf(
  islands: IslandMap,
  island: number,
  visit: (y: number, fromX: number, toX: number) => void,
): void {
  const firstRow = Math.floor(islands.islandFirstPx[island] / islands.width);
  let left = islands.islandAreaPx[island];
  for (let y = firstRow; y < islands.height && left > 0; y++) {
    let start = 0;
    for (let s = islands.rowOffset[y]; s < islands.rowOffset[y + 1]; s++) {
      if (islands.stripIsland[s] === island) {
        visit(y, start, islands.stripEnd[s]);
        left -= islands.stripEnd[s] - start;
      }
      start = islands.stripEnd[s];
    }
  }
}

/** Calls `visit` with two islands and the pixel sides they share, for each place where they lie side by side: a pair comes up as often as it meets. */
export function eachMeeting(
  { rowOffset, stripEnd, stripIsland, height }: IslandMap,
  visit: (a: number, b: number, sidesPx: number) => void,
): void {
  for (let y = 0; y < height; y++) {
    for (let s = rowOffset[y] + 1; s < rowOffset[y + 1]; s++) visit(stripIsland[s - 1], stripIsland[s], 1);
    if (y === 0) continue;
    let above = rowOffset[y - 1],
      here = rowOffset[y],
      from = 0;
    while (here < rowOffset[y + 1]) {
      const end = Math.min(stripEnd[above], stripEnd[here]);
      visit(stripIsland[above], stripIsland[here], end - from);
      from = end;
      if (stripEnd[above] === end) above++;
      if (stripEnd[here] === end) here++;
    }
  }
}
