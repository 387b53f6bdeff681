import { ranged } from '../units';

/** How the drawing comes onto the block. */
export interface TransferWay {
  readonly id: 'tracing' | 'paste' | 'heat' | 'carbon' | 'drawing' | 'offset' | 'projector';
  /** Which drawing to prepare: as the print is seen, or mirrored. */
  readonly drawing: 'as seen' | 'mirrored';
  /** How often left and right change places between that drawing and the block. */
  readonly flips: 0 | 1 | 2;
  readonly solvent: boolean;
}

/**
 * The block is the mirror of the print. A way that turns the drawing over on its way to the block wants it as seen, one that does
 * not wants it mirrored; an offset from the key block turns it over twice and so keeps what the key block has, which is mirrored.
 */
export const TRANSFER_WAYS: readonly TransferWay[] = [
  {
    id: 'tracing',
    drawing: 'as seen',
    flips: 1,
    solvent: false,
  },
  {
    id: 'paste',
    drawing: 'as seen',
    flips: 1,
    solvent: false,
  },
  {
    id: 'heat',
    drawing: 'as seen',
    flips: 1,
    solvent: true,
  },
  {
    id: 'carbon',
    drawing: 'mirrored',
    flips: 0,
    solvent: false,
  },
  {
    id: 'drawing',
    drawing: 'mirrored',
    flips: 0,
    solvent: false,
  },
  {
    id: 'offset',
    drawing: 'mirrored',
    flips: 2,
    solvent: false,
  },
  {
    id: 'projector',
    drawing: 'mirrored',
    flips: 0,
    solvent: false,
  },
];

export function transferById(id: string): TransferWay {
  return TRANSFER_WAYS.find((way) => way.id === id) ?? TRANSFER_WAYS[0];
}

/** How a point of the print at share `x` of the width (0 left, 1 right) lies in the drawing and on the block. */
export function transferred(way: TransferWay, x: number): { readonly drawing: number; readonly block: number } {
  const drawing = way.drawing === 'mirrored' ? 1 - x : x;
  return { drawing, block: way.flips % 2 === 1 ? 1 - drawing : drawing };
}

/** Sheets to take from the key block for offsets: one for each other block, and spares. */
export function keyImpressions(blocks: number, spares: number): number {
  ranged('the number of blocks', blocks, 0);
  ranged('the number of spares', spares, 0);
  return Math.max(0, blocks - 1) + (blocks > 1 ? spares : 0);
}
