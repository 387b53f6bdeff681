import { FAR, islandAt, islandsOfMask, type IslandMap } from '../geometry';
import { MAX_PLACES, type Finding } from './finding';
import type { InkRoller } from './materials';
import { atRisk, blockBox, bridgedWidthMm, riskFrom, type OpenGround } from './rollerReach';
import type { StageMeasure } from './stageMeasure';

export function chatterPlaces(measure: StageMeasure, roller: InkRoller): Finding[] {
  const { ground } = measure;
  const risk = atRisk(ground, roller);
  const islands = islandsOfMask(risk);
  if (!islands) return [];
  const { best, box } = depthsOf(islands, ground, riskFrom(ground, roller));
  const c = ground.cellMm,
    limit = bridgedWidthMm(roller);
  return [...best]
    .flatMap((i, island): Finding[] =>
      i < 0
        ? []
        : [
            {
              kind: 'chatter',
              value: 2 * Math.sqrt(ground.squared[i]) * c,
              limit,
              areaMm2: islands.islandAreaPx[island] * c * c,
              xMm: ((i % ground.width) + 0.5) * c,
              yMm: (Math.floor(i / ground.width) + 0.5) * c,
              lengthMm: Math.max(box[4 * island + 2] - box[4 * island], box[4 * island + 3] - box[4 * island + 1]) * c,
              boxMm: {
                x0: box[4 * island] * c,
                y0: box[4 * island + 1] * c,
                x1: box[4 * island + 2] * c,
                y1: box[4 * island + 3] * c,
              },
            },
          ],
    )
    .sort((a, b) => b.areaMm2 - a.areaMm2)
    .slice(0, MAX_PLACES);
}

/** For each island of ground at risk its deepest cell (−1 for what is safe), and its box: four numbers each, right and lower edge exclusive. */
function depthsOf(islands: IslandMap, ground: OpenGround, limit: number): { best: Int32Array; box: Int32Array } {
  const { width, squared, blockMost, blockLeast } = ground;
  const best = new Int32Array(islands.islandCount).fill(-1),
    box = new Int32Array(4 * islands.islandCount);
  for (let y = 0; y < ground.height; y++) {
    let start = 0;
    for (let s = islands.rowOffset[y]; s < islands.rowOffset[y + 1]; s++) {
      const island = islands.stripIsland[s],
        end = islands.stripEnd[s],
        at = 4 * island;
      if (islands.islandLabel[island] === 1) {
        if (best[island] < 0) {
          best[island] = y * width + start;
          box[at] = start;
          box[at + 1] = y;
        }
        box[at] = Math.min(box[at], start);
        box[at + 2] = Math.max(box[at + 2], end);
        box[at + 3] = y + 1;
      }
      start = end;
    }
  }
  for (let block = 0; block < blockMost.length; block++) {
    if (blockMost[block] <= limit || blockMost[block] === FAR) continue;
    const { x0, y0, x1, y1 } = blockBox(ground, block);
    // a block that is all at risk belongs to one island, and is looked into only when it is deeper than what is known
    const whole = blockLeast[block] > limit ? islandAt(islands, x0, y0) : undefined;
    if (whole !== undefined && blockMost[block] <= squared[best[whole]]) continue;
    for (let y = y0; y < y1; y++)
      for (let x = x0, i = y * width + x; x < x1; x++, i++) {
        if (squared[i] <= limit) continue;
        const island = whole ?? islandAt(islands, x, y),
          before = squared[best[island]];
        if (squared[i] > before || (squared[i] === before && i < best[island])) best[island] = i;
      }
  }
  return { best, box };
}
