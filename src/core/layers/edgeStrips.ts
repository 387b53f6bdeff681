import {
  distancesAcrossMask,
  emptyMask,
  labelSet,
  MOST_CAP_PX,
  setPixel,
  squaredDistancesToMask,
  type BitMask,
  type LabelMap,
  type OtherDistances,
  type PartMap,
} from '../geometry';
import { eachEdgePixel } from './edgeStamps';
import { markStep, type PartTable } from './partTable';

/** What is `into` in a group, as far from where a pair of it meets as these rising lengths; a strip begins where the one before it ends. */
export interface EdgeStrips {
  readonly px: readonly number[];
  readonly groups: readonly (readonly { readonly from: number; readonly into: number }[])[];
}

/** Pixels of each group's `from` that border its `into`. */
function meetingPixels(map: LabelMap, { groups }: EdgeStrips): BitMask[] {
  const { width, height, labels } = map;
  const masks = groups.map(() => emptyMask(width, height)),
    groupsOf = new Map<number, number[]>();
  groups.forEach((pairs, g) => {
    for (const { from, into } of pairs)
      groupsOf.set(from * 256 + into, [...(groupsOf.get(from * 256 + into) ?? []), g]);
  });
  eachEdgePixel(map, (x, y, i, own) => {
    const meets = (other: number) => {
      for (const g of groupsOf.get(own * 256 + other) ?? []) setPixel(masks[g], x, y);
    };
    if (x + 1 < width) meets(labels[i + 1]);
    if (x > 0) meets(labels[i - 1]);
    if (y + 1 < height) meets(labels[i + width]);
    if (y > 0) meets(labels[i - width]);
  });
  return masks;
}

/** One measure of distances for each group that meets anywhere; every pixel in reach takes the mark of its strip. */
export function layStrips(
  map: LabelMap,
  out: PartMap['labels'],
  strips: EdgeStrips,
  table: PartTable,
  firstMark: number,
): void {
  const { width, height, labels } = map,
    { px, groups } = strips;
  // half a pixel from the middle of the pixel it is measured from to its edge; what is narrower than a pixel is none
  const limits = px.filter((reach) => reach >= 0.5).map((reach) => (reach + 0.5) ** 2),
    skipped = px.length - limits.length,
    farthest = limits.at(-1);
  if (farthest === undefined) return;
  let room: OtherDistances | undefined;
  meetingPixels(map, strips).forEach((mask, g) => {
    if (mask.words.every((word) => word === 0)) return;
    const capPx = Math.ceil(Math.sqrt(farthest)) + 1,
      near = capPx <= MOST_CAP_PX ? (room = distancesAcrossMask(mask, capPx, room)) : undefined;
    const squared = near?.squared ?? squaredDistancesToMask(mask);
    const isInto = labelSet(groups[g].map(({ into }) => into)),
      steps = limits.map((_, k) => markStep(table, firstMark + g * px.length + skipped + k));
    for (let y = 0, word = 0; y < height; y++)
      for (let from = 0; from < width; from += 32, word++) {
        if (near?.near[word] === 0) continue;
        for (let i = y * width + from; i < y * width + Math.min(width, from + 32); i++) {
          const far = squared[i];
          if (far > farthest || isInto[labels[i]] === 0) continue;
          let k = 0;
          while (far > limits[k]) k++;
          const step = steps[k];
          out[i] = step.to[out[i]] >= 0 ? step.to[out[i]] : step.find(out[i]);
        }
      }
  });
}
