/** A rectangle on the board: x right, y down, mm from the board's top left corner. */
export interface RectMm { readonly xMm: number; readonly yMm: number; readonly widthMm: number; readonly heightMm: number }

/** A point at which block or paper touches a stop; `normal` points from the stop into the piece. */
export interface ContactMm { readonly xMm: number; readonly yMm: number; readonly normal: 'up' | 'right' }

export type MarginRule = 'equal' | 'larger bottom';

export interface CornerStopInput {
  readonly imageWidthMm: number;
  readonly imageHeightMm: number;
  readonly marginMm: number;
  readonly marginRule: MarginRule;
}

export interface CornerStopLayout {
  /** Margins of the print as seen. */
  readonly marginsMm: { readonly top: number; readonly right: number; readonly bottom: number; readonly left: number };
  /**
   * The board as it lies on the bench, block face up: what is on the right of the print is on the left here. The
   * origin corner is at the bottom left.
   */
  readonly board: RectMm;
  readonly paper: RectMm;
  readonly block: RectMm;
  readonly blockContacts: readonly ContactMm[];
  readonly paperContacts: readonly ContactMm[];
}

/** Start value: how much larger the bottom margin is. */
export const LARGER_BOTTOM = 0.2;
export const MARGIN_RANGE_MM = { minMm: 5, maxMm: 200, what: 'the margin' } as const;
/** Room for the stops on their two sides, and for the hand on the others. */
const STOP_SIDE_MM = 40, FREE_SIDE_MM = 20;

/**
 * Corner stops, 3-2-1: block and paper each touch two points on their long side and one on their short side, at the
 * origin corner. Paper is laid face down onto the block, so the board shows the print mirrored left to right.
 */
export function cornerStopLayout({ imageWidthMm, imageHeightMm, marginMm, marginRule }: CornerStopInput): CornerStopLayout {
  const bottom = marginRule === 'equal' ? marginMm : marginMm * (1 + LARGER_BOTTOM);
  const marginsMm = { top: marginMm, right: marginMm, bottom, left: marginMm };
  const paperWidth = imageWidthMm + marginsMm.left + marginsMm.right;
  const paperHeight = imageHeightMm + marginsMm.top + marginsMm.bottom;
  const board = { xMm: 0, yMm: 0, widthMm: paperWidth + STOP_SIDE_MM + FREE_SIDE_MM, heightMm: paperHeight + STOP_SIDE_MM + FREE_SIDE_MM };
  const paper = { xMm: STOP_SIDE_MM, yMm: FREE_SIDE_MM, widthMm: paperWidth, heightMm: paperHeight };
  const block = { xMm: paper.xMm + marginsMm.right, yMm: paper.yMm + marginsMm.top, widthMm: imageWidthMm, heightMm: imageHeightMm };
  return { marginsMm, board, paper, block, blockContacts: contactsOf(block), paperContacts: contactsOf(paper) };
}

/** Two contacts far apart on the longer side, one near the origin corner on the shorter. */
function contactsOf(piece: RectMm): ContactMm[] {
  const bottom = piece.yMm + piece.heightMm;
  const alongBottom = (share: number): ContactMm => ({ xMm: piece.xMm + share * piece.widthMm, yMm: bottom, normal: 'up' });
  const alongLeft = (share: number): ContactMm => ({ xMm: piece.xMm, yMm: bottom - share * piece.heightMm, normal: 'right' });
  return piece.widthMm >= piece.heightMm
    ? [alongBottom(0.15), alongBottom(0.85), alongLeft(0.3)]
    : [alongLeft(0.15), alongLeft(0.85), alongBottom(0.3)];
}
