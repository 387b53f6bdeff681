import { givenName } from '@/core/units';
import { DEFAULT_ROLLER, DEFAULT_TOOLS_MM } from '@/core/cutting';
import { SHIM_STOCK, SLIVER_MM } from '@/core/registration';
import type { BlockSide } from './blocks';
import type { Plan, PlanRules } from './plan';
import type { LayoutPlan, RegisterPlan } from './sheet';

/** What a plan has before anything of it was thought about. */
export const NOTHING_FITTED: Pick<Plan, 'fit' | 'masks' | 'lettering' | 'kept' | 'toolsMm' | 'roller' | 'transfer'> = {
  fit: { trapMm: 0, pairs: [], chokeMm: 0 },
  masks: [],
  lettering: [],
  kept: [],
  toolsMm: DEFAULT_TOOLS_MM,
  roller: DEFAULT_ROLLER,
  transfer: { wayId: 'tracing', spares: 2, ticked: [] },
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

/** The face of a block as it begins: whole, and as large as the picture. */
export function newSide(id: string, cuts: BlockSide['cuts']): BlockSide {
  return { id, name: 'face', saw: null, drawnLarger: { acrossPercent: 0, downPercent: 0 }, cuts };
}

export function emptyPlan(): Plan {
  return {
    version: 16,
    way: {
      ...{ under: 'dry', registration: 'corner stops', printing: 'by hand', chosen: null },
      blend: { percent: 15, passes: 4, wanted: false, reachMm: 3, chargedFirst: 'lighter' },
      day: { openMinutes: null, changeOverMinutes: 20 },
      begins: { blocks: 'one side', mediumId: 'oil relief', opacity: 'opaque', key: 'last', type: false },
    },
    paper: { name: givenName('warm white'), labD50: [94.5, 0.3, 4.2] },
    picture: null,
    flat: null,
    inks: [],
    blocks: [
      {
        id: 'block-1',
        name: givenName('Block 1'),
        materialId: 'lino',
        grainDeg: 0,
        sizeMm: null,
        type: null,
        sides: [newSide('side-1', [])],
      },
    ],
    runs: [],
    rules: DEFAULT_RULES,
    ...NOTHING_FITTED,
    layout: DEFAULT_LAYOUT,
    register: DEFAULT_REGISTER,
    sheets: {
      edition: 20,
      proofsToKeep: 2,
      progressiveSets: 0,
      testSheets: 2,
      wishToBeSure: 0.9,
      experience: 'practised',
    },
    parting: {
      ...{ by: 'cut', grain: 'either', keptEdges: [], lossMm: 0, edgeMm: 5 },
      ...{ strips: 0, stripMm: { widthMm: 60, heightMm: 200 } },
    },
    costs: { inkPer100G: 0, blockPerDm2: 0, anHour: 0 },
    days: { aim: 'earliest finish', wishedBy: null, eveningsOnly: false, pins: [], kept: [], keptAt: null },
    colourways: [],
    record: { by: '', printedBy: '', place: '', year: '', technique: '', statement: '', rights: '', price: '' },
    finishing: {
      ...{ to: 'paper', marginMm: 0, lines: [], interleave: false, pressDays: 0 },
      shape: { offsetMm: 2, roundMm: 1, openings: false, leastMm2: 20, colourIds: [] },
    },
    uses: [],
    frozenAt: null,
    decisions: [],
  };
}
