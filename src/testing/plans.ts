import { STARTER_CABINET } from '@/core/inks';
import type { Lab } from '@/core/colour';
import { withFlat } from '@/derived';
import {
  emptyPlan,
  newSide,
  type CabinetInk,
  type FlatColour,
  type FlatPlan,
  type PicturePlan,
  type Plan,
} from '@/model';

/** A digest that names bytes no test reads. */
export const SHA = 'a'.repeat(64);

/** A picture brought in whole and placed at this size, a pixel to every 0.1 mm. */
export function pictureOf(widthMm: number, heightMm: number, more: Partial<PicturePlan> = {}): PicturePlan {
  return {
    originalSha: SHA,
    fileName: 'x.png',
    format: 'png',
    sourceWidthPx: widthMm * 2,
    sourceHeightPx: heightMm * 2,
    turnDeg: 0,
    mirrored: false,
    crop: { x: 0, y: 0, width: 1, height: 1 },
    widthMm,
    heightMm,
    raster: { sha: SHA, widthPx: widthMm * 10, heightPx: heightMm * 10, mmPerPx: 0.1 },
    ...more,
  };
}

/** The same runs with a block for each: its own colour stands on it and nothing else. */
export function onOwnBlocks(plan: Plan): Plan {
  return {
    ...plan,
    blocks: plan.runs.map((run, i) => ({
      ...plan.blocks[0],
      id: `block-${i + 1}`,
      name: `Block ${i + 1}`,
      sides: [newSide(`side-${i + 1}`, [{ id: `stage-${i + 1}`, standingIds: [run.formes[0].inkings[0].colourId] }])],
    })),
    runs: plan.runs.map((run, i) => ({
      ...run,
      formes: run.formes.map((forme) => ({ ...forme, cutId: `stage-${i + 1}` })),
    })),
  };
}

/** A flat colour on a quarter of the picture, in one island, named by its id. */
export function flatColour(id: string, wantedLabD50: Lab): FlatColour {
  return { id, name: id, wantedLabD50, areaShare: 0.25, islandCount: 1 };
}

/** The starter inks as a cabinet, 100 g of each, known by their solids on an empty plan's paper. */
export function starterCabinet(): CabinetInk[] {
  const paperLabD50 = emptyPlan().paper.labD50;
  return STARTER_CABINET.map(({ name, role, labD50, contrastRatio }) => ({
    id: name,
    name,
    role,
    mediumId: 'oil relief',
    colour: { labD50, spectrum: null },
    paperLabD50,
    opacity: contrastRatio,
    strength: 1,
    stockG: 100,
    lightFast: '',
    drawdowns: [],
    version: 3,
  }));
}

/** Paper, straw, rust and night, a quarter of the picture each; the paper is bare. */
export const FOUR_COLOURS: FlatPlan = {
  labelsSha: SHA,
  settings: { colourCount: 4, radiusMm: 0, minIslandMm2: 0 },
  colours: [
    flatColour('paper', [94, 0, 4]),
    flatColour('straw', [82, 2, 40]),
    flatColour('rust', [48, 36, 38]),
    flatColour('night', [16, 4, -14]),
  ],
  barePaperId: 'paper',
  handChanges: 0,
};

/** A print of three runs from one block, in four bands of colour. */
export function planOfBands(): Plan {
  return withFlat({ ...emptyPlan(), picture: pictureOf(60, 45) }, FOUR_COLOURS);
}
