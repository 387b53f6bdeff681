import {
  countPixels,
  emptyMask,
  hasPixel,
  invertMask,
  setPixel,
  squaredDistancesToMask,
  type BitMask,
} from '../geometry';
import { ranged } from '../units';

/** What holds a disc of this radius is a solid and wants the hard tool after the broad one (start value). */
export const SOLID_RADIUS_MM = 4;
/** Outside the block's edge, where a tool creases the paper and stretches it over the edge (start value). */
export const STAY_OFF_MM = 3;

/** How the back of a sheet is rubbed, on a coarse grid of the print as seen from its face. */
export interface RubMap {
  readonly width: number;
  readonly height: number;
  /** Row by row: nothing prints here, fields of lines and small parts, solids. */
  readonly cells: Uint8Array;
  readonly solidCm2: number;
  readonly fineCm2: number;
}
export const RUB = { bare: 0, fine: 1, solid: 2 } as const;

/**
 * What of an inked face is solid, by its distances: the part of it that discs of `SOLID_RADIUS_MM` reach which stay inside it and on the
 * block. `cellsAcross` cells wide. Throws OutOfRange for a scale or a width that is not above 0.
 */
export function rubMapOf(inked: BitMask, mmPerPx: number, cellsAcross: number): RubMap {
  ranged('the size of a pixel (mm)', mmPerPx, 1e-6);
  ranged('the width of the map (cells)', cellsAcross, 1, 4096);
  const { width, height } = inked;
  const solid = solidOf(inked, SOLID_RADIUS_MM / mmPerPx);
  const across = Math.min(width, Math.round(cellsAcross)),
    down = Math.max(1, Math.round((across * height) / width));
  const cells = new Uint8Array(across * down);
  for (let y = 0; y < height; y++) {
    const row = Math.min(down - 1, Math.floor((y * down) / height)) * across;
    for (let x = 0; x < width; x++) {
      if (!hasPixel(inked, x, y)) continue;
      const cell = row + Math.min(across - 1, Math.floor((x * across) / width));
      const kind = hasPixel(solid, x, y) ? RUB.solid : RUB.fine;
      // a thin line is seen on a coarse grid, too; a solid goes before it
      if (kind > cells[cell]) cells[cell] = kind;
    }
  }
  const cm2 = (pixels: number) => (pixels * mmPerPx ** 2) / 100,
    solidPx = countPixels(solid);
  return {
    ...{ width: across, height: down, cells },
    solidCm2: cm2(solidPx),
    fineCm2: cm2(countPixels(inked) - solidPx),
  };
}

/** The opening of a mask by a disc, beyond its edges there is none of it: centres far enough from all outside, and what lies as near to them. */
function solidOf(inked: BitMask, radiusPx: number): BitMask {
  const { width, height } = inked;
  const solid = emptyMask(width, height),
    centres = emptyMask(width, height);
  const outside = squaredDistancesToMask(invertMask(inked)),
    least = radiusPx * radiusPx;
  let any = false;
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const toEdge = Math.min(x, y, width - 1 - x, height - 1 - y) + 1;
      if (outside[i] < least || toEdge < radiusPx) continue;
      setPixel(centres, x, y);
      any = true;
    }
  if (!any) return solid;
  const near = squaredDistancesToMask(centres);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) if (near[i] < least && hasPixel(inked, x, y)) setPixel(solid, x, y);
  return solid;
}
