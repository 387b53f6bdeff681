import {
  findIslands,
  pieceMapOf,
  piecesOf,
  seamMask,
  squaredDistances,
  traceArcs,
  countPixels,
  OUTSIDE,
  type IslandMap,
  type PartMap,
  type SeamRule,
} from '../geometry';
import { phrase, ranged } from '../units';

/** What would go wrong with a piece of a block sawn apart. */
export type PieceFault = 'small' | 'thin' | 'enclosed' | 'locked';

/** A piece of a block that is sawn apart, inked by itself and put together again. */
export interface SawnPiece {
  /** Labels of the picture on it, largest area first. */
  readonly labels: readonly number[];
  readonly areaMm2: number;
  /** Diameter of the widest disc that fits: what a finger has to hold. */
  readonly widestMm: number;
  /** Where that disc lies, on the printed image: a place for its letter. */
  readonly xMm: number;
  readonly yMm: number;
  /** Width of the narrowest part that holds two wider ones together; undefined where there is none under the limit. */
  readonly neckMm: number | undefined;
  readonly faults: readonly PieceFault[];
}

export interface SawnBlock {
  readonly pieces: readonly SawnPiece[];
  /** The map of pieces, for painting and hit tests. */
  readonly map: PartMap;
  readonly seamLengthMm: number;
  /** Lines to saw along, x, y one after another, mm on the printed image; each once. */
  readonly linesMm: readonly (readonly number[])[];
  readonly sawnAwayMm2: number;
  /** How much narrower and lower the image gets when the gaps are pushed shut. */
  readonly closesMm: { readonly widthMm: number; readonly heightMm: number };
}

/** Start values: a piece that can be held while it is inked, a neck that does not break under the saw, and how fast a fret saw goes. */
export const LEAST_PIECE_MM2 = 150;
export const LEAST_HOLD_MM = 10;
export const LEAST_NECK_MM = 4;
export const SAW_WIDTH_MM = { minMm: 0.1, maxMm: 4, what: phrase('measure.widthOfTheSaw') } as const;
export const START_SAW_MM = 0.6;
const SAW_MM_PER_MIN = 40,
  DRILLED_START_MIN = 2;
/** Pieces that can be told apart by letters and kept in order on a bench. */
export const MOST_PIECES = 60;

/**
 * What becomes of a block sawn along its seams, or undefined when the map is too broken up.
 * @param sawMm width the saw takes away
 */
export function sawnBlock(map: PartMap, rule: SeamRule, sawMm: number, mmPerPx: number): SawnBlock | undefined {
  ranged('the width of a saw (mm)', sawMm, 0.01);
  ranged('mm to a pixel', mmPerPx, 1e-6);
  const islands = findIslands(map);
  if (!islands) return undefined;
  const pieces = piecesOf(islands, rule),
    parts = pieceMapOf(islands, pieces);
  const reach = reachOf(parts, pieces.count, sawMm / mmPerPx);
  const onPiece = labelsOn(islands, pieces.ofIsland, pieces.count);
  const grid = gridOf(parts, mmPerPx);
  const neck = necksOf(grid, pieces.count),
    enclosed = enclosedPieces(parts, pieces.count),
    locked = lockedPieces(grid, pieces.count, enclosed);
  const area = new Float64Array(pieces.count);
  for (let i = 0; i < islands.islandCount; i++) area[pieces.ofIsland[i]] += islands.islandAreaPx[i];
  const mm2 = mmPerPx ** 2;
  const lines = linesOf(parts, mmPerPx);
  return {
    map: parts,
    pieces: onPiece.map((labels, p): SawnPiece => {
      const areaMm2 = area[p] * mm2,
        widestMm = reach.px[p] * 2 * mmPerPx;
      const faults = [
        ...(areaMm2 < LEAST_PIECE_MM2 || widestMm < LEAST_HOLD_MM ? (['small'] as const) : []),
        ...(neck[p] !== undefined ? (['thin'] as const) : []),
        ...(enclosed.has(p) ? (['enclosed'] as const) : []),
        ...(locked.has(p) ? (['locked'] as const) : []),
      ];
      const at = { xMm: (reach.x[p] + 0.5) * mmPerPx, yMm: (reach.y[p] + 0.5) * mmPerPx };
      return { labels, areaMm2, widestMm, ...at, neckMm: neck[p], faults };
    }),
    linesMm: lines,
    seamLengthMm: lines.reduce((sum, line) => sum + lengthOf(line), 0),
    sawnAwayMm2: countPixels(seamMask(islands, pieces, sawMm / mmPerPx)) * mm2,
    closesMm: closesBy(grid, sawMm),
  };
}

/** Minutes to saw so much, with a hole drilled for each piece that lies in another: start values. */
export function sawingMinutes(seamLengthMm: number, drilled: number): number {
  ranged('the length to saw (mm)', seamLengthMm, 0);
  ranged('holes to drill', drilled, 0);
  return seamLengthMm / SAW_MM_PER_MIN + drilled * DRILLED_START_MIN;
}

