import {
  eachStripOf,
  emptyMask,
  fillOutlines,
  fillSpan,
  findIslands,
  islandOfAnchor,
  type AnchorPx,
  type BitMask,
  type LabelMap,
} from '@/core/geometry';

/** What stays as it is: within each of some outlines, whatever lies over it, and the islands of lettering. Undefined when that is nothing. */
export function keptMask(
  map: LabelMap,
  outlinesPx: readonly (readonly number[])[],
  letteringPx: readonly AnchorPx[],
): BitMask | undefined {
  if (outlinesPx.length === 0 && letteringPx.length === 0) return undefined;
  const mask = emptyMask(map.width, map.height);
  // one by one: together an outline within another would be a hole in it
  for (const outline of outlinesPx) fillOutlines(mask, [outline]);
  const islands = letteringPx.length > 0 ? findIslands(map) : undefined;
  if (islands)
    for (const anchor of letteringPx) {
      const island = islandOfAnchor(islands, anchor);
      if (island !== undefined) eachStripOf(islands, island, (y, from, to) => fillSpan(mask, y, from, to));
    }
  return mask;
}
