import type { Language } from '@/words/language';
import type { Lab, Light } from '@/core/colour';
import type { Band, CurvePoint, CutFigures, CutFor, CuttableSettings, LineTold } from '@/core/cuttable';
import type { CutIsland, CutSettings, RehearsalPart, RubMap, SawnBlock, StageVerdict } from '@/core/cutting';
import type { AnchorPx, Box, LabelCoverage, LabelStyle, PartMap, Region, SeamRule, View } from '@/core/geometry';
import type { DieLine, DieShape } from '@/core/finishing';
import type { FitAnswer, MisprintView, Motion, ProofReading, Spread } from '@/core/registration';
import type { PrintMapTask, PrintPart } from '@/core/layers';
import type { EditDone, FlatColourFigures, FlattenSettings, Gradation, RegionEdit } from '@/core/picture';
import type { Nearest, PotPart } from '@/core/inks';
import type { Failure, LengthUnit } from '@/core/units';
import type { CabinetInk, Plan } from '@/model';
import type {
  ColoursGot,
  InkAnswer,
  InkQuestion,
  PrintSheet,
  ProposalRequest,
  RestAnswer,
  RestRequest,
  Proposals,
  Resolved,
  CabinetPigment,
  DaysAnswer,
  DaysQuestion,
  PotLeft,
  PotStart,
} from '@/derived';

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

/** One island: its first pixel names it, a pixel inside points at it. */
export interface IslandInfo {
  readonly key: number;
  readonly label: number;
  readonly areaMm2: number;
  /** Middle of its widest strip, map pixels. */
  readonly x: number;
  readonly y: number;
  readonly boxPx: Box;
}

export interface IslandDetail {
  /** mm; known up to 3 mm. Missing for islands so large that looking would hold up the hand; the list of islands has it. */
  readonly thinnestMm?: number;
  /** Colours along its edge, longest first. */
  readonly neighbours: readonly { readonly label: number; readonly edgeMm: number }[];
}

export interface IslandRow extends IslandInfo {
  readonly thinnestMm: number;
  readonly widestMm: number;
}
export const ISLAND_ORDERS = ['reading order', 'area', 'thinness', 'risk'] as const;
export type IslandOrder = (typeof ISLAND_ORDERS)[number];

/** What is measured for a stage whatever the material. */
export interface StageFigures {
  readonly outlineM: number;
}

/** A label map, or a print map, on its way to another worker. */
export interface MapCopy {
  readonly labels: PartMap['labels'];
  readonly width: number;
  readonly height: number;
  readonly mmPerPx: number;
}

/** What can be touched by roller or paper is outlined, mm. `milliseconds`: from the cached measure. */
export interface StageFindings extends StageVerdict {
  readonly riskOutlinesMm: readonly (readonly number[])[];
  /** The part of the sheet each finding lies in. */
  readonly partOf: readonly number[];
  readonly milliseconds: number;
}

/** What a picture is made cuttable for, and how. */
export interface CuttableWish {
  readonly settings: CuttableSettings;
  readonly cutFor: CutFor;
  /** Islands that are lettering stay as they are. */
  readonly letteringPx: readonly AnchorPx[];
}

/** Places of the cutting check that are mended together; those that are kept as they are stay. */
export interface MendEdit {
  readonly kind: 'mend';
  readonly boxesPx: readonly Box[];
  readonly keptPx: readonly Box[];
  readonly letteringPx: readonly AnchorPx[];
  readonly cutFor: CutFor;
  readonly coloursLabD50: readonly Lab[];
  /** Of each colour what is cut and printed of it already: a line moves only between colours of one class. */
  readonly classOf: readonly number[];
}

/** A key drawing as it is wished for: edges, the pieces of them that are left out, by number, and the lines. */
export interface KeyWish {
  readonly edges: { readonly pairs: readonly (readonly [number, number])[]; readonly smoothMm: number };
  readonly leftOut: readonly number[];
  /** Outlines of lines that were drawn elsewhere, mm, in the place of the edges; their thickness is kept. */
  readonly drawnMm: readonly (readonly number[])[] | null;
  readonly widthMm: number;
  readonly taperMm: number;
  readonly labD50: Lab;
}

