/** An inlay to let into the block: a rectangle cut out and replaced, in mm. */
export interface Inlay {
  readonly widthMm: number;
  readonly heightMm: number;
  /** Left top corner on the print as seen, from its left top corner. */
  readonly printXMm: number;
  readonly printYMm: number;
  /** From the origin corner of the block, lower left as the block lies, to the inlay's nearest corner: right and up. */
  readonly blockRightMm: number;
  readonly blockUpMm: number;
}

/** Wood or lino round the slip, so that the joint lies in sound material. */
const INLAY_MARGIN_MM = 3;

/** The inlay for a slip of the given box, whole millimetres, kept inside the block where it can be. */
export function inlayFor(
  box: { readonly x0: number; readonly y0: number; readonly x1: number; readonly y1: number },
  widthMm: number,
  heightMm: number,
): Inlay {
  const x0 = Math.max(0, Math.floor(box.x0 - INLAY_MARGIN_MM)),
    y0 = Math.max(0, Math.floor(box.y0 - INLAY_MARGIN_MM));
  const x1 = Math.min(widthMm, Math.ceil(box.x1 + INLAY_MARGIN_MM)),
    y1 = Math.min(heightMm, Math.ceil(box.y1 + INLAY_MARGIN_MM));
  return {
    widthMm: x1 - x0,
    heightMm: y1 - y0,
    printXMm: x0,
    printYMm: y0,
    blockRightMm: widthMm - x1,
    blockUpMm: heightMm - y1,
  };
}
