import type { BlockMaterial, InkRoller } from './materials';

/** The block, the hand and the roller a stage is looked over for. */
export interface CutSettings {
  readonly material: BlockMaterial;
  /** Direction of the grain on the block: 0 level, 90 upright. */
  readonly grainDeg: number;
  /** Widths of the tools at hand. */
  readonly toolsMm: readonly number[];
  readonly roller: InkRoller;
}

export type FindingKind = 'ridge' | 'gap' | 'uncuttable' | 'loose' | 'chatter';

/** A place on the printed image (not mirrored) that asks for a decision. */
export interface Finding {
  readonly kind: FindingKind;
  readonly xMm: number;
  readonly yMm: number;
  /** What was measured there: a width in mm, for `loose` an area in mm². */
  readonly value: number;
  /** What it should at least be, in the same unit. */
  readonly limit: number;
  /** Larger side of the bounding box. */
  readonly lengthMm: number;
  readonly areaMm2: number;
  readonly boxMm: { readonly x0: number; readonly y0: number; readonly x1: number; readonly y1: number };
}
/** Smaller spots are the points of strokes and the pixel grid, not lines that could break or fill. */
export const SPECK_MM2 = 0.2;
/** Findings of a kind are listed largest first, no more than this many. */
export const MAX_PLACES = 300;
