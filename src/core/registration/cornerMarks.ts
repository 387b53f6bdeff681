import { emptyMask, eachStripOf, boxOf, islandsOfMask, type BitMask, type IslandMap } from '../geometry';
import { failure, success, type Outcome } from '../units';
import type { PointPx, ScanPicture } from './findSheet';
import { homographyOf, through, type Homography } from './straighten';

/** A corner mark: a square beside each corner of the block's frame; `gapMm` of paper between them. */
export const CORNER_MARK_MM = { sideMm: 6, gapMm: 2 } as const;

export interface CornerMark {
  /** Of its top left corner, from the frame's top left corner. */
  readonly xMm: number;
  readonly yMm: number;
  readonly hollow: boolean;
}

export interface FrameMm {
  readonly widthMm: number;
  readonly heightMm: number;
}

/**
 * The marks of a sheet, from the frame's top left corner clockwise. The first is hollow, so that it is known which way up the sheet lies; on a
 * sheet drawn as the block lies, mirrored, the second is hollow too.
 */
export function cornerMarks({ widthMm, heightMm }: FrameMm, mirrored: boolean): CornerMark[] {
  const { sideMm, gapMm } = CORNER_MARK_MM;
  const [left, right] = [-gapMm - sideMm, widthMm + gapMm],
    [top, foot] = [0, heightMm - sideMm];
  return [
    { xMm: left, yMm: top, hollow: true },
    { xMm: right, yMm: top, hollow: mirrored },
    { xMm: right, yMm: foot, hollow: false },
    { xMm: left, yMm: foot, hollow: false },
  ];
}

export interface FoundMarks {
  /** Carries millimetres of the frame, from its top left corner, to pixels of the picture, once `originMm` is taken off. */
  readonly toPicture: Homography;
  /** The first mark's middle in the frame. */
  readonly originMm: { readonly xMm: number; readonly yMm: number };
  readonly mirrored: boolean;
  readonly pxPerMm: number;
}

/** A dark spot that could be a mark. */
interface Spot extends PointPx {
  readonly hollow: boolean;
  /** Second moments of its filled shape, px²: they tell size, turn and slant at once. */
  readonly xx: number;
  readonly xy: number;
  readonly yy: number;
}

/** Marks are looked for on a picture no larger than this. */
const SEARCH_PX = 1500;
/** Darker than this share of the light around it, a pixel belongs to a dark spot (Bradley & Roth 2007). */
const DARK_SHARE = 0.7;
const MOST_SPOTS = 24;
/** How far a mark's shape may be from what the four together say it is, as a share. */
const SHAPE_TOLERANCE = 0.4;

/**
 * Finds the corner marks in a scan or photograph, however it is turned, lit and slanted. Squares are told by their second moments: for any
 * parallelogram area² = 144 · det. Of all fours the one whose sizes and slants fit one another best is taken. Failures `tracing-marks`:
 * where no square is hollow, or no four fit one another.
 */
export function findCornerMarks(scan: ScanPicture, frame: FrameMm): Outcome<FoundMarks> {
  const every = Math.max(1, Math.ceil(Math.max(scan.width, scan.height) / SEARCH_PX));
  const dark = darkPixels(scan, every);
  const islands = islandsOfMask(dark);
  const spots = islands ? spotsOf(islands) : [];
  const best = bestFour(spots, frame);
  if (!best)
    return failure(spots.some(({ hollow }) => hollow) ? 'tracing-marks.noFourFit' : 'tracing-marks.noneIsHollow');
  const corners = cornersOf(best.four, ({ x, y }) => ({ x: (x + 0.5) * every, y: (y + 0.5) * every }));
  const span = spanOf(frame);
  const toPicture = homographyOf({ corners }, span.widthMm, span.heightMm);
  const pxPerMm = Math.hypot(corners[1].x - corners[0].x, corners[1].y - corners[0].y) / span.widthMm;
  return success({ toPicture, originMm: span.originMm, mirrored: best.four[1].hollow, pxPerMm });
}

