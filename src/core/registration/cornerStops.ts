import { phrase } from '../units';
import type { Contact } from './shims';

/** A rectangle: x right, y down, mm. */
export interface RectMm {
  readonly xMm: number;
  readonly yMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** A point at which block or paper touches a stop; `normal` points from the stop into the piece. */
export interface ContactMm {
  readonly xMm: number;
  readonly yMm: number;
  readonly normal: 'up' | 'right';
}

export interface CornerStopLayout {
  /**
   * The board as it lies on the bench, block face up: what is on the right of the print is on the left here. The origin corner is
   * at the bottom left.
   */
  readonly board: RectMm;
  readonly paper: RectMm;
  readonly block: RectMm;
  readonly blockContacts: readonly ContactMm[];
  readonly paperContacts: readonly ContactMm[];
}

/** Room for the stops on their two sides, and for the hand on the others. */
const STOP_SIDE_MM = 40,
  FREE_SIDE_MM = 20;

/**
 * Corner stops, 3-2-1: block and paper each touch two points on their long side and one on their short side, at the origin corner.
 * Paper is laid face down onto the block, so the board shows the print mirrored left to right. `sheet` as printed, `block` on it, as seen on the print.
 */
export function cornerStopLayout(
  sheet: { readonly widthMm: number; readonly heightMm: number },
  block: RectMm,
): CornerStopLayout {
  const board = {
    xMm: 0,
    yMm: 0,
    widthMm: sheet.widthMm + STOP_SIDE_MM + FREE_SIDE_MM,
    heightMm: sheet.heightMm + STOP_SIDE_MM + FREE_SIDE_MM,
  };
  const paper = { xMm: STOP_SIDE_MM, yMm: FREE_SIDE_MM, ...sheet };
  const lying = { ...block, xMm: paper.xMm + sheet.widthMm - block.xMm - block.widthMm, yMm: paper.yMm + block.yMm };
  return { board, paper, block: lying, blockContacts: contactsOf(lying), paperContacts: contactsOf(paper) };
}

/** The block's contacts on the print as seen, with the direction in which a shim there pushes the image: the bench's right is the print's left. */
export function contactsOnPrint(sheet: { readonly widthMm: number }, layout: CornerStopLayout): Contact[] {
  const { paper, blockContacts } = layout;
  const long = blockContacts[0].normal;
  return blockContacts.map(({ xMm, yMm, normal }, i) => ({
    name: phrase(normal !== long ? 'stop.short' : i === 0 ? 'stop.near' : 'stop.far'),
    xMm: paper.xMm + sheet.widthMm - xMm,
    yMm: yMm - paper.yMm,
    pushes: normal === 'up' ? ([0, -1] as const) : ([-1, 0] as const),
  }));
}

/** Two contacts far apart on the longer side, one near the origin corner on the shorter. */
function contactsOf(piece: RectMm): ContactMm[] {
  const bottom = piece.yMm + piece.heightMm;
  const alongBottom = (share: number): ContactMm => ({
    xMm: piece.xMm + share * piece.widthMm,
    yMm: bottom,
    normal: 'up',
  });
  const alongLeft = (share: number): ContactMm => ({
    xMm: piece.xMm,
    yMm: bottom - share * piece.heightMm,
    normal: 'right',
  });
  return piece.widthMm >= piece.heightMm
    ? [alongBottom(0.15), alongBottom(0.85), alongLeft(0.3)]
    : [alongLeft(0.15), alongLeft(0.85), alongBottom(0.3)];
}
