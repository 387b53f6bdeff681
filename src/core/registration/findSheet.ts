import { median } from '../numeric';
import { failure, success, type Outcome } from '../units';

/** A scan or a photograph taken square on: RGBA, row by row. `dpi` 0 where the file does not say. */
export interface ScanPicture {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
  readonly dpi: number;
}

export interface PointPx {
  readonly x: number;
  readonly y: number;
}

/** The sheet's corners in the scan, in pixels, from top left clockwise. */
export interface FoundSheet {
  readonly corners: readonly [PointPx, PointPx, PointPx, PointPx];
  /** Turn of the top edge, degrees, clockwise. */
  readonly turnDeg: number;
  /** How much the longer of two opposite edges exceeds the shorter, as a share. */
  readonly perspective: number;
  readonly pxPerMm: number;
}

/** How a sheet may lie in a picture: turned or seen at a steeper angle, or too small in it, it is refused. */
export interface SheetLimits {
  readonly turnDeg: number;
  readonly perspective: number;
  readonly minDpi: number;
  /** How far its shape may differ from the sheet's own. */
  readonly stretch: number;
  /** What the lens may have moved a place by, mm (1σ): it adds to what a reading leaves open. */
  readonly lensMm: number;
}
export const SCAN_LIMITS: SheetLimits & { readonly maxPixels: number } = {
  ...{ turnDeg: 4, perspective: 0.04, minDpi: 190, stretch: 0.02, lensMm: 0, maxPixels: 120e6 },
};
/** A photograph held in the hand; what its lens does is a start value. */
export const PHOTOGRAPH_LIMITS: SheetLimits = {
  ...{ turnDeg: 10, perspective: 0.3, minDpi: 70, stretch: 0.3, lensMm: 0.15 },
};

const LINES = 240;
/** Levels by which the sheet must stand out from what lies round it. */
const LEAST_CONTRAST = 9;

interface Side {
  readonly name: string;
  readonly horizontal: boolean;
  readonly fromEnd: boolean;
}
const SIDES: readonly Side[] = [
  { name: 'top', horizontal: true, fromEnd: false },
  { name: 'right', horizontal: false, fromEnd: true },
  { name: 'bottom', horizontal: true, fromEnd: true },
  { name: 'left', horizontal: false, fromEnd: false },
];

/** The line `at = a + b · along`: `at` is y for top and bottom, x for left and right. */
interface EdgeLine {
  readonly a: number;
  readonly b: number;
}

/**
 * Finds the four edges of the sheet against what lies round it: first change from the ground along many lines from outside, the
 * place of half its height to a fraction of a pixel, and a straight line through most of them. Says why where it cannot.
 */
export function findSheet(
  scan: ScanPicture,
  sheetMm: { readonly widthMm: number; readonly heightMm: number },
  limits: SheetLimits = SCAN_LIMITS,
): Outcome<FoundSheet> {
  const ground = groundOf(scan);
  const lines: EdgeLine[] = [];
  for (const side of SIDES) {
    const points = edgePoints(scan, ground, side);
    if (points.length < LINES * 0.4) return failure('sheet.theEdgeOfThe', { side: side.name });
    const line = lineThrough(points, Math.max(2, Math.max(scan.width, scan.height) / 1500));
    if (!line) return failure('sheet.theEdgeOfTheSheet', { side: side.name });
    lines.push(line);
  }
  const [top, right, bottom, left] = lines;
  const corners = [meet(top, left), meet(top, right), meet(bottom, right), meet(bottom, left)] as const;
  const length = (i: number, k: number) => Math.hypot(corners[i].x - corners[k].x, corners[i].y - corners[k].y);
  const [across, across2, down, down2] = [length(0, 1), length(3, 2), length(0, 3), length(1, 2)];
  const turnDeg = (Math.atan2(corners[1].y - corners[0].y, corners[1].x - corners[0].x) * 180) / Math.PI;
  const perspective =
    Math.max(Math.max(across, across2) / Math.min(across, across2), Math.max(down, down2) / Math.min(down, down2)) - 1;
  if (Math.abs(turnDeg) > limits.turnDeg) return failure('turned', { turnDeg, most: limits.turnDeg });
  if (perspective > limits.perspective)
    return failure('perspective', { percent: perspective * 100, most: limits.perspective * 100 });
  const pxPerMm = (across + across2) / 2 / sheetMm.widthMm,
    pxPerMmDown = (down + down2) / 2 / sheetMm.heightMm;
  const stretch = pxPerMmDown / pxPerMm - 1;
  if (Math.abs(stretch) > limits.stretch)
    return failure('scan-shape', {
      found: (across + across2) / (down + down2),
      wanted: sheetMm.widthMm / sheetMm.heightMm,
    });
  if (scan.dpi > 0 && Math.abs((pxPerMm * 25.4) / scan.dpi - 1) > 0.03)
    return failure('scan-size', {
      dpi: Math.round(scan.dpi),
      acrossMm: ((across + across2) / 2 / scan.dpi) * 25.4,
      widthMm: sheetMm.widthMm,
    });
  if (pxPerMm * 25.4 < limits.minDpi)
    return failure('resolution.theSheetIsSeen', {
      dpi: Math.round(pxPerMm * 25.4),
      needed: 100 * Math.ceil(limits.minDpi / 100),
    });
  return success({ corners, turnDeg, perspective, pxPerMm });
}