/** The four corners as the homography wants them. */
const cornersOf = ([a, b, c, d]: readonly Spot[], at: (spot: Spot) => PointPx) => [at(a), at(b), at(c), at(d)] as const;

/** The rectangle of the marks' middles. */
function spanOf(frame: FrameMm) {
  const { sideMm } = CORNER_MARK_MM;
  const [first, second, third] = cornerMarks(frame, false);
  return {
    originMm: { xMm: first.xMm + sideMm / 2, yMm: first.yMm + sideMm / 2 },
    widthMm: second.xMm - first.xMm,
    heightMm: third.yMm - second.yMm,
  };
}

/** Pixels of the picture made smaller that are darker than what lies around them. */
function darkPixels({ data, width, height }: ScanPicture, every: number): BitMask {
  const w = Math.floor(width / every),
    h = Math.floor(height / every);
  const grey = new Float32Array(w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      let sum = 0;
      for (let k = 0; k < every; k++)
        for (let i = 0, p = 4 * ((y * every + k) * width + x * every); i < every; i++, p += 4)
          sum += data[p] + data[p + 1] + data[p + 2];
      grey[y * w + x] = sum / (3 * every * every);
    }
  const sums = new Float64Array((w + 1) * (h + 1));
  for (let y = 0; y < h; y++)
    for (let x = 0, row = 0; x < w; x++) {
      row += grey[y * w + x];
      sums[(y + 1) * (w + 1) + x + 1] = sums[y * (w + 1) + x + 1] + row;
    }
  const reach = Math.max(8, Math.round(Math.max(w, h) / 16));
  const mask = emptyMask(w, h);
  for (let y = 0; y < h; y++) {
    const y0 = Math.max(0, y - reach),
      y1 = Math.min(h, y + reach + 1);
    for (let x = 0; x < w; x++) {
      const x0 = Math.max(0, x - reach),
        x1 = Math.min(w, x + reach + 1);
      const sum = sums[y1 * (w + 1) + x1] - sums[y0 * (w + 1) + x1] - sums[y1 * (w + 1) + x0] + sums[y0 * (w + 1) + x0];
      if (grey[y * w + x] * (x1 - x0) * (y1 - y0) < sum * DARK_SHARE)
        mask.words[y * mask.wordsPerRow + (x >>> 5)] |= 1 << (x & 31);
    }
  }
  return mask;
}

/** Dark islands that are parallelograms, solid or with a hole, the squarest first. */
function spotsOf(islands: IslandMap): Spot[] {
  const most = Math.max(islands.width, islands.height) / 8;
  const found: { spot: Spot; off: number }[] = [];
  for (let island = 0; island < islands.islandCount; island++) {
    const area = islands.islandAreaPx[island];
    if (islands.islandLabel[island] !== 1 || area < 30 || area > most * most) continue;
    const { x0, y0, x1, y1 } = boxOf(islands, island);
    if (x1 - x0 > most || y1 - y0 > most || 3 * Math.min(x1 - x0, y1 - y0) < Math.max(x1 - x0, y1 - y0)) continue;
    const filled = filledMoments(islands, island);
    const det = filled.xx * filled.yy - filled.xy * filled.xy;
    if (det <= 0) continue;
    const off = Math.abs(filled.area / (12 * Math.sqrt(det)) - 1);
    const hole = 1 - area / filled.area;
    if (off > 0.12 || hole > 0.45) continue;
    found.push({ off, spot: { ...filled, hollow: hole > 0.12 } });
  }
  return found
    .sort((a, b) => a.off - b.off)
    .slice(0, MOST_SPOTS)
    .map(({ spot }) => spot);
}

