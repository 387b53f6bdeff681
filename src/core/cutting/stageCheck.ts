import {
  countPixels,
  distancesAcrossMask,
  emptyMask,
  FAR,
  hasPixel,
  islandAt,
  islandFigures,
  islandsOfMask,
  maskAnd,
  maskOfLabels,
  middleLines,
  openDisc,
  type BitMask,
  type IslandFigures,
  type IslandMap,
  type LabelMap,
  type MiddleLines,
  type OtherDistances,
} from '../geometry';
import {
  atRisk,
  blockBox,
  bridgedWidthMm,
  openGround,
  riskFrom,
  supportsFor,
  type OpenGround,
  type Support,
} from './rollerReach';
import { ridgeLimitMm, type BlockMaterial, type InkRoller } from './materials';

/** The block, the hand and the roller a stage is looked over for. */
export interface CutSettings {
  readonly material: BlockMaterial;
  /** Direction of the grain on the block: 0 level, 90 upright. */
  readonly grainDeg: number;
  /** Widths of the tools at hand. */
  readonly toolsMm: readonly number[];
  readonly roller: InkRoller;
}

export type FindingKind = 'ridge' | 'gap' | 'uncuttable' | 'loose' | 'chatter';

/** A place on the printed image (not mirrored) that asks for a decision. */
export interface Finding {
  readonly kind: FindingKind;
  readonly xMm: number;
  readonly yMm: number;
  /** What was measured there: a width in mm, for `loose` an area in mm². */
  readonly value: number;
  /** What it should at least be, in the same unit. */
  readonly limit: number;
  /** Larger side of the bounding box. */
  readonly lengthMm: number;
  readonly areaMm2: number;
  readonly boxMm: { readonly x0: number; readonly y0: number; readonly x1: number; readonly y1: number };
}

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
/** Smaller spots are the points of strokes and the pixel grid, not lines that could break or fill. */
const SPECK_MM2 = 0.2;
/** Findings of a kind are listed largest first, no more than this many. */
export const MAX_PLACES = 300;

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

export interface StageVerdict {
  readonly findings: readonly Finding[];
  readonly supports: readonly Support[];
  readonly supportsEnough: boolean;
  /** How much of the block's edge is cleared, and how wide at most: what the roller tips over and the margin prints from. */
  readonly margin: { readonly clearedEdgeMm: number; readonly widestMm: number };
}

