import { mendPlaces, standingFor, takeBackClosed } from '@/core/cuttable';
import { emptyMask, setPixel, type LabelMap } from '@/core/geometry';
import { costsOfLabels, type EditDone } from '@/core/picture';
import { failure, success, type Outcome } from '@/core/units';
import type { MendEdit, PictureJobs } from '../protocol';
import type { Handlers } from '../serve';
import { held, opened } from './holder';
import { keptMask } from './kept';
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
        setPixel(changed, x, y);
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

/** Places that are left, those that closed lines stand in the way of among them. */
function mend(map: LabelMap, { boxesPx, keptPx, letteringPx, cutFor, coloursLabD50, classOf }: MendEdit): number {
  const mmPerPx = held.mapMmPerPx,
    before = map.labels.slice();
  const left = mendPlaces(map, boxesPx, {
    ...standingFor(cutFor, false, coloursLabD50.length, mmPerPx),
    likeness: costsOfLabels(map, coloursLabD50, classOf),
    kept: keptMask(
      map,
      keptPx.map(({ x0, y0, x1, y1 }) => [x0, y0, x1, y0, x1, y1, x0, y1]),
      letteringPx,
    ),
    leastIslandPx: Math.ceil(cutFor.material.looseMm2 / mmPerPx ** 2),
  }).length;
  return left + takeBackClosed(map, before, classOf);
}
