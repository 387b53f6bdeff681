import { fileWords } from '@/words/files';
import { srgb8FromLabD50 } from '@/core/colour';
import { circleArcsOf, eachCurveOf, eachPointOf, labelSet, ringsOf, type ArcMap, type CurveMap } from '@/core/geometry';
import { success, type Outcome } from '@/core/units';
import { dxfDocument, indexedPng, openRaster, type PaletteColour, type RasterLayer } from '@/formats';
import { inkingsOf, blockNamesOf, inkedAt, inkNamesOf, inkOf, labelStateOfRun, looksOfPlan } from '@/derived';
import type { Store } from '@/store';
import { fileStem, type FileOut, type Report } from './fileOut';
import { laidOut, runOf, tracedSheet, type LaidOut } from './printSheets';

const STANDING: PaletteColour = [207, 199, 180, 255],
  CUT_NOW: PaletteColour = [166, 58, 43, 255],
  CLEARED: PaletteColour = [239, 233, 218, 255],
  CLEAR: PaletteColour = [255, 255, 255, 0];
const THUMBNAIL_PX = 256;

/** A run as layers, as seen: each film, the sheet before it, the paper. A stage as layers, as the block lies: what is cut now, what stands, what went before. */
export function layeredFile(
  db: Store,
  id: string,
  run: number,
  what: 'run' | 'stage',
  report: Report = () => undefined,
): Outcome<FileOut> {
  const laid = laidOut(db, id);
  if (!laid.ok) return laid;
  const found = runOf(laid.value, run);
  if (!found.ok) return found;
  const { name } = laid.value;
  const { layers, merged, mirrored } = what === 'run' ? runLayers(laid.value, run) : stageLayers(laid.value, run);
  const { width, height } = laid.value.map;
  const png = (palette: readonly PaletteColour[], indexOf: (part: number) => number, everyPx = 1) =>
    pngOf(laid.value, palette, indexOf, mirrored, everyPx);
  const rasters = layers.map((layer, l): RasterLayer => {
    report((l + 1) / (layers.length + 3));
    return { name: layer.name, visible: layer.visible, png: png(layer.palette, layer.indexOf) };
  });
  const every = Math.max(1, Math.ceil(Math.max(width, height) / THUMBNAIL_PX));
  const bytes = openRaster(
    width,
    height,
    laid.value.mmPerPx,
    rasters,
    png(merged.palette, merged.indexOf),
    png(merged.palette, merged.indexOf, every),
  );
  return success({
    bytes,
    mediaType: 'image/openraster',
    fileName: `${fileStem(name)} ${what === 'run' ? 'run' : fileWords('layered.blockBeforeRun')} ${run}.ora`,
  });
}

interface Layer {
  readonly name: string;
  readonly visible: boolean;
  readonly palette: readonly PaletteColour[];
  readonly indexOf: (part: number) => number;
}
interface Layers {
  readonly layers: readonly Layer[];
  readonly merged: Pick<Layer, 'palette' | 'indexOf'>;
  readonly mirrored: boolean;
}

function runLayers({ plan, sheet, got }: LaidOut, number: number): Layers {
  const run = plan.runs[number - 1];
  const looks = looksOfPlan(plan, got, sheet)!.looks;
  const solid = (lab: Parameters<typeof srgb8FromLabD50>[0]): PaletteColour => [...srgb8FromLabD50(lab).rgb, 255];
  const films = inkingsOf(run).map((inking): Layer => {
    const printed = sheet.parts.map((part) => (inkedAt(plan, sheet, part, run, inking) ? 1 : 0));
    return {
      name: fileWords('layered.runWhatPrints', { number, ink: inkOf(plan, inking).name }),
      visible: false,
      palette: [CLEAR, solid(inkOf(plan, inking).solidLabD50)],
      indexOf: (part) => printed[part],
    };
  });
  const after = paletted(looks[number].map(solid));
  return {
    layers: [
      ...films,
      { name: fileWords('layered.theSheetAfterRun', { number }), visible: true, ...after },
      {
        name:
          number > 1 ? fileWords('layered.theSheetAfterRun', { number: number - 1 }) : fileWords('layered.barePaper'),
        visible: true,
        ...paletted(looks[number - 1].map(solid)),
      },
      { name: 'paper', visible: true, palette: [solid(plan.paper.labD50), CLEAR], indexOf: () => 0 },
    ],
    merged: after,
    mirrored: false,
  };
}

/** Colours a picture with a palette can hold. */
const MOST_PALETTE = 256;

/** A palette of the colours of all parts, each once; where they are more than a palette holds, the nearest are taken together. */
export function paletted(colours: readonly PaletteColour[]): Pick<Layer, 'palette' | 'indexOf'> {
  for (let step = 1; ; step *= 2) {
    const places = new Map<string, number>(),
      palette: PaletteColour[] = [];
    const index = colours.map((colour) => {
      const key = colour.map((level) => Math.floor(level / step)).join();
      if (!places.has(key)) places.set(key, palette.push(colour) - 1);
      return places.get(key)!;
    });
    if (palette.length <= MOST_PALETTE) return { palette, indexOf: (part) => index[part] };
  }
}

