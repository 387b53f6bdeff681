import {
  distancesAcrossMask,
  islandFigures,
  islandsOfMask,
  maskOfLabels,
  middleLines,
  type BitMask,
  type IslandFigures,
  type IslandMap,
  type PartMap,
  type MiddleLines,
  type OtherDistances,
} from '../geometry';
import { SPECK_MM2 } from './finding';
import { openGround, type OpenGround } from './rollerReach';

/** All that is measured once for a stage and asked again for other materials, tools and rollers. */
export interface StageMeasure {
  readonly mmPerPx: number;
  /** Widths up to this are known. */
  readonly widestMm: number;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly stands: BitMask;
  readonly middle: MiddleLines;
  readonly islands: IslandMap;
  readonly figures: IslandFigures;
  readonly ground: OpenGround;
}

/** Widths up to this are measured whatever is asked: all materials, and the tools of most hands, ask for no more. */
export const WIDEST_MEASURED_MM = 3;
/** No farther than this from an edge, in pixels. */
const MOST_CAP_PX = 127;

/** Measures cut states of a block, one after the other; what they need on the way is made once. */
export class StageMeter {
  private room: OtherDistances | undefined;
  /** No wider than this is ever measured. */
  readonly mostMm: number;

  constructor(
    private readonly map: PartMap,
    private readonly mmPerPx: number,
  ) {
    this.mostMm = 2 * (MOST_CAP_PX - 1) * mmPerPx;
  }

  /**
   * `standing` flags the labels that still print (as of `labelSet`); widths are known up to the narrowest tool at hand, where it is wider than
   * usual (as far as 254 pixels). Undefined when the stage is too broken up to be cut.
   */
  measure(standing: Uint8Array, narrowestToolMm = 0): StageMeasure | undefined {
    const { map, mmPerPx } = this;
    const stands = maskOfLabels(map, standing);
    const islands = islandsOfMask(stands);
    if (!islands) return undefined;
    const widestMm = Math.min(Math.max(WIDEST_MEASURED_MM, narrowestToolMm), this.mostMm);
    const distances = distancesAcrossMask(stands, Math.ceil(widestMm / mmPerPx / 2) + 1, this.room);
    this.room = distances;
    const middle = middleLines(stands, distances, widestMm / mmPerPx);
    return {
      ...{ mmPerPx, widestMm },
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