/** What a stage asks for with this material, these tools and this roller; quick enough to follow a slider. */
export function findingsOf(measure: StageMeasure, settings: CutSettings): StageVerdict {
  const narrowest = Math.min(...settings.toolsMm);
  const uncuttable = smallIslands(
    measure,
    0,
    (i) => measure.figures.widestPx[i] * measure.mmPerPx < narrowest,
    'uncuttable',
    narrowest,
  );
  const loose = smallIslands(
    measure,
    1,
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
        1,
        Math.max(settings.material.ridgeAlongMm, settings.material.ridgeAcrossMm),
        gone,
        'ridge',
        settings,
      ),
      ...thinParts(measure, 0, narrowest, gone, 'gap', settings),
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
  standing: number,
  small: (island: number) => boolean,
  kind: FindingKind,
  limit: number,
): (Finding & { island: number })[] {
  const { islands, figures, mmPerPx } = measure;
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

/** Thin stretches: pieces of middle line that hang together, each with its direction, so that grain can be reckoned with. */
function thinParts(
  measure: StageMeasure,
  standing: number,
  limitMm: number,
  gone: ReadonlySet<number>,
  kind: 'ridge' | 'gap',
  settings: CutSettings,
): Finding[] {
  const { middle, stands, mmPerPx, widthPx, heightPx, islands } = measure;
  const left = emptyMask(widthPx, heightPx);
  const thin: number[] = [];
  for (let m = 0; m < middle.pixel.length; m++) {
    if (middle.widthPx[m] * mmPerPx >= limitMm - 1e-6) continue;
    const pixel = middle.pixel[m];
    const x = pixel % widthPx,
      y = (pixel - x) / widthPx;
    if (hasPixel(stands, x, y) !== (standing === 1)) continue;
    if (gone.size > 0 && gone.has(islandAt(islands, x, y))) continue;
    thin.push(pixel);
    left.words[y * left.wordsPerRow + (x >>> 5)] |= 1 << (x & 31);
  }
  const widthAt = (pixel: number): number => {
    let low = 0,
      high = middle.pixel.length - 1;
    while (low < high) {
      const m = (low + high) >> 1;
      if (middle.pixel[m] < pixel) low = m + 1;
      else high = m;
    }
    return middle.widthPx[low];
  };
  const findings: Finding[] = [];
  for (const first of thin) {
    const pixels: number[] = [];
    takeAround(left, first % widthPx, Math.floor(first / widthPx), 0, pixels);
    if (pixels.length === 0) continue;
    // middle lines step over a few pixels where a width changes: pieces that near still hang together
    for (let k = 0; k < pixels.length; k++)
      takeAround(left, pixels[k] % widthPx, Math.floor(pixels[k] / widthPx), STEP_PX, pixels);
    const line = alongLine(pixels, pixels.map(widthAt), widthPx);
    const finding = thinPart(line, mmPerPx, { kind, limitMm, settings });
    if (finding) findings.push(finding);
  }
  return findings.sort((a, b) => b.areaMm2 - a.areaMm2).slice(0, MAX_PLACES);
}

/** Takes the pixels within a square round (x, y) out of a mask and adds them to a list, row by row. */
function takeAround(mask: BitMask, x: number, y: number, reach: number, pixels: number[]): void {
  const { width, height, wordsPerRow, words } = mask;
  const x0 = Math.max(0, x - reach),
    x1 = Math.min(width - 1, x + reach);
  for (let row = Math.max(0, y - reach); row <= Math.min(height - 1, y + reach); row++)
    for (let k = x0 >> 5; k <= x1 >> 5; k++) {
      const w = row * wordsPerRow + k,
        head = k === x0 >> 5 ? -1 << (x0 & 31) : -1,
        tail = k === x1 >> 5 ? -1 >>> (31 - (x1 & 31)) : -1;
      const taken = words[w] & head & tail;
      if (taken === 0) continue;
      words[w] &= ~taken;
      for (let bits = taken; bits !== 0; bits &= bits - 1)
        pixels.push(row * width + (k << 5) + 31 - Math.clz32(bits & -bits));
    }
}

/** Pixels of one middle line may lie this far apart. */
const STEP_PX = 4;
/** Neighbours on the line over which a width is evened out, and how near they must be. */
const EVENED = 7,
  EVENED_REACH_PX = 9;
/** Between the level, upright and diagonal directions the nearest pixel beyond the edge is nearer than half a pixel: by how much on average. */
const SLANT_PX = 0.35;
/** What a width is known to: nearer to its limit nothing is called thin. */
const WIDTH_KNOWN_MM = 0.02;

/** A pixel of a middle line: the width there in pixels, and the line's direction (radians). */
interface AlongLine {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly angle: number;
}

/**
 * Widths along a middle line as they are on the drawing: a pixel's own is a step too small or too large, and on slants too small
 * throughout; neighbours together and the line's direction put it right to within half a pixel.
 */
function alongLine(pixels: readonly number[], widthsPx: readonly number[], widthPx: number): AlongLine[] {
  const xs = Int32Array.from(pixels, (p) => p % widthPx),
    ys = Int32Array.from(pixels, (p) => Math.floor(p / widthPx));
  return pixels.map((_, i) => {
    let n = 0,
      width = 0,
      sx = 0,
      sy = 0,
      xx = 0,
      yy = 0,
      xy = 0;
    for (let k = Math.max(0, i - EVENED); k <= Math.min(pixels.length - 1, i + EVENED); k++) {
      const dx = xs[k] - xs[i],
        dy = ys[k] - ys[i];
      if (Math.abs(dx) > EVENED_REACH_PX || Math.abs(dy) > EVENED_REACH_PX) continue;
      n++;
      width += widthsPx[k];
      sx += dx;
      sy += dy;
      xx += dx * dx;
      yy += dy * dy;
      xy += dx * dy;
    }
    const deg = principalAxisDeg(n, sx, sy, xx, yy, xy);
    const offAxis = n >= 4 && Math.abs(((deg + 360) % 45) - 22.5) < 19;
    return { x: xs[i], y: ys[i], width: width / n + (offAxis ? SLANT_PX : 0), angle: (deg * Math.PI) / 180 };
  });
}

/**
 * Area of a thin part, in pixels: along its main direction each column (or row) counts once with the width there, for as long as the line
 * is inside it; so a slant counts for its own length, and a line two pixels thick but once.
 */
function areaAlong(along: readonly AlongLine[]): number {
  const columns = new Map<number, { at: number; area: number }[]>(),
    rows = new Map<number, { at: number; area: number }[]>();
  for (const { x, y, width, angle } of along) {
    const cos = Math.abs(Math.cos(angle)),
      sin = Math.abs(Math.sin(angle));
    const [slices, key, at] = cos >= sin ? [columns, x, y] : [rows, y, x];
    const there = slices.get(key);
    const crossing = { at, area: width / Math.max(cos, sin) };
    if (there) there.push(crossing);
    else slices.set(key, [crossing]);
  }
  let area = 0;
  for (const slices of [columns, rows])
    for (const crossings of slices.values()) {
      crossings.sort((a, b) => a.at - b.at);
      for (let from = 0, k = 1; k <= crossings.length; k++) {
        if (k < crossings.length && crossings[k].at - crossings[k - 1].at <= STEP_PX) continue;
        const together = crossings.slice(from, k);
        area += together.reduce((sum, c) => sum + c.area, 0) / together.length;
        from = k;
      }
    }
  return area;
}

function thinPart(
  line: readonly AlongLine[],
  mmPerPx: number,
  { kind, limitMm, settings }: { kind: 'ridge' | 'gap'; limitMm: number; settings: CutSettings },
): Finding | undefined {
  const xs = line.map((p) => p.x),
    ys = line.map((p) => p.y);
  const limit =
    kind === 'ridge' && settings.material.grain
      ? ridgeLimitMm(settings.material, directionDeg(xs, ys) - settings.grainDeg)
      : limitMm;
  const thin = line.filter((p) => p.width * mmPerPx < limit - WIDTH_KNOWN_MM);
  const area = areaAlong(thin) * mmPerPx ** 2;
  if (area < SPECK_MM2) return undefined;
  const least = (values: readonly number[]) => values.reduce((a, b) => Math.min(a, b)),
    most = (values: readonly number[]) => values.reduce((a, b) => Math.max(a, b));
  const x0 = least(xs),
    x1 = most(xs) + 1,
    y0 = least(ys),
    y1 = most(ys) + 1;
  const middle = thin[thin.length >> 1];
  return {
    kind,
    value: typical(thin.map((p) => p.width * mmPerPx)),
    limit,
    areaMm2: area,
    xMm: (middle.x + 0.5) * mmPerPx,
    yMm: (middle.y + 0.5) * mmPerPx,
    lengthMm: Math.max(x1 - x0, y1 - y0) * mmPerPx,
    boxMm: { x0: x0 * mmPerPx - limit, y0: y0 * mmPerPx - limit, x1: x1 * mmPerPx + limit, y1: y1 * mmPerPx + limit },
  };
}

/** A tenth of a thin part may be thinner than this: one pixel does not name it. */
function typical(widthsMm: readonly number[]): number {
  const sorted = [...widthsMm].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 10)];
}

