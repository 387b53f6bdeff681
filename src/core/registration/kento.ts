import { roundTo } from '../numeric';
import { phrase } from '../units';
import { motionAt, NO_MOTION, type Motion } from './motion';
import { rigidFrom, type Contact } from './shims';

/** Marks cut into each block, mm: the arms of the corner mark, the side mark, and the inlay for a worn corner. */
export const KENTO = { cornerArm: 18, side: 22, inlay: 24, inlayDeep: 6 } as const;

/** Where the side mark begins from the paper's corner, mm. */
export function sideMarkAt(sheetWidthMm: number): number {
  return Math.max(KENTO.cornerArm + 25, 0.62 * sheetWidthMm);
}

/**
 * Where the paper touches its marks, on the print as seen (the block lies mirrored): the corner mark's face along the long side, the side
 * mark's, and the corner mark's along the short side. A face pushes the paper towards the sheet's middle.
 */
export function kentoContacts({
  widthMm,
  heightMm,
}: {
  readonly widthMm: number;
  readonly heightMm: number;
}): Contact[] {
  return [
    { name: phrase('stop.kentoCornerLong'), xMm: widthMm - KENTO.cornerArm / 2, yMm: heightMm, pushes: [0, -1] },
    {
      name: phrase('stop.kentoSide'),
      xMm: Math.max(0, widthMm - sideMarkAt(widthMm) - KENTO.side / 2),
      yMm: heightMm,
      pushes: [0, -1],
    },
    { name: phrase('stop.kentoCornerShort'), xMm: widthMm, yMm: heightMm - KENTO.cornerArm / 2, pushes: [-1, 0] },
  ];
}

/**
 * The marks themselves where they are cut, on the print as seen, mm from the sheet's top left corner: the two arms of the corner mark and the
 * side mark, each from its end to its end. They stand for good: nothing is cleared there.
 */
export function kentoMarks({
  widthMm,
  heightMm,
}: {
  readonly widthMm: number;
  readonly heightMm: number;
}): readonly (readonly [x1: number, y1: number, x2: number, y2: number])[] {
  const side = Math.max(KENTO.side, widthMm - sideMarkAt(widthMm));
  return [
    [widthMm, heightMm, widthMm - KENTO.cornerArm, heightMm],
    [widthMm, heightMm, widthMm, heightMm - KENTO.cornerArm],
    [side, heightMm, side - KENTO.side, heightMm],
  ];
}

/**
 * Signed moves of the faces that put a block's misfit right, mm: positive a sliver glued in front of the face, negative the face cut back. The
 * paper is moved to where the image lies: what is off to the right wants the paper to the right. Growth cannot be put right so.
 */
export function kentoMoves(misfit: Motion, contacts: readonly Contact[]): number[] {
  const rigid = { ...misfit, growthX: 0, growthY: 0 };
  return contacts.map(({ xMm, yMm, pushes: [nx, ny] }) => {
    const [dx, dy] = motionAt(rigid, xMm, yMm);
    return dx * nx + dy * ny || 0;
  });
}

/** Smaller moves are left: no knife and no sliver is finer, mm (start value). */
const LEAST_MOVE_MM = 0.05;

/** The same as a hand makes them: to a hundredth of a millimetre, and 0 where the face is left as it is. */
export function kentoMovesMade(misfit: Motion, contacts: readonly Contact[]): number[] {
  return kentoMoves(misfit, contacts).map((mm) => (Math.abs(mm) < LEAST_MOVE_MM ? 0 : roundTo(mm, 2)));
}

/** How the image moves on the paper when the faces are moved so: against the paper. */
export function movedByKento(
  contacts: readonly Contact[],
  movesMm: readonly number[],
  centre: readonly [number, number],
): Motion {
  const paper = rigidFrom(contacts, movesMm, centre);
  return {
    ...NO_MOTION,
    dxMm: -paper.dxMm || 0,
    dyMm: -paper.dyMm || 0,
    rotationDeg: -paper.rotationDeg || 0,
    about: paper.about,
  };
}
