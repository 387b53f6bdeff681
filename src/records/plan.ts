import type { Lab } from '@/core/colour';
import type { Opacity } from '@/core/inks';
import type { FlattenSettings } from '@/core/picture';
import type { MarginRule } from '@/core/registration';
import type { Experience, SheetWish } from '@/core/sheets';

/** A stored run of bytes by its SHA-256, in hexadecimal. */
export type BlobSha = string;

export interface Fractions { readonly x: number; readonly y: number; readonly width: number; readonly height: number }

/** The picture as brought in, and how it is cut to the printed size. */
export interface PicturePlan {
  readonly originalSha: BlobSha;
  readonly fileName: string;
  readonly format: 'png' | 'jpeg' | 'webp' | 'tiff' | 'svg';
  /** Upright, before turning. */
  readonly sourceWidthPx: number;
  readonly sourceHeightPx: number;
  readonly turnDeg: 0 | 90 | 180 | 270;
  readonly mirrored: boolean;
  /** Part kept, as fractions of the turned and mirrored picture. */
  readonly crop: Fractions;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly raster: { readonly sha: BlobSha; readonly widthPx: number; readonly heightPx: number; readonly mmPerPx: number };
}

/** One flat colour of the picture. Its place in the list is its label in the label map. */
export interface FlatColour {
  readonly id: string;
  readonly name: string;
  readonly wantedLabD50: Lab;
  readonly areaShare: number;
  readonly islandCount: number;
  readonly thinnestMm?: number;
}

export interface FlatPlan {
  readonly labelsSha: BlobSha;
  readonly settings: FlattenSettings;
  readonly colours: readonly FlatColour[];
  /** The colour that stays bare paper. */
  readonly barePaperId: string | null;
  /** Changes by hand since the picture was last flattened. */
  readonly handChanges: number;
}

export interface Ink {
  readonly id: string;
  readonly name: string;
  /** Its colour alone on this paper. */
  readonly solidLabD50: Lab;
  readonly opacity: Opacity;
}

/** The side of a block as cut for one run. */
export interface Stage {
  readonly id: string;
  readonly standingIds: readonly string[];
}

export interface BlockSide { readonly id: string; readonly name: string; readonly stages: readonly Stage[] }
export interface Block { readonly id: string; readonly name: string; readonly materialId: string; readonly sides: readonly BlockSide[] }

/** One ink zone laid on the block in a run. */
export interface Inking { readonly id: string; readonly stageId: string; readonly inkId: string }

/** One passage of all sheets; it may be printed twice. In a reduction it belongs to one flat colour. */
export interface Run {
  readonly id: string;
  readonly colourId: string;
  readonly impressions: 1 | 2;
  readonly inkings: readonly Inking[];
}

export const EXPORT_PAPERS = ['A4', 'A3', 'Letter', 'Tabloid'] as const;
export type ExportPaper = (typeof EXPORT_PAPERS)[number];

/** All that is planned for a print. What happened to it stands in the bench log. */
export interface Plan {
  readonly version: 1;
  readonly way: { readonly process: 'reduction'; readonly ink: 'oil relief'; readonly registration: 'corner stops'; readonly printing: 'by hand' };
  readonly paper: { readonly name: string; readonly labD50: Lab };
  readonly picture: PicturePlan | null;
  readonly flat: FlatPlan | null;
  readonly inks: readonly Ink[];
  readonly blocks: readonly Block[];
  readonly runs: readonly Run[];
  readonly toolMm: number;
  readonly layout: { readonly marginMm: number; readonly marginRule: MarginRule; readonly exportPaper: ExportPaper };
  readonly sheets: SheetWish & { readonly experience: Experience };
}

export function emptyPlan(): Plan {
  return {
    version: 1,
    way: { process: 'reduction', ink: 'oil relief', registration: 'corner stops', printing: 'by hand' },
    paper: { name: 'warm white', labD50: [94.5, 0.3, 4.2] },
    picture: null,
    flat: null,
    inks: [],
    blocks: [{ id: 'block-1', name: 'Block 1', materialId: 'lino', sides: [{ id: 'side-1', name: 'face', stages: [] }] }],
    runs: [],
    toolMm: 0.5,
    layout: { marginMm: 40, marginRule: 'larger bottom', exportPaper: 'A4' },
    sheets: { edition: 20, proofsToKeep: 2, testSheets: 2, wishToBeSure: 0.9, experience: 'practised' },
  };
}

export function stagesOf(plan: Plan): readonly Stage[] {
  return plan.blocks.flatMap((block) => block.sides.flatMap((side) => side.stages));
}

/** The stage a run prints from (its first inking's). */
export function stageOfRun(plan: Plan, run: Run): Stage | undefined {
  return stagesOf(plan).find((stage) => stage.id === run.inkings[0].stageId);
}

export function inkOfRun(plan: Plan, run: Run): Ink {
  const ink = plan.inks.find((i) => i.id === run.inkings[0].inkId);
  if (!ink) throw new Error(`run ${run.id} has no ink`);
  return ink;
}
