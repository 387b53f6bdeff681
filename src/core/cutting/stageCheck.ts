import { FAR } from '../geometry';
import { chatterPlaces } from './chatter';
import { MAX_PLACES, SPECK_MM2, type CutSettings, type Finding } from './finding';
import { supportsFor, type OpenGround, type Support } from './rollerReach';
import type { StageMeasure } from './stageMeasure';
import { thinParts } from './thinParts';

export interface StageVerdict {
  readonly findings: readonly Finding[];
  readonly supports: readonly Support[];
  readonly supportsEnough: boolean;
  /** How much of the block's edge is cleared, and how wide at most: what the roller tips over and the margin prints from. */
  readonly margin: { readonly clearedEdgeMm: number; readonly widestMm: number };
}

/**
 * What a stage asks for with this material, these tools and this roller; quick enough to follow a slider. The stage is measured for tools
 * as wide as the narrowest of these.
 */
export function findingsOf(measure: StageMeasure, settings: CutSettings): StageVerdict {
  const narrowest = Math.min(measure.widestMm, ...settings.toolsMm);
  const uncuttable = smallIslands(
    measure,
    (i) => measure.figures.widestPx[i] * measure.mmPerPx < narrowest,
    'uncuttable',
    narrowest,
  );
  const loose = smallIslands(
    measure,
    (i) => measure.islands.islandAreaPx[i] * measure.mmPerPx ** 2 < settings.material.looseMm2,
    'loose',
    settings.material.looseMm2,
  );
  const gone = new Set([...uncuttable, ...loose].map((f) => f.island));
  const supports = supportsFor(measure.ground, settings.roller);
  return {
    findings: [
      ...thinParts(
        measure,
        Math.max(settings.material.ridgeAlongMm, settings.material.ridgeAcrossMm),
        gone,
        'ridge',
        settings,
      ),
      ...thinParts(measure, narrowest, gone, 'gap', settings),
      ...[...uncuttable, ...loose].map(({ island: _, ...finding }) => finding),
      ...chatterPlaces(measure, settings.roller),
    ],
    supports: supports.supports,
    supportsEnough: supports.enough,
    margin: marginOf(measure.ground),
  };
}

function marginOf({ width, height, squared, cellMm }: OpenGround): StageVerdict['margin'] {
  let cleared = 0,
    widest = 0;
  const look = (i: number) => {
    if (squared[i] === 0) return;
    cleared++;
    widest = Math.max(widest, squared[i] < FAR ? squared[i] : width * width);
  };
  for (let y = 0; y < height; y++) {
    const whole = y === 0 || y === height - 1;
    for (let x = 0; x < width; x += whole ? 1 : Math.max(1, width - 1)) look(y * width + x);
  }
  return { clearedEdgeMm: cleared * cellMm, widestMm: Math.sqrt(widest) * cellMm };
}

function smallIslands(
  measure: StageMeasure,
  small: (island: number) => boolean,
  kind: 'uncuttable' | 'loose',
  limit: number,
): (Finding & { island: number })[] {
  const { islands, figures, mmPerPx } = measure,
    standing = kind === 'loose' ? 1 : 0;
  const found: (Finding & { island: number })[] = [];
  for (let i = 0; i < islands.islandCount; i++) {
    const areaMm2 = islands.islandAreaPx[i] * mmPerPx ** 2;
    if (islands.islandLabel[i] !== standing || !small(i) || areaMm2 < SPECK_MM2 / 4) continue;
    const half = Math.max(1, figures.widestPx[i] / 2);
    const x = figures.innerX[i],
      y = figures.innerY[i],
      reach = Math.sqrt(islands.islandAreaPx[i]) + half;
    found.push({
      island: i,
      kind,
      limit,
      areaMm2,
      xMm: (x + 0.5) * mmPerPx,
      yMm: (y + 0.5) * mmPerPx,
      lengthMm: Math.sqrt(areaMm2),
      value: kind === 'loose' ? areaMm2 : figures.widestPx[i] * mmPerPx,
      boxMm: {
        x0: (x - reach) * mmPerPx,
        y0: (y - reach) * mmPerPx,
        x1: (x + reach) * mmPerPx,
        y1: (y + reach) * mmPerPx,
      },
    });
  }
  return found.sort((a, b) => b.areaMm2 - a.areaMm2).slice(0, MAX_PLACES);
}
