import { mendPlaces, standingFor } from '@/core/cuttable';
import {
  emptyMask,
  eachStripOf,
  fillSpan,
  findIslands,
  islandOfAnchor,
  type BitMask,
  type LabelMap,
} from '@/core/geometry';
import { costsOfLabels, type EditDone } from '@/core/picture';
import { failure, success, type Outcome } from '@/core/units';
import type { MendEdit, PictureJobs } from '../protocol';
import type { Handlers } from '../serve';
import { held, opened } from './holder';
import { outlinesMmOf } from './outlines';

export const mendJobs = {
  mendPreview(edit) {
    const here = opened(held.map),
      copy = { ...here, labels: here.labels.slice() };
    const left = mend(copy, edit);
    const changed = emptyMask(here.width, here.height);
    let changedPx = 0;
    for (let i = 0; i < copy.labels.length; i++)
      if (copy.labels[i] !== here.labels[i]) {
        const x = i % here.width,
          y = (i - x) / here.width;
        changed.words[y * changed.wordsPerRow + (x >>> 5)] |= 1 << (x & 31);
        changedPx++;
      }
    return { ...outlinesMmOf(changed), changedMm2: changedPx * held.mapMmPerPx ** 2, left };
  },
} satisfies Partial<Handlers<PictureJobs>>;

/** The places mended in the map itself. */
export function mended(map: LabelMap, edit: MendEdit): Outcome<EditDone> {
  const before = map.labels.slice();
  mend(map, edit);
  const box = { x0: map.width, y0: map.height, x1: 0, y1: 0 };
  let changedPx = 0;
  for (let i = 0; i < before.length; i++) {
    if (map.labels[i] === before[i]) continue;
    const x = i % map.width,
      y = (i - x) / map.width;
    changedPx++;
    box.x0 = Math.min(box.x0, x);
    box.x1 = Math.max(box.x1, x + 1);
    box.y0 = Math.min(box.y0, y);
    box.y1 = y + 1;
  }
  return changedPx > 0 ? success({ box, changedPx }) : failure('nothing-mended');
}

function mend(map: LabelMap, { boxesPx, keptPx, letteringPx, cutFor, coloursLabD50 }: MendEdit): number {
  const mmPerPx = held.mapMmPerPx;
  return mendPlaces(map, boxesPx, {
    ...standingFor(cutFor, false, coloursLabD50.length, mmPerPx),
    likeness: costsOfLabels(map, coloursLabD50),
    kept: keptOf(map, keptPx, letteringPx),
    leastIslandPx: Math.ceil(cutFor.material.looseMm2 / mmPerPx ** 2),
  }).length;
}

function keptOf(map: LabelMap, boxes: MendEdit['keptPx'], anchors: MendEdit['letteringPx']): BitMask | undefined {
  if (boxes.length === 0 && anchors.length === 0) return undefined;
  const mask = emptyMask(map.width, map.height);
  for (const { x0, y0, x1, y1 } of boxes)
    for (let y = Math.floor(y0); y < Math.ceil(y1); y++) fillSpan(mask, y, Math.floor(x0), Math.ceil(x1));
  const islands = anchors.length > 0 ? findIslands(map) : undefined;
  if (islands)
    for (const anchor of anchors) {
      const island = islandOfAnchor(islands, anchor);
      if (island !== undefined) eachStripOf(islands, island, (y, from, to) => fillSpan(mask, y, from, to));
    }
  return mask;
}
