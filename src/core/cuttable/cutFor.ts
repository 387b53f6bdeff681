import type { BlockMaterial } from '../cutting';

/** What of the labels stands after each stage and is cut for it, as lists. */
export interface LabelStage {
  readonly standing: readonly number[];
  readonly cutNow: readonly number[];
}

/** What a picture is made cuttable for: the block, the narrowest tool, the hand's pace. */
export interface CutFor {
  readonly material: BlockMaterial;
  readonly grainDeg: number;
  readonly toolMm: number;
  readonly pace: number;
  /** Null: from light to dark, the lightest bare. */
  readonly stages: readonly LabelStage[] | null;
}

/** A reduction from light to dark with the lightest label left bare. */
export function lightToDark(count: number): LabelStage[] {
  return Array.from({ length: count - 1 }, (_, k) => ({
    standing: Array.from({ length: count - 1 - k }, (_, j) => k + 1 + j),
    cutNow: [k],
  }));
}

export function stagesFor({ stages }: CutFor, count: number): readonly LabelStage[] {
  return stages ?? lightToDark(count);
}