/** Area, middle and second moments of an island with its holes filled, row by row from its first to its last pixel. */
function filledMoments(islands: IslandMap, island: number) {
  const spans = new Map<number, [number, number]>();
  eachStripOf(islands, island, (y, from, to) => {
    const span = spans.get(y);
    spans.set(y, span ? [Math.min(span[0], from), Math.max(span[1], to)] : [from, to]);
  });
  let area = 0,
    sx = 0,
    sy = 0,
    sxx = 0,
    sxy = 0,
    syy = 0;
  for (const [y, [from, to]] of spans) {
    const n = to - from,
      mid = (from + to - 1) / 2;
    area += n;
    sx += n * mid;
    sy += n * y;
    sxx += n * mid * mid + (n * (n * n - 1)) / 12;
    sxy += n * mid * y;
    syy += n * y * y;
  }
  const x = sx / area,
    y = sy / area;
  // a pixel is a square itself
  return { area, x, y, xx: sxx / area - x * x + 1 / 12, xy: sxy / area - x * y, yy: syy / area - y * y + 1 / 12 };
}

/** The four spots, from the first mark clockwise, whose shapes fit one another best. */
function bestFour(spots: readonly Spot[], frame: FrameMm): { four: readonly Spot[]; off: number } | undefined {
  let best: { four: readonly Spot[]; off: number } | undefined;
  for (const first of spots) {
    if (!first.hollow) continue;
    const others = spots.filter((spot) => spot !== first && alikeInSize(spot, first));
    for (let a = 0; a < others.length; a++)
      for (let b = a + 1; b < others.length; b++)
        for (let c = b + 1; c < others.length; c++) {
          const four = clockwiseFrom(first, [others[a], others[b], others[c]]);
          if (!four || four[2].hollow || four[3].hollow) continue;
          const off = misfitOf(four, frame);
          if (off < SHAPE_TOLERANCE && (!best || off < best.off)) best = { four, off };
        }
  }
  return best;
}

function alikeInSize(a: Spot, b: Spot): boolean {
  const ratio = (a.xx * a.yy - a.xy * a.xy) / (b.xx * b.yy - b.xy * b.xy);
  return ratio > 1 / 9 && ratio < 9;
}

/** The four as the corners of a convex quadrilateral, clockwise as seen; undefined where they are none. */
function clockwiseFrom(first: Spot, others: readonly Spot[]): Spot[] | undefined {
  const all = [first, ...others];
  const cx = all.reduce((sum, p) => sum + p.x, 0) / 4,
    cy = all.reduce((sum, p) => sum + p.y, 0) / 4;
  const angle = (p: PointPx) => Math.atan2(p.y - cy, p.x - cx);
  const round = all.toSorted((a, b) => angle(a) - angle(b));
  for (let i = 0; i < 4; i++) {
    const [p, q, r] = [round[i], round[(i + 1) % 4], round[(i + 2) % 4]];
    if ((q.x - p.x) * (r.y - q.y) - (q.y - p.y) * (r.x - q.x) <= 0) return undefined;
  }
  const at = round.indexOf(first);
  return [0, 1, 2, 3].map((i) => round[(at + i) % 4]);
}

/** How far the marks' second moments are from those of squares of the marks' size seen as the four middles say: the worst, as a share. */
function misfitOf(four: readonly Spot[], frame: FrameMm): number {
  const { widthMm, heightMm } = spanOf(frame);
  const corners = cornersOf(four, (spot) => spot);
  const m = homographyOf({ corners }, widthMm, heightMm);
  const perAxis = CORNER_MARK_MM.sideMm ** 2 / 12;
  const places = [
    [0, 0],
    [widthMm, 0],
    [widthMm, heightMm],
    [0, heightMm],
  ] as const;
  return Math.max(
    ...places.map(([x, y], i) => {
      const right = through(m, x + 0.5, y),
        left = through(m, x - 0.5, y),
        low = through(m, x, y + 0.5),
        high = through(m, x, y - 0.5);
      const [ax, ay, bx, by] = [right.x - left.x, right.y - left.y, low.x - high.x, low.y - high.y];
      const [xx, xy, yy] = [ax * ax + bx * bx, ax * ay + bx * by, ay * ay + by * by].map((v) => v * perAxis);
      const { xx: sxx, xy: sxy, yy: syy } = four[i];
      return Math.hypot(sxx - xx, Math.SQRT2 * (sxy - xy), syy - yy) / Math.hypot(xx, Math.SQRT2 * xy, yy);
    }),
  );
}
