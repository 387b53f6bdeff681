import { failure, success, type Outcome } from '../units/outcome';

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

/** Checks settings as they come from outside; names the value and what is allowed. */
export function checkFlattenSettings(settings: FlattenSettings): Outcome<FlattenSettings> {
  const { minColours, maxColours, maxRadiusMm, maxIslandMm2 } = FLATTEN_LIMITS;
  const { colourCount, radiusMm, minIslandMm2 } = settings;
  if (!Number.isInteger(colourCount) || colourCount < minColours || colourCount > maxColours) {
    return failure('flatten-colours', { colourCount, minColours, maxColours });
  }
  if (!(radiusMm >= 0 && radiusMm <= maxRadiusMm)) return failure('flatten-radius', { radiusMm, maxRadiusMm });
  if (!(minIslandMm2 >= 0 && minIslandMm2 <= maxIslandMm2))
    return failure('flatten-island', { minIslandMm2, maxIslandMm2 });
  return success(settings);
}
