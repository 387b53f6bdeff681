import { cuttingHours, cutEdgeM, SPECK_MM2 } from '../cutting';
import { stagesFor, type CutFor } from './cutFor';
import { labelCounts, labelSet, traceArcs, type LabelMap } from '../geometry';
import { COST_PER_DELTA_E, type Likeness } from '../picture';
import type { CheckLimits } from './cure';
import type { CuttableMeans } from './cuttable';
import type { Kept } from './mend';
import type { CuttableSettings } from './settings';
import { labelBits, Standing } from './standing';
import { LINE_SETTINGS } from './strokes';

/** In any order, so many thin stretches may come together to one that the check finds. */
const ANY_ORDER_PARTS = 2;

/** Limits in pixels and mm, and what stands together. */
export function standingFor(
  cutFor: CutFor,
  anyOrder: boolean,
  count: number,
  mmPerPx: number,
): { readonly standing: Standing; readonly limits: CheckLimits } {
  const { material, grainDeg, toolMm } = cutFor;
  const { ridgeAlongMm, ridgeAcrossMm } = material,
    widest = Math.max(ridgeAlongMm, ridgeAcrossMm),
    upright = Math.abs((((grainDeg % 180) + 180) % 180) - 90) < 1,
    level = Math.abs(((((grainDeg + 90) % 180) + 180) % 180) - 90) < 1;
  // along a slanted grain the wider limit is asked for everywhere
  const across = material.grain && upright ? ridgeAlongMm : widest,
    down = material.grain && level ? ridgeAlongMm : widest;
  const singles = anyOrder ? Array.from({ length: count }, (_, label) => 1 << label) : [];
  return {
    standing: new Standing([...singles, ...stagesFor(cutFor, count).map(({ standing }) => labelBits(standing))], {
      ridgeAcross: across / mmPerPx,
      ridgeDown: down / mmPerPx,
      gap: toolMm / mmPerPx,
    }),
    limits: {
      ...{ ridgeMm: widest, gapMm: toolMm, grain: { material, grainDeg }, mmPerPx },
      ...(anyOrder && { leastMm2: SPECK_MM2 / ANY_ORDER_PARTS }),
    },
  };
}

export function meansFor(
  cutFor: CutFor,
  settings: Pick<CuttableSettings, 'thinLines' | 'anyOrder'>,
  {
    likeness,
    leastIslandMm2,
    kept,
    mmPerPx,
  }: {
    readonly likeness: Likeness;
    readonly leastIslandMm2: number;
    readonly kept: Kept;
    readonly mmPerPx: number;
  },
): CuttableMeans {
  return {
    ...standingFor(cutFor, settings.anyOrder, likeness.count, mmPerPx),
    ...{ likeness, kept },
    leastIslandPx: Math.ceil(Math.max(leastIslandMm2, cutFor.material.looseMm2) / mmPerPx ** 2),
    lines: settings.thinLines > 0 ? { ...LINE_SETTINGS, emphasis: settings.thinLines } : null,
  };
}

export interface CutFigures {
  readonly hours: number;
  /** Of them, those of clearing ground: simpler outlines save none of these. */
  readonly clearingHours: number;
  /** Mean ΔE00 to the picture. */
  readonly likeness: number;
}

/** Hours to cut all stages of a map, and its mean ΔE00 to the picture. */
export function figuresOf(map: LabelMap, cutFor: CutFor, likeness: Likeness, mmPerPx: number): CutFigures {
  const arcs = traceArcs(map, 0.49),
    areaPx = labelCounts(map);
  let hours = 0,
    clearingHours = 0,
    cost = 0;
  for (const { standing, cutNow } of stagesFor(cutFor, likeness.count)) {
    const cm2 = cutNow.reduce((sum, label) => sum + areaPx[label], 0) * (mmPerPx ** 2 / 100);
    clearingHours += cuttingHours(0, cm2, cutFor.material, cutFor.pace);
    const edgeM = cutEdgeM(arcs, labelSet(cutNow), labelSet(standing), mmPerPx);
    hours += cuttingHours(edgeM, cm2, cutFor.material, cutFor.pace);
  }
  for (let i = 0; i < map.labels.length; i++) cost += likeness.cost(i, map.labels[i]);
  return { hours, clearingHours, likeness: cost / COST_PER_DELTA_E / map.labels.length };
}