/** The letter a piece is known by: A … Z, AA, AB …  */
export function pieceLetter(piece: number): string {
  ranged('the number of a piece', piece, 0);
  const last = String.fromCharCode(65 + (piece % 26));
  return piece < 26 ? last : pieceLetter(Math.floor(piece / 26) - 1) + last;
}

/** The labels on each piece, largest area first. */
function labelsOn(islands: IslandMap, ofIsland: Int32Array, count: number): number[][] {
  const areas = Array.from({ length: count }, () => new Map<number, number>());
  for (let i = 0; i < islands.islandCount; i++) {
    const on = areas[ofIsland[i]],
      label = islands.islandLabel[i];
    on.set(label, (on.get(label) ?? 0) + islands.islandAreaPx[i]);
  }
  return areas.map((on) => [...on].sort(([a, x], [b, y]) => y - x || a - b).map(([label]) => label));
}

/** Where each piece reaches deepest, and how deep in pixels, less half the saw: its distance from the others and from the rim. */
function reachOf(parts: PartMap, count: number, sawPx: number) {
  const { width, height, labels } = parts;
  const cell = Math.max(1, Math.ceil(Math.max(width, height) / DEPTH_GRID));
  const across = Math.ceil(width / cell),
    down = Math.ceil(height / cell);
  const piece = Int32Array.from({ length: across * down }, (_, c) => {
    const x = Math.min(width - 1, (c % across) * cell + (cell >> 1)),
      y = Math.min(height - 1, Math.floor(c / across) * cell + (cell >> 1));
    return labels[y * width + x];
  });
  const grid = { width: across, height: down, cellMm: 0, piece };
  const squared = squaredDistances((c) => onEdge(grid, c % across, Math.floor(c / across)), across, down);
  const px = new Float64Array(count),
    x = new Int32Array(count),
    y = new Int32Array(count);
  for (let c = 0; c < across * down; c++) {
    const cx = c % across,
      cy = Math.floor(c / across),
      own = piece[c];
    const deep = (Math.sqrt(squared[c]) + 0.5) * cell;
    if (deep <= px[own]) continue;
    px[own] = deep;
    x[own] = Math.min(width - 1, cx * cell + (cell >> 1));
    y[own] = Math.min(height - 1, cy * cell + (cell >> 1));
  }
  return { px: px.map((deep) => Math.max(0, deep - sawPx / 2)), x, y };
}
const DEPTH_GRID = 800;

/** A small map of the pieces, a cell to about a millimetre. */
interface PieceGrid {
  readonly width: number;
  readonly height: number;
  readonly cellMm: number;
  readonly piece: Int32Array;
}

const GRID_MM = 1,
  MOST_CELLS = 400;

function gridOf({ width, height, labels }: PartMap, mmPerPx: number): PieceGrid {
  const cellPx = Math.max(1, GRID_MM / mmPerPx, Math.max(width, height) / MOST_CELLS);
  const across = Math.max(1, Math.round(width / cellPx)),
    down = Math.max(1, Math.round(height / cellPx));
  const piece = Int32Array.from({ length: across * down }, (_, c) => {
    const x = Math.min(width - 1, Math.floor((((c % across) + 0.5) * width) / across)),
      y = Math.min(height - 1, Math.floor(((Math.floor(c / across) + 0.5) * height) / down));
    return labels[y * width + x];
  });
  return { width: across, height: down, cellMm: (width / across) * mmPerPx, piece };
}

/**
 * The width of a neck of each piece that is narrower than the limit: shrunk by half of that width, the piece falls into two parts that are
 * both worth holding. The least of the widths tried is named.
 */
function necksOf(grid: PieceGrid, count: number): (number | undefined)[] {
  const { width, height, piece, cellMm } = grid;
  const squared = squaredDistances((c) => onEdge(grid, c % width, Math.floor(c / width)), width, height);
  const necks = new Array<number | undefined>(count).fill(undefined);
  const worthPx = LEAST_PIECE_MM2 / 4 / cellMm ** 2;
  for (let cells = 2; cells * cellMm <= LEAST_NECK_MM; cells++) {
    // a cell on the edge is at distance nought and half a cell deep
    const deep = Int32Array.from(piece, (own, c) => ((Math.sqrt(squared[c]) + 0.5) * 2 > cells ? own : count));
    const islands = findIslands({ width, height, labels: Uint16Array.from(deep) })!;
    const parts = new Array<number>(count).fill(0);
    for (let i = 0; i < islands.islandCount; i++)
      if (islands.islandLabel[i] < count && islands.islandAreaPx[i] >= worthPx) parts[islands.islandLabel[i]]++;
    parts.forEach((n, p) => {
      if (n > 1 && necks[p] === undefined) necks[p] = cells * cellMm;
    });
  }
  return necks;
}