/** A piece of a key drawing, along its middle. */
export interface KeyPieceShown {
  readonly a: number;
  readonly b: number;
  readonly pointsMm: readonly number[];
  readonly lengthMm: number;
}

/** A thin line of the picture, along its middle, and what became of it. */
export interface LineShown {
  readonly pointsMm: readonly number[];
  readonly label: number;
  readonly contrast: number;
  readonly lengthMm: number;
  readonly laid: boolean;
}

export interface CuttableResult extends FlatResult {
  readonly lines: readonly LineShown[];
  /** Places the check would still find. */
  readonly left: number;
}

/** A band of the map with its surroundings, on its way to whoever works on it. */
interface BandSent {
  readonly band: Band;
  readonly labels: Uint8Array;
  readonly keptWords: Uint32Array | null;
}
interface BandTask extends BandSent {
  readonly wish: CuttableWish;
  readonly coloursLabD50: readonly Lab[];
  readonly leastIslandMm2: number;
  /** How its tones were found: likeness is reckoned in the same light. */
  readonly tones: FlattenSettings['tones'];
}

/** Every job of the picture worker: what it takes and what it answers. */
export interface PictureJobs {
  /** Fetches a raster and decodes it; with `maxPixels`, scaled down to no more than that. */
  openRaster: { take: { url: string; mmPerPx: number; maxPixels?: number }; give: { width: number; height: number } };
  openLabels: { take: { url: string; mmPerPx: number }; give: { width: number; height: number } };
  flatten: { take: { settings: FlattenSettings; thinnest: boolean }; give: FlatResult };
  /** A first look, on a small copy: nothing of it is kept for the jobs below. */
  cuttablePreview: { take: { settings: FlattenSettings; wish: CuttableWish }; give: FlatResult };
  /** The picture flattened, in bands to be made cuttable side by side; the next five jobs follow in their order, the bands' in any worker. */
  cuttableBegin: {
    take: { settings: FlattenSettings; wish: CuttableWish };
    give: {
      coloursLabD50: readonly Lab[];
      mmPerPx: number;
      parts: readonly (BandSent & { readonly raw: Uint8Array })[];
    };
  };
  shapeBand: {
    take: BandTask & { readonly raw: Uint8Array };
    give: { readonly labels: Uint8Array; readonly lines: readonly LineTold[] };
  };
  joinBands: {
    take: { parts: readonly PictureJobs['shapeBand']['give'][] };
    give: { readonly parts: readonly BandSent[] };
  };
  cureBand: { take: BandTask; give: { readonly labels: Uint8Array; readonly open: readonly Box[] } };
  cuttableFinish: {
    take: { parts: readonly PictureJobs['cureBand']['give'][]; thinnest: boolean };
    give: CuttableResult;
  };
  /** Hours of cutting and mean ΔE00 to the picture made cuttable last: as it was flattened, and now. */
  cuttableFigures: { take: null; give: { readonly before: CutFigures; readonly after: CutFigures } };
  /** How likeness falls with the hours there are, for the picture made cuttable last. */
  cuttableCurve: { take: null; give: readonly CurvePoint[] };
  /** The same picture within the hours of the settings. */
  cuttableWithin: { take: { settings: CuttableSettings; thinnest: boolean }; give: CuttableResult };
  split: { take: { label: number; coloursLabD50: readonly Lab[]; settings: FlattenSettings }; give: FlatResult };
  merge: { take: { from: number; into: number; coloursLabD50: readonly Lab[] }; give: FlatResult };
  /** Changes islands in the map itself. `milliseconds` is the change alone. */
  /** The pieces a key drawing of these edges is made of, mm; a key that is there already is looked under. */
  keyPieces: { take: { edges: KeyWish['edges']; key: number | null }; give: readonly KeyPieceShown[] };
  /** Draws the key as a further colour, in the place of one that is there. */
  drawKey: { take: { wish: KeyWish; key: number | null; coloursLabD50: readonly Lab[] }; give: FlatResult };
  /** Takes the key away: what it lay on comes back. */
  withoutKey: { take: { key: number; coloursLabD50: readonly Lab[] }; give: FlatResult };
  edit: { take: RegionEdit | MendEdit; give: EditDone & { milliseconds: number } };
  /** What a mending would change, and how many of the places it would leave; nothing is changed. */
  mendPreview: {
    take: MendEdit;
    give: { readonly outlinesMm: readonly (readonly number[])[]; readonly changedMm2: number; readonly left: number };
  };
  /** The picture's colour at a pixel of the raster, evened over its neighbours, in the light its tones are found in. */
  colourAt: { take: { x: number; y: number; tones?: FlattenSettings['tones'] }; give: Lab | null };
  /** How the picture runs over areas of its labels, set by set; null where it does not. Both raster and labels must be open. */
  gradations: {
    take: { sets: readonly (readonly number[])[]; coloursLabD50: readonly Lab[] };
    give: readonly (Gradation | null)[];
  };
  /** A copy for another worker: of the map, to be measured and stored, or of the print map. */
  snapshot: { take: { of: 'labels' | 'sheet' }; give: MapCopy };
  /** Takes a map that was made here as the present one. */
  useLabels: { take: MapCopy; give: null };
  /** Takes such a copy over as the present map and measures it. */
  measure: {
    take: MapCopy & { coloursLabD50: readonly Lab[] };
    give: FlatResult;
  };
  /** Deflates the label map and sends it to `url`; answers with what the server says. */
  storeLabels: { take: { url: string }; give: string };
  /** The part of the print map at a pixel. */
  partAt: { take: { x: number; y: number }; give: number | null };
  islandAt: { take: { x: number; y: number }; give: IslandInfo | null };
  /** The next island in reading order, no smaller than `leastMm2`; from the first one when `key` is null. */
  islandStep: { take: { key: number | null; step: 1 | -1; leastMm2: number }; give: IslandInfo | null };
  islandDetail: { take: { key: number }; give: IslandDetail | null };
  islands: {
    take: { order: IslandOrder; limit: number; leastMm2: number };
    give: { rows: readonly IslandRow[]; total: number };
  };
  /** `sheet` is the print map, `labels` the picture's own; `lines` draws the edges between labels in a colour. */
  paint: {
    take: {
      what: 'labels' | 'sheet' | 'raster' | 'cut' | 'rehearsal';
      styles: readonly (LabelStyle | undefined)[];
      view: View;
      width: number;
      height: number;
      backdrop: number;
      lines?: number;
      /** Shows the raster in the light its tones are found in. */
      light?: FlattenSettings['tones'];
    };
    give: ImageBitmap;
  };
  /** How colours of the picture lie to each other: least distances and lengths of common borders, mm, `[a * labelCount + b]`. */
  meetings: { take: { labelCount: number }; give: { readonly gapsMm: Float64Array; readonly bordersMm: Float64Array } };
  /** Works out the print map, and the shares of its parts on a small picture. */
  printMap: {
    take: { task: PrintMapTask; width: number; height: number };
    give: { parts: readonly PrintPart[]; areaPx: readonly number[]; full: boolean; coverage: LabelCoverage };
  };
  /** What becomes of a block that is sawn along these seams of the picture. */
  sawn: { take: { rule: SeamRule; sawMm: number }; give: Omit<SawnBlock, 'map'> };
  /** The edge cut anew before a run. */
  stageFigures: { take: { standing: readonly number[]; cutNow: readonly number[] }; give: StageFigures };
  /** Measures a stage that may be asked for next. */
  stageAhead: { take: { standing: readonly number[]; cutNow: readonly number[] }; give: null };
  /** Which tool clears how much of a stage: widest first; width 0 is the knife. */
  clearing: {
    take: { standing: readonly number[]; cutNow: readonly number[]; toolsMm: readonly number[] };
    give: readonly { readonly widthMm: number; readonly cm2: number }[];
  };
  /** What a stage asks for; quick when it was measured before. */
  findings: {
    take: { standing: readonly number[]; cutNow: readonly number[]; settings: CutSettings };
    give: StageFindings;
  };
  /** How the back of a sheet is rubbed where these parts are inked. */
  rubMap: { take: { inked: readonly number[]; cellsAcross: number }; give: RubMap };
  /** Outlines of a place of the picture, mm; `forShow`: large places a little coarser, at once. */
  /** The islands that anchors lie in, by their key; null where none of that label is there. */
  findAnchors: { take: { anchors: readonly AnchorPx[] }; give: (number | null)[] };
  outlines: {
    take: { region: Region; forShow?: boolean };
    give: { outlinesMm: readonly (readonly number[])[]; areaMm2: number };
  };
  /** Outlines of what a mask covers, mm. */
  maskOutlines: {
    take: { standing: readonly number[]; region: Region; covers: 'place' | 'all else' | 'keep clean'; growMm: number };
    give: { outlinesMm: readonly (readonly number[])[] };
  };
  /** Makes the parts to cut the `cut` map: 0 other, 1 to cut, 2 ticked off, then the other labels from 3 on. */
  cutIslands: {
    take: { standing: readonly number[]; cutNow: readonly number[]; done: readonly number[] };
    give: readonly CutIsland[];
  };
  tickIsland: { take: { island: number; done: boolean }; give: null };
  /** Makes the rehearsal map: each pixel its colour × 16 + the run it is cut before (15: not cut). Parts are the islands from `leastMm2` on. */
  rehearse: {
    take: { due: readonly number[]; limit: number };
    give: { parts: readonly (RehearsalPart & { x: number; y: number })[]; leastMm2: number };
  };
  /** Sets before which run parts are cut (15: not); the small parts of a colour follow its largest. */
  rehearseCut: { take: { cuts: readonly (readonly [number, number])[] }; give: null };
  rehearsalPartAt: { take: { x: number; y: number }; give: number | null };
  cutIslandAt: { take: { x: number; y: number }; give: number | null };
}

