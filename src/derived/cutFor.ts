import { lightToDark, type CutFor } from '@/core/cuttable/cutFor';
import { materialById } from '@/core/cutting';
import type { Plan } from '@/model';
import { cutStateOfRun } from './lookups';

/**
 * What this print's picture has to be cuttable for: of its blocks the one that holds least, the narrowest tool, and what stands after each
 * cut. A picture of another number of colours than there are runs for is made for a reduction from light to dark.
 */
export function cutForOf(plan: Plan, pace: number, colourCount: number): CutFor {
  const widest = ({ materialId }: Plan['blocks'][number]) => {
    const { ridgeAlongMm, ridgeAcrossMm } = materialById(materialId);
    return Math.max(ridgeAlongMm, ridgeAcrossMm);
  };
  const { materialId, grainDeg } = plan.blocks.reduce((most, block) => (widest(block) > widest(most) ? block : most));
  return {
    ...{ material: materialById(materialId), grainDeg, pace, toolMm: Math.min(...plan.toolsMm) },
    stages: plan.runs.length > 0 && plan.flat?.colours.length === colourCount ? colourStagesOf(plan) : null,
  };
}

/** What stands for each run and is cut for it, as labels of the picture. */
function colourStagesOf(plan: Plan): CutFor['stages'] {
  const label = new Map(plan.flat!.colours.map(({ id }, k) => [id, k]));
  const labels = (ids: readonly string[]) => ids.map((id) => label.get(id)!).sort((a, b) => a - b);
  const stages = plan.runs
    .map((run) => cutStateOfRun(plan, run))
    .map(({ standing, cutNow }) => ({ standing: labels(standing), cutNow: labels(cutNow) }))
    .filter(({ cutNow }) => cutNow.length > 0);
  // said as what it is, so that a first flattening and one of the print that came of it ask the same
  return JSON.stringify(stages) === JSON.stringify(lightToDark(plan.flat!.colours.length)) ? null : stages;
}
