import type { AnchorPx, Region } from '@/core/geometry';
import type { Anchor, Place, Plan, SlipPlace } from '@/model';

/** A place in pixels of the label map. A slip in an old log may still name islands by their first pixel. */
export function regionOf(place: Place | SlipPlace, plan: Plan): Region {
  const mmPerPx = plan.picture?.raster.mmPerPx ?? 0.1;
  return {
    islands: 'islands' in place ? place.islands : [],
    anchors: 'anchors' in place ? place.anchors.map((anchor) => anchorPx(anchor, plan)) : [],
    outlinesPx: place.outlinesMm.map((ring) => ring.map((mm) => mm / mmPerPx)),
  };
}

/** An anchor in pixels of the label map; one whose colour is gone has a label no island has. */
export function anchorPx({ xMm, yMm, colourId }: Anchor, plan: Plan): AnchorPx {
  const mmPerPx = plan.picture?.raster.mmPerPx ?? 0.1;
  const label = colourId === null ? -1 : (plan.flat?.colours.findIndex((c) => c.id === colourId) ?? -1);
  return { x: xMm / mmPerPx, y: yMm / mmPerPx, label: colourId !== null && label < 0 ? NO_LABEL : label };
}
const NO_LABEL = 999;
