import {
  eachStripOf,
  emptyMask,
  fillSpan,
  findIslands,
  islandAt,
  setPixel,
  type Box,
  type LabelMap,
} from '../geometry';
import { cureNear, type CureMeans } from './cure';
import { giveAway } from './grow';
import { changeable, placesOf } from './mend';
import { cutOut, layBack } from './patch';

/** Islands at risk are looked for so far round a place, besides its box. */
const AROUND_PX = 2;

/**
 * Mends places the check has found, and nothing else: what is too narrow in their boxes is cut off or filled, what is then left of the check's
 * findings there is widened or ended, and islands too small to hold go to their neighbours. Changes the map; gives the places it could
 * not mend.
 */
export function mendPlaces(
  map: LabelMap,
  boxes: readonly Box[],
  means: CureMeans & { readonly leastIslandPx: number },
): Box[] {
  const { standing, likeness, kept } = means;
  for (const box of boxes) {
    const patch = cutOut(map, box, 4 * standing.widestPx);
    const left = standing.left(patch),
      within = boxMask(patch, box);
    for (let w = 0; w < left.words.length; w++) left.words[w] &= within.words[w];
    giveAway(
      patch,
      likeness,
      changeable(patch, left, kept, () => true),
    );
    layBack(map, patch);
  }
  const within = emptyMask(map.width, map.height);
  for (const { x0, y0, x1, y1 } of boxes)
    for (let y = Math.floor(y0) - standing.widestPx; y < y1 + standing.widestPx; y++)
      fillSpan(within, y, Math.floor(x0) - standing.widestPx, Math.ceil(x1) + standing.widestPx);
  const near = { ...means, within };
  const open = cureNear(map, boxes, near);
  return mergeIn(map, boxes, means) ? cureNear(map, [...boxes, ...open], near) : open;
}

/**
 * Takes changes back that move a line between classes, each with all that was changed together with it. `classOf`: of each label. Changes the
 * map; gives how many were taken back.
 */
export function takeBackClosed(map: LabelMap, before: Uint8Array, classOf: readonly number[]): number {
  const changed = emptyMask(map.width, map.height);
  for (let i = 0; i < before.length; i++)
    if (map.labels[i] !== before[i]) setPixel(changed, i % map.width, Math.floor(i / map.width));
  let takenBack = 0;
  for (const place of placesOf(changed)) {
    if (place.every((i) => classOf[map.labels[i]] === classOf[before[i]])) continue;
    for (const i of place) map.labels[i] = before[i];
    takenBack++;
  }
  return takenBack;
}

function boxMask(patch: ReturnType<typeof cutOut>, { x0, y0, x1, y1 }: Box) {
  const mask = emptyMask(patch.width, patch.height);
  for (let y = Math.floor(y0); y < Math.ceil(y1); y++)
    fillSpan(mask, y - patch.originY, Math.floor(x0) - patch.originX, Math.ceil(x1) - patch.originX);
  return mask;
}

/** Islands under the least size that lie in the boxes go to the neighbour there that is likest. */
function mergeIn(
  map: LabelMap,
  boxes: readonly Box[],
  { likeness, leastIslandPx, kept }: Parameters<typeof mendPlaces>[2],
) {
  let merged = false;
  for (const box of boxes) {
    const patch = cutOut(map, box, AROUND_PX + Math.ceil(Math.sqrt(leastIslandPx)));
    const islands = findIslands(patch);
    if (!islands) continue;
    const small = new Set<number>();
    for (let y = Math.floor(box.y0); y < Math.ceil(box.y1); y++)
      for (let x = Math.floor(box.x0); x < Math.ceil(box.x1); x++) {
        const px = x - patch.originX,
          py = y - patch.originY;
        if (px < 0 || py < 0 || px >= patch.width || py >= patch.height) continue;
        const island = islandAt(islands, px, py);
        if (islands.islandAreaPx[island] < leastIslandPx) small.add(island);
      }
    for (const island of small) {
      const mask = emptyMask(patch.width, patch.height);
      eachStripOf(islands, island, (y, from, to) => fillSpan(mask, y, from, to));
      const pixels = changeable(patch, mask, kept, () => true);
      if (pixels.length === 0) continue;
      giveAway(patch, likeness, pixels, ~(1 << islands.islandLabel[island]));
      merged = true;
    }
    layBack(map, patch);
  }
  return merged;
}