/** For which ink of the plan a pot is mixed, and from what. */
interface PotQuestion {
  readonly plan: Plan;
  readonly got: ColoursGot;
  readonly cabinet: readonly CabinetInk[];
  readonly of: { readonly runId: string; readonly inkId: string };
}

/** Every job of the layers worker. The cabinet travels with each question; its films are worked out once. */
export interface LayerJobs {
  /** The films of the cabinet's inks. */
  pigments: { take: { cabinet: readonly CabinetInk[] }; give: readonly CabinetPigment[] };
  proposals: { take: ProposalRequest; give: Proposals };
  /** The best composition that keeps what is fixed. */
  composeRest: { take: RestRequest; give: RestAnswer };
  recipe: {
    take: { plan: Plan; got: ColoursGot; cabinet: readonly CabinetInk[]; question: InkQuestion };
    give: InkAnswer | null;
  };
  /** All inks of the runs from `run` on mixed anew over what is really there. */
  resolve: { take: { plan: Plan; got: ColoursGot; cabinet: readonly CabinetInk[]; run: number }; give: Resolved };
  /** What is to be put into a pot as it is; null where there is nothing to mix from. */
  potNearest: {
    take: PotQuestion & { over: 'paper' | 'below'; pot: readonly PotPart[]; mostG: number; readLabD50?: Lab };
    give: Nearest | null;
  };
  /** Leftovers a new pot may be begun with. */
  /** Days of all prints; looked for so long at most, ms. */
  days: { take: DaysQuestion & { readonly mostMs: number }; give: DaysAnswer };
  potStarts: { take: PotQuestion & { wantedG: number; left: readonly PotLeft[] }; give: readonly PotStart[] };
}

