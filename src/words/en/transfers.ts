/** How the drawing comes onto the block. */
export const transfers = {
  drawing: { 'as seen': 'as seen', mirrored: 'mirrored' },
  name: {
    tracing: 'tracing laid face down',
    paste: 'thin paper pasted face down',
    heat: 'print-out transferred with heat or solvent',
    carbon: 'carbon or chalked paper',
    drawing: 'drawn straight on',
    offset: 'wet offset from the key block',
    projector: 'projector or light from below',
  },
  how: {
    tracing: 'Trace in soft pencil, lay the tracing face down on the block, rub the back.',
    paste: 'Paste the print-out face down, let it dry, rub away fibres or oil the paper until the lines show.',
    heat: 'Lay a toner print-out face down; rub the back with heat or the solvent. Try on an offcut first.',
    carbon: 'Lay the carbon between drawing and block and go over the lines; what you see is what lands.',
    drawing: 'Draw on the block itself, with the mirrored sheet beside it.',
    offset: 'Print the key block on a slick sheet, lay the sheet wet on each colour block in the same stops, rub.',
    projector: 'Project the mirrored drawing, or trace it over light; measure the width on the block before you draw.',
  },
} as const;
