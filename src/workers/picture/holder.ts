import { WIDEST_MEASURED_MM, type StageMeasure, type StageMeter } from '@/core/cutting';
import {
  boxOf,
  distancesToOther,
  eachStripOf,
  findIslands,
  islandFigures,
  type ArcMap,
  type IslandFigures,
  type IslandMap,
  type LabelMap,
  type PartMap,
} from '@/core/geometry';
import { type PrintMap } from '@/core/layers';
import { litRaster, THIN_AREA_MM2, type FlattenSettings } from '@/core/picture';
import { failure } from '@/core/units';
import { type IslandInfo } from '../protocol';
import { JobFailed } from '../serve';

/** What the picture worker holds: one raster, one label map with what is worked out from it, the cut in hand and a rehearsal. */
export const held: {
  raster: { width: number; height: number; rgba: Uint8ClampedArray; mmPerPx: number } | undefined;
  map: LabelMap | undefined;
  mapMmPerPx: number;
  cut: { map: PartMap; strips: IslandMap } | undefined;
  /** The print map; the picture's own map while nothing departs from it. */
  printed: PrintMap | undefined;
  /** Worked out when first asked for, and again after the map has changed. */
  islandsNow: IslandMap | undefined;
  figuresNow: IslandFigures | undefined;
  /** Stages of the print map by the parts that stand, the one asked for last at the end; and all its edges. */
  stages: Map<string, StageMeasure>;
  meter: StageMeter | undefined;
  arcs: ArcMap | undefined;
  rehearsal: { map: LabelMap; islands: IslandMap; small: Int32Array } | undefined;
} = {
  raster: undefined,
  map: undefined,
  mapMmPerPx: 0.1,
  cut: undefined,
  printed: undefined,
  islandsNow: undefined,
  figuresNow: undefined,
  stages: new Map(),
  meter: undefined,
  arcs: undefined,
  rehearsal: undefined,
};

/** The raster in the light its tones are found in, where that is not its own. Kept for as long as the same is asked. */
export function rasterIn(tones: FlattenSettings['tones']): NonNullable<typeof held.raster> {
  const source = opened(held.raster);
  if (!tones?.side) return source;
  const key = JSON.stringify(tones.side);
  if (inLight?.of !== source || inLight.key !== key) {
    const { width, height, rgba } = litRaster(source, { tones });
    inLight = {
      ...{ of: source, key },
      raster: { width, height, rgba: new Uint8ClampedArray(rgba.buffer as ArrayBuffer), mmPerPx: source.mmPerPx },
    };
  }
  return inLight.raster;
}
let inLight:
  { readonly of: object; readonly key: string; readonly raster: NonNullable<typeof held.raster> } | undefined;

export function setMap(next: LabelMap, mmPerPx: number): void {
  held.map = next;
  held.mapMmPerPx = mmPerPx;
  forgetShapes();
}

export function forgetShapes(): void {
  held.islandsNow = held.figuresNow = undefined;
  takePrintMap(undefined);
}

/** Takes what prints where as known; what was worked out from the one before is gone. */
export function takePrintMap(printed: PrintMap | undefined): void {
  held.printed = printed;
  held.arcs = held.meter = undefined;
  held.stages.clear();
}

export function allIslands(): IslandMap {
  held.islandsNow ??= findIslands(opened(held.map));
  if (!held.islandsNow) throw new JobFailed(failure('flatten-too-broken.thePictureBreaksUp'));
  return held.islandsNow;
}

/** Distances are measured as far as half the widest width that matters. */
export function measuredCapPx(): number {
  return Math.ceil(WIDEST_MEASURED_MM / held.mapMmPerPx / 2) + 1;
}

export function allFigures(): IslandFigures {
  held.figuresNow ??= islandFigures(
    opened(held.map),
    allIslands(),
    distancesToOther(opened(held.map), measuredCapPx()),
    THIN_AREA_MM2 / held.mapMmPerPx ** 2,
  );
  return held.figuresNow;
}

export function islandInfo(island: number, atX?: number, atY?: number): IslandInfo {
  const islands = allIslands();
  let x = atX ?? 0,
    y = atY ?? 0,
    widest = 0;
  if (atX === undefined)
    eachStripOf(islands, island, (row, from, to) => {
      if (to - from > widest) {
        widest = to - from;
        x = (from + to) >> 1;
        y = row;
      }
    });
  return {
    key: islands.islandFirstPx[island],
    label: islands.islandLabel[island],
    areaMm2: islands.islandAreaPx[island] * held.mapMmPerPx ** 2,
    x,
    y,
    boxPx: boxOf(islands, island),
  };
}

export function opened<T>(thing: T | undefined): T {
  if (thing === undefined) throw new JobFailed(failure('not-opened.thePictureIsStill'));
  return thing;
}

/** What prints where: the print map, or the picture's own while nothing departs from it. */
export function sheetMap(): PartMap {
  return held.printed?.map ?? opened(held.map);
}
