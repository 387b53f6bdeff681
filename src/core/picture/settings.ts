/** What flattening can be asked for: apart from the work itself, so that a page that asks does not carry it. */
export const FLATTEN_LIMITS = { minColours: 2, maxColours: 10, maxRadiusMm: 0.7, maxIslandMm2: 25 } as const;

export interface FlattenSettings {
  /** 2–10. */
  readonly colourCount: number;
  /** Smoothing, 0–0.7 mm. */
  readonly radiusMm: number;
  /** Islands smaller than this are given to a neighbour, 0–25 mm². */
  readonly minIslandMm2: number;
}
