import { mapOfMask } from '@/core/cutting';
import { eachPointOf, labelSet, ringsOf, traceArcs, type BitMask } from '@/core/geometry';
import { held } from './holder';

/** Outlines of a mask in mm, to a hundredth; `every`: how many pixels of the map one of the mask is, from (x0, y0) on. */
export function outlinesMmOf(mask: BitMask, x0 = 0, y0 = 0, every = 1): { outlinesMm: number[][]; areaPx: number } {
  const shape = mapOfMask(mask);
  const arcs = traceArcs(shape, 0.49);
  const outlinesMm = ringsOf(arcs, labelSet([1])).map((ring) => {
    const points: number[] = [];
    eachPointOf(arcs, ring, (x, y) =>
      points.push(
        Math.round((x * every + x0) * held.mapMmPerPx * 100) / 100,
        Math.round((y * every + y0) * held.mapMmPerPx * 100) / 100,
      ),
    );
    return points;
  });
  let areaPx = 0;
  for (const v of shape.labels) areaPx += v;
  return { outlinesMm, areaPx };
}
