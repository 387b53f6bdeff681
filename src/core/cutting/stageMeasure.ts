import {
  distancesAcrossMask,
  islandFigures,
  islandsOfMask,
  maskOfLabels,
  middleLines,
  type BitMask,
  type IslandFigures,
  type IslandMap,
  type LabelMap,
  type MiddleLines,
  type OtherDistances,
} from '../geometry';
import { SPECK_MM2 } from './finding';
import { openGround, type OpenGround } from './rollerReach';

/** All that is measured once for a stage and asked again for other materials, tools and rollers. */
export interface StageMeasure {
  readonly mmPerPx: number;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly stands: BitMask;
  readonly middle: MiddleLines;
  readonly islands: IslandMap;
  readonly figures: IslandFigures;
  readonly ground: OpenGround;
}

/** Widths up to this are measured; no material or tool asks for a finer look at wider parts. */
export const WIDEST_MEASURED_MM = 3;

/** Measures cut states of a block, one after the other; what they need on the way is made once. */
export class StageMeter {
  private room: OtherDistances | undefined;

  constructor(
    private readonly map: LabelMap,
    private readonly mmPerPx: number,
  ) {}

  /** `standing` flags the labels that still print (256 entries). Undefined when the stage is too broken up to be cut. */
  measure(standing: Uint8Array): StageMeasure | undefined {
    const { map, mmPerPx } = this;
    const stands = maskOfLabels(map, standing);
    const islands = islandsOfMask(stands);
    if (!islands) return undefined;
    const distances = distancesAcrossMask(stands, Math.ceil(WIDEST_MEASURED_MM / mmPerPx / 2) + 1, this.room);
    this.room = distances;
    const middle = middleLines(stands, distances, WIDEST_MEASURED_MM / mmPerPx);
    return {
      mmPerPx,
      widthPx: map.width,
      heightPx: map.height,
      stands,
      islands,
      middle,
      figures: islandFigures(stands, islands, distances, SPECK_MM2 / mmPerPx ** 2, middle),
      ground: openGround(stands, mmPerPx),
    };
  }
}
