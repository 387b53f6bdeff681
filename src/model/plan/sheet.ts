import { phrase } from '@/core/units';
import type { InferType } from 'yup';
import {
  ALLOWANCE_RANGE_MM,
  GAP_RANGE_MM,
  HANDS,
  HEIGHT_RANGE_MM,
  MARGIN_RANGE_MM,
  MARGIN_RULES,
  MAX_COPIES,
  PAPER_RANGE_MM,
  SHEET_EDGES,
  SHIM_RANGE_MM,
  SOLVED,
  TITLE_RANGE_MM,
} from '@/core/registration';
import { between, edges, list, mm, named, oneOf, inRange, record, whole, type Frozen } from '../fields';
import { DAMP_CHANGE, EXPORT_PAPERS, MAX_SHIMS, SLIVER_RANGE_MM, WOOD_CHANGE } from '../ranges';

export const layout = record({
  solve: oneOf(SOLVED),
  rule: oneOf(MARGIN_RULES),
  marginMm: mm(MARGIN_RANGE_MM),
  marginsMm: edges(MARGIN_RANGE_MM),
  paperMm: record({ widthMm: mm(PAPER_RANGE_MM), heightMm: mm(PAPER_RANGE_MM) }),
  /** Null: as the way of registration asks. */
  allowanceMm: edges(ALLOWANCE_RANGE_MM).nullable().defined(),
  copies: record({
    columns: whole({ min: 1, max: MAX_COPIES, what: phrase('measure.imagesSideBySide') }),
    rows: whole({ min: 1, max: MAX_COPIES, what: phrase('measure.imagesBelowOneAnother') }),
    gapMm: mm(GAP_RANGE_MM),
  }),
  titleRoomMm: mm(TITLE_RANGE_MM),
  tornEdges: list(oneOf(SHEET_EDGES), 4),
  paperSide: oneOf(['smooth', 'rough'] as const),
  paperGrain: oneOf(['upright', 'level'] as const),
  exportPaper: oneOf(EXPORT_PAPERS),
});

export const heights = record({
  blockMm: mm(HEIGHT_RANGE_MM),
  backingMm: mm(HEIGHT_RANGE_MM),
  paperMm: mm(HEIGHT_RANGE_MM),
  packingMm: mm(HEIGHT_RANGE_MM),
  pressGapMm: mm(HEIGHT_RANGE_MM).nullable().defined(),
});

const shim = record({
  name: named(40, phrase('sheet.aShimNeedsA')),
  thicknessMm: mm(SHIM_RANGE_MM),
});
export const register = record({
  hand: oneOf(HANDS),
  /** Between the first run and the last, as a share of full damp. */
  paperDampChange: inRange(DAMP_CHANGE),
  /** Percent points, for blocks of wood. */
  woodMoistureChange: inRange(WOOD_CHANGE, ' %'),
  sliverMm: mm(SLIVER_RANGE_MM),
  /** Share of sheets with a visible fault that is put up with. */
  wishShare: between(phrase('sheet.theShareOfSheets'), 0, 1),
  stock: list(shim, MAX_SHIMS, phrase('sheet.upToSixThicknesses'))
    .min(1, phrase('sheet.atLeastOneThickness'))
    .test(
      'names',
      phrase('sheet.eachShimOfThe'),
      // one that is no shim is refused by its own check
      (stock) => !stock?.every(Boolean) || new Set(stock.map((s) => s.name)).size === stock.length,
    ),
  heights,
});

export type ExportPaper = (typeof EXPORT_PAPERS)[number];
/** The sheet: which of paper, margins and image follows from the other two, what is trimmed off, how it lies. */
export type LayoutPlan = Frozen<InferType<typeof layout>>;
/** What is known and wished about how runs will lie on one another. */
export type RegisterPlan = Frozen<InferType<typeof register>>;