/** Whether another piece, or the rim, begins beside a cell. */
function onEdge({ width, height, piece }: PieceGrid, x: number, y: number): boolean {
  const c = y * width + x,
    own = piece[c];
  if (x === 0 || y === 0 || x === width - 1 || y === height - 1) return true;
  return piece[c - 1] !== own || piece[c + 1] !== own || piece[c - width] !== own || piece[c + width] !== own;
}

/** Pieces that lie in a single other one and not at the rim: the saw has to begin in a drilled hole. */
function enclosedPieces({ width, height, labels }: PartMap, count: number): Set<number> {
  const around = Array.from({ length: count }, () => new Set<number>());
  const rim = -1;
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const own = labels[i];
      if (x === 0 || y === 0 || x === width - 1 || y === height - 1) around[own].add(rim);
      if (x < width - 1 && labels[i + 1] !== own) {
        around[own].add(labels[i + 1]);
        around[labels[i + 1]].add(own);
      }
      if (y < height - 1 && labels[i + width] !== own) {
        around[own].add(labels[i + width]);
        around[labels[i + width]].add(own);
      }
    }
  return new Set(around.flatMap((near, p) => (near.size === 1 && !near.has(rim) ? [p] : [])));
}

const SLIDES = [
  [1, 0],
  [1, 1],
  [0, 1],
  [-1, 1],
] as const;
/** So many cells of another piece in the way are a hook, fewer the roughness of the grid. */
const HOOKED_CELLS = 3;

/**
 * Pieces that hook into one another, so that none of them can be slid out of the block even after all that could were: they come out upright
 * only, and an undercut edge holds them fast. Tried in eight directions.
 */
function lockedPieces(grid: PieceGrid, count: number, lifted: ReadonlySet<number>): Set<number> {
  const inTheWay = SLIDES.flatMap((step) => blockedAlong(grid, count, step));
  const left = new Set(Array.from({ length: count }, (_, p) => p).filter((p) => !lifted.has(p)));
  for (let gone = true; gone;) {
    gone = false;
    for (const p of left) {
      const free = inTheWay.some((blocked) =>
        [...blocked[p]].every(([other, cells]) => !left.has(other) || cells < HOOKED_CELLS),
      );
      if (free) {
        left.delete(p);
        gone = true;
      }
    }
  }
  return left.size > 1 ? left : new Set();
}

/** For a direction and the one against it: which pieces lie in the way of each, and on how many lines. */
function blockedAlong({ width, height, piece }: PieceGrid, count: number, [dx, dy]: readonly [number, number]) {
  const ahead = Array.from({ length: count }, () => new Map<number, number>()),
    behind = Array.from({ length: count }, () => new Map<number, number>());
  const line = (x0: number, y0: number) => {
    const met: number[] = [];
    for (let x = x0, y = y0; x >= 0 && y >= 0 && x < width && y < height; x += dx, y += dy) {
      const p = piece[y * width + x];
      if (met.at(-1) !== p) met.push(p);
    }
    const said = new Set<number>();
    met.forEach((p, i) => {
      for (const other of new Set(met.slice(i + 1)))
        if (other !== p && !said.has(p * count + other)) {
          said.add(p * count + other);
          ahead[p].set(other, (ahead[p].get(other) ?? 0) + 1);
          behind[other].set(p, (behind[other].get(p) ?? 0) + 1);
        }
    });
  };
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [bx, by] = [x - dx, y - dy];
      if (bx < 0 || by < 0 || bx >= width || by >= height) line(x, y);
    }
  return [ahead, behind] as const;
}

/** The most seams any level and any upright line crosses, by the width of the saw. */
function closesBy({ width, height, piece }: PieceGrid, sawMm: number) {
  let most = 0,
    mostDown = 0;
  for (let y = 0; y < height; y++) {
    let crossed = 0;
    for (let x = 1; x < width; x++) crossed += Number(piece[y * width + x] !== piece[y * width + x - 1]);
    most = Math.max(most, crossed);
  }
  for (let x = 0; x < width; x++) {
    let crossed = 0;
    for (let y = 1; y < height; y++) crossed += Number(piece[y * width + x] !== piece[(y - 1) * width + x]);
    mostDown = Math.max(mostDown, crossed);
  }
  return { widthMm: most * sawMm, heightMm: mostDown * sawMm };
}

/** The edges between pieces, each once, evened to half a pixel: the rim is not sawn. */
function linesOf(parts: PartMap, mmPerPx: number): number[][] {
  const arcs = traceArcs(parts, 0.49);
  const lines: number[][] = [];
  for (let a = 0; a < arcs.count; a++) {
    if (arcs.left[a] === OUTSIDE || arcs.right[a] === OUTSIDE) continue;
    lines.push(Array.from(arcs.xy.subarray(2 * arcs.offset[a], 2 * arcs.offset[a + 1]), (px) => px * mmPerPx));
  }
  return lines;
}

function lengthOf(line: readonly number[]): number {
  let length = 0;
  for (let p = 2; p < line.length; p += 2) length += Math.hypot(line[p] - line[p - 2], line[p + 1] - line[p - 1]);
  return length;
}
