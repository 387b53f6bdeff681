import { ranged } from '../units';

/** How the drawing comes onto the block. */
export interface TransferWay {
  readonly id: 'tracing' | 'paste' | 'heat' | 'carbon' | 'drawing' | 'offset' | 'projector';
  readonly name: string;
  /** Which drawing to prepare: as the print is seen, or mirrored. */
  readonly drawing: 'as seen' | 'mirrored';
  /** How often left and right change places between that drawing and the block. */
  readonly flips: 0 | 1 | 2;
  readonly how: string;
  readonly solvent: boolean;
}

/**
 * The block is the mirror of the print. A way that turns the drawing over on its way to the block wants it as seen, one that does
 * not wants it mirrored; an offset from the key block turns it over twice and so keeps what the key block has, which is mirrored.
 */
export const TRANSFER_WAYS: readonly TransferWay[] = [
  {
    id: 'tracing',
    name: 'tracing laid face down',
    drawing: 'as seen',
    flips: 1,
    how: 'Trace in soft pencil, lay the tracing face down on the block, rub the back.',
    solvent: false,
  },
  {
    id: 'paste',
    name: 'thin paper pasted face down',
    drawing: 'as seen',
    flips: 1,
    how: 'Paste the print-out face down, let it dry, rub away fibres or oil the paper until the lines show.',
    solvent: false,
  },
  {
    id: 'heat',
    name: 'print-out transferred with heat or solvent',
    drawing: 'as seen',
    flips: 1,
    how: 'Lay a toner print-out face down; rub the back with heat or the solvent. Try on an offcut first.',
    solvent: true,
  },
  {
    id: 'carbon',
    name: 'carbon or chalked paper',
    drawing: 'mirrored',
    flips: 0,
    how: 'Lay the carbon between drawing and block and go over the lines; what you see is what lands.',
    solvent: false,
  },
  {
    id: 'drawing',
    name: 'drawn straight on',
    drawing: 'mirrored',
    flips: 0,
    how: 'Draw on the block itself, with the mirrored sheet beside it.',
    solvent: false,
  },
  {
    id: 'offset',
    name: 'wet offset from the key block',
    drawing: 'mirrored',
    flips: 2,
    how: 'Print the key block on a slick sheet, lay the sheet wet on each colour block in the same stops, rub.',
    solvent: false,
  },
  {
    id: 'projector',
    name: 'projector or light from below',
    drawing: 'mirrored',
    flips: 0,
    how: 'Project the mirrored drawing, or trace it over light; measure the width on the block before you draw.',
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
