import { phrase } from '../units';

/** What is done along a line that is drawn on a finished piece. A mountain fold rises towards the printed side. */
export const LINE_ACTS = ['cut', 'mountain', 'valley'] as const;
export type LineAct = (typeof LINE_ACTS)[number];

export interface PlaceMm {
  readonly xMm: number;
  readonly yMm: number;
}

const placeMm = (xMm: number, yMm: number): PlaceMm => ({ xMm, yMm });

/** A line, mm from the top left corner of its image on the print as seen. */
export interface DrawnLine {
  readonly does: LineAct;
  readonly fromMm: PlaceMm;
  readonly toMm: PlaceMm;
}

export const FOLD_PLACE_MM = { minMm: -500, maxMm: 2500, what: phrase('measure.foldPlace') } as const;
export const PANELS_RANGE = { min: 2, max: 12, what: phrase('measure.panels') } as const;
export const TRAY_SIDE_MM = { minMm: 5, maxMm: 1000, what: phrase('measure.traySide') } as const;

/** A piece to be folded: a rectangle from its image's corner. */
export interface FoldedPiece {
  readonly xMm: number;
  readonly yMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
}

/**
 * Folds that part a piece into panels of one width: a card (two panels) or a leporello, whose folds go to and fro; the first is a valley, so that the
 * printed side is hidden.
 */
export function cardLines(piece: FoldedPiece, panels: number, folds: 'upright' | 'level'): DrawnLine[] {
  const { xMm: x, yMm: y, widthMm: w, heightMm: h } = piece;
  return Array.from({ length: panels - 1 }, (_, i): DrawnLine => {
    const does = i % 2 === 0 ? 'valley' : 'mountain',
      share = (i + 1) / panels;
    return folds === 'upright'
      ? { does, fromMm: placeMm(x + share * w, y), toMm: placeMm(x + share * w, y + h) }
      : { does, fromMm: placeMm(x, y + share * h), toMm: placeMm(x + w, y + share * h) };
  });
}

export interface Tray {
  /** Of its floor: to the right, and down. */
  readonly lengthMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** A tab for glue is no longer than this, and as much narrower at its free end. */
const MOST_TAB_MM = 20,
  TAPER = 0.2;

/**
 * An open box of one piece, the printed side outwards: a floor, four walls, and at the ends of the upper and the lower wall tabs that are glued behind the walls
 * left and right. `at` is the middle of the floor. Its lid is another, a little larger.
 */
export function trayLines({ lengthMm: l, widthMm: w, heightMm: h }: Tray, at: PlaceMm): DrawnLine[] {
  const [x0, y0] = [at.xMm - l / 2, at.yMm - w / 2];
  // two tabs meet behind each wall at left and right: they share its width
  const tab = Math.min(h, MOST_TAB_MM, w / 2),
    taper = TAPER * Math.min(h, tab);
  const path = (does: LineAct, ...points: readonly (readonly [number, number])[]): DrawnLine[] =>
    points.slice(1).map((to, i) => ({
      does,
      fromMm: placeMm(x0 + points[i][0], y0 + points[i][1]),
      toMm: placeMm(x0 + to[0], y0 + to[1]),
    }));
  return [
    // upper wall with its tabs, right wall, lower wall with its tabs, left wall
    ...path('cut', [0, 0], [-tab, -taper], [-tab, -h + taper], [0, -h], [l, -h], [l + tab, -h + taper]),
    ...path('cut', [l + tab, -h + taper], [l + tab, -taper], [l, 0], [l + h, 0], [l + h, w], [l, w]),
    ...path('cut', [l, w], [l + tab, w + taper], [l + tab, w + h - taper], [l, w + h], [0, w + h]),
    ...path('cut', [0, w + h], [-tab, w + h - taper], [-tab, w + taper], [0, w], [-h, w], [-h, 0], [0, 0]),
    // the printed side is outwards: all edges rise towards it
    ...path('mountain', [0, 0], [l, 0], [l, w], [0, w], [0, 0]),
    ...path('mountain', [0, 0], [0, -h]),
    ...path('mountain', [l, 0], [l, -h]),
    ...path('mountain', [0, w], [0, w + h]),
    ...path('mountain', [l, w], [l, w + h]),
  ];
}

/** What lines take up, with the image's corner as origin; undefined for none. */
export function boxOfLines(lines: readonly DrawnLine[]): FoldedPiece | undefined {
  if (lines.length === 0) return undefined;
  const xs = lines.flatMap(({ fromMm, toMm }) => [fromMm.xMm, toMm.xMm]),
    ys = lines.flatMap(({ fromMm, toMm }) => [fromMm.yMm, toMm.yMm]);
  const xMm = Math.min(...xs),
    yMm = Math.min(...ys);
  return { xMm, yMm, widthMm: Math.max(...xs) - xMm, heightMm: Math.max(...ys) - yMm };
}

/** A fold that runs more than 45° off the fibres breaks them: upright fibres want upright folds. */
export function isAcrossGrain({ fromMm, toMm, does }: DrawnLine, grain: 'upright' | 'level'): boolean {
  if (does === 'cut') return false;
  const across = Math.abs(toMm.xMm - fromMm.xMm),
    down = Math.abs(toMm.yMm - fromMm.yMm);
  return grain === 'upright' ? across > down : down > across;
}

/** From this weight on paper is scored before it is folded (start value). */
export const SCORED_FROM_G_PER_M2 = 160;
