import type { CutIsland } from './cutIslands';

/** Where a piece lies in the picture as on the face of a clock; hour 0 is the middle. */
interface ClockPlace {
  readonly hour: number;
  readonly byTheEdge: boolean;
}

interface SizeMm {
  readonly widthMm: number;
  readonly heightMm: number;
}

/** Pieces that are named one by one: the largest; smaller ones are left to the map. */
export const NAMED_PIECES = 60;

/** Within this share of the way from the middle to the rim lies the middle; beyond that share one is by the edge. */
const MIDDLE = 0.3,
  EDGE = 0.8;

/** The place of a point of the print as seen, mm from its top left corner. */
export function clockPlace({ xMm, yMm }: { readonly xMm: number; readonly yMm: number }, size: SizeMm): ClockPlace {
  const { dx, dy, far } = fromMiddle(xMm, yMm, size);
  if (far < MIDDLE) return { hour: 0, byTheEdge: false };
  const hour = (Math.round((Math.atan2(dx, -dy) * 6) / Math.PI) + 12) % 12;
  return { hour: hour === 0 ? 12 : hour, byTheEdge: Math.max(Math.abs(dx), Math.abs(dy)) > EDGE };
}

function fromMiddle(xMm: number, yMm: number, { widthMm, heightMm }: SizeMm) {
  const dx = (2 * xMm) / widthMm - 1,
    dy = (2 * yMm) / heightMm - 1;
  return { dx, dy, far: Math.hypot(dx, dy) };
}

/**
 * Pieces as one would cut them, so that the hand never lies on what is cut: from the middle outwards, place by place round the clock. The
 * largest `most` are kept.
 */
export function inCuttingOrder(pieces: readonly CutIsland[], size: SizeMm, most = NAMED_PIECES): CutIsland[] {
  const far = (piece: CutIsland) => fromMiddle(piece.xMm, piece.yMm, size).far;
  const hour = (piece: CutIsland) => clockPlace(piece, size).hour % 12;
  const group = (piece: CutIsland) => (clockPlace(piece, size).hour === 0 ? -1 : hour(piece));
  return [...pieces]
    .sort((a, b) => b.areaMm2 - a.areaMm2 || a.key - b.key)
    .slice(0, most)
    .sort((a, b) => group(a) - group(b) || far(a) - far(b) || a.key - b.key);
}

/** The tools for a piece: the narrowest for its outline, and the widest that clears it; none when it is narrower than any. */
export function toolsForPiece(
  { widthMm }: Pick<CutIsland, 'widthMm'>,
  toolsMm: readonly number[],
): { readonly outlineMm: number; readonly clearMm: number } | undefined {
  const fitting = toolsMm.filter((mm) => mm <= widthMm);
  return fitting.length === 0 ? undefined : { outlineMm: Math.min(...fitting), clearMm: Math.max(...fitting) };
}
