import type { Lab } from '@/core/colour';
import type { OpacityKnown, UnderFilm } from '@/core/inks';
import { cutStatesOf, type CutState, type Direction, type Process } from '@/core/layers';
import { DEFAULT_ROLLER, DEFAULT_TOOLS_MM, type InkRoller, type TransferWay } from '@/core/cutting';
import type { FlattenSettings } from '@/core/picture';
import {
  SHIM_STOCK,
  SLIVER_MM,
  type EdgesMm,
  type Hand,
  type HeightStack,
  type MarginRule,
  type RegistrationWayId,
  type SheetEdge,
  type ShimStock,
  type Solved,
} from '@/core/registration';
import type { Experience, SheetWish } from '@/core/sheets';

/** A stored run of bytes by its SHA-256, in hexadecimal. */
export type BlobSha = string;

export interface Fractions {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

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
  readonly raster: {
    readonly sha: BlobSha;
    readonly widthPx: number;
    readonly heightPx: number;
    readonly mmPerPx: number;
  };
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

/** What a pot was mixed from: shares by weight of inks of the cabinet, under the names they had then. */
export interface InkRecipe {
  readonly parts: readonly { readonly inkId: string; readonly name: string; readonly share: number }[];
}

export interface Ink {
  readonly id: string;
  readonly name: string;
  /** Its colour alone on this paper. */
  readonly solidLabD50: Lab;
  /** A word, or the contrast ratio read over a black strip. */
  readonly opacity: OpacityKnown;
  /** Absorption and scattering of its usual film, band by band, where a recipe or readings give them; they go before `opacity`. */
  readonly film: { readonly kh: readonly number[]; readonly sh: readonly number[] } | null;
  readonly recipe: InkRecipe | null;
  /** Varnish or thinner oil by weight: the tack ladder. */
  readonly softenerPercent: number;
}

/**
 * An island by a point inside it, mm on the print as seen, and its colour (null: whatever colour it has). When the picture changes it is
 * found again there; where another colour lies now, or nothing, it is lost and shown as lost.
 */
export interface Anchor {
  readonly xMm: number;
  readonly yMm: number;
  readonly colourId: string | null;
}

/** A place on the print as seen: islands by anchors, and what lies within outlines (mm; x, y, x, y …; even–odd). */
export interface Place {
  readonly anchors: readonly Anchor[];
  readonly outlinesMm: readonly (readonly number[])[];
}

/** The side of a block as cut for one run. `within`: it stands nowhere else (a small block or stencil for one spot). */
export interface Stage {
  readonly id: string;
  readonly standingIds: readonly string[];
  readonly within?: Place;
}

export interface BlockSide {
  readonly id: string;
  readonly name: string;
  readonly stages: readonly Stage[];
}
/** `grainDeg`: direction of the grain, 0 level, 90 upright. `sizeMm`: null where the block is cut to the image. */
export interface Block {
  readonly id: string;
  readonly name: string;
  readonly materialId: string;
  readonly grainDeg: 0 | 90;
  readonly sizeMm: { readonly widthMm: number; readonly heightMm: number } | null;
  readonly sides: readonly BlockSide[];
}

/** One ink zone laid on the block in a run. */
export interface Inking {
  readonly id: string;
  /** The colour of the picture the ink is meant for. */
  readonly colourId: string;
  readonly stageId: string;
  readonly inkId: string;
  /** Colours it is rolled on where the stage is shared; null for all that stands. */
  readonly zoneIds: readonly string[] | null;
  /** 1 is the usual film. */
  readonly filmWeight: number;
}

/** One passage of all sheets; it may be printed twice. */
export interface Run {
  readonly id: string;
  readonly impressions: 1 | 2;
  readonly inkings: readonly Inking[];
}

export const EXPORT_PAPERS = ['A4', 'A3', 'Letter', 'Tabloid'] as const;
export type ExportPaper = (typeof EXPORT_PAPERS)[number];

/** What the search for an order keeps to. */
export interface PlanRules {
  readonly direction: Direction;
  /** Colours whose run keeps its place. */
  readonly pinnedIds: readonly string[];
  /** More films than this on one spot are warned of. */
  readonly maxFilms: number;
  /** Colours farther apart than this can share a block: the roller passes one without touching the other. */
  readonly rollerClearanceMm: number;
}

/** Where two colours meet and the lighter should grow under the darker by another length than the rule's, or the other way round. */
export interface PairTrap {
  readonly aId: string;
  readonly bId: string;
  readonly mm: number;
  readonly grows: 'lighter' | 'darker';
}

/** What makes up for movement between runs. Between blocks colours overlap; in a reduction deeper stages end a little inside. */
export interface FitPlan {
  readonly trapMm: number;
  readonly pairs: readonly PairTrap[];
  readonly chokeMm: number;
}

export const MASK_KINDS = ['mask', 'wipe', 'do not ink', 'keep clean'] as const;
export type MaskKind = (typeof MASK_KINDS)[number];

/**
 * What is kept from printing in one run. `mask`: paper or film laid over the place; `wipe`: inked and wiped off; `do not ink`: the
 * roller stays away; `keep clean`: a mask with openings for all that stands, so that cleared ground stays clean (the print is the
 * same). `covers`: the place itself, or all but the place. Masks reach `growMm` into cleared ground.
 */
export interface Mask {
  readonly id: string;
  readonly runId: string;
  readonly kind: MaskKind;
  readonly place: Place;
  readonly covers: 'place' | 'all else';
  readonly growMm: number;
  readonly hold: 'pins' | 'corner';
  readonly note: string;
}

/** The sheet: which of paper, margins and image follows from the other two, what is trimmed off, how it lies. */
export interface LayoutPlan {
  readonly solve: Solved;
  readonly rule: MarginRule;
  readonly marginMm: number;
  readonly marginsMm: EdgesMm;
  readonly paperMm: { readonly widthMm: number; readonly heightMm: number };
  /** Null: as the way of registration asks. */
  readonly allowanceMm: EdgesMm | null;
  readonly copies: { readonly columns: number; readonly rows: number; readonly gapMm: number };
  readonly titleRoomMm: number;
  readonly tornEdges: readonly SheetEdge[];
  readonly paperSide: 'smooth' | 'rough';
  readonly paperGrain: 'upright' | 'level';
  readonly exportPaper: ExportPaper;
}

/** What is known and wished about how runs will lie on one another. */
export interface RegisterPlan {
  readonly hand: Hand;
  /** Between the first run and the last, as a share of full damp. */
  readonly paperDampChange: number;
  /** Percent points, for blocks of wood. */
  readonly woodMoistureChange: number;
  readonly sliverMm: number;
  /** Share of sheets with a visible fault that is put up with. */
  readonly wishShare: number;
  readonly stock: readonly ShimStock[];
  readonly heights: HeightStack;
}

/** All that is planned for a print. What happened to it stands in the bench log. */
export interface Plan {
  readonly version: 5;
  readonly way: {
    readonly process: Process;
    readonly under: UnderFilm;
    readonly ink: 'oil relief';
    readonly registration: RegistrationWayId;
    readonly printing: 'by hand';
  };
  readonly paper: { readonly name: string; readonly labD50: Lab };
  readonly picture: PicturePlan | null;
  readonly flat: FlatPlan | null;
  readonly inks: readonly Ink[];
  readonly blocks: readonly Block[];
  readonly runs: readonly Run[];
  readonly rules: PlanRules;
  readonly fit: FitPlan;
  readonly masks: readonly Mask[];
  /** Islands that are lettering: mirror warnings name them. */
  readonly lettering: readonly Anchor[];
  /** Findings of the cutting check that are wanted as they are, by `keyOfFinding`. */
  readonly kept: readonly string[];
  /** Widths of the tools at hand, rising. */
  readonly toolsMm: readonly number[];
  readonly roller: InkRoller;
  readonly transfer: { readonly wayId: TransferWay['id']; readonly spares: number };
  readonly layout: LayoutPlan;
  readonly register: RegisterPlan;
  readonly sheets: SheetWish & { readonly experience: Experience };
}

/** What a plan has before anything of it was thought about. */
export const NOTHING_FITTED: Pick<Plan, 'fit' | 'masks' | 'lettering' | 'kept' | 'toolsMm' | 'roller' | 'transfer'> = {
  fit: { trapMm: 0, pairs: [], chokeMm: 0 },
  masks: [],
  lettering: [],
  kept: [],
  toolsMm: DEFAULT_TOOLS_MM,
  roller: DEFAULT_ROLLER,
  transfer: { wayId: 'tracing', spares: 2 },
};

export const DEFAULT_LAYOUT: LayoutPlan = {
  solve: 'paper',
  rule: 'larger bottom',
  marginMm: 40,
  marginsMm: { top: 40, right: 40, bottom: 48, left: 40 },
  paperMm: { widthMm: 320, heightMm: 270 },
  allowanceMm: null,
  copies: { columns: 1, rows: 1, gapMm: 10 },
  titleRoomMm: 12,
  tornEdges: [],
  paperSide: 'smooth',
  paperGrain: 'upright',
  exportPaper: 'A4',
};

export const DEFAULT_REGISTER: RegisterPlan = {
  hand: 'practised',
  paperDampChange: 0,
  woodMoistureChange: 0,
  sliverMm: SLIVER_MM,
  wishShare: 0.05,
  stock: SHIM_STOCK,
  heights: { blockMm: 4, backingMm: 0, paperMm: 0.3, packingMm: 2, pressGapMm: null },
};

export const DEFAULT_RULES: PlanRules = { direction: 'free', pinnedIds: [], maxFilms: 5, rollerClearanceMm: 20 };

export function emptyPlan(): Plan {
  return {
    version: 5,
    way: { process: 'reduction', under: 'dry', ink: 'oil relief', registration: 'corner stops', printing: 'by hand' },
    paper: { name: 'warm white', labD50: [94.5, 0.3, 4.2] },
    picture: null,
    flat: null,
    inks: [],
    blocks: [
      {
        id: 'block-1',
        name: 'Block 1',
        materialId: 'lino',
        grainDeg: 0,
        sizeMm: null,
        sides: [{ id: 'side-1', name: 'face', stages: [] }],
      },
    ],
    runs: [],
    rules: DEFAULT_RULES,
    ...NOTHING_FITTED,
    layout: DEFAULT_LAYOUT,
    register: DEFAULT_REGISTER,
    sheets: { edition: 20, proofsToKeep: 2, testSheets: 2, wishToBeSure: 0.9, experience: 'practised' },
  };
}

export function stagesOf(plan: Plan): readonly Stage[] {
  return plan.blocks.flatMap((block) => block.sides.flatMap((side) => side.stages));
}

/**
 * Whether everything but spots is printed from one side of one block, cut again between runs: films then meet only as they were cut
 * one out of the other.
 */
export function reducesOneBlock(plan: Plan): boolean {
  const sides = plan.blocks.flatMap((block) => block.sides);
  return sides.filter((side) => side.stages.some((stage) => !stage.within)).length <= 1;
}

/** The stage a run prints from (its first inking's). */
export function stageOfRun(plan: Plan, run: Run): Stage | undefined {
  return stagesOf(plan).find((stage) => stage.id === run.inkings[0].stageId);
}

/** The ink of an inking. */
export function inkOf(plan: Plan, inking: Inking): Ink {
  const ink = plan.inks.find((i) => i.id === inking.inkId);
  if (!ink) throw new Error(`inking ${inking.id} has no ink`);
  return ink;
}

/** A run's ink (its first inking's). */
export function inkOfRun(plan: Plan, run: Run): Ink {
  return inkOf(plan, run.inkings[0]);
}

/** The inks of a run as one would say them: “straw”, or “straw and plum”. */
export function inkNamesOf(plan: Plan, run: Run): string {
  return run.inkings.map((inking) => inkOf(plan, inking).name).join(' and ');
}

/** The colours of the picture an inking prints on. */
export function printedIds(plan: Plan, inking: Inking): readonly string[] {
  const standing = stagesOf(plan).find((stage) => stage.id === inking.stageId)?.standingIds ?? [];
  return inking.zoneIds ? standing.filter((id) => inking.zoneIds!.includes(id)) : standing;
}

/** The side of a block a stage belongs to. */
export function sideOfStage(plan: Plan, stageId: string): BlockSide | undefined {
  return plan.blocks.flatMap((block) => block.sides).find((side) => side.stages.some((stage) => stage.id === stageId));
}

/** The block a run prints from, and its place in the list. */
export function blockOfRun(plan: Plan, run: Run): { readonly block: Block; readonly index: number } {
  const index = plan.blocks.findIndex((block) =>
    block.sides.some((side) => side.stages.some((stage) => stage.id === run.inkings[0].stageId)),
  );
  return { block: plan.blocks[Math.max(0, index)], index: Math.max(0, index) };
}

/** What stands, is cut and went before at a run's stage. */
export function cutStateOfRun(plan: Plan, run: Run): CutState<string> {
  const side = sideOfStage(plan, run.inkings[0].stageId);
  const all = plan.flat?.colours.map((c) => c.id) ?? [];
  const states = cutStatesOf(side?.stages.map((stage) => stage.standingIds) ?? [], all);
  return (
    states[side?.stages.findIndex((stage) => stage.id === run.inkings[0].stageId) ?? -1] ?? {
      standing: [],
      cutNow: [],
      clearedEarlier: [],
    }
  );
}
