import { emptyMask, hasPixel, islandAt, type BitMask } from '../geometry';
import { MAX_PLACES, SPECK_MM2, type CutSettings, type Finding } from './finding';
import { ridgeLimitMm } from './materials';
import type { StageMeasure } from './stageMeasure';

/** What thin lines are looked for in: a mask with its middle lines, all that are narrower than the limit. */
export type ThinlyMeasured = Pick<StageMeasure, 'middle' | 'stands' | 'mmPerPx' | 'widthPx' | 'heightPx'> &
  Partial<Pick<StageMeasure, 'islands'>>;

interface LimitOf {
  readonly kind: 'ridge' | 'gap';
  readonly limitMm: number;
  readonly settings: GrainOf;
}

/** All that thin parts need to know of the settings. */
export type GrainOf = Pick<CutSettings, 'material' | 'grainDeg'>;

/** Thin stretches: pieces of middle line that hang together, each with its direction, so that grain can be reckoned with. */
export function thinParts(
  measure: StageMeasure,
  limitMm: number,
  gone: ReadonlySet<number>,
  kind: 'ridge' | 'gap',
  settings: GrainOf,
): Finding[] {
  const findings: Finding[] = [];
  eachThinLine(measure, { limitMm, kind }, gone, (line) => {
    const finding = thinPart(line, measure.mmPerPx, { kind, limitMm, settings });
    if (finding) findings.push(finding);
  });
  return findings.sort((a, b) => b.areaMm2 - a.areaMm2).slice(0, MAX_PLACES);
}

/** A place as the pixels of its middle line where it is too thin, and their area. */
interface ThinLine {
  readonly pixels: number[];
  readonly areaMm2: number;
}

/** The same places as lines, in reading order; with `leastMm2` smaller ones too. */
export function thinPlaces(measure: ThinlyMeasured, limit: LimitOf, leastMm2 = SPECK_MM2): ThinLine[] {
  const places: ThinLine[] = [];
  eachThinLine(measure, limit, new Set(), (line) => {
    const { thin, area } = tooThin(line, measure.mmPerPx, limit);
    if (area >= leastMm2) places.push({ pixels: thin.map((p) => p.y * measure.widthPx + p.x), areaMm2: area });
  });
  return places;
}

function eachThinLine(
  { middle, stands, mmPerPx, widthPx, heightPx, islands }: ThinlyMeasured,
  { limitMm, kind }: Pick<LimitOf, 'limitMm' | 'kind'>,
  gone: ReadonlySet<number>,
  visit: (line: readonly AlongLine[]) => void,
): void {
  const left = emptyMask(widthPx, heightPx);
  const thin: number[] = [];
  for (let m = 0; m < middle.pixel.length; m++) {
    if (middle.widthPx[m] * mmPerPx >= limitMm - 1e-6) continue;
    const pixel = middle.pixel[m];
    const x = pixel % widthPx,
      y = (pixel - x) / widthPx;
    if (hasPixel(stands, x, y) !== (kind === 'ridge')) continue;
    if (gone.size > 0 && islands && gone.has(islandAt(islands, x, y))) continue;
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
  for (const first of thin) {
    const pixels: number[] = [];
    takeAround(left, first % widthPx, Math.floor(first / widthPx), 0, pixels);
    if (pixels.length === 0) continue;
    // middle lines step over a few pixels where a width changes: pieces that near still hang together
    for (let k = 0; k < pixels.length; k++)
      takeAround(left, pixels[k] % widthPx, Math.floor(pixels[k] / widthPx), STEP_PX, pixels);
    visit(alongLine(pixels, pixels.map(widthAt), widthPx));
  }
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

/** The pixels of a line that are too thin for its direction, their area (mm²), and the limit there. */
function tooThin(line: readonly AlongLine[], mmPerPx: number, { kind, limitMm, settings }: LimitOf) {
  const limit =
    kind === 'ridge' && settings.material.grain
      ? ridgeLimitMm(
          settings.material,
          directionDeg(
            line.map((p) => p.x),
            line.map((p) => p.y),
          ) - settings.grainDeg,
        )
      : limitMm;
  const thin = line.filter((p) => p.width * mmPerPx < limit - WIDTH_KNOWN_MM);
  return { limit, thin, area: areaAlong(thin) * mmPerPx ** 2 };
}

function thinPart(line: readonly AlongLine[], mmPerPx: number, of: LimitOf): Finding | undefined {
  const { limit, thin, area } = tooThin(line, mmPerPx, of);
  if (area < SPECK_MM2) return undefined;
  const xs = line.map((p) => p.x),
    ys = line.map((p) => p.y);
  const least = (values: readonly number[]) => values.reduce((a, b) => Math.min(a, b)),
    most = (values: readonly number[]) => values.reduce((a, b) => Math.max(a, b));
  const x0 = least(xs),
    x1 = most(xs) + 1,
    y0 = least(ys),
    y1 = most(ys) + 1;
  const middle = thin[thin.length >> 1];
  return {
    kind: of.kind,
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
