import type { Lab } from '@/core/colour';
import type { Pigment } from '@/core/inks';
import type { CutIsland, StageCheck } from '@/core/cutting';
import type { LabelStyle, View } from '@/core/geometry';
import type { FlatColourFigures, FlattenSettings } from '@/core/picture';
import type { Failure } from '@/core/units';
import type { CabinetInk, ColoursGot, InkAnswer, InkQuestion, Plan, ProposalRequest, Proposals, Resolved } from '@/records';

/** What comes back of a flattened or changed picture; the label map itself stays in the worker. */
export interface FlatResult {
  readonly width: number;
  readonly height: number;
  readonly coloursLabD50: readonly Lab[];
  readonly figures: readonly FlatColourFigures[];
  /** The label each colour had before; null for a new one. */
  readonly from: readonly (number | null)[];
  readonly milliseconds: number;
}

export interface IslandInfo {
  readonly label: number;
  readonly areaMm2: number;
}

/** Every job of the picture worker: what it takes and what it answers. */
export interface PictureJobs {
  /** Fetches a raster and decodes it; with `maxPixels`, scaled down to no more than that. */
  openRaster: { take: { url: string; mmPerPx: number; maxPixels?: number }; give: { width: number; height: number } };
  openLabels: { take: { url: string; mmPerPx: number }; give: { width: number; height: number } };
  flatten: { take: { settings: FlattenSettings; thinnest: boolean }; give: FlatResult };
  split: { take: { label: number; coloursLabD50: readonly Lab[]; settings: FlattenSettings }; give: FlatResult };
  merge: { take: { from: number; into: number; coloursLabD50: readonly Lab[] }; give: FlatResult };
  recolour: { take: { x: number; y: number; label: number; coloursLabD50: readonly Lab[] }; give: FlatResult };
  /** Deflates the label map and sends it to `url`; answers with what the server says. */
  storeLabels: { take: { url: string }; give: string };
  labelAt: { take: { x: number; y: number }; give: number | null };
  islandAt: { take: { x: number; y: number }; give: IslandInfo | null };
  paint: { take: { what: 'labels' | 'raster' | 'cut'; styles: readonly (LabelStyle | undefined)[]; view: View; width: number; height: number; backdrop: number }; give: ImageBitmap };
  /** Least distances between the areas of all pairs of labels, mm. */
  gaps: { take: { labelCount: number }; give: Float64Array };
  coverage: { take: { labelCount: number; width: number; height: number }; give: Uint8Array };
  checkStage: { take: { standing: readonly number[]; cutNow: readonly number[]; ridgeMm: number; gapMm: number }; give: StageCheck & { outlineM: number } };
  /** Makes the parts to cut the `cut` map: 0 other, 1 to cut, 2 ticked off, then the other labels from 3 on. */
  cutIslands: { take: { standing: readonly number[]; cutNow: readonly number[]; done: readonly number[] }; give: readonly CutIsland[] };
  tickIsland: { take: { island: number; done: boolean }; give: null };
  cutIslandAt: { take: { x: number; y: number }; give: number | null };
}

/** Every job of the layers worker. The cabinet travels with each question; its films are worked out once. */
export interface LayerJobs {
  /** The films of the cabinet's inks. */
  pigments: { take: { cabinet: readonly CabinetInk[] }; give: readonly Pigment[] };
  proposals: { take: ProposalRequest; give: Proposals };
  recipe: { take: { plan: Plan; got: ColoursGot; cabinet: readonly CabinetInk[]; question: InkQuestion }; give: InkAnswer | null };
  /** All inks of the runs from `run` on mixed anew over what is really there. */
  resolve: { take: { plan: Plan; got: ColoursGot; cabinet: readonly CabinetInk[]; run: number }; give: Resolved };
}

export interface JobRequest { readonly id: number; readonly job: string; readonly payload: unknown }
export type JobReply =
  | { readonly id: number; readonly progress: number }
  | { readonly id: number; readonly result: unknown }
  | { readonly id: number; readonly failure: Failure };
