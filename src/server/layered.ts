import { fileWords } from '@/words/files';
import { srgb8FromLabD50, type Lab } from '@/core/colour';
import { FillsAt, labelSet, packRgb, type Fill } from '@/core/geometry';
import { goneOverAt } from '@/core/layers';
import { success, type Outcome } from '@/core/units';
import {
  bulgedRings,
  colourPng,
  dxfDocument,
  indexedPng,
  openRaster,
  type PaletteColour,
  type RasterLayer,
} from '@/formats';
import {
  inkingsOf,
  blockNamesOf,
  fillsAfter,
  filmFills,
  inkedAt,
  inkNamesOf,
  inkOf,
  labelStateOfRun,
  looksOfPlan,
  sideOfRun,
} from '@/derived';
import type { Store } from '@/store';
import { drawnSide, type Drawn } from './drawnSide';
import { fileStem, textOut, type FileOut, type Report } from './fileOut';
import { laidOut, runOf, tracedSheet, type LaidOut } from './printSheets';

const STANDING = packRgb(207, 199, 180),
  CUT_NOW = packRgb(166, 58, 43),
  CLEARED = packRgb(239, 233, 218);
const CLEAR: PaletteColour = [255, 255, 255, 0];
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
  const png = (painted: Painted, everyPx = 1) => pngOf(laid.value, painted, mirrored, everyPx);
  const rasters = layers.map((layer, l): RasterLayer => {
    report((l + 1) / (layers.length + 3));
    return { name: layer.name, visible: layer.visible, png: png(layer) };
  });
  const every = Math.max(1, Math.ceil(Math.max(width, height) / THUMBNAIL_PX));
  const bytes = openRaster(width, height, laid.value.mmPerPx, rasters, png(merged), png(merged, every));
  return success({
    bytes,
    mediaType: 'image/openraster',
    fileName: `${fileStem(name)} ${what === 'run' ? 'run' : fileWords('layered.blockBeforeRun')} ${run}.ora`,
  });
}

/** How the parts of the sheet are painted. */
interface Painted {
  /** Undefined: nothing of the part is seen. */
  readonly fills: readonly (Fill | undefined)[];
  /** Share of it that is there, 0–1, by places as shares of width and height; all of it where this is not said. */
  readonly present?: (u: number, v: number) => number;
}
interface Layer extends Painted {
  readonly name: string;
  readonly visible: boolean;
}
interface Layers {
  readonly layers: readonly Layer[];
  readonly merged: Painted;
  readonly mirrored: boolean;
}

function runLayers({ plan, sheet, got, widthMm, heightMm }: LaidOut, number: number): Layers {
  const run = plan.runs[number - 1];
  const looks = looksOfPlan(plan, got, sheet)!;
  const solid = (lab: Lab) => packRgb(...srgb8FromLabD50(lab).rgb);
  const alone = filmFills(plan, sheet, run);
  const films = inkingsOf(run).map((inking): Layer => {
    const { fade } = inking,
      ink = inkOf(plan, inking);
    const fill = (p: number) => (fade?.toInkId ? alone[p] : solid(ink.solidLabD50));
    return {
      name: fileWords('layered.runWhatPrints', { number, ink: ink.name }),
      visible: false,
      fills: sheet.parts.map((part, p) => (inkedAt(plan, sheet, part, run, inking) ? fill(p) : undefined)),
      // what runs out to nothing is seen through
      ...(fade?.toInkId === null && {
        present: (u: number, v: number) => 1 - goneOverAt(fade, { xMm: u * widthMm, yMm: v * heightMm }),
      }),
    };
  });
  const after = { fills: fillsAfter(looks, number) };
  return {
    layers: [
      ...films,
      { name: fileWords('layered.theSheetAfterRun', { number }), visible: true, ...after },
      {
        name:
          number > 1 ? fileWords('layered.theSheetAfterRun', { number: number - 1 }) : fileWords('layered.barePaper'),
        visible: true,
        fills: fillsAfter(looks, number - 1),
      },
      { name: 'paper', visible: true, fills: sheet.parts.map(() => solid(plan.paper.labD50)) },
    ],
    merged: after,
    mirrored: false,
  };
}

