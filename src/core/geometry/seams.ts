import { emptyMask, setPixel, type BitMask } from './bitMask';
import { dilateDisc } from './discMorphology';
import { eachMeeting, findRoot, type IslandMap } from './islands';
import { islandOfAnchor, type AnchorPx } from './region';

/** Along which edges of a label map a block is sawn. */
export interface SeamRule {
  /** Labels that stand on the block: what was cleared goes with the piece it borders longest. */
  readonly standing: readonly number[];
  /** Pairs of labels that stay in one piece where they meet. */
  readonly whole: readonly (readonly [number, number])[];
  /** Islands that stay in the neighbour they border longest. */
  readonly heldIn: readonly AnchorPx[];
  /** Smaller islands stay in theirs, too, px. */
  readonly leastPx: number;
}

/** Which piece each island belongs to, numbered in reading order. */
export interface Pieces {
  readonly ofIsland: Int32Array;
  readonly count: number;
}

/** The pieces a block falls into. Every island is in exactly one of them, and each is connected. Cost: the strips of the map. */
export function piecesOf(islands: IslandMap, { standing, whole, heldIn, leastPx }: SeamRule): Pieces {
  const { islandCount, islandLabel, islandAreaPx } = islands;
  const parent = Int32Array.from({ length: islandCount }, (_, i) => i);
  const stands = new Set(standing),
    together = new Set(whole.map(([a, b]) => pairKey(a, b)));
  const held = Uint8Array.from({ length: islandCount }, (_, i) =>
    Number(!stands.has(islandLabel[i]) || islandAreaPx[i] < leastPx),
  );
  for (const anchor of heldIn) {
    const island = islandOfAnchor(islands, anchor);
    if (island !== undefined) held[island] = 1;
  }
  const borders = Array.from({ length: islandCount }, () => new Map<number, number>());
  eachMeeting(islands, (a, b, sidesPx) => {
    if (a === b) return;
    borders[a].set(b, (borders[a].get(b) ?? 0) + sidesPx);
    borders[b].set(a, (borders[b].get(a) ?? 0) + sidesPx);
  });
  const area = Float64Array.from(islandAreaPx);
  const unite = (from: number, into: number) => {
    parent[from] = into;
    area[into] += area[from];
    for (const [other, px] of borders[from]) {
      const root = findRoot(parent, other);
      if (root !== into) borders[into].set(root, (borders[into].get(root) ?? 0) + px);
    }
    borders[from].clear();
  };
  for (let a = 0; a < islandCount; a++)
    for (const b of [...borders[a].keys()]) {
      const [x, y] = [findRoot(parent, a), findRoot(parent, b)];
      if (x !== y && !held[a] && !held[b] && together.has(pairKey(islandLabel[a], islandLabel[b])))
        unite(Math.max(x, y), Math.min(x, y));
    }
  // the smallest first, so that a speck in a patch of cleared ground goes with the patch
  const waiting = [...held.keys()].filter((i) => held[i]).sort((a, b) => area[a] - area[b] || a - b);
  for (const island of waiting) {
    const to = longestNeighbour(borders[island], parent, island);
    if (to === undefined) continue;
    held[to] = Number(held[to] && held[island]);
    unite(island, to);
  }
  return numbered(parent);
}

const pairKey = (a: number, b: number) => Math.min(a, b) * 65_536 + Math.max(a, b);

/** The root of the neighbour with the longest common border, the first of equals. */
function longestNeighbour(borders: ReadonlyMap<number, number>, parent: Int32Array, self: number): number | undefined {
  const sums = new Map<number, number>();
  for (const [other, px] of borders) {
    const root = findRoot(parent, other);
    if (root !== self) sums.set(root, (sums.get(root) ?? 0) + px);
  }
  return [...sums].sort(([a, x], [b, y]) => y - x || a - b)[0]?.[0];
}

function numbered(parent: Int32Array): Pieces {
  const number = new Map<number, number>();
  const ofIsland = Int32Array.from(parent, (_, i) => {
    const root = findRoot(parent, i);
    if (!number.has(root)) number.set(root, number.size);
    return number.get(root)!;
  });
  return { ofIsland, count: number.size };
}

/** The map of the pieces: each pixel the number of its piece. */
export function pieceMapOf(islands: IslandMap, { ofIsland, count }: Pieces) {
  const { width, height, rowOffset, stripEnd, stripIsland } = islands;
  const labels = count <= 255 ? new Uint8Array(width * height) : new Uint16Array(width * height);
  for (let y = 0; y < height; y++) {
    let start = 0;
    for (let s = rowOffset[y]; s < rowOffset[y + 1]; s++) {
      labels.fill(ofIsland[stripIsland[s]], y * width + start, y * width + stripEnd[s]);
      start = stripEnd[s];
    }
  }
  return { width, height, labels };
}

/** What a saw of this width takes away: a strip along every edge between two pieces, to the pixel where its edge is level or upright. */
export function seamMask(islands: IslandMap, { ofIsland }: Pieces, widthPx: number): BitMask {
  const { width, height, rowOffset, stripEnd, stripIsland } = islands;
  const mask = emptyMask(width, height);
  const px = Math.max(1, Math.round(widthPx)),
    both = px % 2 === 0;
  // a strip of an even width has its edge in its middle, one of an odd width the pixels before it
  for (let y = 0; y < height; y++)
    for (let s = rowOffset[y] + 1; s < rowOffset[y + 1]; s++)
      if (ofIsland[stripIsland[s - 1]] !== ofIsland[stripIsland[s]]) {
        setPixel(mask, stripEnd[s - 1] - 1, y);
        if (both) setPixel(mask, stripEnd[s - 1], y);
      }
  for (let y = 1; y < height; y++) {
    let above = rowOffset[y - 1],
      here = rowOffset[y],
      from = 0;
    while (here < rowOffset[y + 1]) {
      const end = Math.min(stripEnd[above], stripEnd[here]);
      if (ofIsland[stripIsland[above]] !== ofIsland[stripIsland[here]])
        for (let x = from; x < end; x++) {
          setPixel(mask, x, y - 1);
          if (both) setPixel(mask, x, y);
        }
      from = end;
      if (stripEnd[above] === end) above++;
      if (stripEnd[here] === end) here++;
    }
  }
  const reach = both ? px / 2 - 1 : (px - 1) / 2;
  return reach >= 1 ? dilateDisc(mask, 2 * reach + 1) : mask;
}