/** Direction of a string of pixels by its principal axis, 0 level, 90 upright. */
export function directionDeg(xs: readonly number[], ys: readonly number[]): number {
  let sx = 0,
    sy = 0,
    xx = 0,
    yy = 0,
    xy = 0;
  // from the first on: small whole numbers add up exactly
  for (let i = 0; i < xs.length; i++) {
    const dx = xs[i] - xs[0],
      dy = ys[i] - ys[0];
    sx += dx;
    sy += dy;
    xx += dx * dx;
    yy += dy * dy;
    xy += dx * dy;
  }
  return principalAxisDeg(xs.length, sx, sy, xx, yy, xy);
}

/** The same from the sums of n points: of x, y, x², y² and xy. */
function principalAxisDeg(n: number, sx: number, sy: number, xx: number, yy: number, xy: number): number {
  return (0.5 * Math.atan2(2 * (xy - (sx * sy) / n), xx - (sx * sx) / n - yy + (sy * sy) / n) * 180) / Math.PI;
}

function chatterPlaces(measure: StageMeasure, roller: InkRoller): Finding[] {
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

/** Tools from this width on are tried on a grid of this size; narrower ones on every pixel. */
const COARSE_FROM_MM = 2,
  CLEARING_CELL_MM = 0.2;

/**
 * Which tool clears what: for each width, widest first, the area to cut that a disc of it reaches without touching what stands and
 * that no wider one reached. The last entry, width 0, is what remains for the knife. Sums to the area to cut.
 */
export function clearingByTool(
  cleared: BitMask,
  cutNow: BitMask,
  mmPerPx: number,
  toolsMm: readonly number[],
): { widthMm: number; cm2: number }[] {
  const cellPx = Math.max(1, Math.floor(CLEARING_CELL_MM / mmPerPx + 1e-9));
  const coarse = cellPx > 1 ? coarser(cleared, cellPx, cellPx * cellPx) : cleared,
    coarseCut = cellPx > 1 ? coarser(cutNow, cellPx, cellPx * cellPx) : cutNow;
  const cm2 = (pixels: number, scalePx: number) => (pixels * (scalePx * mmPerPx) ** 2) / 100;
  const reachedBy = (widthMm: number): number => {
    const wide = widthMm >= COARSE_FROM_MM;
    const [open, cut, scalePx] = wide ? [coarse, coarseCut, cellPx] : [cleared, cutNow, 1];
    const px = Math.round(widthMm / mmPerPx / scalePx);
    return cm2(countPixels(maskAnd(px <= 1 ? open : openDisc(open, px), cut)), scalePx);
  };
  const all = cm2(countPixels(cutNow), 1);
  let before = 0;
  const out = [...toolsMm]
    .sort((a, b) => b - a)
    .map((widthMm) => {
      const reached = Math.min(all, Math.max(before, reachedBy(widthMm)));
      const own = reached - before;
      before = reached;
      return { widthMm, cm2: own };
    });
  return [...out, { widthMm: 0, cm2: all - before }];
}

/** Cells in which at least `least` pixels are set. */
function coarser(mask: BitMask, cellPx: number, least: number): BitMask {
  const width = Math.max(1, Math.floor(mask.width / cellPx)),
    height = Math.max(1, Math.floor(mask.height / cellPx));
  const counts = new Uint16Array(width * height);
  for (let y = 0; y < height * cellPx; y++) {
    const row = y * mask.wordsPerRow,
      to = Math.floor(y / cellPx) * width;
    for (let x = 0; x < width * cellPx; x++) {
      const word = mask.words[row + (x >>> 5)];
      if (word === 0) {
        x |= 31;
        continue;
      }
      if ((word >>> (x & 31)) & 1) counts[to + Math.floor(x / cellPx)]++;
    }
  }
  const out = emptyMask(width, height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++)
      if (counts[i] >= least) out.words[y * out.wordsPerRow + (x >>> 5)] |= 1 << (x & 31);
  return out;
}
