import type { Lab } from '../colour';

/** What flattening can be asked for: apart from the work itself, so that a page that asks does not carry it. */
export const FLATTEN_LIMITS = { minColours: 2, maxColours: 10, maxRadiusMm: 0.7, maxIslandMm2: 25 } as const;

/** By what pixels are put together: their whole colour, how light they are, or their hue. */
export const TONE_GROUPS = ['colour', 'light', 'hue'] as const;
export type ToneGroup = (typeof TONE_GROUPS)[number];

/** How the tones are found. */
export interface ToneSettings {
  readonly groupBy: ToneGroup;
  /** For each two neighbouring tones, light to dark, how far the edge between them is moved: −1 to the lighter, 1 to the darker; none: as found. */
  readonly edges: readonly number[];
  /** Colours pointed at in the picture: tones that are there whatever else is found. */
  readonly picked: readonly Lab[];
  /** Light from one side made stronger: from where it comes (0 from the left, 90 from below), and by how much, 0–1. */
  readonly side: { readonly fromDeg: number; readonly strength: number } | null;
}
export const FIRST_TONES: ToneSettings = { groupBy: 'colour', edges: [], picked: [], side: null };

export interface FlattenSettings {
  /** 2–10. */
  readonly colourCount: number;
  /** Smoothing, 0–0.7 mm. */
  readonly radiusMm: number;
  /** Islands smaller than this are given to a neighbour, 0–25 mm². */
  readonly minIslandMm2: number;
  /** How the tones are found; left out: by whole colours, as they come. */
  readonly tones?: ToneSettings;
}