/** What a fit is worked out from: the plan, where every run lies by what is known (image coordinates), the spread, and the sheet's middle. */
export interface FitQuestion {
  readonly plan: Plan;
  readonly got: ColoursGot;
  readonly fixed: readonly Motion[];
  readonly spread: Spread;
  readonly about: { readonly xMm: number; readonly yMm: number };
  readonly sheets: number;
}

export interface FitResult extends Omit<FitAnswer, 'risk'> {
  /** Pairs of labels that films end between, the likeliest fault first; `BEYOND` is the bare sheet round the image. */
  readonly pairs: readonly {
    readonly a: number;
    readonly b: number;
    readonly share: number;
    readonly lengthMm: number;
    readonly films: number;
  }[];
  readonly milliseconds: number;
}

export interface ProofQuestion {
  readonly file: Blob;
  /** Over what the file says; 0 leaves it to the file. */
  readonly dpi: number;
  readonly plan: Plan;
  readonly got: ColoursGot;
  readonly sheet: PrintSheet;
  /** Taken from the hand: it may lie at an angle, and is shown in even light. */
  readonly photograph?: boolean;
  /** Runs on the sheet. */
  readonly printed: number;
  readonly sheetMm: { readonly widthMm: number; readonly heightMm: number };
  readonly imageAtMm: { readonly xMm: number; readonly yMm: number };
}

