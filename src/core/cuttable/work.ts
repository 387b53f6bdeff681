import { cuttingHours, type BlockMaterial } from '../cutting';
import type { LabelBits } from './standing';

/** A stage: what stands after it, and what is cut away for it. */
export interface StageLabels {
  readonly standing: LabelBits;
  readonly cutNow: LabelBits;
}

/** What a block asks of the hand: how often an edge between two labels is cut along, and how often a label's ground is cleared. */
export interface CutWork {
  /** [a × count + b]. */
  readonly timesCut: Float64Array;
  readonly timesCleared: Float64Array;
  readonly count: number;
  readonly hoursPerM: number;
  readonly hoursPerCm2: number;
}

/** The work of some stages with a material and a hand's pace. An edge to ground that was cleared before is not cut again. */
export function cutWorkOf(stages: readonly StageLabels[], count: number, material: BlockMaterial, pace = 1): CutWork {
  const timesCut = new Float64Array(count * count),
    timesCleared = new Float64Array(count);
  for (const { standing, cutNow } of stages)
    for (let a = 0; a < count; a++) {
      if (((cutNow >>> a) & 1) === 0) continue;
      timesCleared[a]++;
      for (let b = 0; b < count; b++) {
        if (((standing >>> b) & 1) === 0) continue;
        timesCut[a * count + b]++;
        timesCut[b * count + a]++;
      }
    }
  return {
    ...{ timesCut, timesCleared, count },
    hoursPerM: cuttingHours(1, 0, material, pace),
    hoursPerCm2: cuttingHours(0, 1, material, pace),
  };
}
