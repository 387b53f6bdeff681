/** A block sawn apart into pieces that are inked by themselves. */
export const saw = {
  title: 'One block, sawn apart',
  says: 'Along every edge between two colours that stand on it. Each piece is inked by itself, all are put together again and printed in one pass: nothing to register between them.',
  cutOn:
    'This block is cut on between runs, so its pieces would not be the same for all of them. Give these colours a block of their own first.',
  begin: 'Saw this block apart',
  sawn: 'Sawn apart',
  width: 'What the saw takes',
  gaps: 'The gaps it leaves',
  gap: { open: 'stay open, as light lines', closed: 'pushed together' },
  least: 'Least sawn, mm²',
  looking: 'Looking for the pieces …',
  figures:
    '{pieces, plural, one {# piece} other {# pieces}} · {length} m to saw, about {minutes, number} min{drilled, plural, =0 {} one { with one hole to drill} other { with # holes to drill}}',
  openSays:
    'The lines leave {area} of the sheet bare. Saw upright: a slanting edge widens its line and holds its neighbour.',
  closedSays:
    'Pushed together the image gets up to {width} narrower and {height} lower; the looks show it in its full size.',
  whole: 'leave the block whole',
  pairs: 'Sawn between',
  pairsSay: 'Colours that stay in one piece have to be inked on it with care, as far apart as a roller needs.',
  pieces: 'Pieces',
  holdAll: 'Leave {pieces, number} small pieces in their neighbours',
  hold: 'leave it in its neighbour',
  held: '{islands, plural, one {# island stays} other {# islands stay}} in a neighbour.',
  sawThemOut: 'saw them out',
  fault: {
    small: 'Too small to hold while it is inked: {widest} across, {hold} would do.',
    thin: 'A neck of about {neck} breaks under the saw.',
    enclosed: 'Lies in another piece: the saw begins in a drilled hole.',
    locked: 'Hooks into its neighbours: it lifts out upright only, so no edge may be undercut.',
  },
  files: 'To the saw and to the bench',
  filesSay:
    'Lines to saw along as the block lies, and the pieces put together with their letters, as the block lies and as printed. True to size.',
  file: { pdf: 'PDF, true to size', svg: 'SVG', dxf: 'DXF' },
  afterTheCut: 'Sawing changes nothing that is cut: what stands on the block stays.',
  card: 'Ink the pieces apart, then put them together',
  cardInk: '{ink}: {pieces}',
  cardTogether:
    'Put together on a flat bed, letters in place, and tied or wedged in the frame; then print in one pass.',
  cardMoved: 'Wipe the edges of a piece before it goes back: ink on them prints beside the line.',
} as const;