/** The middle colour of the scan's outermost frame. */
function groundOf({ width, height, data }: ScanPicture): readonly [number, number, number] {
  const samples: number[][] = [[], [], []];
  const take = (x: number, y: number) => {
    for (let c = 0; c < 3; c++) samples[c].push(data[4 * (y * width + x) + c]);
  };
  for (let i = 0; i < 400; i++) {
    const x = Math.floor(((i + 0.5) / 400) * width),
      y = Math.floor(((i + 0.5) / 400) * height);
    for (const inset of [1, 3]) {
      take(x, inset);
      take(x, height - 1 - inset);
      take(inset, y);
      take(width - 1 - inset, y);
    }
  }
  return samples.map(median) as unknown as [number, number, number];
}

/** Where, coming from outside, the ground ends: one point on each of many lines across the side. */
function edgePoints(
  scan: ScanPicture,
  ground: readonly [number, number, number],
  { horizontal, fromEnd }: Side,
): [along: number, at: number][] {
  const along = horizontal ? scan.width : scan.height,
    deep = horizontal ? scan.height : scan.width;
  const reach = Math.floor(deep * 0.45);
  const points: [number, number][] = [];
  for (let i = 0; i < LINES; i++) {
    const s = Math.floor((0.04 + (0.92 * (i + 0.5)) / LINES) * along);
    // mean of three neighbouring lines, as difference from the ground
    const difference = (t: number) => {
      const at = fromEnd ? deep - 1 - t : t;
      let most = 0;
      for (let c = 0; c < 3; c++) {
        let sum = 0;
        for (let k = -1; k <= 1; k++)
          sum += scan.data[4 * (horizontal ? at * scan.width + s + k : (s + k) * scan.width + at) + c];
        most = Math.max(most, Math.abs(sum / 3 - ground[c]));
      }
      return most;
    };
    const step = 3;
    for (let t = 2; t < reach; t += step) {
      if (
        difference(t) < LEAST_CONTRAST ||
        difference(t + 2) < LEAST_CONTRAST ||
        difference(t + 5) < LEAST_CONTRAST ||
        difference(t + 9) < LEAST_CONTRAST
      )
        continue;
      const at = halfHeight(difference, Math.max(0, t - step), t);
      if (at !== undefined) points.push([s + 0.5, fromEnd ? deep - at : at]);
      break;
    }
  }
  return points;
}

/** Where the rise between ground and sheet has half its height; pixel centres lie at half numbers. */
function halfHeight(difference: (t: number) => number, from: number, to: number): number | undefined {
  const mean = (a: number, b: number) => {
    let sum = 0;
    for (let t = a; t < b; t++) sum += difference(t);
    return sum / (b - a);
  };
  const low = mean(Math.max(0, from - 8), Math.max(1, from - 2)),
    high = mean(to + 5, to + 13);
  if (high - low < LEAST_CONTRAST) return undefined;
  const half = (low + high) / 2;
  let before = difference(Math.max(0, from - 2));
  for (let t = Math.max(1, from - 1); t < to + 9; t++) {
    const now = difference(t);
    if (before < half && now >= half) return t - 0.5 + (half - before) / (now - before);
    before = now;
  }
  return undefined;
}

/** A straight line through most points: the middle slope first, then least squares of what lies near. */
function lineThrough(points: readonly [number, number][], tolerancePx: number): EdgeLine | undefined {
  const half = points.length >> 1;
  const slopes: number[] = [];
  for (let i = 0; i < half; i++)
    slopes.push((points[i + half][1] - points[i][1]) / (points[i + half][0] - points[i][0]));
  let b = middle(slopes),
    a = middle(points.map(([s, at]) => at - b * s));
  let near: readonly [number, number][] = [];
  for (const limit of [4 * tolerancePx, 2 * tolerancePx, tolerancePx]) {
    near = points.filter(([s, at]) => Math.abs(at - a - b * s) <= limit);
    if (near.length < points.length * 0.5) return undefined;
    const ms = near.reduce((sum, [s]) => sum + s, 0) / near.length,
      mt = near.reduce((sum, [, at]) => sum + at, 0) / near.length;
    b =
      near.reduce((sum, [s, at]) => sum + (s - ms) * (at - mt), 0) / near.reduce((sum, [s]) => sum + (s - ms) ** 2, 0);
    a = mt - b * ms;
  }
  return { a, b };
}

/** Where an upper or lower edge (y = a + b x) meets a left or right one (x = a + b y). */
function meet(level: EdgeLine, upright: EdgeLine): PointPx {
  const x = (upright.a + upright.b * level.a) / (1 - upright.b * level.b);
  return { x, y: level.a + level.b * x };
}

export function middle(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted.length % 2
    ? sorted[sorted.length >> 1]
    : (sorted[sorted.length / 2 - 1] + sorted[sorted.length / 2]) / 2;
}