/** Colours a picture with a palette can hold. */
const MOST_PALETTE = 256;

/** A palette of the colours of all parts, each once; where they are more than a palette holds, the nearest are taken together. */
export function paletted(colours: readonly PaletteColour[]): {
  readonly palette: readonly PaletteColour[];
  readonly indexOf: (part: number) => number;
} {
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
  const layer = (name: string, parts: readonly number[], colour: number): Layer => {
    const set = labelSet(parts);
    return { name, visible: true, fills: sheet.parts.map((_, part) => (set[part] ? colour : undefined)) };
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
    merged: { fills: sheet.parts.map((_, part) => (now[part] ? CUT_NOW : stands[part] ? STANDING : CLEARED)) },
    mirrored: true,
  };
}

/** A picture of the whole map: with a palette, or, where colours change, in full colour. */
function pngOf({ map, mmPerPx }: LaidOut, { fills, present }: Painted, mirrored: boolean, everyPx: number): Uint8Array {
  const width = Math.ceil(map.width / everyPx),
    height = Math.ceil(map.height / everyPx);
  const eachPart = (y: number, take: (x: number, part: number, sx: number) => void) => {
    for (let x = 0; x < width; x++) {
      const sx = mirrored ? map.width - 1 - x * everyPx : x * everyPx;
      take(x, map.labels[y * everyPx * map.width + sx], sx);
    }
  };
  if (!present && fills.every((fill) => typeof fill !== 'object')) {
    const { palette, indexOf } = paletted(fills.map((fill) => (fill === undefined ? CLEAR : levelsOf(fill))));
    const index = Uint8Array.from(fills, (_, part) => indexOf(part));
    return indexedPng(
      width,
      height,
      palette,
      (y, row) => eachPart(y, (x, part) => (row[x] = index[part])),
      mmPerPx * everyPx,
    );
  }
  const at = new FillsAt(fills, 0);
  return colourPng(
    width,
    height,
    (y, row) => {
      const v = (y * everyPx + 0.5) / map.height;
      eachPart(y, (x, part, sx) => {
        const u = (sx + 0.5) / map.width;
        at.goTo(u, v);
        const [r, g, b, a] = fills[part] === undefined ? CLEAR : levelsOf(at.wordOf(part));
        row.set([r, g, b, present ? Math.round(a * present(u, v)) : a], 4 * x);
      });
    },
    mmPerPx * everyPx,
  );
}

const levelsOf = (word: number): PaletteColour => [word & 255, (word >>> 8) & 255, (word >>> 16) & 255, 255];

/** Lines for a cutting machine: a run as seen, or a stage as the block lies. */
export function linesFile(db: Store, id: string, run: number, what: 'run' | 'stage'): Outcome<FileOut> {
  const laid = laidOut(db, id);
  if (!laid.ok) return laid;
  const found = runOf(laid.value, run);
  if (!found.ok) return found;
  const { plan, sheet, name } = laid.value;
  const drawn = drawnSide(laid.value, what === 'stage' ? sideOfRun(plan, found.value) : undefined, what === 'stage');
  const arcs = tracedSheet(laid.value);
  const state = labelStateOfRun(plan, found.value, sheet);
  const lines = (parts: readonly number[]) => bulgedRings(arcs, labelSet(parts), drawn.atPx);
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
          ...marksLayer(drawn),
        ];
  const block = what === 'run' ? 'run' : fileWords('layered.blockBeforeRun');
  return success(
    textOut(dxfDocument(drawn.heightMm, layers), 'image/vnd.dxf', `${fileStem(name)} ${block} ${run}.dxf`),
  );
}

/** Marks for the paper that stand in the block: not to be cut. */
function marksLayer({ marks: { lines } }: Drawn) {
  return lines.length > 0 ? [{ name: fileWords('drawings.doNotCut'), colour: 3, ringsMm: lines, open: true }] : [];
}