function stageLayers({ plan, sheet }: LaidOut, number: number): Layers {
  const run = plan.runs[number - 1];
  const state = labelStateOfRun(plan, run, sheet);
  const layer = (name: string, parts: readonly number[], colour: PaletteColour): Layer => {
    const set = labelSet(parts);
    return { name, visible: true, palette: [CLEAR, colour], indexOf: (part) => set[part] };
  };
  const block = plan.blocks.length > 1 ? blockNamesOf(plan, run) : 'block';
  const now = labelSet(state.cutNow),
    stands = labelSet(state.standing);
  return {
    layers: [
      layer(fileWords('layered.cutNowBeforeRun', { number, inkNames: inkNamesOf(plan, run) }), state.cutNow, CUT_NOW),
      layer(fileWords('layered.standsAndPrints', { block }), state.standing, STANDING),
      layer(fileWords('layered.clearedEarlier'), state.clearedEarlier, CLEARED),
    ],
    merged: { palette: [CLEARED, STANDING, CUT_NOW], indexOf: (part) => (now[part] ? 2 : stands[part] ? 1 : 0) },
    mirrored: true,
  };
}

function pngOf(
  { map, mmPerPx, sheet }: LaidOut,
  palette: readonly PaletteColour[],
  indexOf: (part: number) => number,
  mirrored: boolean,
  everyPx: number,
): Uint8Array {
  const index = Uint8Array.from(sheet.parts, (_, part) => indexOf(part) ?? 0);
  const width = Math.ceil(map.width / everyPx),
    height = Math.ceil(map.height / everyPx);
  return indexedPng(
    width,
    height,
    palette,
    (y, row) => {
      const from = y * everyPx * map.width;
      for (let x = 0; x < width; x++)
        row[x] = index[map.labels[from + (mirrored ? map.width - 1 - x * everyPx : x * everyPx)]];
    },
    mmPerPx * everyPx,
  );
}

/** Lines for a cutting machine: a run as seen, or a stage as the block lies. */
export function linesFile(db: Store, id: string, run: number, what: 'run' | 'stage'): Outcome<FileOut> {
  const laid = laidOut(db, id);
  if (!laid.ok) return laid;
  const found = runOf(laid.value, run);
  if (!found.ok) return found;
  const { plan, sheet, name, heightMm } = laid.value;
  const arcs = tracedSheet(laid.value);
  const state = labelStateOfRun(plan, found.value, sheet);
  const lines = (parts: readonly number[]) => bulgedRings(arcs, labelSet(parts), laid.value.mmPerPx, what === 'stage');
  const layers =
    what === 'run'
      ? inkingsOf(found.value).map((inking, i) => ({
          name: fileWords('layered.runInInk', { run, ink: inkOf(plan, inking).name }),
          colour: 1 + i,
          ...lines([...sheet.parts.keys()].filter((p) => inkedAt(plan, sheet, sheet.parts[p], found.value, inking))),
        }))
      : [
          { name: 'standing', colour: 7, ...lines(state.standing) },
          { name: fileWords('layered.cutNow'), colour: 1, ...lines(state.cutNow) },
        ];
  const bytes = new TextEncoder().encode(dxfDocument(heightMm, layers));
  return success({
    bytes,
    mediaType: 'image/vnd.dxf',
    fileName: `${fileStem(name)} ${what === 'run' ? 'run' : fileWords('layered.blockBeforeRun')} ${run}.dxf`,
  });
}

/** Arcs of a cutting machine's lines keep so near to the curves. */
const ARC_TOLERANCE_MM = 0.01;

/** Outlines of a set of labels as lines and arcs of circles, mm; mirrored for the block. */
function bulgedRings(curves: CurveMap, set: Uint8Array, mmPerPx: number, mirrored: boolean) {
  const across = curves.width * mmPerPx,
    rings: number[][] = [],
    bulges: number[][] = [];
  for (const ring of ringsOf(curves, set)) {
    const points: number[] = [],
      bends: number[] = [];
    let x0 = 0,
      y0 = 0;
    const put = (x: number, y: number) => points.push(mirrored ? across - x * mmPerPx : x * mmPerPx, y * mmPerPx);
    eachCurveOf(
      curves,
      ring,
      (x, y) => {
        [x0, y0] = [x, y];
        put(x, y);
      },
      (...curve) => {
        for (const arc of circleArcsOf([x0, y0, ...curve], ARC_TOLERANCE_MM / mmPerPx)) {
          // seen in the mirror a line bends the other way
          bends.push(mirrored ? -arc.bulge : arc.bulge);
          put(arc.x, arc.y);
        }
        [x0, y0] = [curve[4], curve[5]];
      },
    );
    // the ring closes by itself: its first point is not said twice
    rings.push(points.slice(0, -2));
    bulges.push(bends);
  }
  return { ringsMm: rings, bulges };
}

/** Outlines of a set of labels, mm; mirrored for the block. */
export function ringsMm(arcs: ArcMap, set: Uint8Array, mmPerPx: number, mirrored: boolean): number[][] {
  const across = arcs.width * mmPerPx;
  return ringsOf(arcs, set).map((ring) => {
    const points: number[] = [];
    eachPointOf(arcs, ring, (x, y) => points.push(mirrored ? across - x * mmPerPx : x * mmPerPx, y * mmPerPx));
    return points;
  });
}