export interface ProofAnswer {
  readonly reading: ProofReading;
  readonly dpi: number;
  readonly milliseconds: number;
  /** The whole sheet, straight, `pictureMmPerPx`. */
  readonly picture: ImageBitmap;
}

/** The shape that is cut out. */
export interface ShapeFound extends Pick<DieLine, 'pieces' | 'openings' | 'beyondPx'> {
  readonly ringsMm: readonly (readonly number[])[];
  readonly areaMm2: number;
}

export interface DrawingQuestion {
  readonly file: Blob;
  /** A tracing has corner marks, a drawing fills the print from edge to edge. */
  readonly how: 'tracing' | 'drawing';
  /** Labels of the colours that still stand on the side: they were printed pale. */
  readonly standing: readonly number[];
  /** Lines on paper lit from one side: each place is held against the paper round it, not against the sheet's lightest. */
  readonly uneven?: boolean;
  /** Whatever its marks say. */
  readonly mirrored?: boolean;
}

export interface DrawingRead {
  readonly mirrored: boolean;
  /** How finely it was taken; 0 for a drawing that fills the print. */
  readonly pxPerMm: number;
  readonly milliseconds: number;
}

export interface LinesQuestion {
  readonly darknessPercent: number;
  readonly leastMm2: number;
  /** Only where something still stands. */
  readonly onlyStanding: boolean;
}

export interface LinesFound {
  readonly picture: ImageBitmap;
  readonly areaMm2: number;
  readonly pieces: number;
  /** Pixels under the lines of each label of the picture. */
  readonly areaPx: readonly number[];
}

/** Every job of the register worker, which holds the picture's labels and the print map. */
export interface RegisterJobs {
  open: { take: { url: string; mmPerPx: number; task: PrintMapTask }; give: null };
  fit: { take: FitQuestion; give: FitResult };
  /** Share of sheets with a visible fault for each of several spreads. */
  ways: { take: FitQuestion & { spreads: readonly Spread[] }; give: readonly number[] };
  /** The least overlap or choke that brings the share to the wish. */
  overlap: { take: FitQuestion; give: { readonly mm: number; readonly share: number } | null };
  /** The sheet with each of its runs, as many as there are motions, where its motion (image coordinates) puts it, in a light. */
  misprint: {
    take: {
      plan: Plan;
      got: ColoursGot;
      sheet: PrintSheet;
      motions: readonly Motion[];
      view: MisprintView;
      light?: Light;
    };
    give: ImageBitmap;
  };
  /** The boundaries, drawn the heavier the likelier they show a fault in the last fit. */
  risk: { take: { width: number; height: number; wishShare: number }; give: ImageBitmap };
  /** The shape that is cut out, as closed lines from the image's corner; null where nothing is left of it. */
  shape: { take: { inside: Uint8Array; shape: DieShape }; give: ShapeFound | null };
  readProof: { take: ProofQuestion; give: ProofAnswer };
  /** Reads a drawn-on tracing, or takes a drawing that fills the print; it stays here for the next two jobs. */
  readDrawing: { take: DrawingQuestion; give: DrawingRead };
  /** What is at least so dark of it, painted `widthPx` wide over it. */
  drawnLines: { take: LinesQuestion & { readonly widthPx: number }; give: LinesFound };
  /** The outlines of the same, in map pixels. */
  drawnOutlines: { take: LinesQuestion; give: { readonly outlinesPx: readonly (readonly number[])[] } };
}

export interface JobRequest {
  readonly id: number;
  readonly job: string;
  readonly payload: unknown;
  /** In which lengths are told where it cannot be done. */
  readonly unit: LengthUnit;
  /** And in which language. */
  readonly language: Language;
}
export type JobReply =
  | { readonly listens: true }
  | { readonly id: number; readonly progress: number }
  | { readonly id: number; readonly result: unknown }
  | { readonly id: number; readonly failure: Failure };
